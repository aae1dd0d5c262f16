import type { Finding } from "~/core/audio/voiceFindings";
import type {
  EarLamp,
  EarSound,
  GainAdvice,
  SeenAndHeard,
  SetByEar,
} from "~/core/audio/gainAdvice";
import type { MicPlaceEffect } from "~/core/audio/micPlace";
import type { LevelAimName, School } from "~/core/audio/recommend";
import type { WavError, WavWarning } from "~/core/audio/wav";
import { WAV_LIMITS } from "~/core/audio/wav";
import type { LevelSource } from "~/core/channel/facts";
import type { LevelTrap } from "~/core/kit/levelTraps";
import { MIC_POWER_WORDS } from "./kit";
import type { ControlScale } from "~/core/kit/models";
import { capital, count, formatDb, formatDbfs, formatDuration, listWords } from "./format";

export function wavErrorWords(error: WavError | { code: "stopped" }): string {
  switch (error.code) {
    case "not-wav":
      return "That is not a wave file: neither RIFF nor RF64 stands at its start.";
    case "no-format":
      return "That wave file says nowhere how its sound is written; it may be cut off in its head.";
    case "no-data":
      return "That wave file has no sound in it.";
    case "no-samples":
      return "That wave file holds no samples.";
    case "encoding-unknown":
      return `That wave file is written in a way that is not read here (kind ${error.formatTag}, ${error.bits} bits): 16, 24 and 32-bit numbers are, and 32-bit floats.`;
    case "tracks-outside":
      return `That wave file tells of ${count(error.tracks, "track")}: from 1 to ${WAV_LIMITS.tracks} are read.`;
    case "rate-outside":
      return `That wave file has ${error.sampleRateHz} samples a second: from ${WAV_LIMITS.lowestRateHz} to ${WAV_LIMITS.highestRateHz} are read.`;
    case "block-wrong":
      return `That wave file is broken: its frames are said to have ${error.blockBytes} bytes, and its tracks need ${error.wanted}.`;
    case "nothing-usable":
      return "No sample of that wave file is a number.";
    case "stopped":
      return "Stopped. Nothing was kept of it.";
  }
}

export function wavWarningWords(warning: WavWarning): string {
  switch (warning.code) {
    case "truncated":
      return `The file ends too early: ${count(warning.missingFrames, "frame")} that it tells of are not there. What is there was measured.`;
    case "size-wrong":
      return "The file's head tells another size than it has, as after a power cut. What is there was measured.";
    case "odd-end":
      return "The last frame is not whole and was left out.";
    case "not-numbers":
      return `${count(warning.samples, "sample")} are no numbers and count as silence.`;
  }
}

const times = (list: readonly number[]): string =>
  `${listWords(list.slice(0, 4).map((s) => (s < 60 ? `${s.toFixed(1)} s` : formatDuration(s * 1000))))}${list.length > 4 ? " and on" : ""}`;

/** What stands out, and what to do about it. */
export function findingWords(finding: Finding): string {
  switch (finding.code) {
    case "silent":
      return "Nothing at all: is the pack on, and is this its track?";
    case "no-voice":
      return "Noise and no voice: plug in, unmute, or speak.";
    case "clips":
      return `${count(finding.samples, "sample")} stand at full scale: lower the last gain that is too hot.`;
    case "pressed":
      return `The peaks stand in a row at ${formatDbfs(finding.atDbfs)}: the pack’s limiter works, or it clips before the recorder.`;
    case "hum":
      return `${finding.mainsHz} Hz hum at ${formatDbfs(finding.levelDbfs)}, ${formatDb(finding.belowVoiceDb)} under the voice: look for a lead beside a mains cable, or an unbalanced way.`;
    case "rub":
      return `Cloth rubs, at ${times(finding.timesS)}: fix both the cloth and the lead, and leave a loop.`;
    case "bumps":
      return `Knocks, at ${times(finding.timesS)}: something strikes the microphone or its lead.`;
    case "dull":
      return `Dull by ${formatDb(finding.byDb)}: under the chin, under cloth, or the head turned away. Lower it to just below where the chin touches.`;
    case "thin":
      return `Thin by ${formatDb(finding.byDb)}: too far from the mouth, or a low cut.`;
    case "automatic-gain":
      return `The pauses grow by ${formatDb(finding.riseDb)} while nobody speaks: an automatic gain is on.`;
    case "noisy":
      return `The voice is only ${formatDb(finding.snrDb)} over the noise: nearer to the mouth, or a quieter place.`;
    case "offset":
      return `The wave stands ${(finding.share * 100).toFixed(1)} % off the middle: the input or its converter.`;
  }
}

