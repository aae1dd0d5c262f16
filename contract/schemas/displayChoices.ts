import type { ProfileChoice } from "~/core/coordination/problem/profile";

// Without a schema's library: every page carries it.

export const THEMES = ["system", "daylight", "night"] as const;
/** How high rows are: as the pointer asks, or one of the two. */
export const DENSITIES = ["auto", "compact", "touch"] as const;
export const CLOCKS = ["24", "12"] as const;
export const DATE_ORDERS = ["dmy", "mdy", "iso"] as const;
/** What RF levels are told in: power, or voltage across 50 Ω. */
export const LEVEL_UNITS = ["dbm", "dbuv"] as const;

/** How one browser shows things: its own, whatever the shoot. */
export interface DisplaySettings {
  theme: (typeof THEMES)[number];
  density: (typeof DENSITIES)[number];
  clock: (typeof CLOCKS)[number];
  date: (typeof DATE_ORDERS)[number];
  level: (typeof LEVEL_UNITS)[number];
  hasSound: boolean;
  /** What spacing a search starts with; "day" leaves it to the day. */
  spacing: ProfileChoice | "day";
}

/** What holds where nobody chose. */
export const USUAL_DISPLAY: DisplaySettings = {
  theme: "system",
  density: "auto",
  clock: "24",
  date: "dmy",
  level: "dbm",
  hasSound: false,
  spacing: "day",
};

/** The cookie that a browser keeps its choices in. */
export const DISPLAY_COOKIE = "plain-channel-display";

/** Kept for a year, for every page of this address. */
export const displayCookie = (settings: DisplaySettings): string =>
  `${DISPLAY_COOKIE}=${encodeURIComponent(JSON.stringify(settings))}; Path=/; Max-Age=31536000; SameSite=Lax`;
