import type { BatteryChange, BatteryViolation } from "~/core/battery/batteryPlan";
import { type Chemistry, ROOM_C } from "~/core/battery/discharge";
import type { NeedBasis, PackPlan } from "~/core/schedule/batteryChanges";
import type { StateWords } from "./day";
import { capital, count, formatClock, formatDuration, listWords } from "./format";

/** The screen of the batteries. */
export const BATTERY = {
  noChannels: "No channels yet",
  label: "Packs",
  on: "On",
  isOn: "on",
  isOff: "off",
  markOn: "Pack on",
  markOff: "Pack off",
  allOn: "All packs on",
  allOff: "All packs off",
  lampShows: "Its light shows",
  others: "Receivers and supplies",
  unit: "Unit",
  fails: "Fails",
  addASupply: "Add a supply",
  supplyName: "Supply",
  supplyHours: "Hours full",
  powers: "Powers",
  supply: "supply",
  receiver: "receiver",
  remove: "Remove",
  bagBattery: "Bag battery",
  whichKind: "Which kind of battery",
  hours: "Lasts",
  warning: "Warns before",
  sets: "Sets a day",
  perDay: "Cost a day",
  perSeason: "Cost of 40 days",
  newForOnce: "new before a scene that cannot be repeated",
  shootHours: "Hours of the shoot",
  shootHint: "for example 08:00–18:00",
  left: "Left",
  day: "Through the day",
  change: "Change",
  state: "State",
  kind: "Batteries for",
  newIn: "New batteries in",
  charged: "Charged",
  setHours: "Set hours run",
  saveHours: "Save",
  hoursHint: "hours, for example 2.5",
  typeHours: "Type the hours first.",
  unknown: "Not known: say how long the batteries have run, or put new ones in.",
  policy: "Policy",
  packsOn: "Packs are on",
  temperature: "Batteries are at",
  reserve: "Reserve",
  breaks: "Breaks beside those of the scenes",
  breaksHint: "for example 12:30–13:30",
  nobody: "No channel yet. Add talent first.",
  calendar: "Changes as a calendar",
  lamps: "What the lights mean",
  lampsNote:
    "Some packs warn 15 minutes before the end, some not at all. A blinking light means low on one make and fine on another.",
  caution:
    "Switch the pack off before you open its door. Put batteries in the right way round and never force the door. Never mix old and new. Never charge a primary battery. Put a hot or swollen lithium pack down and keep away. Never use zinc-carbon. Switch the pack on again afterwards.",
  undone: "Undone.",
  noted: "Saved.",
} as const;

export const CHEMISTRY_WORDS: Readonly<Record<Chemistry, string>> = {
  alkaline: "alkaline",
  nimh: "rechargeable",
  lithium: "lithium",
  "li-ion": "built in",
  "zinc-carbon": "zinc-carbon",
};
export const BATTERY_POLICIES: { id: "counted" | "fresh"; label: string }[] = [
  { id: "counted", label: "counted hours" },
  { id: "fresh", label: "new at every break" },
];
export const PACKS_ON: { id: "through" | "scenes"; label: string }[] = [
  { id: "through", label: "all day, off in breaks" },
  { id: "scenes", label: "only in their scenes" },
];
/** How cold the batteries themselves get; under clothes they stay warmer than the air. */
export const BATTERY_TEMPERATURES: { id: number; label: string; detail?: string }[] = [
  { id: ROOM_C, label: "room temperature" },
  { id: 10, label: "about 10 °C (50 °F)" },
  { id: 0, label: "about 0 °C (32 °F)", detail: "alkaline last half as long" },
  { id: -10, label: "about −10 °C (14 °F)", detail: "alkaline last a quarter as long" },
];

/** The rule in one line. */
export const ruleWords = (rule: {
  policy: "counted" | "fresh";
  packsOn: "through" | "scenes";
  reserveHours: number;
  temperatureC?: number | null;
}): string =>
  [
    BATTERY_POLICIES.find((p) => p.id === rule.policy)?.label ?? "",
    `packs on ${PACKS_ON.find((p) => p.id === rule.packsOn)?.label ?? ""}`,
    BATTERY_TEMPERATURES.find((t) => t.id === (rule.temperatureC ?? ROOM_C))?.label ?? "",
    `reserve ${hoursText(rule.reserveHours)}`,
  ].join(" · ");

/**
 * The answer: when the next ones are changed, and how many more. Nothing is promised where nobody
 * said what is in a pack.
 */
export function batteryHeadline(
  changes: readonly { atMs: number; talker: string }[],
  unknownPacks: number,
): string {
  const [next] = changes;
  if (!next)
    return unknownPacks === 0
      ? "No more battery changes today"
      : `Battery life not known for ${count(unknownPacks, "pack")}`;
  return changes.length === 1
    ? `One battery change: ${next.talker} at ${formatClock(next.atMs)}`
    : `${capital(count(changes.length, "battery change"))}; next ${next.talker} at ${formatClock(next.atMs)}`;
}

/** What to have in the bag. */
export function carryWords(carry: Readonly<Partial<Record<Chemistry, number>>>): string {
  const kinds = Object.entries(carry)
    .filter(([c, n]) => c !== "li-ion" && n > 0)
    .map(([c, n]) => `${n} ${CHEMISTRY_WORDS[c as Chemistry]}`);
  return kinds.length === 0 ? "" : `Bring ${listWords(kinds)} for the changes.`;
}

