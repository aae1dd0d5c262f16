import styled from "styled-components";
import { useWidth } from "~/app/charts/useWidth";

const HEIGHT_PX = 84;
const LOWEST_DB = -60;

/**
 * A take as its peaks lie, on a scale in decibels: full scale is the top, and the line is what the
 * loudest is aimed at.
 */
export function TakeChart({
  outline,
  label,
  aimDbfs,
}: {
  outline: readonly number[];
  label: string;
  aimDbfs: number;
}) {
  const { ref, widthPx } = useWidth<HTMLDivElement>(600);
  const share = (dbfs: number) => Math.max(0, Math.min(1, 1 - dbfs / LOWEST_DB));
  const step = widthPx / Math.max(1, outline.length);
  return (
    <figure ref={ref} style={{ minWidth: 0 }}>
      <svg
        role="img"
        aria-label={label}
        width={widthPx}
        height={HEIGHT_PX}
        style={{ display: "block", maxWidth: "100%" }}
      >
        {outline.map((peak, i) => {
          const height = peak > 0 ? share(20 * Math.log10(peak)) * (HEIGHT_PX - 2) : 0;
          return (
            <Bar
              key={i}
              x={i * step}
              width={Math.max(1, step - 1)}
              y={HEIGHT_PX - height}
              height={height}
              data-hot={peak >= 0.999 || undefined}
            />
          );
        })}
        <Top x1={0} x2={widthPx} y1={1} y2={1} />
        <Aim
          x1={0}
          x2={widthPx}
          y1={HEIGHT_PX - share(aimDbfs) * (HEIGHT_PX - 2)}
          y2={HEIGHT_PX - share(aimDbfs) * (HEIGHT_PX - 2)}
        />
      </svg>
    </figure>
  );
}

const Bar = styled.rect`
  fill: var(--ink);
  opacity: 0.6;
  &[data-hot] {
    fill: var(--bad);
    opacity: 1;
  }
`;
const Top = styled.line`
  stroke: var(--ink);
  stroke-width: 2;
`;
const Aim = styled.line`
  stroke: var(--accent);
  stroke-width: 1.5;
  stroke-dasharray: 5 4;
`;
