import styled from "styled-components";
import { ToggleButton } from "~/app/ui/Button/Button";
import { MONO, PHONE } from "~/app/ui/theme/theme";

export const Sheet = styled.section`
  display: flex;
  flex-direction: column;
  gap: 10px;
  [role="radiogroup"],
  [role="toolbar"],
  [role="group"] {
    display: flex;
    flex-wrap: wrap;
    gap: 6px;
  }
`;
export const Entry = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 8px 14px;
  align-items: end;
`;
/** A thumb's square a member: number, MHz, and what else speaks of it. */
export const Grid = styled.div`
  && {
    display: grid;
    grid-template-columns: repeat(auto-fill, minmax(82px, 1fr));
    gap: 6px;
  }
  ${PHONE} {
    && {
      grid-template-columns: repeat(4, 1fr);
    }
  }
`;
export const Member = styled(ToggleButton)`
  flex-direction: column;
  gap: 0;
  min-height: 58px;
  padding: 4px 2px;
  line-height: 1.2;
  span {
    font-family: ${MONO};
    font-size: var(--small);
  }
  small {
    font-size: var(--small);
    min-height: 14px;
  }
`;
export const Chips = styled.div`
  display: flex;
  flex-direction: column;
  gap: 4px;
`;
export const Places = styled.ul`
  list-style: none;
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  li {
    display: flex;
    flex-direction: column;
    border: 1.5px solid var(--good);
    border-radius: 4px;
    padding: 2px 10px;
    line-height: 1.25;
  }
  li[data-told="busy"],
  li[data-bad] {
    border-color: var(--rule);
    color: var(--soft);
  }
  b {
    font-family: ${MONO};
    font-weight: 500;
  }
`;
export const Told = styled.ul`
  list-style: none;
  border-top: 1px solid var(--rule);
  li {
    display: flex;
    justify-content: space-between;
    align-items: center;
    gap: 10px;
    border-bottom: 1px solid var(--rule);
    min-height: 36px;
  }
  li[data-old] {
    color: var(--soft);
  }
  button {
    min-height: 36px;
  }
  ${PHONE} {
    button {
      min-height: var(--target);
    }
  }
`;
