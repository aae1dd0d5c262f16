/**
 * What can be wrong between a voice and the recorder, how often (weights, common practice, no
 * published source), and what each look at it shows.
 */
export const CAUSES = {
  "pack-off": 6,
  "cell-empty": 8,
  "cell-reversed": 2,
  "pack-elsewhere": 9,
  "not-stored": 4,
  "wrong-block": 4,
  "receiver-elsewhere": 5,
  "wheels-swapped": 2,
  "receiver-off": 2,
  stranger: 6,
  "own-second-pack": 4,
  product: 3,
  "broad-noise": 3,
  muted: 9,
  "microphone-out": 6,
  "microphone-broken": 4,
  "gain-too-low": 4,
  "gain-too-high": 4,
  "antenna-off": 5,
  "antenna-other-block": 3,
  "whip-damaged": 3,
  "on-skin": 4,
  "too-far": 6,
  "too-near": 3,
  "one-antenna-path": 3,
  "cell-low": 5,
  "lead-broken": 4,
  "recorder-input": 4,
  "phones-elsewhere": 3,
  "packs-crossed": 4,
  "wrong-key": 3,
  "other-modulation": 2,
  crowded: 9,
  "room-full": 3,
  "not-paired": 6,
  asleep: 6,
  "no-supply": 4,
} as const;

export type Cause = keyof typeof CAUSES;
export const CAUSE_IDS = Object.keys(CAUSES) as Cause[];

/** One that is tuned, or one that chooses its channel for itself. */
export type ChainKind = "tuned" | "self-choosing";
const ONLY_IN: Partial<Record<Cause, ChainKind>> = {
  "pack-elsewhere": "tuned",
  "not-stored": "tuned",
  "wrong-block": "tuned",
  "receiver-elsewhere": "tuned",
  "wheels-swapped": "tuned",
  // the other kind's is told apart further: asleep, or without supply
  "receiver-off": "tuned",
  stranger: "tuned",
  "own-second-pack": "tuned",
  product: "tuned",
  "broad-noise": "tuned",
  "antenna-off": "tuned",
  "antenna-other-block": "tuned",
  "whip-damaged": "tuned",
  "one-antenna-path": "tuned",
  "wrong-key": "tuned",
  "other-modulation": "tuned",
  crowded: "self-choosing",
  "room-full": "self-choosing",
  "not-paired": "self-choosing",
  asleep: "self-choosing",
  "no-supply": "self-choosing",
};
/** What can be wrong with one of a kind. */
export const causesOf = (kind: ChainKind): Cause[] =>
  CAUSE_IDS.filter((c) => (ONLY_IN[c] ?? kind) === kind);

export type CheckId =
  | "rf-off"
  | "rf-on"
  | "voice"
  | "recorder"
  | "pack-lamp"
  | "pack-number"
  | "receiver-number"
  | "blocks"
  | "restart"
  | "cell"
  | "others-off"
  | "own-packs"
  | "mute"
  | "tap"
  | "wheels"
  | "worn"
  | "antennas"
  | "off-body"
  | "nearer"
  | "walk"
  | "phones"
  | "identity"
  | "modulation"
  | "gain"
  | "lead"
  | "spectrum"
  | "others"
  | "link-light"
  | "wakes"
  | "supply"
  | "radios-off"
  | "fewer-on";

/** A share of outcomes, or the one that is nearly always seen. */
type Seen = string | Readonly<Record<string, number>>;

export interface Check {
  /** What may be seen, in the order to be offered. */
  outcomes: readonly string[];
  /** What is seen where nothing that this looks at is wrong. */
  usual: Seen;
  shows: Partial<Record<Cause, Seen>>;
  /** What it takes on set, minutes (common practice, no published source). */
  minutes: number;
  /** Somebody has to be touched or undressed for it: ask first. */
  touches?: true;
  /** Only where a unit has it: two switches, keys. Left out where the day knows that it has not. */
  needs?: "wheels" | "pairing";
  /** Only of one kind of chain; absent: of both. */
  only?: ChainKind;
}

