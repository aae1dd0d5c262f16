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
  HandedDown,
  HandedFault,
  HandedRowProblem,
} from "~/core/coordination/problem/assigned";
import {
  capital,
  count,
  formatDb,
  formatMetres,
  listWords,
  mhz,
  numberWord,
  rangesWords,
} from "./format";
import { brokenRuleWords } from "./words";

const scenesOf = (numbers: readonly string[]) =>
  `${numbers.length === 1 ? "scene" : "scenes"} ${listWords(numbers)}`;
const CELLS = { aa: "AA cell", "9v": "9 V cell" };

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
        why: `${count(f.needed, "voice")} at once, and ${f.have === 0 ? "no chain" : `only ${count(f.have, "chain")}`} of pack and receiver channel`,
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
        why: `${count(f.needed, "voice")} at once, ${count(f.have, "microphone")} in the case`,
        mend: "each voice needs its own",
      };
    case "one-path":
      return {
        short: `${f.unit} hears by ${f.hasAntennas === 1 ? "one antenna" : "one path"}`,
        why: "where waves cancel at one spot they hardly ever do at two: with one path it drops out there",
        mend: "give the talker who moves least to it, or leave it at home",
      };
    case "thin-range":
      return {
        short: `thin range at the ${f.place.toLowerCase()}`,
        why: `${formatDb(f.marginDb)} in hand for ${listWords(f.talkers)} over ${metres(f.distanceM)}, by what is known of the place`,
        mend: "pack cable and an antenna for the set’s side, or wear the pack in front",
      };
    case "leads-short":
      return {
        short: `${count(f.needed - f.have, "receiver lead")} for ${scenesOf(f.sceneNumbers)}`,
        why: `${count(f.needed, "channel")} at once, ${count(f.have, "lead")} in the case`,
        mend: "pack more leads",
      };
    case "talker-without-channel":
      return {
        short: `no channel for ${f.talker}`,
        why: `speaks in ${scenesOf(f.sceneNumbers)} and is on nobody's list`,
        mend: "give them a channel, or strike them from the scene",
      };
    case "no-wired-recorder":
      return {
        short: `${count(f.needed - f.have, "wired recorder")} for ${scenesOf(f.sceneNumbers)}`,
        why: `${f.sceneNumbers.length === 1 ? "it" : "they"} cannot be done again: radio that is hit in the middle cannot be mended`,
        mend: "put a small cabled recorder on each person as well",
      };
    case "cells-short":
      return {
        short: `${f.needed - f.have} ${CELLS[f.cell]}s`,
        why: `the day uses ${f.needed}, ${f.have} are in the case`,
        mend: "pack more, fresh, all of one kind",
      };
    case "antennas-short":
      return {
        short: `${count(f.needed - f.have, "antenna")} for ${f.block === null ? listWords(f.receivers) : `block ${f.block}`}`,
        why: `${listWords(f.receivers)} ${f.receivers.length === 1 ? "needs" : "need"} ${f.needed}, ${f.have} fit`,
        mend: `bring the right ones: one of another block is ${OTHER_BLOCK_SHORT}`,
      };
    case "pack-fits-nothing":
      return {
        short: `${f.unit} fits no receiver`,
        why: {
          "other-modulation": "no receiver in the case understands its modulation",
          "other-key": "it encrypts with a key that no receiver here has",
          "no-common-range": "its block and theirs never meet",
          "no-common-step": "its tuning steps and theirs never stand on one frequency",
        }[f.why],
        mend: "leave it at home, or bring its receiver",
      };
    case "power-too-high":
      return {
        short: `${f.unit} at ${f.setMw} mW`,
        why: `at most ${f.mostMw} mW of its powers are allowed here`,
        mend: `set it to ${f.mostMw} mW`,
      };
    case "room-full":
      return {
        short: `${count(f.needed - f.most, "adaptive system")} too many for ${scenesOf(f.sceneNumbers)}`,
        why: `${count(f.needed, "digital system")} that choose for themselves at once, a room carries about ${f.most}`,
        mend: "put some of the voices on tuned systems",
      };
    case "beyond-range":
      return {
        short: `the ${f.place.toLowerCase()} is too deep for adaptive systems in ${scenesOf(f.sceneNumbers)}`,
        why: `${metres(f.distanceM)} to the receivers, they reach about ${metres(f.rangeM)} in the open`,
        mend: "bring the receivers nearer, or use tuned systems there",
      };
    case "firmware-behind":
      return {
        short: `old firmware in ${listWords(f.units.map((u) => u.label))}`,
        why: `${listWords([...new Set(f.units.map((u) => u.has))])} ${f.units.length === 1 ? "runs in it" : "run in them"}, ${f.newest} is out for ${f.model}`,
        mend: "update at home, both ends of a pair, and try them together; not on a shooting day",
      };
    case "no-rule":
      return {
        short: `no rule known for ${f.unit}`,
        why: `nothing is known here about ${rangesWords(f.where)} MHz in this region: neither allowed nor forbidden`,
        mend: "ask your regulator before it transmits, or add the rule as a region file",
      };
    case "legal-nowhere":
      return {
        short: `${f.unit} may not transmit here`,
        why: "no band of this region allows its range at any of its powers",
        mend: "leave it at home",
      };
  }
}

