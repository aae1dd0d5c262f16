import { notes } from "~/contract/messages/notes";
import { SEEN_AGAIN_HZ } from "~/core/units/sameCarrier";
import { defined } from "~/core/units/items";
import { conflictsOfOne } from "~/core/coordination/rules/checkSet";
import { bestAfterHit, type PlaceSource } from "~/core/coordination/changing/bestAfterHit";
import type { CoordinationRequest } from "~/core/coordination/problem/request";
import { channelVerification } from "~/core/channel/channelState";
import type { HitEnd, HitJudgement } from "~/core/journal/dayEvents";
import { type HitStory, hitStories } from "~/core/report/hitStories";
import { carrierId } from "~/core/coordination/problem/dayProblem";
import { lackingWhilePlaying } from "~/core/channel/verification";
import type { VerificationPart } from "~/core/channel/verificationParts";
import { packModel, receiverModel } from "~/core/kit/models";
import { powerOf } from "~/core/kit/units";
import type { HitAnswerKind } from "~/core/monitor/hitAnswers";
import { answersTo, judgeHit, LATELY_MS } from "~/core/monitor/hitCause";
import type { HitCause } from "~/core/monitor/hitCauses";
import { type HitObservation, NOTHING_OBSERVED } from "~/core/monitor/hitObservation";
import type { HitEvidence, OtherChannel, ProductNow } from "~/core/monitor/hitEvidence";
import { fail, ok, type Result } from "~/core/units/result";
import { pickedHz } from "~/core/channel/pickedFrequency";
import type { ServiceError } from "~/contract/schemas/serviceError";
import type { AppContext } from "~/server/services/appContext.server";
import { newBatteries } from "~/server/services/day/batteries.server";
import { type LoadedDay, requireDay } from "~/server/services/day/dayView.server";
import { recordEvent } from "~/server/services/day/recordEvent.server";
import { packPowerOf } from "~/server/services/day/packPower.server";
import { setPackPower } from "~/server/services/prep/preparation.server";
import {
  acceptPlan,
  type PickBasis,
  pickBasis,
  restorePlan,
} from "~/server/services/frequencies/plans.server";
import {
  handlePack,
  verifyWhilePlaying,
  screwAntennaOn,
  setReceivers,
  syncPack,
} from "~/server/services/sync/syncs.server";
import { slateOf } from "./slate.server";
import type { ServiceResult } from "~/server/services/serviceResult";

/** A hit is judged by so much of what was read before it. */
const SLOTS = 200;
/** Between the hearing and the key. */
const LATE_MS = 400;
/**
 * A new carrier makes a product that is heard only where it stands so far over what a receiver needs
 * itself: mixing loses.
 */
const STRONG_DB = 10;

/**
 * Calls a hit on a channel: what was read, what is on the air, and what that makes of it, put down
 * as it stood then.
 * @param p.agoMs - how long ago the key was pressed @returns its number
 */
export async function callHit(
  app: AppContext,
  dayId: number,
  p: { channelId: number; agoMs: number; idempotencyKey: string | null },
): ServiceResult<{ hitId: number; talker: string; judged: HitJudgement }> {
  const got = await requireDay(app, dayId);
  if (!got.ok) return got;
  const loaded = got.value;
  const { day, stored, facts } = loaded;
  const channel = facts.channels.find((c) => c.id === p.channelId);
  if (!channel) return fail({ code: "not-found", what: "channel" });
  const atMs = facts.nowMs - Math.max(0, Math.min(60_000, p.agoMs));
  const pickHz = pickedHz(loaded.facts.plan, p.channelId);
  if (pickHz !== null && app.roll.followedDayId === dayId)
    await app.roll.airWatch?.lookNear(pickHz);
  const { evidence, bytes } = evidenceOf(app, loaded, p.channelId, atMs + LATE_MS);
  const judged = judgementOf(evidence);
  const { scene, take } = slateOf(loaded, atMs);
  const near = (evidence.look?.carriers ?? [])
    .filter(
      (c) => evidence.frequencyHz !== null && Math.abs(c.frequencyHz - evidence.frequencyHz) < 2e6,
    )
    .map(({ frequencyHz, levelDbm }) => ({ frequencyHz: Math.round(frequencyHz), levelDbm }));
  const hitId = await recordEvent(
    app,
    day,
    {
      kind: "hit",
      channelId: p.channelId,
      frequencyHz: evidence.frequencyHz,
      scene,
      take,
      judged,
      readings: Buffer.from(bytes).toString("base64"),
      near,
    },
    { atMs, idempotencyKey: p.idempotencyKey },
  );
  return ok({ hitId, talker: defined(stored.find((c) => c.id === p.channelId)).talker, judged });
}

