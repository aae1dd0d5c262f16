import { useState } from "react";
import { SETUP_TEXTS } from "~/contract/messages/screens/setup";
import { PrimaryButton, QuietButton } from "~/app/ui/Button/Button";
import { SelectField } from "~/app/ui/Field/Field";
import { Row } from "~/app/ui/Page/Page";

/** A place again, on this day or another. */
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
        label={SETUP_TEXTS.again(name)}
        value={to}
        onChange={setTo}
        choices={days.map((d) => (d.id === here ? { ...d, label: SETUP_TEXTS.onThisDayAfter } : d))}
      />
      <PrimaryButton isDisabled={isBusy} onPress={() => onCopy(to)}>
        {SETUP_TEXTS.copy}
      </PrimaryButton>
      <QuietButton onPress={onDrop}>{SETUP_TEXTS.cancel}</QuietButton>
    </Row>
  );
}
