import { useMemo, useSyncExternalStore } from "react";
import { formatFeet, formatMetres } from "~/contract/messages/format";

export type LengthUnit = "m" | "ft";
const KEY = "plain-channel-lengths";
const FOOT_M = 0.3048;
const listeners = new Set<() => void>();

const read = (): LengthUnit => (localStorage.getItem(KEY) === "ft" ? "ft" : "m");
const watch = (listener: () => void) => {
  listeners.add(listener);
  return () => {
    listeners.delete(listener);
  };
};

/** Lengths as the user reads a tape: kept on this screen. */
export function useLengths() {
  const unit = useSyncExternalStore(watch, read, (): LengthUnit => "m");
  return useMemo(
    () => ({
      unit,
      setUnit: (next: LengthUnit) => {
        localStorage.setItem(KEY, next);
        listeners.forEach((l) => {
          l();
        });
      },
      metres: (m: number) => (unit === "ft" ? formatFeet(m) : formatMetres(m)),
      /** A length as it stands in a field, and back. */
      shown: (m: number) =>
        unit === "ft" ? Math.round((m / FOOT_M) * 10) / 10 : Math.round(m * 100) / 100,
      taken: (value: number) => (unit === "ft" ? value * FOOT_M : value),
    }),
    [unit],
  );
}
export type Lengths = ReturnType<typeof useLengths>;
