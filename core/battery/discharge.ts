import { itemAt } from "~/core/units/items";
import type { BatteryKind } from "~/core/kit/models";
import { assertFinite, assertPositive } from "~/core/units/guards";

/**
 * What a pack runs on. Zinc-carbon is known so that it can be refused: it sags from the first
 * minute and dies without warning.
 */
export const CHEMISTRIES = ["alkaline", "nimh", "lithium", "li-ion", "zinc-carbon"] as const;
export type Chemistry = (typeof CHEMISTRIES)[number];

/**
 * Volts of one cell under a pack's load against the share of its charge that is used up, 0 … 1,
 * falling throughout. Shapes as commonly known of each chemistry (common practice, no published
 * source): alkaline falls evenly, nickel sags early and then holds one voltage for long, primary
 * lithium holds high and ends within minutes, lithium-ion falls slowly from 4.2 V, zinc-carbon
 * falls at once.
 */
const CURVES: Readonly<Record<Chemistry, readonly (readonly [used: number, volts: number])[]>> = {
  alkaline: [
    [0, 1.58],
    [0.05, 1.48],
    [0.2, 1.37],
    [0.5, 1.25],
    [0.75, 1.16],
    [0.9, 1.07],
    [1, 0.9],
    [1.05, 0.6],
  ],
  nimh: [
    [0, 1.42],
    [0.04, 1.31],
    [0.15, 1.27],
    [0.5, 1.24],
    [0.8, 1.2],
    [0.93, 1.14],
    [1, 0.95],
    [1.03, 0.6],
  ],
  lithium: [
    [0, 1.78],
    [0.04, 1.62],
    [0.15, 1.56],
    [0.5, 1.52],
    [0.85, 1.47],
    [0.95, 1.38],
    [1, 0.95],
    [1.02, 0.6],
  ],
  "li-ion": [
    [0, 4.18],
    [0.1, 4.02],
    [0.4, 3.8],
    [0.7, 3.66],
    [0.9, 3.5],
    [0.97, 3.3],
    [1, 3],
    [1.01, 2.4],
  ],
  "zinc-carbon": [
    [0, 1.5],
    [0.15, 1.3],
    [0.5, 1.12],
    [1, 0.9],
    [1.05, 0.6],
  ],
};

/**
 * How long a set lasts against an alkaline one in the same pack, by its size (common practice, no
 * published source). AA: about 8 h alkaline, 6 to 7 h rechargeable, longer lithium. 9 V at a pack's
 * drain: alkaline some 450 mAh, rechargeable 200 to 250, lithium about 1,200. What is built in is
 * rated as it is.
 */
const LASTS: Readonly<Record<BatteryKind, Readonly<Record<Chemistry, number>>>> = {
  aa: { alkaline: 1, nimh: 6.5 / 8, lithium: 10 / 8, "li-ion": 1, "zinc-carbon": 0.4 },
  "9v": { alkaline: 1, nimh: 0.5, lithium: 1200 / 450, "li-ion": 1, "zinc-carbon": 0.4 },
  internal: { alkaline: 1, nimh: 1, lithium: 1, "li-ion": 1, "zinc-carbon": 1 },
};

/** What hours are told for. */
export const ROOM_C = 20;
/**
 * What a set still gives in the cold, as a share of what it gives in a room, by temperature in °C,
 * rising (common practice, no published source): alkaline about half near freezing, lithium hardly
 * less.
 */
const IN_COLD: Readonly<Record<Chemistry, readonly (readonly [number, number])[]>> = {
  alkaline: [
    [-20, 0.1],
    [-10, 0.25],
    [0, 0.5],
    [10, 0.8],
    [ROOM_C, 1],
  ],
  nimh: [
    [-20, 0.4],
    [-10, 0.65],
    [0, 0.85],
    [10, 0.95],
    [ROOM_C, 1],
  ],
  lithium: [
    [-20, 0.8],
    [-10, 0.9],
    [0, 0.97],
    [ROOM_C, 1],
  ],
  "li-ion": [
    [-20, 0.5],
    [-10, 0.7],
    [0, 0.85],
    [10, 0.95],
    [ROOM_C, 1],
  ],
  "zinc-carbon": [
    [-20, 0],
    [-10, 0.1],
    [0, 0.3],
    [10, 0.7],
    [ROOM_C, 1],
  ],
};

/** What is left of a set's hours at a temperature; never more than in a room. */
export function coldShare(chemistry: Chemistry, temperatureC: number): number {
  assertFinite("temperatureC", temperatureC);
  const [coldest] = itemAt(IN_COLD[chemistry], 0);
  return along(IN_COLD[chemistry], Math.min(ROOM_C, Math.max(coldest, temperatureC)));
}

/**
 * Share of a pack's drain that goes with its radio power; the rest is its own (common practice, no
 * published source).
 */
const POWER_SHARE = 0.3;

