import { Button as AriaButton, ToggleButton as AriaToggleButton } from "react-aria-components";
import styled, { css } from "styled-components";
import { TARGET_PX } from "~/app/ui/theme/theme";

const shape = css`
  display: inline-flex;
  align-items: center;
  justify-content: center;
  gap: 8px;
  min-height: ${TARGET_PX}px;
  padding: 6px 16px;
  border-radius: 4px;
  border: 1.5px solid var(--ink);
  background: transparent;
  color: var(--ink);
  cursor: pointer;
  white-space: nowrap;
  font-weight: 500;
  &[data-hovered] {
    background: var(--hover);
  }
  &[data-pressed] {
    transform: translateY(1px);
  }
  &[data-focus-visible] {
    outline: 3px solid var(--accent);
    outline-offset: 2px;
  }
  &[data-disabled] {
    opacity: 0.45;
    cursor: default;
  }
  &[data-pending] {
    cursor: progress;
  }
  svg {
    width: 18px;
    height: 18px;
    flex: none;
  }
`;

/** The one thing to do on a screen. */
export const PrimaryButton = styled(AriaButton)`
  ${shape}
  background: var(--ink);
  color: var(--on-ink);
  &[data-hovered] {
    background: var(--ink);
    opacity: 0.88;
  }
`;

export const Button = styled(AriaButton)`
  ${shape}
`;

/** A quiet action inside a row. */
export const QuietButton = styled(AriaButton)`
  ${shape}
  border-color: transparent;
  padding: 6px 10px;
  text-decoration: underline;
  text-underline-offset: 3px;
  text-decoration-thickness: 1px;
`;

export const ToggleButton = styled(AriaToggleButton)`
  ${shape}
  border-color: var(--rule);
  &[data-selected] {
    background: var(--ink);
    border-color: var(--ink);
    color: var(--on-ink);
  }
`;
