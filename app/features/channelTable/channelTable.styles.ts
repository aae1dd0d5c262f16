import styled from "styled-components";
import { MONO, PHONE, WIDE } from "~/app/ui/theme/theme";

/** The frame of a day is so high: its two lines, and what comes next. */
const FRAME_PX = 124;
/** The answer of a screen and the line under it. */
const HEAD_PX = 54;

/** The answer and the table at the left; a picture and the detail at the right. */
export const Desk = styled.div`
  flex: 1;
  display: flex;
  flex-direction: column;
  gap: 8px;
  min-width: 0;
  ${PHONE} {
    gap: 4px;
  }
  ${WIDE} {
    display: grid;
    grid-template-columns: minmax(0, 1fr) minmax(320px, 26%);
    grid-template-rows: auto 1fr;
    grid-template-areas: "head side" "tools side" "table side";
    grid-template-rows: auto auto 1fr;
    gap: 4px 20px;
    &[data-detail-wide] {
      grid-template-columns: minmax(430px, 36%) minmax(0, 1fr);
    }
    &[data-picture] {
      grid-template-columns: minmax(430px, 42%) minmax(0, 1fr);
      grid-template-areas: "head tools" "table side";
      grid-template-rows: auto 1fr;
    }
  }
  @media (min-width: 1700px) {
    &[data-picture] {
      grid-template-columns: minmax(430px, 34%) minmax(0, 1fr);
    }
  }
`;
export const Head = styled.div`
  grid-area: head;
  min-width: 0;
  display: flex;
  flex-direction: column;
  gap: 6px;
  ${PHONE} {
    gap: 2px;
    /* the rows are what is looked at: of a second line one is enough */
    h1 + p {
      display: -webkit-box;
      -webkit-box-orient: vertical;
      -webkit-line-clamp: 1;
      overflow: hidden;
    }
  }
`;
export const TableBox = styled.div`
  order: 1;
  grid-area: table;
  min-width: 0;
  display: flex;
  flex-direction: column;
  gap: 10px;
`;
export const Tools = styled.div`
  grid-area: tools;
  min-width: 0;
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 6px 10px;
  ${PHONE} {
    gap: 6px;
  }
`;
export const OnPhone = styled.span`
  display: none;
  ${PHONE} {
    display: contents;
  }
`;
/** Without a picture there is nothing beside the table of a narrow screen. */
export const Side = styled.div`
  display: none;
  &[data-picture] {
    display: flex;
  }
  flex-direction: column;
  gap: 8px;
  min-width: 0;
  /* a tablet: the picture a good third, the rows below it */
  @media (min-width: 721px) {
    &[data-picture] {
      height: 40dvh;
      min-height: 320px;
    }
  }
  ${PHONE} {
    &[data-picture]:not([data-open]) {
      display: none;
    }
  }
  ${WIDE} {
    grid-area: side;
    display: flex;
    &[data-picture] {
      position: sticky;
      top: 4px;
      align-self: start;
      height: calc(100dvh - ${FRAME_PX + HEAD_PX}px);
      min-height: 540px;
    }
    &:not([data-picture]) {
      border-left: 1.5px solid var(--ink);
      padding-left: 16px;
      /* the detail goes along with a long table */
      > * {
        position: sticky;
        top: 4px;
      }
    }
  }
`;
export const OnlyWide = styled.div`
  display: none;
  ${WIDE} {
    display: block;
    min-height: 0;
    overflow: auto;
    flex: 0 1 auto;
  }
`;
export const Detail = styled.div`
  outline: none;
  display: flex;
  flex-direction: column;
  gap: 8px;
  min-width: 0;
  padding-bottom: 8px;
  &:focus-visible {
    box-shadow: inset 3px 0 0 var(--accent);
    padding-left: 8px;
  }
`;

