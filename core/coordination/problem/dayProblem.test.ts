import { openRanges, pickProblem, takenTelevision, type PickFacts } from "./dayProblem";
import { PROFILES } from "./profile";
import { RASTERS } from "~/core/regulations/raster";
import { REGIONS } from "~/core/regulations/region";
import { analyseSweep, type SweepAnalysis } from "~/core/spectrum/analyseSweep";
import type { Measurement } from "~/core/spectrum/sweep";
import { seededRandom } from "~/core/units/random";

const points = 2881;
const analysis = (change: Partial<SweepAnalysis> = {}): SweepAnalysis => {
  const levels = new Float64Array(points).fill(-117);
  return {
    lowHz: 470e6,
    highHz: 542e6,
    stepHz: 25_000,
    points,
    sweeps: 1,
    meanLooks: 12,
    measuredPoints: 0,
    looksPerBin: 1,
    noiseFloorDbm: -117,
    floorDbm: Float64Array.from(levels),
    meanDbm: levels,
    maxDbm: levels,
    tv: [],
    overTelevision: [],
    carriers: [],
    broadband: [],
    instrumentLines: [],
    warnings: [],
    ...change,
  };
};
const facts = (change: Partial<PickFacts> = {}): PickFacts => ({
  region: REGIONS.EU,
  raster: RASTERS["EU-8"],
  stations: [],
  analysis: analysis(),
  profile: PROFILES.normal,
  neededNoiseDbm: -95,
  noiseLimitDbm: null,
  spares: 2,
  channels: [
    {
      id: 1,
      number: 1,
      tuning: [{ lowHz: 470e6, highHz: 542e6, stepHz: 25_000 }],
      bandwidthHz: 200_000,
      powerMw: 50,
      receiverKey: "r",
      halfSpanHz: 72e6,
      lockedHz: null,
    },
  ],
  ...change,
});
const tv = (channel: number, state: "busy" | "clear") => ({
  channel,
  lowHz: 470e6 + (channel - 21) * 8e6,
  highHz: 478e6 + (channel - 21) * 8e6,
  state,
  levelDbm: -60,
  filled: 1,
  covered: 1,
});
const seen = (frequencyHz: number, own: string | null) => ({
  frequencyHz,
  levelDbm: -70,
  widthHz: 200_000,
  occupancy: 1,
  own,
  isSpur: false,
});

test("television counts as taken when the register or the scan says so, each with its reason", () => {
  const taken = takenTelevision({
    raster: RASTERS["EU-8"],
    stations: [
      { channel: 22, name: "A" },
      { channel: 25, name: "B" },
    ],
    analysis: analysis({ tv: [tv(25, "busy"), tv(26, "busy"), tv(27, "clear")] }),
  });
  expect(taken.map((t) => [t.channel, t.reason])).toEqual([
    [22, "TV 22, A, in the station list"],
    [25, "TV 25, B"],
    [26, "TV 26, seen in the scan"],
  ]);
});

test("carriers of others stand; our own do not, nor does the noise under them", () => {
  const levels = new Float64Array(points).fill(-117);
  for (let i = 1000; i <= 1008; i += 1) levels[i] = -75;
  const own = seen(470e6 + 1004 * 25_000, "Pack C");
  const request = pickProblem(
    facts({
      analysis: analysis({ meanDbm: levels, maxDbm: levels, carriers: [own, seen(500e6, null)] }),
    }),
  );
  expect(request.others).toEqual([{ id: "other 500.000", frequencyHz: 500e6 }]);
  const under = request.noise.find(
    (n) => n.lowHz <= own.frequencyHz && n.highHz > own.frequencyHz,
  )!;
  expect(under.levelDbm).toBeCloseTo(-117 + 9.03, 0);
});

test("noise is per channel bandwidth, and without a scan there is no limit to keep", () => {
  expect(pickProblem(facts()).noise[100]!.levelDbm).toBeCloseTo(-117 + 9.03, 0);
  expect(pickProblem(facts({ analysis: null }))).toMatchObject({ noise: [], maxNoiseDbm: null });
});

test("each pack keeps to where its own power is allowed; one set too high has nowhere to tune and takes nothing from the others", () => {
  const [one] = facts().channels;
  const request = pickProblem(facts({ channels: [one!, { ...one!, id: 2, powerMw: 500 }] }));
  expect(request.windows).toEqual(expect.arrayContaining([{ lowHz: 470e6, highHz: 694e6 }]));
  // the lowest carrier that lies wholly inside the band stands half a bandwidth above its edge
  expect(request.channels.map((c) => c.tuning)).toEqual([
    [{ lowHz: 470.1e6, highHz: 542e6, stepHz: 25_000 }],
    [],
  ]);
});

