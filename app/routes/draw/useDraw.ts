import { defined, itemAt, lastOf } from "~/core/units/items";
import { useState } from "react";
import {
  added,
  copied,
  type Drawn,
  isSameItem,
  type ItemRef,
  planItemAt,
  itemsOf,
  movedBy,
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
import type { PlanInHand } from "~/app/routes/shared/usePlan";
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
  ref: ItemRef;
  point: number | null;
  from: PlanPoint;
  plan: FloorPlan;
}

/**
 * What hands do on a plan: strokes, drags, keys. Everything ends in one change that can be taken
 * back.
 */
export function useDraw(
  plan: FloorPlan,
  inHand: PlanInHand,
  making: Making,
  talkerOf: (channelId: number | null) => string,
  metres: (m: number) => string,
) {
  const [tool, setToolOnly] = useState<Tool>("select");
  const [selected, setSelected] = useState<ItemRef | null>(null);
  const [stroke, setStroke] = useState<PlanPoint[]>([]);
  const [hover, setHover] = useState<PlanPoint | null>(null);
  const [isDown, setDown] = useState(false);
  const [drag, setDrag] = useState<Drag | null>(null);
  const [pan, setPan] = useState<PlanPoint | null>(null);
  const [view, setView] = useState<View | null>(null);
  const [copy, setCopy] = useState<{ ref: ItemRef; from: FloorPlan } | null>(null);
  const [measured, setMeasured] = useState<{ a: PlanPoint; b: PlanPoint } | null>(null);
  const shown = drag?.plan ?? plan;
  const seen = view ?? wholeView(plan);
  const isClosed = tool === "obstacle" || tool === "area";
  const live = hover && stroke.length > 0 ? [...stroke, hover] : stroke;

  const setTool = (next: Tool) => {
    setToolOnly(next);
    setStroke([]);
    setHover(null);
    if (next !== "select") setSelected(null);
  };
  const drawnOf = (points: readonly PlanPoint[]): Drawn | null => {
    switch (tool) {
      case "wall": {
        const kind = WALL_KINDS.find((k) => k.id === making.wallKind) ?? itemAt(WALL_KINDS, 0);
        return {
          kind: "wall",
          points,
          material: kind.material,
          thicknessM: kind.thicknessM,
          ...("layers" in kind ? { layers: [...kind.layers] } : {}),
        };
      }
      case "obstacle":
        return { kind: "obstacle", points, ...making.obstacle };
      case "area":
        return { kind: "area", points, name: "Playing area" };
      case "walk":
        return {
          kind: "walk",
          points,
          channelId: making.channelId,
          name: `${talkerOf(making.channelId)} walks`,
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
  };
  const commit = (points: readonly PlanPoint[]) => {
    const drawn = drawnOf(points);
    setStroke([]);
    setHover(null);
    if (!drawn) return;
    const made = added(plan, drawn);
    if (!made) return;
    inHand.change(recabled(made.plan, made.ref), `${drawn.kind} drawn`);
    setSelected(made.ref);
    if (drawn.kind === "cart") setToolOnly("select");
  };
  const snap = (
    p: PlanPointer,
    from: PlanPoint | null,
    except: ItemRef | null = null,
  ): PlanPoint =>
    p.isFree
      ? { x: p.at.x, y: p.at.y }
      : snapped(plan, p.at, { gridM: GRID_M, reachM: p.reachM, from, except });
  const openAt = (p: PlanPointer) => {
    const wall = plan.walls
      .map((w) => ({ w, d: distanceToSegmentM(p.at, { x: w.x1, y: w.y1 }, { x: w.x2, y: w.y2 }) }))
      .filter(({ d }) => d < p.reachM * 1.6)
      .sort((a, b) => a.d - b.d)[0]?.w;
    if (!wall) return;
    const lengthM = Math.hypot(wall.x2 - wall.x1, wall.y2 - wall.y1);
    const widthM = Math.min(DOOR.widthM, lengthM);
    const along =
      ((p.at.x - wall.x1) * (wall.x2 - wall.x1) + (p.at.y - wall.y1) * (wall.y2 - wall.y1)) /
      lengthM;
    const atM = Math.round(Math.min(lengthM - widthM / 2, Math.max(widthM / 2, along)) * 20) / 20;
    const openings = wall.openings ?? [];
    let n = 1;
    while (openings.some((o) => o.id === `door-${n}`)) n += 1;
    inHand.change(
      {
        ...plan,
        walls: plan.walls.map((w) =>
          w.id === wall.id
            ? {
                ...w,
                openings: [
                  ...openings,
                  {
                    ...DOOR,
                    id: `door-${n}`,
                    atM: Math.min(lengthM - widthM / 2, Math.max(widthM / 2, atM)),
                    widthM,
                  },
                ],
              }
            : w,
        ),
      },
      "door put in",
    );
    setSelected({ kind: "wall", id: wall.id });
  };

  const down = (p: PlanPointer) => {
    setDown(true);
    if (tool === "select") {
      const handle = selected
        ? pointsOf(plan, selected).findIndex(
            (q) => Math.hypot(q.x - p.at.x, q.y - p.at.y) <= p.reachM,
          )
        : -1;
      const hasHandles = selected !== null && pointsOf(plan, selected).length > 1;
      if (selected && hasHandles && handle >= 0) {
        setDrag({ ref: selected, point: handle, from: p.at, plan });
        return;
      }
      const ref = planItemAt(plan, p.at, p.reachM);
      setSelected(ref);
      if (ref) setDrag({ ref, point: null, from: p.at, plan });
      else if (view) setPan(p.at);
      return;
    }
    if (tool === "door") {
      openAt(p);
      return;
    }
    const at = snap(p, stroke.at(-1) ?? null);
    if (tool === "antenna" || tool === "stand" || tool === "cart") {
      commit([at]);
      return;
    }
    if (tool === "measure") {
      setMeasured({ a: at, b: at });
      return;
    }
    const first = stroke[0];
    if (
      first &&
      stroke.length > 2 &&
      isClosed &&
      Math.hypot(first.x - at.x, first.y - at.y) <= p.reachM
    ) {
      commit(stroke);
      return;
    }
    setStroke([...stroke, at]);
    setHover(at);
  };
  const move = (p: PlanPointer) => {
    if (pan) {
      setView(panned(plan, seen, pan.x - p.at.x, pan.y - p.at.y));
      return;
    }
    if (drag) {
      const before = pointsOf(plan, drag.ref);
      if (drag.point !== null) {
        const neighbour = before[drag.point - 1] ?? before[drag.point + 1] ?? null;
        setDrag({
          ...drag,
          plan: withPoints(
            plan,
            drag.ref,
            before.map((q, i) => (i === drag.point ? snap(p, neighbour, drag.ref) : q)),
          ),
        });
        return;
      }
      const [dx, dy] = [p.at.x - drag.from.x, p.at.y - drag.from.y].map((m) =>
        p.isFree ? m : Math.round(m / GRID_M) * GRID_M,
      ) as [number, number];
      setDrag({ ...drag, plan: movedBy(plan, drag.ref, dx, dy) });
      return;
    }
    if (tool === "measure" && isDown && measured) {
      setMeasured({ ...measured, b: snap(p, measured.a) });
      return;
    }
    if (stroke.length > 0) setHover(snap(p, lastOf(stroke)));
  };
  const up = (p: PlanPointer) => {
    setDown(false);
    setPan(null);
    if (drag) {
      if (
        drag.plan !== plan &&
        JSON.stringify(pointsOf(drag.plan, drag.ref)) !== JSON.stringify(pointsOf(plan, drag.ref))
      ) {
        const { ref } = drag;
        inHand.change(recabled(drag.plan, ref), `${ref.kind} moved`);
      }
      setDrag(null);
      return;
    }
    const [last] = stroke.slice(-1);
    if (!last || tool === "measure") return;
    const at = snap(p, last);
    // a drag is a whole wall, a whole box, or the next piece of a walk; clicks go from point to
    // point
    if (Math.hypot(at.x - last.x, at.y - last.y) < STROKE_M) return;
    if (isClosed && stroke.length === 1)
      commit([last, { x: at.x, y: last.y }, at, { x: last.x, y: at.y }]);
    else if (tool === "wall" && stroke.length === 1) commit([last, at]);
    else if (tool === "walk") setStroke([...stroke, at]);
  };
  const finish = () => {
    if (stroke.length > 0) commit(stroke);
  };

  const duplicate = (from = copy) => {
    const made = from && copied(plan, from.from, from.ref);
    if (!made) return;
    inHand.change(made.plan, "copied");
    setSelected(made.ref);
    setCopy({ ref: made.ref, from: made.plan });
  };
  const remove = () => {
    if (!selected) return;
    inHand.change(removed(plan, selected), `${selected.kind} taken away`);
    setSelected(null);
  };
  const nudge = (dx: number, dy: number) => {
    if (selected)
      inHand.change(recabled(movedBy(plan, selected, dx, dy), selected), `${selected.kind} moved`);
  };
  /**
   * Where there is no pointer: one of its kind in the middle of what is shown, to be moved by keys.
   */
  const putInMiddle = () => {
    const [x, y] = [seen.x + seen.widthM / 2, seen.y + seen.heightM / 2].map((m) =>
      Math.round(m),
    ) as [number, number];
    const half = Math.max(0.5, Math.min(2, seen.widthM / 8));
    commit(
      tool === "wall" || tool === "walk"
        ? [
            { x: x - half, y },
            { x: x + half, y },
          ]
        : isClosed
          ? [
              { x: x - half, y: y - half },
              { x: x + half, y: y - half },
              { x: x + half, y: y + half },
              { x: x - half, y: y + half },
            ]
          : [{ x, y }],
    );
  };
  const next = (by: number) => {
    const all = itemsOf(plan);
    if (all.length === 0) return;
    const at = all.findIndex((r) => isSameItem(r, selected));
    setSelected(itemAt(all, (at + by + all.length) % all.length));
  };
  const key = (event: {
    key: string;
    shiftKey: boolean;
    ctrlKey: boolean;
    metaKey: boolean;
    preventDefault: () => void;
  }) => {
    const isCommand = event.ctrlKey || event.metaKey;
    const step = event.shiftKey ? 1 : GRID_M;
    const arrows: Record<string, [number, number]> = {
      ArrowLeft: [-step, 0],
      ArrowRight: [step, 0],
      ArrowUp: [0, -step],
      ArrowDown: [0, step],
    };
    const done = (act: () => void) => {
      event.preventDefault();
      act();
    };
    const lower = event.key.toLowerCase();
    if (isCommand && lower === "z") {
      done(() => (event.shiftKey ? inHand.redo?.() : inHand.undo?.()));
      return;
    }
    if (isCommand && lower === "y") {
      done(() => inHand.redo?.());
      return;
    }
    if (isCommand && lower === "c" && selected) {
      done(() => {
        setCopy({ ref: selected, from: plan });
      });
      return;
    }
    if (isCommand && lower === "v") {
      done(() => {
        duplicate();
      });
      return;
    }
    if (isCommand) return;
    if (arrows[event.key] && selected) {
      done(() => {
        nudge(...defined(arrows[event.key]));
      });
      return;
    }
    if ((event.key === "Delete" || event.key === "Backspace") && selected) {
      done(remove);
      return;
    }
    if (event.key === "Enter") {
      done(() => {
        if (stroke.length > 0) finish();
        else if (tool !== "select" && tool !== "measure" && tool !== "door") putInMiddle();
      });
      return;
    }
    if (event.key === "Escape") {
      done(() => {
        if (stroke.length > 0) {
          setStroke([]);
          setHover(null);
        } else if (tool !== "select") setTool("select");
        else setSelected(null);
      });
      return;
    }
    if (event.key === "]" || event.key === "[") {
      done(() => {
        next(event.key === "]" ? 1 : -1);
      });
      return;
    }
    if (event.key === "+" || event.key === "=")
      done(() => {
        setView(zoomed(plan, seen, 1.5));
      });
    if (event.key === "-")
      done(() => {
        setView(zoomed(plan, seen, 1 / 1.5));
      });
  };
  const lengthM =
    live.length > 1
      ? Math.hypot(lastOf(live).x - defined(live.at(-2)).x, lastOf(live).y - defined(live.at(-2)).y)
      : 0;
  const rule =
    tool === "measure" && measured
      ? {
          points: [measured.a, measured.b],
          isClosed: false,
          words: metres(Math.hypot(measured.b.x - measured.a.x, measured.b.y - measured.a.y)),
        }
      : null;
  return {
    tool,
    setTool,
    selected: selected && pointsOf(shown, selected).length > 0 ? selected : null,
    setSelected,
    shown,
    down,
    move,
    up,
    finish,
    key,
    remove,
    duplicate: () => {
      if (selected) duplicate({ ref: selected, from: plan });
    },
    putInMiddle,
    stroke:
      rule ??
      (live.length > 0
        ? { points: live, isClosed, words: lengthM > 0 ? metres(lengthM) : "" }
        : null),
    isStroking: stroke.length > 0,
    measured,
    view: seen,
    zoom: (by: number) => {
      setView(zoomed(plan, seen, by));
    },
    isZoomed: view !== null && seen.widthM < plan.widthM - 1e-6,
  };
}
