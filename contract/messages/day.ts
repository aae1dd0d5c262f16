import { numberAt } from "~/core/units/items";
import type { ChannelState, Status } from "~/core/channel/channelState";
import { VERIFICATION_CHANGE_WORDS, verificationFaultWords } from "./verification";
import type { Step } from "~/core/channel/nextSteps";
import {
  capital,
  count,
  formatClock,
  formatDb,
  formatRfLevel,
  formatDuration,
  listWords,
  mhz,
  numberWord,
  rangesWords,
} from "./format";
import { formatMhz } from "~/core/units/frequencyText";

/**
 * How a part of a channel reads in a row: short words, and a status that the screen also shows by
 * shape.
 */
export interface StateWords {
  status: Status;
  text: string;
}

export interface Names {
  /** All channels' ids: where a step means all of them, they need not be named. */
  all: readonly number[];
  talker: (channelId: number) => string;
  pack: (channelId: number) => string;
  place: (placeId: number) => string;
  /** A frequency as the ends of a channel show it; null where that is plain megahertz. */
  ownNumber: (channelId: number, frequencyHz: number) => string | null;
  /** The same with the megahertz; plain megahertz where there is no other number. */
  frequency: (channelId: number, frequencyHz: number) => string;
  /** What a channel's pack is to show: its own number, with the megahertz. */
  packNumber: (channelId: number, frequencyHz: number) => string;
}

/** The first screen of a day. */
export const DAY = {
  mhz: "MHz",
  frequency: "Frequency",
  sync: "Sync",
  level: "Level",
  range: "Range",
  batteries: "Batteries",
  card: "Rig card",
  ready: "ready",
  silent: "The receivers do not answer. The screen shows the last known settings and meters.",
  locations: "Locations",
  editLocations: "Locations and talent",
  here: "here now",
  moveHere: "Move here",
} as const;
export const moveHereWords = (place: string): string => `Move here: ${place}`;
export const rulesWords = (town: string, region: string): string =>
  `${town === "" ? "Regulations" : `${town}: regulations`} for ${region}. Licence, band and power are your responsibility: check with your regulator.`;

export function frequencyWords({ frequency: f }: ChannelState, names: Names): StateWords {
  const say = (text: string): StateWords => ({ status: f.status, text });
  switch (f.code) {
    case "not-picked":
      return say("not yet");
    case "picked-elsewhere":
      return say(`found at ${names.place(f.placeId)}`);
    case "scan-newer":
      return say("newer scan");
    case "scan-old":
      return say("scan is old");
    case "not-scanned":
      return say("not scanned here");
    case "no-common-tuning":
      return say("blocks do not overlap");
    case "picked":
      return say("clear");
    case "chooses-itself":
      return say("automatic");
  }
}

export function syncWords({ channelId, sync: s }: ChannelState, names: Names): StateWords {
  const say = (text: string): StateWords => ({ status: s.status, text });
  switch (s.code) {
    case "no-frequency":
      return say("–");
    case "receiver-not-set":
      return say("receiver not set");
    case "pack-not-synced":
      return say("pack not synced");
    case "not-linked":
      return say("not linked");
    case "not-paired":
      return say(
        {
          "no-identity": "not paired: no name or key",
          "not-held": "not paired with this receiver",
          name: "paired under another name",
          group: "paired under another group",
          key: "the receiver holds another key",
        }[s.why],
      );
    case "not-stored":
      return say("pack blinks: store it");
    case "not-proved":
      return say("not verified");
    case "pack-elsewhere":
      return say(`pack still on ${names.ownNumber(channelId, s.packHz) ?? formatMhz(s.packHz)}`);
    case "pack-wont-go":
      return say(
        `${names.pack(channelId)} went to ${names.ownNumber(channelId, s.packHz) ?? formatMhz(s.packHz)} instead`,
      );
    case "pack-cannot":
      return say(`${names.pack(channelId)} tunes ${rangesWords(s.ranges)}`);
    case "someone-there":
      return say(
        `another transmitter${s.strongestDbm === null ? "" : `: ${formatRfLevel(s.strongestDbm)}`}`,
      );
    case "no-rf":
      return say("no RF with the pack on");
    case "no-audio":
      return say("RF, no audio");
    case "one-antenna":
      return say(`only antenna ${s.deaf === "A" ? "B" : "A"} receives`);
    case "proof-bad":
      return say(verificationFaultWords(s.part, s.outcome));
    case "two-on":
      return say(`${numberWord(s.packKeys.length)} packs on one channel`);
    case "proof-stale":
      return say(
        s.why === "place"
          ? `verified at ${names.place(s.placeId)}`
          : `verified before ${VERIFICATION_CHANGE_WORDS[s.why]}`,
      );
    case "proved":
      return say(`verified ${formatClock(s.atMs)}`);
  }
}

