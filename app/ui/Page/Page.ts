import styled from "styled-components";
import { MONO, PHONE } from "~/app/ui/theme/theme";

/** The answer of a screen, in its first line; told aloud when it changes. */
export const Answer = styled.h1.attrs({ "aria-live": "polite", "aria-atomic": true })`
  font-size: var(--head);
  line-height: 1.2;
  font-weight: 700;
  letter-spacing: -0.005em;
  text-wrap: balance;
`;
export const Sub = styled.p`
  color: var(--soft);
  margin-top: 4px;
  max-width: 80ch;
`;
export const Row = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 10px 14px;
  align-items: center;
`;
export const Stack = styled.div<{ $gapPx?: number }>`
  display: flex;
  flex-direction: column;
  gap: ${(p) => p.$gapPx ?? 16}px;
  min-width: 0;
`;
export const Heading = styled.h2`
  font-size: var(--text);
  font-weight: 700;
`;
export const Soft = styled.span`
  color: var(--soft);
  font-size: var(--text);
`;
export const Figure = styled.span`
  font-family: ${MONO};
  white-space: nowrap;
`;
export const BigFigure = styled.span`
  font-family: ${MONO};
  font-size: var(--head);
  white-space: nowrap;
`;

/** Work that was begun and is not done: a preview, a form. */
export const Panel = styled.section`
  display: flex;
  flex-direction: column;
  gap: 14px;
  border-left: 4px solid var(--accent);
  padding: 4px 0 8px 16px;
`;

/**
 * A table of rules, not boxes. On a phone each row becomes a block whose cells carry their own
 * heading.
 */
export const Table = styled.table`
  width: 100%;
  border-collapse: collapse;
  text-align: left;
  th {
    font-size: var(--small);
    font-weight: 500;
    color: var(--soft);
    padding: 6px 8px;
    border-bottom: 1px solid var(--soft);
    white-space: nowrap;
  }
  td,
  tbody th {
    padding: 8px;
    border-bottom: 1px solid var(--rule);
    vertical-align: middle;
    color: var(--ink);
    font-size: var(--text);
    white-space: normal;
    font-weight: 400;
  }
  tbody th {
    text-align: left;
  }
  ${PHONE} {
    thead {
      position: absolute;
      width: 1px;
      height: 1px;
      overflow: hidden;
      clip-path: inset(50%);
    }
    tr {
      display: grid;
      grid-template-columns: 1fr 1fr;
      gap: 2px 14px;
      padding: 10px 0;
      border-bottom: 1px solid var(--rule);
      align-items: start;
    }
    td,
    tbody th {
      border: 0;
      padding: 2px 0;
      min-width: 0;
    }
    tbody th,
    td[data-wide] {
      grid-column: 1 / -1;
    }
    td[data-label]::before {
      content: attr(data-label);
      display: block;
      color: var(--soft);
      font-size: var(--small);
      line-height: 1.2;
    }
  }
`;
