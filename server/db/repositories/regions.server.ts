import type { Transaction } from "sequelize";
import type { Region } from "~/core/regulations/region";
import type { Database } from "~/server/db/connection.server";

export interface StoredRegion {
  name: string;
  version: number;
  atRealMs: number;
  /** Null where the user went back to what ships. */
  region: Region | null;
}

/** The newest version of each of the user's region files. */
export async function listRegionFiles(
  db: Database,
  transaction?: Transaction,
): Promise<StoredRegion[]> {
  const rows = await db.models.regionFiles.findAll({
    order: [["version", "ASC"]],
    transaction: transaction ?? null,
  });
  const newest = new Map<string, StoredRegion>();
  for (const row of rows) {
    const { name, version, atRealMs, json } = row.get({ plain: true });
    newest.set(name, {
      name,
      version,
      atRealMs,
      region: json === null ? null : (JSON.parse(json) as Region),
    });
  }
  return [...newest.values()];
}

export async function insertRegionFile(
  db: Database,
  file: StoredRegion,
  transaction: Transaction,
): Promise<void> {
  const { region, ...head } = file;
  await db.models.regionFiles.create(
    { ...head, json: region === null ? null : JSON.stringify(region) },
    { transaction },
  );
}
