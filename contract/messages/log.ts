import type { LogEntry, LogGroup } from "~/core/report/dayLog";
import type { LengthUnit } from "~/core/units/lengths";
import { numberAt } from "~/core/units/items";
import { likeliestCause } from "~/core/report/hitStories";
import {
  formatClock,
  formatDb,
  formatDbfs,
  formatDbm,
  formatDuration,
  formatFeet,
  formatMetres,
  formatSpan,
  listWords,
  mhz,
} from "./format";
import { PROOF_WORDS, proofFaultWords } from "./proof";
import { hitAnswerWords, hitCauseWords, observationWords, gradedCauseWords } from "./roll";

export interface LogNames {
  talker: (channelId: number) => string;
  pack: (packKey: string) => string;
  place: (placeId: number) => string;
  metres: (m: number) => string;
}

const GROUPS: Readonly<Record<LogGroup, string>> = {
  hits: "Hits",
  trouble: "Trouble",
  air: "Air",
  plan: "Frequencies",
  sync: "Sync and proof",
  level: "Level",
  place: "Range",
  cells: "Cells",
  moves: "Moves",
  notes: "Notes",
  lists: "Lists",
};
export const logGroupWords = (group: LogGroup): string => GROUPS[group];

const TROUBLES: Readonly<Record<string, string>> = {
  stalled: "no readings",
  gone: "nothing heard of the pack",
  spoiled: "link bad though the level was good",
  overload: "receiver overloaded",
  "cells-now": "cells at their end",
  "cells-soon": "cells getting low",
  muted: "pack muted",
  "one-antenna": "one antenna low",
};
const LISTS: Readonly<Record<string, string>> = {
  scenes: "Scenes",
  handed: "Frequencies handed down",
  stations: "Television",
  places: "Places",
  units: "The case",
  stock: "Cells and parts",
  models: "Models",
  ticks: "Setting up",
  pairings: "Pairing",
  drawings: "Plans of places",
  rigs: "Rigging",
  cellRules: "How cells are kept",
  unitScans: "Receiver’s own scan",
};

/** An entry of the log as a sentence, without its time. */
export function logWords(
  { what, channelId }: Pick<LogEntry, "what" | "channelId">,
  names: LogNames,
): string {
  const who = channelId === null ? "" : `${names.talker(channelId)}: `;
  switch (what.kind) {
    case "scanned":
      return `Scanned by ${what.source}, ${Math.round(what.lowHz / 1e6)}–${Math.round(what.highHz / 1e6)} MHz${what.passes > 1 ? `, ${what.passes} passes` : ""}`;
    case "planned":
      return `Plan ${what.version}, ${what.how}${what.moved.length === 0 ? ": nobody moves" : `: ${listWords(what.moved.map((m) => `${names.talker(m.channelId)} ${mhz(m.frequencyHz).replace(" MHz", "")}`))}${what.moved.length < what.total ? "; all others stay" : ""}`}`;
    case "receiver-set":
      return `${who}receiver set to ${mhz(what.frequencyHz)}`;
    case "pack-synced":
      return `${who}${names.pack(what.packKey)} on ${what.frequencyHz > 0 ? mhz(what.frequencyHz) : "its receiver"}${what.toldHz !== null && what.toldHz !== what.frequencyHz ? `, though told ${mhz(what.toldHz)}` : ""}`;
    case "cells":
      return `${who}fresh cells in ${names.pack(what.packKey)}`;
    case "proved":
      return `${who}${what.bad.length > 0 ? `not proved, ${listWords(what.bad.map((b) => proofFaultWords(b.part, b.outcome)))}` : `proved, ${listWords(what.good.map((p) => PROOF_WORDS[p].name))}`}`;
    case "levelled":
      return `${who}gain ${formatDb(what.gainDb)} at the pack, ${peaksWords(what)} at the recorder${what.headroomDb < 0 ? `, clips by ${formatDb(-what.headroomDb)}` : ""}`;
    case "placed":
      return `${who}${placedWords(what, names.metres)}`;
    case "channel-changed":
      return `${who}${what.what}`;
    case "list":
      return `${LISTS[what.list] ?? what.list}: ${what.how}`;
    case "event":
      return eventWords(what.event, who, names);
  }
}

/** Loudest peaks: as measured where anybody did, else as expected. */
const peaksWords = (l: { finalPeakDbfs: number; measuredPeakDbfs: number | null }): string =>
  l.measuredPeakDbfs === null
    ? `peaks expected at ${formatDbfs(l.finalPeakDbfs)}`
    : `peaks measured at ${formatDbfs(l.measuredPeakDbfs)}`;

/** A check of a place: the walk before the model, for it was there. */
function placedWords(
  what: Extract<LogEntry["what"], { kind: "placed" }>,
  metres: (m: number) => string,
): string {
  const { walked } = what;
  const drops = walked?.droppedAtM.length ?? 0;
  const told = walked
    ? drops > 0
      ? `walked, dropped ${drops === 1 ? "once" : `${drops} times`}, first ${metres(numberAt(walked.droppedAtM, 0))} along; the model, corrected by it, says`
      : "walked, it held; at least"
    : "by the model";
  return `${told} ${formatDb(what.marginDb)} to spare where it is thinnest${what.overload ? ", too strong near the antennas" : ""}`;
}

