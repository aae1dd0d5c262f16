import { itemAt } from "~/core/units/items";
import { type HitEvidence, type HitFeatures, hitFeatures } from "./hitEvidence";

/**
 * What a hit can come from. "not-radio": nothing in the link stands out; cloth, a cable, the
 * microphone.
 */
export const HIT_CAUSES = [
  "neighbour",
  "product",
  "noise",
  "fade",
  "in-the-way",
  "one-antenna",
  "overload",
  "cells",
  "switched-off",
  "muted",
  "microphone",
  "not-radio",
] as const;
export type HitCause = (typeof HIT_CAUSES)[number];

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
  | { code: "link-fine" };

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

const SPOILED = 0.08;
const LEVEL_KEPT_DB = 6;
const LOW_HOURS = 0.35;
const LAST_HOURS = 0.27;
const GONE_S = 1.2;
/** Nobody need wonder at a silence so short. */
const PAUSE_S = 2.5;

/**
 * What a hit most likely was, by what the readings, the newest look at the air, the products of
 * what is on it and the cells show; every cause with what speaks for it and against it. Without a
 * single reading of the channel nothing is judged: a share of nothing would be an invention.
 * @returns likeliest first; no cause at all where nothing was read
 */
export function judgeHit(evidence: HitEvidence): { causes: JudgedCause[]; features: HitFeatures } {
  const f = hitFeatures(evidence);
  if (f.count === 0) return { causes: [], features: f };
  const cells = evidence.cells;
  const isLow = cells !== null && (cells.hours < LOW_HOURS || cells.isWeak);
  const isGone = f.goneS >= GONE_S;
  const isSpoiled = f.spoiledShare > SPOILED;
  const levelKept = f.steadyDropDb < LEVEL_KEPT_DB && !isGone;
  const spoiled: HitReason = { code: "spoiled-though-strong", share: f.spoiledShare };
  const scales = Object.fromEntries(HIT_CAUSES.map((c) => [c, new Scale()])) as Record<
    HitCause,
    Scale
  >;
  const { neighbour, product, noise, fade, overload, cells: cell, muted, microphone } = scales;
  const [inTheWay, antenna, off, other] = [
    scales["in-the-way"],
    scales["one-antenna"],
    scales["switched-off"],
    scales["not-radio"],
  ];

  // something else on the frequency: the level stays, the link does not
  for (const scale of [neighbour, product, noise]) {
    if (isSpoiled) scale.add(3, spoiled);
    else if (f.isBlind && levelKept) scale.add(1, null);
    else scale.add(-2.5, isGone ? { code: "gone", seconds: f.goneS, sudden: f.isSudden } : null);
    if (levelKept && isSpoiled) scale.add(0.5, { code: "level-kept" });
    if (f.overloadShare > 0.05) scale.add(-2, null);
  }
  if (f.newcomer)
    neighbour.add(f.newcomer.offHz < 200_000 ? 4 : 2, {
      code: "newcomer-near",
      frequencyHz: f.newcomer.frequencyHz,
      offHz: f.newcomer.offHz,
      levelDbm: f.newcomer.levelDbm,
    });
  else if (evidence.look) neighbour.add(-0.7, { code: "no-newcomer", ageMs: evidence.look.ageMs });
  if (f.product && (f.product.levelDbm === null || f.product.levelDbm > evidence.limits.noiseDbm))
    product.add(f.newcomer && f.newcomer.offHz < 200_000 ? 2.5 : 4, {
      code: "product-falls",
      sources: f.product.sources,
      productHz: f.product.productHz,
      missHz: f.product.missHz,
    });
  else product.add(-3, null);
  if (f.noiseRoseDb !== null && f.noiseRoseDb >= 5)
    noise.add(4, { code: "floor-rose", db: f.noiseRoseDb });
  else noise.add(f.noiseRoseDb === null ? -0.5 : -2, null);
  if (f.othersSpoiled > 0) {
    noise.add(1.5, { code: "others-too", count: f.othersSpoiled });
    neighbour.add(-1, { code: "others-too", count: f.othersSpoiled });
  } else if (isSpoiled) noise.add(-0.5, { code: "others-clean" });

  // weakness: it comes and goes, or it stays
  const fades: HitReason = { code: "fades-deep", underShare: f.underShare, flutterDb: f.flutterDb };
  if (f.underShare > 0.01 && f.flutterDb > 4 && !isGone) fade.add(3.5, fades);
  else if (f.worstDropDb > 9 && f.steadyDropDb < 9 && !isGone) fade.add(2, fades);
  else fade.add(-2, levelKept ? { code: "level-kept" } : null);
  if (isSpoiled) for (const scale of [fade, inTheWay]) scale.add(-1.5, spoiled);
  if (f.steadyDropDb > 8 && !isGone)
    inTheWay.add(3 + Math.min(2, (f.steadyDropDb - 8) / 6), {
      code: "steady-loss",
      db: f.steadyDropDb,
    });
  else if (isGone && f.isSudden !== true && !isLow)
    inTheWay.add(f.isSudden === null ? 1.5 : 3, {
      code: "gone",
      seconds: f.goneS,
      sudden: f.isSudden,
    });
  else inTheWay.add(-2.5, levelKept ? { code: "level-kept" } : null);
  if (f.steadyDropDb > 8 && !isGone) fade.add(-1, { code: "steady-loss", db: f.steadyDropDb });
  if (f.branch) {
    antenna.add(4 + (f.branch.othersToo ? 2 : 0), {
      code: "branch-down",
      antenna: f.branch.antenna,
      db: f.branch.lossDb,
      othersToo: f.branch.othersToo,
    });
    for (const scale of [fade, inTheWay]) scale.add(-1.5, null);
  } else antenna.add(-4, null);

  // too much
  if (f.overloadShare > 0.03)
    overload.add(5.5, {
      code: "overloads",
      share: f.overloadShare,
      byDb: Math.max(0, -f.nearestToOverloadDb),
    });
  else if (f.nearestToOverloadDb < 4)
    overload.add(1, { code: "near-overload", db: f.nearestToOverloadDb });
  else overload.add(-4, null);

  // nothing there any more
  const goneReason: HitReason = { code: "gone", seconds: f.goneS, sudden: f.isSudden };
  if (isGone) {
    off.add(isLow ? 0.5 : f.isSudden === true ? 4.5 : f.isSudden === null ? 3.5 : 2, goneReason);
    cell.add(isLow ? 5 : -1, goneReason);
  } else off.add(-5, null);
  if (cells && isLow) {
    cell.add(isGone ? 1 : cells.hours < LAST_HOURS ? 2.6 : levelKept ? 0.5 : 1.5, {
      code: "cells-low",
      hours: cells.hours,
      isWeak: cells.isWeak,
    });
    off.add(-1, { code: "cells-low", hours: cells.hours, isWeak: cells.isWeak });
  } else cell.add(cells ? -3 : -1, cells ? { code: "cells-fine", hours: cells.hours } : null);

  // RF and no voice
  const silent: HitReason = { code: "rf-no-audio", seconds: f.silentS };
  const silence =
    isSpoiled || f.silentS < PAUSE_S
      ? -4
      : (f.silentS >= 3 * PAUSE_S ? 4.2 : f.silentS >= 2 * PAUSE_S ? 3.3 : 2) -
        (f.steadyDropDb > 8 ? 2 : 0);
  if (f.isMuted) muted.add(6, { code: "tells-muted" });
  else
    muted.add(
      silence < 0 ? silence : evidence.tellsMute ? -2 : silence,
      silence > 0 && !evidence.tellsMute ? silent : null,
    );
  // a pack that does not tell its mute leaves both open
  microphone.add(
    f.isMuted || silence < 0 ? -4 : silence - (evidence.tellsMute ? 0 : 0.4),
    silence > 0 && !f.isMuted ? silent : null,
  );

  const isFine =
    levelKept &&
    !isSpoiled &&
    f.overloadShare < 0.03 &&
    f.silentS < 2 * PAUSE_S &&
    !f.branch &&
    f.underShare < 0.01 &&
    f.worstDropDb <= 9;
  other.add(isFine ? 3 : -2, isFine ? { code: "link-fine" } : null);
  const total = HIT_CAUSES.reduce((sum, c) => sum + Math.exp(scales[c].weight), 0);
  const causes = HIT_CAUSES.map((cause): JudgedCause => ({
    cause,
    share: Math.exp(scales[cause].weight) / total,
    for: scales[cause].for,
    against: scales[cause].against,
  }));
  return { causes: causes.sort((a, b) => b.share - a.share), features: f };
}

