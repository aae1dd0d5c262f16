import { patchProblemWords } from "./patch";
import { distributionProblemWords } from "./antenna";
import { OTHER_BLOCK_SHORT } from "./antenna";
import type {
  StationField,
  StationRowNote,
  StationRowProblem,
} from "~/core/regulations/stationTable";
import type { Legality, PairProblem } from "~/core/kit/match";
import type { PackingLine } from "~/core/schedule/packing";
import type { Finding } from "~/core/schedule/prepFindings";
import type { SceneField, SceneRowNote, SceneRowProblem } from "~/core/schedule/sceneTable";
import type {
  AssignedFrequency,
  AssignedFault,
  AssignedRowProblem,
} from "~/core/coordination/problem/assigned";
import {
  capital,
  count,
  formatDb,
  formatMetres,
  listWords,
  mhz,
  namesOrCount,
  numberWord,
  rangesWords,
  formatDayOfYear,
} from "./format";
import { readingWords } from "./unitNumber";
import { brokenRuleWords } from "./words";

const scenesOf = (numbers: readonly string[]) =>
  `${numbers.length === 1 ? "scene" : "scenes"} ${listWords(numbers)}`;
const CELLS = {
  aa: { one: "AA battery", many: "AA batteries" },
  "9v": { one: "9 V battery", many: "9 V batteries" },
} as const;

/**
 * What is missing, so short that several fit into a headline; what it rests on; and what would mend
 * it.
 */
export function findingWords(
  f: Finding,
  metres: (m: number) => string = formatMetres,
): { short: string; why: string; mend: string } {
  switch (f.code) {
    case "chains-short": {
      const missing = f.needed - f.have;
      const thing = {
        "receiver-channels": "receiver channel",
        packs: "pack",
        chains: "pack with a receiver channel",
        pairs: "matching pair",
      }[f.limit];
      return {
        short: `${f.limit === "chains" ? `${numberWord(missing)} ${missing === 1 ? thing : "packs with receiver channels"}` : count(missing, thing)} for ${scenesOf(f.sceneNumbers)}`,
        why: `${count(f.needed, "voice")} at once, and ${f.have === 0 ? "no complete chain" : `only ${count(f.have, "chain")}`} of pack and receiver channel`,
        mend: `rent ${missing === 1 ? "one" : String(missing)}, or let ${missing === 1 ? "one of them" : "some of them"} share the boom`,
      };
    }
    case "tracks-short":
      return {
        short: `${count(f.needed - f.have, "track")} for ${scenesOf(f.sceneNumbers)}`,
        why: `${count(f.needed, "voice")} at once, ${count(f.have, "track")} on recorder and camera`,
        mend: "a track for each voice, or a mix agreed beforehand",
      };
    case "microphones-short":
      return {
        short: `${count(f.needed - f.have, "microphone")} for ${scenesOf(f.sceneNumbers)}`,
        why: `${count(f.needed, "voice")} at once, ${count(f.have, "microphone")} in the kit`,
        mend: "each voice needs its own",
      };
    case "one-path":
      return {
        short: `${f.unit} receives with ${f.hasAntennas === 1 ? "one antenna" : "one path"}`,
        why: "with one antenna it drops out where waves cancel",
        mend: "use it for whoever moves least, or leave it at home",
      };
    case "thin-range":
      return {
        short: `weak range at ${f.place}`,
        why: `${formatDb(f.marginDb)} to spare for ${namesOrCount(f.talkers)} over ${metres(f.distanceM)}, as far as the location is known`,
        mend: "bring cable and an antenna for the set’s side, or wear the pack in front",
      };
    case "leads-short":
      return {
        short: `${count(f.needed - f.have, "receiver cable")} for ${scenesOf(f.sceneNumbers)}`,
        why: `${count(f.needed, "channel")} at once, ${count(f.have, "cable")} in the kit`,
        mend: "bring more cables",
      };
    case "talker-without-channel":
      return {
        short: `no channel for ${f.talker}`,
        why: `speaks in ${scenesOf(f.sceneNumbers)} and has no channel`,
        mend: "add a channel, or take them out of the scene",
      };
    case "no-wired-recorder":
      return {
        short: `${count(f.needed - f.have, "wired recorder")} for ${scenesOf(f.sceneNumbers)}`,
        why: `${f.sceneNumbers.length === 1 ? "it" : "they"} cannot be repeated, and radio interference cannot be fixed later`,
        mend: "put a small cabled recorder on each person as well",
      };
    case "cells-short":
      return {
        short: count(f.needed - f.have, CELLS[f.cell].one, CELLS[f.cell].many),
        why: `the day uses ${f.needed}, ${f.have} are in the kit`,
        mend: "bring more, new, all of one kind",
      };
    case "distribution":
      return distributionProblemWords(f.problem);
    case "patch":
      return {
        short: patchProblemWords(f.problem),
        why: "each voice needs a way to a track of its own",
        mend: "change the patch",
      };
    case "loudspeakers":
      return {
        short: `${listWords(f.talkers)} ${f.talkers.length === 1 ? "has an omni" : "have omnis"} at ${f.place}`,
        why: `live loudspeakers play there, in ${scenesOf(f.sceneNumbers)}: an omni howls`,
        mend: "bring directional microphones",
      };
    case "antennas-short":
      return {
        short: `${count(f.needed - f.have, "antenna")} for ${f.block === null ? namesOrCount(f.receivers, "receiver") : `block ${f.block}`}`,
        why: `${namesOrCount(f.receivers, "receiver")} ${f.receivers.length === 1 ? "needs" : "need"} ${f.needed}, ${f.have} fit`,
        mend: `bring the right ones: another block is ${OTHER_BLOCK_SHORT}`,
      };
    case "pack-fits-nothing":
      return {
        short: `${f.unit} fits no receiver`,
        why: {
          "other-modulation": "no receiver in the kit has its modulation",
          "other-key": "it encrypts with a key that no receiver here has",
          "no-common-range": "its block and theirs do not overlap",
          "no-common-step": "its tuning steps and theirs share no frequency",
        }[f.why],
        mend: "leave it at home, or bring its receiver",
      };
    case "power-too-high":
      return {
        short: `${f.unit} at ${f.setMw} mW`,
        why: `at most ${f.mostMw} mW is allowed here`,
        mend: `set it to ${f.mostMw} mW`,
      };
    case "room-full":
      return {
        short: `${count(f.needed - f.most, "adaptive system")} too many for ${scenesOf(f.sceneNumbers)}`,
        why: `${count(f.needed, "digital system")} at once; a room takes about ${f.most}`,
        mend: "put some channels on tuned systems",
      };
    case "beyond-range":
      return {
        short: `${f.place} is too large for adaptive systems in ${scenesOf(f.sceneNumbers)}`,
        why: `${metres(f.distanceM)} to the receivers, they reach about ${metres(f.rangeM)} in the open`,
        mend: "bring the receivers nearer, or use tuned systems there",
      };
    case "firmware-behind":
      return {
        short: `old firmware in ${namesOrCount(
          f.units.map((u) => u.label),
          "unit",
        )}`,
        why: `${listWords([...new Set(f.units.map((u) => u.has))])} ${f.units.length === 1 ? "is in it" : "are in them"}; the newest for ${f.model} is ${f.newest}`,
        mend: "update both ends of a pair at home and test them together, not on a shooting day",
      };
    case "no-rule":
      return {
        short: `no rule known for ${f.unit}`,
        why: `no rule is known for ${rangesWords(f.where)} MHz in this region: neither allowed nor forbidden`,
        mend: "ask your regulator before it transmits, or add the rule as a region file",
      };
    case "legal-nowhere":
      return {
        short: `${f.unit} may not transmit here`,
        why: "no band here allows its range at any of its powers",
        mend: "leave it at home",
      };
  }
}

