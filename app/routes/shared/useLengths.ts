import { useMemo } from "react";
import { type Lengths, lengthsOf } from "~/app/features/plan/lengths";
import { useDay } from "./useDay";

/** Lengths as the shoot reads a tape, the same on every screen of it. */
export function useLengths(): Lengths {
  const { lengthUnit } = useDay().day;
  return useMemo(() => lengthsOf(lengthUnit), [lengthUnit]);
}
