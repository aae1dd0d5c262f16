import { dbuvToDbm } from "~/core/units/decibels";
import { asPerStep, shifted } from "./scale";
import type { Measurement } from "./sweep";

/** How a scan was taken, as far as anybody said. */
export interface SweepSetup {
  /** Which side of the door; null of scans from before this was asked. */
  setting: "indoors" | "outdoors" | null;
  /** In words; empty when nobody said. */
  antenna: string;
  /** 3 dB bandwidth of the filter that measured; null: each level is the power of one step. */
  resolutionHz: number | null;
  /** Added to every level: a pre-amplifier's gain taken out, a lead's loss put back. */
  correctionDb: number;
  /**
   * The answer where a file did not name its unit and its levels look like dBµV: what they are
   * after all.
   */
  unit: "dbuv" | "dbm" | null;
  /** The first heading or comment of the file, by which an instrument is known again. */
  heading?: string | null;
  /** Its file's name, which stays when the instrument is given a name of its own. */
  fileName?: string | null;
  /** Lines that the instrument makes itself, as somebody said; absent: nobody said of any. */
  ownLinesHz?: number[];
  /** Taken over from the same instrument's last file, and confirmed by nobody yet. */
  isRemembered?: boolean;
}

export const PLAIN_SETUP: SweepSetup = {
  setting: null,
  antenna: "",
  resolutionHz: null,
  correctionDb: 0,
  unit: null,
};

/** The measurement on the scale that its setup tells: power per step in dBm at the antenna.
 * @param m - as it was read: levels that were taken for dBµV are dBm already */
export function measuredWith(
  m: Measurement,
  { resolutionHz, correctionDb, unit }: SweepSetup,
): Measurement {
  const wasTakenForDbuv = m.warnings.some((w) => w.code === "unit-assumed-dbuv");
  const unitDb = wasTakenForDbuv && unit === "dbm" ? -dbuvToDbm(0) : 0;
  const scaled = shifted(
    asPerStep(resolutionHz === null ? m : { ...m, resolutionHz }),
    correctionDb + unitDb,
  );
  return unit === null
    ? scaled
    : { ...scaled, warnings: m.warnings.filter((w) => w.code !== "unit-assumed-dbuv") };
}
