import styled from "styled-components";

/** A person's monogram: the same on every screen. */
export const Mark = styled.span.attrs<{ "data-mark"?: boolean }>({ "data-mark": true })`
  display: inline-flex;
  align-items: center;
  justify-content: center;
  width: 32px;
  height: 26px;
  flex: none;
  background: var(--ink);
  color: var(--on-ink);
  font-weight: 700;
  font-size: var(--text);
`;
