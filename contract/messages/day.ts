import { numberAt } from "~/core/units/items";
import type { ChannelState, Status } from "~/core/channel/channelState";
import { PROOF_CHANGE_WORDS, proofFaultWords } from "./proof";
import type { Step } from "~/core/channel/nextSteps";
import {
  capital,
  count,
  formatClock,
  formatDb,
  formatDbm,
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
}

export function frequencyWords({ frequency: f }: ChannelState, names: Names): StateWords {
  const say = (text: string): StateWords => ({ status: f.status, text });
  switch (f.code) {
    case "not-picked":
      return say("not yet");
    case "picked-elsewhere":
      return say(`picked at the ${names.place(f.placeId).toLowerCase()}`);
    case "scan-newer":
      return say("scanned again since");
    case "scan-old":
      return say("scan is old");
    case "not-scanned":
      return say("not scanned here");
    case "no-common-tuning":
      return say("pack and receiver never meet");
    case "picked":
      return say("clear");
    case "chooses-itself":
      return say("chooses for itself");
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
    case "not-paired":
      return say(
        {
          "no-identity": "not paired: no name and key yet",
          "not-held": "not paired with this receiver",
          name: "paired under another name",
          group: "paired under another group",
          key: "the receiver holds another key",
        }[s.why],
      );
    case "not-stored":
      return say("pack blinks: not stored");
    case "not-proved":
      return say("not proved");
    case "pack-elsewhere":
      return say(`pack still on ${formatMhz(s.packHz)}`);
    case "pack-wont-go":
      return say(`${names.pack(channelId)} went to ${formatMhz(s.packHz)} instead`);
    case "pack-cannot":
      return say(`${names.pack(channelId)} tunes ${rangesWords(s.ranges)}`);
    case "someone-there":
      return say(
        `someone is there${s.strongestDbm === null ? "" : `: ${formatDbm(s.strongestDbm)}`}`,
      );
    case "no-rf":
      return say("no RF with the pack on");
    case "no-audio":
      return say("RF, no audio");
    case "one-antenna":
      return say(`only antenna ${s.deaf === "A" ? "B" : "A"} hears`);
    case "proof-bad":
      return say(proofFaultWords(s.part, s.outcome));
    case "two-on":
      return say(`${numberWord(s.packKeys.length)} packs of one channel are on`);
    case "proof-stale":
      return say(
        s.why === "place"
          ? `proved at the ${names.place(s.placeId).toLowerCase()}`
          : `proved before ${PROOF_CHANGE_WORDS[s.why]}`,
      );
    case "proved":
      return say(`proved ${formatClock(s.atMs)}`);
  }
}

