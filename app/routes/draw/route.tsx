import { defined, itemAt } from "~/core/units/items";
import { useState } from "react";
import { Link, useSearchParams } from "react-router";
import styled from "styled-components";
import type { Route } from "./+types/route";
import { placeRange, type PlaceRange } from "~/server/services/range/placePlans.server";
import { capital, count, listWords } from "~/contract/messages/format";
import { planProblemWords } from "~/contract/messages/plan";
import { type FloorPlan, planProblems } from "~/core/location/floorPlan";
import { LengthField } from "~/app/features/plan/LengthField";
import { FloorPlanChart } from "~/app/charts/floorPlan/FloorPlanChart";
import { useLengths } from "~/app/routes/shared/useLengths";
import { Button, QuietButton, ToggleButton } from "~/app/ui/Button/Button";
import { SelectField } from "~/app/ui/Field/Field";
import { Answer, Row, Soft, Stack, Sub } from "~/app/ui/Page/Page";
import { PHONE } from "~/app/ui/theme/theme";
import { PlanKeeping } from "~/app/routes/shared/PlanKeeping";
import { dayIdOf, orNotFound } from "~/app/routes/shared/reply.server";
import { currentPlace, useDay } from "~/app/routes/shared/useDay";
import { type PlanInHand, usePlan } from "~/app/routes/shared/usePlan";
import { NoPlan } from "~/app/routes/range/NoPlan";
import { InOut } from "./InOut";
import { Properties } from "./Properties";
import { SheetSettings } from "./SheetSettings";
import type { Making, Tool } from "./drawState";
import { useDraw } from "./useDraw";
import { WALL_KINDS } from "./wallKinds";

export async function loader({ params, context }: Route.LoaderArgs) {
  return orNotFound(await placeRange(context.app, dayIdOf(params)));
}

const TOOLS: { id: Tool; label: string; hint: string }[] = [
  {
    id: "select",
    label: "Pick up",
    hint: "Press on something to take it in hand; drag it, or one of its corners. Arrow keys move it, Delete takes it away.",
  },
  {
    id: "wall",
    label: "Wall",
    hint: "Drag from end to end, or press from corner to corner and finish with Enter or a double press.",
  },
  { id: "door", label: "Door", hint: "Press on a wall where its door or window is." },
  {
    id: "obstacle",
    label: "Obstacle",
    hint: "Drag a box, or press from corner to corner: vehicles, hulls, stacks. Then say how high.",
  },
  { id: "area", label: "Play area", hint: "Drag a box, or press from corner to corner." },
  {
    id: "walk",
    label: "Walk",
    hint: "Press where somebody goes, point by point; finish with Enter or a double press.",
  },
  { id: "antenna", label: "Antenna", hint: "Press where it stands. The first two are heard." },
  {
    id: "stand",
    label: "Stand",
    hint: "Press where a stand may be put: the search keeps to these.",
  },
  { id: "cart", label: "Cart", hint: "Press where the receivers stand: cables begin there." },
  {
    id: "measure",
    label: "Measure",
    hint: "Drag over a length. With a picture below, say what it is in reality: that sets its scale.",
  },
];

/** A place drawn by hand. */
export default function DrawScreen({ loaderData: range }: Route.ComponentProps) {
  const view = useDay();
  const inHand = usePlan(range, view.day.id);
  if (!inHand.plan)
    return (
      <NoPlan range={range} place={currentPlace(view).name} inHand={inHand} dayId={view.day.id} />
    );
  return <Drawn key={range.placeId} range={range} inHand={inHand} plan={inHand.plan} />;
}

