import type { FloorPlan } from "~/core/location/floorPlan";
import { open as plan } from "~/testkit/quayPlan";
import {
  DRAW_START,
  type DrawAbout,
  type DrawAction,
  drawKey,
  type DrawState,
  drawStep,
  strokeOf,
  type Tool,
} from "./drawState";

const MAKING = {
  wallKind: "steel",
  obstacle: { material: "steel" as const, thicknessM: 0.01, heightM: 2.5, name: "Container" },
  channelId: 3,
};
const about = (of: FloorPlan): DrawAbout => ({
  plan: of,
  making: MAKING,
  talkerOf: () => "Marit",
});
const at = (x: number, y: number, isFree = true) => ({
  at: { x, y },
  reachM: 0.5,
  isFree,
  isTouch: false,
});

/** Everything that hands do, one after another; the plan follows each change. */
function after(start: Partial<DrawState>, ...actions: DrawAction[]) {
  let state: DrawState = { ...DRAW_START, ...start };
  let now = plan;
  const told: string[] = [];
  for (const action of actions) {
    const step = drawStep(state, action, about(now));
    state = step.state;
    if (step.change) {
      now = step.change.plan;
      told.push(step.change.how);
    }
  }
  return { state, plan: now, told };
}
const tool = (name: Tool): DrawAction => ({ type: "tool", tool: name });
const down = (x: number, y: number): DrawAction => ({ type: "down", pointer: at(x, y) });
const move = (x: number, y: number): DrawAction => ({ type: "move", pointer: at(x, y) });
const up = (x: number, y: number): DrawAction => ({ type: "up", pointer: at(x, y) });
const drag = (...[a, b]: [[number, number], [number, number]]) => [
  down(...a),
  move(...b),
  up(...b),
];

test("one drag is a whole wall, and a whole box; presses go from corner to corner until they are finished", () => {
  const wall = after({}, tool("wall"), ...drag([10, 10], [16, 10]));
  expect(wall.told).toEqual(["wall drawn"]);
  expect(wall.plan.walls.at(-1)).toMatchObject({ x1: 10, y1: 10, x2: 16, y2: 10 });
  expect(wall.state).toMatchObject({ selected: { kind: "wall" }, stroke: [], tool: "wall" });
  const box = after({}, tool("obstacle"), ...drag([10, 10], [14, 12]));
  expect(box.plan.obstacles.at(-1)).toMatchObject({ name: "Container", heightM: 2.5 });
  expect(box.plan.obstacles.at(-1)!.corners).toEqual([
    { x: 10, y: 10 },
    { x: 14, y: 10 },
    { x: 14, y: 12 },
    { x: 10, y: 12 },
  ]);
  const presses = [down(5, 5), up(5, 5), down(9, 5), up(9, 5), down(9, 8), up(9, 8)];
  const area = after({}, tool("area"), ...presses, down(5.2, 5.2));
  expect([area.told, area.plan.areas.at(-1)!.corners.length]).toEqual([["area drawn"], 3]);
  const walk = after({}, tool("walk"), ...presses, { type: "finish" });
  expect(walk.plan.walks.at(-1)).toMatchObject({ channelId: 3, name: "Marit walks" });
});

test("a press that is no stroke draws nothing; a stroke that is left draws nothing either", () => {
  const pressed = after({}, tool("wall"), down(10, 10), up(10.1, 10));
  expect([pressed.told, pressed.state.stroke]).toEqual([[], [{ x: 10, y: 10 }]]);
  const left = after({}, tool("wall"), down(10, 10), up(10, 10), { type: "leave" });
  expect([left.told, left.state.stroke, left.state.tool]).toEqual([[], [], "wall"]);
  expect(after({}, tool("wall"), { type: "leave" }).state.tool).toBe("select");
});

test("a door goes into the wall under the pointer, whole, however near its end; beside every wall nothing happens", () => {
  const walled = after({}, tool("wall"), ...drag([10, 10], [16, 10])).plan;
  const put = drawStep(
    { ...DRAW_START, tool: "door" },
    { type: "down", pointer: at(10.1, 10.2) },
    about(walled),
  );
  expect(put.change!.plan.walls.at(-1)!.openings).toMatchObject([
    { id: "door-1", atM: 0.5, widthM: 1 },
  ]);
  const beside = drawStep(
    { ...DRAW_START, tool: "door" },
    { type: "down", pointer: at(30, 25) },
    about(walled),
  );
  expect(beside.change).toBeUndefined();
});