/** When a day is, seen from its own clock: "today", "tomorrow", or its date. */
export function dayWord(nowMs: number, dateIso: string): string {
  const days = Math.floor(nowMs / 86_400_000);
  if (days === 0) return "today";
  if (days === -1) return "tomorrow";
  return formatDayOfYear(dateIso);
}

/** The preparation in one line; what is missing stands below it. */
export function prepHeadline(
  findings: readonly Finding[],
  hasScenes: boolean,
  day: string,
): string {
  if (!hasScenes) return `No scenes for ${day} yet: who speaks, and when?`;
  if (findings.length === 0) return `Ready for ${day}: nothing missing`;
  return `Not ready for ${day}: ${count(findings.length, "thing")} to fix`;
}

export function pairProblemWords(p: PairProblem): string {
  switch (p.code) {
    case "other-modulation":
      return `other modulation: ${p.pack.join(", ")} and ${p.receiver.join(", ")}`;
    case "other-key":
      return `other key: ${p.pack ?? "none"} and ${p.receiver ?? "none"}`;
    case "no-common-range":
      return `no overlap: ${rangesWords(p.pack)} and ${rangesWords(p.receiver)}`;
    case "no-common-step":
      return `steps of ${p.packStepHz / 1000} and ${p.receiverStepHz / 1000} kHz share no frequency`;
  }
}

/** Empty when all is well. */
export function legalityWords(l: Legality): string {
  switch (l.code) {
    case "fine":
      return "";
    case "power-too-high":
      return `set to ${l.setMw} mW, at most ${l.mostMw} mW allowed here`;
    case "nowhere":
      return "not allowed here, as far as is known";
    case "no-rule":
      return `no rule known for ${rangesWords(l.where)} MHz here: ask the regulator`;
    case "tuned-to-unruled":
      return `no rule known for ${mhz(l.frequencyHz)} here: ask the regulator`;
    case "tuned-to-forbidden":
      return `it is on ${mhz(l.frequencyHz)}, which is not allowed here`;
  }
}

export const SCENE_FIELD_WORDS: Readonly<Record<SceneField, string>> = {
  number: "Scene number",
  title: "Title",
  place: "Location",
  start: "From",
  end: "To",
  speakers: "Who speaks",
  repeatable: "Can be repeated",
};