function Drawn({
  range,
  inHand,
  plan,
}: {
  range: PlaceRange;
  inHand: PlanInHand;
  plan: FloorPlan;
}) {
  const view = useDay();
  const lengths = useLengths();
  const [params] = useSearchParams();
  const asked = range.walkers.find((w) => String(w.channelId) === params.get("channel"));
  const [making, setMaking] = useState<Making>({
    wallKind: "brick-110",
    obstacle: { material: "steel", thicknessM: 0.002, heightM: 2, name: "Vehicle" },
    channelId: (asked ?? range.walkers[0])?.channelId ?? null,
  });
  const talkerOf = (id: number | null) =>
    range.walkers.find((w) => w.channelId === id)?.talker ?? "Somebody";
  const draw = useDraw(
    { plan, tool: asked ? "walk" : isEmpty(plan) ? "wall" : null },
    inHand,
    making,
    talkerOf,
    lengths.metres,
  );
  const { tool, selected } = draw;
  const place = currentPlace(view).name;
  const problems = planProblems(plan);
  return (
    <Stack>
      <div>
        <Answer>{headline(place, plan, problems.length)}</Answer>
        <Sub>
          {problems.length > 0
            ? capital(listWords(problems.slice(0, 2).map(planProblemWords)))
            : isEmpty(plan)
              ? "Drag along each of them; rough is enough. In the open there are none: put the antennas down next, then where people go. A picture of the place can lie underneath."
              : "Rough is enough: what stands between, where people go, where antennas may stand. Everything can be taken back, and is kept as you draw."}{" "}
          <Link to={`/day/${view.day.id}/range`}>Whether it holds</Link>
        </Sub>
      </div>
      <PlanKeeping inHand={inHand} />
      <Tools role="toolbar" aria-label="What to draw">
        {TOOLS.map((t) => (
          <ToggleButton
            key={t.id}
            isSelected={tool === t.id}
            onChange={() => {
              draw.setTool(t.id);
            }}
          >
            {t.label}
          </ToggleButton>
        ))}
      </Tools>
      <Options>
        {tool === "wall" && (
          <SelectField
            label="New walls of"
            choices={WALL_KINDS.map(({ id, label }) => ({ id, label }))}
            value={making.wallKind}
            onChange={(wallKind) => {
              setMaking({ ...making, wallKind });
            }}
          />
        )}
        {tool === "walk" && range.walkers.length > 0 && (
          <SelectField
            label="Who walks"
            choices={range.walkers.map((w) => ({ id: w.channelId, label: w.talker }))}
            value={making.channelId ?? itemAt(range.walkers, 0).channelId}
            onChange={(channelId) => {
              setMaking({ ...making, channelId });
            }}
          />
        )}
        {tool === "obstacle" && (
          <>
            <SelectField
              label="New obstacles"
              choices={OBSTACLES.map(({ id, label }) => ({ id, label }))}
              value={OBSTACLES.find((o) => o.of.name === making.obstacle.name)?.id ?? "vehicle"}
              onChange={(id) => {
                setMaking({ ...making, obstacle: defined(OBSTACLES.find((o) => o.id === id)).of });
              }}
            />
            <LengthField
              label="High"
              lengths={lengths}
              minM={0.1}
              maxM={60}
              step={0.1}
              valueM={making.obstacle.heightM}
              onChange={(m) => {
                setMaking({
                  ...making,
                  obstacle: { ...making.obstacle, heightM: m },
                });
              }}
            />
          </>
        )}
        <Soft as="p">{defined(TOOLS.find((t) => t.id === tool)).hint}</Soft>
      </Options>
      <Split>
        <Canvas
          tabIndex={0}
          role="group"
          aria-label={`Drawing of ${place}. Brackets go from thing to thing, arrow keys move it, Enter with a tool puts one in the middle.`}
          onKeyDown={draw.key}
        >
          <FloorPlanChart
            plan={draw.shown}
            view={draw.view}
            label={`${count(plan.walls.length, "wall")}, ${count(plan.obstacles.length, "obstacle")}, ${count(plan.walks.length, "walk")}, ${count(plan.antennas.length, "antenna")}`}
            mostHeightPx={620}
            isGridShown
            picture={
              inHand.picture
                ? { ...inHand.picture, href: `/day/${view.day.id}/pictures/${inHand.picture.id}` }
                : null
            }
            selected={selected}
            marks={Object.fromEntries(range.walkers.map((w) => [w.channelId, w.mark]))}
            stroke={draw.stroke}
            metres={lengths.metres}
            cursor={tool === "select" ? (draw.isZoomed ? "grab" : "default") : "crosshair"}
            onDown={draw.down}
            onMove={draw.move}
            onUp={draw.up}
            onDouble={draw.finish}
          />
          <Row>
            <QuietButton
              aria-label="Nearer"
              onPress={() => {
                draw.zoom(1.5);
              }}
            >
              +
            </QuietButton>
            <QuietButton
              aria-label="Further"
              isDisabled={!draw.isZoomed}
              onPress={() => {
                draw.zoom(1 / 1.5);
              }}
            >
              −
            </QuietButton>
            <QuietButton isDisabled={!inHand.undo} onPress={() => inHand.undo?.()}>
              Undo
            </QuietButton>
            <QuietButton isDisabled={!inHand.redo} onPress={() => inHand.redo?.()}>
              Redo
            </QuietButton>
            {draw.isStroking && <Button onPress={draw.finish}>Finish</Button>}
            <Soft aria-live="polite">
              {inHand.isKept ? "kept" : inHand.isRefused ? "not kept" : "keeping…"}
            </Soft>
          </Row>
        </Canvas>
        <Side>
          {selected ? (
            <Properties
              plan={plan}
              selected={selected}
              inHand={inHand}
              lengths={lengths}
              walkers={range.walkers}
              onRemove={draw.remove}
              onCopy={draw.duplicate}
            />
          ) : (
            <SheetSettings
              plan={plan}
              inHand={inHand}
              lengths={lengths}
              dayId={view.day.id}
              measured={draw.measured}
            />
          )}
        </Side>
      </Split>
      <InOut plan={plan} place={place} inHand={inHand} lengths={lengths} />
      <Soft as="p">{`Keys: [ and ] from thing to thing · arrows move it ${lengths.metres(0.25)}, with Shift ${lengths.metres(1)} · Enter finishes a stroke, or puts one in the middle · Esc lets go · Delete takes away · Ctrl+Z, Ctrl+Y back and forth · Ctrl+C, Ctrl+V copy · Alt while drawing: off the grid`}</Soft>
    </Stack>
  );
}

