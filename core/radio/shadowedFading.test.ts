import { fading } from "./fading";
import { type ShadowedBranch, shadowedFading } from "./shadowedFading";

const moving = { antennaSpacingM: 1, frequencyHz: 500e6, speedMps: 1 };
const two = (marginDb: number, kFactorDb: number, sigmaDb: number, antennaSpacingM = 1) =>
  shadowedFading({
    ...moving,
    antennaSpacingM,
    sigmaDb,
    branches: [
      { marginDb, kFactorDb },
      { marginDb, kFactorDb },
    ],
  });
const RAYLEIGH = -20;

test.each([
  [[{ marginDb: 10, kFactorDb: RAYLEIGH }], 1],
  [[{ marginDb: 20.3, kFactorDb: 6.4 }], 1],
  [
    [
      { marginDb: 12, kFactorDb: RAYLEIGH },
      { marginDb: 17, kFactorDb: RAYLEIGH },
    ],
    1,
  ],
  [
    [
      { marginDb: 10, kFactorDb: RAYLEIGH },
      { marginDb: 10, kFactorDb: RAYLEIGH },
    ],
    0.15,
  ],
  [
    [
      { marginDb: 6, kFactorDb: 3 },
      { marginDb: 9, kFactorDb: 3 },
    ],
    2,
  ],
] as const)("without a shadow it is the fading of the book: %j, %d m apart", (list, spacingM) => {
  const branches = list as unknown as [ShadowedBranch, ShadowedBranch];
  const asked = { ...moving, antennaSpacingM: spacingM };
  const table = shadowedFading({ ...asked, branches, sigmaDb: 0 });
  const { kFactorDb } = branches[0];
  const exact = fading({
    ...asked,
    meanMarginDb: branches.map((b) => b.marginDb),
    kFactorDb: kFactorDb === RAYLEIGH ? null : kFactorDb,
    combining: list.length > 1 ? "selection" : "none",
  });
  expect(table.outage / exact.outage).toBeGreaterThan(0.9);
  expect(table.outage / exact.outage).toBeLessThan(1.1);
  expect(table.dropoutsPerMinute / exact.dropoutsPerMinute).toBeGreaterThan(0.9);
  expect(table.dropoutsPerMinute / exact.dropoutsPerMinute).toBeLessThan(1.1);
});
test("20 dB to spare: half a dropout a minute in even air, some three where the mean scatters by 6 dB", () => {
  expect(two(20, RAYLEIGH, 0).dropoutsPerMinute).toBeCloseTo(0.5, 1);
  expect(two(20, RAYLEIGH, 6).dropoutsPerMinute).toBeGreaterThan(2.4);
  expect(two(20, RAYLEIGH, 6).dropoutsPerMinute).toBeLessThan(4);
});
test("two Rayleigh antennas a metre apart in a shadow of 6 dB, against SciPy 1.17 (quad over both antennas' own and their common part)", () => {
  const shadowed = two(20, RAYLEIGH, 6);
  expect(shadowed.outage / 0.0020662).toBeCloseTo(1, 1);
  expect(shadowed.dropoutsPerMinute / 2.61267).toBeCloseTo(1, 1);
});
test("10 dB to spare in the open hardly drops; behind its wearer, where little is direct, it does", () => {
  expect(two(10, 8, 0).dropoutsPerMinute).toBeLessThan(0.1);
  expect(two(10, RAYLEIGH, 0).dropoutsPerMinute).toBeGreaterThan(12);
  expect(two(10, RAYLEIGH, 0).dropoutsPerMinute).toBeLessThan(18);
});
test("antennas far apart do not stand in one shadow", () => {
  const [near, far] = [two(15, RAYLEIGH, 6, 0.5), two(15, RAYLEIGH, 6, 20)];
  expect(far.outage).toBeLessThan(near.outage / 2);
});
