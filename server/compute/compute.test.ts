import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { gzipSync } from "node:zlib";
import { build } from "esbuild";
import { type Compute, threadedCompute } from "./compute.server";

/** What takes so long would go on for hours: no measure, a busy machine stands still for seconds. */
const HANGS_MS = 30_000;

/** The real threads, out of a bundle as the build makes it. */
let folder: string;
let compute: Compute;
beforeAll(async () => {
  folder = mkdtempSync(join(tmpdir(), "plain-channel-compute-"));
  const outfile = join(folder, "compute.cjs");
  await build({
    entryPoints: [join(__dirname, "compute.worker.ts")],
    bundle: true,
    platform: "node",
    format: "cjs",
    target: "node20",
    mainFields: ["module", "main"],
    outfile,
    logLevel: "error",
  });
  compute = threadedCompute(outfile);
});
afterAll(async () => {
  await compute.close();
  rmSync(folder, { recursive: true, force: true });
});

const calendar = (...lines: string[]) =>
  [
    "BEGIN:VCALENDAR",
    "VERSION:2.0",
    "BEGIN:VEVENT",
    "UID:1",
    ...lines,
    "END:VEVENT",
    "END:VCALENDAR",
    "",
  ].join("\r\n");
const bytes = (text: string) => new TextEncoder().encode(text);
const readFiles = (...texts: (string | Uint8Array)[]) =>
  compute.run(
    "read-sweep-files",
    {
      files: texts.map((t, i) => ({
        name: `file ${i + 1}`,
        bytes: typeof t === "string" ? bytes(t) : t,
      })),
    },
    { timeoutMs: 10_000 },
  );

test("a calendar rule that never comes true is given up after its time; what was asked beside it and after it is answered", async () => {
  const endless = calendar(
    "SUMMARY:Sc 1: never",
    "DTSTART:20270101T080000",
    "RRULE:FREQ=DAILY;BYMONTH=2;BYMONTHDAY=30",
  );
  const beside = compute.run("read-scene-file", {
    text: "scene,from,to\n1,08:00,09:00",
    dateIso: "2027-05-04",
  });
  const stopped = await compute.run(
    "read-scene-file",
    { text: endless, dateIso: "2027-05-04" },
    { timeoutMs: 500 },
  );
  expect(stopped).toEqual({ ok: false, error: { code: "compute-too-long", afterMs: 500 } });
  expect((await beside).ok).toBe(true);
  expect(
    await compute.run("read-scene-file", {
      text: "scene,from,to\n1,08:00,09:00",
      dateIso: "2027-05-04",
    }),
  ).toMatchObject({ ok: true, value: { ok: true } });
});

test("text that is nothing but blanks or line ends is told so at once", async () => {
  const blanks = " ".repeat(200_000);
  for (const text of [blanks, `\ufeff${blanks}`, "\n".repeat(200_000), `${blanks}BEGIN:VCALENDAR`])
    expect(
      await compute.run(
        "read-scene-file",
        { text, dateIso: "2027-05-04" },
        { timeoutMs: HANGS_MS },
      ),
    ).toMatchObject({ ok: true, value: { ok: false, error: { code: "list-unreadable" } } });
  const description = calendar(
    "SUMMARY:Sc 1",
    "DTSTART:20270504T080000",
    "DTEND:20270504T090000",
    `DESCRIPTION:${"\\n".repeat(60_000)}`,
  );
  expect(
    await compute.run(
      "read-scene-file",
      { text: description, dateIso: "2027-05-04" },
      { timeoutMs: HANGS_MS },
    ),
  ).toMatchObject({ ok: true, value: { ok: true } });
});

test("twenty daily events that began ten years ago are read", async () => {
  const events = Array.from({ length: 20 }, (_, i) =>
    [
      "BEGIN:VEVENT",
      `UID:e${i}`,
      `SUMMARY:Sc ${i + 1}: again`,
      "DTSTART:20170104T080000",
      "DTEND:20170104T090000",
      "RRULE:FREQ=DAILY",
      "END:VEVENT",
    ].join("\r\n"),
  );
  const text = ["BEGIN:VCALENDAR", "VERSION:2.0", ...events, "END:VCALENDAR", ""].join("\r\n");
  const read = await compute.run(
    "read-scene-file",
    { text, dateIso: "2027-05-04" },
    { timeoutMs: HANGS_MS },
  );
  expect(read.ok && read.value.ok && read.value.value.cells.length).toBe(20);
});

test("a bomb is not unpacked: neither one of blanks, nor one of a file that is really a list", async () => {
  const bomb = gzipSync(Buffer.alloc(64 * 1024 * 1024));
  expect(await readFiles(bomb)).toMatchObject({
    ok: true,
    value: { ok: false, error: { code: "sweep-archive", error: { code: "archive-too-large" } } },
  });
  // a dense one that is small stays welcome
  const small = gzipSync(
    bytes(Array.from({ length: 5000 }, (_, i) => `${470 + i * 0.025},-110`).join("\n")),
  );
  expect(await readFiles(small)).toMatchObject({ ok: true, value: { ok: true } });
});

test("few points very far apart are refused instead of filled, in one file or in several", async () => {
  const row = (lowHz: number) =>
    `2027-05-04, 08:00:00, ${lowHz}, ${lowHz + 50_000}, 25000, 1, -100, -100`;
  expect(await readFiles([1e6, 1.05e6, 94.9e9, 94.95e9].map(row).join("\n"))).toMatchObject({
    ok: true,
    value: { ok: false, error: { error: { code: "file-too-sparse" } } },
  });
  expect(await readFiles(row(1e6), row(94e9))).toMatchObject({
    ok: true,
    value: { ok: false, error: { error: { code: "file-too-sparse" } } },
  });
  // two bands of one receiver are no such thing
  expect(await readFiles([470e6, 1785e6].map(row).join("\n"))).toMatchObject({
    ok: true,
    value: { ok: true },
  });
});

test("what breaks is told, and the thread lives on", async () => {
  expect(
    await compute.run("analyse-sweep", { measurement: null, raster: null, own: [] } as never),
  ).toMatchObject({ ok: false, error: { code: "compute-broke" } });
  expect(await readFiles("470,-100\n471,-100\n472,-100\n473,-100")).toMatchObject({ ok: true });
});
