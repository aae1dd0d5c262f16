import styled from "styled-components";
import { MONO, PHONE } from "~/app/ui/theme/theme";

export const Answers = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 6px 10px;
  align-items: center;
  kbd {
    font-family: ${MONO};
    font-size: var(--small);
    border: 1px solid currentColor;
    border-radius: 3px;
    padding: 0 5px;
    opacity: 0.75;
  }
  kbd[data-open] {
    opacity: 1;
    background: var(--ink);
    color: var(--on-ink);
  }
  ${PHONE} {
    kbd {
      display: none;
    }
    > button {
      flex: 1 1 40%;
      min-height: var(--target);
      white-space: normal;
    }
  }
`;
export const Figure = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 4px 8px;
  align-items: center;
`;
