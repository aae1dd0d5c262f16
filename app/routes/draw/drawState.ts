import { DRAW_TEXTS } from "~/contract/messages/screens/draw";
import { defined, itemAt, lastOf } from "~/core/units/items";
import {
  added,
  copied,
  type Drawn,
  isSameItem,
  type ItemRef,
  itemsOf,
  movedBy,
  planItemAt,
  pointsOf,
  removed,
  snapped,
  withPoints,
} from "~/core/location/editPlan";
import { distanceToSegmentM, type FloorPlan, type PlanPoint } from "~/core/location/floorPlan";
import { recabled } from "~/core/location/search";
import type { Material } from "~/core/radio/slab";
import type { PlanPointer } from "~/app/charts/floorPlan/FloorPlanChart";
import { panned, type View, wholeView, zoomed } from "~/app/charts/floorPlan/floorPlanLayout";
import { WALL_KINDS } from "./wallKinds";

export type Tool =
  | "select"
  | "wall"
  | "door"
  | "obstacle"
  | "area"
  | "walk"
  | "antenna"
  | "stand"
  | "cart"
  | "measure";

/** What new things are made of, until somebody says otherwise. */
export interface Making {
  wallKind: string;
  obstacle: { material: Material; thicknessM: number; heightM: number; name: string };
  channelId: number | null;
}

export const GRID_M = 0.25;
const DOOR = { widthM: 1, material: "wood" as const, thicknessM: 0.04 };
/** Less than this is a click and no stroke. */
const STROKE_M = 0.3;

interface Drag {
  /** What is in the hand, and which of its corners. */
  ref: ItemRef;
  point: number | null;
  from: PlanPoint;
  plan: FloorPlan;
}

/** What the hands are at. */
export interface DrawState {
  tool: Tool;
  selected: ItemRef | null;
  /** Points that were set, and where the next would be. */
  stroke: PlanPoint[];
  hover: PlanPoint | null;
  isDown: boolean;
  drag: Drag | null;
  pan: PlanPoint | null;
  /** Null: the whole plan. */
  view: View | null;
  copy: { ref: ItemRef; from: FloorPlan } | null;
  measured: { a: PlanPoint; b: PlanPoint } | null;
}

export const DRAW_START: DrawState = {
  tool: "select",
  selected: null,
  stroke: [],
  hover: null,
  isDown: false,
  drag: null,
  pan: null,
  view: null,
  copy: null,
  measured: null,
};

export interface DrawAbout {
  plan: FloorPlan;
  making: Making;
  talkerOf: (channelId: number | null) => string;
}

export type DrawAction =
  | { type: "tool"; tool: Tool }
  | { type: "select"; ref: ItemRef | null }
  | { type: "down" | "move" | "up"; pointer: PlanPointer }
  | { type: "finish" | "remove" | "copy" | "paste" | "duplicate" | "put-in-middle" | "leave" }
  | { type: "nudge"; dx: number; dy: number }
  | { type: "next"; by: 1 | -1 }
  | { type: "zoom"; by: number };

/** What comes of an action: how the hands are then, and what it does to the plan. */
export interface DrawStep {
  state: DrawState;
  change?: { plan: FloorPlan; how: string };
}

export const isClosedTool = (tool: Tool): boolean => tool === "obstacle" || tool === "area";
export const seenOf = ({ view }: DrawState, plan: FloorPlan): View => view ?? wholeView(plan);

