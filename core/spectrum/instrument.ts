import { PLAIN_SETUP, type SweepSetup } from "./setup";

/** By what the files of one instrument are known from those of another. */
export interface InstrumentFile {
  lowHz: number;
  stepHz: number;
  setup: Pick<SweepSetup, "heading" | "fileName" | "resolutionHz">;
}

/** "scan-0412.csv" and "scan-0413.csv" are one series; what came from no file is none. */
const series = (fileName: string | null | undefined): string | null =>
  fileName?.toLowerCase().replace(/\d+/g, "#") ?? null;

/**
 * Whether two files come from one instrument as far as they show it: the same step, and the same
 * heading lines or, where a file has none, the same beginning and a name of the same series.
 */
export function isSameInstrument(a: InstrumentFile, b: InstrumentFile): boolean {
  if (Math.abs(a.stepHz - b.stepHz) > a.stepHz * 1e-3) return false;
  if (a.setup.heading || b.setup.heading) return a.setup.heading === b.setup.heading;
  const mine = series(a.setup.fileName);
  return (
    Math.abs(a.lowHz - b.lowHz) < a.stepHz && mine !== null && mine === series(b.setup.fileName)
  );
}

/** A floor so far over what another instrument saw at the same place is questioned. */
const SURPRISING_DB = 20;

/**
 * How far a sweep's floor lies over what another instrument saw at the same place, both as power per
 * hertz; null where that is nothing to wonder at.
 * @param floorDbm - mean noise power of a step, of each
 */
export function surprisingFloorDb(
  mine: { floorDbm: number; stepHz: number },
  other: { floorDbm: number; stepHz: number },
): number | null {
  const perHz = ({ floorDbm, stepHz }: typeof mine) => floorDbm - 10 * Math.log10(stepHz);
  const overDb = perHz(mine) - perHz(other);
  return overDb >= SURPRISING_DB ? overDb : null;
}

/** Whether anybody said something of how an instrument's levels are to be read. */
const isDescribed = ({
  antenna,
  correctionDb,
  unit,
  resolutionHz,
  ownLinesHz = [],
}: SweepSetup): boolean =>
  ownLinesHz.length > 0 ||
  antenna !== PLAIN_SETUP.antenna ||
  correctionDb !== PLAIN_SETUP.correctionDb ||
  unit !== null ||
  resolutionHz !== null;

const sameFilter = (a: Pick<SweepSetup, "resolutionHz">, b: Pick<SweepSetup, "resolutionHz">) =>
  a.resolutionHz === b.resolutionHz ? { resolutionHz: null } : {};

/**
 * What was said of the same instrument's last file, for its next one; null where nothing was, or
 * where it was taken back.
 * @param earlier - files that were described before, the newest first
 */
export function rememberedSetup(
  file: InstrumentFile,
  earlier: readonly (InstrumentFile & { setup: SweepSetup })[],
): Pick<SweepSetup, "antenna" | "correctionDb" | "unit" | "resolutionHz" | "ownLinesHz"> | null {
  const last = earlier.find((e) => isSameInstrument(e, file));
  // a filter that both files name themselves was said by nobody
  if (!last || !isDescribed({ ...last.setup, ...sameFilter(last.setup, file.setup) })) return null;
  const { antenna, correctionDb, unit, resolutionHz, ownLinesHz } = last.setup;
  return { antenna, correctionDb, unit, resolutionHz, ...(ownLinesHz ? { ownLinesHz } : {}) };
}

/** As near to a known line of its own a carrier is that line: its steps and its clock wander. */
const SAME_LINE_STEPS = 1.5;

/** Whether a carrier is one of the lines that an instrument is known to make itself. */
export const isOwnLine = (
  frequencyHz: number,
  ownLinesHz: readonly number[],
  stepHz: number,
): boolean => ownLinesHz.some((own) => Math.abs(own - frequencyHz) <= SAME_LINE_STEPS * stepHz);
