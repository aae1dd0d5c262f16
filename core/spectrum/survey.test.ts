import { legalWindows, REGIONS } from "~/core/regulations/region";
import { rasterChannels, RASTERS } from "~/core/regulations/raster";
import { seededRandom } from "~/core/units/random";
import { alsoLong } from "~/testkit/long";
import { analyseSweep } from "./analyseSweep";
import type { Measurement } from "./sweep";
import { shifted } from "./scale";
import { surveyAir, type Survey } from "./survey";

const RASTER = RASTERS["EU-8"];
const WINDOWS = legalWindows(REGIONS.EU, Number.MIN_VALUE);
const STEP_HZ = 25_000;
const LOW_HZ = 470e6;
const POINTS = 3841;
const BANDWIDTH_HZ = 200_000;
const TUNING = [{ lowHz: 470.1e6, highHz: 565.9e6, stepHz: STEP_HZ }];

interface Made {
  floorDbm: number;
  stations: { lowHz: number; highHz: number; overDb: number }[];
  /** `onEvery`: on in one pass of so many. */
  carriers: { frequencyHz: number; widthHz: number; overDb: number; onEvery: number }[];
  broadband: { lowHz: number; highHz: number; overDb: number }[];
}

/** A made-up band: two stations, three steady carriers, two that come and go, one lamp's noise. */
function made(seed: number): Made {
  const random = seededRandom(seed);
  const pick = (low: number, high: number) => low + (high - low) * random();
  const channels = rasterChannels(RASTER).filter((c) => c.highHz <= 566e6);
  const stations = [pick(1, 4), pick(7, 10)].map((k) => {
    const { lowHz, highHz } = channels[Math.floor(k)]!;
    return { lowHz, highHz, overDb: pick(15, 40) };
  });
  const rooms = channels.filter((c) => !stations.some((s) => s.lowHz === c.lowHz));
  const places = rooms.map((c) => Math.round(pick(c.lowHz + 2e6, c.highHz - 2e6)));
  const carriers = places.slice(0, 5).map((frequencyHz, k) => ({
    frequencyHz,
    widthHz: pick(80_000, 160_000),
    overDb: pick(12, 35),
    onEvery: k < 3 ? 1 : 3,
  }));
  const lamp = rooms[6]!;
  return {
    floorDbm: pick(-125, -95),
    stations,
    carriers,
    broadband: [{ lowHz: lamp.lowHz + 1e6, highHz: lamp.lowHz + 5e6, overDb: pick(8, 15) }],
  };
}

/** Passes over it: one look of a detector in each bin, so single bins scatter by 5.6 dB. */
function swept(air: Made, passes: number, seed: number): Measurement {
  const random = seededRandom(seed * 7919 + passes);
  const edgeHz = 150_000;
  const mean = (hz: number, pass: number): number => {
    let mw = 1;
    for (const s of air.stations)
      if (hz > s.lowHz + edgeHz && hz < s.highHz - edgeHz) mw += 10 ** (s.overDb / 10);
    for (const h of air.broadband) if (hz > h.lowHz && hz < h.highHz) mw += 10 ** (h.overDb / 10);
    for (const c of air.carriers)
      if (Math.abs(hz - c.frequencyHz) < c.widthHz / 2 && pass % c.onEvery === 0)
        mw += 10 ** (c.overDb / 10);
    return mw;
  };
  return {
    format: "rows",
    lowHz: LOW_HZ,
    stepHz: STEP_HZ,
    points: POINTS,
    completePasses: passes,
    warnings: [],
    passes: Array.from({ length: passes }, (_, p) =>
      Float64Array.from(
        { length: POINTS },
        (_unused, i) =>
          air.floorDbm + 10 * Math.log10(mean(LOW_HZ + i * STEP_HZ, p) * -Math.log(1 - random())),
      ),
    ),
  };
}

/** What is free by how it was made, the guard beside stations counted in. */
function trulyFreeHz(air: Made): number {
  let steps = 0;
  for (let hz = TUNING[0]!.lowHz; hz <= TUNING[0]!.highHz; hz += STEP_HZ) {
    const [lowHz, highHz] = [hz - BANDWIDTH_HZ / 2, hz + BANDWIDTH_HZ / 2];
    const isTaken =
      air.stations.some((s) => lowHz < s.highHz + 100_000 && highHz > s.lowHz - 100_000) ||
      air.broadband.some((h) => lowHz < h.highHz && highHz > h.lowHz) ||
      air.carriers.some((c) => Math.abs(hz - c.frequencyHz) < (BANDWIDTH_HZ + c.widthHz) / 2);
    if (!isTaken) steps += 1;
  }
  return steps * STEP_HZ;
}

const survey = (m: Measurement, change: Partial<Parameters<typeof surveyAir>[0]> = {}): Survey =>
  surveyAir({
    analysis: analyseSweep(m, RASTER),
    windows: WINDOWS,
    tuning: TUNING,
    bandwidthHz: BANDWIDTH_HZ,
    receiver: { noiseFigureDb: 8 },
    givenDbm: null,
    stations: [],
    avoid: [],
    ...change,
  });

const SEEDS = alsoLong(
  [1, 2, 3],
  Array.from({ length: 37 }, (_, k) => k + 4),
);