function judgementOf(
  evidence: HitEvidence,
  observed: HitObservation = NOTHING_OBSERVED,
): HitJudgement {
  const { causes, features } = judgeHit(evidence, observed);
  return {
    basis: features.count > 0 ? "readings" : "observed",
    causes: causes.filter((c, i) => i < 3 || c.share > 0.05).map((c) => ({ ...c })),
    answers: answersTo(causes, evidence.failed),
  };
}

/**
 * Puts down what a person noticed of a hit, and judges it by that: together with what was read where
 * anything was.
 */
export async function observeHit(
  app: AppContext,
  dayId: number,
  { hitId, observed }: { hitId: number; observed: HitObservation },
): ServiceResult<HitJudgement> {
  const got = await openHit(app, dayId, hitId);
  if (!got.ok) return got;
  const { loaded, story } = got.value;
  const { channelId } = story.hit;
  if (!loaded.facts.channels.some((c) => c.id === channelId))
    return fail({ code: "not-found", what: "channel" });
  const { evidence } = evidenceOf(app, loaded, channelId, story.atMs + LATE_MS);
  const judged = judgementOf(evidence, observed);
  await recordEvent(app, loaded.day, {
    kind: "hit-observed",
    hitId,
    channelId,
    observed,
    judged,
  });
  return ok(judged);
}

/** A hit that was called so lately is judged once more by the look that came after it. */
const AGAIN_MS = 45_000;
const MIN_SLOTS = 60;
/** What only a look at the air can tell. */
const BY_LOOK: readonly HitCause[] = ["neighbour", "product", "noise"];

/**
 * Judges anew what was called lately, by what the newest look shows: where the likeliest cause is
 * another then, that is put down beside the first judgement.
 */
export async function judgeAgain(app: AppContext, dayId: number): Promise<void> {
  const got = await requireDay(app, dayId);
  if (!got.ok) return;
  const loaded = got.value;
  for (const { id, atMs, hit } of hitStories(loaded.events)) {
    if (atMs < loaded.facts.nowMs - AGAIN_MS || hit.frequencyHz === null) continue;
    // it was on another frequency then: the air there is not that of now's
    if (pickedHz(loaded.facts.plan, hit.channelId) !== hit.frequencyHz) continue;
    const { evidence } = evidenceOf(app, loaded, hit.channelId, atMs + LATE_MS);
    // after a restart nothing of what was read is held any more
    if (evidence.recent.filter((r) => r !== null).length < MIN_SLOTS) continue;
    const judged = judgementOf(evidence);
    const [first] = judged.causes;
    if (
      first &&
      BY_LOOK.includes(first.cause) &&
      first.cause !== hit.judged.causes[0]?.cause &&
      first.share > 0.5
    )
      await recordEvent(app, loaded.day, {
        kind: "hit-judged",
        hitId: id,
        channelId: hit.channelId,
        judged,
      });
  }
}

