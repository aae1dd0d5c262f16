import { emptyPlan } from "~/core/location/floorPlan";
import {
  cableRun,
  panned,
  planScale,
  scaleStepM,
  wallStrokes,
  wholeView,
  zoomed,
} from "./floorPlanLayout";

const plan = { ...emptyPlan({ model: "indoor", room: "office" }), widthM: 40, heightM: 20 };

test("nearer keeps what lies under the hand; further ends at the whole; nothing is shown beside the plan", () => {
  const near = zoomed(plan, wholeView(plan), 2, { x: 10, y: 5 });
  expect(near).toEqual({ x: 5, y: 2.5, widthM: 20, heightM: 10 });
  expect(zoomed(plan, near, 0.1)).toEqual(wholeView(plan));
  expect(panned(plan, near, 500, -500)).toEqual({ ...near, x: 20, y: 0 });
  expect(zoomed(plan, wholeView(plan), 1000).widthM).toBeCloseTo(40 / 12, 9);
});

test("a scale of round lengths; a door is a stroke of its own and an open one a gap; thin glass can be seen", () => {
  expect([scaleStepM(12), scaleStepM(40), scaleStepM(90)]).toEqual([1, 5, 10]);
  const wall = {
    id: "w",
    x1: 0,
    y1: 0,
    x2: 10,
    y2: 0,
    material: "brick" as const,
    thicknessM: 0.22,
    openings: [
      { id: "d", atM: 3, widthM: 1, material: "glass" as const, thicknessM: 0.006 },
      { id: "o", atM: 7, widthM: 2, material: null, thicknessM: 0.1 },
    ],
  };
  expect(wallStrokes(wall, 20).map((s) => [s.x1, s.x2, s.material, s.widthPx])).toEqual([
    [0, 2.5, "brick", 4.4],
    [2.5, 3.5, "glass", 2],
    [3.5, 6, "brick", 4.4],
    [8, 10, "brick", 4.4],
  ]);
  expect(cableRun({ x: 1, y: 1 }, { x: 5, y: 3 })).toEqual([
    { x: 1, y: 1 },
    { x: 5, y: 1 },
    { x: 5, y: 3 },
  ]);
});

test("a view is drawn as large as its width and its height allow, from its own corner", () => {
  const view = { x: 10, y: 4, widthM: 20, heightM: 10 };
  const wide = planScale(view, { widthPx: 800, heightPx: 300 });
  expect(wide.pxPerM).toBe(30);
  expect([wide.x(10), wide.y(4), wide.x(30)]).toEqual([0, 0, 600]);
  expect(wide.at({ x: 11, y: 4.5 })).toBe("30.0,15.0");
  expect(planScale(view, { widthPx: 800, heightPx: 1000 }).pxPerM).toBe(40);
});
