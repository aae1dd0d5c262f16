import { defined, itemAt } from "~/core/units/items";
import { useState } from "react";
import { Link, useSearchParams } from "react-router";
import styled from "styled-components";
import type { Route } from "./+types/route";
import { placeRange, type PlaceRange } from "~/server/services/range/placePlans.server";
import { capital, count, listWords } from "~/contract/messages/format";
import { planProblemWords } from "~/contract/messages/plan";
import { DRAW_TEXTS } from "~/contract/messages/screens/draw";
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
    label: DRAW_TEXTS.select,
    hint: DRAW_TEXTS.pressSomethingToSelect,
  },
  {
    id: "wall",
    label: DRAW_TEXTS.wall,
    hint: DRAW_TEXTS.dragFromEndToEnd,
  },
  { id: "door", label: DRAW_TEXTS.door, hint: DRAW_TEXTS.pressAWallWhere },
  {
    id: "obstacle",
    label: DRAW_TEXTS.obstacle,
    hint: DRAW_TEXTS.dragABoxOrPress,
  },
  { id: "area", label: DRAW_TEXTS.playArea, hint: DRAW_TEXTS.dragABoxOrPressFromCorner },
  {
    id: "walk",
    label: DRAW_TEXTS.walk,
    hint: DRAW_TEXTS.pressWhereThePersonGoes,
  },
  { id: "antenna", label: DRAW_TEXTS.antenna, hint: DRAW_TEXTS.pressWhereItStands },
  {
    id: "stand",
    label: DRAW_TEXTS.stand,
    hint: DRAW_TEXTS.pressWhereAStandMay,
  },
  { id: "cart", label: DRAW_TEXTS.cart, hint: DRAW_TEXTS.pressWhereTheReceivers },
  {
    id: "measure",
    label: DRAW_TEXTS.measure,
    hint: DRAW_TEXTS.dragOverALength,
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
    obstacle: { material: "steel", thicknessM: 0.002, heightM: 2, name: DRAW_TEXTS.vehicle },
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
    <Stack $gapPx={8}>
      <div>
        <Answer>{headline(place, plan, problems.length)}</Answer>
        <Sub>
          {problems.length > 0
            ? capital(listWords(problems.slice(0, 2).map(planProblemWords)))
            : isEmpty(plan)
              ? DRAW_TEXTS.dragAlongEachWall
              : DRAW_TEXTS.aRoughPlanIsEnough}{" "}
          <Link to={`/day/${view.day.id}/range`}>{DRAW_TEXTS.checkTheRange}</Link>
        </Sub>
      </div>
      <PlanKeeping inHand={inHand} />
      <Tools role="toolbar" aria-label={DRAW_TEXTS.whatToDraw}>
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
            label={DRAW_TEXTS.newWalls}
            choices={WALL_KINDS.map(({ id, label }) => ({ id, label }))}
            value={making.wallKind}
            onChange={(wallKind) => {
              setMaking({ ...making, wallKind });
            }}
          />
        )}
        {tool === "walk" && range.walkers.length > 0 && (
          <SelectField
            label={DRAW_TEXTS.whoWalks}
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
              label={DRAW_TEXTS.newObstacles}
              choices={OBSTACLES.map(({ id, label }) => ({ id, label }))}
              value={OBSTACLES.find((o) => o.of.name === making.obstacle.name)?.id ?? "vehicle"}
              onChange={(id) => {
                setMaking({ ...making, obstacle: defined(OBSTACLES.find((o) => o.id === id)).of });
              }}
            />
            <LengthField
              label={DRAW_TEXTS.high}
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
          aria-label={DRAW_TEXTS.drawingOfBracketsGo(place)}
          onKeyDown={draw.key}
        >
          <FloorPlanChart
            plan={draw.shown}
            view={draw.view}
            label={`${count(plan.walls.length, "wall")}, ${count(plan.obstacles.length, "obstacle")}, ${count(plan.walks.length, "walk")}, ${count(plan.antennas.length, "antenna")}`}
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
              aria-label={DRAW_TEXTS.nearer}
              onPress={() => {
                draw.zoom(1.5);
              }}
            >
              +
            </QuietButton>
            <QuietButton
              aria-label={DRAW_TEXTS.further}
              isDisabled={!draw.isZoomed}
              onPress={() => {
                draw.zoom(1 / 1.5);
              }}
            >
              −
            </QuietButton>
            <QuietButton isDisabled={!inHand.undo} onPress={() => inHand.undo?.()}>
              {DRAW_TEXTS.undo}
            </QuietButton>
            <QuietButton isDisabled={!inHand.redo} onPress={() => inHand.redo?.()}>
              {DRAW_TEXTS.redo}
            </QuietButton>
            {draw.isStroking && <Button onPress={draw.finish}>{DRAW_TEXTS.finish}</Button>}
            <Soft aria-live="polite">
              {inHand.isKept
                ? DRAW_TEXTS.saved
                : inHand.isRefused
                  ? DRAW_TEXTS.notSaved
                  : DRAW_TEXTS.saving}
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
      <Soft as="p">
        {DRAW_TEXTS.keysAndPreviousAndNext(lengths.metres(0.25), lengths.metres(1))}
      </Soft>
    </Stack>
  );
}

