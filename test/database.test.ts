import { copyFileSync, existsSync, mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { Sequelize } from "sequelize";
import { openDatabase, type Database } from "~/server/db/connection.server";
import { startWords } from "~/server/rescue.server";
import { MIGRATIONS } from "~/server/db/migrations/index.server";
import {
  changeChannel,
  insertChannel,
  listChannels,
} from "~/server/db/repositories/channels.server";
import {
  insertDay,
  insertFirstPlaces,
  listDays,
  listPlaces,
} from "~/server/db/repositories/days.server";
import { listSyncs } from "~/server/db/repositories/records.server";
import { SHIPPED_KIT } from "~/core/kit/shipped";
import { appendVersion } from "~/server/db/repositories/versionedLists.server";
import { packUnit, receiverUnit } from "~/testkit/case";
import { PLAIN_SETUP } from "~/core/spectrum/setup";
import { insertSweep, listSweeps, loadMeasurement } from "~/server/db/repositories/sweeps.server";
import type { Measurement } from "~/core/spectrum/sweep";

let folder: string;
let db: Database;
const file = () => join(folder, "data", "own.sqlite");
beforeEach(async () => {
  folder = mkdtempSync(join(tmpdir(), "plain-channel-db-"));
  db = await openDatabase(file());
});
afterEach(async () => {
  await db.close();
  rmSync(folder, { recursive: true, force: true });
});

const day = {
  shootId: 1,
  dateIso: "2027-05-04",
  dayNumber: 1,
  dayCount: 2,
  town: "T",
  region: "EU" as const,
  profile: "normal" as const,
  maxNoiseDbm: -95,
  noiseLimitDbm: null,
  verificationForm: null,
  antennaAttitude: null,
  licences: null,
  spares: 2,
  isPractice: false,
  clockDayMs: 0,
  clockRealMs: 0,
};
const place = {
  name: "A",
  setting: "indoors" as const,
  note: "",
  startMs: 0,
  endMs: 1,
  siteKey: null,
  geometry: {
    model: "free-space" as const,
    room: "office" as const,
    distanceM: 5,
    walls: [],
    txHeightM: 1,
    rxHeightM: 2,
  },
};

const ordinary = {
  number: 1,
  talker: "M",
  mark: "M",
  part: "",
  moves: "",
  effort: "normal" as const,
  wear: "chest" as const,
  microphoneId: "pebble",
  micDistanceM: 0.2,
  peakFactorDb: 18,
  inputId: "recorder-line",
  source: null,
  receiverKey: "r",
  half: 0,
  packKey: "p",
  extraPacks: [],
};

async function dayWithPlace(): Promise<{ dayId: number; placeId: number }> {
  return db.write(async (t) => {
    const dayId = await insertDay(db, day, t);
    const [placeId] = await insertFirstPlaces(db, dayId, [place], { atMs: 0, how: "made" }, t);
    await appendVersion(
      db,
      "units",
      dayId,
      {
        version: 1,
        atMs: 0,
        how: "made",
        items: [
          receiverUnit("r", SHIPPED_KIT.receivers[0]!.id),
          packUnit("p", SHIPPED_KIT.packs[0]!.id, null),
        ],
      },
      t,
    );
    return { dayId, placeId: placeId! };
  });
}

describe("migrations", () => {
  test("the tables that they make are the tables that the models expect", async () => {
    const q = db.sequelize.getQueryInterface();
    for (const [name, model] of Object.entries(db.models)) {
      const columns = await q.describeTable(name);
      const expected = (
        model as {
          getAttributes: () => Record<string, { allowNull?: boolean; primaryKey?: boolean }>;
        }
      ).getAttributes();
      expect([name, Object.keys(columns).sort()]).toEqual([name, Object.keys(expected).sort()]);
      for (const [key, attribute] of Object.entries(expected)) {
        if (!attribute.primaryKey)
          expect([name, key, columns[key]!.allowNull]).toEqual([name, key, attribute.allowNull]);
      }
    }
  });

  test("names are unique, and opening again changes nothing", async () => {
    expect(new Set(MIGRATIONS.map((m) => m.name)).size).toBe(MIGRATIONS.length);
    await dayWithPlace();
    await db.close();
    db = await openDatabase(file());
    expect(await listDays(db)).toHaveLength(1);
  });

  test("a file of a newer version is refused and left as it is", async () => {
    await db.close();
    const raw = new Sequelize({ dialect: "sqlite", storage: file(), logging: false });
    await raw.query("INSERT INTO migrations (name) VALUES ('0099-from-tomorrow')");
    const error: unknown = await openDatabase(file()).catch((e: unknown) => e);
    expect(await startWords(error, { restoreCommand: "" })).toMatch(
      /newer version \(0099-from-tomorrow\).*It was not changed/,
    );
    await raw.query("DELETE FROM migrations WHERE name = '0099-from-tomorrow'");
    await raw.close();
    db = await openDatabase(file());
  });
});

test("a proof of before comes over as the parts that it was; nobody had tried the mute", async () => {
  const { dayId, placeId } = await dayWithPlace();
  const channelId = await db.write((t) => insertChannel(db, dayId, ordinary, t));
  const { sequelize } = db;
  for (const column of ["isClear INTEGER", "hasRf INTEGER", "hasAudio INTEGER"])
    await sequelize.query(`ALTER TABLE syncs ADD COLUMN ${column}`);
  for (const column of ["part", "outcome", "receiverKey", "shown", "who"])
    await sequelize.query(`ALTER TABLE syncs DROP COLUMN ${column}`);
  await sequelize.query("ALTER TABLE channels DROP COLUMN extraPacksJson");
  const put = (kind: string, rest: string) =>
    sequelize.query(
      `INSERT INTO syncs (dayId, channelId, placeId, atMs, frequencyHz, kind, packKey, isClear, hasRf, hasAudio, strongestDbm, antennaADbm, antennaBDbm) VALUES (${dayId}, ${channelId}, ${placeId}, 5, 500000000, '${kind}', ${rest})`,
    );
  await put("pack-synced", "'p', NULL, NULL, NULL, NULL, NULL, NULL");
  await put("proof-off", "NULL, 1, NULL, NULL, -108, NULL, NULL");
  await put("proof-on", "'p', NULL, 1, 0, -55, -55, -81");
  await sequelize.transaction(async (t) => {
    await MIGRATIONS.find((m) => m.name === "0013-proof-parts")!.up(sequelize, t);
    await sequelize.query("ALTER TABLE channels RENAME COLUMN alsoJson TO extraPacksJson", {
      transaction: t,
    });
  });
  const syncs = await listSyncs(db, dayId);
  expect(
    syncs.map((s) =>
      s.kind === "proof" ? [s.part, s.outcome, s.packKey, s.receiverKey, s.strongestDbm] : s.kind,
    ),
  ).toEqual([
    "pack-synced",
    ["silent", "nothing", "p", "r", -108],
    ["phones", "nothing", "p", "r", -108],
    ["rf", "full", "p", "r", -55],
    ["antennas", "only A serves", "p", "r", -55],
    ["voice", "nothing", "p", "r", -55],
  ]);
  expect(await listChannels(db, dayId)).toMatchObject([{ id: channelId, extraPacks: [] }]);
});

test("a write that fails half way leaves nothing, and the next one works", async () => {
  await expect(
    db.write(async (t) => {
      await insertDay(db, day, t);
      throw new Error("half way");
    }),
  ).rejects.toThrow("half way");
  expect(await listDays(db)).toEqual([]);
  await dayWithPlace();
  expect(await listDays(db)).toHaveLength(1);
});

test("a file that was closed is whole by itself: what was written a moment before stands in it", async () => {
  await dayWithPlace();
  await db.close();
  expect(existsSync(`${file()}-wal`)).toBe(false);
  const alone = join(folder, "alone.sqlite");
  copyFileSync(file(), alone);
  const copy = await openDatabase(alone);
  expect(await listDays(copy)).toHaveLength(1);
  await copy.close();
  db = await openDatabase(file());
});

test("many writes at once queue up", async () => {
  await Promise.all(Array.from({ length: 12 }, () => dayWithPlace()));
  expect(await listDays(db)).toHaveLength(12);
});

test("places come in the order of the day with their geometry whole", async () => {
  const { dayId } = await dayWithPlace();
  const before = {
    ...place,
    name: "Before",
    startMs: -5,
    geometry: { ...place.geometry, walls: [{ material: "brick" as const, thicknessM: 0.1 }] },
  };
  await db.write((t) => insertFirstPlaces(db, dayId, [place, before], { atMs: 1, how: "more" }, t));
  const places = await listPlaces(db, dayId);
  expect(places.map((p) => p.name)).toEqual(["Before", "A"]);
  expect(places[0]!.geometry.walls).toEqual([{ material: "brick", thicknessM: 0.1 }]);
});

test("a scan comes back as it went in: passes, gaps, silence, warnings", async () => {
  const { dayId, placeId } = await dayWithPlace();
  const measurement: Measurement = {
    format: "rows",
    lowHz: 470.05e6,
    stepHz: 100_000,
    points: 4,
    completePasses: 1,
    warnings: [{ code: "rows-out-of-order" }],
    passes: [
      Float64Array.of(-100.25, NaN, -Infinity, -80),
      Float64Array.of(NaN, NaN, -99, -81.125),
    ],
  };
  const id = await db.write((t) =>
    insertSweep(
      db,
      dayId,
      {
        placeId,
        takenAtMs: 5,
        source: "file x",
        own: [{ id: "Pack C", frequencyHz: 471e6 }],
        setup: PLAIN_SETUP,
        measurement,
      },
      t,
    ),
  );
  expect(await loadMeasurement(db, id)).toEqual(measurement);
  expect(await listSweeps(db, dayId)).toEqual([
    {
      id,
      placeId,
      takenAtMs: 5,
      source: "file x",
      lowHz: 470.05e6,
      stepHz: 100_000,
      points: 4,
      completePasses: 1,
      own: [{ id: "Pack C", frequencyHz: 471e6 }],
      setup: PLAIN_SETUP,
    },
  ]);
  expect(await loadMeasurement(db, id + 1)).toBeNull();
});

test("of two changes to one channel the later is told of the earlier, whoever asks at the same moment", async () => {
  const { dayId } = await dayWithPlace();
  const channelId = await db.write((t) => insertChannel(db, dayId, ordinary, t));
  const change = (what: string) =>
    db.write((t) =>
      changeChannel(
        db,
        { channelId, expectedVersion: 1, atMs: 7, what, change: { part: what } },
        t,
      ),
    );
  const [first, second] = await Promise.all([change("to q"), change("to s")]);
  expect(first).toBeNull();
  expect(second).toEqual([{ version: 2, atMs: 7, what: "to q" }]);
  expect(await listChannels(db, dayId)).toMatchObject([{ part: "to q", version: 2 }]);
});

test("what no archive would take is not stored either, whoever asks for it: the write is taken back whole", async () => {
  const { dayId, placeId } = await dayWithPlace();
  const channelId = await db.write((t) => insertChannel(db, dayId, ordinary, t));
  const sync = {
    dayId,
    channelId,
    placeId,
    atMs: 0,
    kind: "cells",
    frequencyHz: 0,
    packKey: "p",
    isUndone: false,
  };
  const put = (change: object) =>
    db.write(async (transaction) => {
      await db.models.syncs.create({ ...sync }, { transaction });
      await db.models.syncs.create({ ...sync, ...change }, { transaction });
    });
  for (const change of [
    { atMs: -1e300 },
    { atMs: 0.5 },
    { frequencyHz: 470_000_000.5 },
    { kind: "x".repeat(250_000) },
    { strongestDbm: Infinity },
  ])
    await expect(put(change)).rejects.toMatchObject({ code: "ROW_UNFIT" });
  await expect(
    db.write((transaction) =>
      db.models.channels.update(
        { talker: "x".repeat(250_000) },
        { where: { id: channelId }, transaction },
      ),
    ),
  ).rejects.toMatchObject({ code: "ROW_UNFIT" });
  expect(await db.models.syncs.count()).toBe(0);
  await put({});
  expect(await db.models.syncs.count()).toBe(2);
});
