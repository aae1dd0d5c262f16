import type { PlaceSource } from "~/core/coordination/changing/bestAfterHit";
import type { VerificationPart } from "~/core/channel/verificationParts";
import type { HitCause } from "~/core/monitor/hitCauses";
import { formatDb, formatMetres } from "./format";
import { VERIFICATION_WORDS, verificationOutcomeWords } from "./verification";
import { hitCauseWords } from "./roll";

/** Where a channel that had to move went. */
export const PLACE_TAKEN_WORDS: Readonly<Record<PlaceSource, string>> = {
  backup: "assigned backup used",
  spare: "spare used",
  fresh: "new frequency",
};

/** What the button says that retunes a channel there. */
export const RETUNE_WORDS: Readonly<Record<PlaceSource, string>> = {
  backup: "Use the assigned backup",
  spare: "Use the spare",
  fresh: "Retune to",
};

/** Whose the place is, after its figure; nothing of a fresh one. */
export const PLACE_SOURCE_WORDS: Readonly<Record<PlaceSource, string>> = {
  backup: ", the assigned backup",
  spare: ", a spare",
  fresh: "",
};

/**
 * What is written beside a version of a list, of a plan or of a channel: how it came to be. It is
 * kept with the version, and shown in the log, the histories and the report.
 */
export const notes = {
  backToList: (version: number) => `back to list ${version}`,
  backToPlan: (version: number) => `back to plan ${version}`,
  backToModels: "back to the models before",
  ticked: "ticked",
  counted: "counted",
  begun: "begun",
  oneSystem: "one system",
  nextPlace: (n: number) => `Location ${n}`,
  toldBy: (receiver: string, what: string) => `${receiver}, ${what}`,
  readFromList: "read from a list",
  readFromKitFile: "read from a kit file",
  fromFile: "from a file",
  changedByHand: "changed by hand",
  antennasTold: (n: number) => `${n} ${n === 1 ? "antenna" : "antennas"}`,
  antennasLean: (attitude: "parallel" | "splayed") => `antennas ${attitude}`,
  suppliesTold: (n: number) => `${n} ${n === 1 ? "supply" : "supplies"}`,
  destinationsTold: (n: number) =>
    `${n} ${n === 1 ? "camera or recorder" : "cameras and recorders"}`,
  patched: (n: number) => `${n} patched`,
  feedDrawn: (n: number) => `${n} ${n === 1 ? "distribution" : "distributions"}`,
  added: (name: string) => `${name} added`,
  changed: (name: string) => `${name} changed`,
  takenOut: (name: string) => `${name} removed`,
  kept: (name: string) => `${name} kept`,
  dropped: (name: string) => `${name} dropped`,
  sceneAdded: (number: string) => `scene ${number} added`,
  sceneChanged: (number: string) => `scene ${number} changed`,
  sceneStruck: (number: string) => `scene ${number} removed`,
  putOnList: (who: string) => `${who} added`,
  takenOffList: (who: string) => `${who} removed`,
  assigned: "assigned",
  keysMade: "names and keys made",
  paired: (pack: string, receiver: string) => `${pack} paired with ${receiver}`,
  carriedTo: (receiver: string) => `carried to ${receiver}`,
  rigged: (talker: string) => `${talker} rigged`,
  cellsFresh: "new at every break",
  cellsCounted: (reserveHours: number) => `counted hours, reserve ${reserveHours} h`,
  // of plans
  notAlone: (talker: string, from: PlaceSource) =>
    `${talker} had interference, ${PLACE_TAKEN_WORDS[from]}`,
  oneAfterAnother: (talker: string) => `one after another: ${talker}`,
  checkedAllOn: "checked with all packs on",
  afterHit: (talker: string, cause: HitCause | null) =>
    `${talker} retuned after a hit: ${hitCauseWords(cause)}`,
  // of a channel
  isWith: (pack: string, talker: string) => `${pack} is with ${talker}`,
  packChangedTo: (pack: string) => `pack changed to ${pack}`,
  packAdded: (pack: string) => `${pack} added beside the first`,
  packTakenAway: (pack: string) => `${pack} removed`,
  packFirst: (pack: string) => `${pack} used first`,
  partsChanged: (parts: readonly string[]) => `${parts.join(", ")} changed`,
  talkerLeft: "left",
  talkerBack: "restored",
  // of what was recorded of a channel, and taken back
  freshCells: "new batteries",
  receiverShowed: "receiver display",
  packShowed: "pack display",
  verified: (part: VerificationPart, outcome: string) =>
    `${VERIFICATION_WORDS[part].name}: ${verificationOutcomeWords(outcome)}`,
  levelKept: (gainDb: number, effort: string) =>
    `level saved: pack gain ${formatDb(gainDb)}, ${effort} voice`,
  placeKept: (marginDb: number, distanceM: number) =>
    `range saved: ${formatDb(marginDb)} to spare at ${formatMetres(distanceM)}`,
} as const;
