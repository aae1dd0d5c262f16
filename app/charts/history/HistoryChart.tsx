import { useCallback } from "react";
import styled from "styled-components";
import type { SweepHistory } from "~/core/spectrum/overTime";
import { useCanvas } from "~/app/charts/useCanvas";
import { useWidth } from "~/app/charts/useWidth";

const ROW_PX = 9;
const MAX_HEIGHT_PX = 260;
/** So far over the floor a cell is full ink. */
const FULL_INK_DB = 40;
/** Below this it is paper: noise is not drawn. */
const PAPER_DB = 5;

/** How dark a cell is, 0 … 1. */
export const inkOf = (overDb: number): number =>
  overDb < PAPER_DB
    ? 0
    : Math.min(1, 0.15 + (0.85 * (overDb - PAPER_DB)) / (FULL_INK_DB - PAPER_DB));

/**
 * Passes under each other, oldest at the top: ink where something stood over the floor. The
 * frequency axis is the spectrum's above it.
 */
export function HistoryChart({ history, label }: { history: SweepHistory; label: string }) {
  const { ref, widthPx } = useWidth<HTMLDivElement>(860);
  const rowPx = Math.max(
    2,
    Math.min(ROW_PX, Math.floor(MAX_HEIGHT_PX / Math.max(1, history.rows.length))),
  );
  const heightPx = rowPx * history.rows.length;
  const draw = useCallback(
    (pen: CanvasRenderingContext2D, colour: (name: string) => string) => {
      const cellPx = widthPx / history.columns;
      const [ink, rule] = [colour("ink"), colour("rule")];
      history.rows.forEach((row, r) =>
        row.forEach((over, c) => {
          pen.globalAlpha = over < 0 ? 1 : inkOf(over);
          pen.fillStyle = over < 0 ? rule : ink;
          const x = Math.round(c * cellPx);
          if (pen.globalAlpha > 0)
            pen.fillRect(x, r * rowPx, Math.max(1, Math.round((c + 1) * cellPx) - x), rowPx - 1);
        }),
      );
    },
    [history, widthPx, rowPx],
  );
  const canvas = useCanvas(widthPx, heightPx, draw);
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

const Frame = styled.div`
  canvas {
    display: block;
    border-top: 1px solid var(--rule);
    border-bottom: 1px solid var(--soft);
  }
`;
