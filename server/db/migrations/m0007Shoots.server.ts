import type { Sequelize, Transaction } from "sequelize";

/**
 * Days belong to shoots; places become lists, version by version, so that every change to them can
 * be taken back (a place's row stays, for records point at it); days and channels can be put away
 * and brought back.
 */
const STATEMENTS = [
  "CREATE TABLE shoots (id INTEGER PRIMARY KEY AUTOINCREMENT, name TEXT NOT NULL)",
  "INSERT INTO shoots (name) SELECT production FROM days GROUP BY production ORDER BY MIN(id)",
  "ALTER TABLE days ADD COLUMN shootId INTEGER NOT NULL DEFAULT 0",
  "UPDATE days SET shootId = (SELECT shoots.id FROM shoots WHERE shoots.name = days.production)",
  "ALTER TABLE days DROP COLUMN production",
  "ALTER TABLE days DROP COLUMN title",
  "ALTER TABLE days ADD COLUMN isGone INTEGER NOT NULL DEFAULT 0",
  "ALTER TABLE channels ADD COLUMN isGone INTEGER NOT NULL DEFAULT 0",
  `CREATE TABLE placeLists (
    id INTEGER PRIMARY KEY AUTOINCREMENT, dayId INTEGER NOT NULL REFERENCES days(id), version INTEGER NOT NULL, atMs INTEGER NOT NULL, how TEXT NOT NULL, itemsJson TEXT NOT NULL,
    UNIQUE (dayId, version))`,
  `INSERT INTO placeLists (dayId, version, atMs, how, itemsJson)
    SELECT dayId, 1, 0, 'from before', json_group_array(json_object('id', id, 'name', name, 'setting', setting, 'note', note, 'startMs', startMs, 'endMs', endMs, 'siteKey', siteKey,
      'geometry', json(geometryJson))) FROM places GROUP BY dayId`,
  ...["name", "setting", "note", "startMs", "endMs", "siteKey", "geometryJson"].map(
    (column) => `ALTER TABLE places DROP COLUMN ${column}`,
  ),
];

export async function shoots(db: Sequelize, transaction: Transaction): Promise<void> {
  for (const sql of STATEMENTS) await db.query(sql, { transaction });
}
