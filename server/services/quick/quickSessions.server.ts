import { randomUUID } from "node:crypto";
import { SHOOTS } from "~/contract/messages/shoots";
import { itemAt } from "~/core/units/items";
import { fail, ok } from "~/core/units/result";
import { nextPlace } from "~/core/quick/card";
import { aroundOf } from "~/core/quick/choices";
import { type CrewState, crewStateOf, guessFleetColumns, readFleetTable } from "~/core/quick/fleet";
import { placeText, type QuickPlace, type QuickSet } from "~/core/quick/quickSet";
import { ranHoursOf } from "~/core/quick/power";
import {
  foldSession,
  type QuickEvent,
  type QuickLevelSet,
  type RanHours,
  type QuickSaid,
  type QuickSession,
} from "~/core/quick/session";
import type { Region } from "~/core/regulations/region";
import { listDays, listShoots } from "~/server/db/repositories/days.server";
import { newestItems, type QuickRecord } from "~/server/db/repositories/versionedLists.server";
import type { ServiceError } from "~/contract/schemas/serviceError";
import type { AppContext } from "~/server/services/appContext.server";
import { todayIso } from "~/server/services/day/clock.server";
import { knownRegions, regionNamed } from "~/server/services/frequencies/regions.server";
import { newestList, storeNextList } from "~/server/services/prep/versionedLists.server";
import type { ServiceResult } from "~/server/services/serviceResult";
import { newDay } from "~/server/services/shoots/shoots.server";
import { setVerificationForm } from "~/server/services/sync/syncs.server";
import { readBeside } from "~/server/services/roll/readings.server";
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
  /** Whether simulated gear shows what real one would. */
  isPractice: boolean;
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
  // a phone that was let in has its own session, or none
  const sessions =
    app.asker.kind === "cart" ? (await sessionsOf(app)).filter((s) => !isCrew(s.sessionId)) : [];
  const today = todayIso(app);
  const running = sessions.find(
    (s) => s.dateIso === today && !isCrew(s.sessionId) && foldSession(s.events)?.offMs === null,
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
    isPractice: app.simulator !== null,
  };
}

const CREW = "crew-";
/** A session that was prepared for a crew of a list. */
const isCrew = (sessionId: string): boolean => sessionId.startsWith(CREW);

export interface CrewLine {
  sessionId: string;
  crew: string;
  set: QuickSet;
  region: string;
  assigned: QuickPlace[];
  /** The number in use, as its units show it; empty before one is. */
  number: string;
  state: CrewState;
}

/** Every crew of today's list, in the list's order, and how far it has come. */
export async function crewsToday(app: AppContext): Promise<CrewLine[]> {
  const today = todayIso(app);
  return (await sessionsOf(app)).reverse().flatMap(({ sessionId, events, dateIso }): CrewLine[] => {
    const session = isCrew(sessionId) && dateIso === today ? foldSession(events) : null;
    const s = session?.systems[0];
    if (!session || !s) return [];
    return [
      {
        sessionId,
        crew: s.set.name,
        set: s.set,
        region: session.where.region,
        assigned: s.assigned,
        number: s.use ? placeText(s.set, s.use.place) : "",
        state: crewStateOf(session),
      },
    ];
  });
}

/** Reads a producer's list and prepares a session for each crew: all of its rows, or none. */
export async function importCrews(
  app: AppContext,
  p: { text: string; region: string },
): ServiceResult<{ crews: number }> {
  const table = await readBeside(app, "read-table", { text: p.text });
  if (!table.ok) return table;
  const { heading, cells } = table.value;
  const rows = readFleetTable(cells, guessFleetColumns(heading));
  const lines = rows.flatMap((r) => r.line ?? []);
  if (lines.length === 0 || lines.length < rows.length)
    return fail({ code: "crew-rows", rows: rows.filter((r) => r.problems.length > 0) });
  const known = await crewsToday(app);
  for (const { crew, set, primary, backup } of lines) {
    if (known.some((k) => k.crew.toLowerCase() === crew.toLowerCase())) continue;
    const done = await takeQuick(app, `${CREW}${randomUUID()}`, [
      {
        id: randomUUID(),
        atMs: Math.round(app.realNowMs()),
        what: "begun",
        set,
        where: { region: p.region, setting: "outdoors", place: "" },
        level: null,
        assigned: [primary, ...(backup ? [backup] : [])],
        ranBefore: null,
      },
    ]);
    if (!done.ok) return done;
  }
  return ok({ crews: lines.length });
}

/** What a crew told by word of mouth: that it is ready, or that it had interference. */
export async function tellOfCrew(
  app: AppContext,
  p: { sessionId: string; what: "ready" | "hit" },
): ServiceResult<{ crew: string }> {
  const known = (await sessionsOf(app)).find((s) => s.sessionId === p.sessionId);
  const session = known && foldSession(known.events);
  const s = session?.systems[0];
  if (!known || !session || !s) return fail({ code: "not-found", what: "channel" });
  const place = s.use?.place ?? s.assigned[0];
  if (!place) return fail({ code: "not-found", what: "plan" });
  const region = await regionNamed(app.db, session.where.region);
  const begun: QuickSaid[] = s.use ? [] : [{ what: "used", system: 0, place, from: "given" }];
  const said: QuickSaid[] =
    p.what === "hit"
      ? [...begun, { what: "hit", system: 0, next: nextAfter(session, place, region) }]
      : [
          ...begun,
          { what: "matched", system: 0 },
          { what: "seen", system: 0, part: "silent", outcome: "nothing" },
          { what: "seen", system: 0, part: "rf", outcome: "full" },
          { what: "seen", system: 0, part: "voice", outcome: "follows" },
        ];
  const atMs = Math.round(app.realNowMs());
  const done = await takeQuick(
    app,
    p.sessionId,
    said.map((x): QuickEvent => ({ ...x, id: randomUUID(), atMs })),
  );
  return done.ok ? ok({ crew: s.set.name }) : done;
}

/** Where a crew goes from a number that was hit. */
function nextAfter(session: QuickSession, place: QuickPlace, region: Region): QuickPlace | null {
  const s = itemAt(session.systems, 0);
  const used = { ...s, use: s.use ?? { place, from: "given" as const, atMs: 0 } };
  return nextPlace(used, aroundOf(session, 0, region));
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
  // whoever was let in goes on with what was prepared, and begins nothing
  if (!known && app.asker.kind !== "cart") return fail({ code: "not-found", what: "day" });
  let dayId = known?.dayId;
  if (dayId === undefined) {
    const name = isCrew(sessionId) ? SHOOTS.crewsName : SHOOTS.oneName;
    const shoot = (await listShoots(app.db)).find((s) => s.name === name);
    const made = await newDay(app, {
      name,
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
