import { useEffect, useMemo, useRef, useState } from "react";
import {
  foldSession,
  type QuickEvent,
  type QuickSaid,
  type QuickSession,
} from "~/core/quick/session";
import { newId } from "~/app/features/live/newId";

/** A session as this phone keeps it. */
interface Kept {
  sessionId: string;
  events: QuickEvent[];
  /** The numbers of those that the cart has. */
  sent: string[];
}

export interface SentAnswer {
  dayId: number;
  /** What the day did not take, in words. */
  refused: string[];
}

export interface Quick {
  session: QuickSession | null;
  dayId: number | null;
  /** How many of what was said the cart has not got. */
  unsent: number;
  isOffline: boolean;
  /** Whether this browser keeps what is said over a reload. */
  isKept: boolean;
  refused: string[];
  nowMs: number;
  say: (...said: QuickSaid[]) => void;
  /** Begins another session; the one before stays as it is. */
  begin: (sessionId: string | null, ...said: QuickSaid[]) => void;
  undo: (what: QuickEvent["what"]) => void;
}

const KEY = "plain-channel-quick";
const RETRY_MS = 4000;
const TICK_MS = 15_000;

function keptHere(): Kept | null {
  try {
    return JSON.parse(localStorage.getItem(KEY) ?? "null") as Kept | null;
  } catch {
    return null;
  }
}
function keep(kept: Kept): boolean {
  try {
    localStorage.setItem(KEY, JSON.stringify(kept));
    return true;
  } catch {
    return false;
  }
}

async function send(kept: Kept): Promise<SentAnswer> {
  const events = kept.events.filter((e) => !kept.sent.includes(e.id));
  const answer = await fetch("/quick/events", {
    method: "POST",
    headers: { "content-type": "application/json" },
    body: JSON.stringify({ sessionId: kept.sessionId, events }),
  });
  if (!answer.ok) throw new Error(String(answer.status));
  return (await answer.json()) as SentAnswer;
}

/**
 * One session, as it is on this phone: what is said counts at once and is kept here; it goes out to
 * the cart, where a day is made of it, as soon as that can be reached.
 * @param from - what the cart knows of the session that runs
 */
export function useQuick(
  from: { sessionId: string; events: QuickEvent[]; dayId: number } | null,
): Quick {
  const [kept, setKept] = useState<Kept>(() =>
    from
      ? { sessionId: from.sessionId, events: from.events, sent: from.events.map((e) => e.id) }
      : { sessionId: "", events: [], sent: [] },
  );
  const [dayId, setDayId] = useState(from?.dayId ?? null);
  const [isOffline, setOffline] = useState(false);
  const [isKept, setIsKept] = useState(true);
  const [refused, setRefused] = useState<string[]>([]);
  const [nowMs, setNow] = useState(() => kept.events.at(-1)?.atMs ?? 0);
  const isSending = useRef(false);
  const newest = useRef(kept);

  useEffect(() => {
    newest.current = kept;
  }, [kept]);

  // what this phone has and the cart has not is taken up where it was left
  useEffect(() => {
    const here = keptHere();
    const lastOf = (k: Kept) => k.events.at(-1)?.atMs ?? 0;
    const isAhead = (k: Kept) =>
      k.events.some((e) => !k.sent.includes(e.id)) ||
      (lastOf(k) > lastOf(newest.current) && foldSession(k.events)?.offMs === null);
    if (here && isAhead(here)) setKept(here);
    setNow(Date.now());
    const timer = setInterval(() => setNow(Date.now()), TICK_MS);
    return () => clearInterval(timer);
  }, []);

  const unsent = kept.events.filter((e) => !kept.sent.includes(e.id)).length;
  useEffect(() => {
    if (unsent === 0) return;
    const flush = async () => {
      if (isSending.current) return;
      isSending.current = true;
      const going = newest.current;
      try {
        const answer = await send(going);
        setDayId(answer.dayId);
        setRefused(answer.refused);
        setOffline(false);
        setKept((now) => {
          if (now.sessionId !== going.sessionId) return now;
          const next = {
            ...now,
            sent: [...new Set([...now.sent, ...going.events.map((e) => e.id)])],
          };
          keep(next);
          return next;
        });
      } catch {
        setOffline(true);
      } finally {
        isSending.current = false;
      }
    };
    const retry = () => void flush();
    retry();
    const timer = setInterval(retry, RETRY_MS);
    addEventListener("online", retry);
    return () => {
      clearInterval(timer);
      removeEventListener("online", retry);
    };
  }, [unsent, kept.sessionId]);

  const change = (sessionId: string, before: readonly QuickEvent[], said: readonly QuickSaid[]) => {
    const atMs = Date.now();
    const added = said.map((s): QuickEvent => ({ ...s, id: newId(), atMs }));
    const next: Kept = {
      sessionId,
      events: [...before, ...added],
      sent: before.length === 0 ? [] : newest.current.sent,
    };
    newest.current = next;
    setIsKept(keep(next));
    setKept(next);
    setNow(atMs);
  };
  const session = useMemo(() => foldSession(kept.events), [kept.events]);
  return {
    session,
    dayId,
    unsent,
    isOffline,
    isKept,
    refused,
    nowMs,
    say: (...said) => change(newest.current.sessionId, newest.current.events, said),
    begin: (sessionId, ...said) => {
      setDayId(null);
      change(sessionId ?? newId(), [], said);
    },
    undo: (what) => {
      const { events, sessionId } = newest.current;
      const last = events.findLast((e) => e.what === what);
      if (last) change(sessionId, events, [{ what: "undo", of: last.id }]);
    },
  };
}
