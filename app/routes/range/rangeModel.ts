import { formatDb } from "~/contract/messages/format";
import type { RangeState } from "~/contract/messages/range";
import type { FloorPlan } from "~/core/location/floorPlan";
import type { RankedHelp } from "~/core/location/search";
import { itemAt } from "~/core/units/items";
import type { PlanMarker } from "~/app/charts/floorPlan/planLayers";
import type { usePlanReckoning } from "~/app/routes/shared/usePlanReckoning";

type Walks = ReturnType<typeof usePlanReckoning>["walks"];
type Forecasts = ReturnType<typeof usePlanReckoning>["forecasts"];

/** The walk on which most is lost. */
export const worstOf = (forecasts: Forecasts): number | null =>
  forecasts && forecasts.length > 0
    ? forecasts.reduce((w, f, i) => (f.outage > itemAt(forecasts, w).outage ? i : w), 0)
    : null;

/** How far the reckoning of a plan is: what it lacks, or its worst walk. */
export function rangeState(
  plan: Pick<FloorPlan, "antennas">,
  walks: Walks,
  forecasts: Forecasts,
  worst: number | null,
): RangeState {
  if (plan.antennas.length === 0) return { state: "no-antenna" };
  if (walks.length === 0) return { state: "no-walk" };
  if (!forecasts || worst === null) return { state: "reckoning" };
  const { walk, walker } = itemAt(walks, worst);
  return {
    state: "told",
    worst: { talker: walker.talker, walkName: walk.name, forecast: itemAt(forecasts, worst) },
  };
}

/** Talkers for whom no walk is drawn; a walk of nobody in particular is everybody's. */
export const unwalkedOf = (
  walkers: readonly { channelId: number; talker: string }[],
  plan: Pick<FloorPlan, "walks">,
): string[] =>
  walkers
    .filter((w) => !plan.walks.some((k) => k.channelId === w.channelId || k.channelId === null))
    .map((w) => w.talker);

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
