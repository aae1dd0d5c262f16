import { useMemo, useState } from "react";
import { Link, useSearchParams } from "react-router";
import type { Route } from "./+types/route";
import { keepFit, keepRange } from "~/server/services/range/placeChecks.server";
import {
  beginDrawing,
  keepDrawing,
  keepRig,
  placeRange,
  type PlaceRange,
  undoDrawings,
  undoRigs,
} from "~/server/services/range/placePlans.server";
import { mapFootWords, rangeHeadline, rangeSubline } from "~/contract/messages/range";
import type { FloorPlan } from "~/core/location/floorPlan";
import { helpsMost } from "~/core/location/search";
import { itemAt } from "~/core/units/items";
import { FloorPlanChart } from "~/app/charts/floorPlan/FloorPlanChart";
import { traceOf } from "~/app/features/plan/walkGrade";
import { useLengths } from "~/app/routes/shared/useLengths";
import { PrimaryButton, QuietButton } from "~/app/ui/Button/Button";
import { Notice } from "~/app/ui/Notice/Notice";
import { Answer, Row, Soft, Stack, Sub } from "~/app/ui/Page/Page";
import { answerOrAway } from "~/app/routes/shared/away";
import { dayIdOf, orNotFound, readIntent, reply } from "~/app/routes/shared/reply.server";
import { ReplyNotice } from "~/app/routes/shared/ReplyNotice";
import { PlanKeeping } from "~/app/routes/shared/PlanKeeping";
import { currentPlace, useDay } from "~/app/routes/shared/useDay";
import { type PlanInHand, usePlan } from "~/app/routes/shared/usePlan";
import { type Facing, useHelps, usePlanReckoning } from "~/app/routes/shared/usePlanReckoning";
import { Antennas } from "./Antennas";
import { HelpList } from "./HelpList";
import { rangeIntents, type RangeIntent } from "./intents";
import { Legend } from "./Legend";
import { NoPlan } from "./NoPlan";
import { PlacementSearch } from "./PlacementSearch";
import { RangeControls } from "./RangeControls";
import {
  rangeState,
  spotMarkers,
  spotsOfHelps,
  thinMarkers,
  unwalkedOf,
  worstOf,
} from "./rangeModel";
import { TooStrong } from "./TooStrong";
import { usePlanDrag } from "./usePlanDrag";
import { WalkTable } from "./WalkTable";

export async function loader({ params, context }: Route.LoaderArgs) {
  return orNotFound(await placeRange(context.app, dayIdOf(params)));
}

export const clientAction = ({ serverAction }: Route.ClientActionArgs) =>
  answerOrAway(serverAction);

/** Everything that Rig and place keeps comes here. */
export async function action({ params, request, context }: Route.ActionArgs) {
  const { app } = context;
  const dayId = dayIdOf(params);
  const read = await readIntent(request, rangeIntents);
  if (!read.ok) return read.reply;
  const { intent } = read;
  switch (intent.intent) {
    case "begin":
      return reply(await beginDrawing(app, dayId, intent), () => null);
    case "keep":
      return reply(await keepDrawing(app, dayId, intent));
    case "undo":
      return reply(await undoDrawings(app, dayId, intent.expectedVersion), () => "Taken back.");
    case "keep-range":
      return reply(
        await keepRange(app, dayId),
        (talkers) =>
          `Kept for ${talkers} here: what is in hand at the thinnest point of their walks.`,
      );
    case "keep-fit":
      return reply(
        await keepFit(app, dayId, intent),
        () =>
          intent.fit
            ? "Kept for this place: what is reckoned here goes by it from now on."
            : "Forgotten: this place is reckoned by the book again.",
        (): RangeIntent => ({ intent: "undo", expectedVersion: intent.expectedVersion + 1 }),
      );
    case "rig":
      return reply(await keepRig(app, dayId, intent), () => null);
    case "undo-rig":
      return reply(await undoRigs(app, dayId, intent.expectedVersion), () => "Taken back.");
  }
}

/** Whether everybody holds on their walks here, where it is thinnest, and what would help most. */
export default function RangeScreen({ loaderData: range }: Route.ComponentProps) {
  const view = useDay();
  const inHand = usePlan(range, view.day.id);
  if (!inHand.plan)
    return (
      <NoPlan range={range} place={currentPlace(view).name} inHand={inHand} dayId={view.day.id} />
    );
  return <Ranged key={range.placeId} range={range} inHand={inHand} plan={inHand.plan} />;
}

interface RangedProps {
  range: PlaceRange;
  inHand: PlanInHand;
  plan: FloorPlan;
}

