import styled from "styled-components";
import { MONO } from "~/app/ui/theme/theme";

export const Field = styled.div`
  display: flex;
  flex-direction: column;
  gap: 4px;
  min-width: 0;
`;
export const Label = styled.label`
  font-size: var(--small);
  color: var(--soft);
  font-weight: 500;
`;

const box = `
  min-height: var(--target); padding: 6px 10px; border: 1px solid var(--soft); border-radius: 4px; background: var(--sheet); color: var(--ink);
  &[data-focused], &[data-focus-visible] { outline: 3px solid var(--accent); outline-offset: 1px; }
  &[data-invalid] { border-color: var(--bad); border-width: 2px; }
  &[data-disabled] { opacity: 0.5; }
`;

export const Input = styled.input<{ $widthCh: number }>`
  ${box}
  width: calc(${(p) => p.$widthCh}ch + 24px);
  max-width: 100%;
  font-family: ${MONO};
  &::placeholder {
    color: var(--soft);
    opacity: 0.8;
  }
`;
export const Area = styled.textarea`
  ${box} width: 100%;
  font-family: ${MONO};
  font-size: var(--text);
  resize: vertical;
`;
export const SelectButton = styled.button`
  ${box} display: flex;
  align-items: center;
  justify-content: space-between;
  gap: 10px;
  text-align: left;
  cursor: pointer;
`;
export const List = styled.div`
  min-width: var(--trigger-width);
  max-height: 60vh;
  overflow: auto;
  background: var(--sheet);
  border: 1.5px solid var(--ink);
  border-radius: 4px;
  padding: 4px;
`;
export const Item = styled.div`
  display: flex;
  flex-direction: column;
  justify-content: center;
  min-height: var(--target);
  padding: 6px 12px;
  cursor: pointer;
  border-radius: 3px;
  outline: none;
  small {
    color: var(--soft);
    font-size: var(--small);
  }
  &[data-focused],
  &[data-hovered] {
    background: var(--hover);
  }
  &[data-selected] {
    font-weight: 700;
  }
  &[data-disabled] {
    color: var(--soft);
    cursor: default;
  }
`;
export const Error = styled.div`
  font-size: var(--small);
  color: var(--bad);
  max-width: 46ch;
`;
export const NumberRow = styled.div`
  display: flex;
  align-items: center;
  gap: 4px;
`;
export const StepButton = styled.button`
  min-width: var(--target);
  min-height: var(--target);
  border: 1px solid var(--rule);
  border-radius: 4px;
  background: transparent;
  font-size: var(--head);
  cursor: pointer;
  &[data-hovered] {
    background: var(--hover);
  }
  &[data-disabled] {
    opacity: 0.4;
  }
`;
export const Unit = styled.span`
  color: var(--soft);
  padding: 0 4px;
`;
export const SliderHead = styled.div`
  display: flex;
  justify-content: space-between;
  gap: 12px;
`;
export const Value = styled.span`
  font-family: ${MONO};
`;
export const Track = styled.div`
  position: relative;
  height: var(--target);
  margin: 0 11px;
  &::before {
    content: "";
    position: absolute;
    left: -11px;
    right: -11px;
    top: 50%;
    height: 3px;
    margin-top: -1.5px;
    background: var(--rule);
  }
`;
export const Thumb = styled.div`
  top: 50%;
  width: 22px;
  height: 22px;
  border-radius: 50%;
  background: var(--ink);
  border: 3px solid var(--paper);
  &[data-focus-visible] {
    outline: 3px solid var(--accent);
  }
`;
export const Switch = styled.label`
  display: inline-flex;
  align-items: center;
  gap: 10px;
  min-height: var(--target);
  cursor: pointer;
  &[data-disabled] {
    opacity: 0.5;
  }
  > span[aria-hidden] {
    background: transparent;
  }
  &[data-selected] > span[aria-hidden] {
    background: var(--ink);
  }
  &[data-selected] > span[aria-hidden]::after {
    transform: translateX(18px);
    background: var(--on-ink);
  }
  &[data-focus-visible] > span[aria-hidden] {
    outline: 3px solid var(--accent);
    outline-offset: 2px;
  }
`;
export const Box = styled.span`
  width: 26px;
  height: 26px;
  border: 1.5px solid var(--ink);
  border-radius: 3px;
  flex: none;
  display: inline-flex;
  align-items: center;
  justify-content: center;
  svg {
    opacity: 0;
  }
`;
export const Check = styled.label`
  display: flex;
  align-items: center;
  gap: 14px;
  min-height: var(--target);
  cursor: pointer;
  flex: 1;
  min-width: 0;
  line-height: 1.3;
  &[data-selected] ${Box} {
    background: var(--ink);
    color: var(--on-ink);
    svg {
      opacity: 1;
    }
  }
  &[data-selected] > span:last-child:not(:first-child) {
    color: var(--soft);
  }
  &[data-focus-visible] ${Box} {
    outline: 3px solid var(--accent);
    outline-offset: 2px;
  }
`;
export const Knob = styled.span`
  width: 42px;
  height: 24px;
  border-radius: 12px;
  border: 1.5px solid var(--ink);
  flex: none;
  position: relative;
  &::after {
    content: "";
    position: absolute;
    top: 3px;
    left: 3px;
    width: 15px;
    height: 15px;
    border-radius: 50%;
    background: var(--ink);
    transition: transform 0.12s;
  }
`;
