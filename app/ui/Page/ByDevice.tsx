import styled from "styled-components";

/** The same said for who has keys, and for who has fingers. */
export const ByDevice = ({ keys, touch }: { keys: string; touch: string }) => (
  <>
    <ForKeys>{keys}</ForKeys>
    <ForTouch>{touch}</ForTouch>
  </>
);

const ForKeys = styled.span`
  @media (pointer: coarse) {
    display: none;
  }
`;
const ForTouch = styled.span`
  @media not (pointer: coarse) {
    display: none;
  }
`;
