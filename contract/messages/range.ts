import { holds, type SpreadPart, type WalkForecast } from "~/core/location/forecast";
import type { RankedHelp } from "~/core/location/search";
import type { FloorPlan } from "~/core/location/floorPlan";
import type { LinkAnswer } from "~/core/radio/link";
import { shadowSigmaDb } from "~/core/location/walk";
import {
  capital,
  count,
  formatDb,
  formatRfLevel,
  listWords,
  namesOrCount,
  formatMetres,
} from "./format";
import { dropoutWords, fitWords, helpWords, lostWords, shareOfWalkWords } from "./plan";

/** The screen of range. */
export const RANGE = {
  save: "Save the range check",
  plan: "Floor plan",
  walkTest: "Walk test",
  undo: "Undo",
  redo: "Redo",
  undone: "Undone.",
  noForecast: "No walk is calculated yet.",
  fitKept: "Walk test saved. This location is calculated with it from now on.",
  fitForgotten: "Walk test removed. This location is calculated by the model again.",
  legend: "What the map shows",
  marginLegend: "Mean margin:",
  walks: "Walks",
  walksHint:
    "Margin of antenna A (up) and B (down) along the way. Where both reach the middle, it drops out.",
  ok: "OK",
  weak: "weak",
  dropsOut: "drops out",
  helps: "What would help",
  helpsHint: "Single changes, by what the weakest point of all walks gains per minute of work.",
  trying: "Trying changes",
  noHelp: "No single change gains more than half a decibel.",
  change: "Change",
  gains: "Gains",
  takes: "Takes",
  then: "Then",
  most: "helps most",
  apply: "Apply",
  rigCard: "Rig card",
  marginFor: "Margin for",
  onMap: "On the map they look",
  onWalks: "On their walks they look",
  caution:
    "Keep antenna stands clear of power lines and weight them. Never climb alone. Tape or ramp every cable that people cross.",
} as const;
/** What the colours of the map say: mean margin, not what is lost. */
export const MAP_LEGEND: readonly (readonly [tone: string, words: string])[] = [
  ["out", "below 0 dB"],
  ["0", "0–10 dB"],
  ["10", "10–20 dB"],
  ["20", "20–30 dB"],
  ["30", "over 30 dB"],
];
export const MAP_MARKS = {
  weakest: "weakest point of each walk",
  tried: "position that was tried",
};
export const keptRangeWords = (talkers: string): string => `Range check saved for ${talkers}.`;
export const crashWords = (detail: string): string =>
  `The calculation stopped (${detail}). Nothing that was saved is harmed. Load the page again.`;
export const searchCrashWords = (detail: string): string =>
  `The search stopped (${detail}). The plan is unchanged.`;
export const planLabel = (
  place: string,
  talker: string | null,
  antennas: number,
  walks: number,
): string =>
  `Plan of ${place}: ${talker === null ? "no talent" : `margin for ${talker}`}, ${count(antennas, "antenna")}, ${count(walks, "walk")}`;
export const weakestPointWords = (marginDb: number, along: string): string =>
  `weakest point ${formatDb(marginDb)}, ${along} along`;
export const walkLabel = (name: string): string => `Margin along “${name}”`;
export const lastsWords = (mean: string, longest: string): string =>
  ` Each lasts about ${mean}, hardly ever more than ${longest}.`;
export const oneAntennaWords = (reliability: string): string =>
  ` With one antenna: ${reliability}.`;

/**
 * What a walk may come to, for all that is not known of the location: both ends in the same unit,
 * the better one first.
 */
export function spreadWords({ outage, better, worse }: WalkForecast): string {
  const ends = [better.outage, outage, worse.outage];
  const [low, high] = [Math.min(...ends), Math.max(...ends)];
  return high < 1e-5
    ? "no voice lost at best or worst"
    : `at best ${low < 1e-5 ? "nothing" : shareOfWalkWords(low)} lost, at worst ${shareOfWalkWords(high)}`;
}

/** How much of what is lost is silence and how much noise; nothing where it is all one. */
export function mutedWords({ outage, muted }: WalkForecast): string {
  if (outage < 1e-5 || muted.outage > 0.95 * outage) return "";
  return muted.outage < 1e-5
    ? " It is noise in the voice, hardly ever silence."
    : ` Silence: ${shareOfWalkWords(muted.outage)} of this walk; the rest is noise in the voice.`;
}

/** What a receiver needs at its input, and of what that is made. */
export const needWords = (
  { sensitivityDbm, noiseFloorDbm, interferenceDbm }: LinkAnswer,
  { requiredSnrDb, fromReachM }: { requiredSnrDb: number; fromReachM?: number },
): string =>
  `It needs ${formatRfLevel(sensitivityDbm)}: ${formatDb(requiredSnrDb)}${fromReachM === undefined ? "" : ` (so that the ${formatMetres(fromReachM)} it is rated for in the open hold)`} over ${formatRfLevel(noiseFloorDbm)} noise (290 K, the receiver’s noise figure and its feed${interferenceDbm === null ? "" : ", and the noise and products on its frequency"}).`;

