import type { Status } from "./channelState";
import type { Channel } from "./facts";
import type { VerificationRecord, VerificationState } from "./verification";
import {
  isGoodOutcome,
  VERIFICATION_OUTCOMES,
  type VerificationPart,
  ruleOf,
} from "./verificationParts";

/**
 * One question of a run by hand: what the receiver shows, what the pack shows, whether the two are
 * paired, or a part of the verification.
 */
export type HandQuestion = "receiver-shows" | "pack-shows" | "paired" | VerificationPart;

/** How one question stands. */
export interface HandCell {
  question: HandQuestion;
  status: Status;
  /** What the unit showed, Hz; null where nobody said, or nothing is shown. */
  shownHz: number | null;
  /** What was seen of a part; null before. */
  record: VerificationRecord | null;
}

/**
 * The questions of a channel that nobody can ask but its own screens, in the order of the work: the
 * receiver first, the air while the pack is off, then the pack, then the rest.
 * @param p.wantedHz - where it is to be; null without a pick, and then there is nothing to ask
 * @param p.receiverHz - what the receiver was last seen to show
 * @param p.packHz - what the pack was last seen to show; 0 of one that is paired
 * @param p.verification - how the parts of its verification stand
 * @returns empty where there is nothing to be set or verified
 */
export function handCells(p: {
  channel: Pick<Channel, "meets" | "neededParts">;
  wantedHz: number | null;
  receiverHz: number | null;
  packHz: number | null;
  verification: readonly VerificationState[];
}): HandCell[] {
  const { channel, wantedHz, receiverHz, packHz } = p;
  const isPaired = channel.meets === "adaptive";
  if (channel.meets === "never" || (wantedHz === null && !isPaired)) return [];
  const shows = (question: HandQuestion, shownHz: number | null, wanted: number): HandCell => ({
    question,
    shownHz,
    record: null,
    status: shownHz === null ? "todo" : shownHz === wanted ? "done" : "problem",
  });
  const ends: [receiver: HandCell | null, pack: HandCell] = isPaired
    ? [null, { ...shows("paired", packHz, 0), shownHz: null }]
    : [
        shows("receiver-shows", receiverHz, wantedHz ?? 0),
        shows("pack-shows", packHz, wantedHz ?? 0),
      ];
  const parts = channel.neededParts.map((part): HandCell => {
    const state = p.verification.find((s) => s.part === part);
    return {
      question: part,
      status: state?.status ?? "todo",
      shownHz: null,
      record: state?.record ?? null,
    };
  });
  const isOff = (c: HandCell) => ruleOf(c.question as VerificationPart).pack === "off";
  return [
    ...(ends[0] ? [ends[0]] : []),
    ...parts.filter(isOff),
    ends[1],
    ...parts.filter((c) => !isOff(c)),
  ];
}

/** The first question that has no good answer; null where all have one. */
export const nextCell = (cells: readonly HandCell[]): HandCell | null =>
  cells.find((c) => c.status !== "done") ?? null;

/**
 * What may be answered to a part, the good one first where there is just one: that is "yes". All
 * others are told apart by a second key, or by no second key where only one is left.
 */
export function answersOf(part: VerificationPart): {
  yes: string | null;
  others: readonly string[];
} {
  const outcomes: readonly string[] = VERIFICATION_OUTCOMES[part].outcomes;
  const good = outcomes.filter((o) => isGoodOutcome(part, o));
  const yes = good[0] ?? null;
  // where several answers are good, which it was is still worth a key
  return { yes, others: outcomes.filter((o) => o !== yes) };
}
