import { readFileSync } from "node:fs";
import { strFromU8, strToU8, unzipSync, zipSync } from "fflate";
import { serviceErrorWords } from "~/contract/messages/error";
import { archiveJsonSchema } from "~/contract/schemas/shootArchive";
import type { Result } from "~/core/units/result";
import type { ServiceError } from "~/contract/schemas/serviceError";
import { listDays, listShoots } from "~/server/db/repositories/days.server";
import { plainTables } from "~/server/db/repositories/archive.server";
import { insertPiece } from "~/server/db/repositories/readings.server";
import { emptyPiece } from "~/core/monitor/timeline";
import { correctEntry, logOf } from "~/server/services/day/log.server";
import { answerHit, callHit } from "~/server/services/roll/hits.server";
import { loadDay } from "~/server/services/day/dayView.server";
import { reportJson, logCsv } from "~/server/services/day/report.server";
import {
  exportShoot,
  previewArchive,
  takeArchive,
} from "~/server/services/shoots/shootArchive.server";
import { newShoot } from "~/server/services/shoots/shoots.server";
import { putNote } from "~/server/services/roll/roll.server";
import { acceptFound, ownApp, practiceApp, type PracticeApp, scanToEnd } from "./practiceApp";

const valueOf = async <T>(result: Promise<Result<T, ServiceError>>): Promise<T> => {
  const r = await result;
  if (!r.ok) throw new Error(JSON.stringify(r.error));
  return r.value;
};
const refusal = async (result: Promise<Result<unknown, ServiceError>>) => {
  const r = await result;
  return r.ok ? null : r.error.code === "shoot-archive" ? r.error.error.code : r.error.code;
};

let here: PracticeApp;
let there: PracticeApp;
let first: Uint8Array;
const archiveOf = async (p: PracticeApp) =>
  (await valueOf(exportShoot(p.app, (await loadDay(p.app, p.dayId))!.day.shootId))).bytes;
const note = (p: PracticeApp, dayId: number, text: string, idempotencyKey: string | null = null) =>
  valueOf(putNote(p.app, dayId, { text, channelId: null, agoMs: 0, idempotencyKey }));
const dayThere = async () => (await listDays(there.app.db)).find((d) => d.uid === thereUid)!.id;
let thereUid = "";

beforeAll(async () => {
  [here, there] = [await practiceApp(), await practiceApp()];
  await scanToEnd(here);
  await acceptFound(here);
  // rows of other days, so that no number is the same on both sides
  await newShoot(there.app, {
    name: "Another",
    dateIso: "2027-06-01",
    town: "",
    region: "EU",
    place: "A room",
  });
  for (let i = 0; i < 7; i += 1) await note(there, there.dayId, `other ${i}`);
  const { app, dayId } = here;
  const [c] = (await loadDay(app, dayId))!.facts.channels;
  const { hitId } = await valueOf(
    callHit(app, dayId, { channelId: c!.id, agoMs: 0, idempotencyKey: "archive-hit" }),
  );
  await valueOf(answerHit(app, dayId, { hitId, answer: "leave" }));
  await note(here, dayId, "gulls", "archive-note");
  const wrong = (await valueOf(logOf(app, dayId))).entries.find(
    (e) => e.what.kind === "event" && e.what.event.kind === "note",
  )!;
  await valueOf(
    correctEntry(app, dayId, { ofKey: wrong.key, text: "terns", idempotencyKey: null }),
  );
  const piece = emptyPiece(28_000_000, [c!.id]);
  piece.readings.fill(77);
  await app.db.write((t) => insertPiece(app.db, dayId, piece, t));
  thereUid = (await loadDay(app, dayId))!.day.uid;
  first = await archiveOf(here);
}, 30_000);
afterAll(() => Promise.all([here.stop(), there.stop()]));

test("what its own reader would not take is not handed out: the row is named", async () => {
  const old = await practiceApp();
  const { app, dayId } = old;
  const { shootId, currentPlaceId } = (await loadDay(app, dayId))!.day;
  expect((await exportShoot(app, shootId)).ok).toBe(true);
  // as an earlier version may have stored it
  await app.db.write((transaction) =>
    app.db.sequelize.query(
      `INSERT INTO dayEvents (dayId, atMs, placeId, kind, dataJson) VALUES (${dayId}, -1e300, ${currentPlaceId}, 'note', '{"kind":"note","text":"x","channelId":null}')`,
      { transaction },
    ),
  );
  expect(await exportShoot(app, shootId)).toMatchObject({
    ok: false,
    error: {
      code: "shoot-archive",
      error: { code: "unreadable", detail: expect.stringMatching(/atMs/) as unknown },
    },
  });
  await old.stop();
});

test("the schema that is published is the one that is used", () => {
  expect(JSON.parse(readFileSync("docs/shoot-archive.schema.json", "utf8"))).toEqual(
    JSON.parse(JSON.stringify(archiveJsonSchema())),
  );
});

