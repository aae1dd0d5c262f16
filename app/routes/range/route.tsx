import { useMemo, useState } from "react";
import { Link, useSearchParams } from "react-router";
import styled from "styled-components";
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
import {
  crashWords,
  keptRangeWords,
  mapFootWords,
  planLabel,
  RANGE,
  rangeHeadline,
  rangeSubline,
} from "~/contract/messages/range";
import { RANGE_TEXTS } from "~/contract/messages/screens/range";
import type { FloorPlan } from "~/core/location/floorPlan";
import { helpsMost } from "~/core/location/search";
import { itemAt } from "~/core/units/items";
import { FloorPlanChart } from "~/app/charts/floorPlan/FloorPlanChart";
import { traceOf } from "~/app/features/plan/walkGrade";
import { useLengths } from "~/app/routes/shared/useLengths";
import { PrimaryButton, QuietButton } from "~/app/ui/Button/Button";
import { Notice } from "~/app/ui/Notice/Notice";
import { Answer, Row, Soft, Stack, Sub } from "~/app/ui/Page/Page";
import { PictureDesk, PictureSide } from "~/app/ui/Page/PictureDesk";
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
      return reply(await undoDrawings(app, dayId, intent.expectedVersion), () => RANGE.undone);
    case "keep-range":
      return reply(await keepRange(app, dayId), keptRangeWords);
    case "keep-fit":
      return reply(
        await keepFit(app, dayId, intent),
        () => (intent.fit ? RANGE.fitKept : RANGE.fitForgotten),
        (): RangeIntent => ({ intent: "undo", expectedVersion: intent.expectedVersion + 1 }),
      );
    case "rig":
      return reply(await keepRig(app, dayId, intent), () => null);
    case "undo-rig":
      return reply(await undoRigs(app, dayId, intent.expectedVersion), () => RANGE.undone);
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
    antenna: (id: string) =>
      RANGE_TEXTS.antenna(plan.antennas.find((a) => a.id === id)?.name ?? "?"),
    talker: (i: number) => walks[i]?.walker.talker ?? RANGE_TEXTS.theTalker,
    metres,
    at: (p: { x: number; y: number }) =>
      RANGE_TEXTS.place(spots.findIndex((s) => s.x === p.x && s.y === p.y) + 1 || "?"),
  };
  return (
    <PictureDesk>
      <PictureSide>
        <div>
          <Answer>{rangeHeadline(state)}</Answer>
          <Outcome>
            {rangeSubline(state, { areTried: helps.state === "told", most, names })}
          </Outcome>
        </div>
        {crash && <Notice kind="refused">{crashWords(crash)}</Notice>}
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
          label={planLabel(
            currentPlace(view).name,
            mapFor?.talker ?? null,
            plan.antennas.length,
            plan.walks.length,
          )}
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
      </PictureSide>
      <Stack $gapPx={12}>
        <PlanKeeping inHand={inHand} />
        <RangeActions
          inHand={inHand}
          dayId={view.day.id}
          hasForecasts={forecasts !== null && forecasts.length > 0}
        />
        <ReplyNotice<RangeIntent>
          reply={inHand.reply?.message ? inHand.reply : undefined}
          onUndo={inHand.send}
        />
        <Soft as="p">
          {mapFootWords({
            plan,
            least: map?.worst && mapFor ? { ...map.worst, talker: mapFor.talker } : null,
            isNoiseKnown: range.walkers.some((w) => w.pack.interference),
            unwalked: unwalkedOf(range.walkers, plan),
          })}
        </Soft>
        <WalkTable plan={shown} walks={walks} forecasts={forecasts} metres={metres} />
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
        <TooStrong plan={plan} walks={walks} tooStrong={tooStrong} metres={metres} />
        <Antennas plan={plan} inHand={inHand} lengths={lengths} onSelect={hands.setSelected} />
        <PlacementSearch
          plan={plan}
          walks={walks}
          forecasts={forecasts}
          inHand={inHand}
          lengths={lengths}
        />
        <Notice kind="caution">{RANGE.caution}</Notice>
      </Stack>
    </PictureDesk>
  );
}

/** As high before the walks are calculated as with what helps most: the plan below stays. */
const Outcome = styled(Sub)`
  min-height: 2lh;
`;

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
        why={hasForecasts ? null : RANGE.noForecast}
        onPress={() => inHand.send({ intent: "keep-range" })}
      >
        {RANGE.save}
      </PrimaryButton>
      <Link to={`/day/${dayId}/draw`}>{RANGE.plan}</Link>
      <Link to={`/day/${dayId}/walk-test`}>{RANGE.walkTest}</Link>
      {inHand.undo && <QuietButton onPress={inHand.undo}>{RANGE.undo}</QuietButton>}
      {inHand.redo && <QuietButton onPress={inHand.redo}>{RANGE.redo}</QuietButton>}
    </Row>
  );
}

const pictureHref = ({ picture }: PlanInHand, dayId: number) =>
  picture ? { ...picture, href: `/day/${dayId}/pictures/${picture.id}` } : null;
