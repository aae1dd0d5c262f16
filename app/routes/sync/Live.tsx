import { SYNC_TEXTS } from "~/contract/messages/screens/sync";
import type { ChannelView, DayView } from "~/server/services/day/dayView.server";
import { Meter, MeterBars } from "~/app/features/channel/Meter";
import { useMeter } from "~/app/features/live/useMeter";
import { FULL_ABOVE_DBM } from "~/core/channel/verification";
import { Soft } from "~/app/ui/Page/Page";
import { Status } from "~/app/ui/Status/Status";
import { knowledgeOf } from "./channelKnowledge";
import { FaultFinder } from "~/app/features/channel/FaultFinder";

/** What its half of the receiver hears now; nothing else of the screen is drawn anew by it. */
export function LiveMeter({ channel: c, isAsked }: { channel: ChannelView; isAsked: boolean }) {
  const reading = useMeter(c.id, isAsked);
  return (
    <span>
      <Meter reading={reading} name={c.talker} />
      {reading?.partner && <Soft>{SYNC_TEXTS.receiving(reading.partner.name)}</Soft>}
    </span>
  );
}

/** Both antennas of its half as two bars, as narrow as a row is high. */
export function LiveBars({ channel: c, isAsked }: { channel: ChannelView; isAsked: boolean }) {
  const reading = useMeter(c.id, isAsked);
  return isAsked ? <MeterBars reading={reading} name={c.talker} /> : null;
}

/** The fault finder with what the meter shows now. */
export function LiveFaultFinder({
  view,
  channel: c,
  isAsked,
  onClose,
}: {
  view: DayView;
  channel: ChannelView;
  isAsked: boolean;
  onClose: () => void;
}) {
  const reading = useMeter(c.id, isAsked);
  return (
    <FaultFinder
      talker={c.talker}
      knowledge={knowledgeOf(view, c, reading ?? null)}
      onClose={onClose}
    />
  );
}

/**
 * How a channel's verification stands, with what its receiver hears now: what was lacking and is
 * there by now is to be looked at again, not reported as lacking.
 */
export function LiveSyncStatus({
  channel: c,
  text,
  isAsked,
}: {
  channel: ChannelView;
  text: string;
  isAsked: boolean;
}) {
  const reading = useMeter(c.id, isAsked);
  const { code, status } = c.state.sync;
  const isHeard =
    (code === "no-audio" && reading?.hasAudio === true) ||
    (code === "no-rf" &&
      reading !== null &&
      reading !== undefined &&
      Math.max(reading.rfADbm, reading.rfBDbm) >= FULL_ABOVE_DBM);
  return isHeard ? (
    <Status status="stale">{SYNC_TEXTS.rfNowVerify}</Status>
  ) : (
    <Status status={status}>{text}</Status>
  );
}
