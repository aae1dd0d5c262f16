import { defined, lastOf, numberAt } from "~/core/units/items";
import { type KeyboardEvent, type PointerEvent, useMemo, useRef } from "react";
import styled from "styled-components";
import { CHARTS_TEXTS } from "~/contract/messages/screens/parts/charts";
import { MONO } from "~/app/ui/theme/theme";
import { AxisText } from "~/app/charts/AxisText";
import { useWidth } from "~/app/charts/useWidth";
import { draggedTo, staircaseLayout, type StairStage } from "./staircaseLayout";

export interface StaircaseChartProps {
  stages: StairStage[];
  aimHeadroomDb: number;
  label: string;
  /** Steps that can be turned, by the name of their stage. */
  controls?: Readonly<Partial<Record<string, StairControl>>>;
}

export interface StairControl {
  /** What is turned, in words. */
  label: string;
  db: number;
  stepsDb: readonly number[];
  text: string;
  onChange: (db: number) => void;
}

const round = (db: number) => String(Math.round(db)).replace("-", "−");

/** Microphone, pack, receiver, input as steps between a noise floor and a ceiling. */
export function StaircaseChart({
  stages,
  aimHeadroomDb,
  label,
  controls = {},
}: StaircaseChartProps) {
  const { ref, widthPx } = useWidth<HTMLDivElement>(620);
  const layout = useMemo(
    () => staircaseLayout(stages, { widthPx, heightPx: 250, aimHeadroomDb }),
    [stages, widthPx, aimHeadroomDb],
  );
  const isSmall = widthPx < 480;
  return (
    <figure ref={ref} style={{ minWidth: 0 }}>
      <svg
        role={Object.keys(controls).length > 0 ? "group" : "img"}
        aria-label={label}
        width={widthPx}
        height={layout.heightPx}
        style={{ display: "block", maxWidth: "100%" }}
      >
        {layout.scaleTicks.map((t) => (
          <g key={t.text}>
            <Grid x1={40} x2={widthPx} y1={t.y} y2={t.y} />
            <AxisText data-end x={34} y={t.y + 4}>
              {t.text}
            </AxisText>
          </g>
        ))}
        <Ceiling x1={40} x2={widthPx} y1={layout.ceilingY} y2={layout.ceilingY} />
        {layout.steps.map((s) => (
          <g key={s.name}>
            <Noise
              x={s.x + 3}
              width={s.width - 6}
              y={s.noiseY}
              height={Math.max(0, layout.heightPx - 52 - s.noiseY)}
            />
            <Speech
              x={s.x + s.width * 0.28}
              width={s.width * 0.44}
              y={s.rmsY}
              height={Math.max(1, s.noiseY - s.rmsY)}
            />
            <Peak
              x={s.x + s.width * 0.28}
              width={s.width * 0.44}
              y={s.peakY}
              height={Math.max(2, s.rmsY - s.peakY)}
              data-clips={s.isClipping || undefined}
              data-tight={s.isTight || undefined}
            />
            <Headroom
              x={s.centreX}
              y={layout.ceilingY - 8}
              data-clips={s.isClipping || undefined}
              data-tight={s.isTight || undefined}
            >
              {s.isClipping
                ? CHARTS_TEXTS.clipsByDb(round(-s.headroomDb))
                : isSmall
                  ? CHARTS_TEXTS.db(round(s.headroomDb))
                  : CHARTS_TEXTS.dbFree(round(s.headroomDb))}
            </Headroom>
            <Name x={s.centreX} y={layout.heightPx - 32}>
              {s.name}
            </Name>
            <Setting x={s.centreX} y={layout.heightPx - 14}>
              {s.setting}
            </Setting>
            {controls[s.name] && (
              <Turn
                control={defined(controls[s.name])}
                x={s.x + 3}
                y={4}
                width={s.width - 6}
                height={layout.heightPx - 8}
                gripX={s.centreX}
                gripY={s.peakY}
                dbPx={layout.dbPx}
              />
            )}
          </g>
        ))}
      </svg>
    </figure>
  );
}

