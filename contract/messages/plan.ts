import { itemAt } from "~/core/units/items";
import type { PlacedAntenna } from "~/core/location/floorPlan";
import type { PlanProblem } from "~/core/location/floorPlan";
import type { Help } from "~/core/location/search";
import { formatDb, listWords } from "./format";

/** What of a drawing makes no sense. */
export function planProblemWords(p: PlanProblem): string {
  switch (p.code) {
    case "wall-short":
      return "a wall has no length: both ends are on one point";
    case "opening-off":
      return "a door or window reaches past the end of its wall";
    case "outline-crosses":
      return "an outline crosses itself";
    case "outline-short":
      return "an outline needs three corners";
    case "antenna-inside":
      return "an antenna is inside an obstacle or a wall: raise it, or move it out";
    case "outside":
      return `${{ wall: "a wall", obstacle: "an obstacle", area: "a playing area", walk: "a walk", antenna: "an antenna", cart: "the cart" }[p.what]} is outside the plan`;
    case "walk-short":
      return "a walk needs two points";
  }
}

export const ANTENNA_NAMES: Readonly<Record<PlacedAntenna["kind"], string>> = {
  "whip-quarter": "whip",
  dipole: "dipole",
  butterfly: "butterfly",
  fin: "fin",
};

/** A share of a walk, in percent: "8 %", "0.3 %", "under 0.01 %". */
export function shareOfWalkWords(outage: number): string {
  const percent = outage * 100;
  if (percent < 0.01) return "under 0.01 %";
  return `${percent >= 9.5 ? Math.round(percent) : Number(percent.toPrecision(1))} %`;
}

/** What a walk comes to, in the one unit that all walks are told in. */
export function lostWords(outage: number): string {
  if (outage < 1e-5) return "no voice lost";
  if (outage > 0.995) return "voice lost all the way";
  return `voice lost ${shareOfWalkWords(outage)} of this walk`;
}

/** How that feels: "one short dropout about every 8 minutes". */
export function dropoutWords(perMinute: number, meanMs: number | null = null): string {
  if (perMinute < 1 / 600) return "no dropouts";
  const kind = meanMs !== null && meanMs < SHORT_MS ? "short dropout" : "dropout";
  if (perMinute >= 1.5) return `about ${Math.round(perMinute)} ${kind}s a minute`;
  if (perMinute >= 0.75) return `about one ${kind} a minute`;
  const minutes = 1 / perMinute;
  return `one ${kind} about every ${minutes < 10 ? Math.round(minutes) : minutes < 100 ? Math.round(minutes / 5) * 5 : Math.round(minutes / 50) * 50} minutes`;
}
/** Shorter than this a dropout is a click, longer a hole. */
const SHORT_MS = 300;

/** What share is lost, and how that feels. */
export function reliabilityWords({
  outage,
  dropoutsPerMinute,
  meanDropoutMs = null,
}: {
  outage: number;
  dropoutsPerMinute: number;
  meanDropoutMs?: number | null;
}): string {
  const lost = lostWords(outage);
  return outage < 1e-5 || outage > 0.5
    ? lost
    : `${lost}, ${dropoutWords(dropoutsPerMinute, meanDropoutMs)}`;
}

/** How long: "30 ms", "0.4 s", "2 s". */
export const lengthWords = (ms: number): string =>
  ms < 95
    ? `${Math.max(1, Math.round(ms))} ms`
    : ms < 9500
      ? `${Number((ms / 1000).toFixed(1))} s`
      : `${Math.round(ms / 1000)} s`;

const DIRECTIONS = [
  "right",
  "down right",
  "down",
  "down left",
  "left",
  "up left",
  "up",
  "up right",
];
/** Where on the plan something looks. 0 is to the right, 90 down. */
export const directionWords = (deg: number): string =>
  itemAt(DIRECTIONS, Math.round((((deg % 360) + 360) % 360) / 45) % 8);

/** What to do, as an order. @param at - words for a spot of the plan */
export function helpWords(
  help: Help,
  names: {
    antenna: (id: string) => string;
    talker: (walk: number) => string;
    at: (p: { x: number; y: number }) => string;
    metres: (m: number) => string;
  },
): string {
  switch (help.code) {
    case "raise":
      return `Raise ${names.antenna(help.antennaId)} to ${names.metres(help.toM)}`;
    case "turn":
      return `Turn ${names.antenna(help.antennaId)} to look ${directionWords(help.aimDeg)}`;
    case "move":
      return `${help.kind ? `Put a ${ANTENNA_NAMES[help.kind]} for ${names.antenna(help.antennaId)} at` : `Move ${names.antenna(help.antennaId)} to`} ${names.at(help.to)}${help.cableM ? `, on ${names.metres(help.cableM)} of cable` : ""}`;
    case "amplifier":
      return `Put the amplifier at ${names.antenna(help.antennaId)}’s end of its cable`;
    case "second-antenna":
      return `Put a second antenna${help.kind ? `, a ${ANTENNA_NAMES[help.kind]},` : ""} at ${names.at(help.at)}`;
    case "move-receiver":
      return `Move the receivers to ${names.at(help.at)}, with balanced audio lines back`;
    case "other-antenna":
      return `Make ${names.antenna(help.antennaId)} a ${ANTENNA_NAMES[help.kind]}${help.kind === "fin" ? ` that looks ${directionWords(help.aimDeg)}` : ""}`;
    case "sleeve":
      return `Put a sleeve over ${names.talker(help.walk)}’s antenna`;
    case "straighten":
      return `Straighten ${names.talker(help.walk)}’s antenna`;
    case "ankle":
      return `Move ${names.talker(help.walk)}’s pack to the ankle`;
    case "power":
      return `Set ${names.talker(help.walk)}’s pack to ${Math.round(10 ** (help.toDbm / 10))} mW`;
  }
}

/** A walk test's corrections, one sentence. */
export function fitWords(fit: {
  general: { db: number; uncertaintyDb: number } | null;
  perWall: { db: number; uncertaintyDb: number } | null;
  behindBody: { db: number; uncertaintyDb: number } | null;
}): string {
  const part = (what: string, c: { db: number; uncertaintyDb: number } | null) =>
    c ? [`${what} ${formatDb(c.db)} ± ${c.uncertaintyDb.toFixed(1)}`] : [];
  const parts = [
    ...part("everywhere", fit.general),
    ...part("for each wall", fit.perWall),
    ...part("behind the body", fit.behindBody),
  ];
  return parts.length === 0 ? "no result" : listWords(parts);
}
