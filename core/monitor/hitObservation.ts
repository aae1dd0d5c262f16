import type { HitCause } from "./hitCauses";

/**
 * What a person noticed of a hit where no meter is read from here. Null: did not see or hear, which
 * is an answer too.
 */
export interface HitObservation {
  /** In the headphones. */
  heard: "fizz" | "swish" | "rustle" | "silence" | "another-voice" | null;
  /** The receiver's RF meter or lamp. */
  meter: "stayed" | "fell" | "gone" | "one-antenna" | "red" | null;
  /** The pack's own display or lamp. */
  pack: "fine" | "low" | "off" | "muted" | null;
}

export const HEARD = ["fizz", "swish", "rustle", "silence", "another-voice"] as const;
export const METER_DID = ["stayed", "fell", "gone", "one-antenna", "red"] as const;
export const PACK_SHOWED = ["fine", "low", "off", "muted"] as const;

export const NOTHING_OBSERVED: HitObservation = { heard: null, meter: null, pack: null };

export const isAnythingObserved = ({ heard, meter, pack }: HitObservation): boolean =>
  heard !== null || meter !== null || pack !== null;

type Weights = Partial<Record<HitCause, number>>;

/**
 * How many times likelier each cause becomes by what was noticed, as natural logarithms (common
 * practice, no published source). What is not named stays as it was.
 */
export const HEARD_WEIGHTS: Readonly<Record<NonNullable<HitObservation["heard"]>, Weights>> = {
  fizz: {
    fade: 1.5,
    noise: 1.5,
    "in-the-way": 1,
    neighbour: 0.7,
    product: 0.7,
    microphone: -2,
    muted: -3,
    "not-radio": -1.5,
    "switched-off": -1,
  },
  swish: {
    fade: 2.5,
    "one-antenna": 1.5,
    "in-the-way": 1,
    microphone: -2,
    muted: -3,
    "not-radio": -1.5,
    "switched-off": -1.5,
  },
  rustle: {
    "not-radio": 3,
    microphone: 0.5,
    fade: -1.5,
    noise: -1.5,
    neighbour: -2,
    product: -2,
    muted: -3,
    "switched-off": -3,
    cells: -2,
  },
  silence: {
    "switched-off": 2,
    cells: 2,
    muted: 2,
    microphone: 1.5,
    "in-the-way": 0.5,
    noise: -2,
    product: -2,
    neighbour: -1,
    "not-radio": -2,
    overload: -2,
  },
  "another-voice": {
    neighbour: 4,
    product: 0.5,
    fade: -2,
    noise: -2,
    "not-radio": -3,
    microphone: -3,
    muted: -3,
  },
};

export const METER_WEIGHTS: Readonly<Record<NonNullable<HitObservation["meter"]>, Weights>> = {
  stayed: {
    neighbour: 1,
    product: 1,
    noise: 0.5,
    muted: 1.5,
    microphone: 1.5,
    "not-radio": 1.5,
    fade: -2,
    "in-the-way": -2,
    "switched-off": -4,
    cells: -2,
    "one-antenna": -1,
  },
  fell: {
    "in-the-way": 2,
    fade: 1.5,
    "one-antenna": 1,
    cells: 0.7,
    neighbour: -1.5,
    product: -1.5,
    muted: -2,
    microphone: -2,
    "not-radio": -2,
    "switched-off": -0.5,
  },
  gone: {
    "switched-off": 3,
    cells: 2.5,
    "in-the-way": 1,
    neighbour: -3,
    product: -3,
    noise: -3,
    muted: -3,
    microphone: -3,
    "not-radio": -3,
    overload: -3,
  },
  "one-antenna": { "one-antenna": 4, "switched-off": -3, muted: -1, microphone: -1 },
  red: { overload: 4, fade: -2, "switched-off": -4, cells: -3, "in-the-way": -3 },
};

export const PACK_WEIGHTS: Readonly<Record<NonNullable<HitObservation["pack"]>, Weights>> = {
  fine: { "switched-off": -4, cells: -2.5, muted: -3 },
  low: { cells: 3.5 },
  off: {
    "switched-off": 3,
    // a set at its end looks the same
    cells: 2.5,
    fade: -3,
    noise: -3,
    neighbour: -3,
    product: -3,
    muted: -3,
    microphone: -3,
    "not-radio": -3,
    overload: -3,
  },
  muted: { muted: 5 },
};

/**
 * How a cause is told that rests on what people noticed: no share of a hundred, for nobody measured
 * one. Null: it is not told.
 */
export const causeGrade = (share: number): "likely" | "possible" | null =>
  share >= LIKELY ? "likely" : share >= POSSIBLE ? "possible" : null;
const LIKELY = 0.5;
const POSSIBLE = 0.12;