/** Everything that a hit is judged by. */
function evidenceOf(
  app: AppContext,
  loaded: LoadedDay,
  channelId: number,
  atMs: number,
  failed: readonly HitAnswerKind[] = [],
): { evidence: HitEvidence; bytes: Uint8Array } {
  const { facts, kit, unit } = loaded;
  const channel = defined(facts.channels.find((c) => c.id === channelId));
  const frequencyHz = pickedHz(loaded.facts.plan, channelId);
  const read =
    app.roll.followedDayId === loaded.day.id ? app.roll.evidence(channelId, atMs, SLOTS) : null;
  const watch = app.roll.airWatch;
  const view = watch?.view() ?? null;
  const model = receiverModel(kit, unit(channel.receiverKey).modelId);
  const others = (read?.others ?? []).map((o): OtherChannel => ({
    channelId: o.channelId,
    frequencyHz: o.frequencyHz,
    isSameReceiver: o.receiverKey === channel.receiverKey,
    recent: o.recent,
    usual: o.usual,
    sensitivityDbm: o.limits.sensitivityDbm,
  }));
  const newCarriers = view?.newCarriers ?? [];
  // some new carriers are only seen by how a carrier of ours leans
  const carriers = [
    ...newCarriers.map(({ frequencyHz: hz, levelDbm }) => ({
      frequencyHz: hz,
      levelDbm,
      isNew: true,
    })),
    ...(watch?.carriers() ?? [])
      .filter(
        (c) => !newCarriers.some((n) => Math.abs(n.frequencyHz - c.frequencyHz) < SEEN_AGAIN_HZ),
      )
      .map((c) => ({ ...c, isNew: false })),
  ];
  const limits = read?.mine.limits ?? {
    sensitivityDbm: -90,
    noiseDbm: -110,
    overloadDbm: model.overloadDbm,
    bandwidthHz: model.bandwidthHz,
  };
  return {
    bytes: read?.mine.bytes ?? new Uint8Array(),
    evidence: {
      frequencyHz,
      limits,
      recent: read?.mine.recent ?? [],
      usual: read?.mine.usual ?? null,
      others,
      look:
        watch && view && view.lookedAtMs !== null
          ? {
              ageMs: facts.nowMs - view.lookedAtMs,
              carriers,
              noiseRoseDb: frequencyHz === null ? null : watch.roseDb(frequencyHz),
            }
          : null,
      products:
        frequencyHz === null
          ? []
          : productsOnto(
              loaded,
              channelId,
              frequencyHz,
              newCarriers
                .filter((n) => n.levelDbm >= limits.sensitivityDbm + STRONG_DB)
                .map((n) => n.frequencyHz),
              limits.bandwidthHz,
            ),
      cells:
        packPowerOf(
          loaded,
          channel.packKey,
          facts.nowMs,
          read ? app.roll.voltsOf(channel.packKey) : null,
        )?.left ?? null,
      tellsMute: (model.tells ?? []).length > 0,
      lately: latelyOf(loaded, channelId, atMs),
      failed,
    },
  };
}

/** Alarms and dropouts of a channel that were put down in the minutes before. */
function latelyOf(
  { events }: LoadedDay,
  channelId: number,
  atMs: number,
): { code: string; agoMs: number }[] {
  return events.flatMap(({ atMs: thenMs, what }) => {
    const agoMs = Math.max(0, atMs - thenMs);
    if (
      (what.kind !== "trouble" && what.kind !== "dropout") ||
      what.channelId !== channelId ||
      thenMs > atMs ||
      agoMs > LATELY_MS
    )
      return [];
    return [{ code: what.kind === "dropout" ? "dropout" : what.code, agoMs }];
  });
}

/**
 * Third-order products of what is on the air now, new carriers that are strong enough to make one
 * among it, that fall onto one channel.
 */
function productsOnto(
  { facts }: LoadedDay,
  channelId: number,
  frequencyHz: number,
  newCarriersHz: readonly number[],
  bandwidthHz: number,
): ProductNow[] {
  const name = (id: string) =>
    facts.channels.find((c) => carrierId(c.id) === id)?.talker ?? "the new carrier";
  const on = facts.channels.filter(
    (c) => c.id !== channelId && (facts.reports?.packs[c.packKey]?.isOn ?? true),
  );
  const carriers = [
    ...on.flatMap((c) => {
      const hz = pickedHz(facts.plan, c.id);
      return hz === null ? [] : [{ id: carrierId(c.id), frequencyHz: hz }];
    }),
    ...newCarriersHz.map((hz, i) => ({ id: `new carrier ${i + 1}`, frequencyHz: hz })),
    { id: "victim", frequencyHz },
  ];
  const guard = bandwidthHz / 2;
  const within = { minSpacingHz: 0, guards: { third2Hz: guard, third3Hz: guard, fifth2Hz: 0 } };
  return conflictsOfOne(carriers, "victim", within, { limit: Infinity })
    .filter((c) => c.victim === "victim" && c.productHz !== null)
    .map((c): ProductNow => ({
      sources: c.sources.map(name),
      productHz: defined(c.productHz),
      missHz: c.missHz,
      levelDbm: null,
    }));
}

export interface Retune {
  frequencyHz: number;
  from: PlaceSource;
  noiseDbm: number | null;
}

