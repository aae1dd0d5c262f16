import type { ProfileChoice } from "~/core/coordination/problem/profile";
import { display } from "~/contract/messages/display";
import { useCallback, useEffect, useMemo, useReducer, useRef } from "react";
import type { Route } from "./+types/route";
import { unpackNoise } from "~/contract/codecs/noise";
import { PLACE_TAKEN_WORDS } from "~/contract/messages/notes";
import { FREQUENCIES_TEXTS } from "~/contract/messages/screens/frequencies";
import { bestAfterHit } from "~/core/coordination/changing/bestAfterHit";
import { relaxed, type Relaxation } from "~/core/coordination/changing/makeRoom";
import { carrierId } from "~/core/coordination/problem/dayProblem";
import type { CoordinationRequest } from "~/core/coordination/problem/request";
import { STRICT } from "~/core/coordination/rules/relations";
import { byProfile } from "~/core/schedule/dayRelations";
import type { PutOn } from "~/server/services/frequencies/recast.server";
import { useChosenChannel } from "~/app/features/channel/chosenChannel";
import { currentPlace, useDay } from "~/app/routes/shared/useDay";
import { useIntent } from "~/app/routes/shared/useIntent";
import { draftOf, draftOfPlan, EMPTY_DRAFT } from "./draft";
import type { PickIntent } from "./intents";
import {
  allowing,
  asJudged,
  banksOf,
  endsOf,
  isUsable,
  judgedBy,
  NOTHING_SHOWN,
  numberOf,
  onGrid,
  readLocks,
  shownSet,
  type ShownSet,
  withLocks,
  withPick,
} from "./pickModel";
import { beginPick, draftIn, nextPick, type Tried } from "./pickState";
import { useJudge } from "./useJudge";
import { useSearch } from "./useSearch";

type Loaded = Route.ComponentProps["loaderData"];

/** What a search starts with: what this browser chose, else the day's own. */
const usualProfile = (ofDay: ProfileChoice): ProfileChoice => {
  const { spacing } = display();
  return spacing === "day" ? ofDay : spacing;
};

/**
 * The screen of frequencies: what is asked of the search, the set that is shown with what is judged
 * of it, and everything that can be done to it.
 */
