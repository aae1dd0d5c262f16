import { useEffect, useState } from "react";
import type { OutboxState } from "~/app/features/live/outbox";

/**
 * Takes the last answer back, once what is on its way has arrived.
 * @returns null where there is nothing to undo
 */
export function useUndoOfSeen({
  waiting,
  last,
  onTakeBack,
}: Pick<OutboxState, "waiting" | "last"> & {
  onTakeBack: (of: { syncId: number; channelId: number }) => void;
}): (() => void) | null {
  const [undoneId, setUndoneId] = useState<number | null>(null);
  const [wantsUndo, setWantsUndo] = useState(false);
  const canTakeBack =
    waiting.length > 0 || (last !== null && last.syncId !== null && last.syncId !== undoneId);
  const takeBack = () => {
    // what is on its way is newer than the last that arrived: that one is meant
    setWantsUndo(waiting.length > 0);
    if (waiting.length > 0 || last?.syncId === null || last?.syncId === undefined) return;
    setUndoneId(last.syncId);
    onTakeBack({ syncId: last.syncId, channelId: last.channelId });
  };
  useEffect(() => {
    if (wantsUndo && waiting.length === 0) takeBack();
  });
  return canTakeBack ? takeBack : null;
}