export function levelWords({ level: l }: ChannelState): StateWords {
  const say = (text: string): StateWords => ({ status: l.status, text });
  switch (l.code) {
    case "not-set":
      return say("not yet");
    case "voice-changed":
      return say(`${formatDb(l.gainDb)}, voice changed`);
    case "units-changed":
      return say(`${formatDb(l.gainDb)}, another ${l.what} now`);
    case "clips":
      return say(`clips by ${formatDb(l.byDb)}`);
    case "off-aim":
      return say(`${formatDb(Math.abs(l.byDb))} ${l.byDb > 0 ? "over" : "under"} its aim`);
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
      return say(`only ${formatDb(p.marginDb)} in hand`);
    case "dropped":
      return say(
        p.drops === 1 ? "dropped once when walked" : `dropped ${p.drops} times when walked`,
      );
    case "walk-again":
      return say("dropped before: walk it again");
    case "walked-since":
      return say("the place was walked since");
    case "in-range":
      return say(`${formatDb(p.marginDb)} in hand${p.isWalked ? ", walked" : ""}`);
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
  meter: "Watch each frequency’s meter, packs off",
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
        what: "Put your units into the case",
        why: "everything else follows from what they can do",
      };
    case "find-talkers":
      return { what: "Say who speaks", why: "each gets a pack and a receiver channel that fit" };
    case "prepare":
      return {
        what: "Fix the preparation",
        why: `${count(step.findings, "thing")} would go wrong; the ${step.before === "day" ? "day" : "first scene concerned"} begins in ${formatDuration(step.untilMs)}`,
      };
    case "packs-off":
      return {
        what: `Switch off ${listWords(step.channelIds.map(names.pack))}`,
        why: "a pack that is on shows up in the scan as taken",
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
                ? `nothing measured at this place yet; work begins in ${formatDuration(step.untilMs)}`
                : "nothing measured at this place yet",
          };
    case "pick":
      return {
        what: `Pick frequencies${step.why === "some" ? ` for ${who}` : ""}`,
        why: {
          none: "none picked yet",
          moved: "the plan is from another place",
          rescanned: "the newer scan may have changed the air",
          some: "not in the plan yet",
        }[step.why],
      };
    case "no-common-tuning":
      return { what: `Give ${who} another pack`, why: "its receiver and its pack never meet" };
    case "set-receivers":
      return {
        what: `Set ${count(step.channelIds.length, "receiver")}`,
        why: `receiver first, then the pack: ${who}`,
      };
    case "sync-pack":
      return {
        what: `Sync ${names.pack(first)} to ${mhz(step.frequencyHz)}`,
        why:
          step.packHz === null
            ? `${who}: it has not been matched yet`
            : `${who}: it still sends on ${formatMhz(step.packHz)}`,
      };
    case "pair-pack":
      return {
        what: `Pair ${names.pack(first)}`,
        why: `${who}: pack and receiver must know each other`,
      };
    case "store-pack":
      return {
        what: `Store ${mhz(step.frequencyHz)} on ${names.pack(first)}`,
        why: `${who}: its number blinks, and is lost when it is switched off`,
      };
    case "swap-pack":
      return {
        what: `Give ${who} another pack`,
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
            what: `Unmute ${names.pack(first)}, or plug its microphone`,
            why: `${who}: RF is there, audio is not`,
          }
        : step.what === "one-antenna"
          ? {
              what: `Look at the antennas of ${who}’s receiver`,
              why: `${who}: only one of the two hears the pack`,
            }
          : step.what === "seen" && step.seen
            ? {
                what: `See to ${who}: ${proofFaultWords(step.seen.part, step.seen.outcome)}`,
                why: "the proof showed it; “What is wrong?” finds the cause",
              }
            : {
                what: `Look at ${names.pack(first)}: on, cells, antenna`,
                why: `${who}: no RF with the pack on`,
              };
    case "two-on":
      return {
        what: `Switch one of ${who}’s packs off`,
        why: "both are on the air on one frequency: neither is heard",
      };
    case "prove":
      return {
        what: `Prove ${who}`,
        why: step.again
          ? "something came between: part of the proof is to be seen again"
          : "pack off: no RF; pack on: RF and audio",
      };
    case "level":
      return {
        what: `Set levels for ${who}`,
        why: {
          none: "no gain set yet",
          "voice-changed": "the voice changed since",
          clips: "peaks clip as it is set",
          "off-aim": "kept off its own aim",
        }[step.why],
      };
    case "place":
      return {
        what: `Check range for ${who}`,
        why: {
          none: "not checked at this place yet",
          stale: "the place, what is known of it, or the frequency changed since",
          thin: "too little in hand for where they go",
          dropped: "it dropped when it was walked",
          "walk-again": "it dropped before; only another walk tells whether that helped",
          overload: "too strong at the receiver",
        }[step.why],
      };
    case "draw-walk":
      return {
        what: `Draw a walk for ${who}`,
        why: "the plan of this place has none, and range is checked along one",
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
        what: `Move to the ${names.place(step.placeId).toLowerCase()}`,
        why:
          step.atMs <= nowMs
            ? `work there began at ${formatClock(step.atMs)}`
            : `work there begins at ${formatClock(step.atMs)}`,
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
    return `${ready === 1 ? "The one channel is" : `All ${numberWord(ready)} channels are`} ready at the ${placeName.toLowerCase()}`;
  if (ready === 0)
    return `${capital(count(states.length, "channel"))} to make ready at the ${placeName.toLowerCase()}`;
  return `${capital(count(ready, "channel"))} of ${numberWord(states.length)} ready at the ${placeName.toLowerCase()}`;
}
