import { halvesOneOf } from "~/core/kit/halves";
import { notes } from "~/contract/messages/notes";
import { defined, itemAt } from "~/core/units/items";
import {
  type ProfileChoice,
  type ProfileName,
  strictestOf,
} from "~/core/coordination/problem/profile";
import type { CoordinationRequest } from "~/core/coordination/problem/request";
import { verifySet } from "~/core/coordination/rules/verify";
import { STRICT, type Allowances } from "~/core/coordination/rules/relations";
import { tuningSpan } from "~/core/devices/tuning";
import { byProfile, packLevels, pickRelations } from "~/core/schedule/dayRelations";
import type { PlaceRequest } from "~/core/coordination/search/dayPlans";
import {
  carrierId,
  otherId,
  pickProblem,
  type PickFacts,
} from "~/core/coordination/problem/dayProblem";
import { countingScan } from "~/core/channel/channelState";
import { pickedHz } from "~/core/channel/pickedFrequency";
import { receiverModel } from "~/core/kit/models";
import { powerOf } from "~/core/kit/units";
import { rasterOf } from "~/core/regulations/region";
import type { SweepAnalysis } from "~/core/spectrum/analyseSweep";
import { bestAfterHit } from "~/core/coordination/changing/bestAfterHit";
import { fail, ok, type Result } from "~/core/units/result";
import type { ServiceError } from "~/contract/schemas/serviceError";
import { newestItems } from "~/server/db/repositories/versionedLists.server";
import {
  insertPlan,
  listPlans,
  type StoredPick,
  type StoredPlan,
  type StoredSpare,
} from "~/server/db/repositories/plans.server";
import type { PlaceSource } from "~/core/coordination/changing/bestAfterHit";
import type { StoredSweep } from "~/server/db/repositories/sweeps.server";
import type { AppContext } from "~/server/services/appContext.server";
import { dayNowMs } from "~/server/services/day/clock.server";
import { type LoadedDay, requireDay } from "~/server/services/day/dayView.server";
import {
  addUnitScans,
  withAllOffered,
  withUnitScans,
} from "~/server/services/scan/unitScans.server";
import { analysisOf } from "~/server/services/scan/scans.server";

export interface PickBasis {
  request: CoordinationRequest;
  sweep: StoredSweep | null;
  analysis: SweepAnalysis | null;
  /** Backups that a coordinator assigned to a channel. */
  backupsHz: (channelId: number) => number[];
  /** What each channel's receiver needs, by carrier. */
  needs: Record<string, ProfileName>;
}

/** The problem that a pick at the present place must solve, from the newest scan here. */
export async function pickBasis(
  app: AppContext,
  loaded: LoadedDay,
  profile: ProfileChoice,
): Promise<PickBasis> {
  const { day, region, kit, stored, stations, facts, unit, sweeps } = loaded;
  const newest = countingScan(facts);
  const sweep = sweeps.find((s) => s.id === newest?.id) ?? null;
  const analysis = sweep ? await analysisOf(app, loaded, sweep) : null;
  const problem: PickFacts = {
    region,
    raster: rasterOf(region),
    stations,
    analysis,
    profile: strictestOf([]),
    neededNoiseDbm: day.maxNoiseDbm,
    noiseLimitDbm: day.noiseLimitDbm,
    spares: day.spares,
    channels: stored.flatMap((c, i) => {
      // what chooses for itself has no frequency to pick
      if (itemAt(facts.channels, i).meets === "adaptive") return [];
      const receiver = receiverModel(kit, unit(c.receiverKey).modelId);
      return [
        {
          id: c.id,
          number: c.number,
          tuning: itemAt(facts.channels, i).tuning,
          bandwidthHz: receiver.bandwidthHz,
          powerMw: powerOf(kit, unit(c.packKey)),
          receiverKey: c.receiverKey,
          halfSpanHz: receiver.halfSpanHz,
          ...halvesOneOf(receiver),
          lockedHz: null,
        },
      ];
    }),
  };
  const related = stored.map((c) => ({
    id: c.id,
    talker: c.talker,
    wear: c.wear,
    powerMw: powerOf(kit, unit(c.packKey)),
    receiver: receiverModel(kit, unit(c.receiverKey).modelId),
  }));
  const tuned = related.filter((c) => problem.channels.some((p) => p.id === c.id));
  const place = loaded.places.find((p) => p.id === day.currentPlaceId);
  const others = (analysis?.carriers ?? [])
    .filter((c) => c.own === null && !c.isSpur)
    .map((c) => ({ id: otherId(c.frequencyHz), levelDbm: c.levelDbm }));
  const levels = place ? packLevels(place.geometry, tuned, others, middleHz(problem)) : null;
  const needs = Object.fromEntries(
    tuned.map((c) => [carrierId(c.id), c.receiver.spacing ?? "normal"]),
  );
  const request = byProfile<CoordinationRequest>(
    {
      ...pickProblem(problem),
      relations: pickRelations(levels, tuned, loaded.prepFacts.scenes, day.currentPlaceId),
    },
    profile,
    needs,
  );
  // what a coordinator gave to other crews stands, seen in the scan or not
  const assigned = await newestItems(app.db, "handed", day.id);
  const handed = assigned.filter((l) => l.channelId === null);
  const unseen = handed.filter(
    (l) => !request.others.some((o) => Math.abs(o.frequencyHz - l.primaryHz) < 50_000),
  );
  return {
    request: {
      ...withUnitScans(request, loaded, analysis),
      others: [
        ...request.others,
        ...unseen.map((l, i) => ({ id: `handed ${i + 1} ${l.who}`, frequencyHz: l.primaryHz })),
      ],
    },
    sweep,
    analysis,
    backupsHz: (channelId) =>
      assigned.flatMap((l) =>
        l.channelId === channelId && l.backupHz !== null ? [l.backupHz] : [],
      ),
    needs,
  };
}

