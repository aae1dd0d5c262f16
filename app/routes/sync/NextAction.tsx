import { Link } from "react-router";
import { SYNC_TEXTS } from "~/contract/messages/screens/sync";
import type { ChannelView, DayView } from "~/server/services/day/dayView.server";
import { Button, QuietButton } from "~/app/ui/Button/Button";
import { Row, Soft } from "~/app/ui/Page/Page";
import { CartButton } from "~/app/routes/shared/CartOnly";
import type { SyncIntent } from "./intents";
import { nextActionOf } from "./channelActions";

interface NextActionProps {
  view: DayView;
  channel: ChannelView;
  isBusy: boolean;
  pending: SyncIntent | undefined;
  send: (intent: SyncIntent) => void;
}

/** The one thing to do for a channel now, and what stands beside it. */
export function NextAction({ view, channel, isBusy, pending, send }: NextActionProps) {
  const { actions, note, asksForNames } = nextActionOf(view, channel);
  const isListening = pending?.intent === "prove" && pending.channelId === channel.id;
  if (note !== undefined) return <Soft>{note}</Soft>;
  if (actions.length === 0) return null;
  return (
    <Row>
      {actions.map((action) => {
        const Press = action.isCartsOnly ? CartButton : action.isQuiet ? QuietButton : Button;
        return (
          <Press key={action.label} isDisabled={isBusy} onPress={() => send(action.intent)}>
            {action.intent.intent === "prove" && isListening ? SYNC_TEXTS.listening : action.label}
          </Press>
        );
      })}
      {asksForNames && <Link to={`/day/${view.day.id}/pairing`}>{SYNC_TEXTS.namesAndKeys}</Link>}
    </Row>
  );
}
