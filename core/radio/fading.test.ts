import { gaussian, seededRandom } from "~/core/units/random";
import { besselJ0, envelopeCorrelation, fading, type FadingQuestion, riceCdf } from "./fading";
import { wavelengthM } from "./propagation";

const walk: FadingQuestion = {
  meanMarginDb: [20],
  kFactorDb: null,
  antennaSpacingM: 0.5,
  frequencyHz: 600e6,
  speedMps: 1.4,
  combining: "none",
};
const two = (a: number, b: number, spacing: number, change: Partial<FadingQuestion> = {}) =>
  fading({
    ...walk,
    meanMarginDb: [a, b],
    antennaSpacingM: spacing,
    combining: "selection",
    ...change,
  });
const lambda = wavelengthM(600e6);

// Clarke 1968; Jakes
test("correlation by spacing: 0.1 λ 0.817, 0.25 λ 0.223, 0.38 λ about 0, 0.5 λ 0.093", () => {
  for (const [d, expected] of [
    [0.1, 0.817],
    [0.25, 0.223],
    [0.3827, 0],
    [0.5, 0.093],
  ] as const)
    expect(envelopeCorrelation(d * lambda, 600e6)).toBeCloseTo(expected, 3);
  // Abramowitz and Stegun, table 9.1 (from memory)
  expect([besselJ0(0), besselJ0(1), besselJ0(5), besselJ0(2.404825557695773)]).toEqual(
    [1, 0.7651976866, -0.1775967713, 0].map((v) => expect.closeTo(v, 9) as number),
  );
});

// Jakes; Goldsmith
test("Rayleigh outage: 10 dB 9.516 %, 20 dB 0.995 %; two independent branches are the square", () => {
  expect(fading({ ...walk, meanMarginDb: [10] }).outage).toBeCloseTo(0.09516, 5);
  expect(fading(walk).outage).toBeCloseTo(0.00995, 5);
  expect(two(10, 10, 0.3827 * lambda).outage).toBeCloseTo(0.09516 ** 2, 4);
});

// Rice; Clarke; Jakes
test("level crossings at 600 MHz and 1.4 m/s: 20 dB under 41.7 a minute of 14.3 ms; 10 dB 120.6 of 47.4 ms; standing still none", () => {
  const deep = fading(walk);
  expect([deep.dropoutsPerMinute, deep.meanDropoutMs]).toEqual([
    expect.closeTo(41.7, 1),
    expect.closeTo(14.3, 1),
  ]);
  const shallow = fading({ ...walk, meanMarginDb: [10] });
  expect([shallow.dropoutsPerMinute, shallow.meanDropoutMs]).toEqual([
    expect.closeTo(120.6, 1),
    expect.closeTo(47.4, 1),
  ]);
  expect(fading({ ...walk, speedMps: 0 })).toMatchObject({
    dropoutsPerMinute: 0,
    meanDropoutMs: null,
  });
});

test("antennas in one place help by nothing; the better one counts; spacing helps", () => {
  expect(two(10, 10, 0).outage).toBeCloseTo(0.09516, 5);
  expect(two(20, 10, 0).outage).toBeCloseTo(0.00995, 5);
  const outages = [0.05, 0.1, 0.25, 0.38].map((d) => two(12, 12, d * lambda).outage);
  expect(outages).toEqual([...outages].sort((a, b) => b - a));
  expect(two(14, 8, 0.2 * lambda).outage).toBeCloseTo(two(8, 14, 0.2 * lambda).outage, 6);
});

test("a direct ray steadies: without one it is Rayleigh, with a strong one it hardly fades", () => {
  expect(fading({ ...walk, kFactorDb: -60 }).outage).toBeCloseTo(fading(walk).outage, 6);
  expect(fading({ ...walk, kFactorDb: -60 }).dropoutsPerMinute).toBeCloseTo(
    fading(walk).dropoutsPerMinute,
    3,
  );
  expect(fading({ ...walk, kFactorDb: 10 }).outage).toBeLessThan(1e-4);
  expect(fading({ ...walk, kFactorDb: 20, meanMarginDb: [-6] }).outage).toBeGreaterThan(0.999);
});

