import { formatFeet, formatMetres } from "~/contract/messages/format";
import { FOOT_M, type LengthUnit } from "~/core/units/lengths";

/** Lengths as a tape of that unit reads, on a screen and in its fields. */
export const lengthsOf = (unit: LengthUnit) => ({
  unit,
  metres: (m: number) => (unit === "ft" ? formatFeet(m) : formatMetres(m)),
  /** A length as it stands in a field, and back. */
  shown: (m: number) =>
    unit === "ft" ? Math.round((m / FOOT_M) * 10) / 10 : Math.round(m * 100) / 100,
  taken: (value: number) => (unit === "ft" ? value * FOOT_M : value),
});
export type Lengths = ReturnType<typeof lengthsOf>;
