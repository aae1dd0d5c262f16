import type { PlaceRange } from "~/server/services/range/placePlans.server";
import { capital, formatDb, listWords } from "~/contract/messages/format";
import {
  dropoutWords,
  fitWords,
  helpWords,
  lengthWords,
  reliabilityWords,
} from "~/contract/messages/plan";
import type { FloorPlan } from "~/core/location/floorPlan";
import type { RankedHelp } from "~/core/location/search";
import { itemAt } from "~/core/units/items";
import type { PlanMarker } from "~/app/charts/floorPlan/FloorPlanChart";
import { spreadWords } from "~/app/features/plan/planText";
import type { usePlanReckoning } from "~/app/routes/shared/usePlanReckoning";

type Walks = ReturnType<typeof usePlanReckoning>["walks"];
type Forecasts = ReturnType<typeof usePlanReckoning>["forecasts"];

/** The walk on which most is lost. */
export const worstOf = (forecasts: Forecasts): number | null =>
  forecasts && forecasts.length > 0
    ? forecasts.reduce((w, f, i) => (f.outage > itemAt(forecasts, w).outage ? i : w), 0)
    : null;

export function headline(
  walks: Walks,
  forecasts: Forecasts,
  worst: number | null,
  plan: FloorPlan,
): string {
  if (plan.antennas.length === 0) return "No antenna stands on the plan yet";
  if (walks.length === 0) return "Nobody walks on the plan yet";
  if (!forecasts || worst === null) return "Reckoning the walks…";
  const f = itemAt(forecasts, worst);
  const who = itemAt(walks, worst).walker.talker;
  if (f.dropoutsPerMinute < 1 / 60 && f.outage < 1e-3)
    return `Everybody holds here: ${who} is thinnest, with ${dropoutWords(f.dropoutsPerMinute)}`;
  return f.outage > 0.5 ? `${who} is ${reliabilityWords(f)}` : `${who}: ${reliabilityWords(f)}`;
}

export function subline({
  walks,
  forecasts,
  worst,
  plan,
  most,
  helps,
  names,
}: {
  walks: Walks;
  forecasts: Forecasts;
  worst: number | null;
  plan: FloorPlan;
  most: RankedHelp | null;
  helps: string;
  names: Parameters<typeof helpWords>[1];
}): string {
  if (plan.antennas.length === 0)
    return "Put one where the receivers are, and one more where you would like it: under Draw.";
  if (!forecasts || worst === null)
    return walks.length === 0
      ? "Draw where each talker goes; then it is told where they are lost."
      : "";
  const f = itemAt(forecasts, worst);
  const how =
    f.meanDropoutMs && f.dropoutsPerMinute > 1 / 600
      ? `, ${lengthWords(f.meanDropoutMs)} each`
      : "";
  const where = `On “${itemAt(walks, worst).walk.name}”${how}; this place not being known better, ${spreadWords(f)}.`;
  if (most)
    return `${capital(helpWords(most.help, names))}: that helps most, ${reliabilityWords(most.after)} then. ${where}`;
  return helps === "told"
    ? `${where} No single change that was tried helps by more than half a decibel.`
    : where;
}

/** Each place that a change names, once. */
export function spotsOfHelps(helps: readonly RankedHelp[]): { x: number; y: number }[] {
  const all = helps.flatMap(({ help }) =>
    "to" in help ? [help.to] : "at" in help ? [help.at] : [],
  );
  return all
    .filter((s, i) => all.findIndex((o) => o.x === s.x && o.y === s.y) === i)
    .map(({ x, y }) => ({ x, y }));
}

/** Places that were tried, by number. */
export const spotMarkers = (spots: readonly { x: number; y: number }[]): PlanMarker[] =>
  spots.map((spot, i) => ({ ...spot, kind: "spot", text: String(i + 1) }));

/** The thinnest place of each walk. */
export const thinMarkers = (forecasts: Forecasts, worst: number | null): PlanMarker[] =>
  (forecasts ?? []).flatMap((f, i): PlanMarker[] => {
    const at = f.points[f.worst];
    const kind = i === worst ? "worst" : "thin";
    return at ? [{ x: at.x, y: at.y, kind, text: formatDb(f.worstMarginDb) }] : [];
  });

/** What stands under the map: the least in hand, by what it is reckoned, and what is not in it. */
export function footWords({
  range,
  plan,
  mapFor,
  least,
}: {
  range: PlaceRange;
  plan: FloorPlan;
  mapFor: PlaceRange["walkers"][number] | null;
  least: { marginDb: number } | null;
}): string {
  const unwalked = range.walkers
    .filter((w) => !plan.walks.some((k) => k.channelId === w.channelId || k.channelId === null))
    .map((w) => w.talker);
  const where = plan.areas.length > 0 ? "where it plays" : "anywhere";
  return [
    least && mapFor
      ? `Least in hand ${where}: ${formatDb(least.marginDb)} for ${mapFor.talker}.`
      : "",
    "Drag antennas and the cart.",
    plan.fit
      ? `Corrected by this place’s walk test: ${fitWords(plan.fit)}.`
      : "By the book: this place was not walked yet.",
    range.walkers.some((w) => w.pack.interference)
      ? ""
      : "Nothing was scanned here: noise of the air itself is not in it.",
    unwalked.length === 0 ? "" : `No walk is drawn for ${listWords(unwalked)}.`,
  ]
    .filter((words) => words !== "")
    .join(" ");
}