export const SCHOOL_WORDS: Readonly<Record<School, string>> = {
  low: "low at the pack",
  hot: "hot at the pack",
};
export const AIM_WORDS: Readonly<Record<LevelAimName, string>> = {
  "minus-20": "−20 dBFS = +4 dBu",
  "minus-18": "−18 dBFS = 0 dBu",
};

/** Where a control stands, as the unit itself tells it.
 * @param stepsDb - every setting, to know its ends */
export function controlText(scale: ControlScale, db: number, stepsDb: readonly number[]): string {
  const [low, high] = [Math.min(...stepsDb), Math.max(...stepsDb)];
  const share = high > low ? (db - low) / (high - low) : 0;
  switch (scale) {
    case "db":
      return db > 0 ? `+${formatDb(db)}` : formatDb(db);
    case "sensitivity":
      return formatDb(db);
    case "attenuation":
      return db === 0 ? "no pad" : `pad ${formatDb(-db)}`;
    case "dial":
      return `dial ${Number((share * 10).toFixed(1))}`;
    case "clock":
      return clockText(share);
  }
}

/** A mark that goes from seven o'clock round to five. */
function clockText(share: number): string {
  const halfHours = Math.round(share * 20);
  const hour = ((7 + Math.floor(halfHours / 2) - 1) % 12) + 1;
  return halfHours % 2 === 0 ? `${hour} o’clock` : `half past ${hour}`;
}

/** Which control, how far, and what will be seen. @param show - a setting in the words of its unit */
export function gainAdviceWords(
  advice: GainAdvice,
  show: (control: "pack" | "receiver" | "input", db: number) => string,
  names: Readonly<Record<"pack" | "receiver" | "input", string>>,
): string {
  switch (advice.code) {
    case "nothing-heard":
      return "Nothing came through: see that the pack is on, unmuted and plugged.";
    case "wrong-level":
      return `${formatDb(Math.abs(advice.offDb))} ${advice.offDb > 0 ? "louder" : "quieter"} than the chain can be: ${advice.offDb > 0 ? "line level goes into a microphone input" : "microphone level goes into a line input"}. Change that switch before any gain.`;
    case "pack-hides":
      return `The pack’s edge hides how loud that was: ${names.pack} from ${show("pack", advice.fromDb)} to ${show("pack", advice.toDb)}, and say it again.`;
    case "leave":
      return `Leave everything: peaks at ${formatDbfs(advice.peakDbfs)}, ${formatDb(advice.packHeadroomDb)} free at the pack.`;
    case "turn": {
      const others = (["pack", "receiver", "input"] as const)
        .filter((k) => k !== advice.control)
        .map((k) => names[k]);
      return `${capital(names[advice.control])} from ${show(advice.control, advice.fromDb)} to ${show(advice.control, advice.toDb)}; ${advice.isEnough ? `leave ${listWords(others)}` : "then say it again"}. The loudest peaks will then stand at ${formatDbfs(advice.peakDbfs)}, with ${formatDb(advice.packHeadroomDb)} free at the pack.`;
    }
  }
}

export const earWords = (verdict: SetByEar): string =>
  ({
    veiled: "Far and veiled: raise it.",
    body: "It has body. Raise it until the lamp blinks on the odd loud sound.",
    stop: "The lamp blinks on the loudest and does not hold: stop here.",
    back: "The lamp holds, loud sounds are cut: back by a step.",
  })[verdict];

export const EAR_LAMP_WORDS: Readonly<Record<EarLamp, string>> = {
  dark: "stays dark",
  blinks: "blinks on the loudest",
  holds: "holds",
  "no-lamp": "no lamp, or not seen",
};
export const EAR_SOUND_WORDS: Readonly<Record<EarSound, string>> = {
  far: "far and noisy",
  right: "full and clean",
  crushed: "crushed or crackling",
};

