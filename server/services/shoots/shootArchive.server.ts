import { itemAt } from "~/core/units/items";
import { randomUUID } from "node:crypto";
import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { strToU8, zip, type Zippable } from "fflate";
import {
  ARCHIVE_TABLE_NAMES,
  type ArchiveTable,
  columnsOf,
  type PlainRow,
  type PlainTables,
} from "~/core/archive/archiveTables";
import type { Region } from "~/core/regulations/region";
import { fail, ok } from "~/core/units/result";
import {
  ARCHIVE_FORMAT,
  ARCHIVE_VERSION,
  type ArchiveHead,
  type ArchiveRow,
  type ShootArchiveError,
} from "~/contract/schemas/shootArchive";
import { type ReadArchive, sha256 } from "~/server/compute/readArchive";
import { openDatabase } from "~/server/db/connection.server";
import {
  addRows,
  CHANGING,
  Numbers,
  plainTables,
  updateRows,
} from "~/server/db/repositories/archive.server";
import {
  type Day,
  findDay,
  insertDay,
  insertShoot,
  setShootLengths,
  listDays,
  listShoots,
  updateDay,
} from "~/server/db/repositories/days.server";
import { insertRegionFile, listRegionFiles } from "~/server/db/repositories/regions.server";
import type { AppContext } from "~/server/services/appContext.server";
import { getDayView } from "~/server/services/day/dayView.server";
import { logOf } from "~/server/services/day/log.server";
import { readBeside } from "~/server/services/roll/readings.server";
import { reportOf } from "~/server/services/day/report.server";
import type { ServiceResult } from "~/server/services/serviceResult";

const SCHEMA_NOTE =
  "Schema: docs/shoot-archive.schema.json of the application, or /shoot-archive.schema.json where it runs.\n";

const json = (value: unknown): Uint8Array => strToU8(`${JSON.stringify(value, null, 1)}\n`);
const refuse = (error: ShootArchiveError) => fail({ code: "shoot-archive" as const, error });
const isPractice = (app: AppContext): boolean => app.simulator !== null;

/**
 * A whole shoot as one file: a zip of JSON and the bytes of sweeps, readings and pictures beside
 * it.
 */
export async function exportShoot(
  app: AppContext,
  shootId: number,
): ServiceResult<{ name: string; bytes: Uint8Array }> {
  const shoot = (await listShoots(app.db)).find((s) => s.id === shootId);
  if (!shoot) return fail({ code: "not-found", what: "shoot" });
  const days = (await listDays(app.db)).filter((d) => d.shootId === shootId);
  const files: Record<string, Uint8Array> = {
    "READ-ME.txt": strToU8(
      `${shoot.name}: a whole shoot, saved by Plain Channel. It holds pairing keys: give it only to whom you would give these.\n${SCHEMA_NOTE}`,
    ),
  };
  const head: ArchiveHead = {
    format: ARCHIVE_FORMAT,
    version: ARCHIVE_VERSION,
    madeAt: new Date(app.realNowMs()).toISOString(),
    shoot: { uid: shoot.uid, name: shoot.name, lengthUnit: shoot.lengthUnit },
    days: [],
    regions: [],
    files: {},
  };
  for (const [i, day] of days.entries()) {
    const folder = `days/${day.dateIso}-${i + 1}`;
    head.days.push({ uid: day.uid, folder });
    const { tables, numbers } = await plainTables(app.db, day.id);
    const rows = (table: ArchiveTable): ArchiveRow[] =>
      withRanges(tables[table], table, (name, bytes) => {
        files[`${folder}/${name}`] = bytes;
      });
    const {
      dateIso,
      dayNumber,
      dayCount,
      town,
      region,
      profile,
      maxNoiseDbm,
      noiseLimitDbm,
      verificationForm,
      antennaAttitude,
      licences,
      spares,
      isPractice: practice,
      isArchived,
      rescan,
      currentPlaceId,
      clockDayMs,
      clockRealMs,
    } = day;
    const plain = {
      dateIso,
      dayNumber,
      dayCount,
      town,
      region,
      profile,
      maxNoiseDbm,
      noiseLimitDbm,
      verificationForm,
      antennaAttitude,
      licences,
      spares,
      isPractice: practice,
      isArchived,
      rescan,
      currentPlaceId: numbers.get("places", currentPlaceId) || null,
      clockDayMs: Math.round(clockDayMs),
      clockRealMs: Math.round(clockRealMs),
    };
    files[`${folder}/day.json`] = json({
      day: plain,
      tables: Object.fromEntries(ARCHIVE_TABLE_NAMES.map((t) => [t, rows(t)])),
    });
  }
  const used = new Set(days.map((d) => d.region));
  head.regions = (await listRegionFiles(app.db)).flatMap((r) =>
    r.region && used.has(r.name)
      ? [
          {
            name: r.name,
            region: JSON.parse(
              JSON.stringify(r.region),
            ) as ArchiveHead["regions"][number]["region"],
          },
        ]
      : [],
  );
  head.files = Object.fromEntries(
    Object.entries(files).map(([name, bytes]) => [name, sha256(bytes)]),
  );
  const all: Zippable = { "shoot.json": json(head), ...files };
  const bytes = await new Promise<Uint8Array>((resolve, reject) =>
    zip(all, { level: 5 }, (error, data) => (error ? reject(error) : resolve(data))),
  );
  // what its own reader would refuse is not handed out as if it were kept
  const readBack = await readBesideOf(app, bytes);
  if (!readBack.ok)
    return readBack.error.code === "shoot-archive" && readBack.error.error.code === "damaged"
      ? refuse({ ...readBack.error.error, code: "unreadable" })
      : readBack;
  return ok({
    name: `${
      shoot.name
        .toLowerCase()
        .replace(/[^a-z0-9]+/g, "-")
        .replace(/^-|-$/g, "") || "shoot"
    }.zip`,
    bytes,
  });
}