export function usePick(loaded: Loaded, fixed: Readonly<Record<number, string>>) {
  const view = useDay();
  const { channelId: chosenId, choose } = useChosenChannel();
  const here = currentPlace(view);
  const { raster } = loaded.law;
  const [state, step] = useReducer(nextPick, null, () =>
    beginPick(view.plan?.profile ?? usualProfile(view.day.profile), fixed),
  );
  const { profile, way, texts, tried } = state;
  const draft = draftIn(state);
  const { send, reply: answer, isBusy } = useIntent<PickIntent>();

  const request = useMemo<CoordinationRequest>(
    () =>
      byProfile(
        { ...loaded.request, noise: loaded.noise.flatMap(unpackNoise) },
        profile,
        loaded.needs,
      ),
    [loaded.request, loaded.noise, loaded.needs, profile],
  );
  const byPlace = useMemo(
    () =>
      loaded.byPlace.map((p) => ({
        ...p,
        request: byProfile(
          { ...p.request, noise: p.noise.flatMap(unpackNoise) },
          profile,
          loaded.needs,
        ),
      })),
    [loaded.byPlace, loaded.needs, profile],
  );
  const locks = useMemo(
    () =>
      readLocks(request, texts, raster, (id) => {
        const channel = view.channels.find((c) => c.id === id);
        return channel ? endsOf(view.kit, channel) : [];
      }),
    [request, texts, raster, view.channels, view.kit],
  );
  const locked = useMemo(() => withLocks(request, locks), [request, locks]);
  const { search, start, stop } = useSearch((found) => step({ do: "show", draft: draftOf(found) }));
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
  const shown = useMemo<ShownSet>(() => {
    if (!set) return NOTHING_SHOWN;
    const settledSet = shownSet(draft ? "draft" : "plan", set, now);
    if (!tried?.isDragged || !askedSet) return settledSet;
    const elsewhere = {
      ...set,
      picks: withPick(set.picks, tried.channelId, tried.frequencyHz),
    };
    return { ...shownSet(settledSet.kind, elsewhere, askedSet), kind: "draft" };
  }, [set, draft, now, askedSet, tried]);

  const nameOf = useCallback(
    (id: string) =>
      view.channels.find((c) => carrierId(c.id) === id)?.talker ??
      (id.startsWith("other ") ? id.slice(6) : id.replace(/^handed \d+ /, "")),
    [view.channels],
  );
  const tunable = view.channels.filter((c) => c.meets === "tunes");
  const next = tunable.find((c) => !shown.picks.some((p) => p.channelId === c.id)) ?? null;
  // what stands, here or at the place before: the search can be asked to leave as much of it as it
  // can
  const present = useMemo(
    () => (view.plan && view.plan.picks.length > 0 ? asJudged(view.plan.picks) : null),
    [view.plan],
  );

  // an answer to the set that was sent: taken, it is the plan
  if (state.sentAfter !== null && answer && answer.at !== state.sentAfter)
    step({ do: "answered", isOk: answer.ok });

  const onTry = useCallback(
    (asked: Tried | null) => {
      const at = asked && {
        ...asked,
        frequencyHz: onGrid(request, asked.channelId, asked.frequencyHz),
      };
      step({ do: "try", tried: at });
      ask(at && asJudged(withPick(set?.picks ?? [], at.channelId, at.frequencyHz)));
    },
    [request, ask, set],
  );
  /** A channel is disturbed: the best spare, or the best free place, for it alone. */
  const onHit = useCallback(
    (channelId: number) => {
      if (!set) return;
      const talker = nameOf(carrierId(channelId));
      const best = bestAfterHit(
        judgedRequest,
        settled,
        carrierId(channelId),
        set.spares.filter((s) => s.for.includes(channelId)).map((s) => s.frequencyHz),
      );
      if (!best) {
        step({ do: "nothing-clear", talker });
        return;
      }
      const { frequencyHz } = best.pick;
      choose(channelId);
      step({
        do: "show",
        isForOne: true,
        draft: {
          ...(draft ?? draftOfPlan(set)),
          found: null,
          byHand: null,
          picks: set.picks.map((p) =>
            p.channelId === channelId ? { channelId, frequencyHz, isLocked: false } : p,
          ),
          spares: set.spares.filter((s) => s.frequencyHz !== frequencyHz),
          how: FREQUENCIES_TEXTS.hit(talker, PLACE_TAKEN_WORDS[best.from]),
        },
      });
    },
    [set, draft, judgedRequest, settled, nameOf, choose],
  );
  /** A place for one channel more, everything that stands left where it is. */
  const findNext = () => {
    const stays = new Map(settled.map((p) => [p.channelId, p.frequencyHz]));
    const wantedIds = new Set([...stays.keys(), ...(next ? [carrierId(next.id)] : [])]);
    start({
      ...allowing(locked, set?.allows ?? STRICT),
      channels: locked.channels
        .filter((c) => wantedIds.has(c.id))
        .map((c) => ({ ...c, lockedHz: c.lockedHz ?? stays.get(c.id) ?? null })),
    });
  };
  const found = draft?.found ?? null;
  const find = () => {
    step({ do: "try", tried: null });
    if (way === "one") findNext();
    else start(locked, way === "bank" ? { way: "bank", banks: banksOf(view) } : { way: "anew" });
  };
  // other units carry a channel: what was found before was found for those before
  const findAgain = useRef(find);
  useEffect(() => {
    findAgain.current = find;
  });
  const unitsSentAfter = useRef<number | null>(null);
  useEffect(() => {
    if (unitsSentAfter.current === null || !answer || answer.at === unitsSentAfter.current) return;
    unitsSentAfter.current = null;
    if (answer.ok) findAgain.current();
  }, [answer]);
  const sendIntent = (intent: PickIntent) => {
    if (intent.intent === "put-on-units") unitsSentAfter.current = answer?.at ?? 0;
    send(intent);
  };

  return {
    send: sendIntent,
    putOnUnits: (moves: PutOn[]) => {
      // what was typed for a channel was typed for the units it had
      step({ do: "type", texts: Object.fromEntries(moves.map((m) => [m.channelId, ""])) });
      sendIntent({ intent: "put-on-units", moves });
    },
    view,
    antennas: loaded.antennas,
    here,
    state,
    step,
    answer,
    isBusy,
    request,
    judgedRequest,
    byPlace,
    locks,
    search,
    stop,
    draft,
    found,
    set,
    shown,
    standing,
    present,
    tunable,
    next,
    nameOf,
    /** Whether something that is typed cannot be used. */
    isStuck: Object.values(locks).some((l) => !isUsable(l)),
    heldId:
      tunable.find((c) => c.id === chosenId)?.id ??
      (chosenId === null ? (tunable[0]?.id ?? null) : null),
    bad: shown.picks.filter((p) => p.broken.length > 0).length,
    canUndo: state.drafts.length > 1,
    beforeHz: useMemo(
      () => present && new Map(present.map((p) => [numberOf(p.channelId), p.frequencyHz])),
      [present],
    ),
    /** What is judged of the channel that is chosen, as it stands. */
    reasonOf: (channelId: number | null) =>
      now.picks.find((p) => channelId !== null && p.channelId === carrierId(channelId))?.reason ??
      null,
    triedPick:
      tried &&
      (askedSet?.picks.find(
        (p) => p.channelId === carrierId(tried.channelId) && p.frequencyHz === tried.frequencyHz,
      ) ??
        null),
    onTry,
    onHit,
    onPut: (channelId: number, askedHz: number) => {
      ask(null);
      step({
        do: "put",
        from: draft ?? (standing ? draftOfPlan(standing) : EMPTY_DRAFT),
        channelId,
        frequencyHz: onGrid(request, channelId, askedHz),
        talker: nameOf(carrierId(channelId)),
      });
    },
    onType: useCallback(
      (channelId: number, text: string) => step({ do: "type", texts: { [channelId]: text } }),
      [],
    ),
    find,
    /** Another set with as few packs changed as can be; of a plan, with what it was allowed. */
    changeFewest: () =>
      start(standing ? allowing(locked, standing.allows) : locked, {
        way: "fewest",
        present: present ?? [],
      }),
    accept: () => {
      if (!draft) return;
      send({
        intent: "accept",
        proposal: {
          basePlanVersion: view.plan?.version ?? 0,
          sweepId: loaded.air?.sweepId ?? null,
          profile,
          picks: draft.picks,
          spares: draft.spares,
          allows: draft.allows,
          how: draft.how,
        },
      });
      step({ do: "send", answeredAt: answer?.at ?? 0 });
    },
    restore: (version: number) =>
      send({ intent: "restore", version, basePlanVersion: view.plan?.version ?? 0 }),
    /** Gives something up and solves again. */
    giveUp: (relaxations: Relaxation[]) => {
      if (!found) return;
      step({ do: "give-up", relaxations });
      start(relaxed(found.request, relaxations));
    },
  };
}

export type Picking = ReturnType<typeof usePick>;
