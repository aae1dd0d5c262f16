import { limitWords } from "~/contract/messages/scan";
import type { LawView } from "~/contract/schemas/airView";
import { SCAN_TEXTS } from "~/contract/messages/screens/scan";
import { LIMIT_STEP_DB } from "~/core/spectrum/noiseLimit";
import { QuietButton } from "~/app/ui/Button/Button";
import { Row, Soft } from "~/app/ui/Page/Page";
import { CartOnly } from "~/app/routes/shared/CartOnly";

interface NoiseLimitProps {
  law: LawView;
  /** Null: nobody's hand governs any more. */
  onSet: (limitDbm: number | null) => void;
}

/** Up to which noise a place is quiet, what governs that, and steps of it; it can be dragged too. */
export function NoiseLimit({ law, onSet }: NoiseLimitProps) {
  const now = Math.round(law.maxNoiseDbm);
  return (
    <Row style={{ alignItems: "center" }}>
      <Soft>{limitWords(law)}</Soft>
      <CartOnly>
        <QuietButton onPress={() => onSet(now + LIMIT_STEP_DB)}>
          {SCAN_TEXTS.allowDbMoreNoise(LIMIT_STEP_DB)}
        </QuietButton>
        <QuietButton onPress={() => onSet(now - LIMIT_STEP_DB)}>
          {SCAN_TEXTS.dbLess(LIMIT_STEP_DB)}
        </QuietButton>
        {law.limit?.by === "given" && (
          <QuietButton onPress={() => onSet(null)}>{SCAN_TEXTS.automaticLimit}</QuietButton>
        )}
      </CartOnly>
    </Row>
  );
}