/** A frequency to reckon levels at: the middle of what the channels tune. */
function middleHz({ channels }: PickFacts): number {
  const span = tuningSpan(channels.flatMap((c) => c.tuning));
  return span ? (span.lowHz + span.highHz) / 2 : 550e6;
}

export const atPlace = (loaded: LoadedDay, placeId: number): LoadedDay => ({
  ...loaded,
  day: { ...loaded.day, currentPlaceId: placeId },
  facts: { ...loaded.facts, currentPlaceId: placeId, rescan: "each-move" },
});

/** Places of the day that have a scan of their own. */
export const scannedPlaces = (loaded: LoadedDay) =>
  loaded.places.filter((p) => countingScan(atPlace(loaded, p.id).facts) !== null);

/** The pick of each place of the day that has a scan of its own, in the day's order. */
export async function placeRequests(
  app: AppContext,
  loaded: LoadedDay,
  profile: ProfileChoice,
): Promise<PlaceRequest[]> {
  const places: PlaceRequest[] = [];
  for (const { id, name } of scannedPlaces(loaded))
    places.push({
      placeId: id,
      name,
      request: (await pickBasis(app, atPlace(loaded, id), profile)).request,
    });
  return places;
}

export interface PlanProposal {
  basePlanVersion: number;
  sweepId: number | null;
  profile: ProfileChoice;
  picks: StoredPick[];
  spares: StoredSpare[];
  allows: Allowances;
  /** How it came about, in words for the history. */
  how: string;
  /** Only this channel is judged: all others stand as they stood, whatever is wrong with them. */
  onlyChannelId?: number;
}

/**
 * Stores a proposed set as the next version, after checking it again by the core's own rules
 * against the scan that stands now. Refused when another window accepted a plan meanwhile, when a
 * newer scan came in, or when any rule is broken.
 */
export async function acceptPlan(
  app: AppContext,
  dayId: number,
  proposal: PlanProposal,
): Promise<Result<{ version: number }, ServiceError>> {
  const loaded = await requireDay(app, dayId);
  if (!loaded.ok) return loaded;
  const { day, stored, sweeps } = loaded.value;
  if (proposal.picks.length === 0) return fail({ code: "nothing-picked" });
  const basis = await pickBasis(app, loaded.value, proposal.profile);
  if ((basis.sweep?.id ?? null) !== proposal.sweepId)
    return fail({
      code: "scan-changed",
      atMs: basis.sweep?.takenAtMs ?? sweeps.at(-1)?.takenAtMs ?? 0,
    });
  const checked = checkSetHere(loaded.value, basis, proposal);
  const names = Object.fromEntries(stored.map((c) => [carrierId(c.id), c.talker]));
  const broken =
    proposal.onlyChannelId === undefined
      ? checked.picks
      : checked.picks.filter((p) => p.channelId === carrierId(defined(proposal.onlyChannelId)));
  if (broken.length > 0) {
    return fail({
      code: "rules-broken",
      names,
      picks: broken.map((p) => ({ talker: names[p.channelId] ?? p.channelId, broken: p.broken })),
    });
  }
  const spares = proposal.spares.filter((s) => !checked.spares.includes(s.frequencyHz));
  return storeNext(app, loaded.value, proposal.basePlanVersion, {
    ...proposal,
    spares,
    placeId: day.currentPlaceId,
  });
}

