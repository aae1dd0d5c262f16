import { useCallback, useEffect, useRef, useState } from "react";
import { useFetcher, useRevalidator } from "react-router";
import { useLiveState } from "~/app/features/live/useLive";
import { DOOR_WORDS } from "~/contract/messages/door";
import type { Reply } from "~/contract/schemas/reply";
import { useMay } from "./useMay";

/**
 * Sends a screen's intents as JSON to its action and keeps the answer. After a refusal the day is
 * read again, so that what stands now shows.
 */
export function useIntent<Intent extends object>(action?: string) {
  const fetcher = useFetcher<Reply>();
  const { revalidate } = useRevalidator();
  const live = useLiveState();
  const seen = useRef(0);
  useEffect(() => {
    if (!fetcher.data || fetcher.data.ok || fetcher.data.at === seen.current) return;
    seen.current = fetcher.data.at;
    if (live === "live") void revalidate();
  }, [fetcher.data, live, revalidate]);
  const { submit } = fetcher;
  const may = useMay(action);
  const [refused, setRefused] = useState<Reply | undefined>(undefined);
  const send = useCallback(
    (intent: Intent) => {
      const name = (intent as { intent?: unknown }).intent;
      if (typeof name === "string" && !may(name)) {
        setRefused({
          ok: false,
          message: DOOR_WORDS["cart-only"],
          at: Date.now(),
        });
        return;
      }
      setRefused(undefined);
      void submit(intent as never, {
        method: "post",
        encType: "application/json",
        ...(action ? { action } : {}),
      });
    },
    [submit, action, may],
  );
  return {
    send,
    isBusy: fetcher.state !== "idle",
    pending: fetcher.json as Intent | undefined,
    reply: refused ?? (fetcher.state === "idle" ? fetcher.data : undefined),
  };
}
