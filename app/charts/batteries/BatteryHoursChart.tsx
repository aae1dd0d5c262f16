import { scaleLinear } from "d3";
import styled from "styled-components";
import { AxisText } from "~/app/charts/AxisText";
import { useWidth } from "~/app/charts/useWidth";

export interface BatteryLine {
  points: readonly { atMs: number; hours: number }[];
  needs: readonly { startMs: number; endMs: number }[];
  changesMs: readonly number[];
  hours: number;
  /** Where the reserve is touched. */
  shortMs: readonly number[];
}

export interface BatteryHoursChartProps {
  line: BatteryLine;
  fromMs: number;
  toMs: number;
  nowMs: number;
  breaks: readonly { startMs: number; endMs: number }[];
  reserveHours: number;
  label: string;
  clock: (ms: number) => string;
  hasAxis: boolean;
  /** Height of the hours, without the axis. */
  heightPx: number;
}

const AXIS_PX = 18;

/**
 * The hours left in one pack along the day: what it is needed for as bars below, breaks as gaps in
 * the ground, a change as a flag, the reserve as a line.
 */
export function BatteryHoursChart({
  line,
  fromMs,
  toMs,
  nowMs,
  breaks,
  reserveHours,
  label,
  clock,
  hasAxis,
  heightPx: hoursPx,
}: BatteryHoursChartProps) {
  const { ref, widthPx } = useWidth<HTMLDivElement>(420);
  const x = scaleLinear()
    .domain([fromMs, toMs])
    .range([2, widthPx - 2]);
  const y = scaleLinear()
    .domain([0, Math.max(1, line.hours)])
    .range([hoursPx - 8, 4]);
  const heightPx = hoursPx + (hasAxis ? AXIS_PX : 0);
  const path = line.points
    .map((p, i) => `${i === 0 ? "M" : "L"}${x(p.atMs).toFixed(1)},${y(p.hours).toFixed(1)}`)
    .join("");
  const hour = 3_600_000;
  const step = (toMs - fromMs) / hour > 9 ? 2 : 1;
  const ticks = Array.from(
    { length: 40 },
    (_, i) => (Math.ceil(fromMs / (step * hour)) + i) * step * hour,
  ).filter((t) => t <= toMs);
  return (
    <div ref={ref}>
      <svg
        role="img"
        aria-label={label}
        width={widthPx}
        height={heightPx}
        viewBox={`0 0 ${widthPx} ${heightPx}`}
        style={{ display: "block", maxWidth: "100%" }}
      >
        {breaks.map((b) => (
          <Break
            key={b.startMs}
            x={x(Math.max(fromMs, b.startMs))}
            width={Math.max(1, x(Math.min(toMs, b.endMs)) - x(Math.max(fromMs, b.startMs)))}
            y={0}
            height={hoursPx}
          />
        ))}
        {ticks.map((t) => (
          <Tick key={t} x1={x(t)} x2={x(t)} y1={hoursPx - 4} y2={hoursPx} />
        ))}
        {line.needs.map((n) => (
          <Need
            key={n.startMs}
            x={x(n.startMs)}
            width={Math.max(2, x(n.endMs) - x(n.startMs))}
            y={hoursPx - 6}
            height={5}
          />
        ))}
        <Reserve x1={x(fromMs)} x2={x(toMs)} y1={y(reserveHours)} y2={y(reserveHours)} />
        <Line d={path} />
        {line.shortMs.map((ms) => (
          <Short key={ms} d={`M${x(ms) - 5},${y(reserveHours) - 5}l10,10m0,-10l-10,10`} />
        ))}
        {line.changesMs.map((ms) => (
          <Flag key={ms} d={`M${x(ms)},${hoursPx}V2h11l-4,5l4,5h-11`} />
        ))}
        <Now x1={x(nowMs)} x2={x(nowMs)} y1={0} y2={hoursPx} />
        {hasAxis &&
          ticks.map((t) => (
            <AxisText data-middle key={t} x={x(t)} y={heightPx - 3}>
              {clock(t)}
            </AxisText>
          ))}
      </svg>
    </div>
  );
}

const Break = styled.rect`
  fill: var(--hover);
`;
const Tick = styled.line`
  stroke: var(--rule);
`;
const Need = styled.rect`
  fill: var(--air-edge);
`;
const Reserve = styled.line`
  stroke: var(--watch);
  stroke-dasharray: 4 4;
`;
const Line = styled.path`
  fill: none;
  stroke: var(--ink);
  stroke-width: 2;
`;
const Short = styled.path`
  fill: none;
  stroke: var(--bad);
  stroke-width: 3;
  stroke-linecap: round;
`;
const Flag = styled.path`
  fill: var(--accent);
  stroke: var(--accent);
  stroke-width: 1.6;
`;
const Now = styled.line`
  stroke: var(--soft);
  stroke-width: 1;
`;
