import { useEffect, useState } from "react";
import type { Reply } from "~/contract/schemas/reply";

/** A round through channels whose units can be asked, one after the other. */
export interface VerifyRound {
  /** How many are done of how many; null where no round runs. */
  at: { done: number; all: number } | null;
  start: () => void;
  stop: () => void;
}

/**
 * Verifies channels one after the other: the next is asked when the one before was answered.
 * @param verify - asks for one channel; its answer comes as `reply`
 */
export function useVerifyAll({
  channelIds,
  verify,
  reply,
  isBusy,
}: {
  channelIds: readonly number[];
  verify: (channelId: number) => void;
  reply: Reply | undefined;
  isBusy: boolean;
}): VerifyRound {
  const [round, setRound] = useState<{
    ids: readonly number[];
    done: number;
    /** The answer that stood when the last one was asked. */
    after: number;
  } | null>(null);
  const at = reply?.at ?? 0;
  useEffect(() => {
    if (!round || isBusy || at === round.after) return;
    // one is answered: the next, unless that was the last
    const next = round.ids[round.done + 1];
    if (next === undefined) setRound(null);
    else {
      setRound({ ...round, done: round.done + 1, after: at });
      verify(next);
    }
  }, [round, isBusy, at, verify]);
  return {
    at: round && { done: round.done, all: round.ids.length },
    start: () => {
      const [first] = channelIds;
      if (first === undefined) return;
      setRound({ ids: channelIds, done: 0, after: at });
      verify(first);
    },
    stop: () => setRound(null),
  };
}
