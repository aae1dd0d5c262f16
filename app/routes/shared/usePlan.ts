import { useCallback, useEffect, useState } from "react";
import type { PlaceRange } from "~/server/services/range/placePlans.server";
import type { FloorPlan, PlanPicture } from "~/core/location/floorPlan";
import type { RangeIntent } from "~/app/routes/range/intents";
import { useIntent } from "./useIntent";
import { useSame } from "./useSame";

interface Draft {
  n: number;
  plan: FloorPlan;
  picture: PlanPicture | null;
  how: string;
}

/** A moment after the last change it is kept. */
const KEEP_MS = 700;
const MAX_BACK = 200;

/**
 * A place's plan in hand: every change shows at once, is kept a moment later, and can be taken back
 * step by step.
 */
export function usePlan(range: PlaceRange, dayId: number) {
  const { send, reply, isBusy } = useIntent<RangeIntent>(`/day/${dayId}/range`);
  const [draft, setDraft] = useState<Draft | null>(null);
  const [sent, setSent] = useState({ n: -1, afterAt: 0, expectedVersion: 0 });
  /** The version that the last change made: the day may be read from before it for a moment. */
  const [own, setOwn] = useState({ afterAt: -1, version: 0 });
  const [back, setBack] = useState<Draft[]>([]);
  const [forth, setForth] = useState<Draft[]>([]);
  const answer = !isBusy && sent.n >= 0 && reply?.at !== sent.afterAt ? reply : undefined;
  if (answer && own.afterAt !== sent.afterAt)
    setOwn({
      afterAt: sent.afterAt,
      version: answer.ok ? sent.expectedVersion + 1 : own.version,
    });
  const isAnswered = draft !== null && sent.n === draft.n && answer !== undefined;
  const isKept = draft === null || (isAnswered && answer.ok);
  const isRefused = isAnswered && !answer.ok;
  const { placeId } = range;
  const version = Math.max(range.version, own.version);
  const shown = draft === null || (isKept && range.version >= own.version) ? range.drawing : draft;
  // the same by value is the same: reading the day again must not start any reckoning anew
  const plan = useSame(shown?.plan ?? null);
  const picture = shown?.picture ?? null;
  const replyAt = reply?.at ?? 0;

  useEffect(() => {
    if (!draft || isBusy || sent.n === draft.n) return undefined;
    const timer = setTimeout(() => {
      setSent({ n: draft.n, afterAt: replyAt, expectedVersion: version });
      send({
        intent: "keep",
        expectedVersion: version,
        placeId,
        plan: draft.plan,
        picture: draft.picture,
        how: draft.how,
      });
    }, KEEP_MS);
    return () => {
      clearTimeout(timer);
    };
  }, [draft, isBusy, sent.n, send, version, placeId, replyAt]);

  const n = draft?.n ?? 0;
  const change = useCallback(
    (next: FloorPlan, how: string, nextPicture?: PlanPicture | null) => {
      if (!plan || next === plan) {
        if (nextPicture === undefined) return;
      }
      if (plan) setBack((b) => [...b, { n, plan, picture, how }].slice(-MAX_BACK));
      setForth([]);
      setDraft({
        n: n + 1,
        plan: next,
        picture: nextPicture === undefined ? picture : nextPicture,
        how,
      });
    },
    [plan, picture, n],
  );
  const step = (
    from: Draft[],
    setFrom: (d: Draft[]) => void,
    setTo: (change: (d: Draft[]) => Draft[]) => void,
  ) => {
    const to = from.at(-1);
    if (!to || !plan) return;
    setFrom(from.slice(0, -1));
    setTo((d) => [...d, { n, plan, picture, how: to.how }]);
    setDraft({ ...to, n: n + 1 });
  };
  return {
    plan,
    picture,
    change,
    isKept,
    isRefused,
    reply,
    isBusy,
    send,
    undo:
      back.length > 0
        ? () => {
            step(back, setBack, setForth);
          }
        : null,
    redo:
      forth.length > 0
        ? () => {
            step(forth, setForth, setBack);
          }
        : null,
    /** After a refusal: the plan that stands, or mine over it. */
    takeTheirs: () => {
      setDraft(null);
    },
    keepMine: () => {
      setDraft((d) => d && { ...d, n: d.n + 1 });
    },
  };
}

export type PlanInHand = ReturnType<typeof usePlan>;
