import styled from "styled-components";
import { QuietButton } from "~/app/ui/Button/Button";
import { MONO, PHONE } from "~/app/ui/theme/theme";

/** Rows of a run: 34 px with a mouse, a thumb's height on a phone. */
const ROW_PX = 34;
const TOUCH_ROW_PX = 56;

export const Head = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 4px 18px;
  align-items: center;
  button kbd {
    font-family: ${MONO};
    font-size: 14px;
    border: 1px solid var(--rule);
    border-radius: 3px;
    padding: 0 4px;
    text-decoration: none;
  }
  ${PHONE} {
    button kbd {
      display: none;
    }
  }
`;
export const List = styled.ul`
  list-style: none;
  border-top: 1px solid var(--soft);
`;
export const Item = styled.li`
  border-bottom: 1px solid var(--rule);
  &[data-now] {
    box-shadow: inset 4px 0 0 var(--accent);
    background: var(--sheet);
  }
`;
export const Line = styled.div<{ $columns: number }>`
  display: grid;
  grid-template-columns: 44px minmax(80px, 140px) minmax(90px, 150px) repeat(
      ${(p) => p.$columns},
      minmax(56px, 1fr)
    );
  gap: 0 10px;
  align-items: center;
  min-height: ${ROW_PX}px;
  padding: 0 0 0 10px;
  font-size: 15px;
  cursor: pointer;
  > * {
    overflow: hidden;
    text-overflow: ellipsis;
    white-space: nowrap;
  }
  &[data-head] {
    cursor: default;
    min-height: 24px;
    font-size: 14px;
    color: var(--soft);
  }
  ${PHONE} {
    grid-template-columns: 40px minmax(0, 1fr) auto auto;
    min-height: ${TOUCH_ROW_PX}px;
    &[data-head] {
      display: none;
    }
    [data-cell] {
      display: none;
    }
  }
`;
export const Tally = styled.span`
  display: none;
  ${PHONE} {
    display: inline;
    padding-right: 8px;
  }
`;
export const Number = styled.span`
  font-family: ${MONO};
`;
/** One question of a row. A press goes back to it. */
export const Cell = styled.button`
  border: 0;
  background: none;
  padding: 4px 2px;
  text-align: left;
  cursor: pointer;
  color: var(--soft);
  &[data-status="done"] {
    color: var(--good);
  }
  &[data-status="stale"] {
    color: var(--watch);
  }
  &[data-status="problem"] {
    color: var(--bad);
    font-weight: 700;
  }
  &[data-now] {
    color: var(--ink);
    box-shadow: inset 0 -3px 0 var(--accent);
  }
`;
export const Ask = styled.section`
  position: relative;
  padding: 2px 10px 8px 54px;
  display: flex;
  flex-direction: column;
  gap: 6px;
  ${PHONE} {
    padding: 2px 10px 8px 14px;
  }
`;
/** What else there is of a channel, out of the way of its answers. */
export const More = styled(QuietButton)`
  position: absolute;
  right: 4px;
  bottom: 6px;
  font-size: 14px;
  color: var(--soft);
  ${PHONE} {
    position: static;
    align-self: flex-start;
    padding-left: 0;
  }
`;
export const Keys = styled.span`
  margin-left: auto;
  display: inline-flex;
  align-items: center;
  gap: 4px;
  font-size: 14px;
  color: var(--soft);
  kbd {
    font-family: ${MONO};
    border: 1px solid var(--rule);
    border-radius: 3px;
    padding: 0 4px;
  }
  ${PHONE} {
    > kbd,
    > span {
      display: none;
    }
  }
`;
export const Answers = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 6px 10px;
  align-items: center;
  kbd {
    font-family: ${MONO};
    font-size: 14px;
    border: 1px solid currentColor;
    border-radius: 3px;
    padding: 0 5px;
    opacity: 0.75;
  }
  kbd[data-open] {
    opacity: 1;
    background: var(--ink);
    color: var(--on-ink);
  }
  ${PHONE} {
    kbd {
      display: none;
    }
    > button {
      flex: 1 1 40%;
      min-height: 52px;
      white-space: normal;
    }
  }
`;
export const Figure = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 4px 8px;
  align-items: center;
`;
