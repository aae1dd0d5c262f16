import { choosesItself, placeText, type QuickPlace, type QuickSet } from "./quickSet";
import { type Around, aroundOf, ourChoices, scanChoices } from "./choices";
import { firstChangeMs, powerOf, type QuickPower } from "./power";
import { isVerified, type QuickSession, type QuickSystem, type QuickWhere } from "./session";
import type { Region } from "~/core/regulations/region";

/** Everything that one system's person needs in the hand. */
export interface QuickCard {
  set: QuickSet;
  where: QuickWhere;
  /** As its units show it; null of one that chooses for itself, or without a number. */
  number: string | null;
  frequencyHz: number | null;
  choosesItself: boolean;
  isMatched: boolean;
  isVerified: boolean;
  verifiedMs: number | null;
  level: QuickSystem["level"];
  power: QuickPower[];
  changeAtMs: number | null;
  /** Where to go after interference; null where nothing else is known to be free. */
  next: { place: QuickPlace; text: string } | null;
}

/**
 * The number to go to after interference: the best that is left of what its scan offered and what
 * was given, else one of ours.
 */
export function nextPlace(s: QuickSystem, around: Around): QuickPlace | null {
  const isElsewhere = (place: QuickPlace) =>
    placeText(s.set, place) !== (s.use ? placeText(s.set, s.use.place) : "");
  const left = [...scanChoices(around, s.assigned), ...ourChoices(around, 3)].find(
    (c) =>
      c.problem === null &&
      (c.place.number !== null || c.place.frequencyHz !== null) &&
      isElsewhere(c.place),
  );
  return left?.place ?? null;
}

/** The card of one system of a session. */
export function cardOf(p: {
  session: QuickSession;
  system: number;
  region: Region;
  nowMs: number;
}): QuickCard | null {
  const s = p.session.systems[p.system];
  if (!s) return null;
  const power = powerOf(s, p.nowMs);
  const isSelf = choosesItself(s.set);
  const next = isSelf ? null : nextPlace(s, aroundOf(p.session, p.system, p.region));
  return {
    set: s.set,
    where: p.session.where,
    number: isSelf || !s.use ? null : placeText(s.set, s.use.place),
    frequencyHz: s.use?.place.frequencyHz ?? null,
    choosesItself: isSelf,
    isMatched: s.matchedMs !== null,
    isVerified: isVerified(s),
    verifiedMs: isVerified(s) ? Math.max(...s.seen.map((x) => x.atMs)) : null,
    level: s.level,
    power,
    changeAtMs: firstChangeMs(power),
    next: next && { place: next, text: placeText(s.set, next) },
  };
}
