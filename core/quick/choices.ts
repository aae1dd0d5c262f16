import { canBeSet } from "~/core/devices/tuning";
import { PROFILES } from "~/core/coordination/problem/profile";
import { checkSet } from "~/core/coordination/rules/checkSet";
import { accessOf, type Access } from "~/core/regulations/licences";
import { channelAt, rasterChannels } from "~/core/regulations/raster";
import {
  bandsFor,
  type FrequencyRange,
  legalWindows,
  rasterOf,
  type Region,
  unruledRanges,
} from "~/core/regulations/region";
import {
  choosesItself,
  completed,
  goesByLists,
  isSamePlace,
  membersOf,
  modelsOf,
  type QuickPlace,
  type QuickSet,
} from "./quickSet";
import type { QuickSession, QuickSystem, ScanWord } from "./session";

/** What the regulations of a region say of a place or a range, as far as it is known here. */
export type QuickLaw =
  | { code: "allowed"; licence: string; access: Access; maxMw: number }
  | { code: "not-allowed" }
  | { code: "no-rule" }
  /** Nobody told the megahertz. */
  | { code: "not-known" };

const holds = (ranges: readonly FrequencyRange[], { lowHz, highHz }: FrequencyRange): boolean =>
  ranges.some((r) => lowHz >= r.lowHz && highHz <= r.highHz);

/**
 * What a region's rules say of a carrier with its whole bandwidth.
 * @param eirpMw - the least power that the pack has
 */
export function lawAt(
  region: Region,
  range: FrequencyRange,
  eirpMw: number,
  isSelfChoosing = false,
): QuickLaw {
  if (holds(legalWindows(region, eirpMw, isSelfChoosing), range)) {
    const band = bandsFor(region, isSelfChoosing)
      .filter((b) => b.maxEirpMw >= eirpMw && b.lowHz < range.highHz && b.highHz > range.lowHz)
      .sort((a, b) => b.maxEirpMw - a.maxEirpMw)[0];
    return {
      code: "allowed",
      licence: band?.licence ?? "",
      access: accessOf(band?.licence ?? ""),
      maxMw: band?.maxEirpMw ?? eirpMw,
    };
  }
  return unruledRanges(region, [range], isSelfChoosing).length > 0
    ? { code: "no-rule" }
    : { code: "not-allowed" };
}

/** What of a set's whole range may be used, in one line: how much, and under which licence. */
export interface RangeLaw {
  allowedHz: number;
  wholeHz: number;
  licences: string[];
  maxMw: number;
  /** Whether a part of it stands in no rule that is known here. */
  hasUnruled: boolean;
}

/** What the regulations say of the range that a set tunes, or of the band it chooses in. */
export function lawOfSet(region: Region, set: QuickSet): RangeLaw {
  const { receiver, pack } = modelsOf(set);
  const isSelf = choosesItself(set);
  const ranges: FrequencyRange[] = receiver.adaptive
    ? [{ lowHz: receiver.adaptive.lowHz, highHz: receiver.adaptive.highHz }]
    : pack.tuning;
  const eirpMw = Math.min(...pack.powersMw);
  const windows = legalWindows(region, eirpMw, isSelf);
  const within = ranges.flatMap((r) =>
    windows
      .map((w) => ({ lowHz: Math.max(w.lowHz, r.lowHz), highHz: Math.min(w.highHz, r.highHz) }))
      .filter((w) => w.highHz > w.lowHz || (r.lowHz === r.highHz && w.lowHz === w.highHz)),
  );
  const bands = bandsFor(region, isSelf).filter(
    (b) => b.maxEirpMw >= eirpMw && within.some((w) => w.lowHz < b.highHz && w.highHz > b.lowHz),
  );
  const sum = (list: readonly FrequencyRange[]) =>
    list.reduce((n, r) => n + Math.max(1, r.highHz - r.lowHz), 0);
  return {
    allowedHz: sum(within),
    wholeHz: sum(ranges),
    licences: [...new Set(bands.map((b) => b.licence))],
    maxMw: bands.length === 0 ? 0 : Math.min(...bands.map((b) => b.maxEirpMw)),
    hasUnruled: unruledRanges(region, ranges, isSelf).length > 0,
  };
}

/** How one number stands. */
export interface QuickChoice {
  place: QuickPlace;
  /** Who offers it. */
  from: "scan" | "ours" | "given" | "assigned";
  law: QuickLaw;
  /** The TV channel that it lies in; null where that is not known. */
  tvChannel: number | null;
  /** To the nearest other carrier of ours; null where there is none, or where nobody told it. */
  neighbourHz: number | null;
  problem: QuickChoiceProblem | null;
}

