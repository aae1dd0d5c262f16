import type { Conflict } from "./checkSet";
import type { ProductLevel } from "./imLevels";

/** A rule that one frequency breaks, as data; the screen puts it into words. */
export type BrokenRule =
  | { code: "not-tunable"; ranges: { lowHz: number; highHz: number }[] }
  | { code: "off-grid"; nearestHz: number }
  | { code: "not-allowed" }
  | { code: "kept-free"; reason: string; channel: number | null }
  | { code: "too-noisy"; noiseDbm: number; maxNoiseDbm: number }
  | { code: "not-measured" }
  | { code: "receiver-span"; maxSpanHz: number; otherHz: number }
  /** No block, or list, of its receiver holds it and the other half's. */
  | { code: "receiver-shares"; otherHz: number }
  | {
      code: "conflict";
      conflict: Conflict;
      /** How strong the product is where it falls; null of two too near, and where levels are not known. */ level: ProductLevel | null;
    };
