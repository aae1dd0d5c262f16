import { createContext, useContext, useEffect, useRef, useState } from "react";
import { useRevalidator } from "react-router";
import { outboxOf } from "./outbox";

/** Whether the cart answers: live; not now; or this phone was sent away. */
export type LiveState = "live" | "away" | "sent-away";

export const LiveContext = createContext<LiveState>("live");
export const useLiveState = (): LiveState => useContext(LiveContext);

const AGAIN_MS = 2000;
/** Quiet for so long, the line is dead whatever the browser thinks: it is told every ten seconds. */
const DEAD_MS = 25_000;

/** Follows a day: reads it again whenever anybody changed it, and knows when the cart cannot be reached. */
export function useLive(dayId: number): LiveState {
  const [state, setState] = useState<LiveState>("live");
  const { revalidate, state: reading } = useRevalidator();
  const isReading = useRef(false);
  const isDue = useRef(false);
  const again = useRef<() => void>(() => undefined);
  useEffect(() => {
    isReading.current = reading !== "idle";
    again.current = () => {
      if (isReading.current) isDue.current = true;
      else {
        isDue.current = false;
        void revalidate();
      }
    };
    // a change that came while the day was being read
    if (reading === "idle" && isDue.current) again.current();
  }, [reading, revalidate]);

  useEffect(() => {
    let source: EventSource | null = null;
    let timer: ReturnType<typeof setTimeout> | undefined;
    let isOver = false;
    let revision = -1;
    let watch: ReturnType<typeof setTimeout> | undefined;
    const outbox = outboxOf(dayId);
    outbox.onTaken = () => again.current();
    const retry = () => {
      clearTimeout(timer);
      if (!isOver) timer = setTimeout(connect, AGAIN_MS);
    };
    const lost = () => {
      source?.close();
      source = null;
      clearTimeout(watch);
      setState("away");
      // was it the network, or were we sent away?
      void fetch(`/day/${dayId}/seen`, { cache: "no-store" }).then((r) => {
        if (r.status !== 403) return retry();
        isOver = true;
        setState("sent-away");
      }, retry);
    };
    const heard = () => {
      clearTimeout(watch);
      watch = setTimeout(lost, DEAD_MS);
    };
    const connect = () => {
      // one line at a time: browsers give few to a host
      source?.close();
      clearTimeout(timer);
      source = new EventSource(`/day/${dayId}/live`);
      source.onopen = () => { setState("live"); heard(); void outbox.flush(); };
      source.addEventListener("beat", heard);
      source.onmessage = ({ data }: MessageEvent<string>) => {
        heard();
        const next = Number(data);
        if (revision >= 0 && next !== revision) again.current();
        revision = next;
      };
      source.onerror = lost;
    };
    const offline = () => lost();
    addEventListener("offline", offline);
    addEventListener("online", retry);
    connect();
    return () => {
      isOver = true;
      clearTimeout(timer);
      clearTimeout(watch);
      source?.close();
      removeEventListener("offline", offline);
      removeEventListener("online", retry);
    };
  }, [dayId]);
  return state;
}
