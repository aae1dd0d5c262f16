import type { Attention } from "~/core/monitor/channelWatch";
import type { HitAnswerKind } from "~/core/monitor/hitAnswers";
import type { HitReason } from "~/core/monitor/hitCause";
import type { HitCause } from "~/core/monitor/hitCauses";
import { causeGrade, type HitObservation } from "~/core/monitor/hitObservation";
import {
  capital,
  count,
  formatDb,
  formatRfLevel,
  formatDuration,
  formatSpan,
  listWords,
  mhz,
  numberWord,
} from "./format";

/** The screen that stays open while it rolls. */
export const ROLL = {
  label: "Channels",
  mhz: "MHz",
  change: "Change",
  soundOn: "Alarm sound: on",
  soundOff: "Alarm sound: off",
  history: "RF, both antennas",
  margin: "Margin",
  voice: "Voice",
  battery: "Battery",
  state: "State",
  ok: "OK",
  off: "off",
  waiting: "waiting",
  ownMeter: "Watch the receiver’s own meter.",
  checkDue: "check due",
  changeAt: "change at",
  hit: "Log interference",
  nobody: "No channel yet. Add talent under Locations & talent, or import the scenes.",
  away: "The cart does not answer. What you see is old; the screen keeps asking.",
} as const;

/** The first line, where no channel is what it tells. */
export const ROLL_HEADLINES = {
  nobody: "No channel yet",
  manual: "Manual: nothing is connected",
  over: "Not rolling any more",
  ready: "Ready to roll",
  listening: "Listening to the receivers",
  silent: "The receivers do not answer",
} as const;
export const ROLL_SUBLINES = {
  manual: "Log interference, notes and batteries: press H, then the channel number.",
  before: "Rolling starts as soon as a receiver answers.",
} as const;
export const endedWords = (at: string): string =>
  `Ended ${at}. The log and the report keep it all.`;
export const rollingWords = (
  since: string,
  old: { isOld: true; ago: string | null } | null,
): string =>
  `Rolling since ${since}. ${old === null ? "The trace narrows as the margin shrinks: antenna A up, B down." : old.ago === null ? "No reading yet." : `Last reading ${old.ago} ago: what you see is old.`}`;

interface Named {
  talker: string;
  words: string;
}
const namedWords = (of: readonly Named[]): string =>
  of.length <= 2
    ? of.map((n) => `${n.talker}: ${n.words}`).join(", ")
    : `${of[0]?.talker}: ${of[0]?.words}, ${of.length - 1} more`;

/** The screen in one line: who needs a hand, who is to be watched, else who is OK. */
export function rollHeadline(p: {
  bad: readonly Named[];
  watch: readonly Named[];
  ok: number;
  all: number;
}): string {
  if (p.bad.length > 0) return capital(namedWords(p.bad));
  if (p.watch.length > 0)
    return `${p.ok === 0 ? "" : `${numberOk(p.ok, p.all)}; `}${p.ok === 0 ? "Watch" : "watch"} ${namedWords(p.watch)}`;
  return p.ok === 0
    ? p.all === 1
      ? "The pack is off"
      : "All packs are off"
    : numberOk(p.ok, p.all);
}
const numberOk = (ok: number, all: number): string =>
  ok === all && ok > 1 ? `All ${numberWord(ok)} OK` : `${capital(count(ok, "channel"))} OK`;

export const historyWords = (talker: string, seconds: number, marginDb: number | null): string =>
  `${talker}: RF over the last ${seconds} seconds, ${marginDb === null ? "margin not known" : `${formatDb(marginDb)} to spare at the worst of ten seconds`}`;
/** What is known of a battery, and when it is changed. */
export const batteryLeftWords = (
  left: string | null,
  volts: number | null,
  changeAt: string | null,
): string =>
  [
    left === null
      ? "Battery not known"
      : `Battery: ${left} left, ${volts === null ? "by the clock" : `${volts.toFixed(2)} V`}`,
    changeAt === null ? "" : `change at ${changeAt}`,
  ]
    .filter((part) => part !== "")
    .join("; ");
