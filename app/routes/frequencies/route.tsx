import { useCallback, useDeferredValue, useMemo, useState } from "react";
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
import { packNoises, unpackNoise } from "~/contract/codecs/noise";
import { capital, count, formatClock, formatDbm, listWords } from "~/contract/messages/format";
import type { ProfileChoice } from "~/core/coordination/problem/profile";
import { bestAfterHit } from "~/core/coordination/changing/bestAfterHit";
import { relaxed, type Relaxation } from "~/core/coordination/changing/makeRoom";
import { STRICT } from "~/core/coordination/rules/relations";
import type { CoordinationRequest } from "~/core/coordination/problem/request";
import { byProfile } from "~/core/schedule/dayRelations";
import { requestForAll } from "~/core/coordination/problem/wholeDay";
import { carrierId } from "~/core/coordination/problem/dayProblem";
import { limitWords } from "~/contract/messages/scan";
import { formatMhz } from "~/core/units/frequencyText";
import { airOf, limitPerBinDbm, spineOf } from "~/app/features/air/spectrumOf";
import { useSpineView } from "~/app/features/air/useSpineView";
import { Button, PrimaryButton, QuietButton } from "~/app/ui/Button/Button";
import { SelectField } from "~/app/ui/Field/Field";
import { Notice } from "~/app/ui/Notice/Notice";
import { Answer, Figure, Row, Soft, Stack, Sub } from "~/app/ui/Page/Page";
import { Progress } from "~/app/ui/Progress/Progress";
import { dayIdOf, orNotFound, readIntent, reply } from "~/app/routes/shared/reply.server";
import { ReplyNotice } from "~/app/routes/shared/ReplyNotice";
import { currentPlace, useDay } from "~/app/routes/shared/useDay";
import { useIntent } from "~/app/routes/shared/useIntent";
import { BankList } from "./BankList";
import { DayByPlace } from "./DayByPlace";
import { pickIntents, type PickIntent } from "./intents";
import { MakeRoom } from "./MakeRoom";
import { PickSpine } from "./PickSpine";
import { PickTable } from "./PickTable";
import { PlanFiles, type PlanFileReply } from "./PlanFiles";
import { PlanHistory } from "./PlanHistory";
import {
  allowing,
  asJudged,
  banksOf,
  excusedIn,
  isUsable,
  judgedBy,
  NOTHING_SHOWN,
  numberOf,
  onGrid,
  readLocks,
  shownSet,
  type ShownSet,
  tightestDb,
  withLocks,
  withPick,
} from "./pickModel";
import {
  changeWords,
  excusedWords,
  headline,
  oneByOneWords,
  othersWords,
  proofWords,
} from "./pickWords";
import { draftOf, draftOfPlan, EMPTY_DRAFT, moved, useDraft } from "./useDraft";
import { useJudge } from "./useJudge";
import { useSearch } from "./useSearch";

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

const SPACING_CHOICES: { id: ProfileChoice; label: string; detail: string }[] = [
  {
    id: "normal",
    label: "computed spacing",
    detail: "0.35 MHz, products kept off by 100 and 50 kHz",
  },
  { id: "wide", label: "wide spacing", detail: "0.7 MHz as by hand, products by 200 and 100 kHz" },
  { id: "tight", label: "tight spacing", detail: "0.3 MHz, for a crowded air" },
  {
    id: "model",
    label: "as each receiver needs",
    detail: "by its model: two keep the wider of theirs",
  },
];

type Way = "anew" | "bank" | "one";
const WAY_CHOICES: { id: Way; label: string; detail: string }[] = [
  { id: "anew", label: "all at once", detail: "computed together, with room between" },
  {
    id: "bank",
    label: "inside one bank",
    detail: "of each maker's lists, the one with most room here",
  },
  { id: "one", label: "one after another", detail: "each pack left on before the next scan" },
];

const NOBODY: readonly string[] = [];