/** How a level fades there: by what of it comes straight. */
export function fadingWords(kFactorDb: number): string {
  const by = "Rice factor from what blocks the direct path: common practice, no published source";
  if (kFactorDb <= -10) return `Almost no direct path: Rayleigh fading (${by}).`;
  return `The direct path is ${formatDb(Math.abs(kFactorDb))} ${kFactorDb < 0 ? "weaker" : "stronger"} than the reflections: Rician fading (${by}).`;
}

/** How much local means scatter, and by what that is known. */
export function shadowWords(plan: Parameters<typeof shadowSigmaDb>[0], isInSight: boolean): string {
  const by = plan.fit?.general
    ? "from the scatter of its walk test"
    : plan.walls.length + plan.obstacles.length === 0 && plan.model === "indoor"
      ? "ITU-R P.1238, walls in it"
      : "3GPP TR 38.901, less what the plan draws";
  return `Shadowing by people and things:  ± ${formatDb(shadowSigmaDb(plan, isInSight))} along the way (${by}).`;
}

/** By how much a forecast may be off, and for what. */
export function unsureWords({ spreadDb, spreadParts }: WalkForecast): string {
  const parts = spreadParts.map((p) => `${UNSURE_OF[p.of]} ${formatDb(p.db)}`);
  return `± ${formatDb(spreadDb)}${parts.length > 1 ? `: ${listWords(parts)}` : `, ${parts.join("")}`}`;
}
const UNSURE_OF: Readonly<Record<SpreadPart["of"], string>> = {
  place: "this location, not walked yet,",
  wearing: "how the pack is worn",
  walls: "the walls between",
  "walk-test": "what the walk test leaves open,",
};

/** The walk on which most is lost: whose, which, and what is foretold of it. */
export interface WorstWalk {
  talker: string;
  walkName: string;
  forecast: WalkForecast;
}

/** How far the reckoning of a place is: what it lacks, or its worst walk. */
export type RangeState =
  | { state: "no-antenna" }
  | { state: "no-walk" }
  | { state: "reckoning" }
  | { state: "told"; worst: WorstWalk };

/** The first line: the worst walk, by the share of voice that is lost on it. */
export function rangeHeadline(range: RangeState): string {
  switch (range.state) {
    case "no-antenna":
      return "No antenna on the plan yet";
    case "no-walk":
      return "No walk on the plan yet";
    case "reckoning":
      return "Calculating the walks";
    case "told": {
      const { talker, forecast: f } = range.worst;
      return holds(f)
        ? `All walks OK; the weakest is ${talker}’s`
        : `${talker}: ${lostWords(f.outage)}`;
    }
  }
}

/**
 * The line below: how the worst walk feels, what it may come to, and what helps most.
 * @param most - the change that helps most; null when none does, or none was tried yet
 */
export function rangeSubline(
  range: RangeState,
  helps: { areTried: boolean; most: RankedHelp | null; names: Parameters<typeof helpWords>[1] },
): string {
  switch (range.state) {
    case "no-antenna":
      return "Put one where the receivers are, on the floor plan.";
    case "no-walk":
      return "Draw where each person goes, on the floor plan.";
    case "reckoning":
      return "";
    case "told": {
      const { walkName, forecast: f } = range.worst;
      const feels = `${capital(dropoutWords(f.dropoutsPerMinute, f.meanDropoutMs))} on “${walkName}”: ${spreadWords(f)}.`;
      if (helps.most)
        return `${feels} ${capital(helpWords(helps.most.help, helps.names))} helps most: then ${lostWords(helps.most.after.outage)}.`;
      return helps.areTried ? `${feels} No single change helps.` : feels;
    }
  }
}

/**
 * What stands under the map: the least in hand, by what it is reckoned, and what is not in it.
 * @param least - for whom the map is, and the least of it; null without a map
 * @param unwalked - talkers for whom no walk is drawn
 */
export function mapFootWords(p: {
  plan: Pick<FloorPlan, "areas" | "fit">;
  least: { talker: string; marginDb: number } | null;
  isNoiseKnown: boolean;
  unwalked: readonly string[];
}): string {
  const where = p.plan.areas.length > 0 ? "in the playing area" : "anywhere";
  return [
    p.least
      ? `The map shows the mean margin for ${p.least.talker}: least ${formatDb(p.least.marginDb)} ${where}.`
      : "",
    p.plan.fit
      ? `Corrected by the walk test here: ${fitWords(p.plan.fit)}.`
      : "From the model: no walk test here yet.",
    p.isNoiseKnown ? "" : "Not scanned here: local noise is not included.",
    p.unwalked.length === 0 ? "" : `No walk drawn for ${namesOrCount(p.unwalked)}.`,
  ]
    .filter((words) => words !== "")
    .join(" ");
}
