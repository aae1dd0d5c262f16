import {
  dayLog,
  filterLog,
  LOG_GROUPS,
  type LogEntry,
  type LogFilter,
  type LogGroup,
} from "~/core/report/dayLog";
import type { LengthUnit } from "~/core/units/lengths";
import { fail, ok } from "~/core/units/result";
import { listAllChannels, listChannelChanges } from "~/server/db/repositories/channels.server";
import { listNumberedSyncs } from "~/server/db/repositories/records.server";
import { LIST_KINDS, listHeads } from "~/server/db/repositories/versionedLists.server";
import { logNamesOf, logTextOf } from "~/contract/messages/log";
import type { Database } from "~/server/db/connection.server";
import type { AppContext } from "~/server/services/appContext.server";
import { type LoadedDay, requireDay } from "./dayView.server";
import { recordEvent } from "./recordEvent.server";
import type { ServiceResult } from "~/server/services/serviceResult";

export interface LogView {
  entries: LogEntry[];
  /** Everybody who was ever wired today, those who left too. */
  talkers: { id: number; number: number; talker: string }[];
  packs: Record<string, string>;
  places: Record<number, string>;
  lengthUnit: LengthUnit;
}

/** Everything that happened on a day, the oldest first. */
export async function logOf(app: AppContext, dayId: number): ServiceResult<LogView> {
  const got = await requireDay(app, dayId);
  return got.ok ? ok(await logView(app, got.value)) : got;
}

/** The same of a day that is loaded. */
export async function logView(
  app: AppContext,
  { day, sweeps, plans, levels, placeChecks, events, units, places }: LoadedDay,
): Promise<LogView> {
  const [syncs, channelChanges, channels, ...lists] = await Promise.all([
    listNumberedSyncs(app.db, day.id),
    listChannelChanges(app.db, day.id),
    listAllChannels(app.db, day.id),
    // what was said on the page of one system stands in the log as what came of it
    ...LIST_KINDS.filter((k) => k !== "quick").map((k) => listHeads(app.db, k, day.id)),
  ]);
  return {
    entries: dayLog({
      sweeps,
      plans,
      syncs,
      levels,
      placeChecks,
      events,
      channelChanges,
      lists: lists.flat(),
    }),
    talkers: channels.map(({ id, number, talker }) => ({ id, number, talker })),
    packs: Object.fromEntries(units.map((u) => [u.key, u.label])),
    places: Object.fromEntries(places.map((p) => [p.id, p.name])),
    lengthUnit: day.lengthUnit,
  };
}

/**
 * The newest of the entries that fit a filter, and how many there are: a long day has more than a
 * page can take.
 */
export interface LogPage extends LogView {
  total: number;
  found: number;
  hits: number;
  /** What the day has entries of. */
  groups: LogGroup[];
}

export async function logPage(
  app: AppContext,
  dayId: number,
  filter: LogFilter,
  most: number,
): ServiceResult<LogPage> {
  const got = await requireDay(app, dayId);
  if (!got.ok) return got;
  const { generation, writes } = app.db;
  const known = newest.get(app.db);
  const whole =
    known?.dayId === dayId && known.generation === generation && known.writes === writes
      ? known
      : {
          dayId,
          generation,
          writes,
          view: await logView(app, got.value),
          texts: new Map<string, string>(),
        };
  newest.set(app.db, whole);
  const { view, texts } = whole;
  const names = logNamesOf(view);
  const textOf = (e: LogEntry): string => {
    const text = texts.get(e.key) ?? logTextOf(e, names);
    texts.set(e.key, text);
    return text;
  };
  const found = filterLog(view.entries, filter, textOf);
  const has = new Set(view.entries.map((e) => e.group));
  return ok({
    ...view,
    entries: found.slice(Math.max(0, found.length - most)),
    found: found.length,
    total: view.entries.length,
    hits: view.entries.filter((e) => e.what.kind === "event" && e.what.event.kind === "hit").length,
    groups: LOG_GROUPS.filter((g) => has.has(g)),
  });
}

/**
 * The log that was looked at last, for whoever looks on: it is put together once for each write.
 */
const newest = new WeakMap<
  Database,
  { dayId: number; generation: string; writes: number; view: LogView; texts: Map<string, string> }
>();

/** Puts an entry right: what was written stays, and beside it stands what is right. */
export async function correctEntry(
  app: AppContext,
  dayId: number,
  p: { ofKey: string; text: string; idempotencyKey: string | null },
): ServiceResult {
  const got = await requireDay(app, dayId);
  if (!got.ok) return got;
  const text = p.text.trim();
  if (text === "")
    return fail({ code: "setting-unknown", refusal: { code: "no-words", of: "correction" } });
  const { entries } = await logView(app, got.value);
  if (!entries.some((e) => e.key === p.ofKey)) return fail({ code: "not-found", what: "entry" });
  await recordEvent(
    app,
    got.value.day,
    { kind: "correction", ofKey: p.ofKey, text },
    { idempotencyKey: p.idempotencyKey },
  );
  return ok(null);
}