export type QuickChoiceProblem =
  /** Outside what the set tunes, or between its steps. */
  | { code: "not-tunable" }
  | { code: "not-allowed" }
  | { code: "too-near"; offHz: number }
  /** A product of our own two carriers and one more falls on one of them. */
  | { code: "product"; missHz: number }
  | { code: "hit-before" }
  /** Its own receiver passed over it. */
  | { code: "passed-over" };

/** Carriers of the others in a session, those that are known in megahertz. */
export const othersOf = (session: QuickSession, system: number): number[] =>
  session.systems.flatMap((s, i) =>
    i !== system && s.use && s.use.place.frequencyHz !== null ? [s.use.place.frequencyHz] : [],
  );

/** What a place is held against. */
export interface Around {
  set: QuickSet;
  region: Region;
  /** Carriers that are on beside it. */
  othersHz: readonly number[];
  hits: readonly { place: QuickPlace }[];
  words: readonly ScanWord[];
}

/** What a place of one system in a session is held against. */
export const aroundOf = (session: QuickSession, system: number, region: Region): Around => {
  const s = session.systems[system] as QuickSystem;
  return { set: s.set, region, othersHz: othersOf(session, system), hits: s.hits, words: s.words };
};

/** Whether a list's own scan was told and the place is not among what it calls free. */
const isPassedOver = ({ words }: Around, { list, number }: QuickPlace): boolean =>
  list !== null &&
  number !== null &&
  words.some((w) => w.kind === "members" && w.list === list && !w.free.includes(number));

/** Of a number whose megahertz nobody told: what holds for the whole range holds for it. */
function lawWithoutMhz(region: Region, set: QuickSet): QuickLaw {
  const { allowedHz, wholeHz, licences, maxMw, hasUnruled } = lawOfSet(region, set);
  if (allowedHz === 0) return hasUnruled ? { code: "no-rule" } : { code: "not-allowed" };
  const [licence] = licences;
  return allowedHz === wholeHz && licences.length === 1 && licence !== undefined
    ? { code: "allowed", licence, access: accessOf(licence), maxMw }
    : { code: "not-known" };
}

/** How one place stands: the law, the set's own range, what else is on, what happened on it. */
export function assess(told: QuickPlace, from: QuickChoice["from"], around: Around): QuickChoice {
  const { set, region, othersHz } = around;
  const place = completed(set, told);
  const { receiver, pack } = modelsOf({ ...set, lists: [] });
  const { frequencyHz } = place;
  if (frequencyHz === null)
    return {
      place,
      from,
      law: lawWithoutMhz(region, set),
      tvChannel: null,
      neighbourHz: null,
      problem: heardProblem(around, place),
    };
  const half = receiver.bandwidthHz / 2;
  const law = lawAt(
    region,
    { lowHz: frequencyHz - half, highHz: frequencyHz + half },
    Math.min(...pack.powersMw),
  );
  const distances = othersHz.map((o) => Math.abs(o - frequencyHz));
  const neighbourHz = distances.length === 0 ? null : Math.min(...distances);
  return {
    place,
    from,
    law,
    tvChannel: channelAt(rasterOf(region), frequencyHz)?.channel ?? null,
    neighbourHz,
    problem: !isInRange(receiver.tuning, frequencyHz, goesByLists(set))
      ? { code: "not-tunable" }
      : law.code === "not-allowed"
        ? { code: "not-allowed" }
        : (heardProblem(around, place) ?? besideProblem(frequencyHz, othersHz)),
  };
}

const isInRange = (
  tuning: ReturnType<typeof modelsOf>["receiver"]["tuning"],
  frequencyHz: number,
  isAnyStep: boolean,
): boolean =>
  isAnyStep
    ? tuning.some((t) => frequencyHz >= t.lowHz && frequencyHz <= t.highHz)
    : canBeSet(tuning, frequencyHz);

function heardProblem(around: Around, place: QuickPlace): QuickChoiceProblem | null {
  if (around.hits.some((h) => isSamePlace(h.place, place))) return { code: "hit-before" };
  return isPassedOver(around, place) ? { code: "passed-over" } : null;
}

/** Spacing and intermodulation among our own carriers, by the same rules as a whole day's. */
function besideProblem(
  frequencyHz: number,
  othersHz: readonly number[],
): QuickChoiceProblem | null {
  const carriers = [frequencyHz, ...othersHz].map((hz, i) => ({ id: String(i), frequencyHz: hz }));
  const { conflicts } = checkSet(carriers, PROFILES.normal);
  const mine = conflicts.filter((c) => c.sources.includes("0") || c.victim === "0");
  const near = mine.find((c) => c.kind === "spacing");
  if (near) return { code: "too-near", offHz: near.missHz };
  const product = mine[0];
  return product ? { code: "product", missHz: product.missHz } : null;
}