/** What came of a hit that was closed. */
export const closedWords = (p: {
  fault: string | null;
  version: number | null;
  isVerified: boolean;
}): string =>
  p.fault !== null
    ? `Not verified: ${p.fault}. It stays open.`
    : p.version === null
      ? "Saved: OK again."
      : `${p.isVerified ? "Verified" : "Retuned, not verified"}. Plan ${p.version} is in use.`;
export const notKeptWords = (why: string): string =>
  `New readings cannot be saved (${why}). Earlier ones are unharmed. Free some disk space, or close what holds the data file.`;
export const waitsWords = (at: string, talker: string): string => `${at} ${talker} waits`;

const CAUSES: Readonly<Record<HitCause, string>> = {
  neighbour: "another transmitter on the frequency",
  product: "intermod of others on the frequency",
  noise: "noise on the frequency",
  fade: "fading: too far, or a bad spot",
  "in-the-way": "something in the way: a body, a hull, skin on the antenna",
  "one-antenna": "one antenna receives nothing",
  overload: "too strong: the pack is too near",
  cells: "the batteries are empty",
  "switched-off": "the pack was switched off",
  muted: "the pack is muted",
  microphone: "the microphone or its cable is unplugged",
  "not-radio": "not the radio: cloth, a cable, the microphone",
};

/** What it was, in a few words. @param cause - null where nothing was read that tells it */
export const hitCauseWords = (cause: HitCause | null): string =>
  cause === null ? "logged; cause not known" : CAUSES[cause];

const percent = (share: number): string => `${Math.round(share * 100)} %`;
export const shareWords = percent;

/**
 * How sure a judgement is, in a word: its weights were found on simulated faults, so that a figure
 * would say more than anybody knows.
 */
export const likelihoodWord = (share: number): "likely" | "possible" | "unlikely" =>
  causeGrade(share) ?? "unlikely";

const GRADES = { likely: "Likely", possible: "Possibly" } as const;

/** "Likely the pack is muted"; null where it is too unlikely to be told. */
export function gradedCauseWords(cause: HitCause, share: number): string | null {
  const grade = causeGrade(share);
  return grade && `${GRADES[grade]} ${hitCauseWords(cause)}`;
}

type Observed = HitObservation;
export const HEARD_WORDS: Readonly<Record<NonNullable<Observed["heard"]>, string>> = {
  fizz: "fizz or crackle",
  swish: "swishes",
  rustle: "rustle",
  silence: "silence",
  "another-voice": "another voice",
};
export const METER_WORDS: Readonly<Record<NonNullable<Observed["meter"]>, string>> = {
  stayed: "stayed up",
  fell: "fell or flickered",
  gone: "went out",
  "one-antenna": "one antenna only",
  red: "overload",
};
export const PACK_SHOWED_WORDS: Readonly<Record<NonNullable<Observed["pack"]>, string>> = {
  fine: "on, as set",
  low: "battery low",
  off: "off or blank",
  muted: "muted",
};

/** What was noticed, in a line: "heard rustle; RF meter stayed up; pack not looked at". */
export const observationWords = ({ heard, meter, pack }: Observed): string =>
  [
    heard ? `heard ${HEARD_WORDS[heard]}` : "sound not noted",
    meter ? `RF meter ${METER_WORDS[meter]}` : "RF meter not seen",
    pack ? `pack ${PACK_SHOWED_WORDS[pack]}` : "pack not seen",
  ].join("; ");

/** Alarms of the last minutes, as evidence of a hit. */
const LATELY_WORDS: Readonly<Record<string, string>> = {
  gone: "no RF from it",
  spoiled: "interference: bad link, strong RF",
  "noise-rose": "the noise around it rose",
  overload: "it was too strong",
  dropout: "it dropped out",
  "one-antenna": "one antenna was down",
  muted: "it was muted",
  "cells-now": "its batteries were empty",
  "cells-soon": "its batteries were low",
};