test("a shoot opens on another machine to the same day: report, log, and every record; read back out it is the same again", async () => {
  const preview = await valueOf(previewArchive(there.app, first));
  expect(preview).toMatchObject({
    name: "Slack Water",
    isKnown: false,
    days: [{ standing: "new" }],
  });
  await valueOf(takeArchive(there.app, first, { asOwn: false }));
  const dayId = await dayThere();
  expect(dayId).not.toBe(here.dayId);
  for (const look of [reportJson, logCsv])
    expect(await valueOf(look(there.app, dayId))).toBe(await valueOf(look(here.app, here.dayId)));
  expect(await valueOf(logCsv(there.app, dayId))).toContain("terns");
  expect((await plainTables(there.app.db, dayId)).tables).toEqual(
    (await plainTables(here.app.db, here.dayId)).tables,
  );
  // the numbers inside were changed with the rows
  const loaded = (await loadDay(there.app, dayId))!;
  expect(loaded.events.find((e) => e.what.kind === "hit-closed")!.what).toMatchObject({
    hitId: loaded.events.find((e) => e.what.kind === "hit")!.id,
  });
  expect(loaded.places.map((p) => p.id)).toContain(loaded.day.currentPlaceId);
  expect(
    loaded.plan!.picks.every((p) => loaded.facts.channels.some((c) => c.id === p.channelId)),
  ).toBe(true);
  expect((await valueOf(previewArchive(there.app, first))).days[0]!.standing).toBe("same");
});

test("what went on in one place only is brought on; what went on in both is refused whole, or comes in beside", async () => {
  await note(here, here.dayId, "later");
  const later = await archiveOf(here);
  expect((await valueOf(previewArchive(there.app, later))).days[0]).toMatchObject({
    standing: "goes-on",
    added: 1,
  });
  expect(await valueOf(takeArchive(there.app, later, { asOwn: false }))).toMatchObject({
    added: 1,
  });
  expect((await valueOf(previewArchive(there.app, first))).days[0]!.standing).toBe("behind");
  await note(there, await dayThere(), "only there");
  await note(here, here.dayId, "only here");
  const apart = await archiveOf(here);
  const before = (await plainTables(there.app.db, await dayThere())).tables;
  expect(await refusal(takeArchive(there.app, apart, { asOwn: false }))).toBe("apart");
  expect((await plainTables(there.app.db, await dayThere())).tables).toEqual(before);
  const own = await valueOf(takeArchive(there.app, apart, { asOwn: true }));
  expect(await valueOf(logCsv(there.app, own.dayIds[0]!))).toBe(
    await valueOf(logCsv(here.app, here.dayId)),
  );
  expect((await listShoots(there.app.db)).map((s) => s.name)).toContain(
    "Slack Water (from an archive)",
  );
});

/**
 * The same archive with one thing changed, its sums made right again unless that is what is
 * changed.
 */
async function changed(p: {
  head?: Record<string, unknown>;
  day?: (day: { tables: Record<string, Record<string, unknown>[]> }) => void;
  keepsSums?: boolean;
}): Promise<Uint8Array> {
  const files = unzipSync(first);
  const head = JSON.parse(strFromU8(files["shoot.json"]!)) as {
    days: { folder: string }[];
    files: Record<string, string>;
  };
  const name = `${head.days[0]!.folder}/day.json`;
  if (p.day) {
    const day = JSON.parse(strFromU8(files[name]!)) as {
      tables: Record<string, Record<string, unknown>[]>;
    };
    p.day(day);
    files[name] = strToU8(JSON.stringify(day));
  }
  const sums = Object.entries(head.files).filter(([file]) => p.keepsSums || file !== name);
  files["shoot.json"] = strToU8(
    JSON.stringify({ ...head, files: Object.fromEntries(sums), ...p.head }),
  );
  return Promise.resolve(zipSync(files));
}

test.each<[string, () => Promise<Uint8Array>, string]>([
  ["no zip", () => Promise.resolve(strToU8("not an archive")), "no-archive"],
  [
    "a zip of something else",
    () => Promise.resolve(zipSync({ "holiday.txt": strToU8("sea") })),
    "no-archive",
  ],
  ["cut off", () => Promise.resolve(first.slice(0, first.length / 2)), "no-archive"],
  ["from a newer version", () => changed({ head: { version: 3 } }), "newer"],
  [
    "a byte changed",
    () =>
      changed({
        day: (d) => {
          d.tables["dayEvents"]!.pop();
        },
        keepsSums: true,
      }),
    "damaged",
  ],
  [
    "a row that points at nobody",
    () =>
      changed({
        day: (d) => {
          d.tables["picks"]![0]!["channelId"] = 99;
        },
      }),
    "damaged",
  ],
  [
    "a column that nobody knows",
    () =>
      changed({
        day: (d) => {
          d.tables["plans"]![0]!["mood"] = 1;
        },
      }),
    "damaged",
  ],
  [
    "scenes that the screens could not read",
    () =>
      changed({
        day: (d) => {
          d.tables["sceneLists"]![0]!["scenes"] = 7;
        },
      }),
    "damaged",
  ],
])("%s is refused in words, and nothing is taken in", async (_, make, code) => {
  const days = await listDays(there.app.db);
  const bytes = await make();
  const result = await takeArchive(there.app, bytes, { asOwn: true });
  expect(result).toMatchObject({ ok: false, error: { code: "shoot-archive", error: { code } } });
  if (!result.ok) expect(serviceErrorWords(result.error)).toMatch(/Nothing was imported/);
  expect(await listDays(there.app.db)).toEqual(days);
});

test("a write that fails in the middle leaves nothing half: all of it is undone", async () => {
  const strange = await practiceApp();
  // a page's own number that stands on another day here already
  await note(strange, strange.dayId, "mine", "archive-note");
  const before = [await listShoots(strange.app.db), await listDays(strange.app.db)];
  expect(await refusal(takeArchive(strange.app, first, { asOwn: false }))).toBe("failed");
  expect([await listShoots(strange.app.db), await listDays(strange.app.db)]).toEqual(before);
  await strange.stop();
  const own = await ownApp(Date.UTC(2027, 4, 4));
  expect(await refusal(takeArchive(own.app, first, { asOwn: false }))).toBe("practice");
  await own.stop();
});
