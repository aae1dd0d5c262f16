/** What people measure a place in. */
export const LENGTH_UNITS = ["m", "ft"] as const;
export type LengthUnit = (typeof LENGTH_UNITS)[number];

/** The international foot of 1959, exact. */
export const FOOT_M = 0.3048;

/** What is usual where the rules of a region hold; elsewhere metres. */
export const usualLengthUnit = (region: string): LengthUnit => (region === "US" ? "ft" : "m");