// scipy.stats.rice.cdf(ρ√(2(1+K)), √(2K)), ρ² = 1/margin, SciPy 1.17
test.each([
  [-4, 6, 0.2122815],
  [-4, 15, 0.02930002],
  [2, 10, 0.05647286],
  [8, 6, 0.03362012],
  [8, 10, 0.004873688],
  [8, 15, 0.0007093823],
])(
  "outage of Rice with K %d dB and %d dB of margin, against SciPy",
  (kFactorDb, marginDb, share) => {
    const { outage } = fading({ ...walk, kFactorDb, meanMarginDb: [marginDb], combining: "none" });
    expect(outage / share).toBeCloseTo(1, 5);
  },
);

// Marcum's function by a plain integral of Rice's density
test("the distribution of Rice against its integral", () => {
  const i0 = (x: number) => {
    let [sum, term] = [1, 1];
    for (let k = 1; k < 200; k += 1) {
      term *= (x / (2 * k)) ** 2;
      sum += term;
    }
    return sum;
  };
  for (const [a, b] of [
    [0, 1],
    [1, 1],
    [2, 3],
    [5, 4],
    [3, 0.5],
  ] as const) {
    let sum = 0;
    const n = 20_000;
    for (let i = 0; i < n; i += 1) {
      const t = (b * (i + 0.5)) / n;
      sum += t * Math.exp(-(t * t + a * a) / 2) * i0(a * t);
    }
    expect(riceCdf(a, b)).toBeCloseTo((sum * b) / n, 6);
  }
});

test("two correlated branches against the air itself, drawn at random", () => {
  const random = seededRandom(11);
  const spacing = 0.2 * lambda;
  const c = Math.sqrt(envelopeCorrelation(spacing, 600e6));
  const s = Math.sqrt(1 - c * c);
  const [g1, g2] = [10 ** 0.8, 10 ** 1.1];
  let both = 0;
  const draws = 400_000;
  for (let i = 0; i < draws; i += 1) {
    const [x, y, u, v] = [gaussian(random), gaussian(random), gaussian(random), gaussian(random)];
    const second = ((c * x + s * u) ** 2 + (c * y + s * v) ** 2) / 2;
    if (((x * x + y * y) / 2) * g1 < 1 && second * g2 < 1) both += 1;
  }
  const { outage } = two(8, 11, spacing);
  expect(Math.abs(both / draws - outage)).toBeLessThan(4 * Math.sqrt(outage / draws));
});

test("out is a share of the time however deep the fade, and never less with less in hand", () => {
  for (const spacing of [0, 0.02, 0.1, 0.3].map((share) => share * lambda))
    for (const other of [-30, 0, 12]) {
      const outages = [-40, -20, -8, -3, 0, 4, 10, 20].map((db) => two(db, other, spacing).outage);
      for (const o of outages) {
        expect(o).toBeGreaterThanOrEqual(0);
        expect(o).toBeLessThanOrEqual(1 + 1e-9);
      }
      // the joint integral has two hundred pieces: one of them may fall out where all is lost
      outages.slice(1).forEach((o, i) => expect(o).toBeLessThanOrEqual(outages[i]! + 2e-3));
    }
});

test("large arguments cost no more than small ones, and join without a step", () => {
  for (const x of [2000, 2345.6]) {
    const points = 4096 * 2;
    const integral =
      Array.from({ length: points }, (_, i) =>
        Math.cos(x * Math.sin((Math.PI * (i + 0.5)) / points)),
      ).reduce((a, b) => a + b, 0) / points;
    expect(besselJ0(x + 1e-9)).toBeCloseTo(integral, 7);
  }
  for (const off of [-3, -1, 0, 1, 3])
    expect(Math.abs(riceCdf(300.01, 300.01 + off) - riceCdf(299.99, 299.99 + off))).toBeLessThan(
      2e-4,
    );
  expect(riceCdf(1e6, 1e6 - 7)).toBeGreaterThanOrEqual(0);
  // deep in everything at once: what took minutes
  const far: FadingQuestion = {
    meanMarginDb: [-200, -200],
    kFactorDb: null,
    antennaSpacingM: 99_999,
    frequencyHz: 90e9,
    speedMps: 1,
    combining: "selection",
  };
  for (const q of [
    far,
    { ...far, antennaSpacingM: 1e-6, frequencyHz: 1e9 },
    { ...far, kFactorDb: 60 },
  ])
    expect(fading(q).outage).toBeCloseTo(1, 6);
});
