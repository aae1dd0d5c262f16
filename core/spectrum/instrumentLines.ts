// Innermost loops: every index is bounded by the loop that counts it, and a checked accessor makes
// them two to seven times slower (measured side by side, docs/decisions.md).
/* eslint-disable @typescript-eslint/no-non-null-assertion */
import { lastOf, numberAt } from "~/core/units/items";
import type { FoundCarrier } from "./carriers";

/**
 * Lines at one even spacing: what a receiver, its clock or a power supply makes itself. No two
 * crews stand so.
 */
export interface InstrumentLines {
  firstHz: number;
  spacingHz: number;
  /** Where its lines were found, ascending. */
  linesHz: number[];
}

const MIN_LINES = 5;
const MIN_FOUND = 0.7;
const MIN_SPACING_HZ = 400_000;
/** Speech on a carrier makes it wider than this; a line of a receiver's own is narrower. */
const WIDEST_LINE_HZ = 60_000;
const MAX_LINES_LOOKED_AT = 250;

/**
 * Finds instrument lines among narrow lines: at least five at one spacing, seven in ten of its places filled.
 * Only where a bin is narrow enough to tell a line from a talker's carrier.
 * @param carriers - as found, in any order; @param stepHz - of the sweep; @param isHidden - where a
 *   line could not be seen: such places count neither way
 */
export function findInstrumentLines(
  carriers: readonly Pick<FoundCarrier, "frequencyHz" | "widthHz" | "levelDbm">[],
  stepHz: number,
  isHidden: (hz: number) => boolean = () => false,
): InstrumentLines[] {
  if (stepHz > WIDEST_LINE_HZ / 2) return [];
  const widest = Math.max(WIDEST_LINE_HZ, stepHz * 2);
  let left = carriers
    .filter((c) => c.widthHz <= widest)
    .sort((a, b) => b.levelDbm - a.levelDbm)
    .slice(0, MAX_LINES_LOOKED_AT)
    .map((c) => c.frequencyHz)
    .sort((a, b) => a - b);
  const instrumentLines: InstrumentLines[] = [];
  for (;;) {
    const best = longestLines(left, Math.max(2_000, stepHz * 0.6), isHidden);
    if (!best) return instrumentLines;
    instrumentLines.push(best);
    left = left.filter((hz) => !best.linesHz.includes(hz));
  }
}

function longestLines(
  linesHz: readonly number[],
  reachHz: number,
  isHidden: (hz: number) => boolean,
): InstrumentLines | null {
  let best: InstrumentLines | null = null;
  for (let i = 0; i < linesHz.length; i += 1) {
    for (let j = i + 1; j < linesHz.length; j += 1) {
      const firstHz = linesHz[i]!;
      const spacingHz = linesHz[j]! - firstHz;
      if (spacingHz < MIN_SPACING_HZ) continue;
      if (
        firstHz + spacingHz * (Math.max(MIN_LINES, best?.linesHz.length ?? 0) - 1) >
        lastOf(linesHz) + reachHz
      )
        break;
      const found = membersOf(linesHz, i, j, reachHz, isHidden);
      if (found.length >= MIN_LINES && found.length > (best?.linesHz.length ?? 0))
        best = {
          firstHz,
          spacingHz: (lastOf(found) - firstHz) / Math.round((lastOf(found) - firstHz) / spacingHz),
          linesHz: found,
        };
    }
  }
  return best && goneOnDown(best, linesHz, reachHz, isHidden);
}

/** Lines with what lies below its first pair, whose next neighbours may be hidden. */
function goneOnDown(
  lines: InstrumentLines,
  linesHz: readonly number[],
  reachHz: number,
  isHidden: (hz: number) => boolean,
): InstrumentLines {
  const found = [...lines.linesHz];
  for (
    let place = 1;
    lines.firstHz - place * lines.spacingHz >= numberAt(linesHz, 0) - reachHz;
    place += 1
  ) {
    const wantedHz = lines.firstHz - place * lines.spacingHz;
    const line = linesHz.find((hz) => Math.abs(hz - wantedHz) <= reachHz);
    if (line !== undefined) found.unshift(line);
    else if (!isHidden(wantedHz)) break;
  }
  return { ...lines, firstHz: numberAt(found, 0), linesHz: found };
}

/**
 * Lines that go on from the pair at its spacing, which is measured better with each; ends where too
 * many places are empty.
 */
function membersOf(
  linesHz: readonly number[],
  i: number,
  j: number,
  reachHz: number,
  isHidden: (hz: number) => boolean,
): number[] {
  const firstHz = linesHz[i]!;
  let spacingHz = linesHz[j]! - firstHz;
  const found = [firstHz, linesHz[j]!];
  let at = j + 1;
  let seen = 2;
  for (let place = 2; ; place += 1) {
    const wantedHz = firstHz + place * spacingHz;
    while (at < linesHz.length && linesHz[at]! < wantedHz - reachHz) at += 1;
    if (at >= linesHz.length) return found;
    if (linesHz[at]! > wantedHz + reachHz && isHidden(wantedHz)) continue;
    seen += 1;
    if (linesHz[at]! <= wantedHz + reachHz) {
      found.push(linesHz[at]!);
      spacingHz = (linesHz[at]! - firstHz) / place;
    } else if (found.length < seen * MIN_FOUND) return found;
  }
}