/** What the policy takes, and what the other would. */
export function schoolWords(
  policy: "counted" | "fresh",
  schools: Readonly<Record<"counted" | "fresh", { cells: number }>>,
): string {
  const { counted, fresh } = schools;
  return policy === "counted"
    ? fresh.cells === 0
      ? ""
      : `New at every break would take ${fresh.cells}.`
    : `Counted hours would take ${counted.cells}.`;
}
export const shortOfWords = (needed: number, stock: number): string =>
  `The day needs ${count(needed, "more battery", "more batteries")}; the kit has ${stock}. Buy ${needed - stock}, or change the policy.`;

/** Why the plan asks for more than the hours would: "" where all packs are known. */
export const unknownWords = (packs: number): string =>
  packs === 0
    ? ""
    : `Batteries in ${count(packs, "pack")} are not known: the plan puts new ones in first.`;

/** @example leftWords(pack) // "3 h 04" or "not known" */
export const leftWords = ({ power: { left } }: PackPlan): string =>
  left ? formatDuration(left.hours * 3_600_000) : "not known";
export function leftOfWords({ power: { left, hours, run } }: PackPlan): string {
  if (!left) return "";
  const ran = run.ranHours === null ? "" : `, ${formatDuration(run.ranHours * 3_600_000)} used`;
  const by = left.isWeak
    ? ", weaker than the hours say"
    : left.voltsSpanHours === null
      ? ", by the clock"
      : "";
  return `left of ${hours.toFixed(1)} h${ran}${by}`;
}
export const changesWords = (changes: readonly { atMs: number }[]): string =>
  changes.length === 0
    ? "no change planned"
    : `change at ${listWords(changes.map((c) => formatClock(c.atMs)))}`;

/** How one pack's batteries stand, in a word or two. */
export function batteryStateWords(pack: PackPlan): StateWords {
  const [short] = pack.violations;
  if (short) return { status: "problem", text: `short at ${formatClock(short.atMs)}` };
  if (pack.isUnknown) return { status: "todo", text: "not known" };
  if (pack.changes.length > 0) return { status: "stale", text: "change" };
  return { status: "done", text: pack.needs.length === 0 ? "not needed" : "lasts" };
}
export const newInLabel = (words: string, pack: string): string => `${words}: ${pack}`;
export const hoursRanLabel = (pack: string): string => `Hours that ${pack} has run`;
export const newBatteriesWords = (chemistry: Chemistry, pack: string): string =>
  `New ${CHEMISTRY_WORDS[chemistry]} batteries in ${pack}. Switch it on and check its channel.`;

const hoursText = (hours: number): string =>
  `${(Math.round(hours * 10) / 10).toLocaleString("en")} h`;

/** Why cells are changed then, as a sentence. */
export function changeWords({ why, where }: Pick<BatteryChange, "why" | "where">): string {
  const when =
    where === "break"
      ? "in a break"
      : where === "before"
        ? "before it is first needed"
        : where === "off"
          ? "while the pack is off"
          : "between two scenes";
  switch (why.code) {
    case "start-full":
      return `start with a full set: this one has run ${hoursText(why.usedHours)}; ${when}`;
    case "break-rule":
      return `${hoursText(why.ranHours)} since new; ${when}`;
    case "once":
      return `new for a scene that cannot be repeated: this set has run ${hoursText(why.ranHours)}; ${when}`;
    case "would-not-last":
      return why.leftHours >= 0
        ? `only ${hoursText(why.leftHours)} left at the end; ${when}`
        : `${hoursText(-why.leftHours)} short of the end; ${when}`;
  }
}

export const violationWords = ({ leftHours }: Pick<BatteryViolation, "leftHours">): string =>
  leftHours >= 0
    ? `only ${hoursText(leftHours)} left at the end, less than the reserve, and no break to change in`
    : `empty ${hoursText(-leftHours)} before the end, and no break to change in`;

export const switchLabel = (unit: string, isOn: boolean): string =>
  `${unit} is ${isOn ? "on: mark it off" : "off: mark it on"}`;
export const switchedWords = (changed: number, isOn: boolean): string | null =>
  changed > 1 ? `${capital(count(changed, "pack"))} ${isOn ? "on" : "off"}.` : null;
export const lampNotedWords = (shows: string, leftHours: number): string =>
  `${capital(shows)}: about ${formatDuration(leftHours * 3_600_000)} left.`;
/** What says when packs are on, where scenes do not. */
export const basisWords = (basis: NeedBasis): string =>
  basis === "scenes"
    ? ""
    : basis === "shoot"
      ? "No scenes: the hours of the shoot count."
      : "No scenes and no hours told: a day of 10 h counts (common practice).";
export const unpoweredWords = (receivers: readonly string[]): string =>
  `What ${listWords(receivers)} ${receivers.length === 1 ? "runs" : "run"} on is not known: add a supply here, or batteries under Models.`;
export const failsWords = (talkers: readonly string[]): string =>
  talkers.length === 0 ? "no one yet" : listWords(talkers);
/** What a kind of battery costs; in units of one alkaline where nobody told prices. */
export const costWords = (cost: number, isPriced: boolean): string =>
  `${cost < 10 ? cost.toFixed(1) : cost.toFixed(0)}${isPriced ? "" : " ×"}`;
export const costNote = (isPriced: boolean): string =>
  isPriced
    ? "By the prices you told."
    : "× one ordinary alkaline: lithium three, rechargeable five but used two hundred times (common practice, no published source).";