/** Why, or why not. */
export function hitReasonWords(r: HitReason): string {
  switch (r.code) {
    case "spoiled-though-strong":
      return `the link was bad for ${percent(r.share)} of the last seconds though RF was strong`;
    case "level-fell":
      return `the level fell by ${formatDb(r.db)}`;
    case "level-kept":
      return "the level stayed normal";
    case "fades-deep":
      return `both antennas dropped at once, ${percent(r.underShare)} of the time, and came back`;
    case "steady-loss":
      return `it lies ${formatDb(r.db)} below normal, and stays there`;
    case "gone":
      return `no RF for ${r.seconds.toFixed(1)} s${r.sudden === null ? " at least" : r.sudden ? ", suddenly" : ", after it got weak"}`;
    case "newcomer-near":
      return `new carrier at ${mhz(r.frequencyHz)}, ${formatSpan(r.offHz)} away, ${formatRfLevel(r.levelDbm)}`;
    case "no-newcomer":
      return `the last sweep, ${formatDuration(r.ageMs)} ago, shows no new carrier near it`;
    case "product-falls":
      return `intermod of ${listWords(r.sources)} falls ${formatSpan(r.missHz)} from it`;
    case "floor-rose":
      return `the noise around it rose by ${formatDb(r.db)}`;
    case "others-too":
      return `${r.count} other ${r.count === 1 ? "channel was" : "channels were"} bad at the same time`;
    case "others-clean":
      return "the other channels were clean";
    case "branch-down":
      return `antenna ${r.antenna} lies ${formatDb(r.db)} below the other${r.othersToo ? ", on the receiver’s other channel too" : ""}`;
    case "overloads":
      return `the receiver was overloaded for ${percent(r.share)} of the time${r.byDb !== undefined && r.byDb >= 1 ? `, by ${formatDb(r.byDb)} at the most` : ""}`;
    case "near-overload":
      return `only ${formatDb(r.db)} below overload`;
    case "cells-low":
      return `its batteries have about ${formatDuration(r.hours * 3_600_000)} left${r.isWeak ? ", less than the hours say" : ""}`;
    case "cells-fine":
      return `its batteries have ${formatDuration(r.hours * 3_600_000)} left`;
    case "tells-muted":
      return "the pack reports that it is muted";
    case "rf-no-audio":
      return `RF, but no voice for ${r.seconds.toFixed(0)} s`;
    case "link-fine":
      return "level and link were normal";
    case "lately":
      return `${LATELY_WORDS[r.trouble] ?? r.trouble} ${r.agoMs < 60_000 ? `${Math.round(r.agoMs / 1000)} s` : formatDuration(r.agoMs)} ago`;
    case "tried":
      return `tried: ${hitAnswerWords(r.answer).what.toLowerCase()}`;
    case "heard":
      return `heard: ${HEARD_WORDS[r.heard]}`;
    case "meter-did":
      return `RF meter: ${METER_WORDS[r.meter]}`;
    case "pack-showed":
      return `pack: ${PACK_SHOWED_WORDS[r.pack]}`;
  }
}

/** What an answer is called on its button; what it costs, or how it is done, in a second line. */
export function hitAnswerWords(kind: HitAnswerKind): { what: string; how: string } {
  switch (kind) {
    case "retune":
      return { what: "Retune", how: "one pack only; all others stay" };
    case "power-up":
      return { what: "More power", how: "its batteries run down faster" };
    case "power-down":
      return { what: "Less power", how: "at the pack; its batteries last longer" };
    case "nearer":
      return {
        what: "Antennas nearer, in sight",
        how: "or higher, away from metal; Range shows the gain",
      };
    case "turn-pack":
      return {
        what: "Turn the pack, or move it",
        how: "towards the receiver; ask before you touch",
      };
    case "sleeve":
      return {
        what: "A sleeve on the antenna",
        how: "off the skin by a few millimetres; ask before you touch",
      };
    case "stand-back":
      return { what: "Stand back from the antennas", how: "or use an attenuator" };
    case "change-cells":
      return { what: "New batteries", how: "off first; the right way round; on again after" };
    case "switch-on":
      return { what: "Switch the pack on", how: "and lock it or tape its switch" };
    case "unmute":
      return { what: "Unmute", how: "at the pack" };
    case "microphone":
      return { what: "Plug in the microphone", how: "at the pack; wiggle its cable" };
    case "antenna":
      return { what: "Check that antenna", how: "screwed on, cable whole, right block" };
    case "re-rig":
      return {
        what: "Rig it again",
        how: "between takes: cloth, tape, cable; ask before you touch",
      };
    case "nothing-found":
      return { what: "Nothing found", how: "checked, all OK" };
    case "leave":
      return { what: "Leave it", how: "logged for the edit" };
  }
}