export function sceneProblemWords(p: SceneRowProblem): string {
  switch (p.code) {
    case "number-missing":
      return "no scene number";
    case "number-taken":
      return `there is a scene ${p.number} already`;
    case "number-twice":
      return `scene ${p.number} stands in row ${p.firstRow} already`;
    case "time-missing":
      return `no time for "${SCENE_FIELD_WORDS[p.field].toLowerCase()}"`;
    case "time-unreadable":
      return `"${p.text.slice(0, 20)}" is not a time`;
    case "name-too-long":
      return `a name of ${p.length} characters: ${p.name}`;
    case "repeatable-unreadable":
      return `"${p.text}" is neither yes nor no`;
  }
}

export function sceneNoteWords(n: SceneRowNote): string {
  switch (n.code) {
    case "over-midnight":
      return "ends after midnight";
    case "place-unknown":
      return `no location called "${n.text}" on this day`;
    case "nobody-speaks":
      return "no one speaks";
  }
}

export const capitalSentence = (text: string): string => `${capital(text)}.`;

export function assignedProblemWords(p: AssignedRowProblem): string {
  switch (p.code) {
    case "who-missing":
      return "no name of a crew or position";
    case "primary-missing":
      return "no frequency";
    case "frequency-unreadable":
      switch (p.error.code) {
        case "tv-channel-unknown":
          return `there is no TV channel ${p.error.channel} here`;
        case "tv-offset-outside":
          return `TV ${p.error.channel} is narrower than ${p.error.offsetMhz} MHz`;
        case "ambiguous":
          return `"${p.error.text.slice(0, 30)}" can be ${listWords(p.error.readings.map(readingWords), "or")}: write the MHz`;
        case "frequency-empty":
          return "no frequency";
        case "frequency-not-a-number":
          return `"${p.error.text.slice(0, 30)}" is not a frequency`;
        case "frequency-out-of-range":
          return `"${p.error.text.slice(0, 30)}" is not a radio frequency`;
      }
  }
}

/** One sentence to write back with. */
export const assignedFaultWords = (f: AssignedFault, nameOf: (id: string) => string): string =>
  `${f.who}, ${f.use} ${mhz(f.frequencyHz)}: ${listWords(f.broken.map((b) => brokenRuleWords(b, nameOf)))}.`;

/** The list in one line. */
export function assignedHeadline(
  lines: readonly AssignedFrequency[],
  faults: readonly AssignedFault[],
): string {
  const ours = lines.filter((l) => l.channelId !== null).length;
  const bad = new Set(faults.filter((f) => f.use === "primary").map((f) => f.who)).size;
  if (lines.length === 0) return "No assigned frequencies yet";
  if (ours === 0) return `${capital(count(lines.length, "line"))}, none of them for our channels`;
  if (bad === 0)
    return ours === 1
      ? "The frequency assigned to us is clear"
      : `All ${numberWord(ours)} frequencies assigned to us are clear`;
  return `${capital(numberWord(bad))} of ${count(ours, "frequency", "frequencies")} assigned to us cannot be used`;
}

const PACKING: Readonly<Record<PackingLine["what"], string>> = {
  receiver: "receiver",
  pack: "packs",
  "spare-pack": "a spare pack",
  microphone: "microphones",
  antenna: "antennas",
  "aa-cell": "AA batteries",
  "9v-cell": "9 V batteries",
  lead: "receiver cables",
  "wired-recorder": "wired recorders",
  "rubber-band": "thin rubber bands",
  "safety-pin": "safety pins",
  sleeve: "plastic sleeves for pack antennas",
};

export const packingWords = (line: PackingLine): string => capital(PACKING[line.what]);

const PACKING_NOTES: Partial<Record<PackingLine["what"], string>> = {
  "spare-pack": "on a known spare frequency",
  microphone: "one for each pack and the spare",
  "aa-cell": "new, all of one kind",
  "9v-cell": "new, all of one kind",
  lead: "receiver to recorder or camera",
  "wired-recorder": "for a scene that cannot be repeated",
};
/** Of which kind, or what for. */
export const packingDetail = ({ what, model, block }: PackingLine): string =>
  model ??
  (block === undefined
    ? (PACKING_NOTES[what] ?? "")
    : block === null
      ? "wideband"
      : `block ${block}`);

export const STATION_FIELD_WORDS: Readonly<Record<StationField, string>> = {
  channel: "TV channel",
  name: "Station",
  note: "Note",
};

export const stationProblemWords = (p: StationRowProblem): string =>
  p.code === "no-channel"
    ? p.text === ""
      ? "no TV channel"
      : `"${p.text}" is no TV channel`
    : `no channel ${p.channel} in this region`;

export const stationNoteWords = (n: StationRowNote): string =>
  n.code === "name-missing" ? "it has no name" : `replaces row ${n.firstRow}`;

/** The button that copies what is to be replied to a coordinator, before and after. */
export const ASSIGNED_COPY = {
  "not-yet": "Copy the problems as a reply",
  copied: "Copied",
  refused: "Copying is blocked here: select the text instead",
} as const;
