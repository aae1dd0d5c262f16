import styled from "styled-components";
import { MONO, NARROW, PHONE, TARGET_PX } from "~/app/ui/theme/theme";

/** The rows, and beside them what is open. */
export const Board = styled.div`
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 18px 28px;
  align-items: start;
  &[data-open] {
    grid-template-columns: minmax(0, 1fr) 400px;
  }
  ${NARROW} {
    &[data-open] {
      grid-template-columns: minmax(0, 1fr);
      > aside {
        order: -1;
      }
    }
  }
`;
export const Rows = styled.ol`
  list-style: none;
  border-top: 2px solid var(--ink);
  @media (min-width: 1021px) {
    &[data-many] {
      display: grid;
      grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
      grid-template-rows: repeat(var(--rows), auto);
      grid-auto-flow: column;
      gap: 0 18px;
    }
  }
`;
export const RowItem = styled.li`
  display: grid;
  grid-template-columns: 176px minmax(0, 1fr) 74px 92px 132px;
  gap: 0 14px;
  align-items: center;
  border-bottom: 1px solid var(--rule);
  border-left: 6px solid transparent;
  padding: 3px 0 3px 8px;
  position: relative;
  &[data-level="bad"] {
    border-left-color: var(--bad);
    background: var(--sheet);
  }
  &[data-level="watch"] {
    border-left: 6px double var(--watch);
  }
  &[data-off] {
    opacity: 0.62;
  }
  [data-open] & {
    grid-template-columns: 150px minmax(0, 1fr) 62px 116px;
    gap: 0 10px;
    > [data-cells] {
      display: none;
    }
  }
  @media (min-width: 1021px) {
    [data-many] & {
      grid-template-columns: 166px minmax(0, 1fr) 84px 100px;
      gap: 0 10px;
      padding: 2px 0 2px 6px;
      > [data-seam],
      > button,
      > [data-word] {
        grid-row: 1 / span 2;
      }
      > [data-margin] {
        grid-column: 3;
        grid-row: 1;
      }
      > [data-cells] {
        display: block;
        grid-column: 3;
        grid-row: 2;
      }
      > [data-word] {
        grid-column: 4;
        font-size: 16px;
      }
      > [data-cells] > :first-child {
        display: none;
      }
      > [data-margin] > :first-child {
        font-size: 17px;
        line-height: 1.1;
      }
      > [data-margin] > :last-child {
        height: 5px;
        margin-top: 1px;
      }
    }
    [data-open] [data-many] & {
      grid-template-columns: 112px minmax(0, 1fr) 92px;
      small,
      > button > [data-mark] {
        display: none;
      }
      > [data-margin],
      > [data-cells] {
        display: none;
      }
      > [data-word] {
        grid-column: 3;
        font-size: 15px;
      }
    }
  }
  ${PHONE} {
    &&& {
      grid-template-columns: minmax(0, 1fr) auto;
      gap: 2px 12px;
      padding: 8px 0 8px 8px;
      > [data-seam] {
        grid-column: 1 / -1;
        order: 3;
      }
      > [data-margin] {
        order: 4;
      }
      > [data-cells] {
        display: block;
        order: 5;
        justify-self: end;
      }
      > [data-word] {
        order: 2;
        justify-self: end;
      }
    }
  }
`;
export const Who = styled.button`
  display: flex;
  gap: 8px;
  align-items: center;
  min-height: ${TARGET_PX}px;
  background: none;
  border: 0;
  padding: 0;
  text-align: left;
  cursor: pointer;
  color: inherit;
  min-width: 0;
  &:hover b {
    text-decoration: underline;
  }
`;
export const Number = styled.span`
  font-family: ${MONO};
  font-size: 22px;
  font-weight: 700;
  min-width: 1.2ch;
  text-align: right;
  [data-many] & {
    min-width: 2ch;
    font-size: 20px;
  }
`;
export const Name = styled.span`
  display: flex;
  flex-direction: column;
  min-width: 0;
  line-height: 1.15;
  b {
    font-size: 19px;
    overflow: hidden;
    text-overflow: ellipsis;
    white-space: nowrap;
  }
  small {
    font-family: ${MONO};
    font-size: 13px;
    color: var(--soft);
    white-space: nowrap;
  }
`;
export const Big = styled.span`
  font-family: ${MONO};
  font-size: 20px;
  white-space: nowrap;
  small {
    font-size: 13px;
    color: var(--soft);
  }
`;
export const Small = styled.span`
  display: block;
  font-size: 13px;
  color: var(--soft);
  white-space: nowrap;
`;
export const Word = styled.span`
  display: flex;
  gap: 7px;
  align-items: center;
  font-size: 18px;
  line-height: 1.15;
  font-weight: 700;
  svg {
    flex: none;
  }
  &[data-level="bad"] {
    color: var(--bad);
  }
  &[data-level="watch"] {
    color: var(--watch);
    font-weight: 600;
  }
  &[data-level="fine"] {
    color: var(--good);
    font-weight: 500;
    font-size: 16px;
  }
  &[data-level="off"] {
    color: var(--soft);
    font-weight: 500;
    font-size: 16px;
  }
`;
export const AudioTrack = styled.div`
  position: relative;
  height: 7px;
  background: var(--rule);
  margin-top: 4px;
  overflow: hidden;
  > i {
    position: absolute;
    inset: 0;
    background: var(--good);
    transform-origin: left;
    transform: scaleX(0);
  }
  > i[data-hot] {
    background: var(--bad);
  }
`;
export const Tools = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 8px 12px;
  align-items: center;
  margin: 10px 0 8px;