/** A set against the scan that stands now, by every rule but those that were wishes. */
function checkSetHere(
  { region }: LoadedDay,
  { request: basis }: PickBasis,
  { picks, spares, allows }: Pick<PlanProposal, "picks" | "spares" | "allows">,
): ReturnType<typeof verifySet> {
  const lockedHz = new Map(
    picks.filter((p) => p.isLocked).map((p) => [carrierId(p.channelId), p.frequencyHz]),
  );
  const relations = basis.relations ? { ...basis.relations, ...allows, careful: null } : null;
  const request = {
    ...basis,
    relations,
    channels: basis.channels.map((c) => ({ ...c, lockedHz: lockedHz.get(c.id) ?? null })),
  };
  return verifySet(
    request,
    {
      picks: picks.map((p) => ({ channelId: carrierId(p.channelId), frequencyHz: p.frequencyHz })),
      spares: spares.map((s) => s.frequencyHz),
    },
    rasterOf(region),
  );
}

/**
 * The channel of the standing set that breaks most rules by the newest scan; null where none does.
 */
export async function worstStanding(app: AppContext, loaded: LoadedDay): Promise<number | null> {
  const { plan } = loaded;
  if (!plan) return null;
  const { picks } = checkSetHere(loaded, await pickBasis(app, loaded, plan.profile), plan);
  if (picks.length === 0) return null;
  const worst = picks.reduce((a, b) => (b.broken.length > a.broken.length ? b : a));
  return plan.picks.find((p) => carrierId(p.channelId) === worst.channelId)?.channelId ?? null;
}

/**
 * Moves one channel that is not alone on its frequency to the best of its spares, everybody else
 * left where they are.
 * @returns where it stands now, and whose place that was
 */
export async function moveToSpare(
  app: AppContext,
  dayId: number,
  channelId: number,
): Promise<
  Result<{ frequencyHz: number; from: PlaceSource; talker: string; version: number }, ServiceError>
> {
  const loaded = await requireDay(app, dayId);
  if (!loaded.ok) return loaded;
  const { plan, stored } = loaded.value;
  const talker = stored.find((c) => c.id === channelId)?.talker;
  if (!plan || talker === undefined)
    return fail({ code: "not-found", what: plan ? "channel" : "plan" });
  const { request, sweep, backupsHz } = await pickBasis(app, loaded.value, plan.profile);
  const relations = request.relations
    ? { ...request.relations, ...plan.allows, careful: null }
    : null;
  const spares = plan.spares.filter((s) => s.for.includes(channelId)).map((s) => s.frequencyHz);
  const bestOf = (asked: CoordinationRequest) =>
    bestAfterHit(
      { ...asked, relations },
      plan.picks.map((p) => ({ channelId: carrierId(p.channelId), frequencyHz: p.frequencyHz })),
      carrierId(channelId),
      spares,
      backupsHz(channelId),
    );
  const wider = withAllOffered(request, loaded.value, channelId);
  const answer = bestOf(request) ?? (wider && bestOf(wider));
  if (!answer)
    return fail({
      code: "setting-unknown",
      refusal: { code: "nothing-clear", talker, of: "the air" },
    });
  const { frequencyHz } = answer.pick;
  const accepted = await acceptPlan(app, dayId, {
    onlyChannelId: channelId,
    basePlanVersion: plan.version,
    sweepId: sweep?.id ?? null,
    profile: plan.profile,
    allows: plan.allows,
    how: notes.notAlone(talker, answer.from),
    picks: plan.picks.map((p) => (p.channelId === channelId ? { ...p, frequencyHz } : p)),
    spares: plan.spares.filter((s) => s.frequencyHz !== frequencyHz),
  });
  return accepted.ok
    ? ok({ frequencyHz, from: answer.from, talker, version: accepted.value.version })
    : accepted;
}

/**
 * A receiver does not offer the frequency that its channel was given: that is noted as its own word,
 * and the channel moves to the next place that is clear, where there is one.
 * @returns where it stands now; null where nothing is clear for it, and it stays where it is
 */
export async function passOver(
  app: AppContext,
  dayId: number,
  channelId: number,
): Promise<
  Result<
    { talker: string; fromHz: number; moved: { frequencyHz: number; version: number } | null },
    ServiceError
  >
> {
  const loaded = await requireDay(app, dayId);
  if (!loaded.ok) return loaded;
  const channel = loaded.value.facts.channels.find((c) => c.id === channelId);
  const fromHz = pickedHz(loaded.value.facts.plan, channelId);
  if (!channel || fromHz === null)
    return fail({ code: "not-found", what: channel ? "plan" : "channel" });
  const noted = await addUnitScans(app, dayId, {
    receiverKey: channel.receiverKey,
    findings: [{ kind: "passed-over", frequencyHz: fromHz }],
  });
  if (!noted.ok) return noted;
  // what was seen stands, whether there is another place or not
  const moved = await moveToSpare(app, dayId, channelId);
  const { talker } = channel;
  return ok({ talker, fromHz, moved: moved.ok ? moved.value : null });
}

