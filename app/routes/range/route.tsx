import { defined, itemAt } from "~/core/units/items";
import { useMemo, useState } from "react";
import { Link, useSearchParams } from "react-router";
import styled from "styled-components";
import type { Route } from "./+types/route";
import {
  beginDrawing,
  keepDrawing,
  keepFit,
  keepRange,
  keepRig,
  placeRange,
  type PlaceRange,
  undoDrawings,
  undoRigs,
} from "~/server/services/range/placePlans.server";
import { capital, formatDb, listWords } from "~/contract/messages/format";
import {
  dropoutWords,
  fitWords,
  helpWords,
  lengthWords,
  reliabilityWords,
} from "~/contract/messages/plan";
import { planItemAt, type ItemRef, movedBy, pointsOf, withPoints } from "~/core/location/editPlan";
import type { FloorPlan } from "~/core/location/floorPlan";
import { helpsMost, type RankedHelp, recabled } from "~/core/location/search";
import {
  FloorPlanChart,
  type PlanMarker,
  type PlanPointer,
} from "~/app/charts/floorPlan/FloorPlanChart";
import { traceOf, spreadWords } from "~/app/features/plan/planText";
import { useLengths } from "~/app/features/plan/useLengths";
import { PrimaryButton, QuietButton } from "~/app/ui/Button/Button";
import { SelectField } from "~/app/ui/Field/Field";
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
import { NoPlan } from "./NoPlan";
import { PlacementSearch } from "./PlacementSearch";
import { TooStrong } from "./TooStrong";
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

const LOOKS: { id: string; label: string }[] = [
  { id: "worst", label: "turned the worst way" },
  { id: "0", label: "looking right" },
  { id: "90", label: "looking down" },
  { id: "180", label: "looking left" },
  { id: "270", label: "looking up" },
];

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

