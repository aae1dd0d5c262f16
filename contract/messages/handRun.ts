import type { HandQuestion } from "~/core/channel/handRun";
import type { VerificationForm } from "~/core/channel/verificationParts";
import type { MeterFigureError, MeterScale } from "~/core/devices/meterFigure";

/** What each question of a run by hand is called over its column. */
export const QUESTION_NAMES: Readonly<Record<HandQuestion, string>> = {
  "receiver-shows": "Receiver",
  "pack-shows": "Pack",
  paired: "Paired",
  silent: "Silent",
  phones: "Phones",
  rf: "RF",
  antennas: "Antennas",
  partner: "Partner",
  voice: "Voice",
  mute: "Mute",
  far: "Recorder",
  kept: "Locked",
};

/** The units that a question is about, and the frequency as each of them shows it. */
export interface AskedUnits {
  receiver: string;
  pack: string;
  receiverTo: string;
  packTo: string;
  /** It chooses its own frequency and has a link light where others have a meter. */
  choosesItself?: boolean;
}

/** What to do and what to look at; "yes" is the good answer. */
export function questionAsk(question: HandQuestion, u: AskedUnits): string {
  switch (question) {
    case "receiver-shows":
      return `Set ${u.receiver} to ${u.receiverTo}. Does it show that?`;
    case "pack-shows":
      return `Set ${u.pack} to ${u.packTo}. Does it show that?`;
    case "paired":
      return `Pair ${u.pack} with ${u.receiver}, close together. Did they pair?`;
    case "silent":
      return u.choosesItself
        ? `${u.pack} off. Is ${u.receiver}’s link light out?`
        : `${u.pack} off. Is ${u.receiver}’s RF meter still, not even a flicker?`;
    case "phones":
      return `${u.pack} still off. Headphones on ${u.receiver}, volume down first: silent?`;
    case "rf":
      return u.choosesItself
        ? `${u.pack} on. Is ${u.receiver}’s link light steady, its signal full?`
        : `${u.pack} on. Is ${u.receiver}’s RF full? Or type what it reads.`;
    case "antennas":
      return `Walk a few steps with ${u.pack}. Do both antennas take turns?`;
    case "partner":
      return `Does ${u.receiver} show ${u.pack}: its lock, its battery or its name?`;
    case "voice":
      return `Speak into ${u.pack}. Does the audio meter follow?`;
    case "mute":
      return `Mute ${u.pack}, then unmute it. Does the voice go and come back?`;
    case "far":
      return "Recorder or camera: does the meter of the right track follow?";
    case "kept":
      return `Is ${u.pack} locked?`;
  }
}

/** What to do about an answer that is not the good one, and then to answer again. */
export function remedyWords(
  question: HandQuestion,
  outcome: string | null,
  choosesItself = false,
): string | null {
  if (choosesItself && question === "silent")
    return "Another pack is linked with it. Pair it with its own, then look again.";
  if (choosesItself && question === "rf" && outcome !== "red")
    return "Check: pack awake, paired with this receiver, supply on. Then look again.";
  switch (question) {
    case "silent":
    case "phones":
      return "Another transmitter is on it. Move, or wait and look again.";
    case "rf":
      return outcome === "red"
        ? "Too strong: take the pack further from the receiver, then look again."
        : outcome === "weak"
          ? "Check the antennas: on, upright, right block. Then look again."
          : "Check: pack on, same number on both, batteries the right way round. Then look again.";
    case "antennas":
      return "Check that antenna: screwed on, right block. Then walk again.";
    case "partner":
      return "It may receive another pack: check both numbers. Then look again.";
    case "voice":
      return outcome === "somebody-else"
        ? "Another transmitter is on it, or two packs are swapped."
        : outcome === "nothing"
          ? "Check: mute off, microphone plugged in. Then speak again."
          : "Check antennas and distance, or move. Then speak again.";
    case "mute":
      return "Check that the switch mutes and is not locked. Then try again.";
    case "far":
      return "Check the cable, the input and the track. Then look again.";
    default:
      return null;
  }
}

/** What each form asks. */
export const FORM_WORDS: Readonly<Record<VerificationForm, { name: string; asks: string }>> = {
  short: { name: "Short form", asks: "silent with the pack off, RF, voice, recorder" },
  whole: { name: "Whole form", asks: "headphones, antennas, partner and mute too" },
};

export const SCALE_WORDS: Readonly<Record<MeterScale["name"], string>> = {
  bars: "bars",
  percent: "%",
  dbm: "dBm",
  dbuv: "dBµV",
};

/** Why a figure cannot be what the meter read. */
export function meterFigureErrorWords(error: MeterFigureError): string {
  if (error.code === "unreadable")
    return `"${error.text}" is not a reading. Type a number, or bars as 4/5.`;
  const { scale, lowest, highest } = error;
  return scale.name === "bars"
    ? `The meter has ${scale.of} bars. Type another number, or bars as ${error.value}/${Math.max(error.value, 10)}.`
    : `A meter in ${SCALE_WORDS[scale.name]} reads from ${lowest} to ${highest}.`;
}