`;
export const Strip = styled.div`
  position: fixed;
  top: 8px;
  left: max(14px, calc(50vw - 692px));
  right: max(14px, calc(50vw - 692px));
  z-index: 8;
  background: var(--sheet);
  border: 2px solid var(--ink);
  border-left-width: 8px;
  padding: 10px 14px;
  display: flex;
  flex-wrap: wrap;
  gap: 8px 12px;
  align-items: center;
  b {
    font-size: 19px;
  }
`;
export const Aside = styled.aside`
  display: flex;
  flex-direction: column;
  gap: 14px;
  border-left: 4px solid var(--bad);
  padding: 2px 0 8px 16px;
  min-width: 0;
  ${NARROW} {
    border-left: 0;
    border-top: 4px solid var(--bad);
    padding: 10px 0;
  }
`;
export const Reasons = styled.ul`
  margin: 2px 0 0;
  padding: 0 0 0 18px;
  font-size: 15px;
  line-height: 1.35;
  li[data-against] {
    color: var(--soft);
    list-style: "– ";
  }
`;
export const Answers = styled.ol`
  list-style: none;
  display: flex;
  flex-direction: column;
  gap: 8px;
  button {
    width: 100%;
    justify-content: flex-start;
    text-align: left;
    white-space: normal;
    flex-direction: column;
    align-items: flex-start;
    gap: 0;
    line-height: 1.25;
    padding: 8px 14px;
    small {
      font-size: 14px;
      opacity: 0.85;
      font-weight: 400;
    }
  }
`;
export const History = styled.ol`
  list-style: none;
  font-size: 15px;
  li {
    display: grid;
    grid-template-columns: 64px 130px minmax(0, 1fr) auto;
    gap: 0 12px;
    align-items: center;
    padding: 4px 0;
    border-bottom: 1px solid var(--rule);
  }
  time {
    font-family: ${MONO};
  }
  ${PHONE} {
    li {
      grid-template-columns: 56px minmax(0, 1fr);
    }
    li > :nth-child(n + 3) {
      grid-column: 2;
    }
  }
`;
export const Watch = styled.p`
  font-size: 15px;
  color: var(--soft);
  b {
    color: var(--ink);
  }
  &[data-new] {
    color: var(--watch);
    font-weight: 600;
  }
`;

/** Questions under each other, the answers of each beside each other. */
export const Questions = styled.div`
  display: grid;
  gap: 8px;
`;
export const Question = styled.div`
  > [role] {
    display: flex;
    flex-wrap: wrap;
    gap: 6px;
    margin-top: 3px;
  }
`;
export const ByHand = styled.span`
  color: var(--soft);
`;
/** Scene and take, on one line over the rows. */
export const Slate = styled.section`
  display: flex;
  flex-wrap: wrap;
  gap: 4px 10px;
  align-items: center;
  padding: 4px 0;
  kbd {
    opacity: 0.7;
  }
`;
