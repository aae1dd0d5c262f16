import { OTHER_BLOCK_SHORT } from "./antenna";
import type { ArrivalStep } from "~/core/schedule/arrival";
import { capital, count, formatDb, formatDuration, listWords, numberWord } from "./format";
import { BATTERY_WORDS } from "./kit";

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
        what: `Count: ${[count(s.receivers, "receiver"), count(s.packs, "pack"), count(s.antennas, "antenna"), count(s.microphones, "microphone"), count(s.leads, "cable")].join(", ")}`,
        why: "better to know now what is missing",
      };
    case "know":
      return { what: `${s.model}: ${s.note}`, why: names(s.units) };
    case "cells":
      return s.cell === "internal"
        ? {
            what: `${names(s.units)} charged full`,
            why: "weak batteries are the most common fault",
          }
        : {
            what: `${capital(numberWord(s.perUnit))} new ${BATTERY_WORDS[s.cell]} in each of ${names(s.units)}: ${s.total} in all`,
            why: "right way round, never force the door; all of one kind, no zinc-carbon; switch off first",
          };
    case "cells-keep":
      return {
        what: `Keep the batteries in ${names(s.units.map((u) => `${u.label} (${formatDuration(u.leftHours * 3_600_000)})`))}`,
        why: "by the counted hours they last until the next change",
      };
    case "power":
      return {
        what: [
          s.new.length > 0 ? `new or charged: ${names(s.new)}` : "",
          s.keep.length > 0 ? `lasts: ${names(s.keep)}` : "",
          s.slots.length > 0 ? `chassis on for ${names(s.slots)}` : "",
          s.phantom.length > 0 ? `phantom power on for ${names(s.phantom)}` : "",
        ]
          .filter(Boolean)
          .map(capital)
          .join("; "),
        why: "when a supply goes, all its receivers go",
      };
    case "zero-counters":
      return {
        what: "Set the running-time counters to zero",
        why: "or good batteries are thrown away and empty ones trusted",
      };
    case "antennas": {
      const missing = s.sockets.filter((x) => x.antenna === null).length;
      const lossDb = Math.max(0, ...s.sockets.map((x) => x.lossDb ?? 0));
      return {
        what: `${s.seat}: ${s.sockets
          .map(
            (x) =>
              `${s.sockets.length > 1 ? `${x.socket} ` : ""}${x.antenna ?? "none"}${x.tape === null ? "" : ` (${x.tape})`}`,
          )
          .join(", ")}; ${s.connector}, pushed home and tight`,
        why:
          missing > 0
            ? `the kit has no antenna left for ${missing === 1 ? "one socket" : `${numberWord(missing)} sockets`}`
            : lossDb >= 0.5
              ? `outside its range: ${formatDb(lossDb)} lost`
              : `before power: one of another block is ${OTHER_BLOCK_SHORT}`,
      };
    }
    case "distribution":
      return {
        what: `${s.distribution} to ${names(s.receivers)}: two cables each, A to A and B to B`,
        why: s.givesBias
          ? "it sends power up the antenna cables: only to antennas and amplifiers that need it"
          : "before power; antenna power off",
      };
    case "antennas-lean":
      return s.attitude === "splayed"
        ? {
            what: "Receivers fixed, their two antennas splayed, 45° outwards each",
            why: "one of them always leans like the pack’s",
          }
        : {
            what: "Receivers fixed, their antennas upright",
            why: "lying flat, they are at right angles to the pack’s",
          };
    case "packs-off":
      return {
        what: `Every pack off: ${names(s.packs)}`,
        why: "the scan needs the receivers on and the packs off",
      };
    case "receivers-on":
      return {
        what: `Receivers on: ${names(s.receivers)}`,
        why:
          s.onCamera.length > 0
            ? `${names(s.onCamera)} may run on camera power: when the camera sleeps, so does the receiver`
            : "check that all have power",
      };
    case "halves-off":
      return {
        what: `${s.receiver}: half ${listWords(s.halves.map((h) => String(h + 1)))} off`,
        why: "unused: save its power",
      };
    case "front-end":
      return {
        what: "Band filter on, attenuation 0 dB, antenna power off unless an antenna needs it",
        why: "this affects every receiver behind it",
      };
    case "ranges":
      return {
        what: `${names(s.receivers)}: first the range or bank, then the frequency`,
        why: "the receiver does not offer what is outside its range",
      };
    case "factory-settings":
      return {
        what: "Automatic gain off, mute off, a known start value everywhere",
        why: "automatic gain raises the background; the last user’s settings are not yours",
      };
    case "inputs":
      return {
        what: `${listWords(s.talkers)} into ${s.input}: at ${s.kind === "line" ? "line" : "microphone"} level, ${s.phantom === null ? "" : `phantom power ${s.phantom}, `}level by hand`,
        why:
          s.phantom === "on"
            ? "phantom power is what wakes these receivers: without it they sleep"
            : s.kind === "line"
              ? "use line only where the receiver puts out line level"
              : "these receivers need no 48 V, and automatic level pumps",
      };
    case "same-display":
      return {
        what: "Displays on both ends set to frequency",
        why: "so that both ends can be compared",
      };
    case "names":
      return {
        what: `Name the packs: ${s.packs.map((p) => `${p.label} ${p.talker}`).join(", ")}`,
        why: "each track has the name of who wears the pack",
      };
    case "tell-apart":
      return {
        what: `The unit with one antenna and a microphone is the pack; the receiver has two antennas`,
        why: names(s.packs),
      };
  }
}