export function levelWords({ level: l }: ChannelState): StateWords {
  const say = (text: string): StateWords => ({ status: l.status, text });
  switch (l.code) {
    case "not-set":
      return say("not yet");
    case "not-recorded":
      return say("into ears");
    case "voice-changed":
      return say(`${formatDb(l.gainDb)}, voice changed`);
    case "units-changed":
      return say(`${formatDb(l.gainDb)}, new ${l.what}`);
    case "clips":
      return say(`clips by ${formatDb(l.byDb)}`);
    case "off-aim":
      return say(`${formatDb(Math.abs(l.byDb))} too ${l.byDb > 0 ? "loud" : "quiet"}`);
    case "set":
      return say(formatDb(l.gainDb));
  }
}

export function placeWords({ place: p }: ChannelState): StateWords {
  const say = (text: string): StateWords => ({ status: p.status, text });
  switch (p.code) {
    case "not-checked":
      return say("not yet");
    case "checked-elsewhere":
      return say("checked elsewhere");
    case "frequency-moved":
      return say(`${formatDb(p.marginDb)}, frequency moved`);
    case "overload":
      return say("overloads the receiver");
    case "thin":
      return say(`weak: ${formatDb(p.marginDb)} to spare`);
    case "dropped":
      return say(
        p.drops === 1
          ? "dropped once on the walk test"
          : `dropped ${p.drops} times on the walk test`,
      );
    case "walk-again":
      return say("dropped before: walk again");
    case "walked-since":
      return say("newer walk test");
    case "in-range":
      return say(`${formatDb(p.marginDb)} to spare${p.isWalked ? ", walked" : ""}`);
  }
}

/** What is due for a channel before it rolls on; null where nothing is. */
export function dueWords(steps: readonly Step[], channelId: number): string | null {
  const step = steps.find((s) => s.code === "check-scene" && s.channelIds.includes(channelId));
  return step?.code === "check-scene"
    ? `verify before scene ${step.sceneNumber}, by ${formatClock(step.atMs)}`
    : null;
}

/** What a scan is made with: where nothing is connected, the receivers’ own screens. */
const SCAN_BY: Readonly<Record<Extract<Step, { code: "scan" }>["by"], string>> = {
  driven: "Scan here",
  "own-screen": "Scan on the receivers’ own screens",
  meter: "Check each frequency on the meter, packs off",
};

/** A headline never lists more names than these: then it counts. */
const MAX_NAMED = 3;

