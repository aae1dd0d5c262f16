import styled from "styled-components";
import { Sub } from "~/app/ui/Page/Page";
import { MONO, PHONE } from "~/app/ui/theme/theme";

/** What is wrong with the board itself. */
export const Trouble = styled(Sub)`
  max-width: none;
  color: var(--bad);
  font-weight: 500;
`;
export const Word = styled.span`
  display: inline-flex;
  vertical-align: middle;
  /* the words change with the readings; the columns stay where they are */
  min-width: 11.5em;
  ${PHONE} {
    min-width: 0;
  }
  gap: 7px;
  align-items: center;
  font-size: var(--text);
  line-height: 1.15;
  font-weight: 700;
  small {
    font-size: var(--small);
    font-weight: 400;
    color: var(--soft);
  }
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
    font-size: var(--text);
  }
  &[data-level="off"] {
    color: var(--soft);
    font-weight: 500;
    font-size: var(--text);
  }
`;
export const AudioTrack = styled.div`
  position: relative;
  width: 64px;
  height: 7px;
  background: var(--rule);
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
export const Strip = styled.div`
  position: fixed;
  top: 8px;
  left: 14px;
  right: 14px;
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
    font-size: var(--head);
  }
`;
export const Aside = styled.aside`
  display: flex;
  flex-direction: column;
  gap: 14px;
  border-top: 4px solid var(--bad);
  padding: 6px 0;
  min-width: 0;
`;
export const Reasons = styled.ul`
  margin: 2px 0 0;
  padding: 0 0 0 18px;
  font-size: var(--text);
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
      font-size: var(--small);
      opacity: 0.85;
      font-weight: 400;
    }
  }
`;
export const History = styled.ol`
  list-style: none;
  font-size: var(--text);
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
  font-size: var(--text);
  color: var(--soft);
  b {
    color: var(--ink);
  }
  &[data-new] {
    color: var(--watch);
    font-weight: 600;
  }
`;

/** As wide without a reading as with one. */
export const Figure = styled.span`
  display: inline-block;
  min-width: 7.5ch;
  ${PHONE} {
    min-width: 0;
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
