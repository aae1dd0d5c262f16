import { meterFigureText } from "~/core/devices/meterFigure";
import type { SeenPoint, SeenWalk } from "~/core/location/seenWalk";
import { METER_SPAN_DB } from "~/core/location/seenWalk";
import { count } from "./format";

/** One thing that was told of a walk: "dropped at 14 m". */
export const seenPointWords = (point: SeenPoint, metres: (m: number) => string): string =>
  point.sign === "dropped"
    ? `dropped at ${metres(point.atM)}`
    : `${meterFigureText(point.figure)} at ${metres(point.atM)}`;

/** A walk as it was told, in short. */
export function seenWalkWords(seen: SeenWalk): string {
  const drops = seen.points.filter((p) => p.sign === "dropped").length;
  const figures = seen.points.length - drops;
  return [
    drops === 0 ? "no dropout" : count(drops, "dropout"),
    ...(figures > 0 ? [count(figures, "meter figure")] : []),
    seen.heldToM === null ? "the rest not marked" : "OK everywhere else",
  ].join(", ");
}

/** By what dropouts and bars are turned into decibels: neither measures any. */
export const SEEN_BY_WORDS = `A dropout means the signal was too weak there, and “OK” that it was strong enough: both as limits, from the fading model. Bars and percent count as ${METER_SPAN_DB} dB from what the receiver needs to a full meter (common practice, no published source). Figures in dBm and dBµV count as measured.`;
