import { holds, type SpreadPart, type WalkForecast } from "~/core/location/forecast";
import type { RankedHelp } from "~/core/location/search";
import type { FloorPlan } from "~/core/location/floorPlan";
import type { LinkAnswer } from "~/core/radio/link";
import { shadowSigmaDb } from "~/core/location/walk";
import { capital, formatDb, formatDbm, listWords } from "./format";
import { dropoutWords, fitWords, helpWords, lengthWords, reliabilityWords } from "./plan";

const rounded = (perMinute: number): number =>
  perMinute < 9.5 ? Number(perMinute.toFixed(1)) : Math.round(perMinute);

/**
 * Between what and what it lies, for all that is not known about the place: "0.5 to 12 a minute".
 */
export function spreadWords({ better, worse }: WalkForecast): string {
  const [low, high] = [better, worse];
  if (high.outage > 0.5)
    return `${dropoutWords(low.dropoutsPerMinute)} at best, mostly gone at worst`;
  if (low.dropoutsPerMinute < 1 / 600 && high.dropoutsPerMinute < 1 / 600)
    return "no dropouts either way";
  if (low.dropoutsPerMinute >= 0.95)
    return `between ${rounded(low.dropoutsPerMinute)} and ${reliabilityWords(high)}`;
  return `anything from ${dropoutWords(low.dropoutsPerMinute)} to ${reliabilityWords(high)}`;
}

/** How much of what is lost is silence and how much noise; nothing where it is all one. */
export function mutedWords({ outage, dropoutsPerMinute, muted }: WalkForecast): string {
  if (dropoutsPerMinute < 1 / 600 || muted.outage > 0.95 * outage) return "";
  return muted.dropoutsPerMinute < 1 / 600
    ? " Hardly any of that is silence: it is noise in the voice."
    : ` Silence: ${dropoutWords(muted.dropoutsPerMinute)}; the rest is noise in the voice.`;
}

/** What a receiver needs at its input, and of what that is made. */
export const needWords = (
  { sensitivityDbm, noiseFloorDbm, interferenceDbm }: LinkAnswer,
  { requiredSnrDb }: { requiredSnrDb: number },
): string =>
  `It needs ${formatDbm(sensitivityDbm)}: ${formatDb(requiredSnrDb)} over ${formatDbm(noiseFloorDbm)} of noise (290 K, the receiver’s noise figure and its feed${interferenceDbm === null ? "" : ", and what was scanned here"}).`;

/** How a level fades there: by what of it comes straight. */
export function fadingWords(kFactorDb: number): string {
  const by = "Rice factor by what stands in the straight ray: common practice, no published source";
  if (kFactorDb <= -10)
    return `Hardly any of it comes straight: it fades as Rayleigh has it (${by}).`;
  return `What comes straight is ${formatDb(Math.abs(kFactorDb))} ${kFactorDb < 0 ? "weaker" : "stronger"} than what is scattered: it fades as Rice has it (${by}).`;
}

/** How much local means scatter, and by what that is known. */
export function shadowWords(plan: Parameters<typeof shadowSigmaDb>[0], isInSight: boolean): string {
  const by = plan.fit?.general
    ? "as its walk test scattered"
    : plan.walls.length + plan.obstacles.length === 0 && plan.model === "indoor"
      ? "ITU-R P.1238, walls in it"
      : "3GPP TR 38.901, less what is drawn";
  return `People and things shadow it by ± ${formatDb(shadowSigmaDb(plan, isInSight))} along the way (${by}).`;
}

/** By how much a forecast may be off, and for what. */
export function unsureWords({ spreadDb, spreadParts }: WalkForecast): string {
  const parts = spreadParts.map((p) => `${UNSURE_OF[p.of]} ${formatDb(p.db)}`);
  return `± ${formatDb(spreadDb)}${parts.length > 1 ? `: ${listWords(parts)}` : `, ${parts.join("")}`}`;
}
const UNSURE_OF: Readonly<Record<SpreadPart["of"], string>> = {
  place: "this place, not walked yet,",
  wearing: "how the pack is worn",
  walls: "the walls between",
  "walk-test": "what its walk test leaves open,",
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

/** The first line: who is lost most, and how much. */
export function rangeHeadline(range: RangeState): string {
  switch (range.state) {
    case "no-antenna":
      return "No antenna stands on the plan yet";
    case "no-walk":
      return "Nobody walks on the plan yet";
    case "reckoning":
      return "Reckoning the walks…";
    case "told": {
      const { talker, forecast: f } = range.worst;
      if (holds(f))
        return `Everybody holds here: ${talker} is thinnest, with ${dropoutWords(f.dropoutsPerMinute)}`;
      return f.outage > 0.5
        ? `${talker} is ${reliabilityWords(f)}`
        : `${talker}: ${reliabilityWords(f)}`;
    }
  }
}

/**
 * The line below: where it is lost, what helps most.
 * @param most - the change that helps most; null when none does, or none was tried yet
 */
export function rangeSubline(
  range: RangeState,
  helps: { areTried: boolean; most: RankedHelp | null; names: Parameters<typeof helpWords>[1] },
): string {
  switch (range.state) {
    case "no-antenna":
      return "Put one where the receivers are, and one more where you would like it: under Draw.";
    case "no-walk":
      return "Draw where each talker goes; then it is told where they are lost.";
    case "reckoning":
      return "";
    case "told": {
      const where = whereWords(range.worst);
      if (helps.most)
        return `${capital(helpWords(helps.most.help, helps.names))}: that helps most, ${reliabilityWords(helps.most.after)} then. ${where}`;
      return helps.areTried
        ? `${where} No single change that was tried helps by more than half a decibel.`
        : where;
    }
  }
}

function whereWords({ walkName, forecast: f }: WorstWalk): string {
  const how =
    f.meanDropoutMs && f.dropoutsPerMinute > 1 / 600
      ? `, ${lengthWords(f.meanDropoutMs)} each`
      : "";
  return `On “${walkName}”${how}; this place not being known better, ${spreadWords(f)}.`;
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
  const where = p.plan.areas.length > 0 ? "where it plays" : "anywhere";
  return [
    p.least ? `Least in hand ${where}: ${formatDb(p.least.marginDb)} for ${p.least.talker}.` : "",
    "Drag antennas and the cart.",
    p.plan.fit
      ? `Corrected by this place’s walk test: ${fitWords(p.plan.fit)}.`
      : "By the book: this place was not walked yet.",
    p.isNoiseKnown ? "" : "Nothing was scanned here: noise of the air itself is not in it.",
    p.unwalked.length === 0 ? "" : `No walk is drawn for ${listWords(p.unwalked)}.`,
  ]
    .filter((words) => words !== "")
    .join(" ");
}