/**
 * What can be done about it, in the order in which it is offered. "take-spare" and "fresh-place"
 * are told their frequency by whoever knows what is clear.
 */
export type HitAnswerKind =
  | "retune"
  | "power-up"
  | "power-down"
  | "nearer"
  | "turn-pack"
  | "sleeve"
  | "stand-back"
  | "change-cells"
  | "switch-on"
  | "unmute"
  | "microphone"
  | "antenna"
  | "re-rig"
  | "leave";

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
  "not-radio": ["re-rig", "microphone", "leave"],
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
  "leave",
];

/**
 * The answers to a judged hit, the best first: those of the likeliest cause, and the first one of
 * every other that may well be. Retuning always stands among them, late where it would not help:
 * the caller may know better. Of a hit whose cause is not known everything stands that may help.
 */
export function answersTo(causes: readonly JudgedCause[]): HitAnswerKind[] {
  const [first, ...rest] = causes;
  if (!first) return [...UNKNOWN_CAUSE_ANSWERS];
  const also = rest.filter((c) => c.share >= ALSO_FROM).map((c) => itemAt(ANSWERS[c.cause], 0));
  const all = [
    itemAt(ANSWERS[first.cause], 0),
    ...also,
    ...ANSWERS[first.cause].slice(1, -1),
    "retune" as const,
    "leave" as const,
  ];
  return [...new Set(all)];
}
