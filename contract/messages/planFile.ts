import type { FeatureFault, PlanFileError } from "~/core/location/planFiles";
import type { ReadingsError } from "~/core/location/walkReadings";
import { capital, formatKm, listWords } from "./format";
import { planProblemWords } from "./plan";

/** Why a file is no plan. The plan in hand is never touched by one that is refused. */
export function planFileErrorWords(
  name: string,
  error: PlanFileError | { code: "not-svg" | "too-involved" | "no-scale" },
): string {
  const kept = "The plan is unchanged.";
  switch (error.code) {
    case "too-detailed":
      return `“${name}” has ${error.points} corners, and a plan can have ${error.most}: simplify it. The plan is unchanged.`;
    case "not-json":
      return `“${name}” is neither GeoJSON nor SVG (${error.at}). ${kept}`;
    case "not-a-collection":
      return `“${name}” is JSON, but not a collection of features. ${kept}`;
    case "empty":
      return `“${name}” has no line, area or point for a plan. ${kept}`;
    case "newer":
      return `“${name}” is from a newer version (${error.version}). ${kept}`;
    case "bad-feature":
      return `Feature ${error.index + 1} of “${name}” ${featureFaultWords(error.fault)}. ${kept}`;
    case "too-large":
      return `“${name}” is ${formatKm(error.extentM)} across: that is a map. Cut out the part you need. ${kept}`;
    case "senseless":
      return `“${name}” does not make sense: ${listWords(error.problems.slice(0, 3).map(planProblemWords))}. ${kept}`;
    case "not-svg":
      return `“${name}” cannot be read as SVG. ${kept}`;
    case "too-involved":
      return `“${name}” is too complex for a plan: simplify its shapes or groups. ${kept}`;
    case "no-scale":
      return `“${name}” does not say its real size.`;
  }
}

/** Why readings were not taken. */
export function readingsErrorWords(from: string, error: ReadingsError): string {
  switch (error.code) {
    case "empty":
      return `${capital(from)} needs at least two readings, each with a time and a level. Nothing was imported.`;
    case "line":
      return `Line ${error.line} of ${from} cannot be read: “${error.text}”. Nothing was imported.`;
    case "order":
      return `Line ${error.line} of ${from} goes back in time. Nothing was imported.`;
    case "range":
      return `Line ${error.line} of ${from} says ${error.dbm} dBm, which no receiver reads. If it is dBµV, say so in a heading. Nothing was imported.`;
    case "many":
      return `${capital(from)} has more than ${error.most} readings. Nothing was imported.`;
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
