/** What was noticed while a sweep was read or taken, and what was done about it. */
export type SweepWarning =
  | { code: "unit-assumed-dbuv" }
  | { code: "last-line-cut"; line: number }
  | { code: "levels-missing"; count: number; firstLine: number | null }
  | { code: "rows-cut"; count: number; firstLine: number }
  | { code: "rows-out-of-order" }
  | { code: "points-doubled"; count: number }
  /** Points that were not measured: between two frequencies, or in any one pass. */
  | { code: "gaps"; count: number; points: number; range: { lowHz: number; highHz: number } | null }
  | { code: "pass-incomplete"; count: number; passes: number }
  | { code: "sweeps-put-together"; sweeps: number; each: number }
  | { code: "resolution-known"; resolutionHz: number; stepHz: number; byDb: number }
  | { code: "steps-differ"; stepHz: number }
  | {
      code: "instruments-differ";
      higher: string;
      lower: string;
      byDb: number;
      /** The lower one was raised to the higher. */
      isRaised: boolean;
    }
  | { code: "recording-cut" }
  | { code: "recording-not-numbers" }
  | { code: "dc-spike"; frequencyHz: number }
  | { code: "scan-stopped"; instrument: string; atHz: number; pass: number }
  /** The floor lies far over what another instrument saw at this place. */
  | { code: "floor-high"; byDb: number; other: string }
  /** The file keeps the highest of many passes: noise was put right by what that adds. */
  | { code: "maximum-only"; passes: number; addsDb: number }
  /** Mean noise power of a step lies under thermal noise in that step: no antenna shows that. */
  | { code: "floor-below-thermal"; floorDbm: number; thermalDbm: number; stepHz: number }
  /** As an earlier version put it down: under a code of its own, in words. */
  | { code: "told"; as: string; message: string };

const CODES: Readonly<Record<SweepWarning["code"], true>> = {
  "unit-assumed-dbuv": true,
  "last-line-cut": true,
  "levels-missing": true,
  "rows-cut": true,
  "rows-out-of-order": true,
  "points-doubled": true,
  gaps: true,
  "pass-incomplete": true,
  "sweeps-put-together": true,
  "resolution-known": true,
  "steps-differ": true,
  "instruments-differ": true,
  "recording-cut": true,
  "recording-not-numbers": true,
  "dc-spike": true,
  "scan-stopped": true,
  "floor-below-thermal": true,
  "maximum-only": true,
  "floor-high": true,
  told: true,
};

/**
 * The warnings kept with a sweep, in this version's form or an earlier one's, which kept a sentence.
 * @param kept - what a file or a row holds; anything that is no warning is left out
 */
export function readSweepWarnings(kept: unknown): SweepWarning[] {
  if (!Array.isArray(kept)) return [];
  return (kept as unknown[]).flatMap((one): SweepWarning[] => {
    const { code, message } = (one ?? {}) as { code?: unknown; message?: unknown };
    if (typeof code !== "string") return [];
    if (code === "unit-assumed-dbuv") return [{ code }];
    if (typeof message === "string" && code !== "told")
      return [{ code: "told", as: code, message }];
    return code in CODES ? [one as SweepWarning] : [];
  });
}
