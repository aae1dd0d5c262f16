import { SCAN_TEXTS } from "~/contract/messages/screens/scan";
import { formatMhz } from "~/core/units/frequencyText";
import { Notice } from "~/app/ui/Notice/Notice";
import { CartButton } from "~/app/routes/shared/CartOnly";
import type { ScanIntent } from "./intents";
import type { ScanView } from "~/server/services/scan/scanView.server";

/** Carriers on frequencies of ours: a pack seems to have been on while it was scanned. */
export function OwnSuspects({
  suspects,
  sweepId,
  send,
}: {
  suspects: ScanView["suspects"];
  sweepId: number;
  send: (intent: ScanIntent) => void;
}) {
  return suspects.map((s) => (
    <Notice
      key={s.frequencyHz}
      kind="caution"
      action={
        <CartButton
          onPress={() =>
            send({
              intent: "mark-own",
              sweepId: sweepId,
              frequencyHz: s.frequencyHz,
              packLabel: s.packLabel,
            })
          }
        >
          {SCAN_TEXTS.itIsOurs}
        </CartButton>
      }
    >
      {SCAN_TEXTS.somethingIsOnAFrequency(
        formatMhz(Math.round(s.frequencyHz / 5000) * 5000),
        s.talker,
        s.packLabel,
      )}
    </Notice>
  ));
}
