import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { Sequelize } from "sequelize";
import { openDatabase } from "~/server/db/connection.server";
import { initialTables } from "~/server/db/migrations/m0001InitialTables.server";
import { listDays } from "~/server/db/repositories/days.server";
import { newestItems } from "~/server/db/repositories/versionedLists.server";
import { httpRegister } from "~/server/devices/registerPort.server";
import {
  askRegister,
  editStations,
  getRegister,
  type RegisterView,
} from "~/server/services/frequencies/stations.server";
import { undoList } from "~/server/services/prep/versionedLists.server";
import { practiceApp, propose, type PracticeApp } from "./practiceApp";

describe("asking the register", () => {
  let practice: PracticeApp;
  beforeEach(async () => {
    practice = await practiceApp();
  });
  afterEach(() => practice.stop());
  const view = async (): Promise<RegisterView> => {
    const found = await getRegister(practice.app, practice.dayId);
    if (!found.ok) throw new Error(found.error.code);
    return found.value;
  };
  const quay = { latitudeDeg: 57.6, longitudeDeg: -15.2 };

  test("its answer becomes the day's stations, is kept, and can be taken back", async () => {
    const before = await view();
    expect(
      await askRegister(practice.app, practice.dayId, {
        at: quay,
        setting: "outdoors",
        expectedVersion: 1,
      }),
    ).toEqual({ ok: true, value: 6 });
    const after = await view();
    expect(after.stations.map((s) => s.channel)).toEqual([22, 24, 25, 28, 30, 31]);
    expect(after.stations[0]).toMatchObject({
      name: "Ellery Head One",
      note: expect.stringMatching(/^3\.9 km, −\d+ dBm predicted$/) as string,
    });
    // with the register gone the list stands
    const alone = { ...practice.app, register: null };
    expect(
      await askRegister(alone, practice.dayId, {
        at: quay,
        setting: "outdoors",
        expectedVersion: 2,
      }),
    ).toMatchObject({ ok: false, error: { code: "no-register" } });
    expect((await view()).stations).toEqual(after.stations);
    await undoList(practice.app, "stations", practice.dayId, 2);
    expect((await view()).stations).toEqual(before.stations);
  });

  test("far away another air: nothing reaches, and the whole band has room", async () => {
    expect(
      await askRegister(practice.app, practice.dayId, {
        at: { latitudeDeg: -40, longitudeDeg: 100 },
        setting: "outdoors",
        expectedVersion: 1,
      }),
    ).toEqual({ ok: true, value: 0 });
    const { rank } = await view();
    expect(rank).toHaveLength(1);
    expect(rank[0]!.channels[0]).toBe(21);
  });

  test("by hand: put on, replaced, taken off; a channel that the raster lacks is refused", async () => {
    const add = (channel: number, name: string, expectedVersion: number) =>
      editStations(practice.app, practice.dayId, {
        add: { channel, name, note: "" },
        expectedVersion,
      });
    expect((await add(23, "Pirate", 1)).ok).toBe(true);
    expect((await add(23, "Pirate Two", 2)).ok).toBe(true);
    expect((await view()).stations.filter((s) => s.channel === 23).map((s) => s.name)).toEqual([
      "Pirate Two",
    ]);
    expect(await add(99, "Nowhere", 3)).toMatchObject({
      ok: false,
      error: { code: "setting-unknown" },
    });
    expect(await add(26, "Late", 1)).toMatchObject({ ok: false, error: { code: "list-changed" } });
    const { result } = await propose(practice);
    for (const a of result.assignments)
      expect(a.frequencyHz < 486e6 || a.frequencyHz > 494e6).toBe(true);
    await editStations(practice.app, practice.dayId, { removeChannel: 23, expectedVersion: 3 });
    expect((await view()).stations.some((s) => s.channel === 23)).toBe(false);
  });

  test("a register that does not answer, or refuses, leaves everything as it was", async () => {
    const gone = { ...practice.app, register: httpRegister("http://127.0.0.1:9") };
    expect(
      await askRegister(gone, practice.dayId, { at: quay, setting: "indoors", expectedVersion: 1 }),
    ).toMatchObject({
      ok: false,
      error: { code: "device", error: { code: "device-unreachable" } },
    });
    expect(
      await practice.app.register!.stationsAt({ latitudeDeg: 200, longitudeDeg: 0 }, "indoors"),
    ).toMatchObject({ ok: false, error: { detail: "it answered 400" } });
    expect((await view()).list!.version).toBe(1);
  });
});

test("a data file from before keeps its stations, units, places and shoot", async () => {
  const folder = mkdtempSync(join(tmpdir(), "plain-channel-old-"));
  const file = join(folder, "old.sqlite");
  const raw = new Sequelize({ dialect: "sqlite", storage: file, logging: false });
  await raw.transaction((t) => initialTables(raw, t));
  await raw.query("CREATE TABLE migrations (name VARCHAR(255) NOT NULL PRIMARY KEY)");
  await raw.query("INSERT INTO migrations (name) VALUES ('0001-initial-tables')");
  await raw.query(
    "INSERT INTO days (production, title, dateIso, dayNumber, dayCount, town, region, profile, maxNoiseDbm, spares, isPractice, clockDayMs, clockRealMs) VALUES ('P', 't', '2027-05-04', 1, 1, 'T', 'EU', 'normal', -95, 2, 0, 0, 0)",
  );
  await raw.query(
    "INSERT INTO units (dayId, key, kind, modelId, label) VALUES (1, 'r', 'receiver', 'tarnfell-r2-47', 'Bag')",
  );
  await raw.query(
    "INSERT INTO places (dayId, name, setting, note, startMs, endMs, siteKey, geometryJson) VALUES (1, 'Old \"quay\"', 'outdoors', '', 5, 9, NULL, '{\"model\":\"plane-earth\",\"walls\":[]}')",
  );
  await raw.query(
    "INSERT INTO stations (dayId, channel, name, note) VALUES (1, 25, 'Old mast', 'n'), (1, 22, 'Quoted \"mast\"', '')",
  );
  await raw.close();
  const db = await openDatabase(file);
  expect((await newestItems(db, "stations", 1)).sort((a, b) => a.channel - b.channel)).toEqual([
    { channel: 22, name: 'Quoted "mast"', note: "" },
    { channel: 25, name: "Old mast", note: "n" },
  ]);
  expect(await newestItems(db, "units", 1)).toEqual([
    {
      key: "r",
      kind: "receiver",
      modelId: "tarnfell-r2-47",
      label: "Bag",
      powerMw: null,
      serial: null,
      keyName: null,
    },
  ]);
  expect(await newestItems(db, "places", 1)).toEqual([
    {
      id: 1,
      name: 'Old "quay"',
      setting: "outdoors",
      note: "",
      startMs: 5,
      endMs: 9,
      siteKey: null,
      geometry: { model: "plane-earth", walls: [] },
    },
  ]);
  expect(await listDays(db)).toMatchObject([{ production: "P", shootId: 1, isArchived: false }]);
  await db.close();
  rmSync(folder, { recursive: true });
});
