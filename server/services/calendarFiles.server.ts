import ICAL from "ical.js";
import type { Scene } from "../../core/day/scenes";
import { fail, ok, type Result } from "../../core/units/result";
import type { ServiceError } from "../../contract/serviceError";

/** How many times a recurring event is followed before it is given up: ten years of days. */
const MOST_OCCURRENCES = 4000;
const HEADING = ["scene", "title", "place", "from", "to", "speakers", "repeatable"];

export const looksLikeCalendar = (text: string): boolean => /^\ufeff?\s*BEGIN:VCALENDAR/i.test(text);

/** An iCalendar file as the rows of a scene list: every event that happens on the day, recurrences followed, times as the wall clock of the calendar's
 *  own zone. A scene number is taken from the summary ("Sc 14: Everybody"), who speaks from attendees' names, else from a line "Speakers: …" of the
 *  description; a category "once" marks what cannot be repeated.
 * @param dateIso - the day, "2027-05-04" */
export function readCalendar(text: string, dateIso: string): Result<{ heading: string[]; cells: string[][] }, ServiceError> {
  let calendar: ICAL.Component;
  try {
    calendar = new ICAL.Component(ICAL.parse(text.replace(/^\ufeff/, "")) as ConstructorParameters<typeof ICAL.Component>[0]);
  } catch {
    return fail({ code: "list-unreadable", why: "calendar" });
  }
  const zones = calendar.getAllSubcomponents("vtimezone").map((z) => new ICAL.Timezone(z));
  for (const zone of zones) ICAL.TimezoneService.register(zone);
  const events = calendar.getAllSubcomponents("vevent").map((v) => new ICAL.Event(v));
  // a changed occurrence belongs to its series by its id, and replaces what the series says of that day
  for (const exception of events.filter((e) => e.isRecurrenceException())) events.find((e) => e.uid === exception.uid && !e.isRecurrenceException())?.relateException(exception);
  const wallClock = (time: ICAL.Time): ICAL.Time => (time.zone.tzid === "UTC" && zones[0] ? time.convertToZone(zones[0]) : time);
  const cells = events.filter((e) => !e.isRecurrenceException()).flatMap((event): string[][] => occurrencesOn(event, dateIso, wallClock).map(({ item, start, end }) => rowOf(item, start, end)));
  return cells.length === 0 ? fail({ code: "list-unreadable", why: "calendar-other-day" }) : ok({ heading: HEADING, cells });
}

function occurrencesOn(event: ICAL.Event, dateIso: string, wallClock: (t: ICAL.Time) => ICAL.Time): { item: ICAL.Event; start: ICAL.Time; end: ICAL.Time }[] {
  const isOnDay = (t: ICAL.Time) => !t.isDate && dayOf(t) === dateIso;
  if (!event.isRecurring()) {
    const start = wallClock(event.startDate);
    return isOnDay(start) ? [{ item: event, start, end: wallClock(event.endDate) }] : [];
  }
  const found: { item: ICAL.Event; start: ICAL.Time; end: ICAL.Time }[] = [];
  const iterator = event.iterator();
  for (let i = 0; i < MOST_OCCURRENCES; i += 1) {
    const next = iterator.next() as ICAL.Time | null | undefined;
    if (!next) break;
    const { item, startDate, endDate } = event.getOccurrenceDetails(next);
    const start = wallClock(startDate);
    if (isOnDay(start)) found.push({ item, start, end: wallClock(endDate) });
    // exceptions may move an occurrence to an earlier day, so a week beyond is looked at too
    if (dayOf(next) > addDays(dateIso, 7)) break;
  }
  return found;
}

const two = (n: number) => String(n).padStart(2, "0");
const dayOf = (t: ICAL.Time) => `${t.year}-${two(t.month)}-${two(t.day)}`;
const addDays = (dateIso: string, days: number) => new Date(Date.parse(`${dateIso}T00:00:00Z`) + days * 86_400_000).toISOString().slice(0, 10);

function rowOf(event: ICAL.Event, start: ICAL.Time, end: ICAL.Time): string[] {
  const summary = event.summary ?? "";
  const named = /^\s*(?:scene|sc\.?)?\s*([0-9]{1,4}[a-z]?)\s*[:.–—-]?\s*(.*)$/i.exec(summary);
  const attendees = event.attendees.map((a) => String(a.getParameter("cn") ?? "")).filter(Boolean);
  const inText = /^\s*(?:speakers?|cast|who)\s*:\s*(.+)$/im.exec(event.description ?? "")?.[1] ?? "";
  const isOnce = /\bonce\b/i.test(event.component.getAllProperties("categories").flatMap((p) => p.getValues()).join(" "));
  const clock = (t: ICAL.Time) => `${two(t.hour)}:${two(t.minute)}`;
  return [named?.[1] ?? "", named?.[2] ?? summary, event.location ?? "", clock(start), clock(end), (attendees.length > 0 ? attendees.join("; ") : inText), isOnce ? "no" : ""];
}

/** A day's scenes as an iCalendar file, in floating time: the wall clock of wherever the day is. */
export function writeCalendar(scenes: readonly Scene[], p: { dateIso: string; placeOf: (id: number | null) => string; stampMs: number }): string {
  const calendar = new ICAL.Component("vcalendar");
  calendar.addPropertyWithValue("version", "2.0");
  calendar.addPropertyWithValue("prodid", "-//Plain Channel//scenes//EN");
  for (const scene of scenes) {
    const component = new ICAL.Component("vevent");
    const event = new ICAL.Event(component);
    const at = (ms: number) => {
      const day = addDays(p.dateIso, Math.floor(ms / 86_400_000));
      const minutes = Math.floor(ms / 60_000) % 1440;
      return ICAL.Time.fromDateTimeString(`${day}T${two(Math.floor(minutes / 60))}:${two(minutes % 60)}:00`);
    };
    event.uid = `scene-${scene.number}-${p.dateIso}@plain-channel`.replace(/\s/g, "-");
    event.summary = `Sc ${scene.number}: ${scene.title}`;
    event.location = p.placeOf(scene.placeId);
    event.description = `Speakers: ${scene.speakers.join("; ")}`;
    event.startDate = at(scene.startMs);
    event.endDate = at(scene.endMs);
    component.addPropertyWithValue("dtstamp", ICAL.Time.fromJSDate(new Date(p.stampMs), true));
    if (!scene.isRepeatable) component.addPropertyWithValue("categories", "once");
    calendar.addSubcomponent(component);
  }
  return `${calendar.toString()}\r\n`;
}
