import { fail, ok, type Result } from "~/core/units/result";
import { dbuvToDbm } from "~/core/units/decibels";

/** How a unit's own screen tells how strong its signal is. */
export const METER_SCALES = ["bars", "percent", "dbm", "dbuv"] as const;
export type MeterScaleName = (typeof METER_SCALES)[number];

/** A scale; `of` is how many bars there are. */
export type MeterScale = { name: "bars"; of: number } | { name: Exclude<MeterScaleName, "bars"> };

/** What a unit's own screen says, on its own scale. */
export type MeterFigure = MeterScale & { value: number };

export type MeterFigureError =
  | { code: "unreadable"; text: string }
  | { code: "beyond-scale"; value: number; scale: MeterScale; lowest: number; highest: number };

/** Bars of a small receiver's meter where nobody said how many. */
export const USUAL_BARS = 5;
const MAX_BARS = 20;

/** What a meter can show at all. Beyond these a unit or a scale was mistaken. */
const ENDS: Readonly<Record<MeterScaleName, readonly [number, number]>> = {
  bars: [0, MAX_BARS],
  percent: [0, 100],
  dbm: [-135, 20],
  dbuv: [-30, 127],
};

const endsOf = (scale: MeterScale): readonly [number, number] =>
  scale.name === "bars" ? [0, scale.of] : ENDS[scale.name];

/** The middle of a text as it is stored: "4 of 5", "80 %", "-62 dBm", "45 dBµV". */
const STORED = /^([+-]?\d{1,4}(?:\.\d{1,3})?) ?(?:(?:of|\/) ?(\d{1,2})|(%|dbm|db[µμu]v))?$/i;

/**
 * Reads what somebody typed of a meter. A unit or a count of bars that is typed along counts before
 * the scale that is set; a figure below zero is dBm.
 * @param text - "4", "4/5", "4 of 5", "80 %", "-62", "45 dBµV"
 * @param scale - what a bare number is on
 * @example readMeterFigure("4/5", { name: "dbm" }) // { ok: true, value: { name: "bars", of: 5, value: 4 } }
 */
export function readMeterFigure(
  text: string,
  scale: MeterScale,
): Result<MeterFigure, MeterFigureError> {
  const plain = text.trim().replace("−", "-").replace(",", ".");
  const found = STORED.exec(plain);
  const value = Number(found?.[1]);
  if (!found || !Number.isFinite(value))
    return fail({ code: "unreadable", text: text.trim().slice(0, 20) });
  const [, , of, unit] = found;
  const meant: MeterScale =
    of !== undefined
      ? { name: "bars", of: Number(of) }
      : unit === "%"
        ? { name: "percent" }
        : unit !== undefined
          ? { name: unit.toLowerCase() === "dbm" ? "dbm" : "dbuv" }
          : value < 0 && scale.name !== "dbuv"
            ? { name: "dbm" }
            : scale;
  const [lowest, highest] = endsOf(meant);
  if (meant.name === "bars" && (meant.of < 1 || meant.of > MAX_BARS || !Number.isInteger(value)))
    return fail({ code: "unreadable", text: text.trim().slice(0, 20) });
  return value < lowest || value > highest
    ? fail({ code: "beyond-scale", value, scale: meant, lowest, highest })
    : ok({ ...meant, value });
}

/** A figure as it is stored and shown; `readMeterFigure` reads it back. */
export function meterFigureText(figure: MeterFigure): string {
  switch (figure.name) {
    case "bars":
      return `${figure.value} of ${figure.of}`;
    case "percent":
      return `${figure.value} %`;
    case "dbm":
      return `${figure.value} dBm`;
    case "dbuv":
      return `${figure.value} dBµV`;
  }
}

/** How much of its scale a figure fills, 0 to 1; null of a figure in decibels. */
export const shareOfScale = (figure: MeterFigure): number | null =>
  figure.name === "bars"
    ? figure.value / figure.of
    : figure.name === "percent"
      ? figure.value / 100
      : null;

/** So much of a scale of bars is "full"; so little is nothing. */
const FULL_SHARE = 0.75;
const NONE_SHARE = 0.05;

/**
 * What a figure says of the RF, as far as a person would: full, weak, none. A figure in decibels is
 * told as dBm, so that it is judged as a measured one is.
 * Bars: common practice, no published source. dBµV at 50 Ω.
 * @param ofDbm - how a level is judged
 */
export function rfOfFigure(figure: MeterFigure, ofDbm: (dbm: number) => string): string {
  const share = shareOfScale(figure);
  if (share !== null) return share >= FULL_SHARE ? "full" : share <= NONE_SHARE ? "none" : "weak";
  return ofDbm(figure.name === "dbuv" ? dbuvToDbm(figure.value) : figure.value);
}

/** Whether two figures are on the same scale, so that one may be held against the other. */
export const isSameScale = (a: MeterFigure, b: MeterFigure): boolean =>
  a.name === b.name && (a.name !== "bars" || b.name !== "bars" || a.of === b.of);
