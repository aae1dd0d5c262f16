import styled from "styled-components";
import { MONO } from "~/app/ui/theme/theme";

export const Frame = styled.figure`
  position: relative;
  min-width: 0;
  &[data-fills] {
    display: flex;
    flex-direction: column;
    flex: 1;
    min-height: 300px;
  }
  &[data-full] {
    position: fixed;
    inset: 0;
    z-index: 9;
    background: var(--paper);
    padding: 8px 16px 4px;
  }
`;
/** The room for the picture: measured, so it may not grow by what stands in it. */
export const Room = styled.div`
  position: relative;
  min-width: 0;
  &[data-fills] {
    flex: 1 1 0;
    min-height: 0;
    overflow: hidden;
  }
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
export const Axis = styled.line`
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
  text-anchor: start;
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
  &[data-held] {
    stroke: var(--accent);
    stroke-width: 2.5;
  }
`;
export const Flag = styled.g`
  pointer-events: auto;
  &[data-moves] {
    cursor: ew-resize;
    touch-action: none;
    pointer-events: auto;
  }
`;
export const Point = styled.circle`
  fill: var(--ink);
  &[data-kind="spare"] {
    fill: var(--paper);
    stroke: var(--ink);
  }
  &[data-kind="other"] {
    fill: var(--watch);
  }
`;
/** What is named when the pointer rests on it. */
export const Hover = styled.rect`
  fill: transparent;
`;
export const OverviewPicture = styled.svg`
  display: block;
  cursor: grab;
  touch-action: none;
  max-width: 40vw;
  [data-whole] {
    fill: var(--air);
  }
  [data-taken] {
    fill: var(--hatch);
  }
  line {
    stroke: var(--ink);
  }
  [data-window] {
    fill: var(--accent);
    fill-opacity: 0.12;
    stroke: var(--accent);
    stroke-width: 1.5;
  }
`;
export const FlagBox = styled.rect`
  fill: var(--ink);
  &[data-held] {
    fill: var(--accent);
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
