import type { Effort } from "~/core/audio/levelChain";
import type { VerificationOutcome, VerificationPart } from "~/core/channel/verificationParts";
import { isGoodOutcome } from "~/core/channel/verificationParts";
import {
  choosesItself,
  completed,
  isSamePlace,
  type QuickPlace,
  type QuickSet,
  withLearned,
} from "./quickSet";

/** What a receiver's own screen told of the air here. */
export type ScanWord =
  /** Members of one list that it calls free; it passes over the others that it has. */
  | { kind: "members"; list: string; free: string[]; of: number }
  | { kind: "count"; list: string; free: number; of: number }
  /** A place that its search stopped at, or the quietest of its graph. */
  | { kind: "proposal" | "graph"; place: QuickPlace };

/** Where a number in use came from. */
export type PlaceFrom = "scan" | "ours" | "given" | "last-time";

/** Where the shoot is, as far as it matters for one system. */
export interface QuickWhere {
  /** Whose regulations hold: a region's name. */
  region: string;
  setting: "indoors" | "outdoors";
  /** Empty where nobody named it. */
  place: string;
}

export interface QuickLevelSet {
  voice: Effort;
  isNoisy: boolean;
  gainDb: number;
  outputDb: number;
  inputGainDb: number;
  /** What the camera's or recorder's meter peaked at, dBFS; null where nobody read it. */
  seenDbfs: number | null;
}

/** Something that a person said or did, in the order in which it was. */
export type QuickEvent = { id: string; atMs: number } & (
  | {
      what: "begun";
      set: QuickSet;
      where: QuickWhere;
      level: QuickLevelSet | null;
      /** Numbers that somebody gave for it, the first one first. */
      assigned: QuickPlace[];
      /** How long the batteries had run when the set was last switched off; null: not known. */
      ranBefore: RanHours | null;
    }
  | { what: "set"; set: QuickSet }
  | { what: "where"; where: QuickWhere }
  /** The second system: another pack of the same receiver, or another set beside it. */
  | { what: "second"; set: QuickSet }
  | { what: "heard"; system: number; word: ScanWord }
  | { what: "used"; system: number; place: QuickPlace; from: PlaceFrom }
  | { what: "matched"; system: number }
  | { what: "seen"; system: number; part: VerificationPart; outcome: VerificationOutcome }
  | { what: "level"; system: number; level: QuickLevelSet }
  /** New batteries, or how long those that are in have run. */
  | { what: "batteries"; system: number; end: "pack" | "receiver"; ranHours: number }
  /** Interference on the number in use; another one follows. */
  | { what: "hit"; system: number; next: QuickPlace | null }
  /** Elsewhere: what was scanned and verified no longer holds. */
  | { what: "moved"; where: QuickWhere }
  | { what: "off" }
  | { what: "undo"; of: string }
);

/** Hours that the batteries of both ends have run. */
export interface RanHours {
  pack: number | null;
  receiver: number | null;
}

/** What a person says or does, before it has its number and its time. */
export type QuickSaid = QuickEvent extends infer E
  ? E extends QuickEvent
    ? Omit<E, "id" | "atMs">
    : never
  : never;

export interface SeenPart {
  part: VerificationPart;
  outcome: VerificationOutcome;
  atMs: number;
}

export interface BatteryState {
  /** How long they had run by then. */
  ranHours: number;
  atMs: number;
}

/** One channel of the session. */
export interface QuickSystem {
  set: QuickSet;
  /** Numbers that somebody gave for it. */
  assigned: QuickPlace[];
  /** What its receiver told here, the newest of each kind and list. */
  words: ScanWord[];
  use: { place: QuickPlace; from: PlaceFrom; atMs: number } | null;
  /** The number before the last move: its units still show it. */
  last: QuickPlace | null;
  matchedMs: number | null;
  seen: SeenPart[];
  level: QuickLevelSet | null;
  /** Whether its level was set in this session, not merely taken over. */
  isLevelSet: boolean;
  batteries: { pack: BatteryState | null; receiver: BatteryState | null };
  /** What they had run when the set was last switched off: asked, not taken over. */
  ranBefore: RanHours | null;
  /** Numbers that were hit here, the newest last. */
  hits: { place: QuickPlace; atMs: number }[];
}

export interface QuickSession {
  startedMs: number;
  where: QuickWhere;
  /** When the place was last changed. */
  movedMs: number;
  systems: QuickSystem[];
  /** When everything was switched off; null as long as it is not. */
  offMs: number | null;
}

const systemOf = (set: QuickSet): QuickSystem => ({
  set,
  assigned: [],
  words: [],
  use: null,
  last: null,
  matchedMs: null,
  seen: [],
  level: null,
  isLevelSet: false,
  batteries: { pack: null, receiver: null },
  ranBefore: null,
  hits: [],
});

/** What stands of a list that a newer word takes the place of. */
const isReplaced = (old: ScanWord, word: ScanWord): boolean =>
  "list" in old && "list" in word ? old.list === word.list : old.kind === word.kind;

/** What a session stands at, from everything that was said and done, the oldest first.
 * @returns null before anything was begun */
