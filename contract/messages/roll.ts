import type { Attention } from "~/core/monitor/channelWatch";
import type { HitAnswerKind } from "~/core/monitor/hitAnswers";
import type { HitReason } from "~/core/monitor/hitCause";
import type { HitCause } from "~/core/monitor/hitCauses";
import { causeGrade, type HitObservation } from "~/core/monitor/hitObservation";
import { formatDb, formatDbm, formatDuration, formatSpan, listWords, mhz } from "./format";

const CAUSES: Readonly<Record<HitCause, string>> = {
  neighbour: "somebody on the frequency",
  product: "a product of others falls onto it",
  noise: "noise over the frequency",
  fade: "a fade: too far, or a bad spot",
  "in-the-way": "something in the way: a body, a hull, skin on the antenna",
  "one-antenna": "one antenna hears nothing",
  overload: "too strong: the pack is too near",
  cells: "the cells are at their end",
  "switched-off": "the pack was switched off",
  muted: "the pack is muted",
  microphone: "the microphone is out, or its lead",
  "not-radio": "not the radio: cloth, a lead, the microphone",
};

/** What it was, in a few words. @param cause - null where nothing was read that tells it */
export const hitCauseWords = (cause: HitCause | null): string =>
  cause === null ? "called; cause not known" : CAUSES[cause];

const percent = (share: number): string => `${Math.round(share * 100)} of 100`;
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
    heard ? `heard ${HEARD_WORDS[heard]}` : "nothing noted of the sound",
    meter ? `RF meter ${METER_WORDS[meter]}` : "RF meter not seen",
    pack ? `pack ${PACK_SHOWED_WORDS[pack]}` : "pack not seen",
  ].join("; ");

/** Alarms of the last minutes, as evidence of a hit. */
const LATELY_WORDS: Readonly<Record<string, string>> = {
  gone: "nothing was heard of it",
  spoiled: "the link was bad though the level was good",
  "noise-rose": "the noise around it rose",
  overload: "it was too strong",
  dropout: "it dropped out",
  "one-antenna": "one antenna was down",
  muted: "it was muted",
  "cells-now": "its batteries were at their end",
  "cells-soon": "its batteries were low",
};

/** Why, or why not. */
export function hitReasonWords(r: HitReason): string {
  switch (r.code) {
    case "spoiled-though-strong":
      return `the link was bad for ${percent(r.share)} of the last seconds though the level was good`;
    case "level-fell":
      return `the level fell by ${formatDb(r.db)}`;
    case "level-kept":
      return "the level stayed where it usually is";
    case "fades-deep":
      return `both antennas went under at once, ${percent(r.underShare)} of the time, and came back`;
    case "steady-loss":
      return `it lies ${formatDb(r.db)} under its usual, and stays there`;
    case "gone":
      return `nothing was heard for ${r.seconds.toFixed(1)} s${r.sudden === null ? " at least" : r.sudden ? ", from one moment to the next" : ", after it had grown weak"}`;
    case "newcomer-near":
      return `somebody came on the air at ${mhz(r.frequencyHz)}, ${formatSpan(r.offHz)} away, ${formatDbm(r.levelDbm)}`;
    case "no-newcomer":
      return `the last look, ${formatDuration(r.ageMs)} ago, shows nobody new near it`;
    case "product-falls":
      return `a product of ${listWords(r.sources)} falls ${formatSpan(r.missHz)} from it`;
    case "floor-rose":
      return `the air around it rose by ${formatDb(r.db)}`;
    case "others-too":
      return `${r.count} other ${r.count === 1 ? "channel was" : "channels were"} bad at the same time`;
    case "others-clean":
      return "the other channels were clean";
    case "branch-down":
      return `antenna ${r.antenna} lies ${formatDb(r.db)} under the other${r.othersToo ? ", on the receiver’s other half too" : ""}`;
    case "overloads":
      return `the receiver was overloaded for ${percent(r.share)} of the time${r.byDb !== undefined && r.byDb >= 1 ? `, by ${formatDb(r.byDb)} at the most` : ""}`;
    case "near-overload":
      return `only ${formatDb(r.db)} are left to overload`;
    case "cells-low":
      return `its cells have about ${formatDuration(r.hours * 3_600_000)} left${r.isWeak ? ": weaker than their hours would have it" : ""}`;
    case "cells-fine":
      return `its cells have ${formatDuration(r.hours * 3_600_000)} left`;
    case "tells-muted":
      return "the pack says that it is muted";
    case "rf-no-audio":
      return `RF is there, and no voice for ${r.seconds.toFixed(0)} s`;
    case "link-fine":
      return "level and link were as always";
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
      return { what: "Retune", how: "one pack only; everybody else stays" };
    case "power-up":
      return { what: "More power", how: "its cells last less long" };
    case "power-down":
      return { what: "Less power", how: "at the pack; its cells last longer" };
    case "nearer":
      return {
        what: "Antennas nearer, in sight",
        how: "or higher, away from metal: Range shows what each would bring",
      };
    case "turn-pack":
      return {
        what: "Turn the pack, or move it",
        how: "to the side of the receiver; ask before you touch",
      };
    case "sleeve":
      return {
        what: "A sleeve on the antenna",
        how: "off the skin by a few millimetres; ask before you touch",
      };
    case "stand-back":
      return { what: "Stand back from the antennas", how: "or a pad at the receiver" };
    case "change-cells":
      return { what: "Fresh cells", how: "off first; the right way round; on again after" };
    case "switch-on":
      return { what: "Switch the pack on", how: "and lock it or tape its switch" };
    case "unmute":
      return { what: "Take the mute off", how: "at the pack" };
    case "microphone":
      return { what: "Plug the microphone in", how: "at the pack; wiggle its lead" };
    case "antenna":
      return { what: "Look at that antenna", how: "screwed on, lead whole, of the right block" };
    case "re-rig":
      return {
        what: "Rig it again",
        how: "between takes: cloth, tape, lead; ask before you touch",
      };
    case "nothing-found":
      return { what: "Nothing found", how: "looked at, and everything holds" };
    case "leave":
      return { what: "Leave it", how: "noted with its time, for the edit" };
  }
}

