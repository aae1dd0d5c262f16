import styled from "styled-components";

export const Box = styled.div`
  min-width: 0;
  width: 100%;
  &[data-fills] {
    flex: 1 1 0;
    max-height: var(--whole);
    min-height: min(var(--whole), max(280px, min(72vw, 420px)));
    overflow: hidden;
  }
`;
export const Sheet = styled.svg`
  display: block;
  border: 1px solid var(--rule);
  user-select: none;
  touch-action: none;
  background: var(--paper);
  max-width: 100%;
  &[data-handles] {
    touch-action: pan-y;
  }
  &[data-handles] [data-handle] {
    touch-action: none;
    cursor: grab;
  }
  &[data-cursor="crosshair"] {
    cursor: crosshair;
  }
  &[data-cursor="grab"] {
    cursor: grab;
  }
`;
export const Ground = styled.rect`
  fill: var(--sheet);
`;
export const GridLine = styled.line`
  stroke: var(--rule);
  stroke-width: 1;
  opacity: 0.6;
`;
export const Hatch = styled.line`
  stroke: var(--air-edge);
  stroke-width: 1.6;
  &[data-tone="bad"] {
    stroke: var(--bad);
    stroke-width: 2.4;
    opacity: 0.55;
  }
`;
/** The more in hand, the paler: what is thin stands out, what does not hold is hatched. */
export const Band = styled.path`
  stroke: var(--air-edge);
  stroke-width: 1;
  fill-rule: evenodd;
  fill: var(--sheet);
  &[data-from="0"] {
    fill: color-mix(in srgb, var(--watch) 34%, var(--sheet));
    stroke: var(--bad);
    stroke-width: 1.6;
  }
  &[data-from="10"] {
    fill: color-mix(in srgb, var(--air) 80%, var(--sheet));
    stroke: var(--watch);
  }
  &[data-from="20"] {
    fill: color-mix(in srgb, var(--air) 42%, var(--sheet));
  }
  &[data-from="30"] {
    fill: color-mix(in srgb, var(--air) 12%, var(--sheet));
  }
`;
const selected = "&[data-selected] { stroke: var(--accent); }";
export const Area = styled.polygon`
  fill: none;
  stroke: var(--soft);
  stroke-width: 1.5;
  stroke-dasharray: 7 5;
  ${selected}
`;
export const Obstacle = styled.polygon`
  stroke: var(--ink);
  stroke-width: 1.5;
  &[data-material="steel"],
  &[data-material="metal"] {
    stroke-width: 2.5;
  }
  ${selected}
`;
export const Wall = styled.line`
  stroke: color-mix(in srgb, var(--ink) 62%, var(--rule));
  stroke-linecap: butt;
  &[data-material="wood"] {
    stroke: color-mix(in srgb, var(--soft) 55%, var(--accent));
  }
  &[data-material="glass"] {
    stroke: var(--air-edge);
  }
  &[data-material="plasterboard"],
  &[data-material="layers"],
  &[data-material="ceiling-board"],
  &[data-material="chipboard"] {
    stroke: var(--soft);
  }
  &[data-material="brick"] {
    stroke: color-mix(in srgb, var(--soft) 72%, var(--bad));
  }
  &[data-material="steel"],
  &[data-material="metal"] {
    stroke: var(--ink);
    stroke-dasharray: 12 2;
  }
  ${selected}
`;
export const Walk = styled.path`
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.6;
  stroke-dasharray: 2 5;
  stroke-linecap: round;
  stroke-linejoin: round;
  &[data-traced] {
    opacity: 0.35;
  }
  ${selected}
`;
export const Trace = styled.path`
  fill: none;
  stroke-width: 4;
  stroke-linecap: round;
  stroke-linejoin: round;
  stroke: var(--good);
  &[data-grade="watch"] {
    stroke: var(--watch);
    stroke-width: 6;
  }
  &[data-grade="bad"] {
    stroke: var(--bad);
    stroke-width: 9;
    stroke-linecap: butt;
    stroke-dasharray: 3 3;
  }
`;
export const Arrow = styled.path`
  fill: none;
  stroke: var(--ink);
  stroke-width: 2;
`;
export const MarkBox = styled.rect`
  fill: var(--ink);
  stroke: var(--sheet);
  stroke-width: 1;
`;
export const MarkText = styled.text`
  font-size: 12px;
  font-weight: 700;
  text-anchor: middle;
  fill: var(--on-ink);
`;
export const Stand = styled.path`
  fill: none;
  stroke: var(--soft);
  stroke-width: 1.8;
  ${selected}
`;
export const Cable = styled.path`
  fill: none;
  stroke: var(--accent);
  stroke-width: 1.6;
  stroke-dasharray: 5 4;
`;
export const Cart = styled.rect`
  fill: var(--sheet);
  stroke: var(--ink);
  stroke-width: 2.2;
  ${selected}
`;
export const Mast = styled.circle`
  fill: var(--accent);
  stroke: var(--sheet);
  stroke-width: 2;
  &[data-selected] {
    stroke: var(--ink);
    stroke-width: 3;
  }
  &[data-spare] {
    fill: var(--soft);
  }
`;
export const MastText = styled.text`
  font-size: 12.5px;
  font-weight: 700;
  text-anchor: middle;
  fill: var(--on-ink);
  pointer-events: none;
`;
export const Beam = styled.path`
  fill: var(--accent);
  opacity: 0.28;
`;
export const Handle = styled.circle`
  fill: var(--sheet);
  stroke: var(--accent);
  stroke-width: 2.2;
`;
export const Stroke = styled.path`
  fill: none;
  stroke: var(--accent);
  stroke-width: 2.4;
`;
export const Scale = styled.path`
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.4;
`;
export const Name = styled.text`
  font-size: 13px;
  fill: var(--ink);
  pointer-events: none;
  &[data-halo] {
    paint-order: stroke;
    stroke: var(--sheet);
    stroke-width: 3.5px;
    stroke-linejoin: round;
  }
  &[data-strong] {
    font-weight: 700;
    font-size: 14px;
  }
`;
export const MarkerDot = styled.path`
  fill: none;
  stroke: var(--bad);
  stroke-width: 3.4;
  stroke-linecap: round;
  &[data-kind="spot"] {
    stroke: var(--good);
    fill: var(--sheet);
    stroke-width: 2.6;
  }
  &[data-kind="thin"] {
    stroke: var(--ink);
    stroke-width: 2.4;
  }
`;
