import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import type { ChannelView } from "~/server/services/day/dayView.server";
import type { SeenItem } from "~/contract/schemas/seen";
import type { OutboxState } from "~/app/features/live/outbox";

/** After this long the day has been read again, on a slow machine too, whatever came of an answer. */
const FORGET_MS = 12_000;
/** The cart's clock and this page's may differ by so much. */
const CLOCKS_MS = 5000;

/** Whether the day, as it was read last, holds what was answered. */
function isHeld(item: SeenItem, channels: readonly ChannelView[]): boolean {
  const { seen } = item;
  const c = channels.find((x) => x.id === item.channelId);
  if (!c) return true;
  if (seen.what === "receiver-shows") return c.receiverHz === seen.frequencyHz;
  if (seen.what === "pack-shows") return c.packHz === seen.frequencyHz;
  if (seen.what !== "proof") return true;
  const record = c.verification.find((p) => p.part === seen.part)?.record;
  return (
    record !== null &&
    record !== undefined &&
    record.outcome === seen.outcome &&
    record.atMs >= (item.atMs ?? 0) - CLOCKS_MS
  );
}

/** A question has one answer: the last. */
const isSameQuestion = (a: SeenItem, b: SeenItem): boolean =>
  a.channelId === b.channelId &&
  a.seen.what === b.seen.what &&
  (a.seen.what !== "proof" || b.seen.what !== "proof" || a.seen.part === b.seen.part);

/**
 * What was answered and is not in the day yet: what waits to be sent, and what was taken since the
 * day was read. Without the second a question that was answered would come back for a moment, and
 * take the key of the next one.
 * @param frequencyOf - what the plan gives a channel now: an answer for another counts no more; keep
 *   it the same while the plan is
 */
export function useAnswered(
  { waiting, last }: OutboxState,
  channels: readonly ChannelView[],
  frequencyOf: (channel: ChannelView) => number,
): { answered: readonly SeenItem[]; note: (item: SeenItem) => void; forget: (id: number) => void } {
  const [noted, setNoted] = useState<readonly SeenItem[]>([]);
  const note = useCallback(
    (item: SeenItem) => setNoted((all) => [...all.filter((n) => !isSameQuestion(n, item)), item]),
    [],
  );
  const forget = useCallback(
    (channelId: number) => setNoted((all) => all.filter((n) => n.channelId !== channelId)),
    [],
  );
  // it is forgotten so long after it was sent, however long it waited before
  const sentAt = useRef(new Map<string, number>());
  const refusedId = last?.syncId === null ? last.id : null;
  useEffect(() => {
    const now = performance.now();
    for (const n of noted)
      if (!waiting.some((w) => w.id === n.id) && !sentAt.current.has(n.id))
        sentAt.current.set(n.id, now);
    const isOver = (n: SeenItem): boolean => {
      const c = channels.find((x) => x.id === n.channelId);
      return isHeld(n, channels) || (c !== undefined && frequencyOf(c) !== n.of.frequencyHz);
    };
    const sweep = () =>
      setNoted((all) => {
        const left = all.filter(
          (n) =>
            n.id !== refusedId &&
            (waiting.some((w) => w.id === n.id) ||
              (!isOver(n) &&
                performance.now() - (sentAt.current.get(n.id) ?? Infinity) < FORGET_MS)),
        );
        return left.length === all.length ? all : left;
      });
    sweep();
    const timer = setTimeout(sweep, FORGET_MS);
    return () => clearTimeout(timer);
  }, [waiting, channels, frequencyOf, refusedId, noted]);
  const answered = useMemo(
    () => [...waiting.filter((w) => !noted.some((n) => n.id === w.id)), ...noted],
    [waiting, noted],
  );
  return { answered, note, forget };
}
