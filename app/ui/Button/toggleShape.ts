import { css } from "styled-components";

/** The shape of a sign that is on or off, whoever makes the button. */
export const toggleShape = css`
  display: inline-flex;
  align-items: center;
  justify-content: center;
  min-width: var(--target);
  min-height: var(--target);
  border: 0;
  border-radius: 4px;
  background: transparent;
  color: inherit;
  cursor: pointer;
  svg {
    width: 18px;
    height: 18px;
  }
  @media (hover: hover) {
    &:hover {
      background: var(--hover);
    }
  }
  &:focus-visible {
    outline: 3px solid var(--accent);
  }
`;
