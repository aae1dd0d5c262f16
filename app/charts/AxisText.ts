import styled from "styled-components";
import { MONO } from "~/app/ui/theme/theme";

/** A figure on an axis, the same in every chart; it starts at its place unless told otherwise. */
export const AxisText = styled.text`
  font-family: ${MONO};
  font-size: 12px;
  fill: var(--soft);
  &[data-end] {
    text-anchor: end;
  }
  &[data-middle] {
    text-anchor: middle;
  }
  &[data-strong] {
    fill: var(--ink);
    font-weight: 700;
  }
`;
