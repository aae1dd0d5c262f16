import { lnNormalCdf } from "~/core/units/normal";
import { censoredFit, type CensoredRow } from "./censoredFit";
import { emptyPlan, type FloorPlan } from "./floorPlan";
import { heardDropoutMarginDb, heldPiecesM, limitsOfFigure, type SeenPoint } from "./seenWalk";
import { walkReliability } from "./walk";
import { fitWalk } from "./walkFit";
import { walkedResults, walkTest, type TestedWalk } from "./walkTest";

// scipy.stats.norm.logcdf, SciPy 1.17
test.each([
  [-40, -804.6084420137539],
  [-5, -15.064998393988727],
  [-1, -1.8410216450092634],
  [3, -0.0013508099647481925],
])(
  "the tail of a normal distribution under %d, also where it is too small for a number",
  (x, ln) => {
    expect(lnNormalCdf(x)).toBeCloseTo(ln, 9);
  },
);

describe("values known only as limits, against SciPy 1.17 (minimize of norm.logpdf, logcdf, logsf; Nelder and Mead to 1e-11)", () => {
  // walls between, body between, at least, at most
  const told: [number, number, number | null, number | null][] = [
    [0, 1, -4.3, -4.3],
    [1, 0, null, -10.9],
    [2, 0, -18.4, null],
    [0, 0, -26.3, -18.3],
    [1, 1, -15.5, -15.5],
    [2, 0, null, -13.6],
    [0, 0, -13.7, null],
    [1, 0, -13.9, -5.9],
    [2, 1, -15.9, -15.9],
    [0, 0, null, -12.3],
    [1, 0, -17.9, null],
    [2, 0, -20.4, -12.4],
    [0, 1, -9.6, -9.6],
    [1, 0, null, -6.7],
    [2, 0, -22.5, null],
    [0, 0, -18.6, -10.6],
    [1, 1, -11.8, -11.8],
    [2, 0, null, -4.1],
    [0, 0, -11.2, null],
    [1, 0, -18.9, -10.9],
    [2, 1, -12.5, -12.5],
    [0, 0, null, -8.5],
    [1, 0, -9.9, null],
    [2, 0, -10.3, -2.3],
  ];
  const rows = told.map(([walls, body, lowDb, highDb]): CensoredRow => ({
    terms: [1, walls, body],
    lowDb,
    highDb,
  }));
  const any = [null, null, null];
  const closeTo = (found: readonly number[] | undefined, want: readonly number[], digits: number) =>
    want.forEach((w, i) => {
      expect(found?.[i]).toBeCloseTo(w, digits);
    });

  test("with a known scatter: the same corrections and the same uncertainty", () => {
    const fit = censoredFit({ rows, likelyDb: any, sigmaDb: 6 });
    closeTo(fit?.coefficients, [-12.3601269, -0.82295699, 1.58308399], 6);
    closeTo(
      fit?.covariance.map((row, i) => Math.sqrt(row[i]!)),
      [2.43625949, 1.78494623, 3.04075289],
      3,
    );
  });
  test("held to what is likely", () => {
    const fit = censoredFit({ rows, likelyDb: [8, 3, 3], sigmaDb: 6 });
    closeTo(fit?.coefficients, [-11.45320757, -0.98529493, 0.50310151], 6);
  });
  test("with the scatter found along", () => {
    const fit = censoredFit({ rows, likelyDb: any, sigmaDb: null });
    expect(fit?.sigmaDb).toBeCloseTo(4.010845760600097, 4);
    closeTo(fit?.coefficients, [-12.20032704, -0.98123553, 1.58156262], 4);
  });
  test("an end above the other is no value; nothing but limits on one side leaves it open", () => {
    const only = (lowDb: number | null, highDb: number | null) =>
      censoredFit({ rows: [{ terms: [1], lowDb, highDb }], likelyDb: [null], sigmaDb: 6 });
    expect(() => only(2, 1)).toThrow(RangeError);
    expect(only(null, null)).toBeNull();
  });
});

const receiver = {
  figures: { bandwidthHz: 200_000, noiseFigureDb: 8, requiredSnrDb: 20, overloadDbm: -25 },
  isDiversity: true,
};
const pack = {
  heightM: 1.3,
  frequencyHz: 520e6,
  txPowerDbm: 14,
  wear: "chest" as const,
  skinContact: false,
  sleeve: false,
  tiltDeg: 20,
  facingDeg: null,
};
const plan: FloorPlan = emptyPlan({
  model: "indoor",
  room: "commercial",
  widthM: 60,
  heightM: 20,
  walls: [
    { id: "w", x1: 30, y1: 0, x2: 30, y2: 20, material: "brick", thicknessM: 0.11 },
    { id: "v", x1: 42, y1: 0, x2: 42, y2: 20, material: "brick", thicknessM: 0.11 },
  ],
  antennas: [0, 1].map((i) => ({
    id: `a${i}`,
    name: "AB"[i]!,
    x: 2,
    y: 9 + i,
    heightM: 2,
    kind: "whip-quarter" as const,
    aimDeg: 0,
    tiltDeg: 0,
    feed: [],
  })),
  walks: [
    {
      id: "out",
      channelId: null,
      name: "out",
      speedMps: 1.2,
      points: [
        { x: 4, y: 10 },
        { x: 58, y: 10 },
      ],
    },
  ],
});
const walk = plan.walks[0]!;
const walked = (points: SeenPoint[], heldToM: number | null): TestedWalk => ({
  walk,
  pack,
  receiver,
  readings: [],
  seen: { points, heldToM },
});
const marginsOf = (p: FloorPlan) =>
  walkReliability(p, walk, pack, p.antennas, receiver).points.map((q) => ({
    atM: q.atM,
    marginDb: Math.max(...q.marginsDb),
  }));

