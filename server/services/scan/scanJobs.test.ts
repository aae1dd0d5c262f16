import { PLAIN_SETUP } from "~/core/spectrum/setup";
import { catchUp, measurementsOf, ScanJobs, type ScanEvent } from "./scanJobs.server";

const part = (receiverKey: string, points: number, passes = 1) => ({
  receiverKey,
  label: receiverKey,
  lowHz: 470e6,
  stepHz: 25_000,
  points,
  passes,
});

test("one scan a day at a time; another day is free", () => {
  const jobs = new ScanJobs();
  const job = jobs.begin(1, 7);
  expect(() => jobs.begin(1, 7)).toThrow(/scanning already/);
  expect(jobs.begin(2, 7)).not.toBe(job);
  jobs.end(job, { type: "stopped" });
  expect(jobs.running(1)).toBeNull();
  expect(jobs.begin(1, 7)).not.toBe(job);
});

test("whoever comes late is brought up to date with the same levels that others saw one by one", () => {
  const jobs = new ScanJobs();
  const job = jobs.begin(1, 7);
  const early: ScanEvent[] = [];
  job.listeners.add((event) => early.push(event));
  jobs.addPart(job, part("a", 4, 2));
  jobs.addLevels(job, "a", { pass: 0, fromIndex: 0, levelsDbm: [-1, -2, -3] });
  jobs.addLevels(job, "a", { pass: 0, fromIndex: 3, levelsDbm: [-4] });
  jobs.addLevels(job, "a", { pass: 1, fromIndex: 0, levelsDbm: [-5] });
  jobs.addLevels(job, "nobody", { pass: 0, fromIndex: 0, levelsDbm: [-9] });
  const picture = (events: ScanEvent[]) => {
    const seen: Record<string, number> = {};
    for (const e of events)
      if (e.type === "levels")
        e.levelsDbm.forEach((l, i) => {
          seen[`${e.receiverKey}${e.pass}.${e.fromIndex + i}`] = l;
        });
    return seen;
  };
  expect(picture(catchUp(job))).toEqual(picture(early));
  expect(catchUp(job)[0]).toEqual({ type: "part", part: part("a", 4, 2) });
});

test("until somebody stops it: what was looked at whole is kept, the last pass as far as it came is not", () => {
  const jobs = new ScanJobs();
  const job = jobs.begin(1, 7, { setup: PLAIN_SETUP, untilStopped: true });
  jobs.addPart(job, part("a", 2, 240));
  for (const pass of [0, 1])
    jobs.addLevels(job, "a", { pass, fromIndex: 0, levelsDbm: [-1, -2 - pass] });
  jobs.addLevels(job, "a", { pass: 2, fromIndex: 0, levelsDbm: [-9] });
  expect(measurementsOf(job)).toMatchObject([
    { completePasses: 2, passes: [{ 1: -2 }, { 1: -3 }], warnings: [] },
  ]);
});

test("what was measured, and the end is told once", () => {
  const jobs = new ScanJobs();
  const job = jobs.begin(1, 7);
  const ends: string[] = [];
  job.listeners.add((event) => ends.push(event.type));
  jobs.addPart(job, part("a", 2));
  jobs.addLevels(job, "a", { pass: 0, fromIndex: 0, levelsDbm: [-1, -2] });
  expect(measurementsOf(job)).toMatchObject([{ lowHz: 470e6, points: 2, completePasses: 1 }]);
  jobs.end(job, { type: "stored", sweepId: 3 });
  jobs.end(job, { type: "stored", sweepId: 3 });
  expect(ends).toEqual(["part", "levels", "stored"]);
});
