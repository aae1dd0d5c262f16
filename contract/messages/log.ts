import type { LogEntry, LogGroup } from "~/core/report/dayLog";
import type { LengthUnit } from "~/core/units/lengths";
import { numberAt } from "~/core/units/items";
import { likeliestCause } from "~/core/report/hitStories";
import {
  formatClockSeconds,
  formatDb,
  formatDbfs,
  formatRfLevel,
  formatDuration,
  formatFeet,
  formatMetres,
  formatSpan,
  listWords,
  mhz,
} from "./format";
import { VERIFICATION_WORDS, verificationFaultWords } from "./verification";
import { hitAnswerWords, hitCauseWords, observationWords, gradedCauseWords } from "./roll";

export interface LogNames {
  talker: (channelId: number) => string;
  pack: (packKey: string) => string;
  place: (placeId: number) => string;
  metres: (m: number) => string;
}

const GROUPS: Readonly<Record<LogGroup, string>> = {
  hits: "Hits",
  trouble: "Problems",
  air: "Spectrum",
  plan: "Frequencies",
  sync: "Sync and verification",
  level: "Level",
  place: "Range",
  cells: "Batteries",
  moves: "Company moves",
  notes: "Notes",
  lists: "Lists",
};
export const logGroupWords = (group: LogGroup): string => GROUPS[group];

const TROUBLES: Readonly<Record<string, string>> = {
  stalled: "no readings",
  gone: "no RF from the pack",
  spoiled: "interference: bad link, strong RF",
  overload: "receiver overloaded",
  "cells-now": "battery empty",
  "cells-soon": "battery low",
  muted: "pack muted",
  "one-antenna": "one antenna weak",
};
const LISTS: Readonly<Record<string, string>> = {
  scenes: "Scenes",
  handed: "Assigned frequencies",
  stations: "TV stations",
  places: "Locations",
  units: "Kit",
  stock: "Batteries and parts",
  antennas: "Antennas",
  distributions: "Distribution",
  supplies: "Power supplies",
  destinations: "Cameras and recorders",
  patches: "Patch",
  models: "Models",
  ticks: "Set-up checklist",
  pairings: "Pairing",
  drawings: "Floor plans",
  rigs: "Rigging",
  cellRules: "Battery policy",
  unitScans: "Receiver’s own scan",
  quick: "One system",
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
      return `Plan ${what.version}, ${what.how}${what.moved.length === 0 ? ": no pack to retune" : `: ${listWords(what.moved.map((m) => `${names.talker(m.channelId)} ${mhz(m.frequencyHz).replace(" MHz", "")}`))}${what.moved.length < what.total ? "; all others stay" : ""}`}`;
    case "receiver-set":
      return `${who}receiver set to ${mhz(what.frequencyHz)}`;
    case "pack-synced":
      return `${who}${names.pack(what.packKey)} on ${what.frequencyHz > 0 ? mhz(what.frequencyHz) : "its receiver"}${what.toldHz !== null && what.toldHz !== what.frequencyHz ? `, though told ${mhz(what.toldHz)}` : ""}`;
    case "cells":
      return `${who}new batteries in ${names.pack(what.packKey)}`;
    case "proved":
      return `${who}${what.bad.length > 0 ? `not verified, ${listWords(what.bad.map((b) => verificationFaultWords(b.part, b.outcome)))}` : `verified, ${listWords(what.good.map((p) => VERIFICATION_WORDS[p].name))}`}`;
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
      : "walked, no dropout; at least"
    : "by the model";
  return `${told} ${formatDb(what.marginDb)} to spare at the weakest point${what.overload ? ", too strong near the antennas" : ""}`;
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
      return e.isOn ? "Rolling: receiver readings are recorded" : "Not rolling any more";
    case "power":
      return `${names.pack(e.packKey)} ${e.isOn ? "on" : "off"}`;
    case "cells-fresh":
      return `New ${e.chemistry} batteries in ${names.pack(e.packKey)}`;
    case "cells-ran":
      return `The ${e.chemistry} set in ${names.pack(e.packKey)} has run ${formatDuration(e.ranHours * 3_600_000)}`;
    case "hit":
      return `${who}hit${e.scene ? ` in scene ${e.scene}${e.take ? `, take ${e.take}` : ""}` : ""}${e.frequencyHz === null ? "" : ` on ${mhz(e.frequencyHz)}`}: ${hitCauseWords(likeliestCause(e))}`;
    case "hit-judged":
      return `${who}judged again by the next sweep: ${hitCauseWords(likeliestCause(e))}`;
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
      return `${who}${e.how === "proved" ? `verified on its new frequency; plan ${e.planVersion ?? "?"} in use` : e.how === "unproved" ? `retuned, not verified; plan ${e.planVersion ?? "?"} in use` : e.how === "left" ? "left as it is, for the edit" : e.how === "nothing-found" ? "nothing found: all OK" : e.how === "taken-back" ? "undone" : "OK again"}${e.note ? `. ${e.note}` : ""}`;
    case "dropout":
      return `${who}dropout of ${(e.lastedMs / 1000).toFixed(1)} s, down to ${formatRfLevel(e.leastDbm)}`;
    case "trouble":
      return `${who}${TROUBLES[e.code] ?? e.code}`;
    case "newcomer":
      return `New carrier: ${mhz(e.frequencyHz)}, ${formatRfLevel(e.levelDbm)}${e.channelId === null || e.offHz === null ? "" : `, ${formatSpan(e.offHz)} from ${names.talker(e.channelId)}`}${e.tookSpare ? "; a spare is no longer clear" : ""}`;
    case "note":
      return `${who}${e.text}`;
    case "correction":
      return `Corrected: ${e.text}`;
    case "taken-back":
      return `${who}undone: ${e.what}`;
    case "wrapped":
      return `${e.isDone ? "Done" : "Not done"}: ${e.step}`;
    case "file":
      return e.what;
    case "clock-jumped":
      return `The computer’s clock was changed ${e.byMs < 0 ? "back" : "on"} by ${formatDuration(Math.abs(e.byMs))}: ${e.byMs < 0 ? "the day’s clock did not follow" : "the day’s clock followed, with no reading in between"}`;
    case "exercise":
      return `Ten minutes of practice started (day-${e.seed})`;
  }
}

/** "08:28:25". */
export const logClock = formatClockSeconds;

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
  place: (id) => log.places[id] ?? "a location",
});

/** An entry as it is searched: its words, what was put right, and who put it down. */
export const logTextOf = (e: LogEntry, names: LogNames): string =>
  [logWords(e, names), ...e.corrections.map((c) => c.text), e.who ?? ""].join(" ");
