import { Plus, X } from "lucide-react";
import { DRAW_TEXTS } from "~/contract/messages/screens/draw";
import { type ItemRef, pointsOf, withPoints } from "~/core/location/editPlan";
import type { FloorPlan, PlanPoint } from "~/core/location/floorPlan";
import { defined, itemAt, lastOf } from "~/core/units/items";
import { LengthField } from "~/app/features/plan/LengthField";
import type { Lengths } from "~/app/features/plan/lengths";
import { Button, QuietButton } from "~/app/ui/Button/Button";
import { Row, Stack } from "~/app/ui/Page/Page";
import type { PlanInHand } from "~/app/routes/shared/usePlan";

const MAX_POINTS = 60;

interface CornersProps {
  plan: FloorPlan;
  selected: ItemRef;
  change: PlanInHand["change"];
  lengths: Lengths;
}

/** Where it stands, point by point, to the centimetre. */
export function Corners({ plan, selected, change, lengths }: CornersProps) {
  const points = pointsOf(plan, selected);
  const { kind } = selected;
  const put = (next: readonly PlanPoint[], how: string) =>
    change(withPoints(plan, selected, [...next]), how);
  const move = (i: number, p: Partial<PlanPoint>) =>
    put(
      points.map((q, k) => (k === i ? { ...q, ...p } : q)),
      DRAW_TEXTS.moved(kind),
    );
  const isOne = points.length === 1;
  const canLose = kind !== "wall" && points.length > (kind === "walk" ? 2 : 3);
  const canGain = kind !== "wall" && !isOne && points.length < MAX_POINTS;
  return (
    <details>
      <summary>{isOne ? DRAW_TEXTS.whereItStands : DRAW_TEXTS.itsPoints(points.length)}</summary>
      <Stack $gapPx={8}>
        {points.map((p, i) => (
          <Row key={i}>
            <LengthField
              label={isOne ? "across" : DRAW_TEXTS.across(i + 1)}
              lengths={lengths}
              valueM={p.x}
              maxM={plan.widthM}
              onChange={(x) => move(i, { x })}
            />
            <LengthField
              label="down"
              lengths={lengths}
              valueM={p.y}
              maxM={plan.heightM}
              onChange={(y) => move(i, { y })}
            />
            {canLose && (
              <Button
                aria-label={DRAW_TEXTS.takePointAway(i + 1)}
                onPress={() =>
                  put(
                    points.filter((_, k) => k !== i),
                    DRAW_TEXTS.pointTakenAway,
                  )
                }
              >
                <X aria-hidden />
              </Button>
            )}
          </Row>
        ))}
        {canGain && (
          <QuietButton
            onPress={() => put(withOneMore(points, kind === "walk"), DRAW_TEXTS.pointAdded)}
          >
            <Plus aria-hidden /> {DRAW_TEXTS.aPoint}
          </QuietButton>
        )}
      </Stack>
    </details>
  );
}

/** One more point in the middle of the last stretch: of an open line, or of one that closes. */
function withOneMore(points: readonly PlanPoint[], isOpen: boolean): PlanPoint[] {
  const [a, b] = isOpen
    ? [defined(points.at(-2)), lastOf(points)]
    : [lastOf(points), itemAt(points, 0)];
  const middle = { x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 };
  return isOpen ? [...points.slice(0, -1), middle, b] : [...points, middle];
}
