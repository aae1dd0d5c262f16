import styled from "styled-components";

/** On the page for screen readers, and not in sight. */
export const ForListeners = styled.div`
  position: absolute;
  width: 1px;
  height: 1px;
  overflow: hidden;
  clip-path: inset(50%);
  white-space: nowrap;
`;