/** A long shoot takes longer to read than a list. */
const READING_MS = 60_000;

/** Reads an archive beside the event loop. */
async function readBesideOf(app: AppContext, bytes: Uint8Array): ServiceResult<ReadArchive> {
  const done = await readBeside(app, "read-archive", { bytes }, READING_MS);
  if (done.ok) return done;
  return done.error.code === "reading-stopped" ? fail(done.error) : refuse(done.error);
}

/** Rows with their bytes as stretches of one file for each column. */
function withRanges(
  rows: readonly PlainRow[],
  table: ArchiveTable,
  keep: (name: string, bytes: Uint8Array) => void,
): ArchiveRow[] {
  const parts = new Map<string, { at: number; list: Uint8Array[] }>();
  const out = rows.map(
    (row): ArchiveRow =>
      Object.fromEntries([
        ["id", row.id],
        ...columnsOf(table).map(([name, column]) => {
          if (!column.startsWith("bytes")) return [name, row.cells[name]];
          const bytes = row.bytes[name];
          if (!bytes) return [name, null];
          const part = parts.get(name) ?? { at: 0, list: [] };
          parts.set(name, part);
          const range = { at: part.at, length: bytes.length };
          part.list.push(bytes);
          part.at += bytes.length;
          return [name, range];
        }),
      ]) as ArchiveRow,
  );
  for (const [name, { list }] of parts) keep(`${table}.${name}.bin`, Buffer.concat(list));
  return out;
}

/**
 * How a day of an archive stands to what is here. "goes-on": everything here is in it, and more.
 * "behind": everything in it is here, and more. "apart": both went on.
 */
export type DayStanding = "new" | "same" | "goes-on" | "behind" | "apart";

export interface ArchivePreview {
  name: string;
  isKnown: boolean;
  madeAt: string;
  days: {
    uid: string;
    dateIso: string;
    standing: DayStanding;
    /** The first table in which they part. */ table: string | null;
    added: number;
  }[];
  /** Region files that stand otherwise here: ours stay. */
  regionsKept: string[];
}

interface PlacedDay {
  read: ReadArchive["days"][number];
  here: Day | null;
  standing: DayStanding;
  table: string | null;
  added: number;
}

/** What taking an archive in would do. */
export async function previewArchive(
  app: AppContext,
  bytes: Uint8Array,
): ServiceResult<ArchivePreview> {
  const read = await readBesideOf(app, bytes);
  if (!read.ok) return read;
  if (read.value.days.some((d) => d.day.isPractice !== isPractice(app)))
    return refuse({ code: "practice" });
  const { head } = read.value;
  const placed = await placeDays(app, read.value);
  const theirs = await otherRegions(app, head);
  return ok({
    name: head.shoot.name,
    isKnown: (await listShoots(app.db)).some((s) => s.uid === head.shoot.uid),
    madeAt: head.madeAt,
    regionsKept: theirs.kept,
    days: placed.map(({ read: r, standing, table, added }) => ({
      uid: r.uid,
      dateIso: r.day.dateIso,
      standing,
      table,
      added,
    })),
  });
}

