import { supportReport } from "~/server/services/shoots/support.server";
import { setupIntents } from "~/app/routes/setup/intents";
import { shootsIntents } from "~/app/routes/shoots/intents";
import { type PracticeApp, practiceApp } from "./practiceApp";

let practice: PracticeApp;
beforeAll(async () => {
  practice = await practiceApp();
});
afterAll(() => practice.stop());

test("a report for support says what went wrong and on what, and nothing of people, places, keys or folders", () => {
  const { app } = practice;
  app.log.error(
    "loader-failed",
    { requestId: "ab12", routeId: "routes/scan/route" },
    Object.assign(new Error("cannot open /home/somebody/films/data/practice.sqlite"), {
      code: "EIO",
    }),
  );
  const report = supportReport(app);
  expect(report).toMatchObject({
    format: "plain-channel-support",
    node: process.version,
    guests: 0,
    dataFile: { copies: 0 },
    events: [{ event: "loader-failed", requestId: "ab12" }],
  });
  expect(report.dataFile.bytes).toBeGreaterThan(10_000);
  const text = JSON.stringify(report);
  expect(text).toContain("practice.sqlite");
  for (const word of [
    "somebody",
    "films",
    "Marit",
    "Slack Water",
    "Port Ellery",
    "Net loft",
    app.db.file,
  ])
    expect(text).not.toContain(word);
});

test("what an archive could not take is refused where it is typed: days that are none, names without end, times that are none", () => {
  const shoot = {
    intent: "new-shoot",
    name: "Slack Water",
    dateIso: "2027-05-04",
    town: "",
    region: "EU",
    place: "Loft",
  };
  expect(shootsIntents.safeParse(shoot).success).toBe(true);
  for (const change of [
    { dateIso: "2027-02-30" },
    { dateIso: "2027-5-4" },
    { name: "x".repeat(300_000) },
    { name: "" },
  ])
    expect(shootsIntents.safeParse({ ...shoot, ...change }).success).toBe(false);
  expect(
    setupIntents.safeParse({ intent: "change-day", change: { dateIso: "2027-02-30" } }).success,
  ).toBe(false);
  expect(
    setupIntents.safeParse({ intent: "change-day", change: { dateIso: "2028-02-29" } }).success,
  ).toBe(true);
});