/** Whether a carrier can be asked for: seen three times, or once and far out of the noise. */
const isSeen = (c: Made["carriers"][number], passes: number): boolean =>
  Math.ceil(passes / c.onEvery) >= 3 || c.overDb >= 18;

test.each(SEEDS)("air %i: free is what was made free, after one pass as after sixty", (seed) => {
  const air = made(seed);
  for (const passes of [1, 4, 10, 60]) {
    const { freeHz, freeRanges } = survey(swept(air, passes, seed));
    const share = freeHz / trulyFreeHz(air);
    expect({ passes, share, isNear: Math.abs(share - 1) <= 0.03 }).toMatchObject({ isNear: true });
    for (const { frequencyHz, ...c } of air.carriers.filter((made) => isSeen(made, passes))) {
      const over = freeRanges.filter(
        (r) =>
          frequencyHz > r.lowHz - BANDWIDTH_HZ / 2 && frequencyHz < r.highHz + BANDWIDTH_HZ / 2,
      );
      expect({ passes, frequencyHz, ...c, over }).toMatchObject({ over: [] });
    }
  }
});

test("noise alone: as much is free after 300 passes as after one", () => {
  const quiet: Made = { floorDbm: -105, stations: [], carriers: [], broadband: [] };
  const free = [1, 10, 300].map((passes) => survey(swept(quiet, passes, 5)).freeHz);
  for (const hz of free) expect(hz / 95.8e6).toBeGreaterThan(0.97);
});

test("what governs: the instrument where its floor lies over what the receiver needs, the receiver below that, a hand's limit always", () => {
  const air = made(3);
  const at = (floorDbm: number) => swept({ ...air, floorDbm }, 4, 3);
  // 25 kHz to 200 kHz: 9.03 dB; the receiver's own noise by kTB and 8 dB: −112.97 dBm
  const loud = survey(at(-105));
  expect(loud.limitBy).toBe("instrument");
  expect(loud.floorDbm).toBeCloseTo(-95.97, 0);
  expect(loud.limitDbm - loud.floorDbm).toBeCloseTo(5.5, 6);
  const fine = survey(at(-135));
  expect(fine).toMatchObject({ limitBy: "receiver" });
  expect(fine.limitDbm).toBeCloseTo(-112.965, 2);
  expect(survey(at(-105), { receiver: null }).limitBy).toBe("instrument");
  expect(survey(at(-105), { givenDbm: -130 })).toMatchObject({ limitBy: "given", freeHz: 0 });
  const generous = survey(at(-105), { givenDbm: -60 });
  expect(generous.freeHz).toBeGreaterThan(loud.freeHz);
});

test("an instrument whose scale is off finds the same places", () => {
  const m = swept(made(4), 10, 4);
  expect(survey(shifted(m, 37)).freeRanges).toEqual(survey(m).freeRanges);
  expect(survey(shifted(m, -30)).freeRanges).toEqual(survey(m).freeRanges);
});

test("a floor under thermal noise is questioned: kTB in 25 kHz is −130 dBm (CODATA k)", () => {
  const at = (floorDbm: number) =>
    analyseSweep(swept({ ...made(1), floorDbm }, 4, 1), RASTER).warnings.map((w) => w.code);
  expect(at(-128)).toEqual([]);
  expect(at(-134)).toEqual(["floor-below-thermal"]);
});

test("what was not measured is not free; what is avoided neither; a station that is known but not seen keeps its room", () => {
  const quiet = swept({ floorDbm: -110, stations: [], carriers: [], broadband: [] }, 4, 9);
  const gap = {
    ...quiet,
    passes: quiet.passes.map((p) => p.map((l, i) => (i > 1000 && i < 1200 ? NaN : l))),
  };
  const { freeRanges } = survey(gap, {
    stations: [{ lowHz: 518e6, highHz: 526e6 }],
    avoid: [{ lowHz: 540e6, highHz: 541e6 }],
  });
  const isFree = (hz: number) => freeRanges.some((r) => hz >= r.lowHz && hz <= r.highHz);
  expect([495.1e6, 499.9e6, 494.8e6].map(isFree)).toEqual([false, false, true]);
  expect([517.9e6, 522e6, 517.7e6].map(isFree)).toEqual([false, false, true]);
  expect([540.5e6, 541.05e6, 541.1e6].map(isFree)).toEqual([false, false, true]);
});

test("a carrier in three passes of sixty is found; noise alone is hardly ever taken for one", () => {
  const air: Made = {
    floorDbm: -110,
    stations: [],
    broadband: [],
    carriers: [{ frequencyHz: 515.25e6, widthHz: 110_000, overDb: 10, onEvery: 20 }],
  };
  const { carriers } = analyseSweep(swept(air, 60, 2), null);
  expect(carriers).toHaveLength(1);
  expect(Math.abs(carriers[0]!.frequencyHz - 515.25e6)).toBeLessThan(50_000);
  expect(carriers[0]!.occupancy).toBeGreaterThan(0.04);
  expect(carriers[0]!.occupancy).toBeLessThan(0.1);
  const quiet: Made = { ...air, carriers: [] };
  const found = [1, 2, 3].map((seed) => analyseSweep(swept(quiet, 20, seed), null).carriers.length);
  expect(found.reduce((a, b) => a + b, 0)).toBeLessThanOrEqual(1);
});