async function placeDays(app: AppContext, archive: ReadArchive): Promise<PlacedDay[]> {
  const here = await listDays(app.db);
  const placed: PlacedDay[] = [];
  for (const read of archive.days) {
    const day = here.find((d) => d.uid === read.uid) ?? null;
    const total = ARCHIVE_TABLE_NAMES.reduce((n, t) => n + read.tables[t].length, 0);
    placed.push(
      day
        ? {
            read,
            here: day,
            ...standingOf((await plainTables(app.db, day.id)).tables, read.tables),
          }
        : { read, here: null, standing: "new", table: null, added: total },
    );
  }
  return placed;
}

/** Compares a day row by row: what stands for good must agree as far as both have it. */
function standingOf(
  ours: PlainTables,
  theirs: PlainTables,
): Pick<PlacedDay, "standing" | "table" | "added"> {
  let [oursOn, theirsOn, added]: [string | null, string | null, number] = [null, null, 0];
  for (const table of ARCHIVE_TABLE_NAMES) {
    const [a, b] = [ours[table], theirs[table]];
    const print = (row: PlainRow) => {
      const cells = Object.fromEntries(
        Object.entries(row.cells).filter(([name]) => !CHANGING[table]?.includes(name)),
      );
      return `${JSON.stringify(cells)} ${Object.values(row.bytes)
        .map((x) => (x ? sha256(x) : "-"))
        .join(" ")}`;
    };
    for (let i = 0; i < Math.min(a.length, b.length); i += 1)
      if (print(itemAt(a, i)) !== print(itemAt(b, i)))
        return { standing: "apart", table, added: 0 };
    if (a.length > b.length) oursOn ??= table;
    if (b.length > a.length) theirsOn ??= table;
    added += Math.max(0, b.length - a.length);
  }
  if (oursOn && theirsOn) return { standing: "apart", table: theirsOn, added };
  return { standing: theirsOn ? "goes-on" : oursOn ? "behind" : "same", table: null, added };
}

/** Region files that are not here yet, and those that stand otherwise here. */
async function otherRegions(
  app: AppContext,
  head: ArchiveHead,
): Promise<{ added: ArchiveHead["regions"]; kept: string[] }> {
  const here = await listRegionFiles(app.db);
  const ofName = (name: string) => here.find((r) => r.name === name && r.region !== null);
  return {
    added: head.regions.filter((r) => !ofName(r.name)),
    kept: head.regions
      .filter((r) => {
        const known = ofName(r.name);
        return known && JSON.stringify(known.region) !== JSON.stringify(r.region);
      })
      .map((r) => r.name),
  };
}

/**
 * Takes an archive in: days that are not here are added, those that go on are brought up to date,
 * and nothing that is here is lost. If any day went on here and there, all of it is refused.
 * @param p.asOwn - as a shoot of its own beside what is here, whatever is here @returns the days it
 *   brought or brought on
 */
export async function takeArchive(
  app: AppContext,
  bytes: Uint8Array,
  p: { asOwn: boolean },
): ServiceResult<{ name: string; dayIds: number[]; added: number }> {
  const read = await readBesideOf(app, bytes);
  if (!read.ok) return read;
  const archive = read.value;
  if (archive.days.some((d) => d.day.isPractice !== isPractice(app)))
    return refuse({ code: "practice" });
  const tried = await tryOut(app, archive);
  if (tried) return refuse(tried);
  const placed = p.asOwn
    ? archive.days.map((d): PlacedDay => ({
        read: d,
        here: null,
        standing: "new",
        table: null,
        added: 0,
      }))
    : await placeDays(app, archive);
  const apart = placed.filter((d) => d.standing === "apart");
  if (apart.length > 0)
    return refuse({
      code: "apart",
      days: apart.map((d) => ({ dateIso: d.read.day.dateIso, table: d.table ?? "" })),
    });
  try {
    return ok({ name: archive.head.shoot.name, ...(await putIn(app, archive, placed, p.asOwn)) });
  } catch (error) {
    return refuse({ code: "failed", detail: (error as Error).message.slice(0, 200) });
  }
}

