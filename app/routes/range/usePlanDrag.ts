import { useState } from "react";
import { RANGE_TEXTS } from "~/contract/messages/screens/range";
import { itemAt } from "~/core/units/items";
import { type ItemRef, movedBy, planItemAt, pointsOf, withPoints } from "~/core/location/editPlan";
import type { FloorPlan } from "~/core/location/floorPlan";
import { recabled } from "~/core/location/search";
import type { PlanPointer } from "~/app/charts/floorPlan/FloorPlanChart";
import type { PlanInHand } from "~/app/routes/shared/usePlan";

interface Drag {
  ref: ItemRef;
  from: { x: number; y: number };
  /** With what is dragged where the pointer is. */
  plan: FloorPlan;
}

/** Nearer than that is no move. */
const MIN_MOVE_M = 0.05;
/** A finger or a pointer is not exact. */
const REACH = 1.6;

/** Antennas and the cart are taken in hand on the plan; it counts once they are let go. */
export function usePlanDrag(plan: FloorPlan, change: PlanInHand["change"]) {
  const [drag, setDrag] = useState<Drag | null>(null);
  const [selected, setSelected] = useState<ItemRef | null>(null);
  return {
    shown: drag?.plan ?? plan,
    isDragging: drag !== null,
    selected,
    setSelected,
    onDown: ({ at, reachM }: PlanPointer) => {
      const ref = planItemAt(plan, at, reachM * REACH);
      const isHeld = ref?.kind === "antenna" || ref?.kind === "cart";
      setSelected(isHeld ? ref : null);
      if (isHeld) setDrag({ ref, from: at, plan });
    },
    onMove: ({ at }: PlanPointer) => {
      if (!drag) return;
      const { ref, from } = drag;
      const lifted = withPoints(plan, ref, [itemAt(pointsOf(plan, ref), 0)]);
      setDrag({ ...drag, plan: movedBy(lifted, ref, at.x - from.x, at.y - from.y) });
    },
    onUp: () => {
      if (!drag) return;
      const before = itemAt(pointsOf(plan, drag.ref), 0);
      const after = itemAt(pointsOf(drag.plan, drag.ref), 0);
      if (Math.hypot(before.x - after.x, before.y - after.y) > MIN_MOVE_M)
        change(recabled(drag.plan, drag.ref), RANGE_TEXTS.moved(drag.ref.kind));
      setDrag(null);
    },
  };
}