/** What was seen and heard, as it is kept. */
export const seenAndHeardWords = ({ lamp, sound }: SeenAndHeard): string =>
  `by ear: lamp ${EAR_LAMP_WORDS[lamp]}, sounds ${EAR_SOUND_WORDS[sound]}`;

/** How a measured level came in. */
export const LEVEL_SOURCE_WORDS: Readonly<Record<LevelSource, string>> = {
  clip: "in a clip",
  practice: "in a practice line",
  microphone: "by this computer",
  meter: "read from the meter",
};

/** Why sound was not taken. */
export const clipErrorWords = (
  error: { code: "too-large"; mostMb: number } | { code: "not-decoded" } | { code: "silent" },
  name: string,
): string => {
  switch (error.code) {
    case "too-large":
      return `“${name}” is larger than ${error.mostMb} MB. Take a shorter clip, or its sound as a WAV: that may be any length. Nothing was kept of it.`;
    case "not-decoded":
      return `This browser cannot read the sound of “${name}”. Take it as a WAV, or read the meter and type its figure. Nothing was kept of it.`;
    case "silent":
      return `“${name}” has no sound in it.`;
  }
};

/** What a compressed sound does to the figures. */
export const COMPRESSED_WORDS =
  "The sound in that file is compressed: peaks may stand a decibel from what was recorded.";

export function trapWords(
  trap: LevelTrap,
  names: { pack: string; receiver: string; input: string },
): string {
  switch (trap.code) {
    case "auto-gain":
      return `${capital(trap.where === "pack" ? names.pack : names.input)} sets its gain by itself as it comes: set it to manual, or it drags the background up in every pause.`;
    case "phantom":
      return trap.want === "off"
        ? `Phantom power off at ${names.input}: ${names.receiver}’s output cannot take it.`
        : trap.want === "on"
          ? `Phantom power on at ${names.input}: it is what switches ${names.receiver} on.`
          : `${names.receiver} and ${names.input} do not go together: one gives or wants phantom power that the other cannot have. Put an isolating lead between them.`;
    case "joint":
      return trap.loses === null
        ? `${names.receiver} is unbalanced, ${names.input} balanced: use the lead that joins its cold leg to ground.`
        : `${names.input} is unbalanced: half the level, ${formatDb(trap.loses)}, is lost.`;
    case "level-kind":
      return trap.plays === "line"
        ? `${names.receiver} plays line level into a microphone input: turn its output down, or use a line input.`
        : `${names.receiver} plays microphone level into a line input: turn its output up, or use a microphone input.`;
    case "pad-left":
      return `The pack stands ${formatDb(trap.byDb)} under what this voice asks for, as for a line source: is a pad left in?`;
    case "shared-input":
      return `${listWords(trap.talkers)} play into one input: one fader for ${trap.talkers.length === 2 ? "both" : "all"}, and no way to part them afterwards.`;
    case "mic-power":
      return `That microphone lives on ${MIC_POWER_WORDS[trap.needs]}, and ${names.pack} gives ${MIC_POWER_WORDS[trap.gives]}: it will be silent, or thin.`;
    case "talks-back":
      return `${names.receiver} talks back to its pack, so it transmits too: the best lead there is, kept off its antennas. A buzz here is the lead, not the radio.`;
    case "turned-away":
      return "A cardioid: its open side must point at the mouth, and stay so.";
  }
}

export const micPlaceWords = ({ verdict, levelDb, trebleDb }: MicPlaceEffect): string => {
  const costs = `${formatDb(Math.round(levelDb * 10) / 10)}, treble ${formatDb(-Math.round(trebleDb * 10) / 10)}`;
  return {
    "chin-shadow": `In the chin’s shadow: ${costs}. Lower it.`,
    right: `Just below where the chin touches: ${costs}.`,
    low: `Low on the chest: ${costs}; the room comes forward.`,
    "far-down": `Too far down: ${costs}; thin and far.`,
  }[verdict];
};
