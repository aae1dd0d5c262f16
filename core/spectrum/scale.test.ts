import { sweepAir } from "~/core/simulator/air";
import { PORT_ELLERY_SITES } from "~/core/simulator/portEllery";
import { hashText, seededRandom } from "~/core/units/random";
import { analyseSweep } from "./analyseSweep";
import { channelNoise } from "./channelNoise";
import {
  alignMeasurements,
  asPerStep,
  instrumentOffset,
  NOISE_OVER_RESOLUTION,
  perStepDb,
  shifted,
} from "./scale";
import type { Measurement } from "./sweep";

const taken = (site: number, stepHz: number, startMs: number): Measurement => {
  const pass = sweepAir(PORT_ELLERY_SITES[site]!.air, 470e6, 566e6, stepHz, startMs, 1);
  return {
    format: "columns",
    lowHz: 470e6,
    stepHz,
    points: pass.length,
    passes: [pass],
    completePasses: 1,
    warnings: [],
  };
};

test("a filter twice as wide as the step counts all power twice, and its own width more", () => {
  expect(perStepDb(25_000, 25_000)).toBeCloseTo(-10 * Math.log10(NOISE_OVER_RESOLUTION), 9);
  expect(perStepDb(50_000, 25_000) - perStepDb(25_000, 25_000)).toBeCloseTo(-3.0103, 3);
});

test("white noise: the power in a channel comes out as kTB plus the noise figure, whatever step and filter measured it", () => {
  // −173.975 dBm/Hz at 290 K (Boltzmann's constant, SI 2019); noise figure 8 dB; 200 kHz
  const expected = -173.975 + 8 + 10 * Math.log10(200_000);
  for (const [stepHz, resolutionHz] of [
    [25_000, 100_000],
    [10_000, 3_000],
    [100_000, 100_000],
  ] as const) {
    const random = seededRandom(hashText(`white ${stepHz}`));
    const meanMw = 10 ** ((-173.975 + 8) / 10) * resolutionHz * NOISE_OVER_RESOLUTION;
    const pass = Float64Array.from(
      { length: 4000 },
      () => 10 * Math.log10(-meanMw * Math.log(1 - random())),
    );
    const m = asPerStep({
      format: "columns",
      lowHz: 470e6,
      stepHz,
      points: pass.length,
      passes: [pass],
      completePasses: 1,
      resolutionHz,
      warnings: [],
    });
    const ranges = channelNoise(m.passes[0]!, m.lowHz, stepHz, 200_000);
    const meanDbm =
      10 * Math.log10(ranges.reduce((sum, s) => sum + 10 ** (s.levelDbm / 10), 0) / ranges.length);
    expect(Math.abs(meanDbm - expected)).toBeLessThan(0.3);
  }
});

test("an offset between two instruments is found from what both saw, at different steps and moments, to half a decibel", () => {
  for (const byDb of [-6, -2, 3.5, 9]) {
    const found = instrumentOffset(taken(1, 25_000, 0), shifted(taken(1, 10_000, 50_000), byDb))!;
    expect(Math.abs(found.offsetDb - byDb)).toBeLessThan(0.5);
    expect(found.spreadDb).toBeLessThan(1.5);
  }
});

test("two places are no two instruments, and an empty band tells nothing", () => {
  expect(instrumentOffset(taken(1, 25_000, 0), taken(3, 25_000, 0))).toBeNull();
  const noise = {
    ...taken(1, 25_000, 0),
    passes: [Float64Array.from({ length: 3841 }, (_, i) => -112 + (i % 7) / 2)],
  };
  expect(instrumentOffset(noise, shifted(noise, 4))).toBeNull();
});

test("aligned: the lower reading is raised and it is said; the same instrument twice stays as it is", () => {
  const [a, b] = alignMeasurements([
    { name: "first.csv", measurement: shifted(taken(1, 25_000, 0), -5) },
    { name: "second.csv", measurement: taken(1, 25_000, 90_000) },
  ]);
  const [warning] = a!.warnings;
  expect(warning).toMatchObject({
    code: "instruments-differ",
    higher: "second.csv",
    lower: "first.csv",
    isRaised: true,
  });
  const byDb = warning?.code === "instruments-differ" ? warning.byDb : NaN;
  expect([byDb > 3.95, byDb < 5.95]).toEqual([true, true]);
  expect(analyseSweep(a!, null).noiseFloorDbm - analyseSweep(b!, null).noiseFloorDbm).toBeCloseTo(
    0,
    0,
  );
  const same = alignMeasurements(
    [0, 90_000].map((ms) => ({ name: `${ms}`, measurement: taken(1, 25_000, ms) })),
  );
  expect(same.flatMap((m) => m.warnings)).toEqual([]);
});
