import { SCAN_TEXTS } from "~/contract/messages/screens/scan";
import type { LiveScan } from "~/app/routes/shared/liveScan";
import { Row, Soft } from "~/app/ui/Page/Page";
import { Progress } from "~/app/ui/Progress/Progress";
import { CartButton } from "~/app/routes/shared/CartOnly";
import type { ScanIntent } from "./intents";

/** How far a scan is, and how it is ended. */
export function ScanRun({ live, send }: { live: LiveScan; send: (intent: ScanIntent) => void }) {
  return (
    <Row>
      <Progress
        label={SCAN_TEXTS.scan}
        fraction={live.fraction}
        valueText={
          live.pass !== null ? SCAN_TEXTS.pass(live.pass) : `${Math.floor(live.fraction * 100)} %`
        }
      />
      {live.pass === null && (
        <CartButton onPress={() => send({ intent: "stop", keepsPart: false })}>
          {SCAN_TEXTS.stop}
        </CartButton>
      )}
      <CartButton onPress={() => send({ intent: "stop", keepsPart: true })}>
        {live.pass !== null ? SCAN_TEXTS.thatIsEnough : SCAN_TEXTS.stopAndSave}
      </CartButton>
      {live.isAway && <Soft>{SCAN_TEXTS.connectionLostReconnecting}</Soft>}
    </Row>
  );
}
