import type { Cause, CheckId } from "~/core/troubleshooting/causes";

/**
 * What is wrong, and what mends it. Nothing here asks for more power, for heights or for a person's
 * clothes without asking first.
 */
export const CAUSE_WORDS: Readonly<Record<Cause, { is: string; mend: string }>> = {
  "pack-off": {
    is: "the pack is off",
    mend: "Switch it on; hold the key as its manual says, until its lamp stays.",
  },
  "cell-empty": { is: "its cells are empty", mend: "Put fresh cells in, and note the time." },
  "cell-reversed": {
    is: "a cell is the wrong way round",
    mend: "Turn it round by the marks in the case.",
  },
  "pack-elsewhere": {
    is: "the pack is on another frequency",
    mend: "Sync it to its receiver again, and prove it.",
  },
  "not-stored": {
    is: "the pack did not store its number",
    mend: "Set it again and store it as its manual says, then switch it off and on and read it once more.",
  },
  "wrong-block": {
    is: "pack and receiver are of different blocks",
    mend: "Give the talker a pack of the receiver's block.",
  },
  "receiver-elsewhere": {
    is: "the receiver is not on the plan's frequency",
    mend: "Set the receiver to the plan, then sync the pack to it.",
  },
  "wheels-swapped": {
    is: "the two switches are changed round",
    mend: "Set the left switch to the first sign of the code, the right one to the second.",
  },
  "receiver-off": {
    is: "the receiver has no power",
    mend: "Look at its supply and its lead; some wake only when power comes anew.",
  },
  stranger: {
    is: "somebody else is on this frequency",
    mend: "Take the spare for this channel; leave the others where they are.",
  },
  "own-second-pack": {
    is: "another pack of ours is on it too",
    mend: "Switch that pack off, or give it a frequency of its own.",
  },
  product: {
    is: "a product of our own packs falls on it",
    mend: "Take the spare for this channel: it is clear of everybody's products.",
  },
  "broad-noise": {
    is: "broad noise covers it",
    mend: "Scan again and look what switches with it: lamps, screens, motors. Then move the channel or the antennas.",
  },
  muted: {
    is: "the pack is muted",
    mend: "Unmute it, and look at the switch again before it is handed over.",
  },
  "microphone-out": {
    is: "the microphone is not plugged",
    mend: "Push the plug in until it locks, and turn its ring.",
  },
  "microphone-broken": {
    is: "the microphone or its lead is broken",
    mend: "Take another microphone; mark this one.",
  },
  "gain-too-low": {
    is: "the pack's gain is far down",
    mend: "Set it again by the loudest line, under Level.",
  },
  "gain-too-high": {
    is: "the pack's gain is far up",
    mend: "Lower it by the loudest line, under Level; nothing after it can mend a clipped pack.",
  },
  "antenna-off": {
    is: "an antenna is off or loose at the receivers",
    mend: "Screw it on by hand until it is tight, then prove again.",
  },
  "antenna-other-block": {
    is: "an antenna of another block is on",
    mend: "Put on one of the receiver's block: look at its tape.",
  },
  "whip-damaged": {
    is: "the pack's antenna is bent, loose or torn",
    mend: "Straighten it, or change it.",
  },
  "on-skin": {
    is: "the pack's antenna lies on skin or under a belt",
    mend: "Ask the talker, then move the pack, or put a sleeve over the antenna.",
  },
  "too-far": {
    is: "the talker is too far or behind something",
    mend: "Bring the antennas nearer or round the corner; look at Place for what helps most.",
  },
  "too-near": {
    is: "the pack is too near the receivers",
    mend: "Move the antennas away, put a pad in, or lower the pack's power.",
  },
  "one-antenna-path": {
    is: "only one antenna ever serves",
    mend: "Change the two antennas over: if the other side is deaf now, it is the antenna; else the receiver's input.",
  },
  "cell-low": {
    is: "its cells run low",
    mend: "Change them at the next break, all of the pack together.",
  },
  "lead-broken": {
    is: "the lead from receiver to recorder is broken",
    mend: "Change the lead; mark the old one.",
  },
  "recorder-input": {
    is: "the recorder's input is set wrong",
    mend: "Look at input, level and power of that track.",
  },
  "phones-elsewhere": {
    is: "the headphones listen to something else",
    mend: "Put them on this channel.",
  },
  "packs-crossed": {
    is: "two packs are changed over",
    mend: "Let each talker speak alone, and change the packs, or the names, back.",
  },
  "wrong-key": {
    is: "the key of pack and receiver differs",
    mend: "Pair them again; the key goes along.",
  },
  "other-modulation": {
    is: "pack and receiver speak different kinds of radio",
    mend: "Set both to the same kind, or use a pack of this maker's kind.",
  },
};

