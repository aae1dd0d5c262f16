import type { Finding } from "~/core/audio/voiceFindings";
import type {
  EarLamp,
  EarSound,
  GainAdvice,
  SeenAndHeard,
  SetByEar,
} from "~/core/audio/gainAdvice";
import type { MeterReading } from "~/core/audio/meterReading";
import type { MicPlaceEffect } from "~/core/audio/micPlace";
import type { LevelAimName, School } from "~/core/audio/recommend";
import type { WavError, WavWarning } from "~/core/audio/wav";
import { WAV_LIMITS } from "~/core/audio/wav";
import type { LevelSource } from "~/core/channel/facts";
import type { LevelTrap } from "~/core/kit/levelTraps";
import { MIC_POWER_WORDS } from "./kit";
import type { ControlScale } from "~/core/kit/models";
import {
  capital,
  count,
  formatDb,
  formatDbfs,
  formatDuration,
  listWords,
  numberWord,
} from "./format";

/** The table of levels. */
export const LEVEL = {
  label: "Channels",
  pack: "Pack",
  peaks: "Peaks",
  state: "State",
} as const;
export const levelsHeadline = (
  set: number,
  all: number,
  fault: { talker: string; words: string } | null,
): string => {
  if (all === 0) return "No channels yet";
  const done =
    set === 0
      ? all === 1
        ? "Level not set yet"
        : "No levels set yet"
      : set === all
        ? all === 1
          ? "Level set"
          : `Levels set for all ${numberWord(all)}`
        : `Levels set for ${numberWord(set)} of ${numberWord(all)}`;
  return fault === null
    ? done
    : `${fault.talker}: ${fault.words}${set === 0 ? "" : `; ${numberWord(set)} of ${numberWord(all)} set`}`;
};
export const keptLevelWords = (talker: string): string => `Level saved for ${talker}.`;

export function wavErrorWords(error: WavError | { code: "stopped" }): string {
  switch (error.code) {
    case "not-wav":
      return "This is not a WAV file: it does not start with RIFF or RF64.";
    case "no-format":
      return "The WAV file does not say how its sound is encoded. Its header may be cut off.";
    case "no-data":
      return "The WAV file has no sound in it.";
    case "no-samples":
      return "The WAV file has no samples.";
    case "encoding-unknown":
      return `The WAV file uses an encoding that cannot be read (kind ${error.formatTag}, ${error.bits} bits): 16, 24 and 32-bit integers and 32-bit floats can be read.`;
    case "tracks-outside":
      return `The WAV file has ${count(error.tracks, "track")}: 1 to ${WAV_LIMITS.tracks} can be read.`;
    case "rate-outside":
      return `The WAV file has ${error.sampleRateHz} samples a second: ${WAV_LIMITS.lowestRateHz} to ${WAV_LIMITS.highestRateHz} can be read.`;
    case "block-wrong":
      return `The WAV file is damaged: its frames have ${error.blockBytes} bytes, and its tracks need ${error.wanted}.`;
    case "nothing-usable":
      return "No sample in the WAV file is a number.";
    case "stopped":
      return "Stopped. Nothing was saved.";
  }
}

export function wavWarningWords(warning: WavWarning): string {
  switch (warning.code) {
    case "truncated":
      return `The file ends too early: ${count(warning.missingFrames, "frame")} are missing. The rest was measured.`;
    case "size-wrong":
      return "The file's header gives a different size, as after a power cut. What is there was measured.";
    case "odd-end":
      return "The last frame is incomplete and was skipped.";
    case "not-numbers":
      return `${count(warning.samples, "sample")} are not numbers and count as silence.`;
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
      return "Noise, but no voice: plug in, unmute, or speak.";
    case "clips":
      return `${count(finding.samples, "sample")} reach full scale: lower the last gain that is too hot.`;
    case "pressed":
      return `The peaks all stop at ${formatDbfs(finding.atDbfs)}: the pack limits, or something clips before the recorder.`;
    case "hum":
      return `${finding.mainsHz} Hz hum at ${formatDbfs(finding.levelDbfs)}, ${formatDb(finding.belowVoiceDb)} below the voice: look for a cable beside mains, or an unbalanced connection.`;
    case "rub":
      return `Cloth rubs, at ${times(finding.timesS)}: tape down both the cloth and the cable, and leave a loop.`;
    case "bumps":
      return `Knocks, at ${times(finding.timesS)}: something hits the microphone or its cable.`;
    case "dull":
      return `Dull by ${formatDb(finding.byDb)}: under the chin, under cloth, or the head turned away. Lower it to just below where the chin touches.`;
    case "thin":
      return `Thin by ${formatDb(finding.byDb)}: too far from the mouth, or a low cut.`;
    case "automatic-gain":
      return `The pauses rise by ${formatDb(finding.riseDb)} while no one speaks: an automatic gain is on.`;
    case "noisy":
      return `The voice is only ${formatDb(finding.snrDb)} above the noise: move nearer to the mouth, or somewhere quieter.`;
    case "offset":
      return `The waveform is ${(finding.share * 100).toFixed(1)} % off centre: check the input or its converter.`;
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
      return "No sound: check that the pack is on, unmuted and plugged in.";
    case "wrong-level":
      return `${formatDb(Math.abs(advice.offDb))} ${advice.offDb > 0 ? "louder" : "quieter"} than this chain can give: ${advice.offDb > 0 ? "line level goes into a microphone input" : "microphone level goes into a line input"}. Change that switch before any gain.`;
    case "pack-hides":
      return `The pack clipped, so the level is not known: ${names.pack} from ${show("pack", advice.fromDb)} to ${show("pack", advice.toDb)}, and say it again.`;
    case "leave":
      return `Leave everything as it is: peaks at ${formatDbfs(advice.peakDbfs)}, ${formatDb(advice.packHeadroomDb)} free at the pack.`;
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
    veiled: "Distant and dull: raise it.",
    body: "It has body. Raise it until the light blinks on the odd loud sound.",
    stop: "The light blinks on the loudest sounds but does not stay on: stop here.",
    back: "The light stays on and loud sounds clip: go back one step.",
  })[verdict];