/** One line of what to do, and one of why. */
export function stepWords(step: Step, names: Names, nowMs: number): { what: string; why: string } {
  const ids = "channelIds" in step ? step.channelIds : [];
  const who =
    ids.length > 2 && ids.length === names.all.length
      ? `all ${numberWord(ids.length)}`
      : ids.length > MAX_NAMED
        ? count(ids.length, "channel")
        : listWords(ids.map(names.talker));
  const first = "channelIds" in step ? numberAt(step.channelIds, 0) : 0;
  switch (step.code) {
    case "fill-case":
      return {
        what: "Add your units to the kit",
        why: "frequencies and ranges come from what they tune",
      };
    case "find-talkers":
      return { what: "Add talent", why: "each person gets a pack and a receiver channel" };
    case "prepare":
      return {
        what: "Finish the prep",
        why: `${count(step.findings, "problem")} to fix; the ${step.before === "day" ? "day" : "first scene affected"} starts in ${formatDuration(step.untilMs)}`,
      };
    case "packs-off":
      return {
        what: `Switch off ${listWords(step.channelIds.map(names.pack))}`,
        why: "a pack that is on shows up in the scan",
      };
    case "scan":
      return step.why === "old"
        ? {
            what: `${SCAN_BY[step.by]} again`,
            why: `the last scan is ${formatDuration(step.ageMs)} old`,
          }
        : {
            what: SCAN_BY[step.by],
            why:
              step.untilMs > 0
                ? `no scan here yet; work starts in ${formatDuration(step.untilMs)}`
                : "no scan here yet",
          };
    case "pick":
      return {
        what: `Find frequencies${step.why === "some" ? ` for ${who}` : ""}`,
        why: {
          none: "no plan yet",
          moved: "the plan is from another location",
          rescanned: "there is a newer scan",
          some: "not in the plan yet",
        }[step.why],
      };
    case "no-common-tuning":
      return { what: `Change ${who}’s pack`, why: "its receiver and its pack do not overlap" };
    case "set-receivers":
      return {
        what: `Set ${count(step.channelIds.length, "receiver")}`,
        why: `receiver first, then the pack: ${who}`,
      };
    case "sync-pack":
      return {
        what: `Sync ${names.pack(first)} to ${names.packNumber(first, step.frequencyHz)}`,
        why:
          step.packHz === null
            ? `${who}: not synced yet`
            : `${who}: still on ${names.ownNumber(first, step.packHz) ?? formatMhz(step.packHz)}`,
      };
    case "pair-pack":
      return {
        what: `Pair ${names.pack(first)}`,
        why: `${who}: pair the pack with its receiver`,
      };
    case "store-pack":
      return {
        what: `Store ${names.packNumber(first, step.frequencyHz)} on ${names.pack(first)}`,
        why: `${who}: the number blinks, and is lost at power-off`,
      };
    case "swap-pack":
      return {
        what: `Change ${who}’s pack`,
        why: `${names.pack(first)} cannot go to ${mhz(step.frequencyHz)}`,
      };
    case "someone-there":
      return {
        what: `Move ${who} to a spare`,
        why: `with the pack off there is RF on ${mhz(step.frequencyHz)}`,
      };
    case "fault":
      return step.what === "no-audio"
        ? {
            what: `Unmute ${names.pack(first)}, or plug in its microphone`,
            why: `${who}: RF, but no audio`,
          }
        : step.what === "one-antenna"
          ? {
              what: `Check the antennas of ${who}’s receiver`,
              why: `${who}: only one antenna receives the pack`,
            }
          : step.what === "seen" && step.seen
            ? {
                what: `Fix ${who}: ${verificationFaultWords(step.seen.part, step.seen.outcome)}`,
                why: "“Troubleshoot” finds the cause",
              }
            : {
                what: `Check ${names.pack(first)}: power, batteries, antenna`,
                why: `${who}: no RF with the pack on`,
              };
    case "two-on":
      return {
        what: `Switch one of ${who}’s packs off`,
        why: "two on one frequency: neither is received",
      };
    case "prove":
      return {
        what: `Verify ${who}`,
        why: step.again
          ? "something changed since it was verified"
          : "pack off: no RF; pack on: RF and audio",
      };
    case "level":
      return {
        what: `Set levels for ${who}`,
        why: {
          none: "no gain saved yet",
          "voice-changed": "the voice has changed",
          clips: "peaks clip",
          "off-aim": "saved away from its target level",
        }[step.why],
      };
    case "place":
      return {
        what: `Check range for ${who}`,
        why: {
          none: "not checked here yet",
          stale: "the location or the frequency has changed",
          thin: "too weak on their walks",
          dropped: "dropouts on the walk test",
          "walk-again": "dropouts before: walk again to see whether it helped",
          overload: "too strong at the receiver",
        }[step.why],
      };
    case "draw-walk":
      return {
        what: `Draw a walk for ${who}`,
        why: "range is checked along a walk",
      };
    case "batteries":
      return {
        what: `Change batteries for ${who}`,
        why:
          step.atMs <= nowMs
            ? `due since ${formatClock(step.atMs)}`
            : `due at ${formatClock(step.atMs)}, in ${formatDuration(step.atMs - nowMs)}`,
      };
    case "check-scene":
      return {
        what: `Verify ${who} again`,
        why: `scene ${step.sceneNumber} cannot be repeated: by ${formatClock(step.atMs)}`,
      };
    case "attention":
      return { what: `${who}: ${step.what}`, why: step.long };
    case "move":
      return {
        what: `Move to ${names.place(step.placeId)}`,
        why:
          step.atMs <= nowMs
            ? `work there started at ${formatClock(step.atMs)}`
            : `work there starts at ${formatClock(step.atMs)}`,
      };
  }
}

/** The day's answer in one line. */
export function dayHeadline(states: readonly ChannelState[], placeName: string): string {
  const ready = states.filter((s) =>
    [s.frequency, s.sync, s.level, s.place].every((part) => part.status === "done"),
  ).length;
  if (states.length === 0) return "No channels yet";
  if (ready === states.length)
    return `${ready === 1 ? "The channel is" : `All ${numberWord(ready)} channels are`} ready at ${placeName}`;
  if (ready === 0) return `${capital(count(states.length, "channel"))} to set up at ${placeName}`;
  return `${capital(numberWord(ready))} of ${count(states.length, "channel")} ready at ${placeName}`;
}