test("halves of a dual receiver are a group; a pair that never meets has nowhere to tune", () => {
  const dual = facts().channels[0]!;
  const request = pickProblem(
    facts({
      channels: [
        dual,
        { ...dual, id: 2, tuning: [] },
        { ...dual, id: 3, receiverKey: "cam", halfSpanHz: null },
      ],
    }),
  );
  expect(request.groups).toEqual([{ id: "r", maxSpanHz: 72e6 }]);
  expect(request.channels.map((c) => [c.id, c.group, c.tuning.length])).toEqual([
    ["ch1", "r", 1],
    ["ch2", "r", 0],
    ["ch3", null, 1],
  ]);
});

test("open stretches leave out television, others with their spacing, and what was not measured", () => {
  const request = pickProblem(
    facts({
      stations: [{ channel: 22, name: "A" }],
      analysis: analysis({ carriers: [seen(500e6, null)] }),
    }),
  );
  const open = openRanges(request, 200_000).map((s) => [s.lowHz / 1e6, s.highHz / 1e6]);
  // up to the station's edge less its guard and half a bandwidth; from the carrier on by the spacing of 0.35 MHz;
  // to the last step measured on both sides
  expect(open).toEqual([
    [470.1, 477.8],
    [486.2, 499.65],
    [500.35, 541.9],
  ]);
  expect(openRanges(pickProblem(facts({ analysis: null })), 200_000)).toEqual([]);
});

/**
 * Noise as a general sweep tool reads it: the power of each step exponentially distributed about a
 * floor, every pass by itself.
 */
function noisySweep(passes: number, floorDbm: number, seed: number): Measurement {
  const random = seededRandom(seed);
  const pass = () =>
    Float64Array.from(
      { length: points },
      () => floorDbm + 10 * Math.log10(-Math.log(1 - random())),
    );
  return {
    format: "rows",
    lowHz: 470e6,
    stepHz: 25_000,
    points,
    passes: Array.from({ length: passes }, pass),
    completePasses: passes,
    warnings: [],
  };
}
const openHzOf = (measurement: Measurement): number =>
  openRanges(pickProblem(facts({ analysis: analyseSweep(measurement, null) })), 200_000).reduce(
    (sum, s) => sum + s.highHz - s.lowHz,
    0,
  );

test("more passes of the same air do not fill it, not even where the instrument's floor lies near the limit or over it", () => {
  for (const floorDbm of [-115, -105, -100]) {
    const open = [1, 10, 60].map((passes) => openHzOf(noisySweep(passes, floorDbm, 7)));
    for (const hz of open) expect(Math.abs(hz / (points * 25_000) - 1)).toBeLessThan(0.05);
  }
});

test("who is on in three passes of ten is found and kept clear of, though the mean hides him", () => {
  const sweep = noisySweep(10, -105, 3);
  const at = 1200;
  for (const pass of sweep.passes.slice(2, 5))
    for (let i = at - 2; i <= at + 2; i += 1) pass[i] = -86;
  const request = pickProblem(facts({ analysis: analyseSweep(sweep, null) }));
  expect(request.others.map((o) => Math.round((o.frequencyHz - 470e6) / 25_000))).toContain(at);
  const hz = 470e6 + at * 25_000;
  expect(openRanges(request, 200_000).some((s) => hz >= s.lowHz && hz <= s.highHz)).toBe(false);
});

test.each([
  [25_000, 1],
  [100_000, 1],
  [200_000, 1],
  [200_000, 30],
  [500_000, 1],
])("noise alone leaves everything open: steps of %d Hz, passes %d", (stepHz, passes) => {
  const random = seededRandom(stepHz + passes);
  const points = Math.round(72e6 / stepHz);
  const analysis = analyseSweep(
    {
      format: "columns",
      lowHz: 470e6,
      stepHz,
      points,
      passes: Array.from({ length: passes }, () =>
        Float64Array.from(
          { length: points },
          () => -112 + 10 * Math.log10(-Math.log(1 - random())),
        ),
      ),
      completePasses: passes,
      warnings: [],
    },
    null,
  );
  const request = pickProblem(facts({ analysis, stations: [] }));
  const open = openRanges(request, 200_000).reduce((sum, r) => sum + r.highHz - r.lowHz, 0);
  const [lowHz, highHz] = [request.noise[0]!.lowHz, request.noise.at(-1)!.highHz];
  expect(open / (highHz - lowHz - 200_000)).toBeGreaterThan(0.97);
});

test("where no rule is known for what a pack tunes it may be picked; where one forbids, it may not", () => {
  const [one] = facts().channels;
  const at = (lowHz: number, highHz: number) =>
    pickProblem(
      facts({
        analysis: null,
        channels: [{ ...one!, tuning: [{ lowHz, highHz, stepHz: 25_000 }] }],
      }),
    ).channels[0]!.tuning;
  expect(at(1.88e9, 1.93e9)).toHaveLength(1);
  expect(at(174e6, 216e6)).toHaveLength(1);
  expect(at(700e6, 710e6)).toEqual([]);
});
