import styled from "styled-components";
import { MONO } from "~/app/ui/theme/theme";

export const Frame = styled.figure`
  position: relative;
  min-width: 0;
`;
/** Under the picture: what has very many points. */
export const Air = styled.canvas`
  position: absolute;
  top: 0;
  left: 0;
  pointer-events: none;
  max-width: 100%;
`;
export const Picture = styled.svg`
  position: relative;
  display: block;
  outline: none;
  &:focus-visible {
    outline: 3px solid var(--accent);
    outline-offset: 2px;
  }
  touch-action: pan-y;
  cursor: crosshair;
  overflow: visible;
  max-width: 100%;
`;
export const Grid = styled.line`
  stroke: var(--rule);
  stroke-width: 1;
`;
export const Spine = styled.line`
  stroke: var(--ink);
  stroke-width: 2;
`;
export const Tick = styled.line`
  stroke: var(--ink);
  stroke-width: 1.5;
`;
const label = `font-family: ${MONO}; font-size: 13px;`;
export const TickLabel = styled.text`
  ${label} fill: var(--soft);
  text-anchor: middle;
`;
export const LevelLabel = styled.text`
  ${label} fill: var(--soft);
  font-size: 12px;
`;
export const TakenLabel = styled.text`
  font-size: 13px;
  font-weight: 700;
  fill: var(--soft);
  text-anchor: middle;
  paint-order: stroke;
  stroke: var(--paper);
  stroke-width: 4px;
`;
export const Quiet = styled.line`
  stroke: var(--ink);
  stroke-width: 1.4;
  stroke-dasharray: 2 5;
`;
/** So high a strip takes a finger. */
export const LIMIT_GRIP_PX = 22;
export const LimitGrip = styled.rect`
  fill: transparent;
  cursor: ns-resize;
  touch-action: none;
`;
export const QuietLabel = styled.text`
  ${label} fill: var(--ink);
  text-anchor: end;
  paint-order: stroke;
  stroke: var(--paper);
  stroke-width: 4px;
`;
export const Pole = styled.line`
  pointer-events: none;
  stroke: var(--ink);
  stroke-width: 2;
  &[data-kind="spare"] {
    stroke-dasharray: 3 3;
    stroke-width: 1.5;
  }
  &[data-kind="other"] {
    stroke: var(--watch);
    stroke-width: 1;
  }
`;
export const Flag = styled.g`
  pointer-events: none;
  &[data-moves] {
    cursor: ew-resize;
    touch-action: none;
    pointer-events: auto;
  }
`;
export const FlagBox = styled.rect`
  fill: var(--ink);
  &[data-held] {
    stroke: var(--accent);
    stroke-width: 3;
  }
  &[data-wrong] {
    fill: var(--bad);
  }
  &[data-kind="spare"] {
    fill: var(--paper);
    stroke: var(--ink);
    stroke-width: 1.5;
    stroke-dasharray: 3 3;
  }
  &[data-kind="other"] {
    fill: var(--paper);
    stroke: var(--watch);
    stroke-width: 1;
  }
`;
export const FlagText = styled.text`
  font-size: 14px;
  font-weight: 700;
  text-anchor: middle;
  fill: var(--on-ink);
  &[data-kind="spare"] {
    fill: var(--ink);
  }
  &[data-kind="other"] {
    fill: var(--watch);
  }
`;
export const Cursor = styled.line`
  pointer-events: none;
  stroke: var(--accent);
  stroke-width: 1.5;
`;
export const Readout = styled.span`
  font-family: ${MONO};
  font-size: 14px;
  color: var(--soft);
  min-height: 20px;
`;
export const Marked = styled.rect`
  fill: var(--accent);
  opacity: 0.18;
`;
export const Foot = styled.figcaption`
  display: flex;
  flex-wrap: wrap;
  justify-content: space-between;
  align-items: center;
  gap: 0 12px;
`;
export const Looks = styled.span`
  display: inline-flex;
  margin-left: auto;
`;
