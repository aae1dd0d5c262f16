import { BOLTZMANN_J_PER_K, STANDARD_TEMPERATURE_K } from "~/core/units/constants";
import { assertNotNegative, assertPositive } from "~/core/units/guards";
import { dbToPowerRatio, powerRatioToDb } from "~/core/units/decibels";

export type CoaxType = "RG-174" | "RG-58" | "RG-8X" | "RG-213" | "low-loss-10";

/** Loss per 100 m = a·√f + b·f, f in MHz, fitted to usual catalogue values (from memory). */
const COAX: Readonly<Record<CoaxType, readonly [number, number]>> = {
  "RG-174": [2.6, 0.022],
  "RG-58": [1.4, 0.022],
  "RG-8X": [1, 0.011],
  "RG-213": [0.58, 0.0075],
  "low-loss-10": [0.386, 0.0014],
};

export type FeedItem =
  | { kind: "coax"; type: CoaxType; lengthM: number }
  | { kind: "loss"; db: number }
  | {
      kind: "amplifier";
      gainDb: number;
      noiseFigureDb: number;
      /** An active splitter from its input to a port; absent: an amplifier in the line. */
      as?: "splitter";
    }
  | { kind: "splitter"; ways: number }
  | { kind: "pad"; db: number };

/** What a splitter loses beyond its share (common practice, no published source). */
const SPLITTER_EXCESS_DB = 0.7;

/** Loss of a cable at a frequency. @returns dB, positive */
export function coaxLossDb(type: CoaxType, lengthM: number, frequencyHz: number): number {
  assertNotNegative("lengthM", lengthM);
  assertPositive("frequencyHz", frequencyHz);
  const [a, b] = COAX[type];
  const mhz = frequencyHz / 1e6;
  return ((a * Math.sqrt(mhz) + b * mhz) * lengthM) / 100;
}

/**
 * Gain (negative for a loss) and noise figure of one thing in the feed. Passive things have a noise
 * figure equal to their loss (at 290 K).
 */
export function feedItem(
  item: FeedItem,
  frequencyHz: number,
): { label: string; gainDb: number; noiseFigureDb: number } {
  const passive = (label: string, lossDb: number) => ({
    label,
    gainDb: -lossDb,
    noiseFigureDb: lossDb,
  });
  switch (item.kind) {
    case "coax":
      return passive(
        `${item.type}, ${item.lengthM} m`,
        coaxLossDb(item.type, item.lengthM, frequencyHz),
      );
    case "loss":
      return passive("loss in the feed", item.db);
    case "pad":
      return passive(`pad ${item.db} dB`, item.db);
    case "splitter":
      return passive(
        `splitter, ${item.ways} ways`,
        item.ways === 1 ? 0 : powerRatioToDb(item.ways) + SPLITTER_EXCESS_DB,
      );
    case "amplifier":
      return {
        label: item.as === "splitter" ? "distribution" : "amplifier",
        gainDb: item.gainDb,
        noiseFigureDb: item.noiseFigureDb,
      };
  }
}

/**
 * Noise figure of stages in a row, referred to the first input: F = F1 + (F2−1)/G1 + … (Friis
 * 1944).
 * @example cascadedNoiseFigureDb([{ gainDb: -5, noiseFigureDb: 5 }, { gainDb: 0, noiseFigureDb: 8
 *   }]) // 13.0
 */
export function cascadedNoiseFigureDb(
  stages: readonly { gainDb: number; noiseFigureDb: number }[],
): number {
  let factor = 1;
  let gain = 1;
  for (const stage of stages) {
    factor += (dbToPowerRatio(stage.noiseFigureDb) - 1) / gain;
    gain *= dbToPowerRatio(stage.gainDb);
  }
  return powerRatioToDb(factor);
}

/** Thermal noise at 290 K with a noise figure: 10·log10(k·T·B / 1 mW) + NF.
 * @example noiseFloorDbm({ bandwidthHz: 200e3, noiseFigureDb: 0 }) // -120.97 */
export function noiseFloorDbm({
  bandwidthHz,
  noiseFigureDb,
}: {
  bandwidthHz: number;
  noiseFigureDb: number;
}): number {
  assertPositive("bandwidthHz", bandwidthHz);
  return (
    powerRatioToDb(BOLTZMANN_J_PER_K * STANDARD_TEMPERATURE_K * bandwidthHz * 1000) + noiseFigureDb
  );
}
