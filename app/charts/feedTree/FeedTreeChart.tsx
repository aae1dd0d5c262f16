import styled from "styled-components";
import { feedTreeLayout, type FeedTreeNode } from "./feedTreeLayout";

const COLUMN_PX = 168;
const SHAPES = { antenna: "⊤", part: "", distribution: "⋔", receiver: "▭" } as const;

/** A feed as it is plugged: antennas at the left, receivers at the right. */
export function FeedTreeChart({ roots, label }: { roots: readonly FeedTreeNode[]; label: string }) {
  const { nodes, links, widthPx, heightPx } = feedTreeLayout(roots, COLUMN_PX);
  return (
    <Frame>
      <svg width={widthPx} height={heightPx} role="img" aria-label={label}>
        {links.map((l) => (
          <path
            key={l.id}
            d={`M${l.fromXPx},${l.fromYPx} H${(l.fromXPx + l.toXPx) / 2} V${l.toYPx} H${l.toXPx}`}
          />
        ))}
        {nodes.map((n) => (
          <g
            key={n.id}
            transform={`translate(${n.xPx},${n.yPx})`}
            data-problem={n.isProblem || undefined}
          >
            <text data-kind={n.kind} y={n.note === "" ? 5 : -1}>
              {`${n.isProblem ? "! " : ""}${SHAPES[n.kind]} ${n.label}`.trim()}
            </text>
            {n.note !== "" && (
              <text data-note y={14}>
                {n.note}
              </text>
            )}
          </g>
        ))}
      </svg>
    </Frame>
  );
}

const Frame = styled.div`
  overflow-x: auto;
  svg {
    display: block;
  }
  path {
    fill: none;
    stroke: var(--soft);
    stroke-width: 1.2;
  }
  text {
    font-size: 14px;
    fill: var(--ink);
  }
  text[data-kind="distribution"],
  text[data-kind="receiver"] {
    font-weight: 700;
  }
  text[data-note] {
    font-size: 12px;
    fill: var(--soft);
  }
  g[data-problem] text {
    fill: var(--bad);
  }
`;