/**
 * Where a channel would best go now, everybody else left where they are: a spare that is clear of
 * everything that is on the air now, new carriers too, else the quietest place that is.
 */
function retuneOf(
  loaded: LoadedDay,
  { request }: PickBasis,
  channelId: number,
  newCarriersHz: readonly number[],
  backupsHz: readonly number[],
): Retune | null {
  const plan =
    loaded.facts.plan && loaded.plan ? { ...loaded.plan, picks: loaded.facts.plan.picks } : null;
  if (!plan) return null;
  const now: CoordinationRequest = {
    ...request,
    relations: request.relations ? { ...request.relations, ...plan.allows, careful: null } : null,
    others: [
      ...request.others,
      ...newCarriersHz
        .filter((hz) => !request.others.some((o) => Math.abs(o.frequencyHz - hz) < SEEN_AGAIN_HZ))
        .map((hz, i) => ({ id: `new carrier ${i + 1}`, frequencyHz: hz })),
    ],
  };
  const answer = bestAfterHit(
    now,
    plan.picks.map((p) => ({ channelId: carrierId(p.channelId), frequencyHz: p.frequencyHz })),
    carrierId(channelId),
    plan.spares.filter((s) => s.for.includes(channelId)).map((s) => s.frequencyHz),
    backupsHz,
  );
  return (
    answer && {
      frequencyHz: answer.pick.frequencyHz,
      from: answer.from,
      noiseDbm: answer.pick.reason.noiseDbm,
    }
  );
}

const newCarriersOf = (app: AppContext): number[] =>
  (app.roll.airWatch?.view().newCarriers ?? []).map((n) => n.frequencyHz);

/** A hit as its screen shows it: what can be done, with what each would come to. */
export interface HitView extends HitStory {
  talker: string;
  number: number;
  /** Where retuning would go; null where nothing is clear. */
  retune: Retune | null;
  powers: { setMw: number; up: number | null; down: number | null };
  /** How far an answer that retunes has come. */
  step: "answer" | "receiver" | "pack" | "prove" | "hold" | "closed";
  /**
   * What is not answered yet of its verification, where people see it and no meter is read; null
   * where one is.
   */
  lacking: VerificationPart[] | null;
}

/** The hits of a day, the newest first; those that are open with their answers worked out. */
export async function hitsOf(app: AppContext, loaded: LoadedDay): Promise<HitView[]> {
  const stories = hitStories(loaded.events);
  const basis = stories.some((s) => !s.closed)
    ? await pickBasis(app, loaded, loaded.plan?.profile ?? loaded.day.profile)
    : null;
  return stories.reverse().map((story): HitView => {
    const channel = loaded.facts.channels.find((c) => c.id === story.hit.channelId);
    const unit = channel && loaded.units.find((u) => u.key === channel.packKey);
    const setMw = unit ? powerOf(loaded.kit, unit) : 0;
    const powers = unit
      ? [...packModel(loaded.kit, unit.modelId).powersMw].sort((a, b) => a - b)
      : [];
    return {
      ...story,
      hit: {
        ...story.hit,
        judged: {
          ...story.hit.judged,
          answers: inOrder(story.hit.judged, setMw, powers.filter((p) => p < setMw).at(-1) ?? null),
        },
      },
      talker: channel?.talker ?? "someone without a channel now",
      number: channel?.number ?? 0,
      retune:
        story.closed || !basis || !channel
          ? null
          : retuneOf(
              loaded,
              basis,
              story.hit.channelId,
              newCarriersOf(app),
              basis.backupsHz(story.hit.channelId),
            ),
      powers: {
        setMw,
        up: powers.find((p) => p > setMw) ?? null,
        down: powers.filter((p) => p < setMw).at(-1) ?? null,
      },
      step: stepOf(loaded, story),
      lacking: isMeterRead(app, loaded)
        ? null
        : lackingOf(loaded, story.hit.channelId, story.answers.at(-1)?.toHz ?? 0),
    };
  });
}

