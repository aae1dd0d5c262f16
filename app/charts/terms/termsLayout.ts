import { numberAt } from "~/core/units/items";
import { scaleLinear } from "d3";

export interface Term {
  label: string;
  db: number;
  source: string;
}

export interface TermRow extends Term {
  /** Level before and after this term, as places in a row of the given width. */
  fromX: number;
  toX: number;
  levelDbm: number;
}

/**
 * A waterfall of signed terms from the pack's power down to what arrives, on one scale that also
 * holds what the receiver needs.
 * @param widthPx - of one row's drawing
 */
export function termsLayout(
  terms: readonly Term[],
  p: { startDbm: number; needDbm: number; widthPx: number },
): { rows: TermRow[]; startX: number; endX: number; needX: number; endDbm: number } {
  let level = p.startDbm;
  const levels = terms.map((t) => (level += t.db));
  const all = [p.startDbm, p.needDbm, ...levels];
  const x = scaleLinear([Math.min(...all) - 4, Math.max(...all) + 4], [0, p.widthPx]);
  let before = p.startDbm;
  const rows = terms.map((t, i) => {
    const row = {
      ...t,
      fromX: x(before),
      toX: x(numberAt(levels, i)),
      levelDbm: numberAt(levels, i),
    };
    before = numberAt(levels, i);
    return row;
  });
  return { rows, startX: x(p.startDbm), endX: x(before), needX: x(p.needDbm), endDbm: before };
}
