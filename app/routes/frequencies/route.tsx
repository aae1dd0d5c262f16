import { useCallback, useDeferredValue, useMemo } from "react";
import { data, Link, useSearchParams } from "react-router";
import type { Route } from "./+types/route";
import { airViewOf, lawViewOf } from "~/server/services/scan/airViews.server";
import { requireDay } from "~/server/services/day/dayView.server";
import { readPlanFile } from "~/server/services/frequencies/planFiles.server";
import {
  acceptPlan,
  pickBasis,
  placeRequests,
  restorePlan,
  scannedPlaces,
} from "~/server/services/frequencies/plans.server";
import { unitScreensOf } from "~/server/services/scan/unitScanView.server";
import { packNoises } from "~/contract/codecs/noise";
import { othersWords } from "~/contract/messages/frequencies";
import { formatDbm, listWords } from "~/contract/messages/format";
import type { CoordinationRequest } from "~/core/coordination/problem/request";
import { requestForAll } from "~/core/coordination/problem/wholeDay";
import { carrierId } from "~/core/coordination/problem/dayProblem";
import { limitWords } from "~/contract/messages/scan";
import { formatMhz } from "~/core/units/frequencyText";
import { airOf, limitLine, spineOf } from "~/app/features/air/spectrumOf";
import { useSpineView } from "~/app/features/air/useSpineView";
import { Notice } from "~/app/ui/Notice/Notice";
import { Figure, Soft, Stack } from "~/app/ui/Page/Page";
import { dayIdOf, orNotFound, readIntent, reply } from "~/app/routes/shared/reply.server";
import { LawLine } from "~/app/routes/shared/LawLine";
import { ReplyNotice } from "~/app/routes/shared/ReplyNotice";
import { BankList } from "./BankList";
import { DayByPlace } from "./DayByPlace";
import { pickIntents } from "./intents";
import { MakeRoom } from "./MakeRoom";
import { PickSpine } from "./PickSpine";
import { PickTable } from "./PickTable";
import { PlanFiles, type PlanFileReply } from "./PlanFiles";
import { PlanHistory } from "./PlanHistory";
import { draftByPlace } from "./draft";
import { ToldBy, toldModels } from "./ToldBy";
import { PickControls } from "./PickControls";
import { Excused, OneByOne, PickHead } from "./PickHead";
import { usePick } from "./usePick";

export async function loader({ params, request: asked, context }: Route.LoaderArgs) {
  const loaded = orNotFound(await requireDay(context.app, dayIdOf(params)));
  const basis = await pickBasis(context.app, loaded, loaded.day.profile);
  const scanned = basis.sweep ? scannedPlaces(loaded).map((p) => p.name.toLowerCase()) : [];
  // for the whole day only where the place itself was measured: its scan is what the plan is held
  // to
  const isForDay = new URL(asked.url).searchParams.get("for") === "day" && scanned.length > 1;
  const places = isForDay ? await placeRequests(context.app, loaded, loaded.day.profile) : [];
  const packed = <R extends CoordinationRequest>({ noise, ...request }: R) => ({
    request,
    noise: packNoises(noise),
  });
  return {
    air: await airViewOf(context.app, basis),
    law: lawViewOf(loaded, basis),
    ...packed(isForDay ? requestForAll(places) : basis.request),
    byPlace: places.map((p) => ({ ...p, ...packed(p.request) })),
    scanned,
    isForDay,
    needs: basis.needs,
    told: toldModels(unitScreensOf(loaded, basis).receivers),
  };
}

export async function action({ params, request, context }: Route.ActionArgs) {
  const dayId = dayIdOf(params);
  const read = await readIntent(request, pickIntents);
  if (!read.ok) return read.reply;
  const { intent } = read;
  switch (intent.intent) {
    case "accept":
      return reply(
        await acceptPlan(context.app, dayId, intent.proposal),
        ({ version }) => `Plan ${version} stands. Set the receivers to it next, then the packs.`,
      );
    case "read-plan": {
      const file = await readPlanFile(context.app, dayId, intent.text);
      return file.ok
        ? data<PlanFileReply>({ ok: true, message: null, at: Date.now(), read: file.value })
        : reply(file);
    }
    case "restore":
      return reply(
        await restorePlan(context.app, dayId, intent.version, intent.basePlanVersion),
        ({ version }) => `Plan ${version} takes plan ${intent.version} back.`,
      );
  }
}

const NOBODY: readonly string[] = [];