/** What the regulations make of a number, the best first. */
const WORTH: Readonly<Record<QuickLaw["code"], number>> = {
  allowed: 0,
  "not-known": 1,
  "no-rule": 2,
  "not-allowed": 3,
};
const byWorth = (a: QuickChoice, b: QuickChoice): number =>
  Number(a.problem !== null) - Number(b.problem !== null) || WORTH[a.law.code] - WORTH[b.law.code];

/** Places that the receiver's own scan offers, as it offers them. */
function offered(set: QuickSet, words: readonly ScanWord[]): QuickPlace[] {
  return [...words].reverse().flatMap((w): QuickPlace[] => {
    switch (w.kind) {
      case "members":
        return w.free.map((number) => ({ list: w.list, number, frequencyHz: null }));
      case "count": {
        const known = membersOf(set, w.list);
        // only a whole list that is free says of each member that it is
        if (w.free < w.of)
          return w.free > 0 ? [{ list: w.list, number: null, frequencyHz: null }] : [];
        return known.length > 0 ? known : [{ list: w.list, number: null, frequencyHz: null }];
      }
      case "proposal":
      case "graph":
        return [w.place];
    }
  });
}

/**
 * What may be used, the best first: what its own scan offers, then what a coordinator gave.
 * @param assigned - numbers that somebody gave for this crew, the first one first
 */
export function scanChoices(around: Around, assigned: readonly QuickPlace[] = []): QuickChoice[] {
  const from = (places: readonly QuickPlace[], who: QuickChoice["from"]) =>
    places.map((p) => assess(p, who, around));
  const all = [...from(assigned, "assigned"), ...from(offered(around.set, around.words), "scan")];
  return all
    .filter((c, i) => all.findIndex((d) => isSamePlace(c.place, d.place)) === i)
    .sort(byWorth);
}

/** Places of ours are looked for on this grid. */
const STEP_HZ = 100_000;
/** How far from the edge of a TV channel they keep, where a station may begin. */
const EDGE_HZ = 600_000;

/**
 * Places that law, range and the own carriers leave, where nothing can scan: each in another TV
 * channel than the ones before, so that one station takes one of them and not all. Nobody listened
 * there: the meter has to.
 * @param count - how many, at most
 */
export function ourChoices(around: Around, count: number): QuickChoice[] {
  const { set, region } = around;
  const { receiver, pack } = modelsOf({ ...set, lists: [] });
  const half = receiver.bandwidthHz / 2;
  const windows = legalWindows(region, Math.min(...pack.powersMw));
  const places = goesByLists(set)
    ? set.lists.flatMap((b) => membersOf(set, b.id))
    : set.kind === "presets"
      ? set.ranges.map((r) => ({ list: null, number: null, frequencyHz: r.lowHz }))
      : gridPlaces(receiver.tuning, windows, half, region);
  const good = places
    .map((p) => assess(p, "ours", around))
    .filter((c) => c.problem === null && c.law.code === "allowed");
  return spread(good).slice(0, count);
}

function gridPlaces(
  tuning: readonly (FrequencyRange & { stepHz: number })[],
  windows: readonly FrequencyRange[],
  halfHz: number,
  region: Region,
): QuickPlace[] {
  const channels = rasterChannels(rasterOf(region));
  const found: QuickPlace[] = [];
  for (const t of tuning) {
    const step = Math.max(1, Math.round(STEP_HZ / t.stepHz)) * t.stepHz;
    for (let hz = t.lowHz; hz <= t.highHz; hz += step) {
      if (!holds(windows, { lowHz: hz - halfHz, highHz: hz + halfHz })) continue;
      const tv = channels.find((c) => hz >= c.lowHz && hz < c.highHz);
      if (tv && (hz - tv.lowHz < EDGE_HZ || tv.highHz - hz < EDGE_HZ)) continue;
      found.push({ list: null, number: null, frequencyHz: Math.round(hz) });
    }
  }
  return found;
}

/** The middle one of each TV channel in turn, from the middle of the range outward. */
function spread(choices: readonly QuickChoice[]): QuickChoice[] {
  const channels = new Map<number | null, QuickChoice[]>();
  for (const c of choices) channels.set(c.tvChannel, [...(channels.get(c.tvChannel) ?? []), c]);
  const middles = [...channels.values()].map(
    (list) => list[Math.floor(list.length / 2)] as QuickChoice,
  );
  const center = (middles.length - 1) / 2;
  const far = [...middles.keys()].sort(
    (a, b) => Math.abs(a - center) - Math.abs(b - center) || a - b,
  );
  // those that have channels to themselves run out: then the rest, as they lie
  const first = far.map((i) => middles[i] as QuickChoice);
  return [...first, ...choices.filter((c) => !first.includes(c))];
}
