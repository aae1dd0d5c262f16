import { useSyncExternalStore } from "react";
import { newId } from "./newId";
import type { Seen, SeenItem, SeenReply } from "~/contract/schemas/seen";

/**
 * What somebody saw goes out from here: at once where the cart can be reached, else kept on this
 * phone, over a reload too, and sent in order when it is back.
 */
export interface OutboxState {
  waiting: readonly SeenItem[];
  /**
   * What the cart cannot read, whatever the network does: kept apart, so that nothing waits behind
   * it.
   */
  setAside: readonly SeenItem[];
  /** The last that was sent: its undo, and what is to be told. */
  last: {
    id: string;
    channelId: number;
    syncId: number | null;
    seen: Seen;
    words: string | null;
    at: number;
  } | null;
}

const RETRY_MS = 2000;
const TAKES_MS = 8000;
/** So many go at once: what waited for an afternoon goes in pieces that the cart takes. */
const MAX_BATCH = 50;
const NOTHING: OutboxState = { waiting: [], setAside: [], last: null };

export class Outbox {
  private state: OutboxState = NOTHING;
  private readonly listeners = new Set<() => void>();
  private isSending = false;
  private hasFailed = false;
  /** One by one, once the cart could not read a whole batch: so the one that is broken is found. */
  private isSingly = false;
  private timer: ReturnType<typeof setTimeout> | undefined;
  /** Called when something was taken by the cart. */
  onTaken: () => void = () => undefined;

  constructor(private readonly dayId: number) {
    try {
      this.state = {
        ...NOTHING,
        waiting: JSON.parse(localStorage.getItem(this.key) ?? "[]") as SeenItem[],
      };
    } catch {
      // what cannot be read is not there
    }
    addEventListener("online", () => void this.flush());
  }

  private get key(): string {
    return `plain-channel-seen-${this.dayId}`;
  }

  readonly read = (): OutboxState => this.state;

  readonly follow = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => void this.listeners.delete(listener);
  };

  private set(state: OutboxState): void {
    this.state = state;
    try {
      localStorage.setItem(this.key, JSON.stringify(state.waiting));
    } catch {
      // a full or forbidden store: it waits in memory alone
    }
    this.listeners.forEach((l) => l());
  }

  /** @returns what goes out, with the number by which it is told apart */
  put(item: Omit<SeenItem, "id">): SeenItem {
    const numbered = { ...item, id: newId() };
    this.set({ ...this.state, waiting: [...this.state.waiting, numbered] });
    void this.flush();
    return numbered;
  }

  async flush(): Promise<void> {
    if (this.isSending || this.state.waiting.length === 0) return;
    this.isSending = true;
    clearTimeout(this.timer);
    const waiting = this.state.waiting.slice(0, this.isSingly ? 1 : MAX_BATCH);
    try {
      const response = await fetch(`/day/${this.dayId}/observations`, {
        method: "POST",
        headers: { "content-type": "application/json" },
        body: JSON.stringify(waiting),
        signal: AbortSignal.timeout(TAKES_MS),
      });
      const { answers } = response.headers.get("content-type")?.includes("json")
        ? ((await response.json()) as { answers: SeenReply[] | null })
        : { answers: null };
      if (!answers && response.status === 400) {
        if (waiting.length === 1)
          this.set({
            ...this.state,
            waiting: this.state.waiting.filter((w) => !waiting.includes(w)),
            setAside: [...this.state.setAside, ...waiting],
          });
        this.isSingly = waiting.length > 1;
        return;
      }
      // sent away, or a cart that is not itself: it waits
      if (!answers) throw new Error(`${response.status}`);
      this.isSingly = false;
      const told = answers.filter((a) => a.words !== null);
      const newest = answers.at(-1);
      const item = waiting.find((w) => w.id === newest?.id);
      this.set({
        ...this.state,
        waiting: this.state.waiting.filter((w) => !answers.some((a) => a.id === w.id)),
        last: item
          ? {
              id: item.id,
              channelId: item.channelId,
              syncId: newest?.syncId ?? null,
              seen: item.seen,
              words: told.length > 0 ? told.map((a) => a.words).join(" ") : null,
              at: Date.now(),
            }
          : this.state.last,
      });
      this.onTaken();
    } catch {
      this.timer = setTimeout(() => void this.flush(), RETRY_MS);
      this.hasFailed = true;
    } finally {
      this.isSending = false;
      const goesOn = !this.hasFailed && this.state.waiting.length > 0;
      this.hasFailed = false;
      if (goesOn) void this.flush();
    }
  }
}

const boxes = new Map<number, Outbox>();

/** The outbox of a day; in the browser only. */
export function outboxOf(dayId: number): Outbox {
  const box = boxes.get(dayId) ?? new Outbox(dayId);
  boxes.set(dayId, box);
  return box;
}

const nobody = () => () => undefined;

export function useOutbox(dayId: number): OutboxState {
  const isBrowser = typeof window !== "undefined";
  return useSyncExternalStore(
    isBrowser ? outboxOf(dayId).follow : nobody,
    isBrowser ? outboxOf(dayId).read : () => NOTHING,
    () => NOTHING,
  );
}
