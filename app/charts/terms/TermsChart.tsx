import { formatRfLevel } from "~/contract/messages/format";
import { CHARTS_TEXTS } from "~/contract/messages/screens/parts/charts";
import { useMemo } from "react";
import styled from "styled-components";
import { MONO, PHONE } from "~/app/ui/theme/theme";
import { useWidth } from "~/app/charts/useWidth";
import { termsLayout, type Term } from "./termsLayout";

export interface TermsChartProps {
  terms: readonly Term[];
  startDbm: number;
  needDbm: number;
}

const signed = (db: number) =>
  Math.abs(db) < 0.05 ? "0.0" : `${db > 0 ? "+" : "−"}${Math.abs(db).toFixed(1)}`;

/** The way of the level from the pack to the receiver, a signed line for each thing on it. */
export function TermsChart({ terms, startDbm, needDbm }: TermsChartProps) {
  const { ref, widthPx } = useWidth<HTMLDivElement>(300);
  const layout = useMemo(
    () => termsLayout(terms, { startDbm, needDbm, widthPx }),
    [terms, startDbm, needDbm, widthPx],
  );
  const need = <Need x1={layout.needX} x2={layout.needX} y1={0} y2={34} />;
  return (
    <List>
      <li>
        <span>{CHARTS_TEXTS.packSends}</span>
        <Db>{formatRfLevel(startDbm)}</Db>
        <div ref={ref}>
          <svg width={widthPx} height={34} aria-hidden>
            {need}
            <Dot cx={layout.startX} cy={17} r={4} />
          </svg>
        </div>
      </li>
      {layout.rows.map((r, i) => (
        <li key={i}>
          <span>
            {r.label}
            <small>{r.source}</small>
          </span>
          <Db>{CHARTS_TEXTS.dbWith(signed(r.db))}</Db>
          <div>
            <svg width={widthPx} height={34} aria-hidden>
              {need}
              <Bar
                x={Math.min(r.fromX, r.toX)}
                y={11}
                width={Math.max(1.5, Math.abs(r.toX - r.fromX))}
                height={12}
                data-gain={r.db > 0 || undefined}
              />
            </svg>
          </div>
        </li>
      ))}
      <Total>
        <span>{CHARTS_TEXTS.arrives}</span>
        <Db>{formatRfLevel(layout.endDbm)}</Db>
        <div>
          <svg width={widthPx} height={34} aria-hidden>
            {need}
            <Dot cx={layout.endX} cy={17} r={5} />
          </svg>
        </div>
      </Total>
      <li>
        <span>
          {CHARTS_TEXTS.theReceiverNeeds}
          <small>{CHARTS_TEXTS.noiseFloorPlusTheSignal}</small>
        </span>
        <Db>{formatRfLevel(needDbm)}</Db>
        <div>
          <svg width={widthPx} height={34} aria-hidden>
            {need}
          </svg>
        </div>
      </li>
    </List>
  );
}

const List = styled.ol`
  list-style: none;
  display: flex;
  flex-direction: column;
  li {
    display: grid;
    grid-template-columns: minmax(190px, 1.1fr) 92px minmax(120px, 1fr);
    gap: 12px;
    align-items: center;
    border-bottom: 1px solid var(--rule);
    min-height: 38px;
  }
  small {
    display: block;
    color: var(--soft);
    font-size: 13px;
    line-height: 1.2;
  }
  svg {
    display: block;
    max-width: 100%;
  }
  ${PHONE} {
    li {
      grid-template-columns: 1fr auto;
    }
    li > div {
      grid-column: 1 / -1;
    }
  }
`;
const Total = styled.li`
  font-weight: 700;
`;
const Db = styled.span`
  font-family: ${MONO};
  text-align: right;
  white-space: nowrap;
`;
const Need = styled.line`
  stroke: var(--accent);
  stroke-width: 1.5;
  stroke-dasharray: 3 3;
`;
const Bar = styled.rect`
  fill: var(--air-edge);
  &[data-gain] {
    fill: var(--good);
  }
`;
const Dot = styled.circle`
  fill: var(--ink);
`;
