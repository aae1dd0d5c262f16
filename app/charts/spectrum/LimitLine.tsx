import { type PointerEvent, useState } from "react";
import { limitLineWords } from "~/contract/messages/spectrum";
import * as S from "./SpectrumChart.styles";
import type { NoiseLimitLine, SpectrumLayout } from "./spectrumLayout";

interface LimitLineProps {
  limit: NoiseLimitLine;
  layout: SpectrumLayout;
  /** Power per channel bandwidth that the line was dropped at; absent: it cannot be moved. */
  onMove?: ((channelDbm: number) => void) | undefined;
}

/** Up to where noise is quiet. It can be dragged; keys change it beside the picture. */
export function LimitLine({ limit, layout, onMove }: LimitLineProps) {
  const [draggedY, setDraggedY] = useState<number | null>(null);
  const y = draggedY ?? layout.yOf(limit.binDbm);
  const overBinDb = limit.channelDbm - limit.binDbm;
  const channelDbm =
    draggedY === null ? limit.channelDbm : Math.round(layout.levelAtPx(draggedY) + overBinDb);
  const words = limitLineWords(channelDbm, limit.bandwidthHz / 1000);
  const labelX = freestX(layout, words.length * LETTER_PX);
  const yOf = (event: PointerEvent<SVGElement>) => {
    const svg = event.currentTarget.ownerSVGElement;
    const top = svg ? svg.getBoundingClientRect().top : 0;
    return Math.max(layout.axisY - layout.airPx, Math.min(layout.axisY, event.clientY - top));
  };
  return (
    <>
      <S.Quiet x1={0} x2={layout.widthPx} y1={y} y2={y} />
      <S.QuietLabel x={labelX} y={y - 5}>
        {words}
      </S.QuietLabel>
      {onMove && (
        <S.LimitGrip
          x={0}
          width={layout.widthPx}
          y={y - S.LIMIT_GRIP_PX / 2}
          height={S.LIMIT_GRIP_PX}
          data-grip="noise-limit"
          onPointerDown={(event) => {
            event.stopPropagation();
            event.currentTarget.setPointerCapture(event.pointerId);
            setDraggedY(yOf(event));
          }}
          onPointerMove={(event) => {
            if (draggedY === null) return;
            event.stopPropagation();
            setDraggedY(yOf(event));
          }}
          onPointerUp={(event) => {
            event.stopPropagation();
            setDraggedY(null);
            if (channelDbm !== Math.round(limit.channelDbm)) onMove(channelDbm);
          }}
          onPointerCancel={() => setDraggedY(null)}
        />
      )}
    </>
  );
}

/** The label's letters are so wide, and its place is looked for in such steps. */
const LETTER_PX = 7.9;
const SEARCH_PX = 12;
/** The labels of the level axis stand here. */
const AXIS_PX = 48;

/** Where a label of some width hides the fewest poles; the right edge where it matters not. */
function freestX({ widthPx, flags }: SpectrumLayout, labelPx: number): number {
  const starts = Array.from(
    { length: Math.max(1, Math.floor((widthPx - AXIS_PX - labelPx) / SEARCH_PX)) },
    (_, i) => widthPx - 4 - labelPx - i * SEARCH_PX,
  );
  const hidden = (from: number) =>
    flags.filter((f) => f.x > from - 4 && f.x < from + labelPx + 4).length;
  return starts.reduce((best, from) => (hidden(from) < hidden(best) ? from : best), starts[0] ?? 0);
}
