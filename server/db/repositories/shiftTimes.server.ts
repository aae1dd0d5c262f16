import { QueryTypes, type Transaction } from "sequelize";
import { ARCHIVE_TABLE_NAMES, type ArchiveTable, columnsOf } from "~/core/archive/archiveTables";
import type { UnitScan } from "~/core/evidence/unitScan";
import type { Database } from "~/server/db/connection.server";

/** Columns that say when something was done or seen; what is planned is no record. */
const RECORDED = ["atMs", "takenAtMs", "acceptedAtMs", "startMs"] as const;
/** Tables whose rows stand under another row and not under the day itself. */
const UNDER: Partial<Record<ArchiveTable, string>> = {
  channelChanges: "channelId IN (SELECT id FROM channels WHERE dayId = :dayId)",
  picks: "planId IN (SELECT id FROM plans WHERE dayId = :dayId)",
};

/**
 * Moves everything that was put down on a day along its clock, because the clock itself moved: what
 * was two minutes old stays so.
 */
export async function shiftRecords(
  db: Database,
  dayId: number,
  byMs: number,
  transaction: Transaction,
): Promise<void> {
  const run = (sql: string) => db.sequelize.query(sql, { transaction });
  // what happened stands, and only the clock that tells when is another: its guard steps aside for
  // that, and stands again in the same write
  const guards = await db.sequelize.query<{ name: string; sql: string }>(
    "SELECT name, sql FROM sqlite_master WHERE type = 'trigger' AND tbl_name = 'dayEvents'",
    { type: QueryTypes.SELECT, transaction },
  );
  for (const { name } of guards) await run(`DROP TRIGGER ${name}`);
  for (const table of ARCHIVE_TABLE_NAMES) {
    const names = columnsOf(table).map(([name]) => name);
    const moved = RECORDED.filter((name) => names.includes(name));
    if (moved.length === 0) continue;
    await db.sequelize.query(
      `UPDATE ${table} SET ${moved.map((name) => `${name} = ${name} + :byMs`).join(", ")} WHERE ${UNDER[table] ?? "dayId = :dayId"}`,
      { replacements: { byMs, dayId }, transaction },
    );
  }
  for (const { sql } of guards) await run(sql);
  // lists keep the time of each reading inside
  for (const row of await db.models.unitScanLists.findAll({ where: { dayId }, transaction })) {
    const items = JSON.parse(row.get("itemsJson") as string) as UnitScan[];
    await row.update(
      { itemsJson: JSON.stringify(items.map((s) => ({ ...s, atMs: s.atMs + byMs }))) },
      { transaction },
    );
  }
}