function Ranged({
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
  const [params, setParams] = useSearchParams();
  const [facing, setFacing] = useState<Facing>("along");
  const [look, setLook] = useState("worst");
  const [drag, setDrag] = useState<{
    ref: ItemRef;
    from: { x: number; y: number };
    plan: FloorPlan;
  } | null>(null);
  const [selected, setSelected] = useState<ItemRef | null>(null);
  const shown = drag?.plan ?? plan;
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
    drag !== null,
  );
  const helps = useHelps(plan, walks, drag === null && inHand.plan !== null);
  const worst =
    forecasts && forecasts.length > 0
      ? forecasts.reduce((w, f, i) => (f.outage > itemAt(forecasts, w).outage ? i : w), 0)
      : null;
  const worstChannel = worst === null ? null : (walks[worst]?.walker.channelId ?? null);
  // the map is that of whoever is worst off, until somebody else is asked for
  if (worstChannel !== null && worstChannel !== worstWalker) setWorstWalker(worstChannel);
  const ranked = helps.state === "told" ? helps.helps : null;
  const most = ranked ? helpsMost(ranked) : null;
  const spots = useMemo(() => spotsOfHelps(ranked ?? []), [ranked]);
  const names = {
    antenna: (id: string) => `antenna ${plan.antennas.find((a) => a.id === id)?.name ?? "?"}`,
    talker: (i: number) => walks[i]?.walker.talker ?? "the talker",
    metres: lengths.metres,
    at: (p: { x: number; y: number }) =>
      `place ${spots.findIndex((s) => s.x === p.x && s.y === p.y) + 1 || "?"}`,
  };
  const markers: PlanMarker[] = [
    ...(drag ? [] : spots.map((s, i): PlanMarker => ({ ...s, kind: "spot", text: String(i + 1) }))),
    ...(forecasts ?? []).flatMap((f, i): PlanMarker[] =>
      f.points[f.worst]
        ? [
            {
              x: itemAt(f.points, f.worst).x,
              y: itemAt(f.points, f.worst).y,
              kind: i === worst ? "worst" : "thin",
              text: formatDb(f.worstMarginDb),
            },
          ]
        : [],
    ),
  ];
  const unwalked = range.walkers
    .filter((w) => !plan.walks.some((k) => k.channelId === w.channelId || k.channelId === null))
    .map((w) => w.talker);
  const down = ({ at, reachM }: PlanPointer) => {
    const ref = planItemAt(plan, at, reachM * 1.6);
    const isHeld = ref?.kind === "antenna" || ref?.kind === "cart";
    setSelected(isHeld ? ref : null);
    if (isHeld) setDrag({ ref, from: at, plan });
  };
  const move = ({ at }: PlanPointer) => {
    if (!drag) return;
    const [p] = pointsOf(plan, drag.ref);
    setDrag({
      ...drag,
      plan: movedBy(
        withPoints(plan, drag.ref, [defined(p)]),
        drag.ref,
        at.x - drag.from.x,
        at.y - drag.from.y,
      ),
    });
  };
  const up = () => {
    if (!drag) return;
    const [p, q] = [itemAt(pointsOf(plan, drag.ref), 0), itemAt(pointsOf(drag.plan, drag.ref), 0)];
    if (Math.hypot(p.x - q.x, p.y - q.y) > 0.05)
      inHand.change(recabled(drag.plan, drag.ref), `${drag.ref.kind} moved`);
    setDrag(null);
  };
  return (
    <Stack>
      <div>
        <Answer>{headline(walks, forecasts, worst, plan)}</Answer>
        <Sub>{subline({ walks, forecasts, worst, plan, most, helps: helps.state, names })}</Sub>
      </div>
      {crash && (
        <Notice kind="refused">{`The reckoning broke off (${crash}). Nothing that was kept is harmed; load the page again.`}</Notice>
      )}
      <PlanKeeping inHand={inHand} />
      <Row>
        {range.walkers.length > 0 && (
          <SelectField
            label="Margin for"
            choices={range.walkers.map((w) => ({
              id: w.channelId,
              label: `${w.talker}, ${Math.round(10 ** (w.pack.txPowerDbm / 10))} mW`,
            }))}
            value={mapFor?.channelId ?? 0}
            onChange={(id) =>
              setParams({ channel: String(id) }, { replace: true, preventScrollReset: true })
            }
          />
        )}
        <SelectField label="On the map they are" choices={LOOKS} value={look} onChange={setLook} />
        <SelectField
          label="On their walks they look"
          choices={[
            { id: "along", label: "where they go" },
            { id: "worst", label: "the worst way" },
          ]}
          value={facing}
          onChange={setFacing}
        />
      </Row>
      <FloorPlanChart
        plan={shown}
        label={`Plan of ${currentPlace(view).name}: ${mapFor ? `what ${mapFor.talker} has in hand` : "no talker"}, ${plan.antennas.length} antennas, ${plan.walks.length} walks`}
        picture={pictureHref(inHand, view.day.id)}
        bands={map?.bands ?? null}
        selected={selected}
        marks={Object.fromEntries(range.walkers.map((w) => [w.channelId, w.mark]))}
        traces={(forecasts ?? []).map((f, i) => traceOf(itemAt(walks, i).walk.id, f))}
        markers={markers}
        metres={lengths.metres}
        isOnlyHandles
        onDown={down}
        onMove={move}
        onUp={up}
      />
      <Legend />
      <Soft as="p">{`${map?.worst && mapFor ? `Least in hand ${plan.areas.length > 0 ? "where it plays" : "anywhere"}: ${formatDb(map.worst.marginDb)} for ${mapFor.talker}. ` : ""}Drag antennas and the cart. ${plan.fit ? `Corrected by this place’s walk test: ${fitWords(plan.fit)}.` : "By the book: this place was not walked yet."}${range.walkers.some((w) => w.pack.interference) ? "" : " Nothing was scanned here: noise of the air itself is not in it."}${unwalked.length === 0 ? "" : ` No walk is drawn for ${listWords(unwalked)}.`}`}</Soft>
      <Row>
        <PrimaryButton
          isDisabled={inHand.isBusy || !inHand.isKept || !forecasts || forecasts.length === 0}
          onPress={() => inHand.send({ intent: "keep-range" })}
        >
          Keep for everybody here
        </PrimaryButton>
        <Link to={`/day/${view.day.id}/draw`}>Draw</Link>
        <Link to={`/day/${view.day.id}/walk-test`}>Walk it</Link>
        {inHand.undo && <QuietButton onPress={inHand.undo}>Undo</QuietButton>}
        {inHand.redo && <QuietButton onPress={inHand.redo}>Redo</QuietButton>}
      </Row>
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
      <WalkTable walks={walks} forecasts={forecasts} metres={lengths.metres} />
      <TooStrong plan={plan} walks={walks} tooStrong={tooStrong} metres={lengths.metres} />
      <Antennas plan={plan} inHand={inHand} lengths={lengths} onSelect={setSelected} />
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

const pictureHref = ({ picture }: PlanInHand, dayId: number) =>
  picture ? { ...picture, href: `/day/${dayId}/pictures/${picture.id}` } : null;

type Walks = ReturnType<typeof usePlanReckoning>["walks"];
type Forecasts = ReturnType<typeof usePlanReckoning>["forecasts"];

function headline(
  walks: Walks,
  forecasts: Forecasts,
  worst: number | null,
  plan: FloorPlan,
): string {
  if (plan.antennas.length === 0) return "No antenna stands on the plan yet";
  if (walks.length === 0) return "Nobody walks on the plan yet";
  if (!forecasts || worst === null) return "Reckoning the walks…";
  const f = itemAt(forecasts, worst);
  const who = itemAt(walks, worst).walker.talker;
  if (f.dropoutsPerMinute < 1 / 60 && f.outage < 1e-3)
    return `Everybody holds here: ${who} is thinnest, with ${dropoutWords(f.dropoutsPerMinute)}`;
  return f.outage > 0.5 ? `${who} is ${reliabilityWords(f)}` : `${who}: ${reliabilityWords(f)}`;
}

function subline({
  walks,
  forecasts,
  worst,
  plan,
  most,
  helps,
  names,
}: {
  walks: Walks;
  forecasts: Forecasts;
  worst: number | null;
  plan: FloorPlan;
  most: RankedHelp | null;
  helps: string;
  names: Parameters<typeof helpWords>[1];
}): string {
  if (plan.antennas.length === 0)
    return "Put one where the receivers are, and one more where you would like it: under Draw.";
  if (!forecasts || worst === null)
    return walks.length === 0
      ? "Draw where each talker goes; then it is told where they are lost."
      : "";
  const f = itemAt(forecasts, worst);
  const how =
    f.meanDropoutMs && f.dropoutsPerMinute > 1 / 600
      ? `, ${lengthWords(f.meanDropoutMs)} each`
      : "";
  const where = `On “${itemAt(walks, worst).walk.name}”${how}; this place not being known better, ${spreadWords(f)}.`;
  if (most)
    return `${capital(helpWords(most.help, names))}: that helps most, ${reliabilityWords(most.after)} then. ${where}`;
  return helps === "told"
    ? `${where} No single change that was tried helps by more than half a decibel.`
    : where;
}

function spotsOfHelps(helps: readonly RankedHelp[]): { x: number; y: number }[] {
  const all = helps.flatMap(({ help }) =>
    "to" in help ? [help.to] : "at" in help ? [help.at] : [],
  );
  return all
    .filter((s, i) => all.findIndex((o) => o.x === s.x && o.y === s.y) === i)
    .map(({ x, y }) => ({ x, y }));
}

function Legend() {
  return (
    <LegendRow aria-label="What the map shows">
      {[
        ["out", "does not hold"],
        ["0", "0–10 dB in hand: thin"],
        ["10", "10–20 dB"],
        ["20", "20–30 dB"],
        ["30", "over 30 dB"],
      ].map(([tone, words]) => (
        <li key={tone}>
          <i data-tone={tone} aria-hidden />
          {words}
        </li>
      ))}
      <li>
        <b aria-hidden>✕</b>thinnest place of each walk
      </li>
      <li>
        <b aria-hidden data-good>
          △
        </b>
        a place that was tried
      </li>
    </LegendRow>
  );
}

const LegendRow = styled.ul`
  list-style: none;
  display: flex;
  flex-wrap: wrap;
  gap: 4px 16px;
  margin: 0;
  padding: 0;
  font-size: 14px;
  color: var(--soft);
  li {
    display: flex;
    gap: 6px;
    align-items: center;
  }
  i {
    width: 22px;
    height: 14px;
    border: 1px solid var(--air-edge);
    background: var(--sheet);
  }
  i[data-tone="out"] {
    background: repeating-linear-gradient(135deg, var(--sheet) 0 3px, var(--bad) 3px 5px);
  }
  i[data-tone="0"] {
    background: color-mix(in srgb, var(--watch) 34%, var(--sheet));
  }
  i[data-tone="10"] {
    background: color-mix(in srgb, var(--air) 80%, var(--sheet));
  }
  i[data-tone="20"] {
    background: color-mix(in srgb, var(--air) 42%, var(--sheet));
  }
  i[data-tone="30"] {
    background: color-mix(in srgb, var(--air) 12%, var(--sheet));
  }
  b {
    color: var(--bad);
  }
  b[data-good] {
    color: var(--good);
  }
`;
