import { defined } from "~/core/units/items";

/**
 * A scan as a picture for paper: the highest level of each column over the floor, with what of it
 * was ours.
 */
export interface SweepPicture {
  levelsDbm: ArrayLike<number>;
  lowHz: number;
  stepHz: number;
  marksHz: readonly { frequencyHz: number; text: string }[];
  widthPx: number;
  heightPx: number;
}

const COLUMNS = 360;
const LOWEST_DBM = -120;
const HIGHEST_DBM = -40;
/** Room for the names of what was ours. */
const TOP_PX = 21;

/** Names of marks stand in two rows; one that still has no room is left out, its line stays. */
const ROWS_Y = [9, 18];
const NAME_PX = 14;

/** As SVG, ink on white. Levels between −120 and −40 dBm; steps that were not seen leave a gap. */
export function sweepSvg({
  levelsDbm,
  lowHz,
  stepHz,
  marksHz,
  widthPx,
  heightPx,
}: SweepPicture): string {
  const points = levelsDbm.length;
  const highHz = lowHz + Math.max(1, points - 1) * stepHz;
  const x = (hz: number) => (((hz - lowHz) / (highHz - lowHz)) * widthPx).toFixed(1);
  const base = heightPx - 12;
  const y = (dbm: number) =>
    (
      base -
      ((Math.min(HIGHEST_DBM, Math.max(LOWEST_DBM, dbm)) - LOWEST_DBM) /
        (HIGHEST_DBM - LOWEST_DBM)) *
        (base - TOP_PX)
    ).toFixed(1);
  const count = Math.min(COLUMNS, points);
  const bars: string[] = [];
  for (let c = 0; c < count; c += 1) {
    let most = -Infinity;
    const [from, to] = [
      Math.floor((c / count) * points),
      Math.max(Math.floor((c / count) * points) + 1, Math.floor(((c + 1) / count) * points)),
    ];
    for (let i = from; i < to; i += 1)
      if (Number.isFinite(defined(levelsDbm[i])) && defined(levelsDbm[i]) > most)
        most = defined(levelsDbm[i]);
    if (most > -Infinity)
      bars.push(
        `M${((c / count) * widthPx).toFixed(1)},${base}V${y(most)}h${(widthPx / count).toFixed(2)}V${base}z`,
      );
  }
  const ticks: string[] = [];
  for (let hz = Math.ceil(lowHz / 10e6) * 10e6; hz <= highHz; hz += 10e6)
    ticks.push(
      `<text x="${x(hz)}" y="${heightPx - 2}" font-size="8" text-anchor="${Number(x(hz)) < NAME_PX ? "start" : "middle"}" fill="#505b69">${hz / 1e6}</text>`,
    );
  ticks.push(
    `<text x="${widthPx}" y="${heightPx - 2}" font-size="8" text-anchor="end" fill="#505b69">MHz</text>`,
  );
  const taken = ROWS_Y.map(() => -Infinity);
  const marks = marksHz
    .filter((m) => m.frequencyHz >= lowHz && m.frequencyHz <= highHz)
    .sort((a, b) => a.frequencyHz - b.frequencyHz)
    .map((m) => {
      const at = x(m.frequencyHz);
      const row = taken.findIndex((px) => Number(at) - px >= NAME_PX);
      const name =
        row < 0
          ? ""
          : `<text x="${at}" y="${ROWS_Y[row]}" font-size="8" text-anchor="middle" fill="#18212c">${escapeXml(m.text)}</text>`;
      if (row >= 0) taken[row] = Number(at);
      return `<path d="M${at},${TOP_PX}V${base}" stroke="#b83a14" stroke-width="0.8"/>${name}`;
    });
  const scale = [-100, -80, -60].map(
    (dbm) =>
      `<path d="M0,${y(dbm)}H${widthPx}" stroke="#d8cfbf" stroke-width="0.5"/><text x="1" y="${(Number(y(dbm)) - 1.5).toFixed(1)}" font-size="6.5" fill="#505b69">${minus(dbm)} dBm</text>`,
  );
  return `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${widthPx} ${heightPx}" width="${widthPx}" height="${heightPx}">${scale.join("")}<path d="${bars.join("")}" fill="#7d919e"/><path d="M0,${base}H${widthPx}" stroke="#18212c" stroke-width="0.8"/>${ticks.join("")}${marks.join("")}</svg>`;
}

const minus = (n: number): string => `−${Math.abs(n)}`;
const escapeXml = (text: string): string =>
  text.replace(/[<>&"']/g, (c) => `&#${c.charCodeAt(0)};`);