/** Less power comes first where it is enough; far too strong, somebody stands back first. */
function inOrder(
  { causes, answers }: HitJudgement,
  setMw: number,
  downMw: number | null,
): HitAnswerKind[] {
  const byDb =
    causes[0]?.for.reduce(
      (most, r) => (r.code === "overloads" ? Math.max(most, r.byDb ?? 0) : most),
      0,
    ) ?? 0;
  const gainDb = downMw === null || setMw <= 0 ? 0 : 10 * Math.log10(setMw / downMw);
  if (causes[0]?.cause !== "overload" || byDb <= gainDb || !answers.includes("stand-back"))
    return answers;
  return ["stand-back", ...answers.filter((a) => a !== "stand-back")];
}

/** How far it has come, by what the units say. */
function stepOf(loaded: LoadedDay, story: HitStory): HitView["step"] {
  if (story.closed) return "closed";
  const last = story.answers.at(-1);
  if (!last) return "answer";
  if (last.toHz === null) return "hold";
  const channel = loaded.facts.channels.find((c) => c.id === last.channelId);
  if (!channel) return "hold";
  const { reports } = loaded.facts;
  const synced = loaded.facts.syncs.findLast(
    (s) => s.channelId === last.channelId && s.atMs >= last.atMs && s.kind === "pack-synced",
  );
  const set = loaded.facts.syncs.findLast(
    (s) => s.channelId === last.channelId && s.kind === "receiver-set",
  );
  const receiverHz =
    reports?.receivers[channel.receiverKey]?.halvesHz[channel.half] ??
    (set?.kind === "receiver-set" ? set.frequencyHz : null);
  if (receiverHz !== last.toHz) return "receiver";
  const packHz =
    reports?.packs[channel.packKey]?.frequencyHz ??
    (synced?.kind === "pack-synced" ? synced.frequencyHz : null);
  return packHz === last.toHz ? "prove" : "pack";
}

async function openHit(
  app: AppContext,
  dayId: number,
  hitId: number,
): Promise<Result<{ loaded: LoadedDay; story: HitStory }, ServiceError>> {
  const got = await requireDay(app, dayId);
  if (!got.ok) return got;
  const story = hitStories(got.value.events).find((s) => s.id === hitId);
  return story ? ok({ loaded: got.value, story }) : fail({ code: "not-found", what: "hit" });
}

/**
 * Does what an answer says, as far as it can be done from here, and puts it down. Retuning begins
 * with the receiver; the pack follows.
 */
export async function answerHit(
  app: AppContext,
  dayId: number,
  p: { hitId: number; answer: HitAnswerKind },
): ServiceResult<{ toHz: number | null; someoneThere: boolean; failed?: ServiceError }> {
  const got = await openHit(app, dayId, p.hitId);
  if (!got.ok) return got;
  const { loaded, story } = got.value;
  const { channelId } = story.hit;
  const channel = loaded.facts.channels.find((c) => c.id === channelId);
  if (!channel) return fail({ code: "not-found", what: "channel" });
  const putAnswer = (fromHz: number | null, toHz: number | null) =>
    recordEvent(app, loaded.day, {
      kind: "hit-answer",
      hitId: p.hitId,
      channelId,
      answer: p.answer,
      fromHz,
      toHz,
      planVersion: loaded.plan?.version ?? null,
    });
  if (p.answer === "leave" || p.answer === "nothing-found") {
    await recordEvent(app, loaded.day, {
      kind: "hit-closed",
      hitId: p.hitId,
      channelId,
      how: p.answer === "leave" ? "left" : "nothing-found",
      planVersion: loaded.plan?.version ?? null,
      note: "",
    });
    return ok({ toHz: null, someoneThere: false });
  }
  // somebody who goes on to another answer says that the ones before did not help
  const tried = story.answers.filter((a) => a.toHz === null).map((a) => a.answer);
  const judgeTried = async (failed: readonly HitAnswerKind[]) => {
    const { evidence } = evidenceOf(app, loaded, channelId, story.atMs + LATE_MS, failed);
    await recordEvent(app, loaded.day, {
      kind: "hit-judged",
      hitId: p.hitId,
      channelId,
      judged: judgementOf(evidence, story.observed ?? NOTHING_OBSERVED),
    });
  };
  if (p.answer !== "retune") {
    const done = await byHand(app, loaded, channel.packKey, channel.receiverKey, p.answer);
    // hands that did it and found the pack dead have found something out: that is an answer too
    if (!done.ok && done.error.code === "cells-empty") {
      await judgeTried([...tried, p.answer]);
      return ok({ toHz: null, someoneThere: false, failed: done.error });
    }
    if (!done.ok) return done;
    if (tried.length > 0 && !tried.includes(p.answer)) await judgeTried(tried);
    await putAnswer(null, null);
    return ok({ toHz: null, someoneThere: false });
  }
  if (!loaded.plan) return fail({ code: "not-found", what: "plan" });
  const basis = await pickBasis(app, loaded, loaded.plan.profile);
  const retune = retuneOf(loaded, basis, channelId, newCarriersOf(app), basis.backupsHz(channelId));
  if (!retune)
    return fail({
      code: "setting-unknown",
      refusal: { code: "nothing-clear", talker: channel.talker, of: "the air" },
    });
  await putAnswer(pickedHz(loaded.facts.plan, channelId), retune.frequencyHz);
  const set =
    app.rig && loaded.day.isPractice ? await setReceivers(app, dayId, [channelId]) : ok(null);
  if (!set.ok) return set;
  // its pack is still on the old number: what is heard now is somebody else
  const before =
    app.rig && loaded.day.isPractice
      ? await verifyWhilePlaying(app, dayId, channelId, "before")
      : ok(null);
  return before.ok ? ok({ toHz: retune.frequencyHz, someoneThere: before.value !== null }) : before;
}

