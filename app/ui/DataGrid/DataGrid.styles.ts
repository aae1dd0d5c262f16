import styled from "styled-components";

export const Tools = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 10px 18px;
  align-items: end;
  margin-bottom: 8px;
`;
export const Scroll = styled.div`
  overflow-x: auto;
  max-width: 100%;
`;
export const Grid = styled.table`
  width: 100%;
  border-collapse: collapse;
  text-align: left;
  th {
    padding: 0;
    border-bottom: 1px solid var(--soft);
    white-space: nowrap;
    font-weight: 500;
  }
  td {
    height: var(--target);
    padding: 4px 8px;
    border-bottom: 1px solid var(--rule);
    white-space: nowrap;
    outline: none;
    font-size: var(--text);
  }
  th:first-child,
  td:first-child {
    position: sticky;
    left: 0;
    background: var(--paper);
    z-index: 1;
  }
  td[data-wrapped] {
    white-space: normal;
    min-width: 170px;
    max-width: 240px;
    line-height: 1.25;
  }
  td[data-editable] {
    cursor: text;
  }
  td:focus,
  td:focus-within {
    outline: 3px solid var(--accent);
    outline-offset: -3px;
  }
  tr[data-marked] td:first-child {
    box-shadow: inset 4px 0 0 var(--bad);
    padding-left: 12px;
  }
`;
export const Sort = styled.button`
  all: unset;
  box-sizing: border-box;
  display: flex;
  gap: 6px;
  align-items: center;
  width: 100%;
  min-height: var(--target);
  padding: 0 8px;
  cursor: pointer;
  font-size: var(--small);
  color: var(--soft);
  &:hover {
    text-decoration: underline;
    text-underline-offset: 3px;
  }
  &:focus-visible {
    outline: 3px solid var(--accent);
    outline-offset: -3px;
  }
  &[data-sorted] {
    color: var(--ink);
  }
`;
export const Editor = styled.input`
  box-sizing: border-box;
  width: 100%;
  min-width: 9ch;
  min-height: 34px;
  padding: 2px 6px;
  font: inherit;
  color: var(--ink);
  background: var(--sheet);
  border: 1px solid var(--soft);
  border-radius: 3px;
  outline: none;
`;
export const CellAction = styled.button`
  all: unset;
  box-sizing: border-box;
  min-height: 36px;
  padding: 0 8px;
  cursor: pointer;
  text-decoration: underline;
  text-underline-offset: 3px;
  text-decoration-thickness: 1px;
  &:disabled {
    opacity: 0.45;
    cursor: default;
  }
`;