/** What hands do on a plan: strokes, drags, keys. Everything ends in at most one change. */
export function drawStep(state: DrawState, action: DrawAction, about: DrawAbout): DrawStep {
  const { plan } = about;
  const { selected, stroke, tool } = state;
  const seen = seenOf(state, plan);
  switch (action.type) {
    case "tool":
      return { state: withTool(state, action.tool) };
    case "select":
      return { state: { ...state, selected: action.ref } };
    case "down":
      return pressed({ ...state, isDown: true }, action.pointer, about);
    case "move":
      return { state: moved(state, action.pointer, plan) };
    case "up":
      return released({ ...state, isDown: false, pan: null }, action.pointer, about);
    case "finish":
      return stroke.length > 0 ? committed(state, stroke, about) : { state };
    case "remove":
      return selected
        ? {
            state: { ...state, selected: null },
            change: { plan: removed(plan, selected), how: DRAW_TEXTS.takenAway(selected.kind) },
          }
        : { state };
    case "copy":
      return { state: selected ? { ...state, copy: { ref: selected, from: plan } } : state };
    case "paste":
      return pasted(state, plan);
    case "duplicate":
      return selected ? pasted({ ...state, copy: { ref: selected, from: plan } }, plan) : { state };
    case "put-in-middle":
      return committed(state, middleOf(tool, seen), about);
    case "leave":
      if (stroke.length > 0) return { state: { ...state, stroke: [], hover: null } };
      return {
        state: tool === "select" ? { ...state, selected: null } : withTool(state, "select"),
      };
    case "nudge":
      return selected
        ? {
            state,
            change: {
              plan: recabled(movedBy(plan, selected, action.dx, action.dy), selected),
              how: DRAW_TEXTS.moved(selected.kind),
            },
          }
        : { state };
    case "next": {
      const all = itemsOf(plan);
      if (all.length === 0) return { state };
      const at = all.findIndex((r) => isSameItem(r, selected));
      const next = itemAt(all, (at + action.by + all.length) % all.length);
      return { state: { ...state, selected: next } };
    }
    case "zoom":
      return { state: { ...state, view: zoomed(plan, seen, action.by) } };
  }
}

const withTool = (state: DrawState, tool: Tool): DrawState => ({
  ...state,
  tool,
  stroke: [],
  hover: null,
  selected: tool === "select" ? state.selected : null,
});

function drawnOf(
  tool: Tool,
  points: readonly PlanPoint[],
  { plan, making, talkerOf }: DrawAbout,
): Drawn | null {
  switch (tool) {
    case "wall": {
      const kind = WALL_KINDS.find((k) => k.id === making.wallKind) ?? itemAt(WALL_KINDS, 0);
      return {
        kind: "wall",
        points,
        material: kind.material,
        thicknessM: kind.thicknessM,
        ...(kind.layers ? { layers: [...kind.layers] } : {}),
        ...(kind.allowanceDb ? { allowanceDb: kind.allowanceDb } : {}),
      };
    }
    case "obstacle":
      return { kind: "obstacle", points, ...making.obstacle };
    case "area":
      return { kind: "area", points, name: DRAW_TEXTS.playingArea };
    case "walk":
      return {
        kind: "walk",
        points,
        channelId: making.channelId,
        name: DRAW_TEXTS.walks(talkerOf(making.channelId)),
        speedMps: 1.3,
      };
    case "antenna":
      return {
        kind: "antenna",
        points,
        antenna: plan.atHand.kinds[0] ?? "whip-quarter",
        heightM: Math.min(2, plan.atHand.mastM),
        name: String.fromCharCode(65 + plan.antennas.length),
      };
    case "stand":
      return { kind: "stand", points };
    case "cart":
      return { kind: "cart", points };
    case "select":
    case "door":
    case "measure":
      return null;
  }
}

function committed(state: DrawState, points: readonly PlanPoint[], about: DrawAbout): DrawStep {
  const still = { ...state, stroke: [], hover: null };
  const drawn = drawnOf(state.tool, points, about);
  const made = drawn && added(about.plan, drawn);
  if (!made) return { state: still };
  return {
    state: {
      ...still,
      selected: made.ref,
      tool: drawn.kind === "cart" ? "select" : state.tool,
    },
    change: { plan: recabled(made.plan, made.ref), how: DRAW_TEXTS.drawn(drawn.kind) },
  };
}

function pasted(state: DrawState, plan: FloorPlan): DrawStep {
  const made = state.copy && copied(plan, state.copy.from, state.copy.ref);
  if (!made) return { state };
  return {
    state: { ...state, selected: made.ref, copy: { ref: made.ref, from: made.plan } },
    change: { plan: made.plan, how: "copied" },
  };
}

/** Where there is no pointer: one of its kind in the middle of what is shown, to be moved by keys. */
function middleOf(tool: Tool, seen: View): PlanPoint[] {
  const x = Math.round(seen.x + seen.widthM / 2);
  const y = Math.round(seen.y + seen.heightM / 2);
  const half = Math.max(0.5, Math.min(2, seen.widthM / 8));
  if (tool === "wall" || tool === "walk")
    return [
      { x: x - half, y },
      { x: x + half, y },
    ];
  if (!isClosedTool(tool)) return [{ x, y }];
  return [
    { x: x - half, y: y - half },
    { x: x + half, y: y - half },
    { x: x + half, y: y + half },
    { x: x - half, y: y + half },
  ];
}

