import { Link } from "react-router";
import styled from "styled-components";
import { NARROW, PHONE, TARGET_PX } from "~/app/ui/theme/theme";

export const Frame = styled.div`
  max-width: 1440px;
  margin: 0 auto;
  padding: 10px 28px 40px;
  ${PHONE} {
    padding: 6px 14px 32px;
  }
`;
export const Head = styled.header`
  @media print {
    display: none;
  }
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 2px 16px;
  border-bottom: 2px solid var(--ink);
  padding-bottom: 6px;
  ${PHONE} {
    gap: 2px 8px;
  }
`;
export const Production = styled(Link)`
  font-size: 22px;
  font-weight: 700;
  text-decoration: none;
  padding: 4px 0;
`;
export const Where = styled.span`
  color: var(--soft);
  ${PHONE} {
    order: 3;
    width: 100%;
    font-size: 14px;
  }
`;
export const HeadTools = styled.div`
  display: flex;
  gap: 8px;
  align-items: center;
  margin-left: auto;
  ${PHONE} {
    gap: 4px;
  }
`;

export const ToolLink = styled(Link)`
  display: inline-flex;
  align-items: center;
  justify-content: center;
  gap: 6px;
  min-width: ${TARGET_PX + 8}px;
  min-height: ${TARGET_PX}px;
  border: 1px solid var(--rule);
  border-radius: 4px;
  text-decoration: none;
  &:hover {
    background: var(--hover);
  }
  ${PHONE} {
    min-width: ${TARGET_PX}px;
  }
`;
export const WhoAmI = styled.span`
  font-weight: 700;
  font-size: 15px;
  max-width: 12ch;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
`;

export const Strip = styled.ol`
  @media print {
    display: none;
  }
  list-style: none;
  display: flex;
  margin: 12px 0 2px;
  gap: 0;
  ${PHONE} {
    overflow-x: auto;
    scroll-snap-type: x proximity;
    margin-top: 8px;
  }
`;
export const PlaceBar = styled.div`
  height: 5px;
  background: var(--rule);
  margin-bottom: 7px;
`;
export const PlaceItem = styled.li<{ $share: number }>`
  flex: ${(p) => Math.max(0.12, p.$share)} 1 150px;
  min-width: 150px;
  padding-right: 0;
  color: var(--soft);
  line-height: 1.3;
  &[data-here] {
    color: var(--ink);
    ${PlaceBar} {
      background: var(--accent);
    }
  }
  ${PHONE} {
    min-width: 190px;
    flex: none;
    scroll-snap-align: start;
  }
`;
export const PlaceName = styled.div`
  font-weight: 700;
  padding-right: 12px;
  font-size: 15px;
`;
export const PlaceTimes = styled.div`
  font-size: 14px;
  padding-right: 12px;
`;

export const Stages = styled.nav`
  @media print {
    display: none;
  }
  display: flex;
  gap: 4px;
  margin: 6px 0 12px -10px;
  overflow-x: auto;
  a {
    display: inline-flex;
    align-items: center;
    min-height: ${TARGET_PX}px;
    padding: 0 12px;
    color: var(--soft);
    text-decoration: none;
    font-size: 17px;
    position: relative;
    white-space: nowrap;
    &.active {
      color: var(--ink);
      font-weight: 700;
    }
    &.active::after {
      content: "";
      position: absolute;
      left: 12px;
      right: 12px;
      bottom: 5px;
      height: 3px;
      background: var(--accent);
    }
    &:hover {
      color: var(--ink);
    }
  }
`;

/** The sheets of the preparation, side by side under it. */
export const Sheets = styled(Stages)`
  margin-top: -14px;
  a {
    font-size: 15px;
    padding: 0 10px;
    &.active {
      font-weight: 600;
    }
    &.active::after {
      left: 10px;
      right: 10px;
      height: 2px;
      bottom: 9px;
      background: var(--ink);
    }
  }
`;

export const Columns = styled.div`
  @media print {
    && {
      display: block;
    }
  }
  display: grid;
  grid-template-columns: minmax(0, 1fr) 280px;
  gap: 32px;
  align-items: start;
  > main {
    min-width: 0;
    transition: opacity 0.2s 0.15s;
    &[data-loading] {
      opacity: 0.55;
    }
    > [role] {
      margin-bottom: 12px;
    }
    [data-pointed] {
      outline: 3px solid var(--accent);
      outline-offset: 2px;
    }
  }
  ${NARROW} {
    grid-template-columns: minmax(0, 1fr);
  }
  &[data-wide] {
    grid-template-columns: minmax(0, 1fr);
  }
`;
export const Next = styled.aside`
  @media print {
    display: none;
  }
  h2 {
    font-size: 18px;
    margin-bottom: 4px;
  }
  ol {
    list-style: none;
  }
  li {
    padding: 4px 0 4px 22px;
    position: relative;
  }
  li > b {
    position: absolute;
    left: 0;
    top: 6px;
  }
  a {
    display: block;
    text-decoration: none;
    padding: 2px 0;
    &:hover {
      text-decoration: underline;
    }
  }
  small {
    display: block;
    color: var(--soft);
    font-size: 14px;
    line-height: 1.3;
  }
  ${NARROW} {
    border-top: 1px solid var(--rule);
    padding-top: 12px;
  }
`;
