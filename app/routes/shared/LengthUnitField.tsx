import { SHARED_TEXTS } from "~/contract/messages/screens/shared";
import { LENGTH_UNITS, type LengthUnit } from "~/core/units/lengths";
import { SelectField } from "~/app/ui/Field/Field";
import type { DayIntent } from "~/app/routes/day/intents";
import { useIntent } from "./useIntent";

const WORDS = { m: "metres", ft: "feet" } as const;

/** Metres or feet, for the whole shoot. */
export function LengthUnitField({
  day: { id, lengthUnit },
}: {
  day: { id: number; lengthUnit: LengthUnit };
}) {
  const { send } = useIntent<DayIntent>(`/day/${id}?index`);
  return (
    <SelectField
      label={SHARED_TEXTS.lengths}
      choices={LENGTH_UNITS.map((u) => ({ id: u, label: WORDS[u] }))}
      value={lengthUnit}
      onChange={(unit) => send({ intent: "lengths", unit })}
    />
  );
}
