import styled from "styled-components";
import { MONO } from "~/app/ui/theme/theme";

export const Shade = styled.div`
  position: fixed;
  inset: 0;
  background: rgb(0 0 0 / 0.4);
  display: flex;
  align-items: flex-start;
  justify-content: center;
  padding: min(12vh, 90px) 12px 12px;
  z-index: 10;
`;
export const Sheet = styled.div`
  background: var(--sheet);
  border: 2px solid var(--ink);
  border-radius: 4px;
  width: min(560px, calc(100vw - 24px));
  max-height: calc(100dvh - min(12vh, 90px) - 24px);
  outline: none;
  display: flex;
  flex-direction: column;
  overflow: hidden;
  input {
    width: 100%;
    min-height: calc(var(--target) + 8px);
    padding: 6px 14px;
    border: 0;
    border-bottom: 1px solid var(--rule);
    background: transparent;
    font-size: var(--text);
    outline: none;
  }
  [role="menu"] {
    overflow: auto;
    padding: 4px 0 8px;
    outline: none;
  }
  header {
    font-size: var(--small);
    color: var(--soft);
    padding: 6px 14px 2px;
  }
  [role="menuitem"] {
    display: flex;
    gap: 12px;
    align-items: center;
    justify-content: space-between;
    min-height: var(--target);
    padding: 2px 14px;
    cursor: pointer;
    outline: none;
    &[data-focused] {
      background: var(--hover);
    }
  }
`;
export const None = styled.p`
  padding: 10px 14px;
  color: var(--soft);
`;

/** One key, or two after each other. */
export const Key = styled.kbd`
  font-family: ${MONO};
  font-size: var(--small);
  border: 1px solid var(--rule);
  border-radius: 3px;
  padding: 0 5px;
  white-space: nowrap;
`;