function eventWords(
  e: Extract<LogEntry["what"], { kind: "event" }>["event"],
  who: string,
  names: LogNames,
): string {
  switch (e.kind) {
    case "moved":
      return `Moved from ${names.place(e.fromPlaceId)} to ${names.place(e.toPlaceId)}`;
    case "joined":
      return `${who}wired`;
    case "roll":
      return e.isOn ? "Rolling: what the receivers read is kept" : "Not rolling any more";
    case "power":
      return `${names.pack(e.packKey)} ${e.isOn ? "on" : "off"}`;
    case "cells-fresh":
      return `Fresh ${e.chemistry} cells in ${names.pack(e.packKey)}`;
    case "cells-ran":
      return `The ${e.chemistry} set in ${names.pack(e.packKey)} has run ${formatDuration(e.ranHours * 3_600_000)}`;
    case "hit":
      return `${who}hit${e.scene ? ` in scene ${e.scene}${e.take ? `, take ${e.take}` : ""}` : ""}${e.frequencyHz === null ? "" : ` on ${mhz(e.frequencyHz)}`}: ${hitCauseWords(likeliestCause(e))}`;
    case "hit-judged":
      return `${who}judged again by the next look at the air: ${hitCauseWords(likeliestCause(e))}`;
    case "hit-observed": {
      const [first] = e.judged.causes;
      const cause = first ? gradedCauseWords(first.cause, first.share) : null;
      return `${who}${observationWords(e.observed)}: ${cause === null ? hitCauseWords(null) : cause.toLowerCase()}`;
    }
    case "hit-answer":
      return `${who}${hitAnswerWords(e.answer).what.toLowerCase()}${e.toHz === null ? "" : ` to ${mhz(e.toHz)}${e.fromHz === null ? "" : `, from ${mhz(e.fromHz)}`}`}`;
    case "take":
      return `Scene ${e.scene}, take ${e.take}`;
    case "hit-closed":
      return `${who}${e.how === "proved" ? `proved on its new frequency; plan ${e.planVersion ?? "?"} stands` : e.how === "unproved" ? `retuned, not verified; plan ${e.planVersion ?? "?"} stands` : e.how === "left" ? "left as it is, for the edit" : e.how === "nothing-found" ? "nothing found: everything holds" : e.how === "taken-back" ? "the answer was taken back" : "it holds"}${e.note ? `. ${e.note}` : ""}`;
    case "dropout":
      return `${who}dropout of ${(e.lastedMs / 1000).toFixed(1)} s, down to ${formatDbm(e.leastDbm)}`;
    case "trouble":
      return `${who}${TROUBLES[e.code] ?? e.code}`;
    case "newcomer":
      return `New on the air: ${mhz(e.frequencyHz)}, ${formatDbm(e.levelDbm)}${e.channelId === null || e.offHz === null ? "" : `, ${formatSpan(e.offHz)} from ${names.talker(e.channelId)}`}${e.tookSpare ? "; a spare is not clear any more" : ""}`;
    case "note":
      return `${who}${e.text}`;
    case "correction":
      return `Put right: ${e.text}`;
    case "taken-back":
      return `${who}taken back: ${e.what}`;
    case "wrapped":
      return `${e.isDone ? "Done" : "Not done after all"}: ${e.step}`;
    case "file":
      return e.what;
    case "clock-jumped":
      return `The computer’s clock was set ${e.byMs < 0 ? "back" : "on"} by ${formatDuration(Math.abs(e.byMs))}: ${e.byMs < 0 ? "the day’s clock did not follow" : "the day’s clock followed, nothing was read in between"}`;
    case "exercise":
      return `Ten minutes of practice began (day-${e.seed})`;
  }
}

/** "08:28:25". */
export const logClock = (ms: number): string =>
  `${formatClock(ms)}:${String(Math.floor((((ms % 60_000) + 60_000) % 60_000) / 1000)).padStart(2, "0")}`;

/** The names that a log's entries are read with. */
export const logNamesOf = (log: {
  talkers: readonly { id: number; talker: string }[];
  packs: Readonly<Record<string, string>>;
  places: Readonly<Record<number, string>>;
  lengthUnit: LengthUnit;
}): LogNames => ({
  metres: log.lengthUnit === "ft" ? formatFeet : formatMetres,
  talker: (id) => log.talkers.find((t) => t.id === id)?.talker ?? "somebody",
  pack: (key) => log.packs[key] ?? "a pack",
  place: (id) => log.places[id] ?? "a place",
});

/** An entry as it is searched: its words, what was put right, and who put it down. */
export const logTextOf = (e: LogEntry, names: LogNames): string =>
  [logWords(e, names), ...e.corrections.map((c) => c.text), e.who ?? ""].join(" ");
