import { lastOf } from "~/core/units/items";
import { dbmToDbuv } from "~/core/units/decibels";
import { display } from "./display";
import { formatMhz } from "~/core/units/frequencyText";

/** The one place where quantities become text. A real minus sign, a unit always. */
const signed = (text: string): string => text.replace("-", "−");

/** "−27 dB", "6.5 dB"; whole from 10 up. */
export const formatDb = (db: number): string =>
  `${signed(db.toFixed(Math.abs(db) < 9.95 && Math.abs(db % 1) > 0.05 ? 1 : 0).replace(/^-0$/, "0"))} dB`;
/** An RF level in the unit that was chosen: "−72 dBm", "35 dBµV" across 50 Ω. */
export const formatRfLevel = (dbm: number): string =>
  Number.isFinite(dbm) ? `${rfFigure(dbm)} ${rfUnit()}` : "nothing";
/** Its figure alone, as on an axis. */
export const rfFigure = (dbm: number): string => signed(shownLevel(dbm).toFixed(0));
export const rfUnit = (): string => (display().level === "dbuv" ? "dBµV" : "dBm");
const shownLevel = (dbm: number): number => (display().level === "dbuv" ? dbmToDbuv(dbm) : dbm);
export const formatDbfs = (dbfs: number): string => `${signed(dbfs.toFixed(0))} dBFS`;
export const mhz = (hz: number): string => `${formatMhz(hz)} MHz`;
/** Distances on the air: kHz below 1 MHz. */
export const formatSpan = (hz: number): string =>
  Math.abs(hz) < 1e6
    ? `${signed(String(Number((hz / 1000).toFixed(hz % 1000 === 500 || Math.abs(hz) < 10_000 ? 1 : 0))))} kHz`
    : `${signed((hz / 1e6).toFixed(Math.abs(hz) < 10e6 ? 2 : 1))} MHz`;
export const formatMetres = (m: number): string =>
  `${m === 0 ? 0 : m < 1 ? m.toFixed(2) : Number(m.toFixed(1))} m`;

/** In feet, as a tape reads them: "6.5 ft", "98 ft"; what is shorter than one in inches. */
export const formatFeet = (m: number): string =>
  m > 0 && m < 0.3
    ? `${Math.round(m / 0.0254)} in`
    : `${(m / 0.3048).toFixed(m < 6 && Math.abs((m / 0.3048) % 1) > 0.05 ? 1 : 0)} ft`;
export const formatKm = (m: number): string =>
  m < 10_000 ? `${(m / 1000).toFixed(1)} km` : `${Math.round(m / 1000)} km`;

const DAY_MS = 86_400_000;

/**
 * Where a day's clock stands, for its head: "07:30"; before its midnight "eve, 19:40" or "in 3
 * days"; long after "2 days ago".
 */
export function formatDayClock(ms: number): string {
  const days = Math.floor(ms / DAY_MS);
  if (days === -1) return `eve, ${formatClock(ms)}`;
  if (days < -1) return `in ${-days} days`;
  return days <= 1 ? formatClock(ms) : `${days} days ago`;
}

/** Milliseconds of the day's wall clock as "07:30" or "7:30 am". */
export const formatClock = (ms: number): string => clockText(ms, "minutes");
/** With its seconds: "07:30:05". */
export const formatClockSeconds = (ms: number): string => clockText(ms, "seconds");
/** A whole hour, as under an axis: "07:00", "7 am". */
export const formatHour = (ms: number): string => clockText(ms, "hours");

const two = (n: number): string => String(n).padStart(2, "0");

function clockText(ms: number, exactTo: "hours" | "minutes" | "seconds"): string {
  const seconds = Math.floor((((ms % DAY_MS) + DAY_MS) % DAY_MS) / 1000);
  const [h, m, s] = [Math.floor(seconds / 3600), Math.floor(seconds / 60) % 60, seconds % 60];
  const tail = `${two(m)}${exactTo === "seconds" ? `:${two(s)}` : ""}`;
  if (display().clock === "24") return `${two(h)}:${tail}`;
  return `${h % 12 || 12}${exactTo === "hours" ? "" : `:${tail}`} ${h < 12 ? "am" : "pm"}`;
}

/** "just now" aside: "26 min", "2 h 05". */
export function formatDuration(ms: number): string {
  const minutes = Math.max(0, Math.round(ms / 60_000));
  if (minutes >= 48 * 60) return `${Math.floor(minutes / 1440)} days`;
  return minutes < 60
    ? `${minutes} min`
    : `${Math.floor(minutes / 60)} h ${String(minutes % 60).padStart(2, "0")}`;
}

export const formatAge = (ms: number): string =>
  ms < 45_000 ? "just now" : `${formatDuration(ms)} ago`;

/** "Marit, Tobiah and Irsa". */
export function listWords(names: readonly string[], word = "and"): string {
  return names.length < 2
    ? (names[0] ?? "")
    : `${names.slice(0, -1).join(", ")} ${word} ${lastOf(names)}`;
}

const NUMBERS = [
  "no",
  "one",
  "two",
  "three",
  "four",
  "five",
  "six",
  "seven",
  "eight",
  "nine",
  "ten",
  "eleven",
  "twelve",
];
/** So many names are told at most; more are counted. */
const MAX_NAMES = 3;
/** @example namesOrCount(["Marit", "Nils"]) // "Marit and Nils"; of five: "five channels" */
export const namesOrCount = (names: readonly string[], one = "channel"): string =>
  names.length <= MAX_NAMES ? listWords(names) : count(names.length, one);

/** "five"; figures above twelve. */
export const numberWord = (n: number): string => NUMBERS[n] ?? String(n);
/** "five channels", "one channel". */
export const count = (n: number, one: string, many = `${one}s`): string =>
  `${numberWord(n)} ${n === 1 ? one : many}`;
export const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);

/** "470–542", "863.1, 863.5": ranges and presets in MHz, without the unit. */
/** More ranges than this are told by their number and their ends. */
const MAX_RANGES = 6;
export const rangesWords = (ranges: readonly { lowHz: number; highHz: number }[]): string =>
  ranges.length > MAX_RANGES
    ? `${ranges.length} numbers in ${(ranges[0]?.lowHz ?? 0) / 1e6}–${lastOf(ranges).highHz / 1e6}`
    : ranges
        .map(({ lowHz, highHz }) =>
          lowHz === highHz ? `${lowHz / 1e6}` : `${lowHz / 1e6}–${highHz / 1e6}`,
        )
        .join(", ") || "nowhere";

/** "Tue 4 May 2027", "Tue May 4, 2027" or "Tue 2027-05-04", as it was chosen. */
export function formatDate(dateIso: string): string {
  const weekday = dateText(dateIso, { weekday: "short" });
  return display().date === "iso"
    ? `${weekday} ${dateIso}`
    : `${weekday} ${dateText(dateIso, { day: "numeric", month: "short", year: "numeric" })}`;
}

/** "Tuesday 4 May", "Tuesday, May 4": a day that is near. */
export const formatDayOfYear = (dateIso: string): string =>
  dateText(dateIso, { weekday: "long", day: "numeric", month: "long" });

const dateText = (dateIso: string, how: Intl.DateTimeFormatOptions): string =>
  new Date(`${dateIso}T12:00:00Z`).toLocaleDateString(
    display().date === "mdy" ? "en-US" : "en-GB",
    { ...how, timeZone: "UTC" },
  );
