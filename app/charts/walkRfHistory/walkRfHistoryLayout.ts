import { itemAt } from "~/core/units/items";
import { scaleLinear } from "d3";

/**
 * One point of a walk: margins of the two antennas over what the receiver needs; the second null
 * where there is one only.
 */
export interface WalkRfPoint {
  atM: number;
  aDb: number;
  bDb: number | null;
}

export interface RfHistory {
  widthPx: number;
  heightPx: number;
  middlePx: number;
  /** Outward by margin: A up from the middle, B down. */
  a: string;
  b: string | null;
  /** Stretches in which neither has enough. */
  pinched: { fromPx: number; toPx: number }[];
  x: (m: number) => number;
  up: (db: number) => number;
  down: (db: number) => number;
  ticksM: number[];
}

const MAX_DB = 45;
const LEFT_PX = 34;
const RIGHT_PX = 8;

/**
 * A walk as an RF history: drawn outward from a middle line by how much each antenna has in hand; where
 * both come to the middle it drops out.
 */
export function walkRfHistoryLayout(
  points: readonly WalkRfPoint[],
  widthPx: number,
  heightPx: number,
): RfHistory {
  const lengthM = Math.max(0.1, points.at(-1)?.atM ?? 1);
  const x = scaleLinear()
    .domain([0, lengthM])
    .range([LEFT_PX, widthPx - RIGHT_PX]);
  const middlePx = (heightPx - 18) / 2;
  const reach = middlePx - 4;
  const out = (db: number) => (Math.min(MAX_DB, Math.max(0, db)) / MAX_DB) * reach;
  const area = (of: (p: WalkRfPoint) => number, sign: number) =>
    `M${x(0)},${middlePx}${points.map((p) => `L${x(p.atM).toFixed(1)},${(middlePx - sign * out(of(p))).toFixed(1)}`).join("")}L${x(lengthM).toFixed(1)},${middlePx}Z`;
  const pinched: RfHistory["pinched"] = [];
  points.forEach((p, i) => {
    if (Math.max(p.aDb, p.bDb ?? -Infinity) >= 0) return;
    const [fromPx, toPx] = [
      x(itemAt(points, Math.max(0, i - 1)).atM),
      x(itemAt(points, Math.min(points.length - 1, i + 1)).atM),
    ];
    const last = pinched.at(-1);
    if (last && fromPx <= last.toPx) last.toPx = toPx;
    else pinched.push({ fromPx, toPx });
  });
  return {
    widthPx,
    heightPx,
    middlePx,
    pinched,
    a: area((p) => p.aDb, 1),
    b: points.some((p) => p.bDb !== null) ? area((p) => p.bDb ?? 0, -1) : null,
    x: (m) => x(m),
    up: (db) => middlePx - out(db),
    down: (db) => middlePx + out(db),
    ticksM: x.ticks(Math.max(2, Math.floor(widthPx / 90))),
  };
}
