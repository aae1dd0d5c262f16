import {
  createContext,
  useContext,
  useEffect,
  useRef,
  useState,
  useSyncExternalStore,
} from "react";
import { useRevalidator } from "react-router";
import { keepLine } from "./line";
import { type Meters, meterStore } from "./meterStore";
import { outboxOf } from "./outbox";

/** Whether the cart answers: live; not now; or this phone was sent away. */
export type LiveState = "live" | "away" | "sent-away";

export const LiveContext = createContext<LiveState>("live");
export const useLiveState = (): LiveState => useContext(LiveContext);

const AGAIN_MS = 2000;
/**
 * Quiet for so long, the line is dead whatever the browser thinks: it is told every ten seconds.
 */
const DEAD_MS = 25_000;

/**
 * Follows a day: reads it again whenever anybody changed it, and knows when the cart cannot be
 * reached.
 */
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

  const isMetered = useSyncExternalStore(
    meterStore.onWanted,
    () => meterStore.isWanted,
    () => false,
  );
  // kept when the line is changed for another: what happened in between counts
  const revision = useRef({ dayId, number: -1 });
  useEffect(() => {
    if (revision.current.dayId !== dayId) revision.current = { dayId, number: -1 };
    let watch: ReturnType<typeof setTimeout> | undefined;
    const outbox = outboxOf(dayId);
    outbox.onTaken = () => again.current();
    const heard = () => {
      clearTimeout(watch);
      watch = setTimeout(() => line.lose(), DEAD_MS);
    };
    const line = keepLine(`/day/${dayId}/live${isMetered ? "?meters" : ""}`, {
      againMs: AGAIN_MS,
      onOpen: () => {
        setState("live");
        heard();
        void outbox.flush();
      },
      onLost: ({ retry, close }) => {
        clearTimeout(watch);
        setState("away");
        meterStore.clear();
        // was it the network, or were we sent away?
        void fetch(`/day/${dayId}/observations`, { cache: "no-store" }).then((r) => {
          if (r.status !== 403) {
            retry();
            return;
          }
          close();
          setState("sent-away");
        }, retry);
      },
      events: {
        beat: heard,
        message: (data) => {
          heard();
          const next = Number(data);
          const { number } = revision.current;
          if (number >= 0 && next !== number) again.current();
          revision.current.number = next;
        },
        meters: (data) => {
          heard();
          meterStore.put(JSON.parse(data) as Meters);
        },
      },
    });
    addEventListener("offline", line.lose);
    addEventListener("online", line.retry);
    return () => {
      clearTimeout(watch);
      line.close();
      removeEventListener("offline", line.lose);
      removeEventListener("online", line.retry);
    };
  }, [dayId, isMetered]);
  return state;
}
