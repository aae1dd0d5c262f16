import { OTHER_BLOCK_SHORT } from "./antenna";
import type { ArrivalStep } from "~/core/schedule/arrival";
import { capital, count, listWords, numberWord } from "./format";
import { CELL_WORDS } from "./kit";

const MAX_NAMES = 6;
const names = (list: readonly string[]) =>
  list.length > MAX_NAMES
    ? `${list.slice(0, MAX_NAMES - 1).join(", ")} and ${numberWord(list.length - MAX_NAMES + 1)} more`
    : listWords(list);

/** One thing to do, and why it matters. */
export function arrivalWords(s: ArrivalStep): { what: string; why: string } {
  switch (s.code) {
    case "count":
      return {
        what: `Count: ${[count(s.receivers, "receiver"), count(s.packs, "pack"), count(s.antennas, "antenna"), count(s.microphones, "microphone"), count(s.leads, "lead")].join(", ")}`,
        why: "what is missing is better known now than at the call",
      };
    case "know":
      return { what: `${s.model}: ${s.note}`, why: names(s.units) };
    case "cells":
      return s.cell === "internal"
        ? {
            what: `${names(s.units)} charged full`,
            why: "a weak cell is the commonest fault of all",
          }
        : {
            what: `${capital(numberWord(s.perUnit))} fresh ${CELL_WORDS[s.cell]} in each of ${names(s.units)}: ${s.total} in all`,
            why: "right way round, door flush and never forced; all of one kind, no zinc-carbon; switch off before changing",
          };
    case "zero-counters":
      return {
        what: "Set the running-time counters to zero",
        why: "else good cells are thrown away, or spent ones trusted",
      };
    case "antennas":
      return {
        what: `${s.receiver}: ${numberWord(s.count)} ${s.count === 1 ? "antenna" : "antennas"}${s.block === null ? "" : ` of block ${s.block}`}${s.tape === null ? "" : `, ${s.tape} tape`}, ${s.connector}, home and tight`,
        why:
          s.served < s.count
            ? `only ${numberWord(s.served)} in the case ${s.served === 1 ? "fits" : "fit"} it`
            : `before power; one of another block is ${OTHER_BLOCK_SHORT}`,
      };
    case "antennas-upright":
      return {
        what: "Receivers fixed, their antennas upright",
        why: "lying flat they stand crosswise to the pack’s",
      };
    case "packs-off":
      return {
        what: `Every pack off: ${names(s.packs)}`,
        why: "receivers come first, and the scan wants them alone",
      };
    case "receivers-on":
      return {
        what: `Receivers on: ${names(s.receivers)}`,
        why:
          s.onCamera.length > 0
            ? `${names(s.onCamera)} may live on the camera’s power: when it sleeps, so does reception`
            : "all lit from the one supply",
      };
    case "halves-off":
      return {
        what: `${s.receiver}: half ${listWords(s.halves.map((h) => String(h + 1)))} off`,
        why: "nobody is on it: it would use up power and hunt for a pack that is not there",
      };
    case "front-end":
      return {
        what: "Band filter on, attenuation 0 dB, antenna power off unless an antenna needs it",
        why: "what is set here reaches every receiver fed from it",
      };
    case "ranges":
      return {
        what: `${names(s.receivers)}: first the range or bank, then the number`,
        why: "what lies outside the chosen range is not even offered",
      };
    case "factory-settings":
      return {
        what: "Automatic gain off, mute off, a known start value everywhere",
        why: "automatic gain drags up the background; the last user’s settings are not yours",
      };
    case "inputs":
      return {
        what: `${listWords(s.talkers)} into ${s.input}: at ${s.kind === "line" ? "line" : "microphone"} level, phantom power off, level by hand`,
        why:
          s.kind === "line"
            ? "line only because the receiver really puts out line level"
            : "a receiver needs no 48 V, and automatic level pumps",
      };
    case "same-display":
      return {
        what: "Displays on both ends set to frequency",
        why: "a number on one and a name on the other cannot be compared",
      };
    case "names":
      return {
        what: `Name the packs: ${s.packs.map((p) => `${p.label} ${p.talker}`).join(", ")}`,
        why: "the name on the track is the one who wears it; each name once",
      };
    case "tell-apart":
      return {
        what: `The microphone goes into the pack, one antenna; the receiver has two`,
        why: names(s.packs),
      };
  }
}
