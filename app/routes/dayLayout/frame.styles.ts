import { Button as AriaButton } from "react-aria-components";
import { Link } from "react-router";
import styled, { css } from "styled-components";
import { MONO, PHONE } from "~/app/ui/theme/theme";

const NOT_ON_PAPER = css`
  @media print {
    display: none;
  }
`;

/** As high as the window at least, so that a picture can take what is left. */
export const Frame = styled.div`
  min-height: 100dvh;
  display: flex;
  flex-direction: column;
  padding: 0 16px 12px;
  ${PHONE} {
    padding: 0 12px 16px;
  }
`;
/** For who goes by keys: past the two lines, to the work. */
export const Skip = styled.a`
  position: absolute;
  left: 8px;
  top: -60px;
  z-index: 12;
  padding: 8px 12px;
  background: var(--ink);
  color: var(--on-ink);
  &:focus {
    top: 4px;
  }
`;

export const Head = styled.header`
  ${NOT_ON_PAPER}
  display: flex;
  align-items: center;
  gap: 0 14px;
  min-height: max(42px, var(--target));
  box-shadow: inset 0 -1.5px 0 var(--ink);
  ${PHONE} {
    gap: 0 8px;
  }
`;
export const Production = styled(Link)`
  font-weight: 700;
  text-decoration: none;
  white-space: nowrap;
  overflow: hidden;
  text-overflow: ellipsis;
  max-width: 24ch;
  line-height: var(--target);
`;
export const Where = styled.span`
  color: var(--soft);
  font-size: var(--small);
  white-space: nowrap;
  ${PHONE} {
    display: none;
  }
`;
export const HeadTools = styled.div`
  display: flex;
  gap: 4px;
  align-items: center;
  margin-left: auto;
`;
const tool = css`
  display: inline-flex;
  align-items: center;
  justify-content: center;
  gap: 6px;
  min-width: var(--target);
  min-height: var(--target);
  padding: 0 6px;
  border: 0;
  border-radius: 4px;
  background: transparent;
  color: inherit;
  text-decoration: none;
  cursor: pointer;
  &:hover,
  &[data-hovered] {
    background: var(--hover);
  }
  &[data-focus-visible] {
    outline: 3px solid var(--accent);
    outline-offset: 1px;
  }
`;
export const ToolLink = styled(Link)`
  ${tool}
`;
export const ToolButton = styled(AriaButton)`
  ${tool}
`;
export const ToolKey = styled.kbd`
  font-family: ${MONO};
  font-size: var(--small);
  color: var(--soft);
  @media (pointer: coarse) {
    display: none;
  }
  ${PHONE} {
    display: none;
  }
`;
export const NotOnPhone = styled.span`
  display: contents;
  ${PHONE} {
    display: none;
  }
`;
export const OnPhone = styled.span`
  display: none;
  ${PHONE} {
    display: contents;
  }
`;
export const WhoAmI = styled.span`
  font-weight: 700;
  max-width: 12ch;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
`;
export const Time = styled.span`
  font-family: ${MONO};
  font-size: var(--head);
`;
export const ClockButton = styled(AriaButton)`
  ${tool}
  font-family: ${MONO};
  font-size: var(--head);
`;
export const Popup = styled.div`
  background: var(--sheet);
  border: 1.5px solid var(--ink);
  border-radius: 4px;
  padding: 4px;
  min-width: 200px;
`;
export const Choice = styled.div`
  min-height: var(--target);
  display: flex;
  align-items: center;
  padding: 2px 12px;
  cursor: pointer;
  border-radius: 3px;
  outline: none;
  text-decoration: none;
  color: inherit;
  &[data-focused] {
    background: var(--hover);
  }
`;

export const Strip = styled.ol`
  list-style: none;
  display: flex;
  flex: 1;
  min-width: 0;
  gap: 2px;
  align-self: stretch;
`;
export const PlaceItem = styled.li<{ $share: number }>`
  flex: ${(p) => Math.max(0.12, p.$share)} 1 0;
  min-width: 0;
  padding: 8px 8px 0 0;
  border-top: 4px solid var(--rule);
  color: var(--soft);
  font-size: var(--small);
  white-space: nowrap;
  overflow: hidden;
  text-overflow: ellipsis;
  b {
    font-weight: 500;
  }
  &[data-here] {
    color: var(--ink);
    border-color: var(--accent);
    flex-shrink: 0;
    flex-basis: auto;
    b {
      font-weight: 700;
    }
  }
  ${PHONE} {
    display: none;
    border-top: 0;
    padding-top: 0;
    align-self: center;
    &[data-here] {
      display: block;
      flex-shrink: 1;
    }
    span {
      display: none;
    }
  }
`;

