import nec from "~/testkit/necFixture.json";
import { dipolePatternDb, polarisationLossDb } from "./antenna";
import { whipMismatchDb } from "./antennaDesk";
import { linkBudget, type LinkQuestion } from "./link";
import { layeredSlab, MATERIALS, type Material, slabLossDb } from "./slab";

/**
 * Directivity of a field pattern that is the same all round, by Simpson's rule over the elevations
 * that count.
 */
function directivityDbi(fieldAt: (thetaRad: number) => number, toRad: number): number {
  const n = 4000;
  let sum = 0;
  for (let i = 0; i <= n; i += 1) {
    const theta = (toRad * i) / n;
    sum += (i === 0 || i === n ? 1 : i % 2 === 1 ? 4 : 2) * fieldAt(theta) ** 2 * Math.sin(theta);
  }
  return 10 * Math.log10(2 / ((sum * toRad) / (3 * n)));
}

const field = (theta: number) =>
  theta === 0 ? 0 : Math.cos((Math.PI / 2) * Math.cos(theta)) / Math.sin(theta);

describe("patterns", () => {
  test("by numerical integration a half-wave dipole has 2.15 dBi, a quarter wave over a large plane 5.16 (Balanis)", () => {
    expect(directivityDbi(field, Math.PI)).toBeCloseTo(2.15, 2);
    expect(directivityDbi(field, Math.PI / 2)).toBeCloseTo(5.16, 2);
  });
  test("NEC2 gives the dipole's pattern, down to where the wire's own thickness and our floor begin", () => {
    for (const [theta, dbi] of Object.entries(nec.dipoleDbiByTheta)) {
      if (Number(theta) < 10) continue;
      // a cut wire of 0.95 half waves is a little rounder than the ideal one
      expect(Math.abs(2.15 + dipolePatternDb(90 - Number(theta)) - dbi)).toBeLessThan(0.35);
    }
    for (const [theta, dbi] of Object.entries(nec.monopoleOverGroundDbiByTheta))
      expect(Math.abs(5.16 + dipolePatternDb(90 - Number(theta)) - dbi)).toBeLessThan(0.35);
  });
  test("NEC2 gives what a pair that leans against each other loses", () => {
    for (const [deg, db] of Object.entries(nec.lossOfTiltedPairDb))
      expect(polarisationLossDb(Number(deg))).toBeCloseTo(db, 1);
  });
});

describe("walls of several sheets", () => {
  const at = { frequencyHz: 560e6 };
  test("one sheet alone is the slab of ITU-R P.2040, at every angle and both ways", () => {
    for (const material of [
      "concrete",
      "brick",
      "plasterboard",
      "wood",
      "glass",
      "chipboard",
    ] as const)
      for (const incidenceDeg of [0, 40, 75])
        for (const polarisation of ["TE", "TM"] as const) {
          expect(
            layeredSlab({
              ...at,
              layers: [{ material, thicknessM: 0.09 }],
              incidenceDeg,
              polarisation,
            }).lossDb,
          ).toBeCloseTo(
            slabLossDb({ ...at, material, thicknessM: 0.09, incidenceDeg, polarisation }),
            6,
          );
        }
  });
  test("energy: what goes through, back and into the wall is all there is, |R|² + |T|² ≤ 1", () => {
    const materials = (Object.keys(MATERIALS) as Material[]).filter(
      (m) => m !== "metal" && m !== "steel",
    );
    for (const a of materials)
      for (const b of materials)
        for (const incidenceDeg of [0, 60, 85]) {
          const wall = layeredSlab({
            ...at,
            layers: [
              { material: a, thicknessM: 0.02 },
              { material: "air", thicknessM: 0.07 },
              { material: b, thicknessM: 0.11 },
            ],
            incidenceDeg,
            polarisation: "TE",
          });
          const [t2, r2] = [10 ** (-wall.lossDb / 10), 10 ** (-wall.returnLossDb / 10)];
          expect(t2 + r2).toBeLessThanOrEqual(1 + 1e-9);
          expect(t2 + r2 + wall.absorbed).toBeCloseTo(1, 9);
        }
    // a gap of air is no wall
    expect(
      layeredSlab({
        ...at,
        layers: [{ material: "air", thicknessM: 0.3 }],
        incidenceDeg: 50,
        polarisation: "TE",
      }),
    ).toMatchObject({
      lossDb: expect.closeTo(0, 9) as number,
      absorbed: expect.closeTo(0, 9) as number,
    });
  });
  test("sheets turned round let the same through; metal in between lets nothing", () => {
    const layers = [
      { material: "brick" as const, thicknessM: 0.11 },
      { material: "air" as const, thicknessM: 0.05 },
      { material: "plasterboard" as const, thicknessM: 0.0125 },
    ];
    const through = (list: typeof layers) =>
      layeredSlab({ ...at, layers: list, incidenceDeg: 30, polarisation: "TM" }).lossDb;
    expect(through([...layers].reverse())).toBeCloseTo(through(layers), 9);
    expect(
      layeredSlab({
        ...at,
        layers: [...layers, { material: "steel", thicknessM: 0.001 }],
        incidenceDeg: 0,
        polarisation: "TE",
      }).lossDb,
    ).toBeGreaterThanOrEqual(40);
    expect(() => layeredSlab({ ...at, layers: [], incidenceDeg: 0, polarisation: "TE" })).toThrow(
      RangeError,
    );
  });
});

describe("what else a link may meet", () => {
  const q: LinkQuestion = {
    frequencyHz: 560e6,
    txPowerDbm: 17,
    tx: {
      antenna: "whip-quarter",
      wear: "free",
      skinContact: false,
      sleeve: false,
      tiltDeg: 0,
      heightM: 1,
    },
    rx: { antenna: "whip-quarter", tiltDeg: 0, offAxisDeg: 0, heightM: 2 },
    path: { distanceM: 20, model: "free-space", walls: [], edges: [] },
    feed: [{ kind: "pad", db: 6 }],
    receiver: { bandwidthHz: 200_000, noiseFigureDb: 8, requiredSnrDb: 20, overloadDbm: -25 },
  };
  const changed = (change: Partial<LinkQuestion>) => linkBudget({ ...q, ...change });
  const base = linkBudget(q);
  test("bent whips, whips of another block on either end and a place's corrections are terms with a name; they add up", () => {
    const odd = changed({
      tx: { ...q.tx, whip: "coiled", cutForHz: 500e6 },
      rx: { ...q.rx, cutForHz: 640e6 },
      corrections: [{ label: "this place", db: -2.5, source: "walk test" }],
    });
    expect(base.receivedDbm - odd.receivedDbm).toBeCloseTo(
      10 + whipMismatchDb(560e6, 500e6) + whipMismatchDb(560e6, 640e6) + 2.5,
      9,
    );
    expect(odd.receivedDbm - 17).toBeCloseTo(
      odd.terms.reduce((sum, t) => sum + t.db, 0),
      9,
    );
  });
  test("what else is on the frequency raises what is needed, after the feed as the signal does; overload keeps its distance", () => {
    const noisy = changed({
      interference: [
        { label: "scanned", dbm: -95 },
        { label: "product", dbm: -95 },
      ],
    });
    expect(noisy.interferenceDbm).toBeCloseTo(-95 + 3.01 - 6, 2);
    // a hundred times over the receiver's own noise: only that counts
    expect(noisy.marginDb).toBeCloseTo(noisy.receivedDbm - (-97.99 + 20), 0);
    expect(base.interferenceDbm).toBeNull();
    expect(base.overloadHeadroomDb).toBeCloseTo(-25 - base.receivedDbm, 9);
  });
});