/** A step that is dragged up and down, or turned by the arrow keys. */
function Turn({
  control: c,
  x,
  y,
  width,
  height,
  gripX,
  gripY,
  dbPx,
}: {
  control: StairControl;
  x: number;
  y: number;
  width: number;
  height: number;
  gripX: number;
  gripY: number;
  dbPx: number;
}) {
  const from = useRef<{ y: number; db: number } | null>(null);
  const sorted = useMemo(() => [...c.stepsDb].sort((a, b) => a - b), [c.stepsDb]);
  const [low, high] = [numberAt(sorted, 0), lastOf(sorted)];
  const by = (steps: number) =>
    c.onChange(
      numberAt(
        sorted,
        Math.max(
          0,
          Math.min(sorted.length - 1, sorted.findLastIndex((db) => db <= c.db + 1e-9) + steps),
        ),
      ),
    );
  const keys: Partial<Record<string, () => void>> = {
    ArrowUp: () => by(1),
    ArrowRight: () => by(1),
    ArrowDown: () => by(-1),
    ArrowLeft: () => by(-1),
    PageUp: () => by(5),
    PageDown: () => by(-5),
    Home: () => c.onChange(low),
    End: () => c.onChange(high),
  };
  return (
    <Handle
      role="slider"
      tabIndex={0}
      aria-label={c.label}
      aria-orientation="vertical"
      aria-valuemin={low}
      aria-valuemax={high}
      aria-valuenow={c.db}
      aria-valuetext={c.text}
      onKeyDown={(e: KeyboardEvent) => {
        const turn = keys[e.key];
        if (turn) {
          e.preventDefault();
          turn();
        }
      }}
      onPointerDown={(e: PointerEvent<SVGGElement>) => {
        from.current = { y: e.clientY, db: c.db };
        e.currentTarget.setPointerCapture(e.pointerId);
      }}
      onPointerMove={(e: PointerEvent) => {
        if (from.current) {
          const db = draggedTo(from.current.db, from.current.y - e.clientY, dbPx, sorted);
          if (db !== c.db) c.onChange(db);
        }
      }}
      onPointerUp={() => {
        from.current = null;
      }}
      onPointerCancel={() => {
        from.current = null;
      }}
    >
      <rect x={x} y={y} width={width} height={height} rx={3} fill="transparent" />
      <path
        data-halo
        d={`M${gripX - 9},${gripY - 5} l9,-8 l9,8 M${gripX - 9},${gripY + 5} l9,8 l9,-8`}
      />
      <path d={`M${gripX - 9},${gripY - 5} l9,-8 l9,8 M${gripX - 9},${gripY + 5} l9,8 l9,-8`} />
    </Handle>
  );
}

const Handle = styled.g`
  cursor: ns-resize;
  touch-action: none;
  outline: none;
  path {
    fill: none;
    stroke: var(--accent);
    stroke-width: 2.5;
  }
  path[data-halo] {
    stroke: var(--sheet);
    stroke-width: 6;
  }
  &:hover path:not([data-halo]) {
    stroke-width: 3.5;
  }
  &:focus-visible rect {
    stroke: var(--accent);
    stroke-width: 2.5;
  }
`;
const Grid = styled.line`
  stroke: var(--rule);
`;
const Ceiling = styled.line`
  stroke: var(--ink);
  stroke-width: 2;
`;
const Noise = styled.rect`
  fill: var(--air);
  opacity: 0.55;
`;
const Speech = styled.rect`
  fill: var(--ink);
  opacity: 0.28;
`;
const Peak = styled.rect`
  fill: var(--ink);
  &[data-tight] {
    fill: var(--watch);
  }
  &[data-clips] {
    fill: var(--bad);
  }
`;
const Headroom = styled.text`
  font-family: ${MONO};
  font-size: 13px;
  text-anchor: middle;
  fill: var(--ink);
  &[data-tight] {
    fill: var(--watch);
    font-weight: 700;
  }
  &[data-clips] {
    fill: var(--bad);
    font-weight: 700;
  }
`;
const Name = styled.text`
  font-size: 15px;
  font-weight: 700;
  text-anchor: middle;
  fill: var(--ink);
`;
const Setting = styled.text`
  font-family: ${MONO};
  font-size: 13px;
  text-anchor: middle;
  fill: var(--soft);
`;