const MAX_IN_HEADLINE = 3;

/** When a day is, seen from its own clock: "today", "tomorrow", or its date. */
export function dayWord(nowMs: number, dateIso: string): string {
  const days = Math.floor(nowMs / 86_400_000);
  if (days === 0) return "today";
  if (days === -1) return "tomorrow";
  return new Date(`${dateIso}T12:00:00Z`).toLocaleDateString("en-GB", {
    weekday: "long",
    day: "numeric",
    month: "long",
    timeZone: "UTC",
  });
}

/** The preparation in one line. */
export function prepHeadline(
  findings: readonly Finding[],
  hasScenes: boolean,
  day: string,
): string {
  if (!hasScenes) return `No scenes for ${day} yet: who speaks, and when?`;
  if (findings.length === 0) return `Ready for ${day}: nothing is missing`;
  const said = findings.slice(0, MAX_IN_HEADLINE).map((f) => findingWords(f).short);
  const rest = findings.length - said.length;
  return `Ready for ${day} except: ${rest > 0 ? `${said.join(", ")}, and ${count(rest, "thing")} more` : listWords(said)}`;
}

export function pairProblemWords(p: PairProblem): string {
  switch (p.code) {
    case "other-modulation":
      return `other modulation: ${p.pack.join(", ")} and ${p.receiver.join(", ")}`;
    case "other-key":
      return `other key: ${p.pack ?? "none"} and ${p.receiver ?? "none"}`;
    case "no-common-range":
      return `never meet: ${rangesWords(p.pack)} and ${rangesWords(p.receiver)}`;
    case "no-common-step":
      return `steps of ${p.packStepHz / 1000} and ${p.receiverStepHz / 1000} kHz never meet`;
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
  place: "Place",
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
      return `no place called "${n.text}" on this day`;
    case "nobody-speaks":
      return "nobody speaks";
  }
}

export const capitalSentence = (text: string): string => `${capital(text)}.`;

export function handedProblemWords(p: HandedRowProblem): string {
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
export const handedFaultWords = (f: HandedFault, nameOf: (id: string) => string): string =>
  `${f.who}, ${f.use} ${mhz(f.frequencyHz)}: ${listWords(f.broken.map((b) => brokenRuleWords(b, nameOf)))}.`;

/** The list in one line. */
export function handedHeadline(
  lines: readonly HandedDown[],
  faults: readonly HandedFault[],
): string {
  const ours = lines.filter((l) => l.channelId !== null).length;
  const bad = new Set(faults.filter((f) => f.use === "primary").map((f) => f.who)).size;
  if (lines.length === 0) return "Nothing handed down yet";
  if (ours === 0)
    return `${capital(count(lines.length, "line"))}, none of them for a channel of ours`;
  if (bad === 0)
    return ours === 1
      ? "The one frequency handed down to us stands"
      : `All ${numberWord(ours)} frequencies handed down to us stand`;
  return `${capital(numberWord(bad))} of ${count(ours, "frequency", "frequencies")} handed down to us will not do`;
}

const PACKING: Readonly<Record<PackingLine["what"], string>> = {
  receiver: "receiver",
  pack: "packs",
  "spare-pack": "a spare pack",
  microphone: "microphones",
  antenna: "antennas",
  "aa-cell": "AA cells",
  lead: "leads",
  "wired-recorder": "wired recorders",
  "rubber-band": "thin rubber bands",
  "safety-pin": "safety pins",
  sleeve: "plastic sleeves for pack antennas",
};

export const packingWords = (line: PackingLine): string => capital(PACKING[line.what]);

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
  n.code === "name-missing" ? "it has no name" : `takes the place of row ${n.firstRow}`;
