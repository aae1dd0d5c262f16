import { numberAt } from "~/core/units/items";

/** How much of the RF history can be shown, seconds. */
export const RF_HISTORY_SECONDS = [30, 60, 120, 300, 600] as const;

/** A note that is written: begun when its key was pressed, which is when it happened. */
export interface OpenNote {
  text: string;
  begunAt: number;
  /** When the answer was given that stood when it was sent; null: it is not sent. */
  sentAfter: number | null;
}

/** What somebody has set on the roll screen; nothing of it is part of the day. */
export interface RollScreenState {
  seconds: number;
  isSounding: boolean;
  /** Hits that are put aside, to come back to. */
  hidden: readonly number[];
  note: OpenNote | null;
}

export type RollStep =
  | { do: "show-seconds"; seconds: number }
  /** One step more or less. */
  | { do: "seconds-by"; by: 1 | -1 }
  | { do: "sound"; isOn: boolean }
  | { do: "put-aside"; hitId: number }
  | { do: "bring-back"; hitId: number }
  | { do: "begin-note"; at: number }
  | { do: "write"; text: string }
  | { do: "leave-note" }
  | { do: "send-note"; answeredAt: number }
  | { do: "note-answered"; isOk: boolean };

export const FIRST_ROLL_SCREEN: RollScreenState = {
  seconds: 60,
  isSounding: false,
  hidden: [],
  note: null,
};

/** The screen's state after one step. What makes no sense (a length that is none) changes nothing. */
export function nextRollScreen(state: RollScreenState, step: RollStep): RollScreenState {
  const { note } = state;
  switch (step.do) {
    case "show-seconds":
      return RF_HISTORY_SECONDS.some((s) => s === step.seconds)
        ? { ...state, seconds: step.seconds }
        : state;
    case "seconds-by": {
      const at = RF_HISTORY_SECONDS.findIndex((s) => s === state.seconds) + step.by;
      const within = Math.min(RF_HISTORY_SECONDS.length - 1, Math.max(0, at));
      return { ...state, seconds: numberAt(RF_HISTORY_SECONDS, within) };
    }
    case "sound":
      return { ...state, isSounding: step.isOn };
    case "put-aside":
      return { ...state, hidden: [...state.hidden, step.hitId] };
    case "bring-back":
      return { ...state, hidden: state.hidden.filter((id) => id !== step.hitId) };
    case "begin-note":
      // one that is begun goes on
      return note ? state : { ...state, note: { text: "", begunAt: step.at, sentAfter: null } };
    case "write":
      return note ? { ...state, note: { ...note, text: step.text } } : state;
    case "leave-note":
      return { ...state, note: null };
    case "send-note":
      return note ? { ...state, note: { ...note, sentAfter: step.answeredAt } } : state;
    case "note-answered":
      // refused, what is written stays to be sent again
      return { ...state, note: step.isOk || !note ? null : { ...note, sentAfter: null } };
  }
}
