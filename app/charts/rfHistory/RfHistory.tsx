import { type ThemeName, themeNow } from "~/app/ui/theme/themeNow";
import { defined } from "~/core/units/items";
import { useEffect, useRef } from "react";
import styled from "styled-components";
import { COLUMN_BYTES } from "~/core/monitor/extremes";
import { useWidth } from "~/app/charts/useWidth";
import { rfHistoryLayout, type RfHistoryLayout, rangesOf } from "./rfHistoryLayout";

export interface RfHistorySource {
  /**
   * Extremes of the last moments in so many columns, oldest first; null before anything is known.
   */
  columns: (count: number) => Uint8Array | null;
  /** Grows with every reading. */
  version: () => number;
}

export interface RfHistoryProps {
  source: RfHistorySource;
  sensitivityDbm: number;
  heightPx: number;
  label: string;
  /** Moments to mark, as shares of the width from the left: a hit. */
  marks?: readonly number[];
  /** Its pack is off: nothing drops out. */
  isOff?: boolean;
}

/** A channel's RF as a running RF history, drawn on a canvas as often as something came in. */
export function RfHistory({
  source,
  sensitivityDbm,
  heightPx,
  label,
  marks = NO_MARKS,
  isOff = false,
}: RfHistoryProps) {
  const { ref, widthPx } = useWidth<HTMLDivElement>(600);
  const canvas = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    const context = canvas.current?.getContext("2d");
    if (!canvas.current || !context) return undefined;
    const scale = devicePixelRatio || 1;
    canvas.current.width = widthPx * scale;
    canvas.current.height = heightPx * scale;
    let drawn = -1;
    let theme: ThemeName | null = null;
    let colours = coloursOf(canvas.current);
    let frame = 0;
    const draw = () => {
      frame = requestAnimationFrame(draw);
      const now = themeNow();
      if (drawn === source.version() && theme === now) return;
      if (theme !== now) colours = coloursOf(defined(canvas.current));
      drawn = source.version();
      theme = now;
      context.setTransform(scale, 0, 0, scale, 0, 0);
      context.clearRect(0, 0, widthPx, heightPx);
      const columns = source.columns(Math.max(1, Math.floor(widthPx / COLUMN_PX)));
      if (columns)
        paint(context, rfHistoryLayout(columns, { widthPx, heightPx, sensitivityDbm }), {
          widthPx,
          heightPx,
          columnPx: (widthPx * COLUMN_BYTES) / columns.length,
          colours,
          marks,
          isOff,
        });
    };
    draw();
    return () => cancelAnimationFrame(frame);
  }, [source, sensitivityDbm, heightPx, widthPx, marks, isOff]);
  return (
    <Frame ref={ref}>
      <canvas
        ref={canvas}
        role="img"
        aria-label={label}
        style={{ width: widthPx, height: heightPx }}
      />
    </Frame>
  );
}

const NO_MARKS: readonly number[] = [];
const COLUMN_PX = 1.5;

type Colours = Record<"air" | "edge" | "ink" | "bad" | "watch" | "rule" | "soft", string>;
const coloursOf = (element: Element): Colours => {
  const style = getComputedStyle(element);
  const of = (name: string) => style.getPropertyValue(name).trim();
  return {
    air: of("--air"),
    edge: of("--air-edge"),
    ink: of("--ink"),
    bad: of("--bad"),
    watch: of("--watch"),
    rule: of("--rule"),
    soft: of("--soft"),
  };
};

function paint(
  context: CanvasRenderingContext2D,
  layout: RfHistoryLayout,
  p: {
    widthPx: number;
    heightPx: number;
    columnPx: number;
    colours: Colours;
    marks: readonly number[];
    isOff: boolean;
  },
): void {
  const { middlePx, columns, gaps, reachPx } = layout;
  const { colours, columnPx } = p;
  const wide = Math.max(1, columnPx + 0.3);
  // a faint line at every twenty decibels in hand
  context.fillStyle = colours.rule;
  for (const db of [20, 40])
    for (const side of [-1, 1]) context.fillRect(0, middlePx + side * reachPx(db), p.widthPx, 1);
  // most of the column pale, least of it full
  context.fillStyle = colours.air;
  for (const c of columns)
    context.fillRect(c.x, middlePx - c.a[1], wide, c.a[1] + (c.b ? c.b[1] : 0));
  context.fillStyle = colours.edge;
  for (const c of columns)
    context.fillRect(c.x, middlePx - c.a[0], wide, c.a[0] + (c.b ? c.b[0] : 0));
  context.fillStyle = colours.soft;
  for (const g of gaps)
    for (let x = Math.ceil(g.fromPx / 8) * 8; x < g.toPx - 2; x += 8)
      context.fillRect(x, middlePx - 1, 3, 2);
  // pinched: the RF history is closed by a bar right across the middle
  context.fillStyle = colours.bad;
  if (!p.isOff)
    for (const s of rangesOf(columns, (c) => c.isPinched, columnPx))
      context.fillRect(s.fromPx, middlePx - 9, Math.max(2.5, s.toPx - s.fromPx), 18);
  // spoiled: teeth along the middle
  for (const s of rangesOf(columns, (c) => c.hasInterference, columnPx))
    for (let x = Math.floor(s.fromPx / 4) * 4; x < s.toPx; x += 4)
      context.fillRect(x, middlePx - 7, 2, 14);
  // too strong: caps at both edges
  context.fillStyle = colours.watch;
  for (const s of rangesOf(columns, (c) => c.isOverloaded, columnPx)) {
    context.fillRect(s.fromPx, 0, Math.max(3, s.toPx - s.fromPx), 4);
    context.fillRect(s.fromPx, p.heightPx - 4, Math.max(3, s.toPx - s.fromPx), 4);
  }
  context.fillStyle = colours.ink;
  context.fillRect(0, middlePx - 0.75, p.widthPx, 1.5);
  for (const share of p.marks) {
    const x = share * p.widthPx;
    context.fillRect(x - 1, 0, 2, p.heightPx);
    context.beginPath();
    context.moveTo(x - 6, 0);
    context.lineTo(x + 6, 0);
    context.lineTo(x, 9);
    context.fill();
  }
}

const Frame = styled.div`
  min-width: 0;
  canvas {
    display: block;
    max-width: 100%;
  }
`;