/** All of it in one write: it stands whole, or not at all. */
function putIn(
  app: AppContext,
  { head }: Pick<ReadArchive, "head">,
  placed: readonly PlacedDay[],
  asOwn: boolean,
): Promise<{ dayIds: number[]; added: number }> {
  const { db } = app;
  return db.write(async (t) => {
    const regions = await otherRegions(app, head);
    for (const { name, region } of regions.added) {
      const version =
        Math.max(
          0,
          ...(await listRegionFiles(db, t)).filter((r) => r.name === name).map((r) => r.version),
        ) + 1;
      await insertRegionFile(
        db,
        { name, version, atRealMs: app.realNowMs(), region: region as unknown as Region },
        t,
      );
    }
    const known = asOwn
      ? undefined
      : (await listShoots(db, t)).find((s) => s.uid === head.shoot.uid);
    const shootId =
      known?.id ??
      (await insertShoot(
        db,
        asOwn ? `${head.shoot.name} (from an archive)` : head.shoot.name,
        t,
        asOwn ? randomUUID() : head.shoot.uid,
      ));
    if (!known) await setShootLengths(db, shootId, head.shoot.lengthUnit, t);
    const dayIds: number[] = [];
    let added = 0;
    for (const { read, here, standing } of placed) {
      if (standing === "same" || standing === "behind") continue;
      const { currentPlaceId, profile, rescan, isArchived, ...rest } = read.day;
      const dayId =
        here?.id ??
        (await insertDay(
          db,
          { ...rest, shootId, profile: profile as Day["profile"] },
          t,
          asOwn ? randomUUID() : read.uid,
        ));
      const ours = here ? await plainTables(db, here.id, { transaction: t }) : null;
      const numbers = new Numbers();
      for (const table of ARCHIVE_TABLE_NAMES) {
        const theirs = asOwn ? unseen(read.tables[table]) : read.tables[table];
        const ids = ours?.ids[table] ?? [];
        ids.forEach((id, i) => numbers.set(table, i + 1, id));
        await updateRows(db, table, dayId, theirs.slice(0, ids.length), numbers, t);
        await addRows(db, table, dayId, theirs.slice(ids.length), numbers, t);
        added += theirs.length - ids.length;
      }
      await updateDay(
        db,
        dayId,
        {
          ...rest,
          profile: profile as Day["profile"],
          rescan: rescan as Day["rescan"],
          isArchived,
          ...(currentPlaceId === null
            ? {}
            : { currentPlaceId: numbers.get("places", currentPlaceId) }),
        },
        t,
      );
      dayIds.push(dayId);
    }
    return { dayIds, added };
  });
}

/** A second copy of what is here already: what pages sent stands once only. */
const unseen = (rows: readonly PlainRow[]): PlainRow[] =>
  rows.map((r) =>
    "idempotencyKey" in r.cells ? { ...r, cells: { ...r.cells, idempotencyKey: null } } : r,
  );

/**
 * Puts an archive into a data file of its own first, and reads every day of it as the screens do:
 * what they could not read is not taken in. Readings are left out, for they are many and all alike.
 */
async function tryOut(app: AppContext, archive: ReadArchive): Promise<ShootArchiveError | null> {
  const folder = mkdtempSync(join(tmpdir(), "plain-channel-archive-"));
  const db = await openDatabase(join(folder, "try.sqlite"));
  try {
    const trial: AppContext = { ...app, db };
    const placed = archive.days.map((d): PlacedDay => ({
      read: { ...d, tables: { ...d.tables, readings: [] } },
      here: null,
      standing: "new",
      table: null,
      added: 0,
    }));
    const { dayIds } = await putIn(trial, archive, placed, false);
    for (const [i, dayId] of dayIds.entries()) {
      for (const look of [getDayView, logOf, reportOf]) {
        const seen = await look(trial, dayId);
        if (!seen.ok)
          return {
            code: "damaged",
            file: itemAt(archive.head.days, i).folder,
            detail: seen.error.code,
          };
      }
      if ((await findDay(db, dayId)) === null)
        return { code: "damaged", file: itemAt(archive.head.days, i).folder, detail: "no day" };
    }
    return null;
  } catch (error) {
    return { code: "damaged", file: "shoot.json", detail: (error as Error).message.slice(0, 200) };
  } finally {
    await db.close();
    rmSync(folder, { recursive: true, force: true });
  }
}
