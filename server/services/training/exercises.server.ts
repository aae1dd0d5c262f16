import { defined } from "~/core/units/items";
import type { ScriptedEvent } from "~/core/simulator/rig";
import { DAY_EXERCISE_MS, dayExercise, exerciseId, scoreDay } from "~/core/training/dayExercise";
import { EXERCISE_KINDS, type ExerciseKind, MAX_SEED } from "~/core/training/exercise";
import type { FaultCause } from "~/core/training/faultExercise";
import { fail, ok } from "~/core/units/result";
import {
  type ExerciseResult,
  insertResult,
  listResults,
} from "~/server/db/repositories/exercises.server";
import { nameOf } from "~/server/access/asker.server";
import type { AppContext } from "~/server/services/appContext.server";
import {
  dayToOpen,
  type LoadedDay,
  loadDay,
  requireDay,
} from "~/server/services/day/dayView.server";
import { recordEvent } from "~/server/services/day/recordEvent.server";
import { beginRoll } from "~/server/services/roll/roll.server";
import type { ServiceResult } from "~/server/services/serviceResult";

/** What was practised so far. */
export interface PracticeView {
  kinds: {
    kind: ExerciseKind;
    times: number;
    best: number | null;
    last: (ExerciseResult & { id: number }) | null;
  }[];
  results: (ExerciseResult & { id: number })[];
  /** Whether there is a practice day to roll ten minutes of. */
  hasDay: boolean;
}

const SHOWN = 30;

export async function practiceView(app: AppContext): Promise<PracticeView> {
  const results = await listResults(app.db);
  return {
    results: results.slice(0, SHOWN),
    hasDay: app.simulator !== null,
    kinds: EXERCISE_KINDS.map((kind) => {
      const of = results.filter((r) => r.kind === kind);
      return {
        kind,
        times: of.length,
        best: of.length === 0 ? null : Math.max(...of.map((r) => r.points)),
        last: of[0] ?? null,
      };
    }),
  };
}

/** Keeps how an exercise went. */
export async function keepResult(
  app: AppContext,
  p: Pick<ExerciseResult, "kind" | "seed" | "points" | "bestPoints">,
  runKey: string | null = null,
): ServiceResult<number> {
  if (p.seed < 0 || p.seed > MAX_SEED || !Number.isInteger(p.seed))
    return fail({ code: "setting-unknown", refusal: { code: "no-such-exercise", seed: p.seed } });
  return ok(
    await app.db.write((t) =>
      insertResult(app.db, { ...p, atRealMs: app.realNowMs(), who: nameOf(app.asker), runKey }, t),
    ),
  );
}

export interface DayExerciseView {
  dayId: number;
  /** "not-ready": nothing is planned and verified that could go wrong. */
  state: "not-ready" | "ready" | "running" | "over";
  untilMs: number | null;
  nowMs: number;
  score: ReturnType<typeof scoreDay> | null;
  names: Record<number, string>;
  /** Which run it is; null before it was begun. */
  runKey: string | null;
  isKept: boolean;
}

const begunOf = ({ events }: LoadedDay, seed: number) =>
  events.findLast((e) => e.what.kind === "exercise" && e.what.seed === seed);

/** Ten minutes of the practice day as their screen shows them. */
export async function dayExerciseView(
  app: AppContext,
  seed: number,
): ServiceResult<DayExerciseView> {
  const dayId = await dayToOpen(app);
  const loaded = dayId === null ? null : await loadDay(app, dayId);
  const practice = loaded?.day.isPractice ? app.simulator : null;
  if (!loaded || !practice) return fail({ code: "no-rig" });
  const { facts, day } = loaded;
  const base = {
    dayId: day.id,
    nowMs: facts.nowMs,
    names: Object.fromEntries(facts.channels.map((c) => [c.id, c.talker])),
  };
  const begun = begunOf(loaded, seed);
  if (!begun)
    return ok({
      ...base,
      state:
        loaded.plan && facts.syncs.some((s) => s.kind === "pack-synced") ? "ready" : "not-ready",
      untilMs: null,
      score: null,
      runKey: null,
      isKept: false,
    });
  const script = await practice.script();
  const mine = (script.ok ? script.value : []).filter((h) =>
    h.id.startsWith(`${exerciseId(seed, begun.atMs)} `),
  );
  const events = mine.flatMap((h) => {
    const channel = facts.channels.find(
      (c) =>
        ("packKey" in h && h.packKey === c.packKey) ||
        ("nearPack" in h && h.nearPack === c.packKey) ||
        ("aroundPack" in h && h.aroundPack === c.packKey) ||
        ("receiverKey" in h && h.receiverKey === c.receiverKey),
    );
    return channel
      ? [{ atMs: h.fromMs, channelId: channel.id, cause: h.id.split(" ").at(-1) as FaultCause }]
      : [];
  });
  const runKey = `${day.uid} ${begun.id}`;
  const score = scoreDay({ events, log: loaded.events, fromMs: begun.atMs, nowMs: facts.nowMs });
  return ok({
    ...base,
    state: score.isOver ? "over" : "running",
    untilMs: begun.atMs + DAY_EXERCISE_MS,
    score,
    runKey,
    isKept: (await listResults(app.db)).some((r) => r.runKey === runKey),
  });
}

/**
 * Begins ten minutes on the practice day: it rolls, and what is to happen is laid out beside what
 * the day has anyway.
 */
export async function beginDayExercise(
  app: AppContext,
  seed: number,
): ServiceResult<{ dayId: number }> {
  const view = await dayExerciseView(app, seed);
  if (!view.ok) return view;
  const { dayId, state } = view.value;
  if (state === "not-ready") return fail({ code: "not-found", what: "plan" });
  if (state === "running") return ok({ dayId });
  const rolled = await beginRoll(app, dayId);
  if (!rolled.ok) return rolled;
  const got = await requireDay(app, dayId);
  if (!got.ok) return got;
  const { day, facts } = got.value;
  const practice = defined(app.simulator);
  const fromMs = Math.round(facts.nowMs);
  const standing = await practice.script();
  const plot = dayExercise({ channels: facts.channels, fromMs, seed });
  const script: ScriptedEvent[] = [
    ...(standing.ok ? standing.value : []),
    ...plot.map((p) => p.scripted),
  ];
  const set = await practice.setScript(script);
  if (!set.ok) return fail({ code: "device", error: set.error, unit: "the practice units" });
  await recordEvent(app, day, { kind: "exercise", seed }, { atMs: fromMs });
  return ok({ dayId });
}

/** Ends it where it is over, and keeps how it went, once. */
export async function endDayExercise(app: AppContext, seed: number): ServiceResult {
  const view = await dayExerciseView(app, seed);
  if (!view.ok) return view;
  const { score, state, runKey } = view.value;
  if (state !== "over" || !score || runKey === null)
    return fail({ code: "not-found", what: "step" });
  const done = await keepResult(
    app,
    { kind: "day", seed, points: score.points, bestPoints: score.bestPoints },
    runKey,
  );
  return done.ok ? ok(null) : done;
}