export const EAR_LAMP_WORDS: Readonly<Record<EarLamp, string>> = {
  dark: "stays dark",
  blinks: "blinks on the loudest",
  holds: "holds",
  "no-lamp": "no light, or not seen",
};
export const EAR_SOUND_WORDS: Readonly<Record<EarSound, string>> = {
  far: "distant and noisy",
  right: "full and clean",
  crushed: "crushed or crackling",
};

/** What was seen and heard, as it is kept. */
export const seenAndHeardWords = ({ lamp, sound }: SeenAndHeard): string =>
  `by ear: light ${EAR_LAMP_WORDS[lamp]}, sounds ${EAR_SOUND_WORDS[sound]}`;

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
      return `“${name}” is larger than ${error.mostMb} MB. Use a shorter clip, or its sound as a WAV of any length. Nothing was saved.`;
    case "not-decoded":
      return `This browser cannot read the sound of “${name}”. Use a WAV, or read the meter and type its figure. Nothing was saved.`;
    case "silent":
      return `“${name}” has no sound in it.`;
  }
};

/** What a compressed sound does to the figures. */
export const COMPRESSED_WORDS = "The sound in that file is compressed: peaks may be a decibel off.";

export function trapWords(
  trap: LevelTrap,
  names: { pack: string; receiver: string; input: string },
): string {
  switch (trap.code) {
    case "auto-gain":
      return `${capital(trap.where === "pack" ? names.pack : names.input)} starts with automatic gain: set it to manual, or it raises the background in every pause.`;
    case "phantom":
      return trap.want === "off"
        ? `Phantom power off at ${names.input}: ${names.receiver}’s output could be damaged.`
        : trap.want === "on"
          ? `Phantom power on at ${names.input}: it is what switches ${names.receiver} on.`
          : `${names.receiver} and ${names.input} do not go together because of phantom power. Use an isolating cable between them.`;
    case "joint":
      return trap.loses === null
        ? `${names.receiver} is unbalanced, ${names.input} balanced: use the cable that joins its cold leg to ground.`
        : `${names.input} is unbalanced: half the level ${formatDb(trap.loses)}, is lost.`;
    case "level-kind":
      return trap.plays === "line"
        ? `${names.receiver} sends line level to a microphone input: turn its output down, or use a line input.`
        : `${names.receiver} sends microphone level to a line input: turn its output up, or use a microphone input.`;
    case "pad-left":
      return `The pack stands ${formatDb(trap.byDb)} below what this voice needs, as for a line source: is a pad switched in?`;
    case "shared-input":
      return `${listWords(trap.talkers)} share one input: one fader for ${trap.talkers.length === 2 ? "both" : "all"}, and no way to separate them later.`;
    case "mic-power":
      return `This microphone needs ${MIC_POWER_WORDS[trap.needs]}, and ${names.pack} gives ${MIC_POWER_WORDS[trap.gives]}: it will be silent or thin.`;
    case "loudspeakers":
      return "Live loudspeakers play here: an omni microphone howls. Take a directional one, or keep it far from them.";
    case "talks-back":
      return `${names.receiver} transmits too, to talk to its pack. Use the best cable, and keep it off the antennas. A buzz here is the cable, not the radio.`;
    case "turned-away":
      return "A cardioid must point at the mouth, and stay so.";
  }
}

export const micPlaceWords = ({ verdict, levelDb, trebleDb }: MicPlaceEffect): string => {
  const costs = `${formatDb(Math.round(levelDb * 10) / 10)}, treble ${formatDb(-Math.round(trebleDb * 10) / 10)}`;
  return {
    "chin-shadow": `In the shadow of the chin: ${costs}. Lower it.`,
    right: `Just below where the chin touches: ${costs}.`,
    low: `Low on the chest: ${costs}; more room sound.`,
    "far-down": `Too far down: ${costs}; thin and distant.`,
  }[verdict];
};

/** What the meter of an input shows of this voice. */
export function meterReadingWords(input: string, r: MeterReading): string {
  const on = `On the meter of ${input}`;
  switch (r.meter) {
    case "dbfs":
      return `${on}: an ordinary line about ${formatDbfs(r.averageDbfs)}, the loudest peaks ${formatDbfs(r.loudestPeakDbfs)}.`;
    case "vu":
      if (r.isOff === "below") return `${on}: an ordinary line hardly moves the needle.`;
      if (r.isOff === "beyond") return `${on}: an ordinary line goes past the end of the scale.`;
      return `${on}: an ordinary line around ${signedWords(r.averageVu)} VU. Peaks do not show.`;
    case "bars":
      return r.isFull
        ? `${on}: the loudest lines light the last bar. Turn it down.`
        : `${on}: the loudest lines stay below the last bar.`;
  }
}
const signedWords = (n: number): string => (n < 0 ? `−${-n}` : n > 0 ? `+${n}` : "0");
