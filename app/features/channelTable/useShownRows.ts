import { type RefObject, useEffect, useState } from "react";
import { useWindowVirtualizer } from "@tanstack/react-virtual";

/** From so many rows on only those near the window are drawn. */
const VIRTUAL_FROM = 40;
const USUAL_ROW_PX = 33;

/** Which rows are drawn, and how much room those that are not take above and below. */
export interface ShownRows {
  from: number;
  to: number;
  beforePx: number;
  afterPx: number;
  /** Brings a row into sight, drawn or not. */
  bring: (index: number) => void;
}

/** @param body - where the rows stand */
export function useShownRows(
  count: number,
  body: RefObject<HTMLTableSectionElement | null>,
): ShownRows {
  const isVirtual = count >= VIRTUAL_FROM;
  const [topPx, setTopPx] = useState(0);
  const [rowPx, setRowPx] = useState(USUAL_ROW_PX);
  useEffect(() => {
    const rows = body.current;
    if (!isVirtual || !rows) return;
    setTopPx(rows.getBoundingClientRect().top + window.scrollY);
    setRowPx(rows.querySelector("tr[data-channel]")?.clientHeight ?? USUAL_ROW_PX);
  }, [isVirtual, body]);
  const virtual = useWindowVirtualizer({
    count,
    enabled: isVirtual,
    estimateSize: () => rowPx,
    scrollMargin: topPx,
    overscan: 8,
  });
  const items = isVirtual ? virtual.getVirtualItems() : [];
  const [first, last] = [items[0], items.at(-1)];
  if (!first || !last)
    return {
      from: 0,
      to: isVirtual ? VIRTUAL_FROM : count,
      beforePx: 0,
      afterPx: 0,
      bring: () => undefined,
    };
  return {
    from: first.index,
    to: last.index + 1,
    beforePx: first.start - topPx,
    afterPx: virtual.getTotalSize() - (last.end - topPx),
    bring: (index) => virtual.scrollToIndex(index),
  };
}
