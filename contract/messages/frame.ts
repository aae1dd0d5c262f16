import type { Step } from "~/core/channel/nextSteps";
import { count, formatAge, formatClock, formatDate } from "./format";

/** What stands around every screen of a day. */
export const FRAME = {
  product: "Plain Channel",
  stages: "Stages",
  more: "More",
  locations: "Locations of the day",
  skip: "Skip to the screen",
  commands: "Commands",
  commandsLabel: "Commands, Ctrl K",
  commandsHint: "Screen, channel or action",
  commandsNone: "Nothing by that name. Try a screen, a channel or what you want to do.",
  commandsKey: "Ctrl K",
  help: "Help",
  screenGroup: "On this screen",
  channelGroup: "Channels",
  goGroup: "Go to",
  everywhereGroup: "Everywhere",
  close: "Close",
  next: "Next",
  connection: "Connection to the cart",
  nextNone: "Nothing is waiting.",
  nextList: "Show everything that comes next",
  nightOn: "Night colours: on",
  nightOff: "Night colours: off",
  allShoots: "All shoots and days",
  guided: "Guided set-up",
  phones: "Phones",
  backups: "Backups",
  settings: "Settings",
  settingsAlso: "units theme dark clock feet sound preferences",
  practice: "Practice",
  diskFull:
    "The disk is nearly full. Free some space before the next take, or nothing more is saved.",
  diskLow: "The disk is getting full. A long day with many channels takes up to 200 MB.",
} as const;

/** Beside the answer to a press. */
export const REPLY = {
  undo: "Undo",
  close: "Close this message",
  saved: "Saved.",
  removed: "Removed.",
  undone: "Undone.",
} as const;

/** The table of channels, the same on every stage. */
export const CHANNEL_TABLE = {
  number: "#",
  talent: "Talent",
  label: "Channels",
  down: "Next channel",
  up: "Previous channel",
  first: "First channel",
  last: "Last channel",
} as const;
/** The detail of the chosen channel. */
export const detailWords = (number: number, talker: string): string =>
  `Channel ${number}, ${talker}`;

/** Keys that no command names: they belong to what has the focus. */
export const HELP_KEYS: readonly (readonly [keys: string, what: string])[] = [
  ["Ctrl K", "Find a screen, a channel or an action"],
  ["1 … 99", "Choose the channel by its number"],
  ["A … Z", "Choose the channel by its name: type it with its capital letter"],
  ["Enter", "Press the main button, when nothing has the focus"],
  ["Tab", "Next control; in a spectrum the arrow keys read it out"],
];

/** @example moreWords(4) // "4 more" */
export const moreWords = (more: number): string => `${more} more`;

export const productionWords = (production: string): string => `${production}: all shoots and days`;

export const phonesWords = (guests: number): string =>
  guests === 0 ? "Phones: none connected" : `Phones: ${count(guests, "phone")} connected`;

/** How long ago a location was scanned. */
export const scannedWords = (lastScanAtMs: number | null, nowMs: number): string =>
  lastScanAtMs === null ? "not scanned" : `scanned ${formatAge(nowMs - lastScanAtMs)}`;

export const channelCommandWords = (number: number, talker: string): string =>
  `Channel ${number}: ${talker}`;

/** The practice day's clock. */
export const CLOCK = {
  quarter: "Skip 15 minutes",
  hour: "Skip one hour",
  event: "Skip to next event",
} as const;
export const clockWords = (nowMs: number): string =>
  `Clock of the practice day, ${formatClock(nowMs)}: skip ahead`;
export const skipToWords = (atMs: number, place: string): string =>
  `Skip to ${formatClock(atMs)}, ${place}`;

/** The button of a step: what is done there. */
export function stepButtonWords(step: Step): string {
  switch (step.code) {
    case "fill-case":
      return "Add units";
    case "find-talkers":
      return "Add talent";
    case "prepare":
      return "Open prep";
    case "packs-off":
      return "Switch packs off";
    case "scan":
      return step.by === "driven" ? "Scan" : step.by === "meter" ? "Open scan" : "Import a scan";
    case "pick":
      return "Find frequencies";
    case "no-common-tuning":
    case "swap-pack":
      return "Change the pack";
    case "set-receivers":
      return step.channelIds.length === 1 ? "Set the receiver" : "Set receivers";
    case "sync-pack":
      return "Sync the pack";
    case "pair-pack":
      return "Pair";
    case "store-pack":
      return "Store";
    case "someone-there":
      return "Use a spare";
    case "fault":
      return "Troubleshoot";
    case "two-on":
      return "Show the packs";
    case "prove":
    case "check-scene":
      return "Verify";
    case "level":
      return "Set levels";
    case "place":
      return "Check range";
    case "draw-walk":
      return "Draw the walk";
    case "batteries":
      return "Change batteries";
    case "attention":
      return "Show the channel";
    case "move":
      return "Move here now";
  }
}

/** What a page on paper belongs to. */
export const paperTitleWords = (p: {
  production: string;
  dayNumber: number;
  place: string;
  dateIso: string;
}): string =>
  [`${p.production}, day ${p.dayNumber}`, p.place, formatDate(p.dateIso)]
    .filter((part) => part !== "")
    .join(" · ");