export function foldSession(events: readonly QuickEvent[]): QuickSession | null {
  const undone = new Set(events.flatMap((e) => (e.what === "undo" ? [e.of] : [])));
  return events
    .filter((e) => !undone.has(e.id))
    .reduce<QuickSession | null>((session, event) => after(session, event), null);
}

function after(session: QuickSession | null, e: QuickEvent): QuickSession | null {
  if (e.what === "begun")
    return {
      startedMs: e.atMs,
      where: e.where,
      movedMs: e.atMs,
      systems: [
        { ...systemOf(e.set), level: e.level, assigned: e.assigned, ranBefore: e.ranBefore },
      ],
      offMs: null,
    };
  if (!session) return null;
  switch (e.what) {
    case "set":
      return {
        ...session,
        systems: session.systems.map((s, i) =>
          i === 0 ? { ...systemOf(e.set), level: s.level } : s,
        ),
      };
    case "where":
      return { ...session, where: e.where };
    case "moved":
      return {
        ...session,
        where: e.where,
        movedMs: e.atMs,
        systems: session.systems.map((s) => ({
          ...s,
          words: [],
          use: null,
          last: s.use?.place ?? s.last,
          matchedMs: null,
          seen: [],
          hits: [],
        })),
      };
    case "second":
      return { ...session, systems: [...session.systems.slice(0, 1), systemOf(e.set)] };
    case "off":
      return { ...session, offMs: e.atMs };
    case "undo":
      return session;
    default:
      return {
        ...session,
        systems: session.systems.map((s, i) => (i === e.system ? changed(s, e) : s)),
      };
  }
}

function changed(s: QuickSystem, e: Extract<QuickEvent, { system: number }>): QuickSystem {
  switch (e.what) {
    case "heard": {
      const { word } = e;
      const learned = "place" in word ? withLearned(s.set, word.place) : s.set;
      return { ...s, set: learned, words: [...s.words.filter((w) => !isReplaced(w, word)), word] };
    }
    case "used":
      return using(s, e.place, e.from, e.atMs);
    case "matched":
      return { ...s, matchedMs: e.atMs };
    case "seen":
      return {
        ...s,
        seen: [
          ...s.seen.filter((x) => x.part !== e.part),
          { part: e.part, outcome: e.outcome, atMs: e.atMs },
        ],
      };
    case "level":
      return { ...s, level: e.level, isLevelSet: true };
    case "batteries":
      return {
        ...s,
        batteries: { ...s.batteries, [e.end]: { ranHours: e.ranHours, atMs: e.atMs } },
      };
    case "hit": {
      const hit = s.use ? [{ place: s.use.place, atMs: e.atMs }] : [];
      const told = { ...s, hits: [...s.hits, ...hit] };
      return e.next ? using(told, e.next, "scan", e.atMs) : { ...told, use: null };
    }
  }
}

/** Another number: what was matched and seen on the one before no longer counts. */
function using(s: QuickSystem, told: QuickPlace, from: PlaceFrom, atMs: number): QuickSystem {
  const set = withLearned(s.set, told);
  const place = completed(set, told);
  const isSame = s.use !== null && isSamePlace(s.use.place, place);
  return {
    ...s,
    set,
    use: { place, from, atMs },
    ...(isSame ? {} : { matchedMs: null, seen: [] }),
  };
}

/** The parts that one system is verified by: quiet without its pack, then full and heard with it. */
export const QUICK_PARTS = ["silent", "rf", "voice"] as const satisfies readonly VerificationPart[];

export const outcomeOf = (s: QuickSystem, part: VerificationPart): VerificationOutcome | null =>
  s.seen.find((x) => x.part === part)?.outcome ?? null;

export const isVerified = (s: QuickSystem): boolean =>
  QUICK_PARTS.every((part) => {
    const outcome = outcomeOf(s, part);
    return outcome !== null && isGoodOutcome(part, outcome);
  });

export const QUICK_STEPS = [
  "have",
  "where",
  "frequency",
  "match",
  "verify",
  "level",
  "batteries",
  "go",
] as const;
export type QuickStep = (typeof QUICK_STEPS)[number];

/** Whether what a step asks is answered for one system. */
function isDone(step: QuickStep, s: QuickSystem): boolean {
  switch (step) {
    case "have":
    case "where":
      return true;
    case "frequency":
      return s.use !== null || choosesItself(s.set);
    case "match":
      return s.matchedMs !== null;
    case "verify":
      return isVerified(s);
    case "level":
      return s.isLevelSet;
    case "batteries":
      return s.batteries.pack !== null;
    case "go":
      return false;
  }
}

/**
 * What stands next, and of which system: the first system goes all the way to its batteries, then
 * the second; "go" where all is done.
 */
export function nextStep(session: QuickSession | null): { step: QuickStep; system: number } {
  if (!session) return { step: "have", system: 0 };
  for (const [system, s] of session.systems.entries()) {
    const step = QUICK_STEPS.find((x) => !isDone(x, s));
    if (step !== undefined && step !== "go") return { step, system };
  }
  return { step: "go", system: session.systems.length - 1 };
}

/** How each step of one system stands. */
export function stepsOf(
  session: QuickSession | null,
  system: number,
): { step: QuickStep; isDone: boolean }[] {
  const s = session?.systems[system];
  return QUICK_STEPS.map((step) => ({ step, isDone: s ? isDone(step, s) : false }));
}
