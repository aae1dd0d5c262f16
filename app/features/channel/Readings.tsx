import { readingWords } from "~/contract/messages/unitNumber";
import type { NumberReading, UnitNumberError } from "~/core/kit/unitNumber";
import { Button } from "~/app/ui/Button/Button";
import { Row } from "~/app/ui/Page/Page";

/** Several settings read like what was typed: one press says which is meant. */
export function Readings({
  error,
  onChoose,
}: {
  error: UnitNumberError | null;
  onChoose: (reading: NumberReading) => void;
}) {
  if (error?.code !== "ambiguous") return null;
  return (
    <Row>
      {error.readings.map((r) => (
        <Button key={r.frequencyHz} onPress={() => onChoose(r)}>
          {readingWords(r)}
        </Button>
      ))}
    </Row>
  );
}
