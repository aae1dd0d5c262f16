import type { Stage } from "~/core/channel/nextSteps";

/** A screen of a day: its folder under `app/routes`, and the word that leads to it. */
export interface Screen {
  screen: string;
  label: string;
}

/** The stages in the order of the work. */
export const STAGES = [
  { screen: "day", label: "Day" },
  { screen: "prep", label: "Prepare" },
  { screen: "scan", label: "Scan" },
  { screen: "frequencies", label: "Pick" },
  { screen: "sync", label: "Sync" },
  { screen: "level", label: "Level" },
  { screen: "range", label: "Place" },
  { screen: "roll", label: "Roll" },
] as const satisfies readonly Screen[];

/** The sheets that lie beside a stage. */
export const SHEETS: readonly { of: Stage | "roll"; label: string; list: readonly Screen[] }[] = [
  {
    of: "prep",
    label: "Preparation",
    list: [
      { screen: "prep", label: "Scenes" },
      { screen: "setup", label: "Places and talkers" },
      { screen: "kit", label: "Case" },
      { screen: "models", label: "Models" },
      { screen: "pairing", label: "Pairing" },
      { screen: "assigned", label: "Handed down" },
      { screen: "stations", label: "Television" },
      { screen: "regulations", label: "Law" },
      { screen: "labels", label: "Labels and packing" },
      { screen: "arrival", label: "Setting up" },
    ],
  },
  {
    of: "range",
    label: "Rig and place",
    list: [
      { screen: "range", label: "Range" },
      { screen: "draw", label: "Draw" },
      { screen: "walkTest", label: "Walk test" },
      { screen: "antennas", label: "Antennas" },
      { screen: "cards", label: "Rig cards" },
      { screen: "linkBudget", label: "One link" },
    ],
  },
  {
    of: "roll",
    label: "Running the day",
    list: [
      { screen: "roll", label: "Roll" },
      { screen: "companyMove", label: "Moving" },
      { screen: "batteries", label: "Cells" },
      { screen: "log", label: "Log" },
      { screen: "report", label: "Report" },
      { screen: "wrapUp", label: "Wrap" },
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
