import type { VersionVerdict } from "~/core/schedule/versions";
import { count, formatDb, formatMetres, numberWord } from "~/contract/messages/format";

/** What the screen says. */
export const BRING_TEXTS = {
  enough: (name: string, n: number) =>
    `${name}: enough in the kit for ${n === 1 ? "one channel" : `${n} channels`}`,
  rentHeadline: (name: string, more: string) => `${name} does it, with ${more} more`,
  none: (n: number, place: string) =>
    `No version here does ${n === 1 ? "one channel" : `${n} channels`} at ${place}`,
  counting: "Counting what fits",
  nothingKnown: "No system is known yet",
  addUnits: "Add a set in Kit, or a model, and every version of it is compared here.",
  toKit: "Open the kit",
  byScan: (age: string) => `By the scan of ${age}, stations, other carriers and the regulations.`,
  noScan: (stations: number) =>
    stations === 0
      ? "No scan at this location and no station listed: by the regulations alone."
      : `No scan at this location: by the regulations and ${count(stations, "station")} of the list.`,
  kitMakes: (chains: string) => `The whole kit together makes ${chains}.`,
  alone: "Each version is counted alone, as if nothing else of yours were on the air.",
  location: "Location",
  channels: "Channels",
  likeSystem: "Same system as",
  blocks: "Other blocks on offer",
  blocksHint: "A name and MHz, one a line: K1 494-518",
  notRead: (list: string) => `Not read: ${list}. The others are below.`,
  compare: "Compare",
  version: "Version",
  range: "MHz",
  clear: "Clear",
  fits: "Fit here",
  margin: "To spare",
  inKit: "In kit",
  verdict: "Verdict",
  choosesItsOwn: "chooses its own",
  clearMhz: (clear: number, allowed: number) => `${clear.toFixed(1)} of ${allowed.toFixed(1)} MHz`,
  clearOf: (clear: string, allowed: string) => `${clear} of ${allowed}`,
  notScanned: (allowed: string) => `not scanned, ${allowed}`,
  offered: (block: string, like: string) => `Block ${block}, as ${like}`,
  fitOf: (fit: number, wanted: number, spares: number) =>
    `${fit} of ${wanted}${spares > 0 ? `, ${spares} spare` : ""}`,
  roomOf: (most: number) => `${most} in one room`,
  noNumber: "–",
  atPower: (mw: number) => `at ${mw} mW`,
  reach: (reach: number, distance: number) =>
    `reaches ${formatMetres(reach)}, ${formatMetres(distance)} asked`,
  notOwned: "not in the kit",
  marginNote:
    "To spare: with whips at the receiver, the pack worn at the waist at the highest power allowed, by the model of this location.",
  stopped: "Counting stopped. Load this screen again to start over.",
  label: "Versions",
} as const;

/** What a verdict says, and whether it is a yes. */
export function verdictWords(v: VersionVerdict): {
  status: "done" | "todo" | "problem";
  words: string;
} {
  switch (v.code) {
    case "bring":
      return { status: "done", words: "bring it" };
    case "rent":
      return { status: "todo", words: `rent or buy ${numberWord(v.more)} more` };
    case "thin":
      return { status: "todo", words: `range weak: ${formatDb(Math.floor(v.marginDb))} to spare` };
    case "out-of-reach":
      return {
        status: "problem",
        words: `too far: reaches ${formatMetres(v.rangeM)}, ${formatMetres(v.distanceM)} asked`,
      };
    case "too-few":
      return {
        status: "problem",
        words: v.fit === 0 ? "no room" : `room for ${count(v.fit, "channel")} only`,
      };
    case "no-rule":
      return { status: "todo", words: "no rule known: ask the regulator" };
    case "forbidden":
      return { status: "problem", words: "not allowed here" };
  }
}
