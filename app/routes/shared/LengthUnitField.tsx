import { LENGTH_UNITS } from "~/core/units/lengths";
import { SelectField } from "~/app/ui/Field/Field";
import type { DayIntent } from "~/app/routes/day/intents";
import { useDay } from "./useDay";
import { useIntent } from "./useIntent";

const WORDS = { m: "metres", ft: "feet" } as const;

/** Metres or feet, for the whole shoot. */
export function LengthUnitField() {
  const { id, lengthUnit } = useDay().day;
  const { send } = useIntent<DayIntent>(`/day/${id}?index`);
  return (
    <SelectField
      label="Lengths in"
      choices={LENGTH_UNITS.map((u) => ({ id: u, label: WORDS[u] }))}
      value={lengthUnit}
      onChange={(unit) => send({ intent: "lengths", unit })}
    />
  );
}
