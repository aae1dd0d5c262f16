import { SHARED_TEXTS } from "~/contract/messages/screens/shared";
/**
 * A screen of a day: its folder under `app/routes`, the word that leads to it, and the letter that
 * opens it after `g`.
 */
export interface Screen {
  screen: string;
  label: string;
  key?: string;
}

/** The stages in the order of the work. */
export const STAGES = [
  { screen: "day", label: SHARED_TEXTS.day, key: "d" },
  { screen: "prep", label: SHARED_TEXTS.prep, key: "p" },
  { screen: "scan", label: SHARED_TEXTS.scan, key: "s" },
  { screen: "frequencies", label: SHARED_TEXTS.frequencies, key: "f" },
  { screen: "sync", label: SHARED_TEXTS.sync, key: "y" },
  { screen: "level", label: SHARED_TEXTS.level, key: "l" },
  { screen: "range", label: SHARED_TEXTS.range, key: "r" },
  { screen: "roll", label: SHARED_TEXTS.roll, key: "o" },
] as const satisfies readonly Screen[];

/** The sheets that lie beside a stage. */
export const SHEETS: readonly {
  of: "prep" | "range" | "roll";
  label: string;
  list: readonly Screen[];
}[] = [
  {
    of: "prep",
    label: SHARED_TEXTS.prep,
    list: [
      { screen: "prep", label: SHARED_TEXTS.scenes },
      { screen: "setup", label: SHARED_TEXTS.locationsTalent, key: "t" },
      { screen: "kit", label: SHARED_TEXTS.kit, key: "k" },
      { screen: "models", label: SHARED_TEXTS.models },
      { screen: "patch", label: SHARED_TEXTS.patch },
      { screen: "bring", label: SHARED_TEXTS.whatToBring },
      { screen: "pairing", label: SHARED_TEXTS.pairing },
      { screen: "assigned", label: SHARED_TEXTS.assigned },
      { screen: "stations", label: SHARED_TEXTS.tvStations },
      { screen: "regulations", label: SHARED_TEXTS.regulations },
      { screen: "labels", label: SHARED_TEXTS.labelsPacking },
      { screen: "arrival", label: SHARED_TEXTS.setUpChecklist },
    ],
  },
  {
    of: "range",
    label: SHARED_TEXTS.range,
    list: [
      { screen: "range", label: SHARED_TEXTS.range },
      { screen: "draw", label: SHARED_TEXTS.floorPlan, key: "n" },
      { screen: "walkTest", label: SHARED_TEXTS.walkTest, key: "w" },
      { screen: "antennas", label: SHARED_TEXTS.antennas, key: "a" },
      { screen: "cards", label: SHARED_TEXTS.rigCards, key: "c" },
      { screen: "linkBudget", label: SHARED_TEXTS.linkBudget },
    ],
  },
  {
    of: "roll",
    label: SHARED_TEXTS.roll,
    list: [
      { screen: "roll", label: SHARED_TEXTS.roll },
      { screen: "companyMove", label: SHARED_TEXTS.companyMove, key: "m" },
      { screen: "batteries", label: SHARED_TEXTS.batteries, key: "b" },
      { screen: "log", label: SHARED_TEXTS.log, key: "g" },
      { screen: "report", label: SHARED_TEXTS.report },
      { screen: "wrapUp", label: SHARED_TEXTS.wrap },
    ],
  },
];

/** The part of an address that a screen goes by. @example addressOf("walkTest") // "walk-test" */
export const addressOf = (screen: string): string =>
  screen === "day" ? "" : screen.replace(/[A-Z]/g, (letter) => `-${letter.toLowerCase()}`);

/** The screen that a part of an address means. @example screenAt("walk-test") // "walkTest" */
export const screenAt = (address: string | undefined): string =>
  address ? address.replace(/-([a-z])/g, (_, letter: string) => letter.toUpperCase()) : "day";

/** Where a screen of a day lies. @example pathOf(3, "walkTest") // "/day/3/walk-test" */
export const pathOf = (dayId: number, screen: string): string => {
  const address = addressOf(screen);
  return address === "" ? `/day/${dayId}` : `/day/${dayId}/${address}`;
};

/** Every screen of a day once, the stages first. */
export const ALL_SCREENS: readonly Screen[] = [
  ...STAGES,
  ...SHEETS.flatMap(({ list }) => list.slice(1)),
];

/** The stage that a screen belongs to; what stands beside them all belongs to the day.
 * @example stageOf("walkTest") // "range" */
export const stageOf = (screen: string): (typeof STAGES)[number]["screen"] =>
  SHEETS.find(({ list }) => list.some((s) => s.screen === screen))?.of ??
  STAGES.find((s) => s.screen === screen)?.screen ??
  "day";
