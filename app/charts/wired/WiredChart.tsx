import { useMemo } from "react";
import styled from "styled-components";
import { CHARTS_TEXTS } from "~/contract/messages/screens/parts/charts";
import { MONO } from "~/app/ui/theme/theme";
import { AxisText } from "~/app/charts/AxisText";
import { useWidth } from "~/app/charts/useWidth";
import { wiredLayout, type WiredSpan } from "./wiredLayout";

export interface WiredChartProps {
  packs: readonly (readonly WiredSpan[])[];
  ranges: readonly { startMs: number; endMs: number; talkers: readonly string[] }[];
  have: number;
  label: string;
}

/** Who wears a pack when, and which pack goes from whom to whom. */
export function WiredChart({ packs, ranges, have, label }: WiredChartProps) {
  const { ref, widthPx } = useWidth<HTMLDivElement>(860);
  const layout = useMemo(
    () => wiredLayout(packs, ranges, { widthPx, have }),
    [packs, ranges, widthPx, have],
  );
  return (
    <figure ref={ref} style={{ minWidth: 0 }}>
      <svg
        role="img"
        aria-label={label}
        width={widthPx}
        height={layout.heightPx}
        style={{ display: "block", maxWidth: "100%" }}
      >
        {layout.ticks.map((t) => (
          <g key={t.x}>
            <Grid x1={t.x} x2={t.x} y1={24} y2={layout.heightPx - 20} />
            <AxisText data-middle x={t.x} y={layout.heightPx - 5}>
              {t.text}
            </AxisText>
          </g>
        ))}
        <RowLabel x={0} y={18}>
          {CHARTS_TEXTS.atOnce}
        </RowLabel>
        {layout.counts.map((c) => (
          <Count key={c.x} x={c.x + c.width / 2} y={18} data-over={c.isOver || undefined}>
            {c.isOver ? CHARTS_TEXTS.of(c.count, have) : c.count}
          </Count>
        ))}
        {layout.rows.map((r) => (
          <g key={r.label}>
            <RowLabel x={0} y={r.y + 21}>
              {r.label}
            </RowLabel>
            {r.spans.map((s) => (
              <g key={s.x}>
                <Bar
                  x={s.x}
                  y={r.y + 3}
                  width={s.width}
                  height={27}
                  data-assigned={s.isAssignedOn || undefined}
                />
                <clipPath id={`clip${r.y}-${Math.round(s.x)}`}>
                  <rect x={s.x} y={r.y} width={Math.max(0, s.width - 4)} height={32} />
                </clipPath>
                <Name x={s.x + 6} y={r.y + 21} clipPath={`url(#clip${r.y}-${Math.round(s.x)})`}>
                  {s.talker}
                </Name>
                <title>{CHARTS_TEXTS.scene(s.talker, s.scenes)}</title>
              </g>
            ))}
          </g>
        ))}
      </svg>
    </figure>
  );
}

const Grid = styled.line`
  stroke: var(--rule);
`;
const RowLabel = styled.text`
  font-size: 14px;
  fill: var(--soft);
`;
const Count = styled.text`
  font-family: ${MONO};
  font-size: 14px;
  fill: var(--ink);
  text-anchor: middle;
  &[data-over] {
    fill: var(--bad);
    font-weight: 700;
  }
`;
const Bar = styled.rect`
  fill: var(--air);
  stroke: var(--paper);
  &[data-assigned] {
    stroke: var(--accent);
    stroke-width: 2;
  }
`;
const Name = styled.text`
  font-size: 14px;
  font-weight: 600;
  fill: var(--ink);
`;
