import { lastOf } from "~/core/units/items";
import { formatMhz } from "~/core/units/frequencyText";

/** The one place where quantities become text. A real minus sign, a unit always. */
const signed = (text: string): string => text.replace("-", "−");

/** "−27 dB", "6.5 dB"; whole from 10 up. */
export const formatDb = (db: number): string =>
  `${signed(db.toFixed(Math.abs(db) < 9.95 && Math.abs(db % 1) > 0.05 ? 1 : 0).replace(/^-0$/, "0"))} dB`;
export const formatDbm = (dbm: number): string =>
  Number.isFinite(dbm) ? `${signed(dbm.toFixed(0))} dBm` : "nothing";
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

/** Milliseconds of the day's wall clock as "07:30". */
export function formatClock(ms: number): string {
  const minutes = Math.floor((((ms % 86_400_000) + 86_400_000) % 86_400_000) / 60_000);
  return `${String(Math.floor(minutes / 60)).padStart(2, "0")}:${String(minutes % 60).padStart(2, "0")}`;
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
/** "five"; figures above twelve. */
export const numberWord = (n: number): string => NUMBERS[n] ?? String(n);
/** "five channels", "one channel". */
export const count = (n: number, one: string, many = `${one}s`): string =>
  `${numberWord(n)} ${n === 1 ? one : many}`;
export const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);

/** "470–542", "863.1, 863.5": ranges and presets in MHz, without the unit. */
export const rangesWords = (stretches: readonly { lowHz: number; highHz: number }[]): string =>
  stretches
    .map(({ lowHz, highHz }) =>
      lowHz === highHz ? `${lowHz / 1e6}` : `${lowHz / 1e6}–${highHz / 1e6}`,
    )
    .join(", ") || "nowhere";

/** "Tue 4 May 2027". */
export const formatDate = (dateIso: string): string =>
  new Date(`${dateIso}T12:00:00Z`)
    .toLocaleDateString("en-GB", {
      weekday: "short",
      day: "numeric",
      month: "short",
      year: "numeric",
      timeZone: "UTC",
    })
    .replace(",", "");
