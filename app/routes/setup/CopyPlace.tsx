import { useState } from "react";
import { PrimaryButton, QuietButton } from "~/app/ui/Button/Button";
import { SelectField } from "~/app/ui/Field/Field";
import { Row } from "~/app/ui/Page/Page";

/** A place once more, on this day or another. */
export function CopyPlace({
  name,
  days,
  here,
  isBusy,
  onCopy,
  onDrop,
}: {
  name: string;
  days: { id: number; label: string }[];
  here: number;
  isBusy: boolean;
  onCopy: (toDayId: number) => void;
  onDrop: () => void;
}) {
  const [to, setTo] = useState(here);
  return (
    <Row style={{ alignItems: "end", marginTop: 10 }}>
      <SelectField
        label={`${name} once more`}
        value={to}
        onChange={setTo}
        choices={days.map((d) =>
          d.id === here ? { ...d, label: "on this day, after the last place" } : d,
        )}
      />
      <PrimaryButton isDisabled={isBusy} onPress={() => onCopy(to)}>
        Copy it
      </PrimaryButton>
      <QuietButton onPress={onDrop}>Drop it</QuietButton>
    </Row>
  );
}