/**
 * A place for one channel more, the quietest that is clear of all that stands; those that stand
 * stay.
 * @param isFresh - begin with this one: what stood before is left behind in its version
 */
export async function chooseNext(
  app: AppContext,
  dayId: number,
  p: { channelId: number; isFresh: boolean },
): Promise<
  Result<
    { frequencyHz: number; noiseDbm: number | null; talker: string; version: number; base: number },
    ServiceError
  >
> {
  const loaded = await requireDay(app, dayId);
  if (!loaded.ok) return loaded;
  const { plan, stored, day } = loaded.value;
  const talker = stored.find((c) => c.id === p.channelId)?.talker;
  if (talker === undefined) return fail({ code: "not-found", what: "channel" });
  const profile = plan?.profile ?? day.profile;
  const { request, sweep } = await pickBasis(app, loaded.value, profile);
  const isTold = request.channels.some(
    (c) => c.id === carrierId(p.channelId) && c.offeredHz !== undefined,
  );
  if (!sweep && !isTold) return fail({ code: "not-found", what: "scan" });
  const standing =
    p.isFresh || plan?.placeId !== day.currentPlaceId
      ? []
      : plan.picks.filter((x) => x.channelId !== p.channelId);
  const answer = bestAfterHit(
    request,
    standing.map((x) => ({ channelId: carrierId(x.channelId), frequencyHz: x.frequencyHz })),
    carrierId(p.channelId),
    [],
  );
  if (!answer)
    return fail({
      code: "setting-unknown",
      refusal: { code: "nothing-clear", talker, of: "what stands" },
    });
  const { frequencyHz, reason } = answer.pick;
  const base = plan?.version ?? 0;
  const accepted = await acceptPlan(app, dayId, {
    // those that stand were judged when they were chosen; what their own packs put on the air is
    // not held against them
    onlyChannelId: p.channelId,
    basePlanVersion: base,
    sweepId: sweep?.id ?? null,
    profile,
    allows: STRICT,
    spares: [],
    how: notes.oneAfterAnother(talker),
    picks: [...standing, { channelId: p.channelId, frequencyHz, isLocked: false }],
  });
  return accepted.ok
    ? ok({ frequencyHz, noiseDbm: reason.noiseDbm, talker, version: accepted.value.version, base })
    : accepted;
}

/**
 * Holds the standing set against the newest scan, by every rule: it becomes a version that is
 * checked.
 */
export async function checkStanding(
  app: AppContext,
  dayId: number,
): Promise<Result<{ version: number }, ServiceError>> {
  const loaded = await requireDay(app, dayId);
  if (!loaded.ok) return loaded;
  const { plan } = loaded.value;
  if (!plan) return fail({ code: "not-found", what: "plan" });
  const { sweep } = await pickBasis(app, loaded.value, plan.profile);
  const { profile, allows, picks, spares, version } = plan;
  return acceptPlan(app, dayId, {
    basePlanVersion: version,
    sweepId: sweep?.id ?? null,
    profile,
    allows,
    picks,
    spares,
    how: notes.checkedAllOn,
  });
}

/** Takes an earlier version back, as the newest: nothing is ever lost. */
export async function restorePlan(
  app: AppContext,
  dayId: number,
  version: number,
  basePlanVersion: number,
): Promise<Result<{ version: number }, ServiceError>> {
  const loaded = await requireDay(app, dayId);
  if (!loaded.ok) return loaded;
  const earlier = loaded.value.plans.find((p) => p.version === version);
  if (!earlier) return fail({ code: "not-found", what: "plan" });
  return storeNext(app, loaded.value, basePlanVersion, {
    ...earlier,
    how: notes.backToPlan(version),
  });
}

async function storeNext(
  app: AppContext,
  { day }: LoadedDay,
  basePlanVersion: number,
  plan: Omit<StoredPlan, "version" | "acceptedAtMs">,
): Promise<Result<{ version: number }, ServiceError>> {
  return app.db.write(async (transaction) => {
    const newest = (await listPlans(app.db, day.id, transaction)).at(-1);
    const standing = newest?.version ?? 0;
    if (standing !== basePlanVersion)
      return fail({ code: "plan-changed", version: standing, atMs: newest?.acceptedAtMs ?? 0 });
    const { placeId, sweepId, profile, how, picks, spares, allows } = plan;
    const version = standing + 1;
    await insertPlan(
      app.db,
      day.id,
      {
        version,
        placeId,
        sweepId,
        profile,
        how,
        picks,
        spares,
        allows,
        acceptedAtMs: Math.round(dayNowMs(app, day)),
      },
      transaction,
    );
    return ok({ version });
  });
}
