import { type PointerEvent, useState } from "react";
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
  const yOf = (event: PointerEvent<SVGElement>) => {
    const svg = event.currentTarget.ownerSVGElement;
    const top = svg ? svg.getBoundingClientRect().top : 0;
    return Math.max(layout.spineY - layout.airPx, Math.min(layout.spineY, event.clientY - top));
  };
  return (
    <>
      <S.Quiet x1={0} x2={layout.widthPx} y1={y} y2={y} />
      <S.QuietLabel
        x={layout.widthPx - 4}
        y={y - 5}
      >{`noise limit −${Math.abs(channelDbm)} dBm in a channel`}</S.QuietLabel>
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
