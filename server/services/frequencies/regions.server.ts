import { defined } from "~/core/units/items";
import { REGIONS, type Region } from "~/core/regulations/region";
import { fail, ok, type Result } from "~/core/units/result";
import type { ServiceError } from "~/contract/schemas/serviceError";
import type { Database } from "~/server/db/connection.server";
import { findDay, listDays, updateDay } from "~/server/db/repositories/days.server";
import { insertRegionFile, listRegionFiles } from "~/server/db/repositories/regions.server";
import type { AppContext } from "~/server/services/appContext.server";
import { readBeside } from "~/server/services/roll/readings.server";

export interface KnownRegion {
  region: Region;
  origin: "ships" | "corrected" | "own";
}

/** Every region there is: those that ship, as the user corrected them, and the user's own. */
export async function knownRegions(db: Database): Promise<KnownRegion[]> {
  const files = (await listRegionFiles(db)).filter((f) => f.region !== null);
  const shipped = Object.values(REGIONS).map((region): KnownRegion => {
    const corrected = files.find((f) => f.name === region.name)?.region;
    return corrected ? { region: corrected, origin: "corrected" } : { region, origin: "ships" };
  });
  return [
    ...shipped,
    ...files
      .filter((f) => !(f.name in REGIONS))
      .map((f): KnownRegion => ({ region: defined(f.region), origin: "own" })),
  ];
}

/**
 * The law of a region by its name. A day whose region file is gone falls back to the general
 * European one.
 */
export async function regionNamed(db: Database, name: string): Promise<Region> {
  return (await knownRegions(db)).find((k) => k.region.name === name)?.region ?? REGIONS.EU;
}

/** Adds a region file, or corrects the region of that name; nothing is kept of a broken one. */
export async function addRegionFile(
  app: AppContext,
  text: string,
): Promise<Result<string, ServiceError>> {
  const read = await readBeside(app, "read-region-file", { text });
  if (read.ok) return storeRegion(app, read.value.name, read.value);
  return fail(
    read.error.code === "reading-stopped" ? read.error : { code: "region-file", error: read.error },
  );
}

/**
 * Takes a correction back: the region that ships counts again. A region of one's own has nothing to
 * go back to and stays.
 */
export async function dropRegionFile(
  app: AppContext,
  name: string,
): Promise<Result<string, ServiceError>> {
  const known = (await knownRegions(app.db)).find((k) => k.region.name === name);
  return known && known.origin === "corrected"
    ? storeRegion(app, name, null)
    : fail({ code: "not-found", what: "region file" });
}

async function storeRegion(
  app: AppContext,
  name: string,
  region: Region | null,
): Promise<Result<string, ServiceError>> {
  return app.db.write(async (transaction) => {
    const version =
      ((await listRegionFiles(app.db, transaction)).find((f) => f.name === name)?.version ?? 0) + 1;
    await insertRegionFile(
      app.db,
      { name, version, atRealMs: Math.round(app.realNowMs()), region },
      transaction,
    );
    return ok(name);
  });
}

/** Says in which region a day is. */
export async function chooseRegion(
  app: AppContext,
  dayId: number,
  name: string,
): Promise<Result<string, ServiceError>> {
  const known = (await knownRegions(app.db)).find((k) => k.region.name === name);
  if (!known) return fail({ code: "not-found", what: "region file" });
  return app.db.write(async (transaction) => {
    if (!(await findDay(app.db, dayId, transaction)))
      return fail({ code: "not-found" as const, what: "day" as const });
    await updateDay(app.db, dayId, { region: name }, transaction);
    return ok(known.region.title);
  });
}

/**
 * Notes which licences are held, for every day of the shoot: none, or those that the region's bands
 * name. Null takes it back to "nobody was asked". @returns what was held before
 */
export async function setLicences(
  app: AppContext,
  dayId: number,
  licences: readonly string[] | null,
): Promise<Result<string[] | null, ServiceError>> {
  const day = await findDay(app.db, dayId);
  if (!day) return fail({ code: "not-found", what: "day" });
  const days = (await listDays(app.db)).filter((d) => d.shootId === day.shootId);
  await app.db.write(async (t) => {
    for (const d of days)
      await updateDay(app.db, d.id, { licences: licences === null ? null : [...licences] }, t);
  });
  return ok(day.licences);
}
