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
import { offeredMoves, putOnUnits } from "~/server/services/frequencies/recast.server";
import { unitScreensOf } from "~/server/services/scan/unitScanView.server";
import { packNoises } from "~/contract/codecs/noise";
import { spareWords } from "~/contract/messages/unitNumber";
import {
  FREQUENCIES,
  nothingForWords,
  othersWords,
  planRestoredWords,
  planUsedWords,
  quietWords,
} from "~/contract/messages/frequencies";
import { listWords } from "~/contract/messages/format";
import { RECAST } from "~/contract/messages/recast";
import type { CoordinationRequest } from "~/core/coordination/problem/request";
import { requestForAll } from "~/core/coordination/problem/wholeDay";
import { carrierId } from "~/core/coordination/problem/dayProblem";
import { limitWords } from "~/contract/messages/scan";
import { formatMhz } from "~/core/units/frequencyText";
import { airOf, limitLine, spectrumOf } from "~/app/features/air/spectrumOf";
import { antennasByReceiver } from "~/server/services/prep/antennas.server";
import { namesOf } from "~/app/routes/shared/useDay";
import { useSpectrumView } from "~/app/features/air/useSpectrumView";
import { useChosenChannel } from "~/app/features/channel/chosenChannel";
import { ChannelTable } from "~/app/features/channelTable/ChannelTable";
import { Notice } from "~/app/ui/Notice/Notice";
import { Figure, Soft, Stack } from "~/app/ui/Page/Page";
import { dayIdOf, orNotFound, readIntent, reply } from "~/app/routes/shared/reply.server";
import { LawLine } from "~/app/routes/shared/LawLine";
import { ReplyNotice } from "~/app/routes/shared/ReplyNotice";
import { BankList } from "./BankList";
import { DayByPlace } from "./DayByPlace";
import { type PickIntent, pickIntents } from "./intents";
import { MakeRoom } from "./MakeRoom";
import { type OfferedReply, OtherUnits } from "./OtherUnits";
import { PlanSpectrum } from "./PlanSpectrum";
import { pickColumns } from "./pickColumns";
import { PickDetail } from "./PickDetail";
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
  const scanned = basis.sweep ? scannedPlaces(loaded).map((p) => p.name) : [];
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
    antennas: antennasByReceiver(loaded),
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
      return reply(await acceptPlan(context.app, dayId, intent.proposal), ({ version }) =>
        planUsedWords(version),
      );
    case "read-plan": {
      const file = await readPlanFile(context.app, dayId, intent.text);
      return file.ok
        ? data<PlanFileReply>({ ok: true, message: null, at: Date.now(), read: file.value })
        : reply(file);
    }
    case "offered-moves": {
      const offered = await offeredMoves(context.app, dayId);
      return offered.ok
        ? data<OfferedReply>({ ok: true, message: null, at: Date.now(), offered: offered.value })
        : reply(offered);
    }
    case "put-on-units":
      return reply(
        await putOnUnits(context.app, dayId, intent.moves),
        ({ talkers }) => RECAST.done(talkers),
        ({ before }) => ({ intent: "put-on-units", moves: before }),
      );
    case "restore":
      return reply(
        await restorePlan(context.app, dayId, intent.version, intent.basePlanVersion),
        ({ version }) => planRestoredWords(version, intent.version),
      );
  }
}

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
  const { choose } = useChosenChannel();
  const spectrum = useMemo(() => spectrumOf(view.channels), [view.channels]);
  const { view: spectrumView, setView: setSpectrumView } = useSpectrumView(spectrum);
  const airAbove = useMemo(
    () => ({
      ...airOf(spectrum, air, law),
      limit: air ? limitLine(law.maxNoiseDbm, air.stepHz) : null,
    }),
    [spectrum, air, law],
  );
  // the spectrum follows a drag at once, the table when there is time
  const tableShown = useDeferredValue(shown);
  const earlier = view.planHistory.filter((p) => p.version !== view.plan?.version).at(-1);

  const { profile } = pick.request;
  const names = useMemo(() => namesOf(view), [view]);
  const columns = useMemo(
    () => pickColumns(tableShown, profile, names),
    [tableShown, profile, names],
  );
  return (
    <ChannelTable
      label={FREQUENCIES.label}
      channels={view.channels}
      columns={columns}
      needsHand={(c) =>
        c.legality.code !== "fine" ||
        tableShown.picks.some((p) => p.channelId === c.id && p.broken.length > 0)
      }
      head={
        <>
          <PickHead pick={pick} air={air && { takenAtMs: air.takenAtMs, open: law.open.length }} />
          {law.limit && law.limit.by !== "receiver" && <Soft as="p">{limitWords(law)}</Soft>}
          {told.length > 0 && !air && <ToldBy told={told} nowMs={view.nowMs} />}
          {told.length === 0 && !air && (
            <Notice
              kind="caution"
              action={<Link to={`/day/${view.day.id}/scan`}>{FREQUENCIES.toScan}</Link>}
            >
              {FREQUENCIES.nothingMeasured}
            </Notice>
          )}
          {state.way === "one" && <OneByOne pick={pick} />}
          <ReplyNotice<PickIntent> reply={pick.answer} onUndo={pick.send} />
          {state.nothingFor && <Notice kind="caution">{nothingForWords(state.nothingFor)}</Notice>}
          {found && found.result.unplaced.length > 0 && (
            <MakeRoom
              key={found.result.stats.elapsedMs}
              request={found.request}
              nameOf={nameOf}
              onTake={pick.giveUp}
            >
              <OtherUnits
                request={found.request}
                result={found.result}
                isBusy={pick.isBusy}
                onPut={pick.putOnUnits}
              />
            </MakeRoom>
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
        </>
      }
      tools={<PickControls pick={pick} places={{ scanned, isForDay }} />}
      picture={{
        name: FREQUENCIES.picture,
        node: (
          <PlanSpectrum
            air={airAbove}
            shown={shown}
            markOf={markOf}
            nameOf={nameOf}
            view={spectrumView}
            onView={setSpectrumView}
            heldId={heldId}
            onHold={choose}
            onTry={pick.onTry}
            onPut={pick.onPut}
            tried={pick.triedPick}
            standing={pick.reasonOf(heldId)}
          />
        ),
      }}
      detail={(c) => <PickDetail channel={c} pick={pick} />}
      foot={
        <Stack>
          {shown.spares.length > 0 && (
            <p>
              <b>{FREQUENCIES.spares} </b>
              {shown.spares.map((s, i) => (
                <span key={s.frequencyHz}>
                  {i > 0 && " · "}
                  <Figure>{formatMhz(s.frequencyHz)}</Figure>{" "}
                  <Soft>
                    {s.for.length === view.channels.length
                      ? FREQUENCIES.anyone
                      : listWords(s.for.map((id) => nameOf(carrierId(id))))}
                  </Soft>
                  {spareWords(s, names).own !== null && <b> ({spareWords(s, names).own})</b>}
                </span>
              ))}
            </p>
          )}
          {found?.banks && <BankList banks={found.banks} models={view.kit.receivers} />}
          {pick.request.others.length > 0 && (
            <Soft as="p">{`${othersWords(pick.request.others, nameOf)} ${quietWords(law.maxNoiseDbm)}`}</Soft>
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
      }
    />
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