test("what is farther off than any air makes it says nothing of a place", () => {
  const reading = { predictedDbm: -470e6, wallCount: 0, isBehindBody: false };
  expect(fitWalk([{ ...reading, lowDbm: null, highDbm: -80 }])).toMatchObject({
    readings: 0,
    general: null,
  });
  expect(lnNormalCdf(NaN)).toBeNaN();
});

describe("a walk as a person tells it", () => {
  test("a dropout every other time: where this program's own fading model foretells it; two antennas stand ten decibels less", () => {
    const of = (isDiversity: boolean) =>
      heardDropoutMarginDb({
        isDiversity,
        kFactorDb: null,
        antennaSpacingM: 1,
        frequencyHz: 520e6,
        speedMps: 1.2,
      });
    expect(of(true)).toBeGreaterThan(5);
    expect(of(true)).toBeLessThan(12);
    expect(of(false) - of(true)).toBeGreaterThan(8);
  });
  test("figures as the meter shows them: decibels are measured, bars and percent lie between, a full and an empty meter are limits, near the noise it is at most", () => {
    const of = (figure: Parameters<typeof limitsOfFigure>[0]) => limitsOfFigure(figure, -93, -113);
    expect(of({ name: "dbm", value: -70 })).toEqual({ lowDbm: -70, highDbm: -70 });
    expect(of({ name: "dbuv", value: 37 }).lowDbm).toBeCloseTo(-69.99, 1);
    expect(of({ name: "dbm", value: -112 })).toEqual({ lowDbm: null, highDbm: -110 });
    expect(of({ name: "bars", of: 5, value: 2 })).toEqual({ lowDbm: -85, highDbm: -69 });
    expect(of({ name: "bars", of: 5, value: 5 })).toEqual({ lowDbm: -61, highDbm: null });
    expect(of({ name: "bars", of: 5, value: 0 })).toEqual({ lowDbm: null, highDbm: -85 });
    expect(of({ name: "percent", value: 50 }).lowDbm).toBeCloseTo(-79, 6);
  });
  test("what held is said only where it was listened to, and not beside a dropout", () => {
    const points: SeenPoint[] = [{ atM: 10, sign: "dropped" }];
    expect(heldPiecesM({ points, heldToM: null })).toEqual([]);
    expect(heldPiecesM({ points, heldToM: 20 })).toEqual([2, 6, 14, 18]);
  });

  test("a place 28 dB under the book: a walk that dropped all the way from where it then would is foretold within 6 dB where it dropped, and elsewhere within what the fit says of itself", () => {
    const there = {
      ...plan,
      fit: { ...fitWalk([]), atMs: 0, general: { db: -28, uncertaintyDb: 0 } },
    };
    const limitDb = 9;
    const points = marginsOf(there)
      .filter((p, i) => i % 4 === 0 && p.marginDb < limitDb)
      .map((p): SeenPoint => ({ atM: p.atM, sign: "dropped" }));
    expect(points.length).toBeGreaterThan(8);
    // the book alone has plenty in hand on all of it
    expect(Math.min(...marginsOf(plan).map((p) => p.marginDb))).toBeGreaterThan(14);
    const tested = walked(points, 54);
    const { fit, windows } = walkTest(plan, plan.antennas, [tested]);
    expect(fit.limits).toBe(windows.length);
    expect(fit.biasDb).toBeLessThan(-20);
    const after = marginsOf({ ...plan, fit: { ...fit, atMs: 0 } });
    const truth = marginsOf(there);
    const isTold = (atM: number) => points.some((p) => Math.abs(p.atM - atM) < 1);
    after.forEach((p, i) => {
      const offDb = Math.abs(p.marginDb - truth[i]!.marginDb);
      // where nothing dropped, walls and the whole place cannot be told apart
      expect(offDb).toBeLessThan(isTold(p.atM) ? 6 : 3 * fit.general!.uncertaintyDb);
    });
    expect(walkedResults([tested], windows).get("out")).toMatchObject({
      droppedAtM: points.map((p) => p.atM),
      leastMarginDb: null,
    });
  });
  test("a walk that held says no more than that: nothing is given to a place for it, little taken", () => {
    const { fit } = walkTest(plan, plan.antennas, [walked([], 54)]);
    expect(fit.general!.db).toBeGreaterThan(-0.5);
    expect(fit.general!.db).toBeLessThan(3);
    expect(fit.general!.uncertaintyDb).toBeGreaterThan(3);
  });
  test("one dropout where the book had much to spare moves the place, and leaves its walls alone", () => {
    const { fit } = walkTest(plan, plan.antennas, [walked([{ atM: 20, sign: "dropped" }], null)]);
    expect(fit.general!.db).toBeLessThan(-8);
    expect(fit.perWall).toBeNull();
  });
  test("figures read on the way are the least that was read", () => {
    const tested = walked(
      [
        { atM: 5, sign: "meter", figure: { name: "dbm", value: -60 } },
        { atM: 50, sign: "meter", figure: { name: "dbm", value: -88 } },
      ],
      null,
    );
    const { windows } = walkTest(plan, plan.antennas, [tested]);
    expect(walkedResults([tested], windows).get("out")?.leastMarginDb).toBeCloseTo(5.0, 0);
  });
});