const NO_RF: readonly Cause[] = [
  "pack-off",
  "cell-empty",
  "cell-reversed",
  "pack-elsewhere",
  "not-stored",
  "wrong-block",
  "receiver-elsewhere",
  "wheels-swapped",
  "receiver-off",
];
/** Nothing comes over the air of one that chooses for itself. */
const NO_LINK: readonly Cause[] = ["not-paired", "asleep", "no-supply"];
const WEAK: readonly Cause[] = [
  "antenna-off",
  "antenna-other-block",
  "whip-damaged",
  "on-skin",
  "too-far",
  "cell-low",
];
const each = (causes: readonly Cause[], seen: Seen): Partial<Record<Cause, Seen>> =>
  Object.fromEntries(causes.map((c) => [c, seen]));

export const CHECKS: Readonly<Record<CheckId, Check>> = {
  "rf-off": {
    only: "tuned",
    outcomes: ["nothing", "flickers", "steady"],
    usual: "nothing",
    minutes: 0.5,
    shows: {
      stranger: { steady: 0.75, flickers: 0.25 },
      "own-second-pack": "steady",
      product: { flickers: 0.6, steady: 0.4 },
      "broad-noise": { flickers: 0.7, steady: 0.3 },
    },
  },
  "rf-on": {
    only: "tuned",
    outcomes: ["none", "weak", "full", "red"],
    usual: "full",
    minutes: 0.2,
    shows: {
      ...each(NO_RF, "none"),
      ...each(WEAK, { weak: 0.9, none: 0.05, full: 0.05 }),
      "antenna-off": { weak: 0.6, full: 0.35, none: 0.05 },
      "wrong-block": { none: 0.8, weak: 0.2 },
      "too-near": "red",
      "one-antenna-path": { full: 0.6, weak: 0.4 },
      "gain-too-high": "full",
    },
  },
  voice: {
    outcomes: ["clear", "nothing", "hiss-or-breaks", "distorted", "somebody-else"],
    usual: "clear",
    minutes: 0.3,
    shows: {
      ...each([...NO_RF, ...NO_LINK], "nothing"),
      crowded: "hiss-or-breaks",
      "room-full": { "hiss-or-breaks": 0.6, nothing: 0.4 },
      ...each(WEAK, { "hiss-or-breaks": 0.85, clear: 0.15 }),
      "antenna-off": { "hiss-or-breaks": 0.65, clear: 0.35 },
      muted: "nothing",
      "microphone-out": "nothing",
      "microphone-broken": { nothing: 0.6, "hiss-or-breaks": 0.4 },
      "gain-too-low": { "hiss-or-breaks": 0.6, nothing: 0.4 },
      "gain-too-high": "distorted",
      stranger: { "hiss-or-breaks": 0.55, "somebody-else": 0.45 },
      "own-second-pack": { "hiss-or-breaks": 0.7, "somebody-else": 0.3 },
      product: "hiss-or-breaks",
      "broad-noise": "hiss-or-breaks",
      "too-near": { distorted: 0.6, "hiss-or-breaks": 0.4 },
      "one-antenna-path": { clear: 0.5, "hiss-or-breaks": 0.5 },
      "packs-crossed": "somebody-else",
      "wrong-key": "nothing",
      "other-modulation": { "hiss-or-breaks": 0.5, nothing: 0.5 },
      "phones-elsewhere": { "somebody-else": 0.6, nothing: 0.4 },
    },
  },
  recorder: {
    outcomes: ["moves-with-voice", "still", "always-full"],
    usual: "moves-with-voice",
    minutes: 0.3,
    shows: {
      ...each(
        [...NO_RF, ...NO_LINK, "muted", "microphone-out", "wrong-key", "lead-broken"],
        "still",
      ),
      "microphone-broken": { still: 0.6, "moves-with-voice": 0.4 },
      "recorder-input": { still: 0.7, "always-full": 0.3 },
      "gain-too-high": { "always-full": 0.6, "moves-with-voice": 0.4 },
    },
  },
  "pack-lamp": {
    outcomes: ["dark", "blinks-or-red", "steady"],
    usual: "steady",
    minutes: 0.5,
    shows: {
      "pack-off": "dark",
      "cell-empty": { dark: 0.85, "blinks-or-red": 0.15 },
      "cell-reversed": "dark",
      "cell-low": { "blinks-or-red": 0.8, steady: 0.2 },
      "not-stored": { "blinks-or-red": 0.6, steady: 0.4 },
      muted: { "blinks-or-red": 0.6, steady: 0.4 },
      "microphone-out": { "blinks-or-red": 0.5, steady: 0.5 },
    },
  },
  "pack-number": {
    only: "tuned",
    outcomes: ["as-planned", "another"],
    usual: "as-planned",
    minutes: 0.7,
    shows: {
      "pack-elsewhere": "another",
      "not-stored": { another: 0.75, "as-planned": 0.25 },
      "wheels-swapped": { another: 0.7, "as-planned": 0.3 },
      "wrong-block": { another: 0.6, "as-planned": 0.4 },
    },
  },
  "receiver-number": {
    only: "tuned",
    outcomes: ["as-planned", "another", "dark"],
    usual: "as-planned",
    minutes: 0.2,
    shows: { "receiver-elsewhere": "another", "receiver-off": "dark" },
  },
  wheels: {
    only: "tuned",
    outcomes: ["as-coded", "changed-round", "another-code"],
    usual: "as-coded",
    minutes: 0.6,
    needs: "wheels",
    shows: { "wheels-swapped": "changed-round", "pack-elsewhere": "another-code" },
  },
  blocks: {
    only: "tuned",
    outcomes: ["same", "another-block", "another-kind"],
    usual: "same",
    minutes: 0.4,
    shows: {
      "wrong-block": "another-block",
      "other-modulation": { "another-kind": 0.85, same: 0.15 },
    },
  },
  restart: {
    only: "tuned",
    outcomes: ["keeps-number", "loses-number", "stays-dark"],
    usual: "keeps-number",
    minutes: 1,
    shows: {
      "not-stored": "loses-number",
      "pack-off": "keeps-number",
      "cell-empty": "stays-dark",
      "cell-reversed": "stays-dark",
    },
  },
  cell: {
    outcomes: ["full-right-way", "empty", "low", "wrong-way-round"],
    usual: "full-right-way",
    minutes: 1,
    touches: true,
    shows: { "cell-empty": "empty", "cell-low": "low", "cell-reversed": "wrong-way-round" },
  },
  "others-off": {
    only: "tuned",
    outcomes: ["clears", "stays"],
    usual: "stays",
    minutes: 1.5,
    shows: { product: "clears", "own-second-pack": { clears: 0.9, stays: 0.1 } },
  },
  "own-packs": {
    only: "tuned",
    outcomes: ["none-other-on", "another-of-ours"],
    usual: "none-other-on",
    minutes: 0.8,
    shows: { "own-second-pack": "another-of-ours" },
  },
  spectrum: {
    only: "tuned",
    outcomes: ["quiet", "narrow-carrier", "broad"],
    usual: "quiet",
    minutes: 1,
    shows: {
      stranger: "narrow-carrier",
      "own-second-pack": { "narrow-carrier": 0.8, quiet: 0.2 },
      product: { "narrow-carrier": 0.4, quiet: 0.6 },
      "broad-noise": "broad",
    },
  },
  others: {
    outcomes: ["only-this-one", "others-too", "no-other-on"],
    usual: { "only-this-one": 0.9, "no-other-on": 0.1 },
    minutes: 0.2,
    shows: each(
      ["antenna-off", "antenna-other-block", "one-antenna-path", "broad-noise", "receiver-off"],
      { "others-too": 0.75, "only-this-one": 0.15, "no-other-on": 0.1 },
    ),
  },
  mute: {
    outcomes: ["open-and-locked", "mute-on", "plug-loose"],
    usual: "open-and-locked",
    minutes: 0.8,
    touches: true,
    shows: { muted: "mute-on", "microphone-out": "plug-loose" },
  },
  tap: {
    outcomes: ["heard", "not-heard"],
    usual: "heard",
    minutes: 0.6,
    shows: {
      ...each([...NO_RF, ...NO_LINK, "muted", "microphone-out", "wrong-key"], "not-heard"),
      "microphone-broken": { "not-heard": 0.8, heard: 0.2 },
      "gain-too-low": { heard: 0.6, "not-heard": 0.4 },
    },
  },
  antennas: {
    only: "tuned",
    outcomes: ["both-right", "one-missing", "of-another-block"],
    usual: "both-right",
    minutes: 0.4,
    shows: { "antenna-off": "one-missing", "antenna-other-block": "of-another-block" },
  },
  worn: {
    outcomes: ["straight-and-free", "bent-or-torn", "on-skin"],
    usual: "straight-and-free",
    minutes: 0.8,
    touches: true,
    shows: { "whip-damaged": "bent-or-torn", "on-skin": "on-skin" },
  },
  "off-body": {
    outcomes: ["much-better", "same"],
    usual: "same",
    minutes: 1.5,
    touches: true,
    shows: { "on-skin": "much-better", "too-far": { "much-better": 0.3, same: 0.7 } },
  },
  nearer: {
    outcomes: ["much-better", "same", "worse"],
    usual: "same",
    minutes: 0.7,
    shows: {
      "too-far": "much-better",
      "too-near": "worse",
      "on-skin": { "much-better": 0.4, same: 0.6 },
      "cell-low": { "much-better": 0.4, same: 0.6 },
    },
  },
  walk: {
    only: "tuned",
    outcomes: ["both-take-turns", "only-one-serves", "neither"],
    usual: "both-take-turns",
    minutes: 0.7,
    shows: {
      "one-antenna-path": "only-one-serves",
      "antenna-off": { "only-one-serves": 0.85, neither: 0.15 },
      ...each(NO_RF, "neither"),
    },
  },
  phones: {
    outcomes: ["this-channel", "another-channel"],
    usual: "this-channel",
    minutes: 0.2,
    shows: { "phones-elsewhere": "another-channel" },
  },
  identity: {
    outcomes: ["its-own", "another-pack", "none-told"],
    usual: { "its-own": 0.8, "none-told": 0.2 },
    minutes: 0.5,
    shows: {
      "packs-crossed": "another-pack",
      stranger: { "none-told": 0.7, "its-own": 0.3 },
      ...each([...NO_RF, ...NO_LINK], "none-told"),
      "not-paired": { "none-told": 0.8, "another-pack": 0.2 },
    },
  },
  modulation: {
    only: "tuned",
    outcomes: ["all-agree", "key-differs", "kind-differs"],
    usual: "all-agree",
    minutes: 1,
    needs: "pairing",
    shows: { "wrong-key": "key-differs", "other-modulation": "kind-differs" },
  },
  gain: {
    outcomes: ["as-set", "far-down", "far-up"],
    usual: "as-set",
    minutes: 0.6,
    shows: { "gain-too-low": "far-down", "gain-too-high": "far-up" },
  },
  lead: {
    outcomes: ["same-with-another", "cured"],
    usual: "same-with-another",
    minutes: 1.2,
    shows: { "lead-broken": "cured" },
  },
  "link-light": {
    only: "self-choosing",
    outcomes: ["linked", "drops", "searching", "dark"],
    usual: "linked",
    minutes: 0.2,
    shows: {
      "not-paired": "searching",
      "pack-off": "searching",
      "cell-empty": "searching",
      "cell-reversed": "searching",
      crowded: { drops: 0.6, linked: 0.4 },
      "room-full": { searching: 0.5, drops: 0.3, linked: 0.2 },
      "too-far": { drops: 0.6, searching: 0.3, linked: 0.1 },
      "on-skin": { drops: 0.5, linked: 0.5 },
      "cell-low": { drops: 0.3, linked: 0.7 },
      asleep: "dark",
      "no-supply": "dark",
    },
  },
  wakes: {
    only: "self-choosing",
    outcomes: ["was-on", "wakes", "stays-dark"],
    usual: "was-on",
    minutes: 0.4,
    shows: {
      asleep: "wakes",
      "pack-off": "wakes",
      "no-supply": "stays-dark",
      "cell-empty": "stays-dark",
      "cell-reversed": "stays-dark",
    },
  },
  supply: {
    only: "self-choosing",
    outcomes: ["has-power", "no-power"],
    usual: "has-power",
    minutes: 0.5,
    shows: { "no-supply": "no-power", "cell-empty": { "no-power": 0.2, "has-power": 0.8 } },
  },
  "radios-off": {
    only: "self-choosing",
    outcomes: ["clears", "stays"],
    usual: "stays",
    minutes: 1,
    shows: { crowded: "clears" },
  },
  "fewer-on": {
    only: "self-choosing",
    outcomes: ["clears", "stays"],
    usual: "stays",
    minutes: 1,
    shows: { "room-full": "clears", crowded: { clears: 0.2, stays: 0.8 } },
  },
};

export const CHECK_IDS = Object.keys(CHECKS) as CheckId[];
