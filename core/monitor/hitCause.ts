import { itemAt } from "~/core/units/items";
import type { HitAnswerKind } from "./hitAnswers";
import { HIT_CAUSES, type HitCause } from "./hitCauses";
import { type HitEvidence, type HitFeatures, hitFeatures } from "./hitEvidence";
import {
  HEARD_WEIGHTS,
  type HitObservation,
  isAnythingObserved,
  METER_WEIGHTS,
  NOTHING_OBSERVED,
  PACK_WEIGHTS,
} from "./hitObservation";

/** Why a cause is likely, or not: what was seen, with its figure. */
export type HitReason =
  | { code: "spoiled-though-strong"; share: number }
  | { code: "level-fell"; db: number }
  | { code: "level-kept" }
  | { code: "fades-deep"; underShare: number; flutterDb: number }
  | { code: "steady-loss"; db: number }
  | { code: "gone"; seconds: number; sudden: boolean | null }
  | { code: "newcomer-near"; frequencyHz: number; offHz: number; levelDbm: number }
  | { code: "no-newcomer"; ageMs: number }
  | { code: "product-falls"; sources: string[]; productHz: number; missHz: number }
  | { code: "floor-rose"; db: number }
  | { code: "others-too"; count: number }
  | { code: "others-clean" }
  | { code: "branch-down"; antenna: "A" | "B"; db: number; othersToo: boolean }
  | {
      code: "overloads";
      share: number;
      /** By how much it was too strong; absent in what was kept before this was reckoned. */ byDb?: number;
    }
  | { code: "near-overload"; db: number }
  | { code: "cells-low"; hours: number; isWeak: boolean }
  | { code: "cells-fine"; hours: number }
  | { code: "tells-muted" }
  | { code: "rf-no-audio"; seconds: number }
  | { code: "link-fine" }
  /** An alarm or a dropout of the last minutes. */
  | { code: "lately"; trouble: string; agoMs: number }
  /** It was tried, and did not help. */
  | { code: "tried"; answer: HitAnswerKind }
  /** What a person noticed. */
  | { code: "heard"; heard: NonNullable<HitObservation["heard"]> }
  | { code: "meter-did"; meter: NonNullable<HitObservation["meter"]> }
  | { code: "pack-showed"; pack: NonNullable<HitObservation["pack"]> };

export interface JudgedCause {
  cause: HitCause;
  /** 0…1; those of all causes add up to 1. */
  share: number;
  for: HitReason[];
  against: HitReason[];
}

/**
 * Weights are our own, tried on the simulated air: each is the natural logarithm of how many times
 * likelier the cause becomes.
 */
class Scale {
  weight = 0;
  readonly for: HitReason[] = [];
  readonly against: HitReason[] = [];
  add(weight: number, reason: HitReason | null): void {
    this.weight += weight;
    if (reason) (weight > 0 ? this.for : this.against).push(reason);
  }
}

const INTERFERENCE = 0.08;
const LEVEL_KEPT_DB = 6;
const LOW_HOURS = 0.35;
const LAST_HOURS = 0.27;
const GONE_S = 1.2;
/** Nobody need wonder at a silence so short. */
const PAUSE_S = 2.5;
/** So much less for good is something in the way; so much less for a moment is a pinch. */
const STEADY_LOSS_DB = 8;
const PINCH_DB = 9;
/** Shares of the time under what is needed, and over what a receiver takes, that count. */
const UNDER = 0.01;
const OVERLOADS = 0.03;
/** A new carrier so near is on the channel itself. */
const BESIDE_HZ = 200_000;

/** What the weighing of every cause goes by. */
interface HitFacts {
  f: HitFeatures;
  evidence: HitEvidence;
  isLow: boolean;
  isSignalGone: boolean;
  hasInterference: boolean;
  levelKept: boolean;
  /** How long it was silent on a link that stood; below nothing: too short to wonder at. */
  silence: number;
  spoiled: HitReason;
  gone: HitReason;
  silent: HitReason;
}

