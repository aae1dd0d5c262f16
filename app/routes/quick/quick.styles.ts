import styled, { css } from "styled-components";
import { MONO } from "~/app/ui/theme/theme";

/** One hand's page: a phone's width wherever it is shown. */
export const Page = styled.main`
  max-width: 460px;
  margin: 0 auto;
  padding: 8px 14px 40px;
  display: flex;
  flex-direction: column;
  gap: 10px;
  --target: 48px;
`;

export const Steps = styled.ol`
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  grid-template-columns: repeat(8, 1fr);
  gap: 4px;
`;
/** A bar to look at, and a finger's height to press. */
export const StepMark = styled.button.attrs({ type: "button" })`
  width: 100%;
  height: 40px;
  margin: -12px 0;
  padding: 0;
  border: 0;
  background: none;
  cursor: pointer;
  display: flex;
  align-items: center;
  &::before {
    content: "";
    width: 100%;
    height: 6px;
    background: var(--rule);
  }
  &[data-done]::before {
    background: var(--good);
  }
  &[data-standing]::before {
    height: 10px;
    background: var(--accent);
  }
  &:disabled {
    cursor: default;
  }
  &:focus-visible {
    outline: 3px solid var(--accent);
  }
`;
export const Summary = styled.p`
  color: var(--soft);
  font-size: var(--small);
  display: flex;
  gap: 10px;
  align-items: center;
  justify-content: space-between;
  margin: -4px 0 -8px;
`;

const large = css`
  display: flex;
  align-items: center;
  justify-content: space-between;
  gap: 12px;
  width: 100%;
  min-height: 52px;
  padding: 8px 14px;
  border: 1.5px solid var(--ink);
  border-radius: 4px;
  background: var(--sheet);
  color: var(--ink);
  text-align: left;
  font-weight: 600;
  cursor: pointer;
  text-decoration: none;
  small {
    font-weight: 400;
    font-size: var(--small);
    color: var(--soft);
  }
  b,
  code {
    font-family: ${MONO};
    font-weight: 600;
    white-space: nowrap;
  }
  @media (hover: hover) {
    &:hover {
      background: var(--hover);
    }
  }
  &:focus-visible {
    outline: 3px solid var(--accent);
    outline-offset: 2px;
  }
  &:disabled {
    opacity: 0.45;
    cursor: default;
  }
`;
/** A row that is pressed as a whole. */
export const Large = styled.button.attrs({ type: "button" })`
  ${large}
  &[data-main] {
    background: var(--ink);
    color: var(--on-ink);
    small {
      color: inherit;
    }
  }
  &[data-hit] {
    background: var(--accent);
    border-color: var(--accent);
    color: var(--on-ink);
    min-height: 64px;
    small {
      color: inherit;
    }
  }
`;
export const LargeLink = styled.a`
  ${large}
`;
export const Two = styled.div`
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 8px;
`;
export const Column = styled.div`
  display: flex;
  flex-direction: column;
  gap: 8px;
  min-width: 0;
`;
/** One kind of system. */
export const Tile = styled.button.attrs({ type: "button" })`
  ${large}
  flex-direction: column;
  align-items: flex-start;
  justify-content: flex-start;
  gap: 1px;
  min-height: 60px;
  &[data-chosen] {
    background: var(--ink);
    color: var(--on-ink);
    small {
      color: inherit;
    }
  }
`;

export const Hint = styled.p`
  color: var(--soft);
  font-size: var(--small);
`;
export const Label = styled.span`
  font-size: var(--small);
  color: var(--soft);
`;

