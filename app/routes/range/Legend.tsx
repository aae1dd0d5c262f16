import { MAP_LEGEND, MAP_MARKS, RANGE } from "~/contract/messages/range";
import styled from "styled-components";

/** What the colours and marks of the map say. */
export function Legend() {
  return (
    <LegendRow aria-label={RANGE.legend}>
      <li>{RANGE.marginLegend}</li>
      {MAP_LEGEND.map(([tone, words]) => (
        <li key={tone}>
          <i data-tone={tone} aria-hidden />
          {words}
        </li>
      ))}
      <li>
        <b aria-hidden>✕</b>
        {MAP_MARKS.weakest}
      </li>
      <li>
        <b aria-hidden data-good>
          △
        </b>
        {MAP_MARKS.tried}
      </li>
    </LegendRow>
  );
}

const LegendRow = styled.ul`
  list-style: none;
  display: flex;
  flex-wrap: wrap;
  gap: 4px 16px;
  margin: 0;
  padding: 0;
  font-size: var(--small);
  color: var(--soft);
  li {
    display: flex;
    gap: 6px;
    align-items: center;
  }
  i {
    width: 22px;
    height: 14px;
    border: 1px solid var(--air-edge);
    background: var(--sheet);
  }
  i[data-tone="out"] {
    background: repeating-linear-gradient(135deg, var(--sheet) 0 3px, var(--bad) 3px 5px);
  }
  i[data-tone="0"] {
    background: color-mix(in srgb, var(--watch) 34%, var(--sheet));
  }
  i[data-tone="10"] {
    background: color-mix(in srgb, var(--air) 80%, var(--sheet));
  }
  i[data-tone="20"] {
    background: color-mix(in srgb, var(--air) 42%, var(--sheet));
  }
  i[data-tone="30"] {
    background: color-mix(in srgb, var(--air) 12%, var(--sheet));
  }
  b {
    color: var(--bad);
  }
  b[data-good] {
    color: var(--good);
  }
`;
