import type { Cause, CheckId } from "~/core/troubleshooting/causes";

/**
 * What is wrong, and what mends it. Nothing here asks for more power, for heights or for a person's
 * clothes without asking first.
 */
export const CAUSE_WORDS: Readonly<Record<Cause, { is: string; mend: string }>> = {
  "pack-off": {
    is: "the pack is off",
    mend: "Switch it on; hold the key as its manual says, until its light stays on.",
  },
  "cell-empty": { is: "its batteries are empty", mend: "Put new batteries in, and note the time." },
  "cell-reversed": {
    is: "a battery is the wrong way round",
    mend: "Turn it round: follow the marks in the pack.",
  },
  "pack-elsewhere": {
    is: "the pack is on another frequency",
    mend: "Sync it to its receiver again, then verify it.",
  },
  "not-stored": {
    is: "the pack did not store its frequency",
    mend: "Set and store it again as its manual says. Then switch it off and on, and read it again.",
  },
  "wrong-block": {
    is: "pack and receiver are of different blocks",
    mend: "Use a pack of the receiver's block.",
  },
  "receiver-elsewhere": {
    is: "the receiver is not on the plan's frequency",
    mend: "Set the receiver to the plan, then sync the pack to it.",
  },
  "wheels-swapped": {
    is: "the two switches are swapped",
    mend: "Set the left switch to the first sign of the code, the right one to the second.",
  },
  "receiver-off": {
    is: "the receiver has no power",
    mend: "Check its supply and its cable. Some wake only when power comes back.",
  },
  stranger: {
    is: "another transmitter is on this frequency",
    mend: "Use the spare for this channel. Leave the others where they are.",
  },
  "own-second-pack": {
    is: "another of our packs is on it too",
    mend: "Switch that pack off, or give it a frequency of its own.",
  },
  product: {
    is: "an intermod product of our own packs falls on it",
    mend: "Use the spare for this channel: it is clear of intermod.",
  },
  "broad-noise": {
    is: "broadband noise covers it",
    mend: "Scan again and see what switches with it: lamps, screens, motors. Then move the channel or the antennas.",
  },
  muted: {
    is: "the pack is muted",
    mend: "Unmute it, and check the switch again before you hand it over.",
  },
  "microphone-out": {
    is: "the microphone is not plugged",
    mend: "Push the plug in until it locks, and turn its ring.",
  },
  "microphone-broken": {
    is: "the microphone or its cable is broken",
    mend: "Use another microphone, and mark this one.",
  },
  "gain-too-low": {
    is: "the pack's gain is far too low",
    mend: "Set it again with the loudest line, under Level.",
  },
  "gain-too-high": {
    is: "the pack's gain is far too high",
    mend: "Lower it with the loudest line, under Level. Nothing after the pack can repair clipping.",
  },
  "antenna-off": {
    is: "an antenna is off or loose at the receivers",
    mend: "Screw it on by hand until it is tight, then verify again.",
  },
  "antenna-other-block": {
    is: "an antenna of another block is on",
    mend: "Use one of the receiver's block: check its colour tape.",
  },
  "whip-damaged": {
    is: "the pack's antenna is bent, loose or torn",
    mend: "Straighten it, or change it.",
  },
  "on-skin": {
    is: "the pack's antenna lies on skin or under a belt",
    mend: "Ask the person, then move the pack, or put a sleeve over the antenna.",
  },
  "too-far": {
    is: "the person is too far away or behind something",
    mend: "Bring the antennas nearer or round the corner. Range shows what helps most.",
  },
  "too-near": {
    is: "the pack is too near the receivers",
    mend: "Move the antennas away, use an attenuator, or lower the pack's power.",
  },
  "one-antenna-path": {
    is: "only one antenna receives",
    mend: "Swap the two antennas. If the other side fails now, it is the antenna; if not, the receiver's input.",
  },
  "cell-low": {
    is: "its batteries are low",
    mend: "Change them at the next break, the whole set together.",
  },
  "lead-broken": {
    is: "the cable from receiver to recorder is broken",
    mend: "Change the cable, and mark the old one.",
  },
  "recorder-input": {
    is: "the recorder's input is set wrong",
    mend: "Check input, level and phantom power of that track.",
  },
  "phones-elsewhere": {
    is: "the headphones are on another channel",
    mend: "Switch them to this channel.",
  },
  "packs-crossed": {
    is: "two packs are swapped",
    mend: "Let each person speak alone, then swap the packs or the names back.",
  },
  "wrong-key": {
    is: "the key of pack and receiver differs",
    mend: "Pair them again: that sets the key.",
  },
  crowded: {
    is: "other radios crowd its band",
    mend: "Switch off what sends there: the camera’s own link, phones and access points near by. Bring receiver and pack nearer, or use a tuned system here.",
  },
  "room-full": {
    is: "more of its kind are on than one room carries",
    mend: "Switch off those that do not speak now, or give some people a tuned system.",
  },
  "not-paired": {
    is: "pack and receiver are not paired",
    mend: "Pair them again as the manual says, close together, with the others off.",
  },
  asleep: {
    is: "pack or receiver sleeps",
    mend: "Press its key. If the camera wakes it, keep the camera awake and its phantom power on.",
  },
  "no-supply": {
    is: "the receiver gets no power",
    mend: "Check phantom power, the slot or the cable that feeds it, then its own battery.",
  },
  "other-modulation": {
    is: "pack and receiver use different modulation",
    mend: "Set both to the same, or use a pack that matches the receiver.",
  },
};

