import { itemAt } from "~/core/units/items";
import { type AirScene, sweepAir } from "~/core/simulator/air";
import { RASTERS, rasterChannels } from "~/core/regulations/raster";
import { type RandomSource, shuffled } from "~/core/units/random";
import type { Measurement } from "~/core/spectrum/sweep";

/** The stretch in which exercises lie, and its television channels. */
export const RANGE = { lowHz: 470e6, highHz: 566e6 } as const;
export const EXERCISE_RASTER = RASTERS["EU-8"];
export const EXERCISE_CHANNELS = rasterChannels(EXERCISE_RASTER).filter(
  (c) => c.lowHz >= RANGE.lowHz && c.highHz <= RANGE.highHz,
);
export const STEP_HZ = 25_000;
const PASSES = 8;
/** Sweeps follow each other slowly enough that what talks in turns is caught off now and then. */
const PASS_MS = 11_000;

export interface StrangeAir {
  scene: AirScene;
  measurement: Measurement;
  /** Channels without a station: in random order, the two with broad noise last. */
  freeChannels: { channel: number; lowHz: number; highHz: number }[];
}

/**
 * A place nobody has been to: some stations, strong and weak, two packs of others, somebody who
 * talks in turns, and broad noise from some machine.
 * @param stations - how many
 */
export function strangeAir(random: RandomSource, seed: string, stations: number): StrangeAir {
  // broad noise keeps to no raster: it lies across two channels that are both free of television
  const at = Math.floor(random() * (EXERCISE_CHANNELS.length - 1));
  const noisy = EXERCISE_CHANNELS.slice(at, at + 2);
  const order = shuffled(
    EXERCISE_CHANNELS.filter((c) => !noisy.includes(c)),
    random,
  );
  const busy = order.slice(0, stations);
  const free = [...order.slice(stations), ...noisy];
  const between = (low: number, high: number) => low + (high - low) * random();
  const within = (c: { lowHz: number; highHz: number }) =>
    Math.round(between(c.lowHz + 1.2e6, c.highHz - 1.2e6) / STEP_HZ) * STEP_HZ;
  const scene: AirScene = {
    seed,
    noiseDbmPer200kHz: between(-111, -104),
    slopeDbPer100MHz: between(-3, 1),
    looks: 12,
    // the last of them is weak enough to be overlooked
    stations: busy.map((c, i) => ({
      ...c,
      levelDbm: i === busy.length - 1 ? between(-84, -79) : between(-72, -46),
    })),
    carriers: [
      ...free.slice(0, 2).map((c, i) => ({
        id: `pack ${i + 1}`,
        frequencyHz: within(c),
        levelDbm: between(-86, -66),
        widthHz: 180_000,
        rhythm: null,
      })),
      {
        id: "talkback",
        frequencyHz: within(itemAt(free, 2)),
        levelDbm: between(-86, -72),
        widthHz: 100_000,
        rhythm: { onMs: 26_000, periodMs: 61_000, offsetMs: Math.round(between(0, 61_000)) },
      },
    ],
    broadband: [
      {
        centreHz: itemAt(noisy, 0).highHz + between(-1e6, 1e6),
        widthHz: between(7e6, 10e6),
        levelDbmPer200kHz: between(-93, -86),
      },
    ],
  };
  const passes = Array.from({ length: PASSES }, (_, i) =>
    sweepAir(scene, RANGE.lowHz, RANGE.highHz, STEP_HZ, i * PASS_MS, 2),
  );
  return {
    scene,
    freeChannels: free,
    measurement: {
      format: "json",
      lowHz: RANGE.lowHz,
      stepHz: STEP_HZ,
      points: itemAt(passes, 0).length,
      passes,
      completePasses: PASSES,
      warnings: [],
    },
  };
}