function factsOf(evidence: HitEvidence, f: HitFeatures): HitFacts {
  const { cells } = evidence;
  const isSignalGone = f.goneS >= GONE_S;
  const hasInterference = f.spoiledShare > INTERFERENCE;
  return {
    f,
    evidence,
    isLow: cells !== null && (cells.hours < LOW_HOURS || cells.isWeak),
    isSignalGone,
    hasInterference,
    levelKept: f.steadyDropDb < LEVEL_KEPT_DB && !isSignalGone,
    silence: hasInterference ? -4 : silenceOf(f),
    spoiled: { code: "spoiled-though-strong", share: f.spoiledShare },
    gone: { code: "gone", seconds: f.goneS, sudden: f.isSudden },
    silent: { code: "rf-no-audio", seconds: f.silentS },
  };
}

function silenceOf({ silentS, steadyDropDb }: HitFeatures): number {
  if (silentS < PAUSE_S) return -4;
  const long = silentS >= 3 * PAUSE_S ? 4.2 : silentS >= 2 * PAUSE_S ? 3.3 : 2;
  return long - (steadyDropDb > STEADY_LOSS_DB ? 2 : 0);
}

/** Something else on the frequency: the level stays, the link does not. */
function weighAnother(
  scale: Scale,
  { f, hasInterference, isSignalGone, levelKept, spoiled: interference, gone }: HitFacts,
) {
  if (hasInterference) scale.add(3, interference);
  else if (f.isBlind && levelKept) scale.add(1, null);
  else scale.add(-2.5, isSignalGone ? gone : null);
  if (levelKept && hasInterference) scale.add(0.5, { code: "level-kept" });
  if (f.overloadShare > 0.05) scale.add(-2, null);
}