/**
 * What hands do. Practice units have hands of ours; where there are none somebody does it, and says
 * so by choosing it.
 */
async function byHand(
  app: AppContext,
  loaded: LoadedDay,
  packKey: string,
  receiverKey: string,
  answer: HitAnswerKind,
): ServiceResult {
  const { day, units, kit } = loaded;
  const unit = units.find((u) => u.key === packKey);
  const powers = unit ? [...packModel(kit, unit.modelId).powersMw].sort((a, b) => a - b) : [];
  const setMw = unit ? powerOf(kit, unit) : 0;
  if (answer === "power-up" || answer === "power-down") {
    const next =
      answer === "power-up"
        ? powers.find((mw) => mw > setMw)
        : powers.filter((mw) => mw < setMw).at(-1);
    return next === undefined
      ? fail({
          code: "setting-unknown",
          refusal: {
            code: "no-such-power",
            unit: unit?.label ?? null,
            asked: answer === "power-up" ? "more" : "less",
          },
        })
      : setPackPower(app, day.id, packKey, next);
  }
  if (answer === "change-cells") {
    const changed = await newBatteries(app, day.id, { packKey, chemistry: null });
    if (!changed.ok) return changed;
  }
  const practice = day.isPractice ? app.simulator : null;
  if (!practice) return ok(null);
  switch (answer) {
    case "change-cells":
    case "switch-on":
      return handlePack(app, day.id, packKey, { isOn: true });
    case "unmute":
      return handlePack(app, day.id, packKey, { isMuted: false });
    case "microphone":
      return handlePack(app, day.id, packKey, { isMicPlugged: true });
    case "antenna":
      return screwAntennaOn(app, day.id, receiverKey);
    case "turn-pack":
    case "sleeve":
    case "stand-back":
    case "nearer": {
      const freed = await practice.free(packKey);
      return freed.ok
        ? freed
        : fail({ code: "device", error: freed.error, unit: unit?.label ?? packKey });
    }
    default:
      return ok(null);
  }
}

/**
 * The pack follows to the new frequency, and keeps it where that takes a press: all the steps that
 * the hands were told.
 */
export async function followWithPack(app: AppContext, dayId: number, hitId: number): ServiceResult {
  const got = await openHit(app, dayId, hitId);
  if (!got.ok) return got;
  return packFollows(app, got.value.loaded, got.value.story.hit.channelId);
}

async function packFollows(
  app: AppContext,
  { day, facts, kit, unit }: LoadedDay,
  channelId: number,
): ServiceResult {
  const synced = await syncPack(app, day.id, channelId);
  const packKey = facts.channels.find((c) => c.id === channelId)?.packKey;
  if (
    !synced.ok ||
    packKey === undefined ||
    !day.isPractice ||
    packModel(kit, unit(packKey).modelId).stores !== "by-hand"
  )
    return synced;
  return handlePack(app, day.id, packKey, { isStored: true });
}