export const Table = styled.table`
  width: 100%;
  border-collapse: collapse;
  text-align: left;
  thead th {
    font-size: var(--small);
    font-weight: 500;
    color: var(--soft);
    padding: 0 8px 2px;
    height: 24px;
    border-bottom: 1px solid var(--soft);
    white-space: nowrap;
    button {
      border: 0;
      padding: 0;
      min-height: 24px;
      background: none;
      color: inherit;
      font: inherit;
      cursor: pointer;
      &:hover {
        text-decoration: underline;
      }
    }
  }
  tbody tr[data-channel] {
    cursor: pointer;
    outline-offset: -2px;
    scroll-margin: 60px 0;
    &:hover {
      background: var(--hover);
    }
    &[data-chosen] {
      background: var(--sheet);
      box-shadow: inset 4px 0 0 var(--accent);
    }
  }
  tbody tr[data-channel] > * {
    height: max(var(--row), var(--tall-row));
    padding: 0 8px;
    border-bottom: 1px solid var(--rule);
    font-weight: 400;
    white-space: nowrap;
    vertical-align: middle;
  }
  tr[data-hand] > [data-number] {
    color: var(--bad);
    font-weight: 700;
  }
  [data-number] {
    width: 34px;
    text-align: right;
    color: var(--soft);
    font-family: ${MONO};
    font-size: var(--small);
  }
  [data-figure] {
    text-align: right;
    font-family: ${MONO};
  }
  thead [data-figure] {
    font-family: inherit;
  }
  tbody tr[data-channel] > [data-tight],
  thead th[data-tight] {
    padding: 0 6px;
  }
  [data-widest] {
    width: 99%;
    max-width: 0;
    overflow: hidden;
    text-overflow: ellipsis;
  }
  @media (max-width: 900px) {
    tbody tr[data-channel] > [data-tight],
    thead th[data-tight] {
      padding: 0 2px;
    }
  }
  @media (min-width: 721px) and (max-width: 900px) {
    /* the state before the pack's name, where there is no room for both */
    tbody tr[data-channel]:has(> [data-tight]) small {
      display: none;
    }
  }
  @media (min-width: 721px) {
    [data-phone-only] {
      display: none;
    }
  }
  @media (max-width: 1320px) {
    [data-extra] {
      display: none;
    }
  }
  tr[data-detail] > td {
    padding: 8px 4px 12px 14px;
    border-bottom: 1px solid var(--ink);
    box-shadow: inset 4px 0 0 var(--accent);
  }
  ${PHONE} {
    &,
    tbody {
      display: block;
    }
    thead {
      display: none;
    }
    tbody tr[data-channel] {
      display: grid;
      grid-template-columns: 26px minmax(0, 1fr) auto auto;
      align-items: center;
      border-bottom: 1px solid var(--rule);
    }
    tbody tr[data-channel] > * {
      border: 0;
      height: auto;
      padding: 0 6px;
    }
    tbody tr[data-channel] {
      min-height: var(--row);
    }
    [data-number] {
      width: auto;
      padding: 0 !important;
    }
    tbody tr[data-channel] > td:not([data-phone], [data-number]) {
      display: none;
    }
    [data-widest] {
      width: auto;
      max-width: 34vw;
      white-space: normal !important;
      line-height: 1.15;
    }
    tr[data-detail],
    tr[data-detail] > td {
      display: block;
    }
  }
`;
export const Who = styled.span`
  display: inline-flex;
  align-items: center;
  gap: 8px;
  max-width: 100%;
  b {
    font-weight: 600;
  }
  small {
    color: var(--soft);
    font-size: var(--small);
    overflow: hidden;
    text-overflow: ellipsis;
  }
  ${PHONE} {
    display: grid;
    grid-template-columns: auto minmax(0, 1fr);
    gap: 0 8px;
    small {
      grid-column: 2;
      line-height: 1.2;
    }
    [data-mark] {
      grid-row: 1 / span 2;
    }
  }
`;