/** How much likelier each cause becomes by what was seen; a cause a function. */
const WEIGH: Readonly<Record<HitCause, (scale: Scale, facts: HitFacts) => void>> = {
  neighbour: (scale, facts) => {
    const { f, evidence } = facts;
    weighAnother(scale, facts);
    if (f.newcomer) {
      const { frequencyHz, offHz, levelDbm } = f.newcomer;
      scale.add(offHz < BESIDE_HZ ? 4 : 2, { code: "newcomer-near", frequencyHz, offHz, levelDbm });
    } else if (evidence.look) scale.add(-0.7, { code: "no-newcomer", ageMs: evidence.look.ageMs });
    if (f.othersSpoiled > 0) scale.add(-1, { code: "others-too", count: f.othersSpoiled });
  },
  product: (scale, facts) => {
    const { f, evidence } = facts;
    weighAnother(scale, facts);
    const { product } = f;
    if (product && (product.levelDbm === null || product.levelDbm > evidence.limits.noiseDbm)) {
      const { sources, productHz, missHz } = product;
      const isNearer = f.newcomer && f.newcomer.offHz < BESIDE_HZ;
      scale.add(isNearer ? 2.5 : 4, { code: "product-falls", sources, productHz, missHz });
    } else scale.add(-3, null);
  },
  noise: (scale, facts) => {
    const { f, hasInterference } = facts;
    weighAnother(scale, facts);
    if (f.noiseRoseDb !== null && f.noiseRoseDb >= 5)
      scale.add(4, { code: "floor-rose", db: f.noiseRoseDb });
    else scale.add(f.noiseRoseDb === null ? -0.5 : -2, null);
    if (f.othersSpoiled > 0) scale.add(1.5, { code: "others-too", count: f.othersSpoiled });
    else if (hasInterference) scale.add(-0.5, { code: "others-clean" });
  },
  fade: (scale, { f, isSignalGone, hasInterference, levelKept, spoiled: interference }) => {
    const { underShare, flutterDb, worstDropDb, steadyDropDb } = f;
    const fades: HitReason = { code: "fades-deep", underShare, flutterDb };
    if (isFading(f) && !isSignalGone) scale.add(3.5, fades);
    else if (worstDropDb > PINCH_DB && steadyDropDb < PINCH_DB && !isSignalGone)
      scale.add(2, fades);
    else scale.add(-2, levelKept ? { code: "level-kept" } : null);
    if (hasInterference) scale.add(-1.5, interference);
    if (steadyDropDb > STEADY_LOSS_DB && !isSignalGone)
      scale.add(-1, { code: "steady-loss", db: steadyDropDb });
    if (f.branch) scale.add(-1.5, null);
  },
  "in-the-way": (
    scale,
    { f, isSignalGone, isLow, hasInterference, levelKept, spoiled: interference, gone },
  ) => {
    if (hasInterference) scale.add(-1.5, interference);
    if (f.steadyDropDb > STEADY_LOSS_DB && !isSignalGone)
      scale.add(3 + Math.min(2, (f.steadyDropDb - STEADY_LOSS_DB) / 6), {
        code: "steady-loss",
        db: f.steadyDropDb,
      });
    else if (isSignalGone && f.isSudden !== true && !isLow)
      scale.add(f.isSudden === null ? 1.5 : 3, gone);
    else scale.add(-2.5, levelKept ? { code: "level-kept" } : null);
    if (f.branch) scale.add(-1.5, null);
  },
  "one-antenna": (scale, { f }) => {
    if (!f.branch) {
      scale.add(-4, null);
      return;
    }
    const { antenna, lossDb: db, othersToo } = f.branch;
    scale.add(4 + (othersToo ? 2 : 0), { code: "branch-down", antenna, db, othersToo });
  },
  overload: (scale, { f }) => {
    const { overloadShare: share, nearestToOverloadDb: db } = f;
    if (share > OVERLOADS) scale.add(5.5, { code: "overloads", share, byDb: Math.max(0, -db) });
    else if (db < 4) scale.add(1, { code: "near-overload", db });
    else scale.add(-4, null);
  },
  "switched-off": (scale, { f, evidence: { cells }, isSignalGone, isLow, gone }) => {
    const sudden = f.isSudden === true ? 4.5 : f.isSudden === null ? 3.5 : 2;
    if (isSignalGone) scale.add(isLow ? 0.5 : sudden, gone);
    else scale.add(-5, null);
    if (cells && isLow)
      scale.add(-1, { code: "cells-low", hours: cells.hours, isWeak: cells.isWeak });
  },
  cells: (scale, { evidence: { cells }, isSignalGone, isLow, levelKept, gone }) => {
    if (isSignalGone) scale.add(isLow ? 5 : -1, gone);
    if (cells && isLow) {
      const { hours, isWeak } = cells;
      const standing = hours < LAST_HOURS ? 2.6 : levelKept ? 0.5 : 1.5;
      scale.add(isSignalGone ? 1 : standing, { code: "cells-low", hours, isWeak });
    } else if (cells) scale.add(-3, { code: "cells-fine", hours: cells.hours });
    else scale.add(-1, null);
  },
  muted: (scale, { f, evidence, silence, silent }) => {
    if (f.isMuted) scale.add(6, { code: "tells-muted" });
    else if (silence >= 0 && evidence.tellsMute) scale.add(-2, null);
    else scale.add(silence, silence > 0 ? silent : null);
  },
  microphone: (scale, { f, evidence, silence, silent }) => {
    // a pack that does not tell its mute leaves both open
    if (f.isMuted || silence < 0) scale.add(-4, null);
    else scale.add(silence - (evidence.tellsMute ? 0 : 0.4), silence > 0 ? silent : null);
  },
  "not-radio": (scale, { f, hasInterference, levelKept }) => {
    const isFine =
      levelKept &&
      !hasInterference &&
      f.overloadShare < OVERLOADS &&
      f.silentS < 2 * PAUSE_S &&
      !f.branch &&
      f.underShare < UNDER &&
      f.worstDropDb <= PINCH_DB;
    scale.add(isFine ? 3 : -2, isFine ? { code: "link-fine" } : null);
  },
};