const OBSTACLES: { id: string; label: string; of: Making["obstacle"] }[] = [
  {
    id: "vehicle",
    label: "vehicle",
    of: { material: "steel", thicknessM: 0.002, heightM: 2, name: DRAW_TEXTS.vehicle },
  },
  {
    id: "hull",
    label: "hull",
    of: { material: "steel", thicknessM: 0.01, heightM: 5, name: DRAW_TEXTS.hull },
  },
  {
    id: "container",
    label: "container",
    of: { material: "steel", thicknessM: 0.002, heightM: 2.6, name: DRAW_TEXTS.container },
  },
  {
    id: "building",
    label: "building",
    of: { material: "brick", thicknessM: 0.22, heightM: 5, name: DRAW_TEXTS.building },
  },
  {
    id: "crates",
    label: DRAW_TEXTS.cratesFlats,
    of: { material: "wood", thicknessM: 0.02, heightM: 2, name: DRAW_TEXTS.crates },
  },
  {
    id: "rack",
    label: DRAW_TEXTS.metalShelves,
    of: { material: "steel", thicknessM: 0.001, heightM: 2, name: DRAW_TEXTS.shelves },
  },
];

/** Nothing was drawn on this sheet yet. */
const isEmpty = (plan: FloorPlan): boolean =>
  [plan.walls, plan.obstacles, plan.walks, plan.antennas, plan.areas].every((l) => l.length === 0);

function headline(place: string, plan: FloorPlan, problems: number): string {
  if (problems > 0) return DRAW_TEXTS.inTheDrawingToFix(place, count(problems, "thing"));
  if (isEmpty(plan)) return DRAW_TEXTS.whereAreTheWalls(place);
  const missing = [
    plan.walks.length === 0 ? DRAW_TEXTS.wherePeopleWalk : "",
    plan.antennas.length === 0 ? DRAW_TEXTS.theAntennas : "",
    plan.cart === null ? DRAW_TEXTS.theCart : "",
  ].filter(Boolean);
  if (missing.length > 0) return DRAW_TEXTS.stillToDraw(place, listWords(missing));
  return DRAW_TEXTS.text(
    place,
    count(plan.walls.length, "wall"),
    count(plan.walks.length, "walk"),
    count(plan.antennas.length, "antenna"),
  );
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
  min-height: calc(var(--target) + 22px);
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
/** The answer, the tools and their settings stand above it; what keeps the drawing below. */
const AROUND_PX = 300;
const Canvas = styled.div`
  display: flex;
  flex-direction: column;
  height: max(360px, calc(100dvh - ${AROUND_PX}px));
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
