import { carrierId } from "~/core/coordination/problem/dayProblem";
import type { ProfileChoice } from "~/core/coordination/problem/profile";
import type { Relaxation } from "~/core/coordination/changing/makeRoom";
import { formatMhz } from "~/core/units/frequencyText";
import { type Draft, moved } from "./draft";

/** How a set is looked for: all anew, inside the makers' banks, or one channel after another. */
export type Way = "anew" | "bank" | "one";

/** A channel held somewhere else, to see how it would stand there. */
export interface Tried {
  channelId: number;
  frequencyHz: number;
  isDragged: boolean;
}

/** What somebody has chosen, typed and tried on the screen; nothing of it is stored. */
export interface PickState {
  profile: ProfileChoice;
  way: Way;
  /** What is typed for a channel, by its id. */
  texts: Readonly<Record<number, string>>;
  /** Sets that are looked at, one after the other: the last is shown, those before it come back. */
  drafts: readonly Draft[];
  tried: Tried | null;
  /** Who was hit and finds no clear place. */
  nothingFor: string | null;
  /** When the answer was given that stood when the set was sent to be accepted; null: none is sent. */
  sentAfter: number | null;
}

export type PickStep =
  | { do: "choose-profile"; profile: ProfileChoice }
  | { do: "choose-way"; way: Way }
  | { do: "type"; texts: Readonly<Record<number, string>> }
  | { do: "try"; tried: Tried | null }
  /** A channel is put somewhere by hand; `from` is the set as it stands. */
  | { do: "put"; from: Draft; channelId: number; frequencyHz: number; talker: string }
  /** Another set is shown, found for all or for the one that was disturbed. */
  | { do: "show"; draft: Draft; isForOne?: boolean }
  | { do: "nothing-clear"; talker: string }
  | { do: "undo" }
  /** Back to the plan; what is typed stays. */
  | { do: "drop" }
  /** Back to the plan, with nothing typed. */
  | { do: "clear" }
  | { do: "give-up"; relaxations: readonly Relaxation[] }
  | { do: "send"; answeredAt: number }
  | { do: "answered"; isOk: boolean };

/** The set that is shown instead of the plan; null where there is none. */
export const draftIn = ({ drafts }: PickState): Draft | null => drafts.at(-1) ?? null;

export const beginPick = (
  profile: ProfileChoice,
  texts: Readonly<Record<number, string>>,
): PickState => ({
  profile,
  way: "anew",
  texts,
  drafts: [],
  tried: null,
  nothingFor: null,
  sentAfter: null,
});

/** The screen's state after one step. */
export function nextPick(state: PickState, step: PickStep): PickState {
  switch (step.do) {
    case "choose-profile":
      return { ...state, profile: step.profile };
    case "choose-way":
      return { ...state, way: step.way };
    case "type":
      return { ...state, texts: { ...state.texts, ...step.texts } };
    case "try":
      return { ...state, tried: step.tried };
    case "put": {
      const { from, channelId, frequencyHz, talker } = step;
      return {
        ...state,
        tried: null,
        drafts: [
          ...state.drafts,
          moved(from, channelId, frequencyHz, talker, state.texts[channelId] ?? ""),
        ],
        texts: { ...state.texts, [channelId]: formatMhz(frequencyHz) },
      };
    }
    case "show":
      return {
        ...state,
        nothingFor: step.isForOne ? null : state.nothingFor,
        drafts: [...state.drafts, step.draft],
      };
    case "nothing-clear":
      return { ...state, nothingFor: step.talker };
    case "undo": {
      const byHand = draftIn(state)?.byHand;
      return {
        ...state,
        drafts: state.drafts.slice(0, -1),
        texts: byHand ? { ...state.texts, [byHand.channelId]: byHand.textBefore } : state.texts,
      };
    }
    case "drop":
      return { ...state, drafts: [] };
    case "clear":
      return { ...state, drafts: [], texts: {} };
    case "give-up":
      return {
        ...state,
        profile: step.relaxations.some((r) => r.code === "tighter") ? "tight" : state.profile,
        texts: Object.fromEntries(
          Object.entries(state.texts).filter(
            ([id]) =>
              !step.relaxations.some(
                (r) => r.code === "unlock" && r.channelId === carrierId(Number(id)),
              ),
          ),
        ),
      };
    case "send":
      return { ...state, sentAfter: step.answeredAt };
    case "answered":
      // refused, the set stays to be looked at
      return step.isOk
        ? { ...state, sentAfter: null, drafts: [], texts: {} }
        : { ...state, sentAfter: null };
  }
}
