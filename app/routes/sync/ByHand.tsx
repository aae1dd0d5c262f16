import { useState } from "react";
import type { ChannelView } from "~/server/services/day/dayView.server";
import type { Seen } from "~/contract/schemas/seen";
import { frequencyTextErrorWords } from "~/contract/messages/words";
import { shownAs } from "~/core/kit/modelText";
import type { PackModel, ReceiverModel } from "~/core/kit/models";
import { SELF_CHOSEN_HZ } from "~/core/channel/channelState";
import { formatMhz, parseFrequencyText } from "~/core/units/frequencyText";
import { Button } from "~/app/ui/Button/Button";
import { TextField } from "~/app/ui/Field/Field";
import { Row, Soft } from "~/app/ui/Page/Page";

interface ByHandProps {
  channel: ChannelView;
  receiver: ReceiverModel;
  pack: PackModel;
  isBusy: boolean;
  saw: (seen: Seen) => void;
}

/**
 * The next thing to do with one's own hands on units that nobody can ask, and what was seen of it.
 */
export function ByHand({ channel: c, receiver, pack, isBusy, saw }: ByHandProps) {
  const wantedHz = "frequencyHz" in c.state.frequency ? c.state.frequency.frequencyHz : null;
  const { sync } = c.state;
  switch (sync.code) {
    case "no-frequency":
    case "pack-cannot":
      return null;
    case "receiver-not-set":
      return wantedHz === null ? null : (
        <Shows
          key="r"
          label={`${c.receiverLabel} shows`}
          what={`Set ${c.receiverLabel} to ${named(receiver, wantedHz)}.`}
          wantedHz={wantedHz}
          isBusy={isBusy}
          onSeen={(frequencyHz) => saw({ what: "receiver-shows", frequencyHz })}
        />
      );
    case "pack-not-synced":
    case "pack-elsewhere":
      if (c.meets === "adaptive")
        return (
          <Row>
            <span>{`Pair ${c.packLabel} with ${c.receiverLabel}, close together, as their makers say.`}</span>
            <Button
              isDisabled={isBusy}
              onPress={() => saw({ what: "pack-shows", frequencyHz: SELF_CHOSEN_HZ })}
            >
              They are paired
            </Button>
          </Row>
        );
      return wantedHz === null ? null : (
        <Shows
          key="p"
          label={`${c.packLabel} shows`}
          what={`Bring ${c.packLabel} to ${named(pack, wantedHz)}.`}
          wantedHz={wantedHz}
          isBusy={isBusy}
          onSeen={(frequencyHz) => saw({ what: "pack-shows", frequencyHz })}
        />
      );
    default:
      break;
  }
  return null;
}

function Shows({
  label,
  what,
  wantedHz,
  isBusy,
  onSeen,
}: {
  label: string;
  what: string;
  wantedHz: number;
  isBusy: boolean;
  onSeen: (frequencyHz: number) => void;
}) {
  const [text, setText] = useState(formatMhz(wantedHz));
  const read = parseFrequencyText(text);
  return (
    <Row style={{ alignItems: "end" }}>
      <TextField
        label={`${label}, MHz`}
        value={text}
        onChange={setText}
        widthCh={9}
        inputMode="decimal"
        error={read.ok ? null : frequencyTextErrorWords(read.error)}
      />
      <Button isDisabled={isBusy || !read.ok} onPress={() => read.ok && onSeen(read.value)}>
        It shows that
      </Button>
      <Soft>{what}</Soft>
    </Row>
  );
}

/** A frequency as it is to be set on a unit: "512.375", "code A3 (553.900)". */
function named(model: ReceiverModel | PackModel, frequencyHz: number): string {
  const shown = shownAs(model, frequencyHz);
  return shown ? `${shown.kind} ${shown.text} (${formatMhz(frequencyHz)})` : formatMhz(frequencyHz);
}
