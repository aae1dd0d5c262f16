import type { DisplaySettings } from "~/contract/schemas/displayChoices";
import { formatClock, formatDate, formatRfLevel } from "./format";

interface SettingChoice<T extends string> {
  id: T;
  label: string;
  detail?: string;
}

/** The page of settings. */
export const SETTINGS = {
  title: "Settings",
  about: "They count on this screen only. Every other phone and computer keeps its own.",
  here: "This screen",
  shoot: "The whole shoot",
  shootAbout: "Everybody on the shoot sees these.",
  example: "For example",
  back: "Back to the day",
  theme: "Colours",
  density: "Row height",
  clock: "Time",
  date: "Date",
  level: "RF levels in",
  sound: "Play a sound when a channel has a problem",
  spacing: "Spacing for a new search",
} as const;

export const THEME_CHOICES: readonly SettingChoice<DisplaySettings["theme"]>[] = [
  { id: "system", label: "as the system" },
  { id: "daylight", label: "light" },
  { id: "night", label: "dark", detail: "dim and warm, for a dark set" },
];
export const DENSITY_CHOICES: readonly SettingChoice<DisplaySettings["density"]>[] = [
  { id: "auto", label: "automatic", detail: "low for a mouse, high for fingers" },
  { id: "compact", label: "low", detail: "more rows in sight" },
  { id: "touch", label: "high", detail: "for fingers and gloves" },
];
export const CLOCK_CHOICES: readonly SettingChoice<DisplaySettings["clock"]>[] = [
  { id: "24", label: "24 hours" },
  { id: "12", label: "am and pm" },
];
export const DATE_CHOICES: readonly SettingChoice<DisplaySettings["date"]>[] = [
  { id: "dmy", label: "day month year" },
  { id: "mdy", label: "month day year" },
  { id: "iso", label: "year-month-day" },
];
export const LEVEL_CHOICES: readonly SettingChoice<DisplaySettings["level"]>[] = [
  { id: "dbm", label: "dBm" },
  { id: "dbuv", label: "dBµV", detail: "across 50 Ω" },
];
/** How far apart frequencies are kept. */
export const SPACING_CHOICES: readonly SettingChoice<Exclude<DisplaySettings["spacing"], "day">>[] =
  [
    {
      id: "normal",
      label: "computed spacing",
      detail: "0.35 MHz, intermod guards 100 and 50 kHz",
    },
    { id: "wide", label: "wide spacing", detail: "0.7 MHz, intermod guards 200 and 100 kHz" },
    { id: "tight", label: "tight spacing", detail: "0.3 MHz, for a crowded spectrum" },
    {
      id: "model",
      label: "by receiver model",
      detail: "between two models the wider spacing counts",
    },
  ];
export const SPACING_DEFAULTS: readonly SettingChoice<DisplaySettings["spacing"]>[] = [
  { id: "day", label: "as the day says" },
  ...SPACING_CHOICES,
];

/** A time, a date and a level as they are shown now. */
export const exampleWords = (): string =>
  [formatDate("2027-05-04"), formatClock(70_500_000), formatRfLevel(-72)].join(" · ");
