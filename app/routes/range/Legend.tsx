import styled from "styled-components";

/** What the colours and marks of the map say. */
export function Legend() {
  return (
    <LegendRow aria-label="What the map shows">
      {[
        ["out", "does not hold"],
        ["0", "0–10 dB in hand: thin"],
        ["10", "10–20 dB"],
        ["20", "20–30 dB"],
        ["30", "over 30 dB"],
      ].map(([tone, words]) => (
        <li key={tone}>
          <i data-tone={tone} aria-hidden />
          {words}
        </li>
      ))}
      <li>
        <b aria-hidden>✕</b>thinnest place of each walk
      </li>
      <li>
        <b aria-hidden data-good>
          △
        </b>
        a place that was tried
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
  font-size: 14px;
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