/**
 * Brings an answer to its end. One that retuned gets a new version of the plan in which only this
 * channel moved: verified by the meters where they can be read, else by what people answered at
 * Sync, else as "not verified". Any other holds because somebody says so.
 * @param p.isUnverified - closes it without a verification, and says so
 * @returns what the verification showed where it was not good: then it stays open
 */
export async function closeHit(
  app: AppContext,
  dayId: number,
  { hitId, isUnverified = false }: { hitId: number; isUnverified?: boolean },
): ServiceResult<{
  bad: { part: string; outcome: string } | null;
  version: number | null;
  how: HitEnd;
}> {
  const got = await openHit(app, dayId, hitId);
  if (!got.ok) return got;
  const { loaded, story } = got.value;
  const { channelId, judged } = story.hit;
  const last = story.answers.at(-1);
  const close = (how: HitEnd, planVersion: number | null) =>
    recordEvent(app, loaded.day, {
      kind: "hit-closed",
      hitId,
      channelId,
      how,
      planVersion,
      note: "",
    });
  if (!last || last.toHz === null) {
    await close("done", loaded.plan?.version ?? null);
    return ok({ bad: null, version: null, how: "done" });
  }
  const how = isUnverified ? "unproved" : "proved";
  if (!isUnverified && isMeterRead(app, loaded)) {
    const after = await verifyWhilePlaying(app, dayId, channelId, "after");
    if (!after.ok) return after;
    if (after.value) return ok({ bad: after.value, version: null, how });
  } else if (!isUnverified) {
    const parts = lackingOf(loaded, channelId, last.toHz);
    if (parts.length > 0)
      return fail({ code: "not-verified", talker: channelName(loaded, channelId), parts });
  }
  const { plan } = loaded;
  if (!plan) return fail({ code: "not-found", what: "plan" });
  const { sweep } = await pickBasis(app, loaded, plan.profile);
  const accepted = await acceptPlan(app, dayId, {
    onlyChannelId: channelId,
    basePlanVersion: plan.version,
    sweepId: sweep?.id ?? null,
    profile: plan.profile,
    allows: plan.allows,
    how: notes.afterHit(channelName(loaded, channelId), judged.causes[0]?.cause ?? null),
    picks: plan.picks.map((p) =>
      p.channelId === channelId ? { ...p, frequencyHz: defined(last.toHz) } : p,
    ),
    spares: plan.spares.filter((s) => s.frequencyHz !== last.toHz),
  });
  if (!accepted.ok) return accepted;
  await close(how, accepted.value.version);
  return ok({ bad: null, version: accepted.value.version, how });
}

/** Whether the receivers' meters can be read from here. */
const isMeterRead = (app: AppContext, { day }: LoadedDay): boolean =>
  app.rig !== null && day.isPractice;

const channelName = ({ facts }: LoadedDay, channelId: number): string =>
  facts.channels.find((c) => c.id === channelId)?.talker ?? "";

/** What people have not answered yet of a channel on its new frequency. */
function lackingOf(
  { facts }: LoadedDay,
  channelId: number,
  frequencyHz: number,
): VerificationPart[] {
  const channel = facts.channels.find((c) => c.id === channelId);
  return channel ? lackingWhilePlaying(channelVerification(facts, channel, frequencyHz)) : [];
}

/**
 * Takes an answer back: the channel goes to where it was, receiver first; a plan that came of it
 * gives way to the one before.
 */
export async function takeHitBack(app: AppContext, dayId: number, hitId: number): ServiceResult {
  const got = await openHit(app, dayId, hitId);
  if (!got.ok) return got;
  const { loaded, story } = got.value;
  const { channelId } = story.hit;
  const last = story.answers.at(-1);
  const madePlan =
    story.closed?.how === "proved" || story.closed?.how === "unproved"
      ? story.closed.planVersion
      : null;
  if (madePlan !== null) {
    const back = await restorePlan(app, dayId, madePlan - 1, madePlan);
    if (!back.ok) return back;
  }
  await recordEvent(app, loaded.day, {
    kind: "hit-closed",
    hitId,
    channelId,
    how: "taken-back",
    planVersion: null,
    note: "",
  });
  if (last?.toHz === undefined || last.toHz === null || !app.rig || !loaded.day.isPractice)
    return ok(null);
  const set = await setReceivers(app, dayId, [channelId]);
  return set.ok ? packFollows(app, loaded, channelId) : set;
}
