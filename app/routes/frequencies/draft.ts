import { FREQUENCIES_TEXTS } from "~/contract/messages/screens/frequencies";
import type { CoordinationRequest, CoordinationResult } from "~/core/coordination/problem/request";
import { type Allowances, STRICT } from "~/core/coordination/rules/relations";
import type { Found } from "./useSearch";
import { numberOf, withPick } from "./pickModel";

export interface DraftPick {
  channelId: number;
  frequencyHz: number;
  isLocked: boolean;
}

/** A set that is looked at and not accepted yet. */
export interface Draft {
  picks: DraftPick[];
  spares: { frequencyHz: number; for: number[] }[];
  unplaced: { channelId: number; reason: string }[];
  allows: Allowances;
  /** How it came about, for the history. */
  how: string;
  /** The search that it came from; null of one made by hand. */
  found: Found | null;
  /** Of a step by hand: whose, and what was typed for it before. */
  byHand: { channelId: number; textBefore: string } | null;
}

const HOW = {
  anew: FREQUENCIES_TEXTS.foundAnew,
  fewest: FREQUENCIES_TEXTS.fewestPacksChanged,
  bank: FREQUENCIES_TEXTS.insideTheMakersBanks,
} as const;

export function draftOf(found: Found): Draft {
  const { result, request } = found;
  return {
    picks: result.assignments.map((a) => ({
      channelId: numberOf(a.channelId),
      frequencyHz: a.frequencyHz,
      isLocked: request.channels.find((c) => c.id === a.channelId)?.lockedHz === a.frequencyHz,
    })),
    spares: result.spares.map((s) => ({ frequencyHz: s.frequencyHz, for: s.for.map(numberOf) })),
    unplaced: result.unplaced.map((u) => ({ channelId: numberOf(u.channelId), reason: u.reason })),
    allows: request.relations
      ? {
          usesTogether: request.relations.usesTogether,
          allowsBuried: request.relations.allowsBuried,
        }
      : STRICT,
    how: HOW[found.way],
    found,
    byHand: null,
  };
}

/** Where nothing stands yet. */
export const EMPTY_DRAFT: Draft = {
  picks: [],
  spares: [],
  unplaced: [],
  allows: STRICT,
  how: FREQUENCIES_TEXTS.byHand,
  found: null,
  byHand: null,
};

/** A standing plan as the draft to go on from. */
export const draftOfPlan = ({
  picks,
  spares,
  allows,
}: Pick<Draft, "picks" | "spares" | "allows">): Draft => ({
  ...EMPTY_DRAFT,
  picks,
  spares,
  allows,
});

/** A draft with one channel somewhere else. What the search said of it before holds no more. */
export const moved = (
  draft: Draft,
  channelId: number,
  frequencyHz: number,
  talker: string,
  textBefore = "",
): Draft => ({
  ...draft,
  how: FREQUENCIES_TEXTS.movedByHand(talker),
  found: null,
  byHand: { channelId, textBefore },
  unplaced: draft.unplaced.filter((u) => u.channelId !== channelId),
  picks: withPick(draft.picks, channelId, frequencyHz),
});

/** What was found place by place, for the whole day. */
export const draftByPlace = (result: CoordinationResult, request: CoordinationRequest): Draft => ({
  ...draftOf({ result, request, way: "fewest", retuned: null, isProved: false, banks: null }),
  how: FREQUENCIES_TEXTS.placeByPlaceOver,
});
