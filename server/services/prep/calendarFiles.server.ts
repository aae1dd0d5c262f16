import ICAL from "ical.js";
import type { Scene } from "~/core/schedule/scenes";

const two = (n: number) => String(n).padStart(2, "0");
const addDays = (dateIso: string, days: number) =>
  new Date(Date.parse(`${dateIso}T00:00:00Z`) + days * 86_400_000).toISOString().slice(0, 10);

/** A day's scenes as an iCalendar file, in floating time: the wall clock of wherever the day is. */
export function writeCalendar(
  scenes: readonly Scene[],
  p: { dateIso: string; placeOf: (id: number | null) => string; stampMs: number },
): string {
  const calendar = new ICAL.Component("vcalendar");
  calendar.addPropertyWithValue("version", "2.0");
  calendar.addPropertyWithValue("prodid", "-//Plain Channel//scenes//EN");
  for (const scene of scenes) {
    const component = new ICAL.Component("vevent");
    const event = new ICAL.Event(component);
    const at = (ms: number) => {
      const day = addDays(p.dateIso, Math.floor(ms / 86_400_000));
      const minutes = Math.floor(ms / 60_000) % 1440;
      return ICAL.Time.fromDateTimeString(
        `${day}T${two(Math.floor(minutes / 60))}:${two(minutes % 60)}:00`,
      );
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
