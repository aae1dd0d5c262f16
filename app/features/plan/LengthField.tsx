import { NumberField } from "~/app/ui/Field/Field";
import type { Lengths } from "./lengths";

interface LengthFieldProps {
  label: string;
  lengths: Lengths;
  valueM: number;
  minM?: number;
  maxM: number;
  /** In the unit that is shown. */
  step?: number;
  onChange: (valueM: number) => void;
}

/** A length in the unit that the user reads a tape in. */
export function LengthField(props: LengthFieldProps) {
  const { label, lengths, valueM, minM = 0, maxM, step = 0.05, onChange } = props;
  return (
    <NumberField
      label={label}
      unit={lengths.unit}
      min={lengths.shown(minM)}
      max={lengths.shown(maxM)}
      step={step}
      value={lengths.shown(valueM)}
      onChange={(value) => onChange(lengths.taken(value))}
    />
  );
}