/** It comes and goes: under what is needed now and then, and never still. */
const isFading = ({ underShare, flutterDb }: HitFeatures): boolean =>
  underShare > UNDER && flutterDb > 4;

/** What a person noticed, for one cause. */
function weighObserved(scale: Scale, cause: HitCause, { heard, meter, pack }: HitObservation) {
  if (heard) addIfAny(scale, HEARD_WEIGHTS[heard][cause], { code: "heard", heard });
  if (meter) addIfAny(scale, METER_WEIGHTS[meter][cause], { code: "meter-did", meter });
  if (pack) addIfAny(scale, PACK_WEIGHTS[pack][cause], { code: "pack-showed", pack });
}

const addIfAny = (scale: Scale, weight: number | undefined, reason: HitReason): void => {
  if (weight !== undefined) scale.add(weight, reason);
};

/** An alarm counts in full for so long, and less and less until it counts no more. */
const LATELY_FULL_MS = 20_000;
export const LATELY_MS = 180_000;
const LOOKED_BACK_MS = 8000;

/**
 * How many times likelier each cause becomes by an alarm of the last minutes, as natural logarithms
 * (common practice, no published source). A link that was red a minute ago is not "as always".
 */
const LATELY_WEIGHTS: Readonly<Record<string, Partial<Record<HitCause, number>>>> = {
  gone: { "switched-off": 3.6, cells: 2.7, "in-the-way": 1.8, "not-radio": -5.4 },
  spoiled: { neighbour: 4.5, product: 2.7, noise: 2.7, "not-radio": -5.4 },
  "noise-rose": { noise: 4.5, neighbour: 0.9, "not-radio": -3.6 },
  overload: { overload: 5.4, "not-radio": -5.4 },
  dropout: { fade: 4.5, "in-the-way": 2.7, neighbour: 0.9, "not-radio": -4.5 },
  "one-antenna": { "one-antenna": 5.4, "not-radio": -3.6 },
  muted: { muted: 3.6, microphone: -0.9, "not-radio": -2.7 },
  "cells-now": { cells: 4.5, "not-radio": -1.8 },
  "cells-soon": { cells: 1.8 },
};

/** What was put down of the channel in the last minutes, for one cause: the newest of each kind. */
function weighLately(scale: Scale, cause: HitCause, { lately }: HitEvidence): void {
  const newest = new Map<string, number>();
  for (const { code, agoMs } of lately)
    newest.set(code, Math.min(agoMs, newest.get(code) ?? Infinity));
  for (const [trouble, agoMs] of newest) {
    const weight = LATELY_WEIGHTS[trouble]?.[cause];
    // what is younger is in the readings themselves
    if (weight === undefined || agoMs > LATELY_MS || agoMs < LOOKED_BACK_MS) continue;
    const fresh = 1 - Math.max(0, agoMs - LATELY_FULL_MS) / (LATELY_MS - LATELY_FULL_MS) / 1.5;
    scale.add(weight * fresh, { code: "lately", trouble, agoMs });
  }
}

/** What was tried and did not help speaks against the cause that it would have mended. */
const TRIED_WEIGHT = -4;
function weighTried(scale: Scale, cause: HitCause, { failed }: HitEvidence): void {
  for (const answer of failed) {
    if (ANSWERS[cause][0] === answer) scale.add(TRIED_WEIGHT, { code: "tried", answer });
    // a pack that does not come on when it is switched on has nothing to run on
    if (answer === "switch-on" && cause === "cells") scale.add(6, { code: "tried", answer });
  }
}

/** What is known of the batteries without a reading: how long the set has run. */
function weighHours(scale: Scale, { cells }: HitEvidence): void {
  if (!cells) return;
  if (cells.hours < LOW_HOURS || cells.isWeak)
    scale.add(1.5, { code: "cells-low", hours: cells.hours, isWeak: cells.isWeak });
  else scale.add(-1, { code: "cells-fine", hours: cells.hours });
}

