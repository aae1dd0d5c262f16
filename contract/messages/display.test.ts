import { type DisplaySettings, USUAL_DISPLAY } from "~/contract/schemas/displayChoices";
import { readDisplayBy } from "./display";
import { exampleWords } from "./displaySettings";
import { formatClock, formatClockSeconds, formatDate, formatDayOfYear, formatHour } from "./format";
import { parseClockText } from "~/core/units/clockText";

const shownTo = (part: Partial<DisplaySettings>) =>
  readDisplayBy(() => ({ ...USUAL_DISPLAY, ...part }));
afterEach(() => shownTo({}));

const HALF_PAST = 30 * 60_000;

test("a clock of twelve hours: midnight and noon are twelve, and what it says can be typed", () => {
  shownTo({ clock: "12" });
  const hours = [0, 7, 12, 19].map((h) => h * 3_600_000 + HALF_PAST);
  expect(hours.map(formatClock)).toEqual(["12:30 am", "7:30 am", "12:30 pm", "7:30 pm"]);
  expect(hours.map((ms) => parseClockText(formatClock(ms)))).toEqual(
    hours.map((value) => ({ ok: true, value })),
  );
  expect([formatClockSeconds(HALF_PAST + 5000), formatHour(-3_600_000)]).toEqual([
    "12:30:05 am",
    "11 pm",
  ]);
});
test.each([
  ["dmy", "Tue 4 May 2027", "Tuesday 4 May"],
  ["mdy", "Tue May 4, 2027", "Tuesday, May 4"],
  ["iso", "Tue 2027-05-04", "Tuesday 4 May"],
] as const)("a date by %s", (date, short, long) => {
  shownTo({ date });
  expect([formatDate("2027-05-04"), formatDayOfYear("2027-05-04")]).toEqual([short, long]);
});
test("levels in dBµV across 50 Ω: 107 more than in dBm", () => {
  shownTo({ level: "dbuv", date: "iso", clock: "24" });
  expect(exampleWords()).toBe("Tue 2027-05-04 · 19:35 · 35 dBµV");
});
