import { airNoiseDbm, type AirCarrier, type AirScene, sweepAir } from "~/core/simulator/air";
import { rasterChannels, RASTERS } from "~/core/regulations/raster";
import { seededRandom } from "~/core/units/random";
import { analyseSweep } from "./analyseSweep";
import { quantile } from "~/core/units/statistics";
import type { Measurement } from "./sweep";

const RASTER = RASTERS["EU-8"];
const STEP_HZ = 25_000;

/**
 * A made-up band with everything known: a sloping floor, some stations, some carriers at least 10
 * dB over the noise of their own bandwidth.
 */
function truth(seed: number) {
  const random = seededRandom(seed);
  const pick = (low: number, high: number) => low + (high - low) * random();
  const channels = rasterChannels(RASTER).filter((c) => c.lowHz >= 470e6 && c.highHz <= 566e6);
  const noiseDbmPer200kHz = pick(-112, -96);
  const stations = channels
    .filter(() => random() < 0.3)
    .map((c) => ({
      channel: c.channel,
      lowHz: c.lowHz,
      highHz: c.highHz,
      levelDbm: noiseDbmPer200kHz + 16 + pick(10, 45),
    }));
  const free = channels.filter((c) => !stations.some((s) => Math.abs(s.channel - c.channel) <= 0));
  const carriers: AirCarrier[] = [];
  for (let k = 0; k < 8; k += 1) {
    const c = free[Math.floor(random() * free.length)]!;
    const frequencyHz = Math.round(pick(c.lowHz + 1.2e6, c.highHz - 1.2e6));
    if (carriers.some((o) => Math.abs(o.frequencyHz - frequencyHz) < 1e6)) continue;
    carriers.push({
      id: `c${k}`,
      frequencyHz,
      levelDbm: noiseDbmPer200kHz + pick(10, 40),
      widthHz: pick(60_000, 200_000),
      rhythm: null,
    });
  }
  const scene: AirScene = {
    seed: `t${seed}`,
    noiseDbmPer200kHz,
    slopeDbPer100MHz: pick(-6, 6),
    looks: 12,
    stations,
    carriers,
    broadband: [],
  };
  const levels = sweepAir(scene, 470e6, 566e6, STEP_HZ, 0, 35);
  const measurement: Measurement = {
    format: "rows",
    lowHz: 470e6,
    stepHz: STEP_HZ,
    points: levels.length,
    passes: [levels],
    completePasses: 1,
    warnings: [],
  };
  return { scene, stations, carriers, found: analyseSweep(measurement, RASTER) };
}

const SEEDS = Array.from({ length: 30 }, (_, i) => i + 1);

describe(`simulated airs whose truth is known (seeds ${SEEDS[0]} to ${SEEDS.at(-1)})`, () => {
  const bands = SEEDS.map(truth);
  test("the floor is within 1 dB in the median, within 2.5 dB in the worst tenth", () => {
    const errors = bands
      .flatMap(({ scene, found }) =>
        Array.from(found.floorDbm, (f, i) =>
          i % 40 === 0
            ? Math.abs(f - airNoiseDbm(scene, found.lowHz + i * found.stepHz, STEP_HZ))
            : NaN,
        ).filter((e) => !Number.isNaN(e)),
      )
      .sort((a, b) => a - b);
    expect(quantile(errors, 0.5)).toBeLessThanOrEqual(1);
    expect(quantile(errors, 0.9)).toBeLessThanOrEqual(2.5);
  });
  test("carriers 10 dB over the noise: at least 98 % found, within half a bin or 10 kHz; at most 2 % of what is found is not there", () => {
    let there = 0;
    let seen = 0;
    let listed = 0;
    let false_ = 0;
    const offHz: number[] = [];
    for (const { carriers, found } of bands) {
      const taken = new Set<number>();
      for (const c of carriers) {
        there += 1;
        const k = found.carriers.findIndex(
          (f, i) => !taken.has(i) && Math.abs(f.frequencyHz - c.frequencyHz) < 100_000,
        );
        if (k < 0) continue;
        taken.add(k);
        seen += 1;
        offHz.push(Math.abs(found.carriers[k]!.frequencyHz - c.frequencyHz));
      }
      listed += found.carriers.length;
      false_ += found.carriers.length - taken.size;
    }
    expect(seen / there).toBeGreaterThanOrEqual(0.98);
    expect(false_ / listed).toBeLessThanOrEqual(0.02);
    expect(quantile(offHz, 0.9)).toBeLessThanOrEqual(STEP_HZ / 2);
  });
  test("stations 10 dB over the noise: at least 98 % told busy, at most 2 % of free channels taken for one", () => {
    let right = 0;
    let stations = 0;
    let wrong = 0;
    let free = 0;
    for (const band of bands) {
      for (const t of band.found.tv.filter((c) => c.highHz <= 566e6)) {
        const isStation = band.stations.some((s) => s.channel === t.channel);
        if (isStation) {
          stations += 1;
          if (t.state === "busy") right += 1;
        } else {
          free += 1;
          if (t.state === "busy") wrong += 1;
        }
      }
    }
    expect(right / stations).toBeGreaterThanOrEqual(0.98);
    expect(wrong / free).toBeLessThanOrEqual(0.02);
  });
});

test("a carrier that is on in 2 of 60 sweeps is found, with how often", () => {
  const scene: AirScene = {
    seed: "rare",
    noiseDbmPer200kHz: -108,
    slopeDbPer100MHz: 0,
    looks: 12,
    stations: [],
    broadband: [],
    carriers: [
      {
        id: "x",
        frequencyHz: 515.25e6,
        levelDbm: -85,
        widthHz: 100_000,
        rhythm: { onMs: 2_000, periodMs: 60_000, offsetMs: 0 },
      },
    ],
  };
  const passes = Array.from({ length: 60 }, (_, k) =>
    sweepAir(scene, 510e6, 520e6, STEP_HZ, k * 1000, 0),
  );
  const { carriers } = analyseSweep(
    {
      format: "rows",
      lowHz: 510e6,
      stepHz: STEP_HZ,
      points: passes[0]!.length,
      passes,
      completePasses: 60,
      warnings: [],
    },
    null,
  );
  expect(carriers).toHaveLength(1);
  expect(Math.abs(carriers[0]!.frequencyHz - 515.25e6)).toBeLessThan(STEP_HZ / 2);
  expect(carriers[0]!.occupancy).toBeCloseTo(2 / 60, 2);
});
