/**
 * What makes a part of a verification stale: another frequency, another pack, another receiver, another
 * place, fresh cells, the pack synced once more, or both ends given another name or key.
 */
export type VerificationChange =
  "plan" | "pack" | "receiver" | "place" | "cells" | "synced" | "paired";

interface PartRule {
  /** Whether the pack is to be off or on. */
  pack: "off" | "on";
  /** What may be seen, in the order to be offered. */
  outcomes: readonly string[];
  good: readonly string[];
  /** What this part no longer holds after. */
  endsWith: readonly VerificationChange[];
  /** In the whole form it is advised, and nothing waits for it. */
  isExtra?: true;
}

/**
 * The parts of a verification in the order of the work, and what undoes each (common practice, no
 * published source): the air and the antennas belong to a place and a receiver, the link to both
 * ends and their number, what the hand does on a pack to the pack until its door is opened.
 */
export const VERIFICATION_OUTCOMES = {
  silent: {
    pack: "off",
    outcomes: ["nothing", "flickers", "steady"],
    good: ["nothing"],
    endsWith: ["plan", "receiver", "place"],
  },
  phones: {
    pack: "off",
    outcomes: ["nothing", "chatter"],
    good: ["nothing"],
    endsWith: ["plan", "receiver", "place"],
  },
  rf: {
    pack: "on",
    outcomes: ["full", "weak", "none", "red"],
    good: ["full"],
    endsWith: ["plan", "pack", "receiver", "place", "cells", "synced"],
  },
  antennas: {
    pack: "on",
    outcomes: ["both-take-turns", "only-a-serves", "only-b-serves"],
    good: ["both-take-turns"],
    endsWith: ["receiver", "place"],
  },
  partner: {
    pack: "on",
    outcomes: ["its-own", "another-pack", "nothing-told"],
    good: ["its-own"],
    endsWith: ["plan", "pack", "receiver", "cells", "synced", "paired"],
  },
  voice: {
    pack: "on",
    outcomes: ["follows", "nothing", "hiss-or-breaks", "somebody-else"],
    good: ["follows"],
    endsWith: ["plan", "pack", "receiver", "cells", "synced", "paired"],
  },
  mute: {
    pack: "on",
    outcomes: ["gone-and-back", "still-heard", "stays-silent"],
    good: ["gone-and-back"],
    endsWith: ["pack", "cells"],
  },
  far: {
    pack: "on",
    outcomes: ["meter-follows", "played-back", "still", "on-another-track"],
    good: ["meter-follows", "played-back"],
    endsWith: ["receiver", "place"],
    isExtra: true,
  },
  kept: {
    pack: "on",
    outcomes: ["locked", "taped", "left-to-talker"],
    good: ["locked", "taped", "left-to-talker"],
    endsWith: ["pack", "cells"],
    isExtra: true,
  },
} as const satisfies Record<string, PartRule>;

export type VerificationPart = keyof typeof VERIFICATION_OUTCOMES;
/** What may be seen of a part, as a code. */
export type VerificationOutcome =
  (typeof VERIFICATION_OUTCOMES)[VerificationPart]["outcomes"][number];
export const VERIFICATION_PARTS = Object.keys(VERIFICATION_OUTCOMES) as VerificationPart[];
export const ruleOf = (part: VerificationPart): PartRule => VERIFICATION_OUTCOMES[part];

/**
 * How much is asked of a channel before it counts as verified, chosen once for a day: what nobody
 * goes without, or everything that its units can be verified by.
 */
export const VERIFICATION_FORMS = ["short", "whole"] as const;
export type VerificationForm = (typeof VERIFICATION_FORMS)[number];

/** The short form ends at the recorder: who asks so little asks that the sound arrives. */
const SHORT_FORM: readonly VerificationPart[] = ["silent", "rf", "voice", "far"];

/**
 * The parts that a channel waits for before it counts as verified (common practice, no published
 * source).
 * @param parts - what its units can be verified by
 */
export const neededPartsOf = (
  form: VerificationForm,
  parts: readonly VerificationPart[],
): VerificationPart[] =>
  parts.filter((part) =>
    form === "short" ? SHORT_FORM.includes(part) : ruleOf(part).isExtra !== true,
  );

export const isVerificationOutcome = (part: VerificationPart, outcome: string): boolean =>
  ruleOf(part).outcomes.includes(outcome);
export const isGoodOutcome = (part: VerificationPart, outcome: string): boolean =>
  ruleOf(part).good.includes(outcome);
