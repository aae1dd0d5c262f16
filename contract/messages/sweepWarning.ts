import type { SweepWarning } from "~/core/spectrum/sweepWarning";

const mhz3 = (hz: number): string => (hz / 1e6).toFixed(3);
const isOrAre = (count: number): string => (count === 1 ? "is" : "are");

/** What was noticed, and what was done about it; a whole sentence. */
export function sweepWarningWords(warning: SweepWarning): string {
  switch (warning.code) {
    case "unit-assumed-dbuv":
      return "No heading names the unit of the levels; most are above 0, so they were read as dBµV at 50 ohm.";
    case "last-line-cut":
      return `The last line (${warning.line}) is cut off and was skipped; everything before it was read.`;
    case "levels-missing": {
      const { count, firstLine } = warning;
      return `${count} level${count === 1 ? " is" : "s are"} not a number${firstLine === null ? "" : ` (first in line ${firstLine})`}: those points count as not measured.`;
    }
    case "rows-cut": {
      const { count, firstLine } = warning;
      return `${count} row${count === 1 ? " is" : "s are"} cut short or damaged (first in line ${firstLine}) and ${count === 1 ? "was" : "were"} skipped.`;
    }
    case "rows-out-of-order":
      return "The lines were not in order of frequency; they were sorted.";
    case "points-doubled":
      return `${warning.count} points share a frequency with another; their mean power was taken.`;
    case "gaps":
      return warning.range
        ? `${warning.count} of ${warning.points} points between ${mhz3(warning.range.lowHz)} and ${mhz3(warning.range.highHz)} MHz were not measured.`
        : `${warning.count} of ${warning.points} points were not measured in any one pass.`;
    case "pass-incomplete":
      return `${warning.count} of ${warning.passes} passes ${isOrAre(warning.count)} incomplete; what they have was used.`;
    case "sweeps-put-together":
      return `${warning.sweeps} sweeps are too many to keep: each pass shown is the mean of ${warning.each}, with the highest of each bin kept.`;
    case "resolution-known":
      return `The file names a resolution bandwidth of ${warning.resolutionHz / 1000} kHz at a step of ${Math.round(warning.stepHz) / 1000} kHz: levels are taken per step, ${warning.byDb < 0 ? "lower" : "higher"} by ${Math.abs(warning.byDb).toFixed(1)} dB.`;
    case "steps-differ":
      return `The files have different steps; levels are given per ${warning.stepHz / 1000} kHz.`;
    case "instruments-differ": {
      const { higher, lower, byDb, isRaised } = warning;
      return `${higher} reads ${byDb.toFixed(1)} dB higher than ${lower} where they overlap${isRaised ? `: ${lower} was raised to it` : "; nothing was changed"}.`;
    }
    case "recording-cut":
      return "The data end in the middle of a sample; it was skipped.";
    case "recording-not-numbers":
      return "Some samples are not numbers; they were read as silence.";
    case "dc-spike":
      return `The spike at ${mhz3(warning.frequencyHz)} MHz, the middle of the recording, is the receiver's own and was skipped.`;
    case "scan-stopped":
      return `${warning.instrument} was stopped at ${(warning.atHz / 1e6).toFixed(1)} MHz of pass ${warning.pass}.`;
    case "floor-high":
      return `Its floor is ${warning.byDb.toFixed(0)} dB above what ${warning.other} measured here: an amplifier before the instrument, or another unit? Correct it under "Taken by". Until then, quiet is judged by its own floor.`;
    case "maximum-only":
      return `The file has only the highest of its passes (about ${warning.passes}, by how little its noise varies): noise was taken ${warning.addsDb.toFixed(1)} dB lower, to allow for the maximum.`;
    case "floor-below-thermal": {
      const { floorDbm, thermalDbm, stepHz } = warning;
      return `The floor, ${floorDbm.toFixed(0)} dBm in ${Number((stepHz / 1000).toPrecision(3))} kHz, is below thermal noise (${thermalDbm.toFixed(0)} dBm): so the levels are not dBm at an antenna. Quiet ranges are right; levels may not be.`;
    }
    case "told":
      return warning.message;
  }
}
