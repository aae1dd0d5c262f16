import type { PlaceSource } from "~/core/coordination/changing/bestAfterHit";
import type { ProofPart } from "~/core/channel/verificationParts";
import type { HitCause } from "~/core/monitor/hitCauses";
import { formatDb, formatMetres } from "./format";
import { PROOF_WORDS, proofOutcomeWords } from "./proof";
import { hitCauseWords } from "./roll";

/** Where a channel that had to move went. */
export const PLACE_TAKEN_WORDS: Readonly<Record<PlaceSource, string>> = {
  backup: "the assigned backup taken",
  spare: "a spare taken",
  fresh: "a fresh place",
};

/** What the button says that retunes a channel there. */
export const RETUNE_WORDS: Readonly<Record<PlaceSource, string>> = {
  backup: "Take the assigned backup",
  spare: "Take the spare",
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
  toldBy: (receiver: string, what: string) => `${receiver}, ${what}`,
  readFromList: "read from a list",
  readFromKitFile: "read from a kit file",
  fromFile: "from a file",
  changedByHand: "changed by hand",
  added: (name: string) => `${name} added`,
  changed: (name: string) => `${name} changed`,
  takenOut: (name: string) => `${name} taken out`,
  kept: (name: string) => `${name} kept`,
  dropped: (name: string) => `${name} dropped`,
  sceneAdded: (number: string) => `scene ${number} added`,
  sceneChanged: (number: string) => `scene ${number} changed`,
  sceneStruck: (number: string) => `scene ${number} struck`,
  putOnList: (who: string) => `${who} put on it`,
  takenOffList: (who: string) => `${who} taken off`,
  assigned: "assigned",
  keysMade: "names and keys made",
  paired: (pack: string, receiver: string) => `${pack} paired with ${receiver}`,
  carriedTo: (receiver: string) => `carried to ${receiver}`,
  rigged: (talker: string) => `${talker} rigged`,
  cellsFresh: "fresh at every break",
  cellsCounted: (reserveHours: number) => `counted, ${reserveHours} h kept`,
  // of plans
  notAlone: (talker: string, from: PlaceSource) =>
    `${talker} was not alone, ${PLACE_TAKEN_WORDS[from]}`,
  oneAfterAnother: (talker: string) => `one after another: ${talker}`,
  checkedAllOn: "checked with all packs on",
  afterHit: (talker: string, cause: HitCause | null) =>
    `${talker} retuned after a hit: ${hitCauseWords(cause)}`,
  // of a channel
  isWith: (pack: string, talker: string) => `${pack} is with ${talker}`,
  packChangedTo: (pack: string) => `pack changed to ${pack}`,
  packAdded: (pack: string) => `${pack} added beside the first`,
  packTakenAway: (pack: string) => `${pack} taken away`,
  packFirst: (pack: string) => `${pack} used first`,
  partsChanged: (parts: readonly string[]) => `${parts.join(", ")} changed`,
  talkerLeft: "left",
  talkerBack: "came back",
  // of what was recorded of a channel, and taken back
  freshCells: "fresh cells",
  receiverShowed: "what the receiver showed",
  packShowed: "what the pack showed",
  verified: (part: ProofPart, outcome: string) =>
    `${PROOF_WORDS[part].name}: ${proofOutcomeWords(outcome)}`,
  levelKept: (gainDb: number, effort: string) =>
    `level kept: pack gain ${formatDb(gainDb)}, ${effort} voice`,
  placeKept: (marginDb: number, distanceM: number) =>
    `place kept: ${formatDb(marginDb)} in hand at ${formatMetres(distanceM)}`,
} as const;