test("what is picked up is dragged on the grid, its corner by itself; put back where it was nothing is changed", () => {
  const [a] = plan.antennas;
  const taken = after({}, down(a!.x, a!.y), {
    type: "move",
    pointer: at(a!.x + 3.1, a!.y, false),
  });
  expect(taken.told).toEqual([]);
  const moved = drawStep(taken.state, up(a!.x + 3.1, a!.y), about(plan));
  expect(moved.change).toMatchObject({ how: "antenna moved" });
  expect(moved.change!.plan.antennas[0]!.x).toBe(a!.x + 3);
  expect(after({}, ...drag([a!.x, a!.y], [a!.x, a!.y])).told).toEqual([]);
  const walled = after({}, tool("wall"), ...drag([10, 10], [16, 10]), tool("select"));
  const corner = after({ ...walled.state }, tool("select")).state;
  const step = [down(16, 10), move(16, 14), up(16, 14)].reduce<ReturnType<typeof drawStep>>(
    (s, action) => drawStep(s.state, action, about(walled.plan)),
    { state: corner },
  );
  expect(step.change!.plan.walls.at(-1)).toMatchObject({ x1: 10, y1: 10, x2: 16, y2: 14 });
});

test("by keys alone: put in the middle, moved, copied, pasted, taken away; from thing to thing", () => {
  const middle = after({}, tool("stand"), { type: "put-in-middle" });
  expect(middle.plan.atHand.stands.at(-1)).toMatchObject({ x: 20, y: 15 });
  const nudged = after(
    {},
    tool("stand"),
    { type: "put-in-middle" },
    { type: "nudge", dx: 1, dy: 0 },
    { type: "copy" },
    { type: "paste" },
    { type: "remove" },
  );
  expect(nudged.told).toEqual(["stand drawn", "stand moved", "copied", "stand removed"]);
  expect([nudged.state.selected, nudged.plan.atHand.stands.length]).toEqual([
    null,
    plan.atHand.stands.length + 1,
  ]);
  const first = after({}, { type: "next", by: 1 }).state.selected;
  expect(after({}, { type: "next", by: 1 }, { type: "next", by: 1 }).state.selected).not.toEqual(
    first,
  );
});

test.each<[string, Partial<DrawState>, { shiftKey?: boolean; isCommand?: boolean }, object | null]>(
  [
    ["z", {}, { isCommand: true }, { type: "undo" }],
    ["Z", {}, { isCommand: true, shiftKey: true }, { type: "redo" }],
    ["c", {}, { isCommand: true }, null],
    ["ArrowLeft", {}, {}, null],
    ["ArrowLeft", { selected: { kind: "antenna", id: "A" } }, {}, { dx: -0.25, dy: 0 }],
    ["ArrowDown", { selected: { kind: "antenna", id: "A" } }, { shiftKey: true }, { dx: 0, dy: 1 }],
    ["Enter", { tool: "door" }, {}, null],
    ["Enter", { tool: "wall" }, {}, { type: "put-in-middle" }],
    ["Enter", { tool: "wall", stroke: [{ x: 1, y: 1 }] }, {}, { type: "finish" }],
    ["Delete", {}, {}, null],
    ["Tab", {}, {}, null],
  ],
)("the key %s with %j", (key, state, held, expected) => {
  const asked = drawKey(
    { key, shiftKey: false, isCommand: false, ...held },
    { ...DRAW_START, ...state },
  );
  if (expected === null) expect(asked).toBeNull();
  else expect(asked).toMatchObject(expected);
});

test("a stroke tells its last length, and so does the measure that is laid on", () => {
  const metres = (m: number) => `${m.toFixed(1)} m`;
  const drawn = after({}, tool("wall"), down(10, 10), move(13, 14)).state;
  expect(strokeOf(drawn, metres)).toMatchObject({ words: "5.0 m", isClosed: false });
  const measured = after({}, tool("measure"), ...drag([0, 0], [6, 8])).state;
  expect(strokeOf(measured, metres)!.words).toBe("10.0 m");
  expect(strokeOf(DRAW_START, metres)).toBeNull();
});
