import { useEffect, useRef, useState } from "react";
import type { RollState } from "~/contract/schemas/rollState";
import { keepLine } from "~/app/features/live/line";
import { bytesOf, RollStore } from "./rollStore";

const AGAIN_MS = 1500;
/** What a page that begins to follow is told of before. */
const BEFORE_S = 600;

/**
 * Follows what the receivers read: moments go into a store that charts draw from, the state comes
 * once a second.
 */
export function useRoll(
  dayId: number,
  isFollowed: boolean,
): { store: RollStore; state: RollState | null; line: "live" | "away" } {
  const [store, setStore] = useState(() => new RollStore());
  const [state, setState] = useState<RollState | null>(null);
  const [line, setLine] = useState<"live" | "away">("live");
  const days = useRef(dayId);
  useEffect(() => {
    if (!isFollowed) return undefined;
    let isOver = false;
    const target = days.current === dayId ? store : new RollStore();
    if (target !== store) setStore(target);
    days.current = dayId;
    const kept = keepLine(`/day/${dayId}/roll/live`, {
      againMs: AGAIN_MS,
      onOpen: () => {
        setLine("live");
        void fetch(`/day/${dayId}/roll/rf-history?seconds=${BEFORE_S}`, { cache: "no-store" })
          .then(async (r) => {
            if (!r.ok || isOver) return;
            const { toSlot, channels } = (await r.json()) as {
              toSlot: number;
              channels: Record<string, string>;
            };
            target.fill(toSlot, channels);
          })
          .catch(() => undefined);
      },
      onLost: ({ retry }) => {
        setLine("away");
        retry();
      },
      events: {
        frame: (data) => {
          const { slot, ids, bytes } = JSON.parse(data) as {
            slot: number;
            ids: number[];
            bytes: string;
          };
          target.put(slot, ids, bytesOf(bytes), performance.now());
        },
        state: (data) => setState(JSON.parse(data) as RollState),
      },
    });
    return () => {
      isOver = true;
      kept.close();
    };
    // the store is made anew only with another day
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [dayId, isFollowed]);
  return { store, state, line };
}
