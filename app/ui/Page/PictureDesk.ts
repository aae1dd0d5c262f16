import styled from "styled-components";
import { WIDE } from "~/app/ui/theme/theme";

/** The frame of a day, and the edge below, are so high. */
const FRAME_PX = 132;

/** A picture at the left that fills the window; what belongs to it goes by at the right. */
export const PictureDesk = styled.div`
  display: flex;
  flex-direction: column;
  gap: 12px;
  min-width: 0;
  ${WIDE} {
    display: grid;
    grid-template-columns: minmax(0, 1.5fr) minmax(400px, 1fr);
    gap: 0 24px;
    align-items: start;
  }
`;
export const PictureSide = styled.div`
  display: flex;
  flex-direction: column;
  gap: 6px;
  min-width: 0;
  ${WIDE} {
    position: sticky;
    top: 4px;
    height: calc(100dvh - ${FRAME_PX}px);
    min-height: 480px;
  }
`;
