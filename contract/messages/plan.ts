import { itemAt } from "~/core/units/items";
import type { PlacedAntenna } from "~/core/location/floorPlan";
import type { PlanProblem } from "~/core/location/floorPlan";
import type { Help } from "~/core/location/search";
import { formatDb, listWords } from "./format";

/** What of a drawing makes no sense. */
export function planProblemWords(p: PlanProblem): string {
  switch (p.code) {
    case "wall-short":
      return "a wall has no length: its two ends lie on one point";
    case "opening-off":
      return "a door or window reaches past the end of its wall";
    case "outline-crosses":
      return "an outline crosses itself";
    case "outline-short":
      return "an outline needs three corners";
    case "antenna-inside":
      return "an antenna stands inside an obstacle or a wall: raise it above, or move it out";
    case "outside":
      return `${{ wall: "a wall", obstacle: "an obstacle", area: "a playing area", walk: "a walk", antenna: "an antenna", cart: "the cart" }[p.what]} lies outside the plan`;
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

/** "9 dropouts a minute", "one dropout in 40 minutes", "no dropouts to speak of". */
export function dropoutWords(perMinute: number): string {
  if (perMinute < 1 / 600) return "no dropouts to speak of";
  if (perMinute >= 0.95 && perMinute < 1.05) return "one dropout a minute";
  if (perMinute >= 0.95)
    return `${perMinute < 9.5 ? Number(perMinute.toFixed(1)) : Math.round(perMinute)} dropouts a minute`;
  const minutes = 1 / perMinute;
  return `one dropout in ${minutes < 10 ? Number(minutes.toFixed(1)) : minutes < 100 ? Math.round(minutes / 5) * 5 : Math.round(minutes / 50) * 50} minutes`;
}

/** What share of the time is lost, in words: "out 3 % of the walk". */
export function outageWords(outage: number): string {
  if (outage < 1e-5) return "";
  const percent = outage * 100;
  return `out ${percent >= 9.5 ? Math.round(percent) : Number(percent.toPrecision(1))} % of the walk`;
}

/** Both together: where it is mostly out there are few dropouts, for it does not come back. */
export function reliabilityWords({
  outage,
  dropoutsPerMinute,
}: {
  outage: number;
  dropoutsPerMinute: number;
}): string {
  if (outage > 0.5) return `gone for ${Math.round(outage * 100)} % of the walk`;
  const share = outageWords(outage);
  return outage > 0.02 && share
    ? `${dropoutWords(dropoutsPerMinute)}, ${share}`
    : dropoutWords(dropoutsPerMinute);
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
      return `Move ${names.antenna(help.antennaId)} to ${names.at(help.to)}${help.cableM ? `, on ${names.metres(help.cableM)} of cable` : ""}`;
    case "amplifier":
      return `Put the amplifier at ${names.antenna(help.antennaId)}’s end of its cable`;
    case "second-antenna":
      return `Put a second antenna at ${names.at(help.at)}`;
    case "move-receiver":
      return `Carry the receivers to ${names.at(help.at)}, balanced audio back`;
    case "other-antenna":
      return `Make ${names.antenna(help.antennaId)} a ${ANTENNA_NAMES[help.kind]}${help.kind === "fin" ? ` that looks ${directionWords(help.aimDeg)}` : ""}`;
    case "sleeve":
      return `Slide a sleeve over ${names.talker(help.walk)}’s antenna`;
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
  return parts.length === 0 ? "nothing could be told from it" : listWords(parts);
}