function Ranged({ range, inHand, plan }: RangedProps) {
  const view = useDay();
  const lengths = useLengths();
  const { metres } = lengths;
  const [params] = useSearchParams();
  const [facing, setFacing] = useState<Facing>("along");
  const [look, setLook] = useState("worst");
  const hands = usePlanDrag(plan, inHand.change);
  const { shown, isDragging } = hands;
  const asked = range.walkers.find((w) => String(w.channelId) === params.get("channel"));
  const [worstWalker, setWorstWalker] = useState<number | null>(null);
  const mapFor =
    asked ?? range.walkers.find((w) => w.channelId === worstWalker) ?? range.walkers[0] ?? null;
  const { walks, forecasts, tooStrong, map, crash } = usePlanReckoning(
    shown,
    range.walkers,
    facing,
    mapFor,
    look === "worst" ? null : Number(look),
    isDragging,
  );
  const helps = useHelps(plan, walks, !isDragging && inHand.plan !== null);
  const worst = worstOf(forecasts);
  const worstChannel = worst === null ? null : (walks[worst]?.walker.channelId ?? null);
  // the map is that of whoever is worst off, until somebody else is asked for
  if (worstChannel !== null && worstChannel !== worstWalker) setWorstWalker(worstChannel);
  const ranked = helps.state === "told" ? helps.helps : null;
  const most = ranked ? helpsMost(ranked) : null;
  const spots = useMemo(() => spotsOfHelps(ranked ?? []), [ranked]);
  const state = rangeState(plan, walks, forecasts, worst);
  const names = {
    antenna: (id: string) => `antenna ${plan.antennas.find((a) => a.id === id)?.name ?? "?"}`,
    talker: (i: number) => walks[i]?.walker.talker ?? "the talker",
    metres,
    at: (p: { x: number; y: number }) =>
      `place ${spots.findIndex((s) => s.x === p.x && s.y === p.y) + 1 || "?"}`,
  };
  return (
    <Stack>
      <div>
        <Answer>{rangeHeadline(state)}</Answer>
        <Sub>{rangeSubline(state, { areTried: helps.state === "told", most, names })}</Sub>
      </div>
      {crash && (
        <Notice kind="refused">{`The reckoning broke off (${crash}). Nothing that was kept is harmed; load the page again.`}</Notice>
      )}
      <PlanKeeping inHand={inHand} />
      <RangeControls
        walkers={range.walkers}
        mapFor={mapFor?.channelId ?? null}
        look={look}
        onLook={setLook}
        facing={facing}
        onFacing={setFacing}
      />
      <FloorPlanChart
        plan={shown}
        label={`Plan of ${currentPlace(view).name}: ${mapFor ? `what ${mapFor.talker} has in hand` : "no talker"}, ${plan.antennas.length} antennas, ${plan.walks.length} walks`}
        picture={pictureHref(inHand, view.day.id)}
        bands={map?.bands ?? null}
        selected={hands.selected}
        marks={Object.fromEntries(range.walkers.map((w) => [w.channelId, w.mark]))}
        traces={(forecasts ?? []).map((f, i) => traceOf(itemAt(walks, i).walk.id, f))}
        markers={[...(isDragging ? [] : spotMarkers(spots)), ...thinMarkers(forecasts, worst)]}
        metres={metres}
        isOnlyHandles
        onDown={hands.onDown}
        onMove={hands.onMove}
        onUp={hands.onUp}
      />
      <Legend />
      <Soft as="p">
        {mapFootWords({
          plan,
          least: map?.worst && mapFor ? { ...map.worst, talker: mapFor.talker } : null,
          isNoiseKnown: range.walkers.some((w) => w.pack.interference),
          unwalked: unwalkedOf(range.walkers, plan),
        })}
      </Soft>
      <RangeActions
        inHand={inHand}
        dayId={view.day.id}
        hasForecasts={forecasts !== null && forecasts.length > 0}
      />
      <ReplyNotice<RangeIntent>
        reply={inHand.reply?.message ? inHand.reply : undefined}
        onUndo={inHand.send}
      />
      <HelpList
        state={helps}
        most={most}
        names={names}
        plan={plan}
        walks={walks}
        inHand={inHand}
        dayId={view.day.id}
        rigs={range}
      />
      <WalkTable plan={shown} walks={walks} forecasts={forecasts} metres={metres} />
      <TooStrong plan={plan} walks={walks} tooStrong={tooStrong} metres={metres} />
      <Antennas plan={plan} inHand={inHand} lengths={lengths} onSelect={hands.setSelected} />
      <PlacementSearch
        plan={plan}
        walks={walks}
        forecasts={forecasts}
        inHand={inHand}
        lengths={lengths}
      />
      <Notice kind="caution">
        Antennas on stands: clear of power lines, weight the stand, nobody climbs alone. Tape or
        ramp every cable that people cross.
      </Notice>
    </Stack>
  );
}

interface RangeActionsProps {
  inHand: PlanInHand;
  dayId: number;
  hasForecasts: boolean;
}

function RangeActions({ inHand, dayId, hasForecasts }: RangeActionsProps) {
  return (
    <Row>
      <PrimaryButton
        isDisabled={inHand.isBusy || !inHand.isKept}
        why={hasForecasts ? null : "Nobody’s walk is judged yet."}
        onPress={() => inHand.send({ intent: "keep-range" })}
      >
        Keep for everybody here
      </PrimaryButton>
      <Link to={`/day/${dayId}/draw`}>Draw</Link>
      <Link to={`/day/${dayId}/walk-test`}>Walk it</Link>
      {inHand.undo && <QuietButton onPress={inHand.undo}>Undo</QuietButton>}
      {inHand.redo && <QuietButton onPress={inHand.redo}>Redo</QuietButton>}
    </Row>
  );
}

const pictureHref = ({ picture }: PlanInHand, dayId: number) =>
  picture ? { ...picture, href: `/day/${dayId}/pictures/${picture.id}` } : null;
