import { type ReactElement, useId } from "react";
import {
  Button as AriaButton,
  type ButtonProps as AriaButtonProps,
  ToggleButton as AriaToggleButton,
} from "react-aria-components";
import styled, { css } from "styled-components";
import { toggleShape } from "./toggleShape";
import { PHONE } from "~/app/ui/theme/theme";

const shape = css`
  display: inline-flex;
  align-items: center;
  justify-content: center;
  gap: 8px;
  min-height: var(--target);
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
  ${PHONE} {
    padding: 6px 11px;
  }
`;

const Primary = styled(AriaButton)`
  ${shape}
  background: var(--ink);
  color: var(--on-ink);
  &[data-hovered] {
    background: var(--ink);
    opacity: 0.88;
  }
`;

const Plain = styled(AriaButton)`
  ${shape}
`;

const Quiet = styled(AriaButton)`
  ${shape}
  border-color: transparent;
  padding: 6px 10px;
  text-decoration: underline;
  text-underline-offset: 3px;
  text-decoration-thickness: 1px;
`;

/** A sign in a line of tools, that is on or off. */
export const ToggleButton = styled(AriaToggleButton)`
  ${toggleShape}
`;

export interface ButtonProps extends Omit<AriaButtonProps, "style"> {
  /** Why it cannot be pressed now, beside it; null or absent: it can. */
  why?: string | null;
  style?: React.CSSProperties;
}

const Reason = styled.span`
  font-size: var(--small);
  color: var(--soft);
`;

/** A grey button says why it is. */
const withReason = (Shape: typeof Plain) =>
  function ReasonedButton({ why = null, isDisabled = false, ...rest }: ButtonProps): ReactElement {
    const id = useId();
    const button = (
      <Shape
        {...rest}
        isDisabled={isDisabled || why !== null}
        {...(why === null ? {} : { "aria-describedby": id })}
      />
    );
    return why === null ? (
      button
    ) : (
      <>
        {button}
        <Reason id={id}>{why}</Reason>
      </>
    );
  };

/** The one thing to do on a screen. */
export const PrimaryButton = withReason(Primary);
export const Button = withReason(Plain);
/** A quiet action inside a row. */
export const QuietButton = withReason(Quiet);
