import {
  needsReadings,
  rfHistoryFromPieces,
  rfHistoryFromSummaries,
  type RfHistoryWindow,
  SLOT_MS,
} from "~/core/monitor/timeline";
import { DAY_EXERCISE_MS } from "~/core/training/dayExercise";
import { fail, ok } from "~/core/units/result";
import { listEvents } from "~/server/db/repositories/dayEvents.server";
import { listDays } from "~/server/db/repositories/days.server";
import { loadPieces, loadSummaries, readingsSpan } from "~/server/db/repositories/readings.server";
import { listAllChannels } from "~/server/db/repositories/channels.server";
import type { AppContext } from "~/server/services/appContext.server";
import { packPowerNow } from "~/server/services/day/packPower.server";
import { batteriesViewOf } from "~/server/services/day/batteries.server";
import { requireDay } from "~/server/services/day/dayView.server";
import { type HitView, hitsOf } from "./hits.server";
import { recordEvent } from "~/server/services/day/recordEvent.server";
import { plotDay } from "~/server/services/training/plotDay.server";
import { type SlateView, slateOf } from "./slate.server";
import type { ServiceResult } from "~/server/services/serviceResult";

export interface RollView {
  /** "before": it never rolled today; "over": it was wrapped. */
  state: "before" | "rolling" | "over";
  /** Looked at at the cart, which begins it; a phone only looks on. */
  isCart: boolean;
  sinceMs: number | null;
  hits: HitView[];
  spares: { frequencyHz: number; for: number[] }[];
  /** Ten minutes of practice that began not long ago. */
  exercise: { seed: number; untilMs: number } | null;
  /** When each channel's cells are changed next, as planned; those that last are left out. */
  batteryChanges: Record<number, number>;
  slate: SlateView;
  /** Hours that each channel's set has left by the clock; null where nobody said when it went in. */
  batteryHours: Record<number, number | null>;
}

/** A day as its roll screen is opened. */
export async function rollView(app: AppContext, dayId: number): ServiceResult<RollView> {
  const got = await requireDay(app, dayId);
  if (!got.ok) return got;
  const loaded = got.value;
  const last = loaded.events.findLast((e) => e.what.kind === "roll");
  const isOn = last?.what.kind === "roll" && last.what.isOn;
  const begun = loaded.events.findLast((e) => e.what.kind === "exercise");
  const exercise =
    begun?.what.kind === "exercise" && loaded.facts.nowMs < begun.atMs + 2 * DAY_EXERCISE_MS
      ? { seed: begun.what.seed, untilMs: begun.atMs + DAY_EXERCISE_MS }
      : null;
  const cells = await batteriesViewOf(app, loaded);
  const batteryChanges = Object.fromEntries(
    cells.rows.flatMap((r) => {
      const next = cells.cells.packs
        .find((p) => p.packKey === r.packKey && !p.isUnknown)
        ?.changes.find((c) => c.atMs >= loaded.facts.nowMs);
      return next ? [[r.channelId, next.atMs]] : [];
    }),
  );
  const batteryHours = Object.fromEntries(
    loaded.facts.channels.map((c) => [
      c.id,
      packPowerNow(app, loaded, c.packKey)?.left?.hours ?? null,
    ]),
  );
  return ok({
    exercise,
    batteryChanges,
    batteryHours,
    slate: slateOf(loaded, loaded.facts.nowMs),
    state: isOn ? "rolling" : last ? "over" : "before",
    isCart: app.asker.kind === "cart",
    sinceMs: last?.atMs ?? null,
    hits: await hitsOf(app, loaded),
    spares: loaded.plan?.spares ?? [],
  });
}

/** The receivers are followed and what they read is kept, from now on until it is ended. */
export async function beginRoll(app: AppContext, dayId: number): ServiceResult {
  const got = await requireDay(app, dayId);
  if (!got.ok) return got;
  const last = got.value.events.findLast((e) => e.what.kind === "roll")?.what;
  if (!(last?.kind === "roll" && last.isOn))
    await recordEvent(app, got.value.day, { kind: "roll", isOn: true });
  await plotDay(app, got.value);
  await app.roll.follow(dayId);
  return ok(null);
}