/** What to look at. */
export const CHECK_WORDS: Readonly<Record<CheckId, string>> = {
  "rf-off": "Switch its pack off. What do the receiver's RF lamps show?",
  "rf-on": "With the pack on, what does the receiver's RF show?",
  voice: "Let the talker speak. What is in the headphones at the receiver?",
  recorder: "What does the recorder's meter do?",
  "pack-lamp": "What does the pack's lamp do?",
  "pack-number": "What does the pack itself show as its frequency?",
  "receiver-number": "What does the receiver show as its frequency?",
  wheels: "How do the pack's two switches stand?",
  blocks: "Are pack and receiver of the same block, make and kind?",
  restart: "Switch the pack off and on again. Does it come back with its number?",
  cell: "Open the cell door. How are the cells?",
  "others-off": "Switch all other packs off for a moment. Does it clear?",
  "own-packs": "Is another of our packs on, on this frequency?",
  mute: "Look at the pack: mute and microphone plug.",
  tap: "Tap the microphone. Is it heard at the receiver?",
  worn: "Look at the pack on the talker: how is its antenna?",
  antennas: "Look at the receivers' antennas.",
  others: "Is it the same on the other channels of these receivers?",
  "off-body": "Let the talker hold the pack in the air. What does RF do?",
  nearer: "Let the talker come to five metres. How is it?",
  walk: "Let the talker walk about. Do both antennas serve?",
  phones: "What do the headphones listen to?",
  identity: "Whose name or lamp answers?",
  modulation: "Compare name, number, key and kind at both ends.",
  gain: "How is the pack's gain set?",
  lead: "Try another lead to the recorder.",
  spectrum: "Scan around the frequency with the pack off. What is there?",
};

export const TOUCH_CAUTION = "That touches a person: ask first, and let them do it where they can.";

/** What a look may show that is not told by its own code. */
const LOOK_OUTCOME_WORDS: Readonly<Record<string, string>> = {
  "hiss-or-breaks": "hiss or breaks",
  "somebody-else": "somebody else",
  "moves-with-voice": "moves with the voice",
  "always-full": "full all the time",
  "blinks-or-red": "blinks or red",
  "as-planned": "as the plan",
  "as-coded": "as the code says",
  "changed-round": "the two changed round",
  "another-code": "another code",
  same: "the same",
  "another-block": "another block",
  "another-kind": "another make or kind",
  "keeps-number": "keeps its number",
  "loses-number": "comes back with another",
  "stays-dark": "stays dark",
  "full-right-way": "full, the right way",
  "wrong-way-round": "the wrong way round",
  "none-other-on": "none other on",
  "another-of-ours": "another of ours is on it",
  "narrow-carrier": "one narrow carrier",
  broad: "broad and high",
  "only-this-one": "only this one",
  "others-too": "others too",
  "no-other-on": "no other is on",
  "open-and-locked": "mute off, plug locked",
  "mute-on": "mute on",
  "plug-loose": "plug out or loose",
  "not-heard": "not heard",
  "both-right": "both on, of the right block",
  "one-missing": "one missing or loose",
  "of-another-block": "of another block",
  "straight-and-free": "straight, whole, free of skin",
  "bent-or-torn": "bent, loose or torn",
  "on-skin": "on the skin or under a belt",
  "much-better": "much better",
  "both-take-turns": "both antennas take turns",
  "only-one-serves": "only one ever serves",
  "this-channel": "on this channel",
  "another-channel": "on another",
  "its-own": "its own",
  "another-pack": "another’s",
  "none-told": "none told",
  "all-agree": "name, number and key agree",
  "key-differs": "the key differs",
  "kind-differs": "the kind differs",
  "as-set": "as set",
  "far-down": "far down",
  "far-up": "far up",
  "same-with-another": "the same with another",
  cured: "cured by another",
};

/** What a look of the fault finder showed, by its code. */
export const lookOutcomeWords = (outcome: string): string => LOOK_OUTCOME_WORDS[outcome] ?? outcome;