/** A row of choices of which one stands; arrows go through it. */
export const Chips = styled.fieldset`
  border: 0;
  margin: 0;
  padding: 0;
  min-width: 0;
  legend {
    padding: 0 0 4px;
    font-size: var(--small);
    color: var(--soft);
  }
  > div {
    display: flex;
    flex-wrap: wrap;
    gap: 6px;
  }
  label {
    position: relative;
    display: inline-flex;
    align-items: center;
    min-height: 44px;
    min-width: 42px;
    justify-content: center;
    padding: 4px 10px;
    border: 1.5px solid var(--rule);
    border-radius: 4px;
    cursor: pointer;
  }
  input {
    position: absolute;
    inset: 0;
    margin: 0;
    opacity: 0;
    cursor: pointer;
  }
  label:has(input:checked) {
    border-color: var(--ink);
    background: var(--ink);
    color: var(--on-ink);
    font-weight: 600;
  }
  label:has(input:focus-visible) {
    outline: 3px solid var(--accent);
    outline-offset: 2px;
  }
`;
/** Numbers of a list, each on or off. */
export const Numbers = styled.div`
  display: grid;
  grid-template-columns: repeat(6, 1fr);
  gap: 6px;
`;
export const NumberMark = styled.button.attrs({ type: "button" })`
  min-height: 46px;
  border: 1.5px solid var(--rule);
  border-radius: 4px;
  background: none;
  color: var(--soft);
  font-family: ${MONO};
  font-size: 18px;
  cursor: pointer;
  &[aria-pressed="true"] {
    border-color: var(--ink);
    background: var(--sheet);
    color: var(--ink);
    font-weight: 700;
  }
  &:focus-visible {
    outline: 3px solid var(--accent);
  }
`;
export const Stepper = styled.div`
  display: grid;
  grid-template-columns: 1fr 52px minmax(44px, auto) 52px;
  align-items: center;
  border: 1.5px solid var(--ink);
  border-radius: 4px;
  min-height: 48px;
  > span {
    padding-left: 14px;
    font-weight: 600;
  }
  > output {
    font-family: ${MONO};
    font-size: 20px;
    text-align: center;
  }
  > button {
    height: 46px;
    border: 0;
    background: none;
    font-size: 22px;
    cursor: pointer;
  }
`;
export const Field = styled.label`
  display: flex;
  flex-direction: column;
  gap: 3px;
  min-width: 0;
  font-size: var(--small);
  color: var(--soft);
  input,
  select {
    min-height: 48px;
    width: 100%;
    padding: 6px 12px;
    border: 1.5px solid var(--ink);
    border-radius: 4px;
    background: var(--sheet);
    color: var(--ink);
    font-size: 18px;
  }
  input[inputmode="decimal"] {
    font-family: ${MONO};
  }
  input[aria-invalid="true"] {
    border-color: var(--bad);
  }
`;
export const Wrong = styled.p`
  color: var(--bad);
  font-weight: 600;
`;
/** What would go wrong: said once, where it would. */
export const Caution = styled.p`
  border-left: 4px solid var(--watch);
  padding-left: 10px;
  font-size: var(--small);
`;

/** Both ends side by side. */
export const Ends = styled.div`
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 8px;
  text-align: center;
  > div {
    border-top: 1.5px solid var(--ink);
    padding: 8px 4px;
    min-width: 0;
  }
  b {
    display: block;
    font-family: ${MONO};
    font-size: clamp(24px, 9vw, 40px);
    line-height: 1.15;
    overflow-wrap: anywhere;
  }
`;
export const Steps3 = styled.ol`
  margin: 0;
  padding-left: 22px;
  display: flex;
  flex-direction: column;
  gap: 4px;
  &::before {
    content: none;
  }
`;
/** Name and figure, line by line. */
export const Lines = styled.dl`
  display: grid;
  grid-template-columns: auto 1fr;
  margin: 0;
  dt,
  dd {
    padding: 9px 0;
    border-bottom: 1px solid var(--rule);
    min-width: 0;
  }
  dd {
    margin: 0;
    text-align: right;
    font-family: ${MONO};
    font-weight: 600;
    overflow-wrap: anywhere;
  }
`;
export const CardNumber = styled.p`
  text-align: center;
  font-family: ${MONO};
  font-weight: 700;
  font-size: clamp(48px, 20vw, 84px);
  line-height: 1.05;
  overflow-wrap: anywhere;
`;
export const CardMhz = styled.p`
  text-align: center;
  font-family: ${MONO};
  font-size: 22px;
`;
export const Good = styled.p`
  text-align: center;
  color: var(--good);
  font-weight: 600;
  &[data-watch] {
    color: var(--watch);
  }
`;
export const CardHead = styled.div`
  display: flex;
  align-items: baseline;
  justify-content: space-between;
  gap: 12px;
  border-bottom: 2px solid var(--ink);
  padding-bottom: 6px;
  h1 {
    font-size: var(--head);
  }
`;
export const Carried = styled.textarea`
  width: 100%;
  min-height: 84px;
  padding: 8px;
  border: 1.5px solid var(--rule);
  background: var(--sheet);
  color: var(--ink);
  font-family: ${MONO};
  font-size: 14px;
`;
/** Takes a file that is dropped on it. */
export const Drop = styled.div`
  display: flex;
  flex-direction: column;
  gap: 8px;
  &[data-over] {
    outline: 3px dashed var(--accent);
    outline-offset: 4px;
  }
`;
