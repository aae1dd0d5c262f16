import type { Lengths } from "~/app/features/plan/useLengths";
import { NumberField } from "~/app/ui/Field/Field";

interface LengthFieldProps {
  label: string;
  lengths: Lengths;
  valueM: number;
  minM?: number;
  maxM: number;
  onChange: (valueM: number) => void;
}

/** A length in the unit that the user reads a tape in. */
export function LengthField(props: LengthFieldProps) {
  const { label, lengths, valueM, minM = 0, maxM, onChange } = props;
  return (
    <NumberField
      label={label}
      unit={lengths.unit}
      min={lengths.shown(minM)}
      max={lengths.shown(maxM)}
      step={0.05}
      value={lengths.shown(valueM)}
      onChange={(value) => onChange(lengths.taken(value))}
    />
  );
}

/** What a part of the properties is given: the item, how its figures are set, and lengths. */
export interface PartProps<Item> {
  item: Item;
  set: (change: Partial<Item>) => void;
  lengths: Lengths;
}
