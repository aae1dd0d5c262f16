import { useCallback, useEffect, useRef } from "react";
import { useFetcher, useRevalidator } from "react-router";
import { useLiveState } from "../../features/live/useLive";
import type { Reply } from "./reply";

/** Sends a screen's intents as JSON to its action and keeps the answer. After a refusal the day is read again, so that what stands now shows. */
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
  const send = useCallback((intent: Intent) => {
    void submit(intent as never, { method: "post", encType: "application/json", ...(action ? { action } : {}) });
  }, [submit, action]);
  return { send, isBusy: fetcher.state !== "idle", pending: fetcher.json as Intent | undefined, reply: fetcher.state === "idle" ? fetcher.data : undefined };
}
