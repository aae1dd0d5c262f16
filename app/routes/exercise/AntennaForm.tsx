import { itemAt } from "~/core/units/items";
import { useState } from "react";
import { formatMetres } from "~/contract/messages/format";
import { EXERCISE_TEXTS } from "~/contract/messages/screens/exercise";
import { placedAt } from "~/core/training/antennaExercise";
import type { PlanPoint } from "~/core/location/floorPlan";
import { FloorPlanChart } from "~/app/charts/floorPlan/FloorPlanChart";
import { PrimaryButton, ToggleButton } from "~/app/ui/Button/Button";
import { NumberField } from "~/app/ui/Field/Field";
import { Row, Soft, Stack } from "~/app/ui/Page/Page";
import type { FormProps } from "./formParts";

const NAMES = ["A", "B"] as const;

/** Two antennas put on a plan, by pressing on it or by figures. */
export function AntennaForm({
  exercise,
  isOpen,
  onDone,
  best,
}: FormProps<"antennas"> & {
  /** Where the best pair stands, once that may be told. */ best: readonly PlanPoint[];
}) {
  const { plan, walks } = exercise;
  const cart = plan.cart ?? { x: plan.widthM / 2, y: plan.heightM / 2 };
  const [places, setPlaces] = useState<PlanPoint[]>([
    { x: cart.x, y: cart.y },
    { x: cart.x + 0.6, y: cart.y },
  ]);
  const [held, setHeld] = useState(0);
  const put = (at: PlanPoint) =>
    setPlaces(
      places.map((p, i) =>
        i === held
          ? {
              x: round(Math.min(plan.widthM, Math.max(0, at.x))),
              y: round(Math.min(plan.heightM, Math.max(0, at.y))),
            }
          : p,
      ),
    );
  const placed = places.map((p, i) => placedAt(exercise, p, itemAt(NAMES, i)));
  const unreached = NAMES.filter((_, i) => placed[i] === null);
  return (
    <Stack $gapPx={18}>
      <FloorPlanChart
        plan={{
          ...plan,
          antennas: placed.flatMap(
            (p, i) =>
              p ?? [
                {
                  id: itemAt(NAMES, i),
                  name: itemAt(NAMES, i),
                  ...itemAt(places, i),
                  heightM: exercise.heightM,
                  kind: "whip-quarter" as const,
                  aimDeg: 0,
                  tiltDeg: 0,
                  feed: [],
                },
              ],
          ),
        }}
        marks={{}}
        markers={best.map((p) => ({ ...p, text: "best", kind: "spot" as const }))}
        metres={formatMetres}
        mostHeightPx={430}
        selected={isOpen ? { kind: "antenna", id: itemAt(NAMES, held) } : null}
        cursor={isOpen ? "crosshair" : "default"}
        label={EXERCISE_TEXTS.aLocationWithAntennas(
          walks.map((w) => w.walk.name).join(EXERCISE_TEXTS.and),
        )}
        {...(isOpen ? { onDown: (pointer) => put(pointer.at) } : {})}
      />
      {isOpen && (
        <>
          <Row style={{ alignItems: "end" }}>
            {NAMES.map((name, i) => (
              <ToggleButton key={name} isSelected={held === i} onChange={() => setHeld(i)}>
                {EXERCISE_TEXTS.antenna(name)}
              </ToggleButton>
            ))}
            <NumberField
              label={EXERCISE_TEXTS.across(NAMES[held] ?? "")}
              value={itemAt(places, held).x}
              onChange={(x) => put({ ...itemAt(places, held), x })}
              min={0}
              max={plan.widthM}
              step={0.5}
              unit="m"
            />
            <NumberField
              label={EXERCISE_TEXTS.down(NAMES[held] ?? "")}
              value={itemAt(places, held).y}
              onChange={(y) => put({ ...itemAt(places, held), y })}
              min={0}
              max={plan.heightM}
              step={0.5}
              unit="m"
            />
          </Row>
          <Soft as="p">
            {EXERCISE_TEXTS.standsHigh(
              walks.map((w) => w.walk.name).join("; "),
              plan.cable
                ? EXERCISE_TEXTS.ofAtMost(formatMetres(plan.cable.mostM), plan.cable.type)
                : "",
              formatMetres(exercise.heightM),
            )}
            {unreached.length > 0
              ? EXERCISE_TEXTS.theCableDoesNotReach(unreached.join(EXERCISE_TEXTS.and))
              : ""}
          </Soft>
          <Row>
            <PrimaryButton onPress={() => onDone(places)}>{EXERCISE_TEXTS.submit}</PrimaryButton>
          </Row>
        </>
      )}
    </Stack>
  );
}

const round = (m: number): number => Math.round(m * 4) / 4;