const OBSTACLES: { id: string; label: string; of: Making["obstacle"] }[] = [
  {
    id: "vehicle",
    label: "vehicle",
    of: { material: "steel", thicknessM: 0.002, heightM: 2, name: "Vehicle" },
  },
  {
    id: "hull",
    label: "hull",
    of: { material: "steel", thicknessM: 0.01, heightM: 5, name: "Hull" },
  },
  {
    id: "container",
    label: "container",
    of: { material: "steel", thicknessM: 0.002, heightM: 2.6, name: "Container" },
  },
  {
    id: "building",
    label: "building",
    of: { material: "brick", thicknessM: 0.22, heightM: 5, name: "Building" },
  },
  {
    id: "crates",
    label: "crates, flats",
    of: { material: "wood", thicknessM: 0.02, heightM: 2, name: "Crates" },
  },
  {
    id: "rack",
    label: "metal shelves",
    of: { material: "steel", thicknessM: 0.001, heightM: 2, name: "Shelves" },
  },
];

/** Nothing was drawn on this sheet yet. */
const isEmpty = (plan: FloorPlan): boolean =>
  [plan.walls, plan.obstacles, plan.walks, plan.antennas, plan.areas].every((l) => l.length === 0);

function headline(place: string, plan: FloorPlan, problems: number): string {
  if (problems > 0) return `${place}: ${count(problems, "thing")} in the drawing to fix`;
  if (isEmpty(plan)) return `${place}: where are the walls?`;
  const missing = [
    plan.walks.length === 0 ? "where people walk" : "",
    plan.antennas.length === 0 ? "the antennas" : "",
    plan.cart === null ? "the cart" : "",
  ].filter(Boolean);
  if (missing.length > 0) return `${place}: still to draw, ${listWords(missing)}`;
  return `${place} is drawn: ${count(plan.walls.length, "wall")}, ${count(plan.walks.length, "walk")}, ${count(plan.antennas.length, "antenna")}`;
}

const Tools = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  button {
    padding: 6px 12px;
  }
`;
/** As high with a tool's settings as without, so that the drawing stays under the hand. */
const Options = styled(Row)`
  min-height: 72px;
  align-items: end;
  > p {
    align-self: center;
  }
`;
const Split = styled.div`
  display: grid;
  grid-template-columns: minmax(0, 1fr) 250px;
  gap: 20px;
  align-items: start;
  ${PHONE} {
    grid-template-columns: minmax(0, 1fr);
  }
`;
const Canvas = styled.div`
  min-width: 0;
  user-select: none;
  outline: none;
  &:focus-visible {
    outline: 3px solid var(--accent);
    outline-offset: 3px;
  }
`;
const Side = styled.div`
  min-width: 0;
`;
