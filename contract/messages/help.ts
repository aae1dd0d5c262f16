/** One page of help: for one who is tired, in the order of the work. */
export interface HelpPage {
  title: string;
  /** What the screen is for. */
  about: string;
  /** What to do, in order. */
  steps: readonly string[];
  /** How it looks when it is right. */
  good: string;
  /** What to do when it is not. */
  trouble: string;
}

export const HELP = {
  title: "Help",
  page: "This screen",
  keys: "Keys",
  words: "Words",
  steps: "What to do",
  good: "It is right when",
  trouble: "If not",
  findWord: "Find a word",
  noWord: "No word like that here.",
} as const;

/** One page for each stage; a sheet beside a stage has its stage's. */
export const HELP_PAGES = {
  day: {
    title: "Day",
    about: "Every channel in one row: frequency, sync, level, range and batteries.",
    steps: [
      "Read the line Next. Its button does the first thing that is open.",
      "Choose a channel to see what it needs. Arrow keys move up and down.",
      "After a company move, press Move here at the new location.",
    ],
    good: "every row says ready.",
    trouble: "Choose the row with a warning sign. It says why, and what to do.",
  },
  prep: {
    title: "Prep",
    about: "Before the day: who speaks in which scene, and with what kit.",
    steps: [
      "Add the locations and the talent.",
      "Add your receivers, packs and antennas to the kit.",
      "Add the scenes, or import a list of them.",
      "Read what is missing, and fix it at home.",
    ],
    good: "the first line says that nothing is missing.",
    trouble: "Each missing thing has a link to the place where it is fixed.",
  },
  scan: {
    title: "Scan",
    about: "Shows who else transmits here, and where it is quiet.",
    steps: [
      "Switch every pack of yours off.",
      "Put the antennas up where they will stay.",
      "Scan with a receiver, or import a scan file.",
      "No scan file? Type what the receiver’s own screen says.",
    ],
    good: "the scan is of this location, minutes old, and no pack of yours is in it.",
    trouble: "A carrier you did not expect may be your own pack. Switch it off and scan again.",
  },
  frequencies: {
    title: "Frequencies",
    about: "Finds a set of frequencies that are allowed, quiet and clear of each other.",
    steps: [
      "Press Find frequencies.",
      "Look at the smallest margin. Lock a frequency that must stay.",
      "Press Use this plan.",
    ],
    good: "every row has a margin, and spares stand below.",
    trouble: "Too few fit? Use tighter spacing, another block, or fewer packs at once.",
  },
  sync: {
    title: "Sync",
    about: "Puts each frequency into its receiver and its pack, then verifies both.",
    steps: [
      "Receiver first, then the pack.",
      "Check that both show the same number.",
      "Pack off: the RF meter shows nothing, on both antennas.",
      "Pack on: the RF meter is full, and audio follows the voice.",
    ],
    good: "the row says verified.",
    trouble: "Full RF without audio: the pack is muted, or no microphone is plugged in.",
  },
  level: {
    title: "Level",
    about: "Sets the gain: at the pack, at the receiver, then at the recorder or camera.",
    steps: [
      "Let the talent speak as in the scene.",
      "Listen, drop a clip, or type what the meter shows.",
      "Change the one control that the screen names.",
      "Save the level.",
    ],
    good: "normal speech peaks below the red, and loud words have headroom left.",
    trouble: "Distorted while the recorder reads low? The pack’s gain is too high.",
  },
  range: {
    title: "Range",
    about: "Shows how much voice is lost on each walk, and where the antennas should be.",
    steps: [
      "Draw the walls, the walks and the antennas. Rough is enough.",
      "Read the share of voice lost on each walk.",
      "Move the antennas. Nearer and higher helps most.",
      "Do a walk test, so that the model learns this location.",
    ],
    good: "no walk drops out, and the walk test says the same.",
    trouble: "Get the antennas round the wall, or put the receiver on the set’s side.",
  },
  roll: {
    title: "Roll",
    about: "Watches every channel while you record.",
    steps: [
      "Keep this screen open while you roll.",
      "You hear interference? Press h, then the channel’s number.",
      "Press n for the next step, m for a note.",
      "Change batteries before the time in the row.",
    ],
    good: "every row says OK.",
    trouble: "The worst channel stands first, with its cause and what to do.",
  },
} as const satisfies Record<string, HelpPage>;
export type HelpStage = keyof typeof HELP_PAGES;

/** The words that a screen uses, each in one line. */
export const HELP_WORDS: readonly (readonly [term: string, meaning: string])[] = [
  [
    "bank, group",
    "A maker’s list of frequencies that work together. Keep all systems in one bank.",
  ],
  ["block", "The range of frequencies that a pack or receiver can tune."],
  ["broadband noise", "Noise over a wide range, from lights, screens or power supplies."],
  ["carrier", "A steady signal on one frequency: one transmitter."],
  ["clip", "Audio above full scale. It is distorted and cannot be repaired."],
  ["company move", "The unit goes to the next location. Scan again there."],
  ["coordination", "Choosing frequencies that do not disturb each other."],
  ["dBm", "RF level, as power. −60 dBm is strong, −95 dBm is nearly lost."],
  ["dBµV", "RF level, as voltage. 107 more than in dBm, across 50 Ω."],
  ["diversity", "Two antennas on one receiver. It uses the better one at each moment."],
  ["dropout", "A moment when the signal is too weak, and the voice is gone."],
  ["floor", "The lowest level that an instrument shows with nothing there."],
  ["headroom", "How much louder the voice can get before it clips."],
  ["hit", "Interference that you hear."],
  ["input gain, sensitivity", "How much the pack amplifies its microphone. Set it first."],
  ["intermod product", "A false signal that two or three transmitters make together."],
  ["limiter", "Holds loud peaks down. A help, no cure for wrong gain."],
  ["margin", "How far something is from trouble, in dB or kHz."],
  ["noise limit", "A frequency with more noise than this is not used."],
  ["pack", "The transmitter that a person wears."],
  ["pad", "Makes a loud input quieter before it is amplified."],
  ["rig", "How the microphone and the pack are worn."],
  ["scan", "A measurement of who transmits where, and how strongly."],
  ["spacing", "How far apart two of your frequencies are."],
  ["spare", "A frequency kept free for a hit. It is clear of all others."],
  ["spur", "A line that an instrument makes itself. It is not on the air."],
  ["squelch", "Mutes a receiver while there is no good signal."],
  ["sync", "Copies the receiver’s settings to the pack."],
  ["TV channel", "A range 6, 7 or 8 MHz wide that a TV station may fill."],
  ["verify", "Show that a channel works: silent with the pack off, full with it on."],
  ["walk test", "The talent walks the scene while you watch the RF level."],
];
