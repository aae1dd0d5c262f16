import type { FeatureFault, PlanFileError } from "~/core/location/planFiles";
import type { ReadingsError } from "~/core/location/walkReadings";
import { capital, formatKm, listWords } from "./format";
import { planProblemWords } from "./plan";

/** Why a file is no plan. The plan in hand is never touched by one that is refused. */
export function planFileErrorWords(
  name: string,
  error: PlanFileError | { code: "not-svg" | "too-involved" | "no-scale" },
): string {
  const kept = "The plan is as it was.";
  switch (error.code) {
    case "too-detailed":
      return `“${name}” has ${error.points} corners, and a plan here takes ${error.most}: draw or save it simpler. The plan is as it was.`;
    case "not-json":
      return `“${name}” is neither GeoJSON nor SVG (${error.at}). ${kept}`;
    case "not-a-collection":
      return `“${name}” is JSON, but no collection of features. ${kept}`;
    case "empty":
      return `“${name}” holds no line, area or point that a plan could use. ${kept}`;
    case "newer":
      return `“${name}” was written by a newer version (${error.version}). ${kept}`;
    case "bad-feature":
      return `Feature ${error.index + 1} of “${name}” ${featureFaultWords(error.fault)}. ${kept}`;
    case "too-large":
      return `“${name}” is ${formatKm(error.extentM)} across: that is a map, and no place to put antennas. Cut out what matters. ${kept}`;
    case "senseless":
      return `“${name}” does not make sense: ${listWords(error.problems.slice(0, 3).map(planProblemWords))}. ${kept}`;
    case "not-svg":
      return `“${name}” cannot be read as SVG. ${kept}`;
    case "too-involved":
      return `“${name}” is more involved than any plan: its shapes hold too much, or lie in too many groups. Save it simpler. ${kept}`;
    case "no-scale":
      return `“${name}” does not say how large it is in reality.`;
  }
}

/** Why readings were not taken. */
export function readingsErrorWords(from: string, error: ReadingsError): string {
  switch (error.code) {
    case "empty":
      return `${capital(from)} holds no two readings: a line needs a time and a level. Nothing was taken.`;
    case "line":
      return `Line ${error.line} of ${from} cannot be read: “${error.text}”. Nothing was taken.`;
    case "order":
      return `Line ${error.line} of ${from} goes back in time. Nothing was taken.`;
    case "range":
      return `Line ${error.line} of ${from} says ${error.dbm} dBm: no receiver reads that. In dBµV? Then say so in a heading. Nothing was taken.`;
    case "many":
      return `${capital(from)} has more than ${error.most} readings. Nothing was taken.`;
  }
}

function featureFaultWords(fault: FeatureFault): string {
  switch (fault.code) {
    case "no-coordinates":
      return "has no coordinates";
    case "unknown-kind":
      return `is of an unknown kind, "${fault.kind.slice(0, 30)}"`;
    case "out-of-range":
      return "or the sheet beside it has values out of their range";
  }
}
