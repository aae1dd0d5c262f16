import {
  added,
  changed,
  copied,
  type ItemRef,
  planItemAt,
  itemsOf,
  movedBy,
  pointsOf,
  removed,
  resized,
  snapped,
  withPoints,
} from "./editPlan";
import { emptyPlan, type FloorPlan, planProblems } from "./floorPlan";

const base: FloorPlan = {
  ...emptyPlan({ model: "indoor", room: "office" }),
  widthM: 20,
  heightM: 10,
};
const wall = {
  kind: "wall" as const,
  points: [
    { x: 2, y: 2 },
    { x: 10, y: 2 },
    { x: 10, y: 8 },
  ],
  material: "brick" as const,
  thicknessM: 0.11,
};
const cartAndWhip = added(added(base, { kind: "cart", points: [{ x: 4, y: 5 }] })!.plan, {
  kind: "antenna",
  points: [{ x: 4.3, y: 5 }],
  antenna: "whip-quarter",
  heightM: 1,
  name: "A",
})!.plan;

test("a run of walls is one wall from point to point, each with a name of its own; a stroke without length is nothing", () => {
  const { plan, ref } = added(base, wall)!;
  expect(plan.walls.map((w) => w.id)).toEqual(["wall-1", "wall-2"]);
  expect(ref).toEqual({ kind: "wall", id: "wall-2" });
  expect(
    added(base, {
      ...wall,
      points: [
        { x: 2, y: 2 },
        { x: 2.01, y: 2 },
      ],
    }),
  ).toBeNull();
  expect(added(base, { kind: "area", points: wall.points.slice(0, 2), name: "" })).toBeNull();
});

test("everything that can be drawn can be moved, copied, changed and taken away, and makes sense after", () => {
  let plan = cartAndWhip;
  for (const drawn of [
    wall,
    {
      kind: "obstacle" as const,
      points: [...wall.points],
      material: "steel" as const,
      thicknessM: 0.002,
      heightM: 2,
      name: "van",
    },
    { kind: "area" as const, points: [...wall.points], name: "table" },
    { kind: "walk" as const, points: [...wall.points], channelId: 1, name: "there", speedMps: 1 },
    { kind: "stand" as const, points: [{ x: 7, y: 7 }] },
  ])
    plan = added(plan, drawn)!.plan;
  expect(itemsOf(plan)).toHaveLength(8);
  for (const ref of itemsOf(plan)) {
    const at = pointsOf(plan, ref);
    expect(pointsOf(movedBy(plan, ref, 1, -0.5), ref)).toEqual(
      at.map((p) => ({ x: p.x + 1, y: p.y - 0.5 })),
    );
    // no further than the edge, and in its shape
    const pushed = pointsOf(movedBy(plan, ref, 500, 0), ref);
    expect(Math.max(...pushed.map((p) => p.x))).toBe(20);
    expect(pushed[0]!.y).toBe(at[0]!.y);
    const twice = copied(plan, plan, ref);
    expect(twice === null).toBe(ref.kind === "cart");
    if (twice)
      expect(pointsOf(twice.plan, twice.ref)).toEqual(at.map((p) => ({ x: p.x + 1, y: p.y + 1 })));
    expect(itemsOf(removed(plan, ref)).length).toBe(7);
    expect(planProblems(twice?.plan ?? plan)).toEqual([]);
  }
  expect(
    changed(plan, { kind: "obstacle", id: "obstacle-1" }, { heightM: 4 }).obstacles[0]!.heightM,
  ).toBe(4);
  const corner: ItemRef = { kind: "wall", id: "wall-1" };
  expect(pointsOf(movedBy(plan, corner, 0, 1, 1), corner)).toEqual([
    { x: 2, y: 2 },
    { x: 10, y: 3 },
  ]);
});

test("what sits on the cart goes along with it; what stands elsewhere stays", () => {
  const away = added(cartAndWhip, {
    kind: "antenna",
    points: [{ x: 12, y: 5 }],
    antenna: "fin",
    heightM: 2,
    name: "B",
  })!.plan;
  const moved = withPoints(away, { kind: "cart", id: "cart" }, [{ x: 6, y: 6 }]);
  expect(moved.antennas.map(({ x, y }) => [Number(x.toFixed(3)), y])).toEqual([
    [6.3, 6],
    [12, 5],
  ]);
});

test("a hand that is nearly right: ends first, then in line, then the grid, and never outside", () => {
  const { plan } = added(base, wall)!;
  const rules = { gridM: 0.25, reachM: 0.4 };
  expect(snapped(plan, { x: 9.8, y: 2.2 }, rules)).toEqual({ x: 10, y: 2 });
  expect(snapped(plan, { x: 5.1, y: 6.16 }, rules)).toEqual({ x: 5, y: 6.25 });
  // nearly level from where the stroke began
  expect(snapped(plan, { x: 7.1, y: 5.2 }, { ...rules, from: { x: 3, y: 5 } })).toEqual({
    x: 7,
    y: 5,
  });
  expect(snapped(plan, { x: 33, y: -4 }, rules)).toEqual({ x: 20, y: 0 });
  expect(
    snapped(plan, { x: 9.8, y: 2.2 }, { ...rules, except: { kind: "wall", id: "wall-1" } }),
  ).toEqual({ x: 10, y: 2 });
});

test("under the finger: the antenna before the wall it stands at, a line within reach, the inside of what has one", () => {
  let { plan } = added(base, wall)!;
  plan = added(plan, {
    kind: "antenna",
    points: [{ x: 10, y: 4 }],
    antenna: "dipole",
    heightM: 2,
    name: "A",
  })!.plan;
  plan = added(plan, {
    kind: "area",
    points: [
      { x: 12, y: 4 },
      { x: 18, y: 4 },
      { x: 18, y: 9 },
    ],
    name: "",
  })!.plan;
  expect(planItemAt(plan, { x: 10.1, y: 4.1 }, 0.3)).toEqual({ kind: "antenna", id: "antenna-1" });
  expect(planItemAt(plan, { x: 10.1, y: 7 }, 0.3)).toEqual({ kind: "wall", id: "wall-2" });
  expect(planItemAt(plan, { x: 17, y: 5 }, 0.3)).toEqual({ kind: "area", id: "area-1" });
  expect(planItemAt(plan, { x: 1, y: 9 }, 0.3)).toBeNull();
});

test("a smaller sheet loses nothing: what lay outside comes to its edge", () => {
  const small = resized(added(cartAndWhip, wall)!.plan, 8, 8);
  expect(small.walls[0]).toMatchObject({ x1: 2, x2: 8 });
  expect(small.antennas[0]!.x).toBe(4.3);
});