/** What to look at. */
export const CHECK_WORDS: Readonly<Record<CheckId, string>> = {
  "rf-off": "Switch its pack off. What do the receiver's RF lights show?",
  "rf-on": "With the pack on, what does the receiver's RF show?",
  voice: "Let the person speak. What do the headphones at the receiver say?",
  recorder: "What does the recorder's meter do?",
  "pack-lamp": "What does the pack's light do?",
  "pack-number": "What does the pack itself show as its frequency?",
  "receiver-number": "What does the receiver show as its frequency?",
  wheels: "What do the pack's two switches show?",
  blocks: "Are pack and receiver of the same block, make and kind?",
  restart: "Switch the pack off and on again. Does it come back with its number?",
  cell: "Open the battery door. How are the batteries?",
  "others-off": "Switch all other packs off for a moment. Does it clear?",
  "own-packs": "Is another of our packs on, on this frequency?",
  mute: "Check the pack: mute and microphone plug.",
  tap: "Tap the microphone. Do you hear it at the receiver?",
  worn: "Look at the pack on the person: how is its antenna?",
  antennas: "Check the receivers' antennas.",
  others: "Is it the same on the other channels of these receivers?",
  "off-body": "Let the person hold the pack up. What does RF do?",
  nearer: "Let the person come within five metres. How is it?",
  walk: "Let the person walk about. Do both antennas receive?",
  phones: "Which channel are the headphones on?",
  identity: "Whose name or light answers?",
  modulation: "Compare name, number, key and kind at both ends.",
  gain: "How is the pack's gain set?",
  lead: "Try another cable to the recorder.",
  "link-light": "What does the receiver’s link light do?",
  wakes: "Press a key at pack and receiver. Does one wake?",
  supply: "Is the power there that feeds the receiver?",
  "radios-off": "Switch other radios near by off for a moment: camera link, phones. Does it clear?",
  "fewer-on": "Switch other packs of this kind off for a moment. Does it clear?",
  spectrum: "Scan around the frequency with the pack off. What is there?",
};

export const TOUCH_CAUTION = "This touches a person: ask first, and let them do it if they can.";

/** What a look may show that is not told by its own code. */
const LOOK_OUTCOME_WORDS: Readonly<Record<string, string>> = {
  "hiss-or-breaks": "hiss or breaks",
  "somebody-else": "another voice",
  "moves-with-voice": "moves with the voice",
  "always-full": "full all the time",
  "blinks-or-red": "blinks or red",
  "as-planned": "as the plan",
  "as-coded": "as the code says",
  "changed-round": "swapped",
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
  "no-other-on": "none is on",
  "open-and-locked": "mute off, plug locked",
  "mute-on": "mute on",
  "plug-loose": "plug out or loose",
  "not-heard": "no sound",
  "both-right": "both on, of the right block",
  "one-missing": "one missing or loose",
  "of-another-block": "of another block",
  "straight-and-free": "straight, whole, free of skin",
  "bent-or-torn": "bent, loose or torn",
  "on-skin": "on the skin or under a belt",
  "much-better": "much better",
  "both-take-turns": "both antennas take turns",
  "only-one-serves": "only one receives",
  "this-channel": "on this channel",
  "another-channel": "on another",
  "its-own": "its own",
  "another-pack": "another’s",
  "none-told": "none shown",
  "all-agree": "name, number and key agree",
  "key-differs": "the key differs",
  "kind-differs": "the kind differs",
  "as-set": "as set",
  "far-down": "far too low",
  "far-up": "far too high",
  linked: "steady, linked",
  drops: "steady, but drops out",
  searching: "blinks, looks for its pack",
  "was-on": "both were on",
  wakes: "one wakes",
  "has-power": "yes",
  "no-power": "no",
  "same-with-another": "the same with another",
  cured: "fixed by another",
};

/** What a look of the fault finder showed, by its code. */
export const lookOutcomeWords = (outcome: string): string => LOOK_OUTCOME_WORDS[outcome] ?? outcome;
