import type { Chemistry } from "~/core/battery/discharge";
import type { HitObservation } from "~/core/monitor/hitObservation";
import type { HitAnswerKind } from "~/core/monitor/hitAnswers";
import type { HitReason } from "~/core/monitor/hitCause";
import type { HitCause } from "~/core/monitor/hitCauses";

/** What was judged of a hit when it was called, kept as it was told then. */
export interface HitJudgement {
  /** "observed": by what people noticed alone, so that no share can be told. */
  basis?: "readings" | "observed";
  causes: { cause: HitCause; share: number; for: HitReason[]; against: HitReason[] }[];
  answers: HitAnswerKind[];
}

/** How a hit ended. "unproved": retuned, and nobody answered what a verification asks. */
export type HitEnd = "proved" | "unproved" | "left" | "done" | "nothing-found" | "taken-back";

/**
 * Something that happened on a day and stands nowhere else. Only added: what was wrong is put right
 * by a new one.
 */
export type DayEventDetail =
  | { kind: "moved"; fromPlaceId: number; toPlaceId: number }
  /** Somebody was given a channel. */
  | { kind: "joined"; channelId: number }
  | { kind: "roll"; isOn: boolean }
  /** Which scene and take it is from now on. */
  | { kind: "take"; scene: string; take: number }
  /**
   * A pack, a receiver or a supply was switched, by its own word or by somebody's. `packKey` is the
   * key of any of them.
   */
  | { kind: "power"; packKey: string; isOn: boolean; by: "own-word" | "said" }
  /** A full set went in. */
  | { kind: "cells-fresh"; packKey: string; chemistry: Chemistry }
  /** How long the set that is in has run already. */
  | {
      kind: "cells-ran";
      packKey: string;
      ranHours: number;
      chemistry: Chemistry;
      /** What its lamp showed, where that says so; absent: somebody counted. */
      lamp?: string;
    }
  | {
      kind: "hit";
      channelId: number;
      frequencyHz: number | null;
      scene: string | null;
      /** Which take of it; null or absent where nobody said. */
      take?: number | null;
      judged: HitJudgement;
      /**
       * The last twenty seconds before it, four bytes a tenth (core/monitor/reading), base64; empty
       * where nothing was read.
       */
      readings: string;
      /** What the newest look at the air showed near it. */
      near: { frequencyHz: number; levelDbm: number }[];
    }
  /** The next look at the air showed what the first judgement did not know. */
  | { kind: "hit-judged"; hitId: number; channelId: number; judged: HitJudgement }
  /** What a person noticed of it, and what that makes of it. */
  | {
      kind: "hit-observed";
      hitId: number;
      channelId: number;
      observed: HitObservation;
      judged: HitJudgement;
    }
  /** What was done about a hit. Retuning says where to and from where, and the plan that stood. */
  | {
      kind: "hit-answer";
      hitId: number;
      channelId: number;
      answer: HitAnswerKind;
      fromHz: number | null;
      toHz: number | null;
      planVersion: number | null;
    }
  | {
      kind: "hit-closed";
      hitId: number;
      channelId: number;
      how: HitEnd;
      planVersion: number | null;
      note: string;
    }
  /** The link failed by itself, whoever heard it or not. */
  | { kind: "dropout"; channelId: number; lastedMs: number; leastDbm: number }
  | { kind: "trouble"; channelId: number; code: string; figure: number | null }
  /** Somebody came on the air near us. */
  | {
      kind: "newcomer";
      frequencyHz: number;
      levelDbm: number;
      channelId: number | null;
      offHz: number | null;
      tookSpare: boolean;
    }
  | { kind: "note"; channelId: number | null; text: string }
  /** Puts another entry of the log right, by its key. */
  | { kind: "correction"; ofKey: string; text: string }
  /** A record that was made by mistake and taken back. */
  | { kind: "taken-back"; channelId: number; what: string }
  | { kind: "wrapped"; step: string; isDone: boolean }
  | { kind: "file"; what: string }
  /** The computer's clock was set on or back while it rolled. */
  | { kind: "clock-jumped"; byMs: number }
  /** Ten minutes of practice began. */
  | { kind: "exercise"; seed: number };

export type DayEventKind = DayEventDetail["kind"];

export interface DayEvent {
  id: number;
  atMs: number;
  placeId: number;
  /** Whose hands: null at the cart. */
  who: string | null;
  what: DayEventDetail;
}
