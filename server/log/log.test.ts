import { mkdtempSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { fileLog, memoryLog } from "./log.server";

let folder: string;
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), "plain-channel-log-"));
});
afterEach(() => rmSync(folder, { recursive: true, force: true }));

test("what went wrong stands in the file as a line of JSON, with the request it came up in, and in memory, the newest first", async () => {
  const log = fileLog(folder);
  log.info("started", { port: 4510 });
  log.error(
    "loader-failed",
    { requestId: "ab12", routeId: "routes/day/route" },
    new TypeError("no such thing"),
  );
  log.warn("late", {});
  await log.close();
  const lines = readFileSync(join(folder, "log", "plain-channel.log"), "utf8")
    .trim()
    .split("\n")
    .map((l) => JSON.parse(l) as Record<string, unknown>);
  expect(lines.map((l) => [l["level"], l["message"]])).toEqual([
    ["info", "started"],
    ["error", "loader-failed"],
    ["warn", "late"],
  ]);
  expect(lines[1]).toMatchObject({
    requestId: "ab12",
    error: "TypeError: no such thing",
    stack: expect.stringContaining("log.test") as unknown,
  });
  expect(log.recent().map((e) => [e.event, e.requestId])).toEqual([
    ["late", null],
    ["loader-failed", "ab12"],
  ]);
  expect(log.recent()[1]!.detail).not.toContain("log.test");
});

test("a folder that takes no file leaves the newest in memory, and the application runs on", async () => {
  writeFileSync(join(folder, "log"), "a file where the folder would be");
  const log = fileLog(folder);
  log.error("something", {});
  expect(log.recent().map((e) => e.event)).toEqual(["something", "log-folder-failed"]);
  await log.close();
});

test("the memory of a log is bounded", () => {
  const log = memoryLog();
  for (let i = 0; i < 500; i += 1) log.error(`e${i}`, { text: "x".repeat(10_000) });
  expect(log.recent()).toHaveLength(50);
  expect(log.recent()[0]!.detail.length).toBeLessThanOrEqual(500);
});

test("what comes again at once stands once; what belongs to a request stands each time, for it is looked for by its number", () => {
  const log = memoryLog();
  for (let i = 0; i < 5; i += 1) log.warn("look-failed", {}, new Error("no answer"));
  log.warn("look-failed", {}, new Error("another"));
  for (const requestId of ["a1", "b2"])
    log.error("loader-failed", { requestId }, new Error("no answer"));
  expect(log.recent().map((e) => [e.event, e.requestId])).toEqual([
    ["loader-failed", "b2"],
    ["loader-failed", "a1"],
    ["look-failed", null],
    ["look-failed", null],
  ]);
});