const snap = (
  plan: FloorPlan,
  p: PlanPointer,
  from: PlanPoint | null,
  except: ItemRef | null = null,
): PlanPoint =>
  p.isFree
    ? { x: p.at.x, y: p.at.y }
    : snapped(plan, p.at, { gridM: GRID_M, reachM: p.reachM, from, except });

const awayM = (a: PlanPoint, b: PlanPoint): number => Math.hypot(a.x - b.x, a.y - b.y);

function pressed(state: DrawState, p: PlanPointer, about: DrawAbout): DrawStep {
  const { plan } = about;
  const { tool, stroke } = state;
  if (tool === "select") return { state: taken(state, p, plan) };
  if (tool === "door") return opened(state, p, plan);
  const at = snap(plan, p, stroke.at(-1) ?? null);
  if (tool === "antenna" || tool === "stand" || tool === "cart")
    return committed(state, [at], about);
  if (tool === "measure") return { state: { ...state, measured: { a: at, b: at } } };
  const first = stroke[0];
  if (first && stroke.length > 2 && isClosedTool(tool) && awayM(first, at) <= p.reachM)
    return committed(state, stroke, about);
  return { state: { ...state, stroke: [...stroke, at], hover: at } };
}

/** A corner of what is in hand, or what lies there, or the sheet itself. */
function taken(state: DrawState, p: PlanPointer, plan: FloorPlan): DrawState {
  const { selected } = state;
  const corners = selected ? pointsOf(plan, selected) : [];
  const corner = corners.findIndex((q) => awayM(q, p.at) <= p.reachM);
  if (selected && corners.length > 1 && corner >= 0)
    return { ...state, drag: { ref: selected, point: corner, from: p.at, plan } };
  const ref = planItemAt(plan, p.at, p.reachM);
  if (ref) return { ...state, selected: ref, drag: { ref, point: null, from: p.at, plan } };
  return { ...state, selected: null, pan: state.view ? p.at : null };
}

/** Puts a door into the wall under the pointer. */
function opened(state: DrawState, p: PlanPointer, plan: FloorPlan): DrawStep {
  const wall = plan.walls
    .map((w) => ({ w, d: distanceToSegmentM(p.at, { x: w.x1, y: w.y1 }, { x: w.x2, y: w.y2 }) }))
    .filter(({ d }) => d < p.reachM * 1.6)
    .sort((a, b) => a.d - b.d)[0]?.w;
  if (!wall) return { state };
  const lengthM = Math.hypot(wall.x2 - wall.x1, wall.y2 - wall.y1);
  const widthM = Math.min(DOOR.widthM, lengthM);
  const within = (m: number) => Math.min(lengthM - widthM / 2, Math.max(widthM / 2, m));
  const along =
    ((p.at.x - wall.x1) * (wall.x2 - wall.x1) + (p.at.y - wall.y1) * (wall.y2 - wall.y1)) / lengthM;
  const openings = wall.openings ?? [];
  let n = 1;
  while (openings.some((o) => o.id === `door-${n}`)) n += 1;
  const atM = within(Math.round(within(along) * 20) / 20);
  const door = { ...DOOR, id: `door-${n}`, atM, widthM };
  return {
    state: { ...state, selected: { kind: "wall", id: wall.id } },
    change: {
      plan: {
        ...plan,
        walls: plan.walls.map((w) =>
          w.id === wall.id ? { ...w, openings: [...openings, door] } : w,
        ),
      },
      how: DRAW_TEXTS.doorPut,
    },
  };
}

function moved(state: DrawState, p: PlanPointer, plan: FloorPlan): DrawState {
  const { pan, drag, stroke, measured } = state;
  if (pan)
    return {
      ...state,
      view: panned(plan, seenOf(state, plan), pan.x - p.at.x, pan.y - p.at.y),
    };
  if (drag) return { ...state, drag: { ...drag, plan: draggedTo(drag, p, plan) } };
  if (state.tool === "measure" && state.isDown && measured)
    return { ...state, measured: { ...measured, b: snap(plan, p, measured.a) } };
  return stroke.length > 0 ? { ...state, hover: snap(plan, p, lastOf(stroke)) } : state;
}