export async function endRoll(app: AppContext, dayId: number): ServiceResult {
  const got = await requireDay(app, dayId);
  if (!got.ok) return got;
  if (app.roll.followedDayId === dayId) await app.roll.leave();
  const last = got.value.events.findLast((e) => e.what.kind === "roll")?.what;
  if (last?.kind === "roll" && last.isOn)
    await recordEvent(app, got.value.day, { kind: "roll", isOn: false });
  return ok(null);
}

/** Takes up again what rolled when the application ended, however it ended. */
export async function resumeRoll(app: AppContext): Promise<void> {
  for (const day of (await listDays(app.db)).filter((d) => !d.isArchived).reverse()) {
    const last = (await listEvents(app.db, day.id, ["roll"])).at(-1)?.what;
    if (!(last?.kind === "roll" && last.isOn)) continue;
    const loaded = await requireDay(app, day.id);
    if (loaded.ok) await plotDay(app, loaded.value);
    return app.roll.follow(day.id);
  }
}

export interface RfHistoryAnswer extends RfHistoryWindow {
  /** Extremes of each channel, column by column (core/monitor/extremes), base64. */
  channels: Record<number, string>;
  span: { fromMs: number; toMs: number } | null;
}

const MAX_COLUMNS = 4000;
const LONGEST_MS = 7 * 86_400_000;

/** Any stretch of the day's RF history, as finely as it is asked for. */
export async function rfHistoryOf(
  app: AppContext,
  dayId: number,
  window: RfHistoryWindow,
): ServiceResult<RfHistoryAnswer> {
  const { fromMs, toMs, columns } = window;
  if (!(toMs > fromMs) || toMs - fromMs > LONGEST_MS || columns < 1 || columns > MAX_COLUMNS)
    return fail({
      code: "setting-unknown",
      refusal: { code: "no-such-window" },
    });
  const [rfHistory, span] = await Promise.all([
    needsReadings(window)
      ? loadPieces(app.db, dayId, fromMs, toMs).then((p) => rfHistoryFromPieces(p, window))
      : loadSummaries(app.db, dayId, fromMs, toMs).then((s) => rfHistoryFromSummaries(s, window)),
    readingsSpan(app.db, dayId),
  ]);
  return ok({
    ...window,
    span,
    channels: Object.fromEntries(
      [...rfHistory].map(([id, bytes]) => [id, Buffer.from(bytes).toString("base64")]),
    ),
  });
}

/** The last minutes as they are held, for a page that begins to follow. */
export function recentReadings(
  app: AppContext,
  dayId: number,
  seconds: number,
): { toSlot: number; channels: Record<number, string> } {
  if (app.roll.followedDayId !== dayId) return { toSlot: 0, channels: {} };
  const { toSlot, channels } = app.roll.recent(
    Math.round((Math.min(900, Math.max(1, seconds)) * 1000) / SLOT_MS),
  );
  return {
    toSlot,
    channels: Object.fromEntries(
      channels.map((c) => [c.channelId, Buffer.from(c.bytes).toString("base64")]),
    ),
  };
}

/** A note of the day, or of one channel. What is sent twice stands once. */
export async function putNote(
  app: AppContext,
  dayId: number,
  p: { text: string; channelId: number | null; agoMs: number; idempotencyKey: string | null },
): ServiceResult<number> {
  const got = await requireDay(app, dayId);
  if (!got.ok) return got;
  const text = p.text.trim();
  if (text === "")
    return fail({ code: "setting-unknown", refusal: { code: "no-words", of: "note" } });
  if (
    p.channelId !== null &&
    !(await listAllChannels(app.db, dayId)).some((c) => c.id === p.channelId)
  )
    return fail({ code: "not-found", what: "channel" });
  return ok(
    await recordEvent(
      app,
      got.value.day,
      { kind: "note", channelId: p.channelId, text },
      { atMs: got.value.facts.nowMs - Math.max(0, p.agoMs), idempotencyKey: p.idempotencyKey },
    ),
  );
}
