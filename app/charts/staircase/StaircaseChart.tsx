import { useMemo } from "react";
import styled from "styled-components";
import { MONO } from "../../ui/theme/theme";
import { useWidth } from "../useWidth";
import { staircaseLayout, type StairStage } from "./staircaseLayout";

export interface StaircaseChartProps {
  stages: StairStage[];
  aimHeadroomDb: number;
  label: string;
}

const round = (db: number) => String(Math.round(db)).replace("-", "−");

/** Microphone, pack, receiver, input as steps between a noise floor and a ceiling. */
export function StaircaseChart({ stages, aimHeadroomDb, label }: StaircaseChartProps) {
  const { ref, widthPx } = useWidth<HTMLDivElement>(620);
  const layout = useMemo(() => staircaseLayout(stages, { widthPx, heightPx: 250, aimHeadroomDb }), [stages, widthPx, aimHeadroomDb]);
  const isSmall = widthPx < 480;
  return (
    <figure ref={ref} style={{ minWidth: 0 }}>
      <svg role="img" aria-label={label} width={widthPx} height={layout.heightPx} style={{ display: "block", maxWidth: "100%" }}>
        {layout.scaleTicks.map((t) => (
          <g key={t.text}>
            <Grid x1={40} x2={widthPx} y1={t.y} y2={t.y} />
            <Scale x={34} y={t.y + 4}>{t.text}</Scale>
          </g>
        ))}
        <Ceiling x1={40} x2={widthPx} y1={layout.ceilingY} y2={layout.ceilingY} />
        {layout.steps.map((s) => (
          <g key={s.name}>
            <Noise x={s.x + 3} width={s.width - 6} y={s.noiseY} height={Math.max(0, layout.heightPx - 52 - s.noiseY)} />
            <Speech x={s.x + s.width * 0.28} width={s.width * 0.44} y={s.rmsY} height={Math.max(1, s.noiseY - s.rmsY)} />
            <Peak x={s.x + s.width * 0.28} width={s.width * 0.44} y={s.peakY} height={Math.max(2, s.rmsY - s.peakY)} data-clips={s.isClipping || undefined} data-tight={s.isTight || undefined} />
            <Headroom x={s.centreX} y={layout.ceilingY - 8} data-clips={s.isClipping || undefined} data-tight={s.isTight || undefined}>
              {s.isClipping ? `clips by ${round(-s.headroomDb)} dB` : isSmall ? `${round(s.headroomDb)} dB` : `${round(s.headroomDb)} dB free`}
            </Headroom>
            <Name x={s.centreX} y={layout.heightPx - 32}>{s.name}</Name>
            <Setting x={s.centreX} y={layout.heightPx - 14}>{s.setting}</Setting>
          </g>
        ))}
      </svg>
    </figure>
  );
}

const Grid = styled.line`stroke: var(--rule);`;
const Ceiling = styled.line`stroke: var(--ink); stroke-width: 2;`;
const Scale = styled.text`font-family: ${MONO}; font-size: 12px; fill: var(--soft); text-anchor: end;`;
const Noise = styled.rect`fill: var(--air); opacity: 0.55;`;
const Speech = styled.rect`fill: var(--ink); opacity: 0.28;`;
const Peak = styled.rect`
  fill: var(--ink);
  &[data-tight] { fill: var(--watch); }
  &[data-clips] { fill: var(--bad); }
`;
const Headroom = styled.text`
  font-family: ${MONO}; font-size: 13px; text-anchor: middle; fill: var(--ink);
  &[data-tight] { fill: var(--watch); font-weight: 700; }
  &[data-clips] { fill: var(--bad); font-weight: 700; }
`;
const Name = styled.text`font-size: 15px; font-weight: 700; text-anchor: middle; fill: var(--ink);`;
const Setting = styled.text`font-family: ${MONO}; font-size: 13px; text-anchor: middle; fill: var(--soft);`;
