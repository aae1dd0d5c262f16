import { SHOOTS } from "~/contract/messages/shoots";
import { fail, ok } from "~/core/units/result";
import { placeText, type QuickSet } from "~/core/quick/quickSet";
import { ranHoursOf } from "~/core/quick/power";
import {
  foldSession,
  type QuickEvent,
  type QuickLevelSet,
  type RanHours,
} from "~/core/quick/session";
import type { Region } from "~/core/regulations/region";
import { listDays, listShoots } from "~/server/db/repositories/days.server";
import { newestItems, type QuickRecord } from "~/server/db/repositories/versionedLists.server";
import type { ServiceError } from "~/contract/schemas/serviceError";
import type { AppContext } from "~/server/services/appContext.server";
import { todayIso } from "~/server/services/day/clock.server";
import { knownRegions } from "~/server/services/frequencies/regions.server";
import { newestList, storeNextList } from "~/server/services/prep/versionedLists.server";
import type { ServiceResult } from "~/server/services/serviceResult";
import { newDay } from "~/server/services/shoots/shoots.server";
import { setVerificationForm } from "~/server/services/sync/syncs.server";
import { putOnDay } from "./quickDay.server";

/** A set as it was used last. */
export interface RememberedSet {
  sessionId: string;
  set: QuickSet;
  level: QuickLevelSet | null;
  /** What its batteries had run when it was switched off; null where it was not. */
  ranBefore: RanHours | null;
  region: string;
  place: string;
  /** As its units showed it; empty without one. */
  number: string;
}

export interface QuickHome {
  /** The session that runs today; null where none does. */
  current: (QuickRecord & { dayId: number }) | null;
  /** Sets of earlier sessions, the newest first, each once. */
  remembered: RememberedSet[];
  regions: Region[];
}

/** So many sets are told again. */
const MAX_REMEMBERED = 4;

type StoredSession = QuickRecord & { dayId: number; dateIso: string };

/** Every session that there is, the newest first. */
async function sessionsOf(app: AppContext): Promise<StoredSession[]> {
  const found: StoredSession[] = [];
  for (const { id, dateIso, isArchived } of (await listDays(app.db)).reverse()) {
    if (isArchived) continue;
    const [record] = await newestItems(app.db, "quick", id);
    if (record) found.push({ ...record, dayId: id, dateIso });
  }
  return found;
}

/** What the page of one system begins with. */
export async function quickHome(app: AppContext): Promise<QuickHome> {
  const sessions = await sessionsOf(app);
  const today = todayIso(app);
  const running = sessions.find(
    (s) => s.dateIso === today && foldSession(s.events)?.offMs === null,
  );
  const remembered: RememberedSet[] = [];
  for (const { sessionId, events } of sessions) {
    const session = foldSession(events);
    const system = session?.systems[0];
    if (!session || !system || remembered.length >= MAX_REMEMBERED) continue;
    if (remembered.some((r) => isSameSet(r.set, system.set))) continue;
    remembered.push({
      sessionId,
      set: system.set,
      level: system.level,
      ranBefore: session.offMs === null ? null : ranHoursOf(system, session.offMs),
      region: session.where.region,
      place: session.where.place,
      number: system.use ? placeText(system.set, system.use.place) : "",
    });
  }
  return {
    current: running
      ? { sessionId: running.sessionId, events: running.events, dayId: running.dayId }
      : null,
    remembered,
    regions: (await knownRegions(app.db)).map((k) => k.region),
  };
}

/** The same receiver, whatever its lists have learned since. */
const isSameSet = (a: QuickSet, b: QuickSet): boolean =>
  JSON.stringify({ ...a, lists: [] }) === JSON.stringify({ ...b, lists: [] });

/**
 * Puts down what was said on the page of one system, and carries it into the day that is made of
 * it. What came before counts once. Nothing of it is lost where the day refuses a part: that is
 * told beside it.
 */
export async function takeQuick(
  app: AppContext,
  sessionId: string,
  sent: readonly QuickEvent[],
): ServiceResult<{ dayId: number; refused: ServiceError[] }> {
  const known = (await sessionsOf(app)).find((s) => s.sessionId === sessionId);
  const before = known?.events ?? [];
  const added = sent.filter((e) => !before.some((b) => b.id === e.id));
  const first = [...before, ...added][0];
  if (first?.what !== "begun") return fail({ code: "not-found", what: "day" });
  let dayId = known?.dayId;
  if (dayId === undefined) {
    const shoot = (await listShoots(app.db)).find((s) => s.name === SHOOTS.oneName);
    const made = await newDay(app, {
      name: SHOOTS.oneName,
      ...(shoot ? { shootId: shoot.id } : {}),
      dateIso: todayIso(app),
      town: "",
      region: first.where.region,
      place: first.where.place || SHOOTS.onePlace,
    });
    if (!made.ok) return made;
    dayId = made.value;
    const form = await setVerificationForm(app, dayId, "short");
    if (!form.ok) return form;
  }
  if (added.length === 0) return ok({ dayId, refused: [] });
  const events = [...before, ...added];
  const { version } = await newestList(app, "quick", dayId);
  const stored = await storeNextList(app, "quick", dayId, {
    expectedVersion: version,
    items: [{ sessionId, events }],
    how: "",
  });
  if (!stored.ok) return stored;
  const refused: ServiceError[] = [];
  for (let i = before.length; i < events.length; i += 1) {
    const event = events[i] as QuickEvent;
    const session = foldSession(events.slice(0, i + 1));
    if (!session) continue;
    const done = await putOnDay(app, dayId, event, session);
    if (!done.ok) refused.push(done.error);
  }
  return ok({ dayId, refused });
}
