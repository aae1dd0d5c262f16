import type { Step } from "~/core/channel/nextSteps";
import type { Scene } from "./scenes";

/** What waits beside the work of making channels ready. */
export interface Dues {
  /** Planned changes of batteries, by channel. */
  batteries: readonly { channelId: number; atMs: number }[];
  /** Checks before scenes that cannot be repeated. */
  checks: readonly SceneCheck[];
  /** What the roll shows now, in words: a channel may have several, its worst is told. */
  attention: readonly { channelId: number; what: string; long: string }[];
  /** Channels that no walk of the drawn plan is for. */
  unwalked: readonly number[];
  /** What of the preparation would still go wrong today, and from when. */
  preparation: { findings: number; atMs: number } | null;
}

export interface SceneCheck {
  channelId: number;
  sceneNumber: string;
  /** When it has to be done. */
  atMs: number;
}

/** A change of batteries enters the list so long before (common practice, no published source). */
const BATTERIES_AHEAD_MS = 60 * 60_000;
/**
 * A scene that cannot be repeated is prepared for from so long before, its check is done this long
 * before it, and holds so long (common practice, no published source).
 */
const CHECK_FROM_MS = 45 * 60_000;
const CHECK_LEAD_MS = 5 * 60_000;
const CHECK_HOLDS_MS = 60 * 60_000;

/**
 * Who has to be checked again before a scene that cannot be repeated: verified never, or too long
 * before it.
 * @param channels - with when each was verified last; null: never
 */
export function sceneChecks(
  scenes: readonly Scene[],
  channels: readonly { id: number; talker: string; verifiedAtMs: number | null }[],
  nowMs: number,
): SceneCheck[] {
  return scenes
    .filter((s) => !s.isRepeatable && s.startMs > nowMs && s.startMs - nowMs <= CHECK_FROM_MS)
    .sort((a, b) => a.startMs - b.startMs)
    .flatMap((s) =>
      channels
        .filter(
          (c) =>
            s.speakers.includes(c.talker) &&
            (c.verifiedAtMs === null || s.startMs - c.verifiedAtMs > CHECK_HOLDS_MS),
        )
        .map((c) => ({
          channelId: c.id,
          sceneNumber: s.number,
          atMs: s.startMs - CHECK_LEAD_MS,
        })),
    );
}

/** Groups in the order of their first. */
function grouped<T>(list: readonly T[], key: (item: T) => string): T[][] {
  const groups = new Map<string, T[]>();
  for (const item of list) groups.set(key(item), [...(groups.get(key(item)) ?? []), item]);
  return [...groups.values()];
}

/**
 * The one list of what to do next: the work of making channels ready, and everything else that
 * waits, in the order of the time that is left. What goes wrong comes first, then what is overdue; work has until the
 * place's own work begins, or is due now.
 * @param workAtMs - when the work at this place begins
 */
export function nextList(
  work: readonly Step[],
  dues: Dues,
  { nowMs, workAtMs }: { nowMs: number; workAtMs: number },
): Step[] {
  const readyByMs = Math.max(nowMs, workAtMs);
  const timed: { atMs: number; step: Step }[] = [
    ...dues.attention.map(({ channelId, what, long }) => ({
      // it goes wrong now
      atMs: -Infinity,
      step: {
        code: "attention" as const,
        stage: "roll" as const,
        channelIds: [channelId],
        what,
        long,
      },
    })),
    ...grouped(
      dues.batteries.filter((b) => b.atMs - nowMs <= BATTERIES_AHEAD_MS),
      (b) => String(b.atMs),
    ).map((group) => ({
      atMs: Math.min(...group.map((b) => b.atMs)),
      step: {
        code: "batteries" as const,
        stage: "batteries" as const,
        channelIds: group.map((b) => b.channelId),
        atMs: Math.min(...group.map((b) => b.atMs)),
      },
    })),
    ...work.flatMap((step) =>
      walkedOnly(step, dues.unwalked).map((s) => ({
        atMs: s.code === "move" ? s.atMs : readyByMs,
        step: s,
      })),
    ),
    ...grouped(dues.checks, (c) => c.sceneNumber).map((group) => ({
      atMs: Math.min(...group.map((c) => c.atMs)),
      step: {
        code: "check-scene" as const,
        stage: "sync" as const,
        channelIds: group.map((c) => c.channelId),
        sceneNumber: group[0]?.sceneNumber ?? "",
        atMs: Math.min(...group.map((c) => c.atMs)),
      },
    })),
  ];
  // before the day begins the work itself tells of the preparation
  if (dues.preparation && !work.some((s) => s.code === "prepare"))
    timed.push({
      atMs: dues.preparation.atMs,
      step: {
        code: "prepare",
        stage: "prep",
        findings: dues.preparation.findings,
        before: "scene",
        untilMs: dues.preparation.atMs - nowMs,
      },
    });
  return timed
    .map((t, order) => ({ ...t, order }))
    .sort((a, b) => byTime(a.atMs, b.atMs) || a.order - b.order)
    .map(({ step }) => step);
}

/** -Infinity less itself is no number. */
const byTime = (a: number, b: number): number => (a === b ? 0 : a - b);

/** Range is checked for those who walk; for the others a walk is drawn first. */
function walkedOnly(step: Step, unwalked: readonly number[]): Step[] {
  if (step.code !== "place" || (step.why !== "none" && step.why !== "stale")) return [step];
  const without = step.channelIds.filter((id) => unwalked.includes(id));
  const rest = step.channelIds.filter((id) => !unwalked.includes(id));
  return [
    ...(without.length > 0
      ? [{ code: "draw-walk" as const, stage: "draw" as const, channelIds: without }]
      : []),
    ...(rest.length > 0 ? [{ ...step, channelIds: rest }] : []),
  ];
}
