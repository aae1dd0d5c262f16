import type { MoveWork } from "~/core/schedule/recastMoves";
import { capital, formatDuration, listWords } from "./format";

/** One channel on other units, as it is told. */
export interface MoveTold {
  talker: string;
  receiver: string;
  /** Null where the receiver has one channel. */
  half: number | null;
  pack: string;
  isOtherReceiver: boolean;
  isOtherPack: boolean;
  chooses: boolean;
  work: readonly MoveWork[];
}

const WORK: Record<MoveWork["what"], string> = {
  rerig: "wire the talent again",
  "hand-over": "hand the other one over",
  patch: "move lead and label",
  set: "set and check both ends",
  pair: "pair both ends",
};

const minutes = (n: number) => formatDuration(n * 60_000);

/** "Nils on P5 and B2, half 1 (chooses its own frequency)". */
export function moveWords(m: MoveTold): string {
  const receiver = m.half === null ? m.receiver : `${m.receiver}, half ${m.half + 1}`;
  const units = [...(m.isOtherPack ? [m.pack] : []), ...(m.isOtherReceiver ? [receiver] : [])];
  return `${m.talker} on ${listWords(units)}${m.chooses ? " (chooses its own frequency)" : ""}`;
}

/** What the moves are, and the work they take, added up. */
export function recastWords(moves: readonly MoveTold[]): { what: string; work: string } {
  const all = moves.flatMap((m) => m.work);
  const kinds = [...new Set(all.map((w) => w.what))];
  const of = (what: MoveWork["what"]) =>
    all.filter((w) => w.what === what).reduce((n, w) => n + w.minutes, 0);
  const parts = kinds.map((what) => `${WORK[what]} ${minutes(of(what))}`);
  return {
    what: capital(listWords(moves.map(moveWords))),
    work: `About ${minutes(all.reduce((n, w) => n + w.minutes, 0))}: ${listWords(parts)}.`,
  };
}

export const RECAST = {
  heading: "On other units",
  searching: "Trying other packs and receivers of the kit.",
  none: "No free pack or receiver of the kit makes room.",
  toBring: "Compare other versions",
  failed: "The search stopped. Nothing is changed.",
  thenAllFit: (what: string) => `${what}: then all fit.`,
  apply: "Change units",
  done: (talkers: readonly string[]) =>
    `${listWords(talkers)}: units changed. Use the new plan, then set both ends.`,
  undone: (talkers: readonly string[]) => `${listWords(talkers)}: the units before are back.`,
  byPractice: "Minutes are common practice.",
} as const;