/** What needs a hand: a word or two for the row, and the rest. */
export function attentionWords(a: Attention): { short: string; long: string } {
  switch (a.code) {
    case "stalled":
      return {
        short: "no readings",
        long: `nothing was read for ${(a.forMs / 1000).toFixed(0)} s: what is drawn is old`,
      };
    case "gone":
      return { short: "gone", long: `nothing heard for ${a.seconds.toFixed(0)} s` };
    case "spoiled":
      return {
        short: "spoiled",
        long: "the level is good and the link is not: somebody, or something, is on it",
      };
    case "overload":
      return {
        short: "too strong",
        long: "the receiver is overloaded: less power, or farther off",
      };
    case "noise-rose":
      return {
        short: "noise",
        long: `the last look at the air shows ${formatDb(a.db)} more noise around it than at first`,
      };
    case "cells-now":
      return {
        short: "cells now",
        long: `about ${formatDuration(Math.max(0, a.hours) * 3_600_000)} left: change when this take ends`,
      };
    case "cells-soon":
      return {
        short: a.isWeak ? "weak cells" : "cells soon",
        long: `about ${formatDuration(Math.max(0, a.hours) * 3_600_000)} left${a.isWeak ? ", less than their hours would have it" : ""}`,
      };
    case "muted":
      return { short: "muted", long: "the pack says that it is muted" };
    case "silent":
      return { short: "silent", long: `RF, and no voice for ${a.seconds} s` };
    case "dropouts":
      return {
        short:
          a.mutedCount > 0
            ? a.mutedCount === 1
              ? "a dropout"
              : `${a.mutedCount} dropouts`
            : "noisy",
        long:
          a.count > a.mutedCount
            ? `noise in the voice ${a.count - a.mutedCount === 1 ? "once" : `${a.count - a.mutedCount} times`} in the last minute`
            : "in the last minute",
      };
    case "thin":
      return {
        short: "thin",
        long: `${a.marginDb < 0 ? "under" : "only"} ${formatDb(Math.abs(a.marginDb))} in hand at the worst of ten seconds`,
      };
    case "fallen":
      return { short: "weaker", long: `${formatDb(a.db)} under what it usually is here` };
    case "one-antenna":
      return { short: `antenna ${a.antenna} low`, long: `${formatDb(a.db)} under the other` };
    case "retuning":
      return {
        short: "retuning",
        long: "between two frequencies: it is judged again once its pack has followed and is proved",
      };
    case "not-ours":
      return {
        short: "not ours",
        long: "RF, and not our pack: somebody else, or its pilot is lost",
      };
  }
}