/** Legal, tunable, quiet, apart, free of each other's products: frequencies for all, and spares. */
export default function PickScreen({ loaderData }: Route.ComponentProps) {
  const { air, law, scanned, isForDay, told } = loaderData;
  const [params] = useSearchParams();
  const pick = usePick(loaderData, fixedIn(params));
  const { view, state, step, shown, found, nameOf, heldId } = pick;
  const markOf = useCallback(
    (channelId: number) => view.channels.find((c) => c.id === channelId)?.mark ?? "?",
    [view.channels],
  );
  const onHold = useCallback((channelId: number) => step({ do: "hold", channelId }), [step]);
  const spine = useMemo(() => spineOf(view.channels), [view.channels]);
  const { view: spineView, setView: setSpineView } = useSpineView(spine);
  const airAbove = useMemo(
    () => ({
      ...airOf(spine, air, law),
      limit: air ? limitLine(law.maxNoiseDbm, air.stepHz) : null,
    }),
    [spine, air, law],
  );
  // the spine follows a drag at once, the table when there is time
  const tableShown = useDeferredValue(shown);
  const earlier = view.planHistory.filter((p) => p.version !== view.plan?.version).at(-1);

  return (
    <Stack>
      <PickHead pick={pick} air={air && { takenAtMs: air.takenAtMs, open: law.open.length }} />
      {law.limit && law.limit.by !== "receiver" && <Soft as="p">{limitWords(law)}</Soft>}
      {told.length > 0 && !air && <ToldBy told={told} nowMs={view.nowMs} />}
      {told.length === 0 && !air && (
        <Notice kind="caution" action={<Link to={`/day/${view.day.id}/scan`}>To the scan</Link>}>
          Nothing is measured here. Without a scan only law, register and spacing are kept: unknown
          is not quiet.
        </Notice>
      )}
      <PickControls pick={pick} places={{ scanned, isForDay }} />
      {state.way === "one" && <OneByOne pick={pick} />}
      <ReplyNotice reply={pick.answer} />
      {state.nothingFor && (
        <Notice kind="caution">{`Nothing is clear for ${state.nothingFor}: scan again, or look at what would make room.`}</Notice>
      )}
      {found && found.result.unplaced.length > 0 && (
        <MakeRoom
          key={found.result.stats.elapsedMs}
          request={found.request}
          nameOf={nameOf}
          onTake={pick.giveUp}
        />
      )}
      {found && isForDay && found.result.unplaced.length > 0 && (
        <DayByPlace
          key={`day${found.result.stats.elapsedMs}`}
          places={pick.byPlace}
          hereId={pick.here.id}
          channels={pick.tunable.map((c) => ({ id: carrierId(c.id), name: c.talker }))}
          onTake={({ result }, request) =>
            step({ do: "show", draft: draftByPlace(result, request) })
          }
        />
      )}
      <Excused pick={pick} />
      <PickSpine
        air={airAbove}
        shown={shown}
        markOf={markOf}
        nameOf={nameOf}
        view={spineView}
        onView={setSpineView}
        heldId={heldId}
        onHold={onHold}
        onTry={pick.onTry}
        onPut={pick.onPut}
        tried={pick.triedPick}
        standing={pick.reasonOf(heldId)}
      />
      <PickTable
        channels={view.channels}
        shown={tableShown}
        profile={pick.request.profile}
        nameOf={nameOf}
        heldId={heldId}
        onHold={onHold}
        texts={state.texts}
        locks={pick.locks}
        careful={found?.result.careful ?? NOBODY}
        beforeHz={pick.beforeHz}
        kit={view.kit}
        onHit={pick.onHit}
        onType={pick.onType}
      />
      {found?.banks && <BankList banks={found.banks} />}
      {shown.spares.length > 0 && (
        <p>
          <b>Spares </b>
          {shown.spares.map((s, i) => (
            <span key={s.frequencyHz}>
              {i > 0 && " · "}
              <Figure>{formatMhz(s.frequencyHz)}</Figure>{" "}
              <Soft>{`for ${s.for.length === view.channels.length ? "anybody" : listWords(s.for.map((id) => nameOf(carrierId(id))))}`}</Soft>
            </span>
          ))}
        </p>
      )}
      {pick.request.others.length > 0 && (
        <Soft as="p">{`${othersWords(pick.request.others, nameOf)} A channel counts as quiet below ${formatDbm(law.maxNoiseDbm)} in its whole bandwidth.`}</Soft>
      )}
      <PlanFiles
        dayId={view.day.id}
        hasPlan={view.plan !== null}
        onRead={(texts) => step({ do: "type", texts })}
      />
      {shown.kind !== "draft" && (
        <PlanHistory
          history={view.planHistory}
          placeName={(id) => view.places.find((p) => p.id === id)?.name ?? ""}
          isBusy={pick.isBusy}
          earlier={earlier?.version ?? null}
          onRestore={pick.restore}
        />
      )}
      <LawLine law={law} />
    </Stack>
  );
}

/** Frequencies that another screen asks to be fixed: "fix=3:512.375". */
function fixedIn(params: URLSearchParams): Record<number, string> {
  return Object.fromEntries(
    params.getAll("fix").flatMap((f) => {
      const [id, mhzText] = f.split(":");
      return id && mhzText && /^\d+$/.test(id) ? [[Number(id), mhzText]] : [];
    }),
  );
}
