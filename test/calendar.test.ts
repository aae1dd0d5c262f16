import { readSceneFile as readCalendar } from "~/server/compute/tables";
import { writeCalendar } from "~/server/services/prep/calendarFiles.server";
import { guessColumns, readSceneTable } from "~/core/schedule/sceneTable";
import type { Scene } from "~/core/schedule/scenes";
import {
  exportCalendar,
  importScenes,
  previewScenesOf,
} from "~/server/services/prep/preparation.server";
import { practiceApp } from "./practiceApp";

const DAY = "2027-05-04";
const calendar = (...lines: string[]) =>
  ["BEGIN:VCALENDAR", "VERSION:2.0", "PRODID:-//x//y//EN", ...lines, "END:VCALENDAR", ""].join(
    "\r\n",
  );
const event = (...lines: string[]) => [
  "BEGIN:VEVENT",
  `UID:${lines.join("").length}-${lines[0]}`,
  "DTSTAMP:20270501T080000Z",
  ...lines,
  "END:VEVENT",
];
const read = (...lines: string[]) => {
  const found = readCalendar(calendar(...lines), DAY);
  if (!found.ok) throw new Error(JSON.stringify(found.error));
  return found.value.cells;
};
const NEW_YORK = [
  "BEGIN:VTIMEZONE",
  "TZID:America/New_York",
  "BEGIN:STANDARD",
  "DTSTART:19981025T020000",
  "RRULE:FREQ=YEARLY;BYDAY=-1SU;BYMONTH=10",
  "TZOFFSETFROM:-0400",
  "TZOFFSETTO:-0500",
  "TZNAME:EST",
  "END:STANDARD",
  "BEGIN:DAYLIGHT",
  "DTSTART:19990404T020000",
  "RRULE:FREQ=YEARLY;BYDAY=1SU;BYMONTH=4",
  "TZOFFSETFROM:-0500",
  "TZOFFSETTO:-0400",
  "TZNAME:EDT",
  "END:DAYLIGHT",
  "END:VTIMEZONE",
];

test("an event of the day is a row: number, title, place, times, who, once", () => {
  expect(
    read(
      ...event(
        "SUMMARY:Sc 14: Everybody\\, on the quay",
        "LOCATION:Quay",
        "DTSTART:20270504T111500",
        "DTEND:20270504T123000",
        "ATTENDEE;CN=Marit:mailto:m@example.org",
        'ATTENDEE;CN="Tobiah":mailto:t@example.org',
        "CATEGORIES:EXT,once",
      ),
    ),
  ).toEqual([["14", "Everybody, on the quay", "Quay", "11:15", "12:30", "Marit; Tobiah", "no"]]);
  expect(
    read(
      ...event(
        "SUMMARY:21a - Up the stair",
        "DTSTART:20270504T174000",
        "DURATION:PT1H35M",
        "DESCRIPTION:Mind the steps\\nSpeakers: Agnete; Marit",
      ),
    ),
  ).toEqual([["21a", "Up the stair", "", "17:40", "19:15", "Agnete; Marit", ""]]);
});

test("other days, whole days and broken files are told apart", () => {
  expect(
    readCalendar(
      calendar(...event("SUMMARY:1", "DTSTART:20270505T080000", "DTEND:20270505T090000")),
      DAY,
    ),
  ).toMatchObject({ ok: false, error: { why: "calendar-other-day" } });
  expect(
    readCalendar(calendar(...event("SUMMARY:1", "DTSTART;VALUE=DATE:20270504")), DAY),
  ).toMatchObject({ ok: false, error: { why: "calendar-other-day" } });
  expect(readCalendar("BEGIN:VCALENDAR\r\nVERSION", DAY)).toMatchObject({
    ok: false,
    error: { why: "calendar" },
  });
});