export const Line = styled.div`
  ${NOT_ON_PAPER}
  display: flex;
  align-items: stretch;
  justify-content: space-between;
  gap: 16px;
  min-height: max(36px, var(--target));
  box-shadow: inset 0 -1px 0 var(--rule);
`;
export const Stages = styled.nav`
  display: flex;
  margin-left: -8px;
  min-width: 0;
  overflow-x: auto;
  scrollbar-width: none;
  flex: none;
  ${PHONE} {
    flex: 1;
  }
  a {
    display: inline-flex;
    align-items: center;
    padding: 0 9px;
    color: var(--soft);
    text-decoration: none;
    position: relative;
    white-space: nowrap;
    &.active {
      color: var(--ink);
      font-weight: 700;
    }
    &.pending {
      color: var(--ink);
    }
    &.pending::after {
      opacity: 0.5;
    }
    &.active::after,
    &.pending::after {
      content: "";
      position: absolute;
      left: 9px;
      right: 9px;
      bottom: 0;
      height: 3px;
      background: var(--accent);
    }
    &:hover {
      color: var(--ink);
    }
    &:focus-visible {
      outline-offset: -3px;
    }
  }
`;
/** Below this the sheets are a menu. */
const FEW = "@media (max-width: 1060px)";
/** Where they are many, the last of them are in a menu up to this width. */
const NOT_ALL = "@media (max-width: 1520px)";
/** The sheets of a stage, in the second half of the line. */
export const Sheets = styled(Stages)`
  margin: 0 -8px 0 0;
  flex: 0 1 auto;
  ${FEW} {
    display: none;
  }
  ${NOT_ALL} {
    &[data-many] {
      margin-left: auto;
    }
    &[data-many] a:nth-child(n + 7) {
      display: none;
    }
  }
  a {
    font-size: var(--small);
    padding: 0 8px;
    &.active {
      font-weight: 600;
    }
    &.active::after,
    &.pending::after {
      left: 8px;
      right: 8px;
      height: 2px;
      background: var(--ink);
    }
  }
`;
export const SheetButton = styled(AriaButton)`
  ${tool}
  display: none;
  flex: none;
  white-space: nowrap;
  .more {
    display: none;
  }
  ${NOT_ALL} {
    &[data-many] {
      display: inline-flex;
    }
    &[data-active] {
      font-weight: 600;
    }
  }
  @media (min-width: 1061px) {
    .more {
      display: inline;
    }
    .more + .open {
      display: none;
    }
  }
  ${FEW} {
    display: inline-flex;
  }
`;

export const Next = styled.aside`
  ${NOT_ON_PAPER}
  position: relative;
  display: flex;
  align-items: center;
  gap: 2px 10px;
  min-height: calc(var(--target) + 4px);
  margin: 0 -16px 8px;
  padding: 1px 16px;
  background: var(--sheet);
  border-bottom: 1px solid var(--rule);
  button,
  a,
  > svg {
    flex: none;
  }
  &[data-trouble] {
    box-shadow: inset 4px 0 var(--bad);
    > svg {
      color: var(--bad);
    }
  }
  ${PHONE} {
    margin: 0 -12px 6px;
    padding: 1px 12px;
  }
`;
/** In two lines where one is too short: it is read whole, and the line stays as high as it is. */
export const LineWhat = styled.b`
  font-weight: 500;
  line-height: 1.25;
  ${PHONE} {
    font-size: var(--small);
  }
`;
export const LineWhy = styled.span`
  color: var(--soft);
  font-size: var(--small);
  line-height: 1.25;
  ${PHONE} {
    flex: 1;
    &:not([data-whole]) {
      display: none;
    }
  }
`;
export const NextWhat = styled.span`
  font-weight: 500;
  white-space: nowrap;
  overflow: hidden;
  text-overflow: ellipsis;
  flex: 0 1 auto;
  ${PHONE} {
    flex: 1;
  }
`;
export const NextWhy = styled.span`
  color: var(--soft);
  font-size: var(--small);
  white-space: nowrap;
  overflow: hidden;
  text-overflow: ellipsis;
  min-width: 0;
  flex: 0 10 auto;
  ${PHONE} {
    display: none;
  }
`;
/** A link that does the next thing: it looks like the button it stands for. */
export const NextLink = styled(Link)`
  display: inline-flex;
  align-items: center;
  min-height: var(--target);
  padding: 0 12px;
  border-radius: 4px;
  background: var(--ink);
  color: var(--on-ink);
  text-decoration: none;
  font-weight: 500;
  white-space: nowrap;
  &:hover {
    opacity: 0.88;
  }
`;
export const NextMore = styled.button`
  ${tool}
  margin-left: auto;
  font-size: var(--small);
  color: var(--soft);
  white-space: nowrap;
  @media (pointer: coarse) {
    kbd {
      display: none;
    }
  }
`;
export const NextList = styled.ol`
  list-style: none;
  position: absolute;
  z-index: 6;
  top: 100%;
  right: 12px;
  width: min(460px, calc(100vw - 24px));
  max-height: 70vh;
  overflow: auto;
  padding: 6px 0;
  background: var(--sheet);
  border: 1.5px solid var(--ink);
  border-radius: 4px;
  counter-reset: step;
  &[hidden] {
    display: none;
  }
  li {
    counter-increment: step;
    position: relative;
    padding: 3px 14px 3px 40px;
  }
  li::before {
    content: counter(step);
    position: absolute;
    left: 16px;
    font-weight: 700;
  }
  a {
    display: block;
    text-decoration: none;
    &:hover {
      text-decoration: underline;
    }
  }
  small {
    display: block;
    color: var(--soft);
    font-size: var(--small);
    line-height: 1.3;
  }
`;

export const Main = styled.main`
  flex: 1;
  display: flex;
  flex-direction: column;
  min-width: 0;
  outline: none;
  > [role] {
    margin-bottom: 8px;
  }
  [data-pointed] {
    outline: 3px solid var(--accent);
    outline-offset: 2px;
  }
  @media print {
    display: block;
  }
`;