/**
 * Hours that a full set lasts in a pack.
 * @param p.ratedHours - of a fresh alkaline set, or of the built-in cell, at full power; more than
 *   0
 * @param p.powerShare - radiated power as it is set over the most that the pack has, 0 … 1
 * @param p.size - absent: AA
 * @param p.temperatureC - of the cells themselves; absent: a room
 * @example cellHours({ ratedHours: 8, chemistry: "nimh", powerShare: 1 }) // 6.5
 */
export function batteryHours({
  ratedHours,
  chemistry,
  powerShare,
  size = "aa",
  temperatureC = ROOM_C,
}: {
  ratedHours: number;
  chemistry: Chemistry;
  powerShare: number;
  size?: BatteryKind;
  temperatureC?: number;
}): number {
  assertPositive("ratedHours", ratedHours);
  assertFinite("powerShare", powerShare);
  const drain = 1 - POWER_SHARE * (1 - Math.min(1, Math.max(0, powerShare)));
  // a set that gives nothing any more still has to be told as a time
  const share = Math.max(0.01, coldShare(chemistry, temperatureC));
  return (ratedHours * LASTS[size][chemistry] * share) / drain;
}

/** Volts of a cell after a share of its charge is used; past the end it goes on falling.
 * @param usedShare - 0 fresh, 1 empty */
export function batteryVolts(chemistry: Chemistry, usedShare: number): number {
  assertFinite("usedShare", usedShare);
  const curve = CURVES[chemistry];
  return along(curve, Math.max(0, usedShare));
}

/**
 * The shares of its charge that a cell may have used when it shows a voltage: wide where the curve
 * is flat.
 * @param errorVolts - how far the reading may be off, either way; 0.02 for one told in hundredths
 */
export function usedShareOf(
  chemistry: Chemistry,
  volts: number,
  errorVolts = 0.02,
): { least: number; most: number; likely: number } {
  assertFinite("volts", volts);
  const turned = CURVES[chemistry].map(([used, v]) => [-v, used] as const);
  const share = (v: number) => Math.min(1, Math.max(0, along(turned, -v)));
  return {
    least: share(volts + errorVolts),
    most: share(volts - errorVolts),
    likely: share(volts),
  };
}

function along(points: readonly (readonly [number, number])[], x: number): number {
  const after = points.findIndex(([px]) => px >= x);
  if (after === 0) return itemAt(points, 0)[1];
  const [x0, y0] = itemAt(points, (after < 0 ? points.length : after) - 1);
  if (after < 0) return y0;
  const [x1, y1] = itemAt(points, after);
  return y0 + ((y1 - y0) * (x - x0)) / (x1 - x0);
}

/** What is left by the clock and by the voltage together. */
export interface HoursLeft {
  hours: number;
  /** Which of the two says so; "both" where they agree. */
  by: "clock" | "volts" | "both";
  /**
   * The voltage is lower than the clock would have it: cells that were not fresh, or a pack that
   * drains more.
   */
  isWeak: boolean;
  /** From the voltage alone: how wide what it may mean is, hours; null where no voltage is told. */
  voltsSpanHours: number | null;
}

/**
 * Hours left of a set: the counted hours, drawn to what its voltage says as far as that says
 * anything. On a flat stretch the clock counts; near the end, or when the voltage cannot be that of
 * cells so fresh, the voltage does.
 * @param p.hours - of a full set
 * @param p.ranHours - since it was fresh; null where nobody knows
 * @param p.volts - of one cell; null where the receiver does not tell
 */
export function hoursLeft({
  chemistry,
  hours,
  ranHours,
  volts,
}: {
  chemistry: Chemistry;
  hours: number;
  ranHours: number | null;
  volts: number | null;
}): HoursLeft | null {
  assertPositive("hours", hours);
  const counted = ranHours === null ? null : Math.max(0, hours - ranHours);
  if (volts === null)
    return counted === null
      ? null
      : { hours: counted, by: "clock", isWeak: false, voltsSpanHours: null };
  const { least, most, likely } = usedShareOf(chemistry, volts);
  const [low, high] = [(1 - most) * hours, (1 - least) * hours];
  const voltsSpanHours = high - low;
  if (counted === null)
    return { hours: (1 - likely) * hours, by: "volts", isWeak: false, voltsSpanHours };
  // a little grace: hours of cells differ by a tenth from set to set
  const grace = 0.1 * hours;
  if (counted > high + grace) return { hours: high, by: "volts", isWeak: true, voltsSpanHours };
  if (counted < low - grace) return { hours: counted, by: "clock", isWeak: false, voltsSpanHours };
  return {
    hours: Math.min(Math.max(counted, low), high),
    by: "both",
    isWeak: false,
    voltsSpanHours,
  };
}

/**
 * A last warning before the end on packs that only warn by a lamp (common practice, no published
 * source).
 */
export const LAST_WARNING_MS = 15 * 60_000;
