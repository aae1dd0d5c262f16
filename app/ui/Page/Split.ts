import styled from "styled-components";
import { PHONE } from "~/app/ui/theme/theme";

/** A list at the left, the work on one of it beside. */
export const Split = styled.div`
  display: grid;
  grid-template-columns: 215px minmax(0, 1fr);
  gap: 24px;
  align-items: start;
  ${PHONE} {
    grid-template-columns: minmax(0, 1fr);
    gap: 14px;
  }
`;
/** Settings side by side where there is room. */
export const Settings = styled.div`
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(200px, 1fr));
  gap: 12px 20px;
  align-items: start;
`;