function draggedTo(drag: Drag, p: PlanPointer, plan: FloorPlan): FloorPlan {
  const before = pointsOf(plan, drag.ref);
  if (drag.point !== null) {
    const neighbour = before[drag.point - 1] ?? before[drag.point + 1] ?? null;
    return withPoints(
      plan,
      drag.ref,
      before.map((q, i) => (i === drag.point ? snap(plan, p, neighbour, drag.ref) : q)),
    );
  }
  const onGrid = (m: number) => (p.isFree ? m : Math.round(m / GRID_M) * GRID_M);
  return movedBy(plan, drag.ref, onGrid(p.at.x - drag.from.x), onGrid(p.at.y - drag.from.y));
}

function released(state: DrawState, p: PlanPointer, about: DrawAbout): DrawStep {
  const { plan } = about;
  const { drag, stroke, tool } = state;
  if (drag) {
    const still = { ...state, drag: null };
    const isSame =
      drag.plan === plan ||
      JSON.stringify(pointsOf(drag.plan, drag.ref)) === JSON.stringify(pointsOf(plan, drag.ref));
    return isSame
      ? { state: still }
      : {
          state: still,
          change: { plan: recabled(drag.plan, drag.ref), how: DRAW_TEXTS.moved(drag.ref.kind) },
        };
  }
  const last = stroke.at(-1);
  if (!last || tool === "measure") return { state };
  const at = snap(plan, p, last);
  // a drag is a whole wall, a whole box, or the next piece of a walk; clicks go from point to point
  if (awayM(at, last) < STROKE_M) return { state };
  if (isClosedTool(tool) && stroke.length === 1)
    return committed(state, [last, { x: at.x, y: last.y }, at, { x: last.x, y: at.y }], about);
  if (tool === "wall" && stroke.length === 1) return committed(state, [last, at], about);
  return { state: tool === "walk" ? { ...state, stroke: [...stroke, at] } : state };
}

const ZOOM = 1.5;

/** What a key asks for; null where it is none of the plan's. */
export function drawKey(
  { key, shiftKey, isCommand }: { key: string; shiftKey: boolean; isCommand: boolean },
  { selected, stroke, tool }: DrawState,
): DrawAction | { type: "undo" } | { type: "redo" } | null {
  const lower = key.toLowerCase();
  if (isCommand) {
    if (lower === "z") return { type: shiftKey ? "redo" : "undo" };
    if (lower === "y") return { type: "redo" };
    if (lower === "c" && selected) return { type: "copy" };
    return lower === "v" ? { type: "paste" } : null;
  }
  const step = shiftKey ? 1 : GRID_M;
  const arrows: Record<string, [number, number]> = {
    ArrowLeft: [-step, 0],
    ArrowRight: [step, 0],
    ArrowUp: [0, -step],
    ArrowDown: [0, step],
  };
  const arrow = arrows[key];
  if (arrow && selected) return { type: "nudge", dx: arrow[0], dy: arrow[1] };
  switch (key) {
    case "Delete":
    case "Backspace":
      return selected ? { type: "remove" } : null;
    case "Enter":
      if (stroke.length > 0) return { type: "finish" };
      return ["select", "measure", "door"].includes(tool) ? null : { type: "put-in-middle" };
    case "Escape":
      return { type: "leave" };
    case "]":
      return { type: "next", by: 1 };
    case "[":
      return { type: "next", by: -1 };
    case "+":
    case "=":
      return { type: "zoom", by: ZOOM };
    case "-":
      return { type: "zoom", by: 1 / ZOOM };
    default:
      return null;
  }
}

/** The stroke as far as it is drawn, or the measure that is laid on. */
export function strokeOf(
  { tool, stroke, hover, measured }: DrawState,
  metres: (m: number) => string,
): { points: PlanPoint[]; isClosed: boolean; words: string } | null {
  if (tool === "measure" && measured)
    return {
      points: [measured.a, measured.b],
      isClosed: false,
      words: metres(awayM(measured.a, measured.b)),
    };
  if (stroke.length === 0) return null;
  const points = hover ? [...stroke, hover] : stroke;
  const lengthM = points.length > 1 ? awayM(lastOf(points), defined(points.at(-2))) : 0;
  return { points, isClosed: isClosedTool(tool), words: lengthM > 0 ? metres(lengthM) : "" };
}
