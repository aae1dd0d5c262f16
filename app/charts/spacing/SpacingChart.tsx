import { scaleLinear } from "d3";
import styled from "styled-components";
import { CHARTS_TEXTS } from "~/contract/messages/screens/parts/charts";
import { AxisText } from "~/app/charts/AxisText";
import { useWidth } from "~/app/charts/useWidth";

const [HEIGHT_PX, LEFT_PX, BOTTOM_PX] = [130, 44, 20];
const MAX_M = 2;

/** How alike two antennas fade, over what lies between them. */
export function SpacingChart({
  quarterM,
  spacingM,
  alikeAt,
  metres,
}: {
  quarterM: number;
  spacingM: number;
  alikeAt: (m: number) => number;
  metres: (m: number) => string;
}) {
  const { ref, widthPx } = useWidth<HTMLDivElement>(600);
  const x = scaleLinear()
    .domain([0, MAX_M])
    .range([LEFT_PX, widthPx - 20]);
  const y = scaleLinear()
    .domain([0, 1])
    .range([HEIGHT_PX - BOTTOM_PX, 8]);
  const line = Array.from({ length: 161 }, (_, i) => (i / 160) * MAX_M)
    .map((m) => `${x(m).toFixed(1)},${y(alikeAt(m)).toFixed(1)}`)
    .join("L");
  return (
    <div ref={ref}>
      <svg
        role="img"
        aria-label={CHARTS_TEXTS.atTheirFadingIsAlike(
          metres(spacingM),
          Math.round(alikeAt(spacingM) * 100),
        )}
        width={widthPx}
        height={HEIGHT_PX}
        viewBox={`0 0 ${widthPx} ${HEIGHT_PX}`}
        style={{ display: "block", maxWidth: "100%" }}
      >
        {[0, 0.5, 1].map((v) => (
          <g key={v}>
            <Line x1={LEFT_PX} x2={widthPx - 8} y1={y(v)} y2={y(v)} />
            <AxisText x={LEFT_PX - 6} y={y(v) + 4} data-end>{`${v * 100} %`}</AxisText>
          </g>
        ))}
        {[0, 0.5, 1, 1.5, 2].map((m) => (
          <AxisText key={m} x={x(m)} y={HEIGHT_PX - 4} data-middle>
            {metres(m)}
          </AxisText>
        ))}
        <Quarter x1={x(quarterM)} x2={x(quarterM)} y1={8} y2={HEIGHT_PX - BOTTOM_PX} />
        <AxisText x={x(quarterM) + 5} y={18}>
          {CHARTS_TEXTS.quarterWave}
        </AxisText>
        <Curve d={`M${line}`} />
        <Dot cx={x(Math.min(MAX_M, spacingM))} cy={y(alikeAt(spacingM))} r={6} />
      </svg>
    </div>
  );
}

const Line = styled.line`
  stroke: var(--rule);
  stroke-width: 1;
`;
const Quarter = styled.line`
  stroke: var(--watch);
  stroke-width: 1.5;
  stroke-dasharray: 4 4;
`;
const Curve = styled.path`
  fill: none;
  stroke: var(--ink);
  stroke-width: 2;
`;
const Dot = styled.circle`
  fill: var(--accent);
  stroke: var(--sheet);
  stroke-width: 2;
`;