/** What needs a hand: a word or two for the row, and the rest. */
export function attentionWords(a: Attention): { short: string; long: string } {
  switch (a.code) {
    case "stalled":
      return {
        short: "no readings",
        long: `No reading for ${(a.forMs / 1000).toFixed(0)} s: what you see is old.`,
      };
    case "gone":
      return { short: "no RF", long: `No RF for ${a.seconds.toFixed(0)} s.` };
    case "spoiled":
      return {
        short: "interference",
        long: "RF is strong, but the link is bad. Another transmitter is on the frequency.",
      };
    case "overload":
      return {
        short: "too strong",
        long: "The receiver is overloaded. Lower the pack’s power, or move it farther away.",
      };
    case "noise-rose":
      return {
        short: "noise",
        long: `Noise around the frequency has risen by ${formatDb(a.db)}.`,
      };
    case "cells-now":
      return {
        short: "battery now",
        long: `About ${formatDuration(Math.max(0, a.hours) * 3_600_000)} left. Change the batteries after this take.`,
      };
    case "cells-soon":
      return {
        short: a.isWeak ? "weak battery" : "battery soon",
        long: `About ${formatDuration(Math.max(0, a.hours) * 3_600_000)} left${a.isWeak ? ", less than the hours say" : ""}.`,
      };
    case "muted":
      return { short: "muted", long: "The pack reports that it is muted." };
    case "silent":
      return { short: "no audio", long: `RF, but no audio for ${a.seconds} s.` };
    case "dropouts":
      return {
        short:
          a.mutedCount > 0
            ? a.mutedCount === 1
              ? "1 dropout"
              : `${a.mutedCount} dropouts`
            : "noisy",
        long:
          a.count > a.mutedCount
            ? `Noise in the voice ${a.count - a.mutedCount === 1 ? "once" : `${a.count - a.mutedCount} times`} in the last minute.`
            : "In the last minute.",
      };
    case "thin":
      return {
        short: "weak",
        long:
          a.marginDb < 0
            ? `${formatDb(-a.marginDb)} too weak at the worst of ten seconds.`
            : `Only ${formatDb(a.marginDb)} to spare at the worst of ten seconds.`,
      };
    case "fallen":
      return { short: "weaker", long: `${formatDb(a.db)} weaker than usual here.` };
    case "one-antenna":
      return {
        short: `antenna ${a.antenna} low`,
        long: `${formatDb(a.db)} weaker than the other antenna.`,
      };
    case "retuning":
      return {
        short: "retuning",
        long: "Between two frequencies. It is watched again once its pack has followed and is verified.",
      };
    case "not-ours":
      return {
        short: "not ours",
        long: "RF, but not from our pack: another transmitter, or the pilot tone is lost.",
      };
  }
}

/** The RF history around a moment of the log. */
export const PAST_RF = {
  loading: "Loading",
  failed: "The cart does not answer. The readings are unharmed.",
  again: "Try again",
  none: "No reading then: it was not rolling, or it is less than ten seconds ago.",
  earlier: "Earlier",
  later: "Later",
  nearer: "Zoom in",
  farther: "Zoom out",
} as const;
