import ICAL from "ical.js";
import Papa from "papaparse";
import { fail, ok, type Result } from "~/core/units/result";
import type { ServiceError } from "~/contract/schemas/serviceError";

/** A list as it was read: its heading and its rows. */
export interface Table {
  heading: string[];
  cells: string[][];
}

/** A list larger than this is something else with a wrong name. */
export const MAX_LIST_CHARACTERS = 2_000_000;
const MAX_ROWS = 500;

/** A CSV text as its heading and its rows; comma, semicolon or tab is told from the text. */
export function readTable(text: string): Result<Table, ServiceError> {
  if (text.length > MAX_LIST_CHARACTERS) return fail({ code: "list-unreadable", why: "large" });
  if (text.includes("\u0000")) return fail({ code: "list-unreadable", why: "binary" });
  const [heading, ...cells] = Papa.parse<string[]>(text.replace(/^\ufeff/, ""), {
    skipEmptyLines: "greedy",
  }).data;
  if (!heading || cells.length === 0) return fail({ code: "list-unreadable", why: "empty" });
  return cells.length > MAX_ROWS
    ? fail({ code: "list-unreadable", why: "large" })
    : ok({ heading, cells });
}

/**
 * A scene list, as a table or as a calendar: told from the text. @param dateIso - the day that a
 * calendar is read for
 */
export const readSceneFile = (text: string, dateIso: string): Result<Table, ServiceError> =>
  text.length <= MAX_LIST_CHARACTERS && looksLikeCalendar(text)
    ? readCalendar(text, dateIso)
    : readTable(text);

/** How many times a recurring event is followed before it is given up: ten years of days. */
const MAX_OCCURRENCES = 4000;
const MAX_SUMMARY = 1000;
const MAX_DESCRIPTION = 20_000;
const HEADING = ["scene", "title", "place", "from", "to", "speakers", "repeatable"];

const looksLikeCalendar = (text: string): boolean => /^\ufeff?\s*BEGIN:VCALENDAR/i.test(text);

/**
 * An iCalendar file as the rows of a scene list: every event that happens on the day, recurrences
 * followed, times as the wall clock of the calendar's own zone. A scene number is taken from the
 * summary ("Sc 14: Everybody"), who speaks from attendees' names, else from a line "Speakers: …" of
 * the description; a category "once" marks what cannot be repeated.
 * @param dateIso - the day, "2027-05-04"
 */
function readCalendar(text: string, dateIso: string): Result<Table, ServiceError> {
  let calendar: ICAL.Component;
  try {
    calendar = new ICAL.Component(
      ICAL.parse(text.replace(/^\ufeff/, "")) as ConstructorParameters<typeof ICAL.Component>[0],
    );
  } catch {
    return fail({ code: "list-unreadable", why: "calendar" });
  }
  const zones = calendar.getAllSubcomponents("vtimezone").map((z) => new ICAL.Timezone(z));
  for (const zone of zones) ICAL.TimezoneService.register(zone);
  const events = calendar.getAllSubcomponents("vevent").map((v) => new ICAL.Event(v));
  // a changed occurrence belongs to its series by its id, and replaces what the series says of that
  // day
  for (const exception of events.filter((e) => e.isRecurrenceException()))
    events
      .find((e) => e.uid === exception.uid && !e.isRecurrenceException())
      ?.relateException(exception);
  const wallClock = (time: ICAL.Time): ICAL.Time =>
    time.zone.tzid === "UTC" && zones[0] ? time.convertToZone(zones[0]) : time;
  const cells = events
    .filter((e) => !e.isRecurrenceException())
    .flatMap((event): string[][] =>
      occurrencesOn(event, dateIso, wallClock).map(({ item, start, end }) =>
        rowOf(item, start, end),
      ),
    );
  return cells.length === 0
    ? fail({ code: "list-unreadable", why: "calendar-other-day" })
    : ok({ heading: HEADING, cells });
}

function occurrencesOn(
  event: ICAL.Event,
  dateIso: string,
  wallClock: (t: ICAL.Time) => ICAL.Time,
): { item: ICAL.Event; start: ICAL.Time; end: ICAL.Time }[] {
  const isOnDay = (t: ICAL.Time) => !t.isDate && dayOf(t) === dateIso;
  if (!event.isRecurring()) {
    const start = wallClock(event.startDate);
    return isOnDay(start) ? [{ item: event, start, end: wallClock(event.endDate) }] : [];
  }
  const found: { item: ICAL.Event; start: ICAL.Time; end: ICAL.Time }[] = [];
  const iterator = event.iterator();
  const [first, last] = [addDays(dateIso, -8), addDays(dateIso, 7)];
  for (let i = 0; i < MAX_OCCURRENCES; i += 1) {
    const next = iterator.next() as ICAL.Time | null | undefined;
    if (!next) break;
    // an exception may move an occurrence by a few days: those of long before are not looked at any
    // closer
    const onDay = dayOf(next);
    if (onDay < first) continue;
    const { item, startDate, endDate } = event.getOccurrenceDetails(next);
    const start = wallClock(startDate);
    if (isOnDay(start)) found.push({ item, start, end: wallClock(endDate) });
    // exceptions may move an occurrence to an earlier day, so a week beyond is looked at too
    if (onDay > last) break;
  }
  return found;
}

const two = (n: number) => String(n).padStart(2, "0");
const dayOf = (t: ICAL.Time) => `${t.year}-${two(t.month)}-${two(t.day)}`;
const addDays = (dateIso: string, days: number) =>
  new Date(Date.parse(`${dateIso}T00:00:00Z`) + days * 86_400_000).toISOString().slice(0, 10);

function rowOf(event: ICAL.Event, start: ICAL.Time, end: ICAL.Time): string[] {
  // what an entry does not have is null, whatever its types say
  const {
    summary: title,
    description,
    location,
  } = event as Record<"summary" | "description" | "location", string | null>;
  const summary = (title ?? "").trim().slice(0, MAX_SUMMARY);
  const named = /^(?:scene|sc\.?)? ?([0-9]{1,4}[a-z]?)(?:\b|[:.–—-])[ :.–—-]{0,3}(.*)$/i.exec(
    summary.replace(/\s+/g, " "),
  );
  const attendees = event.attendees
    .map((a) => String((a.getParameter("cn") as string | string[] | undefined) ?? ""))
    .filter(Boolean);
  const inText =
    /^[ \t]{0,20}(?:speakers?|cast|who)[ \t]{0,20}:(.+)$/im.exec(
      (description ?? "").slice(0, MAX_DESCRIPTION),
    )?.[1] ?? "";
  const isOnce = /\bonce\b/i.test(
    event.component
      .getAllProperties("categories")
      .flatMap((p) => p.getValues() as string[])
      .join(" "),
  );
  const clock = (t: ICAL.Time) => `${two(t.hour)}:${two(t.minute)}`;
  return [
    named?.[1] ?? "",
    named?.[2] ?? summary,
    location ?? "",
    clock(start),
    clock(end),
    attendees.length > 0 ? attendees.join("; ") : inText.trim(),
    isOnce ? "no" : "",
  ];
}
