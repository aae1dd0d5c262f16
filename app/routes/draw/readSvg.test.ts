/** @jest-environment ./testkit/browserEnvironment.mjs */
import type { FloorPlan } from "~/core/location/floorPlan";
import { planToSvg } from "~/core/location/planFiles";
import { PORT_ELLERY_PLANS } from "~/core/simulator/portElleryPlans";
import { readSvg } from "./readSvg";

const loft = PORT_ELLERY_PLANS["net-loft"]!.plan(() => 1);
const empty = {
  ...loft,
  widthM: 5,
  heightM: 5,
  walls: [],
  obstacles: [],
  antennas: [],
  walks: [],
  areas: [],
};
const drawing = (inside: string, box = "0 0 100 50") =>
  `<svg xmlns="http://www.w3.org/2000/svg" viewBox="${box}">${inside}</svg>`;
/** A hundred of its units are twenty metres. */
function read(inside: string, box?: string) {
  const answer = readSvg(drawing(inside, box), empty, 20, () => null);
  if (!answer.ok) throw new Error(answer.error.code);
  return answer.value.plan;
}
const ends = ({ x1, y1, x2, y2 }: FloorPlan["walls"][number]) => [x1, y1, x2, y2];

test("open lines are walls and closed ones obstacles, in metres of the whole drawing's width", () => {
  const plan = read(
    '<line x1="10" y1="10" x2="60" y2="10"/><rect x="50" y="20" width="10" height="5"/>',
  );
  expect(plan.walls.map(ends)).toEqual([[2, 2, 12, 2]]);
  expect(plan.obstacles.map((o) => o.corners.map(({ x, y }) => [x, y]))).toEqual([
    [
      [10, 4],
      [12, 4],
      [12, 5],
      [10, 5],
    ],
  ]);
  expect([plan.widthM, plan.heightM]).toEqual([20, 10]);
});

test("a shape lies where its groups move it, and from where the drawing begins", () => {
  const plan = read(
    '<g transform="translate(10 0)"><g transform="scale(2)"><path d="M5 5 h10"/></g></g>',
    "10 0 100 50",
  );
  expect(plan.walls.map(ends)).toEqual([[2, 2, 6, 2]]);
});

test("a curve comes as straight pieces from its one end to the other; what only defines is no shape", () => {
  const { walls } = read('<defs><path d="M0 0 h9"/></defs><path d="M0 0 C 0 20 40 20 40 0"/>');
  expect(walls).toHaveLength(6);
  expect([walls[0]!.x1, walls[0]!.y1, walls[5]!.x2, walls[5]!.y2]).toEqual([0, 0, 8, 0]);
  for (const [i, wall] of walls.slice(1).entries())
    expect([wall.x1, wall.y1]).toEqual([walls[i]!.x2, walls[i]!.y2]);
});

test.each<[string, string, number | null, string]>([
  ["text", "not a drawing", 20, "not-svg"],
  ["a page", "<html></html>", 20, "not-svg"],
  ["one without a size", '<svg xmlns="http://www.w3.org/2000/svg"/>', 20, "not-svg"],
  ["one of which nobody said how wide it is", drawing('<path d="M0 0 h9"/>'), null, "no-scale"],
  ["an empty one", drawing("<text>plan</text>"), 20, "empty"],
  [
    "groups in groups without end",
    drawing(`${"<g>".repeat(90)}<path d="M0 0 h9"/>${"</g>".repeat(90)}`),
    20,
    "too-involved",
  ],
])("%s is refused", (_, text, widthM, code) => {
  expect(readSvg(text, empty, widthM, () => null)).toMatchObject({ ok: false, error: { code } });
});

test("one of ours stands for the whole plan", () => {
  const answer = readSvg(planToSvg(loft), empty, null, () => loft);
  expect(answer.ok && answer.value.plan.walls.length).toBe(loft.walls.length);
});
