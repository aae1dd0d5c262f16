import styled from "styled-components";
import { CHARTS_TEXTS } from "~/contract/messages/screens/parts/charts";
import { AxisText } from "~/app/charts/AxisText";
import { useWidth } from "~/app/charts/useWidth";
import { type WalkRfPoint, walkRfHistoryLayout } from "./walkRfHistoryLayout";

/** A walk test's readings along the same walk, as what was in hand. */
export interface WalkRfReading {
  atM: number;
  aDb: number;
  bDb: number | null;
}

/**
 * A walk as an RF history: antenna A outward up, B down; with a walk test's readings over what was
 * reckoned.
 */
export function WalkRfHistory({
  points,
  readings = [],
  droppedAtM = [],
  worstM,
  label,
  metres,
  heightPx = 150,
}: {
  points: readonly WalkRfPoint[];
  readings?: readonly WalkRfReading[];
  /** Where a person heard it drop. */
  droppedAtM?: readonly number[];
  worstM: number | null;
  label: string;
  metres: (m: number) => string;
  heightPx?: number;
}) {
  const { ref, widthPx } = useWidth<HTMLDivElement>(600);
  const s = walkRfHistoryLayout(points, widthPx, heightPx);
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
        {[10, 20, 30].map((db) => (
          <g key={db}>
            <Line x1={34} x2={widthPx - 8} y1={s.up(db)} y2={s.up(db)} />
            {s.b && <Line x1={34} x2={widthPx - 8} y1={s.down(db)} y2={s.down(db)} />}
          </g>
        ))}
        <Side d={s.a} />
        {s.b && <Side d={s.b} data-b />}
        {s.pinched.map((p, i) => (
          <Pinch
            key={i}
            x={p.fromPx}
            y={s.middlePx - 7}
            width={Math.max(3, p.toPx - p.fromPx)}
            height={14}
          />
        ))}
        {readings.map((r, i) => (
          <g key={i}>
            <Dot cx={s.x(r.atM)} cy={s.up(r.aDb)} r={1.7} data-out={r.aDb < 0 || undefined} />
            {r.bDb !== null && (
              <Dot cx={s.x(r.atM)} cy={s.down(r.bDb)} r={1.7} data-out={r.bDb < 0 || undefined} />
            )}
          </g>
        ))}
        <Middle x1={34} x2={widthPx - 8} y1={s.middlePx} y2={s.middlePx} />
        {[...(worstM === null ? [] : [worstM]), ...droppedAtM].map((m, i) => (
          <Cross key={i} d={`M${s.x(m) - 6},${s.middlePx - 6}l12,12m0,-12l-12,12`} />
        ))}
        <AxisText x={0} y={s.up(30) + 4}>
          {CHARTS_TEXTS.n30Db}
        </AxisText>
        <AxisText x={8} y={s.middlePx + 5} data-strong>
          A
        </AxisText>
        {s.b && (
          <AxisText x={20} y={s.middlePx + 5} data-strong>
            B
          </AxisText>
        )}
        {s.b && (
          <AxisText x={0} y={s.down(30) + 4}>
            {CHARTS_TEXTS.n30Db}
          </AxisText>
        )}
        {s.ticksM.map((m) => (
          <AxisText key={m} x={s.x(m)} y={heightPx - 3} data-middle={m > 0 || undefined}>
            {metres(m)}
          </AxisText>
        ))}
      </svg>
    </div>
  );
}

const Line = styled.line`
  stroke: var(--rule);
  stroke-width: 1;
`;
const Middle = styled.line`
  stroke: var(--ink);
  stroke-width: 1.6;
`;
const Side = styled.path`
  fill: var(--air);
  stroke: var(--air-edge);
  stroke-width: 1.4;
  &[data-b] {
    opacity: 0.8;
  }
`;
const Pinch = styled.rect`
  fill: var(--bad);
`;
const Dot = styled.circle`
  fill: var(--ink);
  &[data-out] {
    fill: var(--bad);
  }
`;
const Cross = styled.path`
  fill: none;
  stroke: var(--bad);
  stroke-width: 3.4;
  stroke-linecap: round;
`;
