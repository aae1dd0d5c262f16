import { createGlobalStyle, css } from "styled-components";

/**
 * Colours by purpose. Daylight is paper and ink; night is dim and warm, nothing lights up a dark
 * stage.
 */
const daylight = css`
  --paper: #f5f1e8;
  --sheet: #fffdf8;
  --ink: #18212c;
  --soft: #505b69;
  --rule: #d8cfbf;
  --accent: #b83a14;
  --good: #17604f;
  --watch: #7a4f00;
  --bad: #931c1c;
  --air: #b7c6cf;
  --air-edge: #7d919e;
  --hatch: #cdbfa6;
  --on-ink: #fffdf8;
  --hover: #ece5d6;
  color-scheme: light;
`;
const night = css`
  --paper: #120f0d;
  --sheet: #1a1613;
  --ink: #e6dac8;
  --soft: #a69a8c;
  --rule: #3a322b;
  --accent: #e3794a;
  --good: #74bba7;
  --watch: #d3a750;
  --bad: #e5766a;
  --air: #3e4a50;
  --air-edge: #66767e;
  --hatch: #3a322b;
  --on-ink: #120f0d;
  --hover: #241e19;
  color-scheme: dark;
`;

/**
 * Three sizes of text and two of rows: for mouse and keys, and for fingers. A person may ask for
 * either; else what the screen is touched with decides.
 */
const COMPACT = css`
  --text: 15px;
  --small: 13px;
  --head: 20px;
  --target: 32px;
  --row: 33px;
`;
const TOUCH = css`
  --text: 16px;
  --small: 14px;
  --head: 20px;
  --target: 44px;
  --row: 52px;
`;

export const GlobalStyle = createGlobalStyle`
  :root { ${daylight} ${COMPACT} }
  @media (pointer: coarse) { :root { ${TOUCH} } kbd { display: none; } }
  :root[data-density="compact"] { ${COMPACT} }
  :root[data-density="touch"] { ${TOUCH} }
  :root[data-theme="night"] { ${night} }
  @media (prefers-color-scheme: dark) { :root[data-theme="system"] { ${night} } }
  @media print { :root, :root[data-theme] { ${daylight} --paper: #fff; --sheet: #fff; } }
  *, *::before, *::after { box-sizing: border-box; }
  html { -webkit-text-size-adjust: 100%; }
  body {
    margin: 0; background: var(--paper); color: var(--ink);
    font: var(--text)/1.35 "Atkinson Hyperlegible Next Variable", system-ui, sans-serif;
    font-variant-numeric: tabular-nums;
  }
  h1, h2, h3, p, ol, ul, dl, dd, figure { margin: 0; padding: 0; }
  button, input, select { font: inherit; color: inherit; }
  a { color: inherit; }
  summary { padding: 6px 0; cursor: pointer; }
  :focus-visible { outline: 3px solid var(--accent); outline-offset: 2px; }
  @media (prefers-reduced-motion: reduce) { * { transition: none !important; animation: none !important; } }
`;

/** Figures: the mono, so that columns of numbers stand. */
export const MONO = '"Atkinson Hyperlegible Mono Variable", ui-monospace, monospace';
/** Below this the screen is a phone's. */
export const PHONE = "@media (max-width: 720px)";
/** From here on a chosen channel's detail stands beside the list, not in it. */
export const WIDE_PX = 1200;
export const WIDE = `@media (min-width: ${WIDE_PX}px)`;