// outside check: the recurrence and time zone of RFC 5545, 3.8.5.3 ("Daily for 10 occurrences",
// America/New_York), with the days moved (zone rules from memory)
describe("recurrences and zones", () => {
  const daily = event(
    "SUMMARY:5 Daily",
    "DTSTART;TZID=America/New_York:20270430T090000",
    "DTEND;TZID=America/New_York:20270430T100000",
    "RRULE:FREQ=DAILY;COUNT=10",
  );
  test("a daily event happens on its day at its wall clock, ten times and no more", () => {
    expect(read(...NEW_YORK, ...daily).map((r) => [r[0], r[3], r[4]])).toEqual([
      ["5", "09:00", "10:00"],
    ]);
    expect(readCalendar(calendar(...NEW_YORK, ...daily), "2027-05-09").ok).toBe(true);
    expect(readCalendar(calendar(...NEW_YORK, ...daily), "2027-05-10").ok).toBe(false);
  });
  test("RFC 5545: weekly on Tuesday and Thursday, every other week until a date", () => {
    const weekly = event(
      "SUMMARY:6 Weekly",
      "DTSTART;TZID=America/New_York:20270420T090000",
      "DTEND;TZID=America/New_York:20270420T093000",
      "RRULE:FREQ=WEEKLY;INTERVAL=2;UNTIL=20270601T000000Z;WKST=SU;BYDAY=TU,TH",
    );
    expect(readCalendar(calendar(...NEW_YORK, ...weekly), "2027-05-04").ok).toBe(true);
    expect(readCalendar(calendar(...NEW_YORK, ...weekly), "2027-05-06").ok).toBe(true);
    expect(readCalendar(calendar(...NEW_YORK, ...weekly), "2027-05-11").ok).toBe(false);
  });
  test("an excluded day is left out; a moved occurrence is where it was moved to", () => {
    expect(
      readCalendar(
        calendar(
          ...NEW_YORK,
          ...daily.slice(0, -1),
          "EXDATE;TZID=America/New_York:20270504T090000",
          "END:VEVENT",
        ),
        DAY,
      ).ok,
    ).toBe(false);
    const series = [
      "BEGIN:VEVENT",
      "UID:s",
      "SUMMARY:7 Series",
      "DTSTART:20270501T090000",
      "DTEND:20270501T100000",
      "RRULE:FREQ=DAILY;COUNT=9",
      "END:VEVENT",
    ];
    const moved = [
      "BEGIN:VEVENT",
      "UID:s",
      "RECURRENCE-ID:20270504T090000",
      "SUMMARY:7 Series\\, later",
      "DTSTART:20270504T150000",
      "DTEND:20270504T160000",
      "END:VEVENT",
    ];
    expect(read(...series, ...moved).map((r) => [r[1], r[3]])).toEqual([
      ["Series, later", "15:00"],
    ]);
  });
  test("universal time is told in the calendar's own zone", () => {
    expect(
      read(
        ...NEW_YORK,
        ...event("SUMMARY:8", "DTSTART:20270504T130000Z", "DTEND:20270504T140000Z"),
      ).map((r) => [r[3], r[4]]),
    ).toEqual([["09:00", "10:00"]]);
  });
});

test("what is written is read back the same, over midnight too", () => {
  const hour = 3_600_000;
  const scenes: Scene[] = [
    {
      number: "14",
      title: "Everybody, at once; loud",
      placeId: 2,
      startMs: 11.25 * hour,
      endMs: 12.5 * hour,
      speakers: ["Marit", "Tobiah"],
      isRepeatable: true,
    },
    {
      number: "30",
      title: "🎬 Night",
      placeId: null,
      startMs: 23.5 * hour,
      endMs: 24.75 * hour,
      speakers: ["Irsa"],
      isRepeatable: false,
    },
  ];
  const text = writeCalendar(scenes, {
    dateIso: DAY,
    placeOf: (id) => (id === 2 ? "Quay" : ""),
    stampMs: 0,
  });
  const back = readCalendar(text, DAY);
  if (!back.ok) throw new Error(back.error.code);
  expect(
    readSceneTable(back.value.cells, guessColumns(back.value.heading), [
      { id: 2, name: "Quay" },
    ]).map((r) => r.scene),
  ).toEqual(scenes);
});

test("the practice day goes out as a calendar and comes back as it was", async () => {
  const practice = await practiceApp();
  try {
    const out = await exportCalendar(practice.app, practice.dayId);
    if (!out.ok) throw new Error(out.error.code);
    const preview = await previewScenesOf(practice.app, practice.dayId, out.value, null);
    if (!preview.ok) throw new Error(preview.error.code);
    expect(preview.value.rows.flatMap((r) => r.problems)).toEqual([]);
    expect(
      await importScenes(practice.app, practice.dayId, {
        text: out.value,
        map: preview.value.map,
        leaveOutBad: false,
        expectedVersion: 1,
      }),
    ).toEqual({ ok: true, value: { imported: 6, leftOut: 0, replaced: 6, stay: 0 } });
  } finally {
    await practice.stop();
  }
});
