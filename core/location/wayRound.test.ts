import { diffractionParameter, knifeEdgeLossDb } from "~/core/radio/propagation";
import { seededRandom } from "~/core/units/random";
import { type DrawnWall, meetsAt, type PlanPoint } from "./floorPlan";
import { bendEdge, type Edge, wayRound } from "./wayRound";

const HZ = 560e6;
const steel = (id: string, x1: number, y1: number, x2: number, y2: number): DrawnWall => ({
  id,
  x1,
  y1,
  x2,
  y2,
  material: "steel",
  thicknessM: 0.01,
});
const edgeDb = (e: Edge) => knifeEdgeLossDb(diffractionParameter({ ...e, frequencyHz: HZ }));

test("one wall is one bend, round the nearer end: the knife edge of ITU-R P.526", () => {
  const way = wayRound([steel("w", 10, 0, 10, 8)], { x: 20, y: 6 }, HZ);
  const found = way.from({ x: 2, y: 6 })!;
  expect(found.edges).toHaveLength(1);
  expect(found.edges[0]!.heightAboveRayM).toBeCloseTo(2, 9);
  expect(found.lossDb).toBeCloseTo(edgeDb(found.edges[0]!), 9);
  expect(way.lossDb(2, 6)).toBeCloseTo(found.lossDb, 9);
});

test("walls of anything else are no steel; where none stands there is no bend to take", () => {
  const way = wayRound(
    [{ ...steel("w", 10, 0, 10, 8), material: "concrete" }],
    { x: 20, y: 6 },
    HZ,
  );
  expect(way.from({ x: 2, y: 6 })).toBeNull();
  expect(way.lossDb(2, 6)).toBe(Infinity);
});

test("a box that is shut lets nothing in; through a gap the way bends as often as it must, and a longer way costs more", () => {
  const box = [
    steel("n", 10, 10, 20, 10),
    steel("e", 20, 10, 20, 20),
    steel("s", 20, 20, 10, 20),
    steel("w", 10, 20, 10, 10),
  ];
  const inside = { x: 15, y: 15 };
  expect(wayRound(box, inside, HZ).from({ x: 2, y: 15 })).toBeNull();
  // a gap on the far side
  const ajar = [
    ...box.filter((w) => w.id !== "e"),
    steel("e1", 20, 10, 20, 14),
    steel("e2", 20, 16, 20, 20),
  ];
  const [near, far] = [
    { x: 28, y: 18 },
    { x: 2, y: 15 },
  ].map((p) => wayRound(ajar, inside, HZ).from(p)!);
  expect(near!.edges.length).toBe(1);
  expect(far!.edges.length).toBeGreaterThan(1);
  expect(far!.lossDb).toBeGreaterThan(near!.lossDb + 10);
});

/** Every way over at most three free ends, tried one by one. */
function bruteForceDb(walls: readonly DrawnWall[], from: PlanPoint, to: PlanPoint): number {
  const clear = (a: PlanPoint, b: PlanPoint) =>
    !walls.some((w) => meetsAt(a, b, { x: w.x1, y: w.y1 }, { x: w.x2, y: w.y2 }) !== null);
  const nodes = walls.flatMap((w) => {
    const lengthM = Math.hypot(w.x2 - w.x1, w.y2 - w.y1);
    const [ux, uy] = [((w.x2 - w.x1) / lengthM) * 0.1, ((w.y2 - w.y1) / lengthM) * 0.1];
    return [
      { x: w.x1 - ux, y: w.y1 - uy, end: { x: w.x1, y: w.y1 } },
      { x: w.x2 + ux, y: w.y2 + uy, end: { x: w.x2, y: w.y2 } },
    ];
  });
  let least = Infinity;
  const go = (path: typeof nodes) => {
    const last = path.at(-1)!;
    if (clear(last, to)) {
      const points: PlanPoint[] = [from, ...path, to];
      least = Math.min(
        least,
        path.reduce((sum, n, i) => sum + edgeDb(bendEdge(points[i]!, n, points[i + 2]!)), 0),
      );
      // who sees the point goes there
      return;
    }
    if (path.length < 3)
      for (const n of nodes) if (!path.includes(n) && clear(last, n)) go([...path, n]);
  };
  for (const n of nodes) if (clear(from, n)) go([n]);
  return least;
}

test("no way over three ends is better than the one found, by more than the shortcut of its construction: random halls, brute force", () => {
  const random = seededRandom(12);
  let compared = 0;
  for (let n = 0; n < 60; n += 1) {
    const walls = Array.from({ length: 5 }, (_, i) => {
      const [x, y] = [5 + random() * 20, 2 + random() * 16];
      return steel(`w${i}`, x, y, x + (random() - 0.5) * 10, y + (random() - 0.5) * 10);
    });
    const [from, to] = [
      { x: 1, y: 1 + random() * 18 },
      { x: 29, y: 1 + random() * 18 },
    ];
    if (!walls.some((w) => meetsAt(from, to, { x: w.x1, y: w.y1 }, { x: w.x2, y: w.y2 }) !== null))
      continue;
    const [found, best] = [
      wayRound(walls, to, HZ).lossDb(from.x, from.y),
      bruteForceDb(walls, from, to),
    ];
    if (best === Infinity) continue;
    compared += 1;
    // each bend is judged by where the way goes on from it, not by where it came from: some
    // decibels at most
    expect(found).toBeLessThan(best + 4);
  }
  expect(compared).toBeGreaterThan(15);
});