/** Legal, tunable, quiet, apart, free of each other's products: frequencies for all, and spares. */
export default function PickScreen({ loaderData }: Route.ComponentProps) {
  const { air, law } = loaderData;
  const view = useDay();
  const [params, setParams] = useSearchParams();
  const here = currentPlace(view);
  const { raster } = law;
  const [profile, setProfile] = useState<ProfileChoice>(view.plan?.profile ?? view.day.profile);
  const [way, setWay] = useState<Way>("anew");
  const [texts, setTexts] = useState<Record<number, string>>(() => fixedIn(params));
  const { send, reply: answer, isBusy } = useIntent<PickIntent>();

  const request = useMemo<CoordinationRequest>(
    () =>
      byProfile(
        { ...loaderData.request, noise: loaderData.noise.flatMap(unpackNoise) },
        profile,
        loaderData.needs,
      ),
    [loaderData.request, loaderData.noise, loaderData.needs, profile],
  );
  const byPlace = useMemo(
    () =>
      loaderData.byPlace.map((p) => ({
        ...p,
        request: byProfile(
          { ...p.request, noise: p.noise.flatMap(unpackNoise) },
          profile,
          loaderData.needs,
        ),
      })),
    [loaderData.byPlace, loaderData.needs, profile],
  );
  const locks = useMemo(() => readLocks(request, texts, raster), [request, texts, raster]);
  const locked = useMemo(() => withLocks(request, locks), [request, locks]);
  const { draft, canUndo, show, undo, drop } = useDraft();
  const { search, start, stop } = useSearch((found) => show(draftOf(found)));
  const standing = view.plan?.placeId === here.id ? view.plan : null;
  const set = draft ?? standing;

  // what is judged: the set as it stands, and, while somebody asks or drags, the set with one
  // channel elsewhere
  const judgedRequest = useMemo(
    () => judgedBy(request, set?.allows ?? STRICT),
    [request, set?.allows],
  );
  const settled = useMemo(() => asJudged(set?.picks ?? []), [set]);
  const { now, asked: askedSet, ask } = useJudge(judgedRequest, raster, settled);
  const [tried, setTried] = useState<{
    channelId: number;
    frequencyHz: number;
    isDragged: boolean;
  } | null>(null);
  const shown = useMemo<ShownSet>(() => {
    if (!set) return NOTHING_SHOWN;
    const settledSet = shownSet(draft ? "draft" : "plan", set, now);
    if (!tried?.isDragged || !askedSet) return settledSet;
    return {
      ...shownSet(
        settledSet.kind,
        { ...set, picks: withPick(set.picks, tried.channelId, tried.frequencyHz) },
        askedSet,
      ),
      kind: "draft",
    };
  }, [set, draft, now, askedSet, tried]);
  // the spine follows a drag at once, the table when there is time
  const tableShown = useDeferredValue(shown);
  const triedPick =
    tried &&
    askedSet?.picks.find(
      (p) => p.channelId === carrierId(tried.channelId) && p.frequencyHz === tried.frequencyHz,
    );

  const tunable = view.channels.filter((c) => c.meets === "tunes");
  const [acceptedFrom, setAcceptedFrom] = useState<number | null>(null);
  const [hitNothing, setHitNothing] = useState<string | null>(null);
  const [held, setHeld] = useState<number | null>(null);
  const heldId = held ?? shown.picks[0]?.channelId ?? tunable[0]?.id ?? null;
  const nameOf = useCallback(
    (id: string) =>
      view.channels.find((c) => carrierId(c.id) === id)?.talker ??
      (id.startsWith("other ") ? id.slice(6) : id.replace(/^handed \d+ /, "")),
    [view.channels],
  );
  const markOf = useCallback(
    (channelId: number) => view.channels.find((c) => c.id === channelId)?.mark ?? "?",
    [view.channels],
  );
  const spine = useMemo(() => spineOf(view.channels), [view.channels]);
  const { view: spineView, setView: setSpineView } = useSpineView(spine);
  const airAbove = useMemo(
    () => ({
      ...airOf(spine, air, law),
      quietBelowDbm: air ? limitPerBinDbm(law.maxNoiseDbm, air.stepHz) : null,
    }),
    [spine, air, law],
  );
  const onTry = useCallback(
    (asked: { channelId: number; frequencyHz: number; isDragged: boolean } | null) => {
      const at = asked && {
        ...asked,
        frequencyHz: onGrid(request, asked.channelId, asked.frequencyHz),
      };
      setTried(at);
      ask(at && asJudged(withPick(set?.picks ?? [], at.channelId, at.frequencyHz)));
    },
    [request, ask, set],
  );
  const onPut = (channelId: number, askedHz: number) => {
    const frequencyHz = onGrid(request, channelId, askedHz);
    setTried(null);
    setHeld(channelId);
    ask(null);
    show(
      moved(
        draft ?? (standing ? draftOfPlan(standing) : EMPTY_DRAFT),
        channelId,
        frequencyHz,
        nameOf(carrierId(channelId)),
        texts[channelId] ?? "",
      ),
    );
    setTexts((all) => ({ ...all, [channelId]: formatMhz(frequencyHz) }));
  };

  // what stands, here or at the place before: the search can be asked to leave as much of it as it
  // can
  const present = useMemo(
    () => (view.plan && view.plan.picks.length > 0 ? asJudged(view.plan.picks) : null),
    [view.plan],
  );
  const wanted = tunable.length;
  const bad = shown.picks.filter((p) => p.broken.length > 0).length;
  const beforeHz = useMemo(
    () => present && new Map(present.map((p) => [numberOf(p.channelId), p.frequencyHz])),
    [present],
  );
  const onType = useCallback(
    (id: number, text: string) => setTexts((all) => ({ ...all, [id]: text })),
    [],
  );
  const isWrong = shown.kind === "plan" && (bad > 0 || shown.picks.length < wanted);
  const found = draft?.found ?? null;
  const change = found?.retuned ? changeWords(found.retuned.map(nameOf), found.isProved) : null;
  const unusable = Object.values(locks).some((l) => !isUsable(l));
  const next = tunable.find((c) => !shown.picks.some((p) => p.channelId === c.id)) ?? null;
  const nextVersion = (view.plan?.version ?? 0) + 1;
  const find = () => {
    setTried(null);
    if (way === "one") {
      findNext();
      return;
    }
    start(locked, way === "bank" ? { way: "bank", banks: banksOf(view) } : { way: "anew" });
  };
  /** A place for one channel more, everything that stands left where it is. */
  const findNext = () => {
    const stays = new Map(asJudged(set?.picks ?? []).map((p) => [p.channelId, p.frequencyHz]));
    const wantedIds = new Set([...stays.keys(), ...(next ? [carrierId(next.id)] : [])]);
    start({
      ...allowing(locked, set?.allows ?? STRICT),
      channels: locked.channels
        .filter((c) => wantedIds.has(c.id))
        .map((c) => ({ ...c, lockedHz: c.lockedHz ?? stays.get(c.id) ?? null })),
    });
  };
  /** A channel is disturbed: the best spare, or the best free place, for it alone. */
  const hit = useCallback(
    (channelId: number) => {
      if (!set) return;
      const talker = nameOf(carrierId(channelId));
      const answer = bestAfterHit(
        judgedRequest,
        settled,
        carrierId(channelId),
        set.spares.filter((s) => s.for.includes(channelId)).map((s) => s.frequencyHz),
      );
      if (!answer) {
        setHitNothing(talker);
        return;
      }
      setHitNothing(null);
      const { frequencyHz } = answer.pick;
      show({
        ...(draft ?? draftOfPlan(set)),
        found: null,
        byHand: null,
        picks: set.picks.map((p) =>
          p.channelId === channelId ? { channelId, frequencyHz, isLocked: false } : p,
        ),
        spares: set.spares.filter((s) => s.frequencyHz !== frequencyHz),
        how: `${talker} hit, ${answer.isSpare ? "a spare taken" : "a fresh place"}`,
      });
      setHeld(channelId);
    },
    [set, draft, judgedRequest, settled, nameOf, show, setHeld, setHitNothing],
  );
  const accept = () => {
    if (!draft) return;
    send({
      intent: "accept",
      proposal: {
        basePlanVersion: view.plan?.version ?? 0,
        sweepId: air?.sweepId ?? null,
        profile,
        picks: draft.picks,
        spares: draft.spares,
        allows: draft.allows,
        how: draft.how,
      },
    });
    setAcceptedFrom(answer?.at ?? 0);
  };
  // the draft goes when it was taken; refused, it stays to be looked at
  if (acceptedFrom !== null && answer && answer.at !== acceptedFrom) {
    setAcceptedFrom(null);
    if (answer.ok) {
      setTexts({});
      drop();
    }
  }
  /** Takes the last step back, and what it typed. */
  const undoStep = () => {
    const step = draft?.byHand;
    if (step) setTexts((all) => ({ ...all, [step.channelId]: step.textBefore }));
    undo();
  };
  /** Gives something up and solves again. */
  const giveUp = (relaxations: Relaxation[]) => {
    if (!found) return;
    if (relaxations.some((r) => r.code === "tighter")) setProfile("tight");
    setTexts((all) =>
      Object.fromEntries(
        Object.entries(all).filter(
          ([id]) =>
            !relaxations.some((r) => r.code === "unlock" && r.channelId === carrierId(Number(id))),
        ),
      ),
    );
    start(relaxed(found.request, relaxations));
  };
  const earlier = view.planHistory.filter((p) => p.version !== view.plan?.version).at(-1);
  const excused = excusedIn(judgedRequest, set?.allows ?? STRICT, shown.picks);

  return (
    <Stack>
      <div>
        <Answer>{headline(shown, wanted, search.status === "running", tightestDb(shown))}</Answer>
        <Sub>
          {search.status === "failed"
            ? search.message
            : shown.kind === "nothing"
              ? air
                ? `The scan of ${formatClock(air.takenAtMs)} leaves ${count(law.open.length, "stretch", "stretches")} open. Type a frequency for whoever must have one; the rest is solved around it.`
                : "A pick needs measured air: scan here first."
              : shown.kind === "draft" && shown.picks.length === 0
                ? "The rows say what is in the way."
                : found && shown.unplaced.length > 0
                  ? `${proofWords(found)}.`
                  : `${capital(count(shown.spares.length, "spare"))} ready, clear of everybody${shown.kind === "plan" ? `. Plan ${view.plan?.version}, accepted ${formatClock(view.plan?.acceptedAtMs ?? 0)}` : `. ${change ?? "Not accepted yet"}`}.`}
        </Sub>
      </div>
      {limitWords(law) !== "" && <Soft as="p">{limitWords(law)}</Soft>}
      {!air && (
        <Notice kind="caution" action={<Link to={`/day/${view.day.id}/scan`}>To the scan</Link>}>
          Nothing is measured here. Without a scan only law, register and spacing are kept: unknown
          is not quiet.
        </Notice>
      )}
      <Row>
        {search.status === "running" ? (
          <>
            <Progress
              label={search.phase}
              fraction={search.fraction}
              valueText={`${search.placed} of ${wanted}`}
            />
            {search.best && search.placed === wanted && (
              <PrimaryButton onPress={() => stop(search.best)}>Good enough now</PrimaryButton>
            )}
            <Button onPress={() => stop()}>Stop</Button>
          </>
        ) : (
          <>
            {shown.kind === "draft" ? (
              <>
                <PrimaryButton
                  onPress={accept}
                  isDisabled={isBusy || shown.picks.length === 0 || bad > 0}
                >{`Accept as plan ${nextVersion}`}</PrimaryButton>
                <Button onPress={find} isDisabled={unusable}>
                  Find again
                </Button>
                {canUndo && <QuietButton onPress={undoStep}>Undo the last step</QuietButton>}
                <QuietButton
                  onPress={() => {
                    setTexts({});
                    drop();
                  }}
                >
                  Drop these
                </QuietButton>
              </>
            ) : shown.kind === "plan" ? (
              <>
                {way !== "one" && (isWrong || Object.keys(locks).length > 0) && (
                  <PrimaryButton
                    onPress={() =>
                      start(allowing(locked, standing?.allows ?? STRICT), {
                        way: "fewest",
                        present: present ?? [],
                      })
                    }
                    isDisabled={unusable}
                  >
                    Change as little as possible
                  </PrimaryButton>
                )}
                <Button onPress={find} isDisabled={unusable || (way === "one" && !next)}>
                  {way === "one" ? `Find one for ${next?.talker ?? "the next"}` : "Find again"}
                </Button>
              </>
            ) : (
              <>
                <PrimaryButton onPress={find} isDisabled={unusable}>
                  {way === "one" && next ? `Find one for ${next.talker}` : "Find frequencies"}
                </PrimaryButton>
                {present && way !== "one" && (
                  <Button
                    onPress={() => start(locked, { way: "fewest", present })}
                    isDisabled={unusable}
                  >
                    Keep what can stay
                  </Button>
                )}
              </>
            )}
            <SelectField
              label="How"
              isLabelHidden
              choices={WAY_CHOICES}
              value={way}
              onChange={setWay}
            />
            <SelectField
              label="Spacing"
              isLabelHidden
              choices={SPACING_CHOICES}
              value={profile}
              onChange={setProfile}
            />
            {loaderData.scanned.length > 1 && (
              <SelectField
                label="Where it is to hold"
                isLabelHidden
                value={loaderData.isForDay ? "day" : "here"}
                onChange={(where) => {
                  drop();
                  setParams(
                    () => {
                      // the address may hold a view that the router was not told of
                      const changed = new URLSearchParams(window.location.search);
                      if (where === "day") changed.set("for", "day");
                      else changed.delete("for");
                      return changed;
                    },
                    { replace: true, preventScrollReset: true },
                  );
                }}
                choices={[
                  { id: "here", label: "for this place" },
                  {
                    id: "day",
                    label: "for every place scanned",
                    detail: `${listWords(loaderData.scanned)}: nobody retunes between them`,
                  },
                ]}
              />
            )}
          </>
        )}
      </Row>
      {way === "one" && (
        <Soft as="p">
          {oneByOneWords(view, shown, next?.talker ?? null)}{" "}
          {shown.kind === "plan" && (
            <>
              <Link to={`/day/${view.day.id}/sync`}>Set and sync</Link>,{" "}
              <Link to={`/day/${view.day.id}/scan`}>scan again</Link>.
            </>
          )}{" "}
          Or <Link to={`/day/${view.day.id}/guided-setup`}>be led through it</Link>, from the first
          scan to the check.
        </Soft>
      )}
      <ReplyNotice reply={answer} />
      {hitNothing && (
        <Notice kind="caution">{`Nothing is clear for ${hitNothing}: scan again, or look at what would make room.`}</Notice>
      )}
      {found && found.result.unplaced.length > 0 && (
        <MakeRoom
          key={found.result.stats.elapsedMs}
          request={found.request}
          nameOf={nameOf}
          onTake={giveUp}
        />
      )}
      {found && loaderData.isForDay && found.result.unplaced.length > 0 && (
        <DayByPlace
          key={`day${found.result.stats.elapsedMs}`}
          places={byPlace}
          hereId={here.id}
          channels={tunable.map((c) => ({ id: carrierId(c.id), name: c.talker }))}
          onTake={({ result }, of) =>
            show({
              ...draftOf({
                result,
                request: of,
                way: "fewest",
                retuned: null,
                isProved: false,
                banks: null,
              }),
              how: "place by place over the day",
            })
          }
        />
      )}
      {excused.length > 0 && (
        <Notice kind="caution">
          {set?.allows.usesTogether
            ? "Some stand in each other's way: they never play together, so the pack that is not playing must be off. "
            : ""}
          {capital(
            listWords(excused.slice(0, 4).map((c) => excusedWords(judgedRequest, c, nameOf))),
          )}
          {excused.length > 4 ? `, and ${excused.length - 4} more` : ""}.
        </Notice>
      )}
      <PickSpine
        air={airAbove}
        shown={shown}
        markOf={markOf}
        nameOf={nameOf}
        view={spineView}
        onView={setSpineView}
        heldId={heldId}
        onHold={setHeld}
        onTry={onTry}
        onPut={onPut}
        tried={triedPick ?? null}
        standing={
          heldId === null
            ? null
            : (now.picks.find((p) => p.channelId === carrierId(heldId))?.reason ?? null)
        }
      />
      <PickTable
        channels={view.channels}
        shown={tableShown}
        profile={request.profile}
        nameOf={nameOf}
        heldId={heldId}
        onHold={setHeld}
        texts={texts}
        locks={locks}
        careful={found?.result.careful ?? NOBODY}
        beforeHz={beforeHz}
        kit={view.kit}
        onHit={hit}
        onType={onType}
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
      {request.others.length > 0 && (
        <Soft as="p">{`${othersWords(request.others, nameOf)} A channel counts as quiet below ${formatDbm(law.maxNoiseDbm)} in its whole bandwidth.`}</Soft>
      )}
      <PlanFiles
        dayId={view.day.id}
        hasPlan={view.plan !== null}
        onRead={(read) => setTexts((all) => ({ ...all, ...read }))}
      />
      {shown.kind !== "draft" && (
        <PlanHistory
          history={view.planHistory}
          placeName={(id) => view.places.find((p) => p.id === id)?.name ?? ""}
          isBusy={isBusy}
          earlier={earlier?.version ?? null}
          onRestore={(version) =>
            send({ intent: "restore", version, basePlanVersion: view.plan?.version ?? 0 })
          }
        />
      )}
      <Soft as="p">{`${law.regionTitle}: ${law.licence}. ${law.advice}`}</Soft>
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
