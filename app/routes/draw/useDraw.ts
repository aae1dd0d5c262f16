import { useState } from "react";
import { type ItemRef, pointsOf } from "~/core/location/editPlan";
import type { FloorPlan } from "~/core/location/floorPlan";
import type { PlanPointer } from "~/app/charts/floorPlan/FloorPlanChart";
import type { PlanInHand } from "~/app/routes/shared/usePlan";
import {
  DRAW_START,
  type DrawAction,
  drawKey,
  drawStep,
  type Making,
  seenOf,
  strokeOf,
  type Tool,
} from "./drawState";

/**
 * What hands do on a plan: strokes, drags, keys. Everything ends in one change that can be taken
 * back.
 */
export function useDraw(
  { plan, tool }: { plan: FloorPlan; /** What to begin with; null: as ever. */ tool: Tool | null },
  inHand: PlanInHand,
  making: Making,
  talkerOf: (channelId: number | null) => string,
  metres: (m: number) => string,
) {
  const [state, setState] = useState(tool ? { ...DRAW_START, tool } : DRAW_START);
  const act = (action: DrawAction) => {
    const step = drawStep(state, action, { plan, making, talkerOf });
    setState(step.state);
    if (step.change) inHand.change(step.change.plan, step.change.how);
  };
  const key = (event: {
    key: string;
    shiftKey: boolean;
    ctrlKey: boolean;
    metaKey: boolean;
    preventDefault: () => void;
  }) => {
    const asked = drawKey(
      { key: event.key, shiftKey: event.shiftKey, isCommand: event.ctrlKey || event.metaKey },
      state,
    );
    if (!asked) return;
    event.preventDefault();
    if (asked.type === "undo") inHand.undo?.();
    else if (asked.type === "redo") inHand.redo?.();
    else act(asked);
  };
  const shown = state.drag?.plan ?? plan;
  const seen = seenOf(state, plan);
  const { selected } = state;
  return {
    tool: state.tool,
    setTool: (tool: Tool) => act({ type: "tool", tool }),
    selected: selected && pointsOf(shown, selected).length > 0 ? selected : null,
    setSelected: (ref: ItemRef | null) => act({ type: "select", ref }),
    shown,
    down: (pointer: PlanPointer) => act({ type: "down", pointer }),
    move: (pointer: PlanPointer) => act({ type: "move", pointer }),
    up: (pointer: PlanPointer) => act({ type: "up", pointer }),
    finish: () => act({ type: "finish" }),
    key,
    remove: () => act({ type: "remove" }),
    duplicate: () => act({ type: "duplicate" }),
    putInMiddle: () => act({ type: "put-in-middle" }),
    stroke: strokeOf(state, metres),
    isStroking: state.stroke.length > 0,
    measured: state.measured,
    view: seen,
    zoom: (by: number) => act({ type: "zoom", by }),
    isZoomed: state.view !== null && seen.widthM < plan.widthM - 1e-6,
  };
}