/**
 * What a hit most likely was, by what the readings, the newest look at the air, the products of
 * what is on it and the cells show, and by what a person noticed; every cause with what speaks for
 * it and against it. Where the channel was not read, what was noticed and how long the batteries
 * have run are all there is; where nothing was noticed either, nothing is judged: a share of nothing
 * would be an invention.
 * @returns likeliest first; no cause at all where nothing is known
 */
export function judgeHit(
  evidence: HitEvidence,
  observed: HitObservation = NOTHING_OBSERVED,
): { causes: JudgedCause[]; features: HitFeatures } {
  const features = hitFeatures(evidence);
  const isRead = features.count > 0;
  const isTold = evidence.lately.length > 0 || evidence.failed.length > 0;
  if (!isRead && !isTold && !isAnythingObserved(observed)) return { causes: [], features };
  const facts = factsOf(evidence, features);
  const weighed = HIT_CAUSES.map((cause) => {
    const scale = new Scale();
    if (isRead) WEIGH[cause](scale, facts);
    else if (cause === "cells") weighHours(scale, evidence);
    weighObserved(scale, cause, observed);
    weighLately(scale, cause, evidence);
    weighTried(scale, cause, evidence);
    return { cause, scale };
  });
  const total = weighed.reduce((sum, { scale }) => sum + Math.exp(scale.weight), 0);
  const causes = weighed.map(({ cause, scale }): JudgedCause => ({
    cause,
    share: Math.exp(scale.weight) / total,
    for: scale.for,
    against: scale.against,
  }));
  return { causes: causes.sort((a, b) => b.share - a.share), features };
}

const ANSWERS: Readonly<Record<HitCause, readonly HitAnswerKind[]>> = {
  neighbour: ["retune", "power-up", "nearer", "leave"],
  product: ["retune", "power-down", "leave"],
  noise: ["retune", "nearer", "power-up", "leave"],
  fade: ["nearer", "turn-pack", "power-up", "leave"],
  "in-the-way": ["turn-pack", "sleeve", "nearer", "power-up", "leave"],
  "one-antenna": ["antenna", "leave"],
  overload: ["power-down", "stand-back", "leave"],
  cells: ["change-cells", "leave"],
  "switched-off": ["switch-on", "change-cells", "leave"],
  muted: ["unmute", "leave"],
  microphone: ["microphone", "leave"],
  "not-radio": ["re-rig", "microphone", "nothing-found", "leave"],
};

/** A second cause that is at least so likely beside the first lends its first answer. */
const ALSO_FROM = 0.15;

/**
 * What can be tried where the cause is not known: quickest first (common practice, no published
 * source).
 */
const UNKNOWN_CAUSE_ANSWERS: readonly HitAnswerKind[] = [
  "retune",
  "change-cells",
  "microphone",
  "nearer",
  "turn-pack",
  "re-rig",
  "nothing-found",
  "leave",
];

/**
 * The answers to a judged hit, the best first: those of the likeliest cause, and the first one of
 * every other that may well be. Retuning always stands among them, late where it would not help:
 * the caller may know better. Of a hit whose cause is not known everything stands that may help.
 */
export function answersTo(
  causes: readonly JudgedCause[],
  failed: readonly HitAnswerKind[] = [],
): HitAnswerKind[] {
  const [first, ...rest] = causes;
  const also = rest.filter((c) => c.share >= ALSO_FROM).map((c) => itemAt(ANSWERS[c.cause], 0));
  const all: HitAnswerKind[] = first
    ? [
        itemAt(ANSWERS[first.cause], 0),
        ...also,
        ...ANSWERS[first.cause].slice(1, -1),
        "retune",
        "leave",
      ]
    : [...UNKNOWN_CAUSE_ANSWERS];
  // what was tried and did not help comes again only after everything else
  return [...new Set([...all.filter((a) => !failed.includes(a)), ...all])];
}
