import { randomBytes, randomInt, timingSafeEqual } from "node:crypto";
import { fail, ok, type Result } from "~/core/units/result";
import type { JoinProblem } from "~/contract/messages/join";
import { GuestCookies } from "~/server/access/guestCookies.server";
import { JoinAttempts, type WrongCodes } from "~/server/access/joinAttempts.server";

/** A phone that was let in. */
export interface Guest {
  id: number;
  name: string;
  sinceMs: number;
  /** How many of its pages are open now. */
  pages: number;
}

export type JoinError = JoinProblem;

/** Where phones come in: addresses of this computer in its network, while that is open. */
export interface OpenDoor {
  addresses: string[];
  close: () => Promise<void>;
}

/** What the screen at the cart shows. */
export interface JoinView {
  door: { dayId: number; code: string; addresses: string[] } | null;
  guests: Guest[];
  /** Devices that typed so many wrong codes that they must wait. */
  guessers: WrongCodes[];
}

interface Session extends Guest {
  token: string;
  gone: AbortController;
}

const CODE_DIGITS = 6;
const LONGEST_NAME = 24;
/** More phones than a crew has; each costs the computer a stream. */
const MAX_GUESTS = 40;

/**
 * Lets phones on the local network into one day, and only while the mixer wants it: no port is open
 * otherwise. Who came in is known by a secret of their own, kept in memory alone: after a restart
 * nobody is in.
 */
export class GuestSessions {
  private door: (OpenDoor & { dayId: number; code: string }) | null = null;
  private readonly attempts: JoinAttempts;
  /** The cookies that phones are known by. */
  readonly cookies = new GuestCookies();
  private sessions: Session[] = [];
  private lastId = 0;

  constructor(
    private readonly p: {
      open: () => Promise<Result<OpenDoor, JoinError>>;
      nowMs: () => number;
      onChange: () => void;
    },
  ) {
    this.attempts = new JoinAttempts(p.nowMs);
  }

  get view(): JoinView {
    return {
      door: this.door && {
        dayId: this.door.dayId,
        code: this.door.code,
        addresses: this.door.addresses,
      },
      guests: this.sessions.map(({ id, name, sinceMs, pages }) => ({ id, name, sinceMs, pages })),
      guessers: this.attempts.guessers(),
    };
  }

  /** Opens the door for one day; open already, it stays as it is for that day. */
  async open(dayId: number): Promise<Result<null, JoinError>> {
    if (this.door?.dayId === dayId) return ok(null);
    await this.shut();
    const opened = await this.p.open();
    if (!opened.ok) return opened;
    this.door = { ...opened.value, dayId, code: freshCode() };
    this.p.onChange();
    return ok(null);
  }

  /** Closes the port and sends everybody away. */
  async shut(): Promise<void> {
    const { door } = this;
    this.door = null;
    for (const { id } of [...this.sessions]) this.sendAway(id);
    await door?.close();
    this.p.onChange();
  }

  /**
   * Lets a phone in that knows the code. A device that guesses waits longer and longer, whatever it
   * types meanwhile; the door and everybody else are left as they are.
   * @param p.device - as the network knows it
   * @returns its secret
   */
  enter({
    code,
    name,
    device,
  }: {
    code: string;
    name: string;
    device: string;
  }): Result<{ token: string; dayId: number }, JoinError> {
    const { door } = this;
    if (!door) return fail({ code: "door-shut" });
    const waitMs = this.attempts.waitMs(device);
    if (waitMs > 0) return fail({ code: "wait", waitMs });
    const plain = name.trim().slice(0, LONGEST_NAME);
    if (!isSameCode(code.replace(/\D/g, ""), door.code)) {
      const nextWaitMs = this.attempts.failed(device);
      // the cart sees who guesses
      if (nextWaitMs > 0) this.p.onChange();
      return fail({ code: "wrong-code", waitMs: nextWaitMs });
    }
    if (plain === "") return fail({ code: "name-missing" });
    if (this.sessions.length >= MAX_GUESTS) return fail({ code: "too-many", most: MAX_GUESTS });
    this.attempts.succeeded(device);
    this.lastId += 1;
    const taken = this.sessions.some((s) => s.name.toLowerCase() === plain.toLowerCase());
    const session: Session = {
      id: this.lastId,
      name: taken ? `${plain} ${this.lastId}` : plain,
      sinceMs: this.p.nowMs(),
      pages: 0,
      token: randomBytes(32).toString("hex"),
      gone: new AbortController(),
    };
    this.sessions.push(session);
    this.p.onChange();
    return ok({ token: session.token, dayId: door.dayId });
  }

  /**
   * Whose secret it is, the day it may see, and the signal that ends its streams; null for
   * nobody's.
   */
  guestOf(
    token: string | null,
  ): { id: number; name: string; dayId: number; gone: AbortSignal } | null {
    const session = token === null ? undefined : this.sessions.find((s) => s.token === token);
    return session && this.door
      ? { id: session.id, name: session.name, dayId: this.door.dayId, gone: session.gone.signal }
      : null;
  }

  sendAway(id: number): void {
    this.sessions.find((s) => s.id === id)?.gone.abort();
    this.sessions = this.sessions.filter((s) => s.id !== id);
    this.p.onChange();
  }

  /** A page of a guest is open, or shut again. */
  pageOf(id: number, change: 1 | -1): void {
    const session = this.sessions.find((s) => s.id === id);
    if (!session) return;
    session.pages = Math.max(0, session.pages + change);
    this.p.onChange();
  }
}

/** In a time that tells nothing of where the two differ. */
const isSameCode = (typed: string, code: string): boolean =>
  typed.length === code.length && timingSafeEqual(Buffer.from(typed), Buffer.from(code));

const freshCode = (): string => String(randomInt(10 ** CODE_DIGITS)).padStart(CODE_DIGITS, "0");
