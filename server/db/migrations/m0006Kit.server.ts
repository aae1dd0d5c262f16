import type { Sequelize, Transaction } from "sequelize";

/**
 * Units and stock become lists, version by version, so that every change to the case can be taken
 * back; models of one's own are a list too. What was there is the first version.
 */
const STATEMENTS = [
  ...["unit", "stock", "model"].map(
    (what) => `CREATE TABLE ${what}Lists (
    id INTEGER PRIMARY KEY AUTOINCREMENT, dayId INTEGER NOT NULL REFERENCES days(id), version INTEGER NOT NULL, atMs INTEGER NOT NULL, how TEXT NOT NULL, itemsJson TEXT NOT NULL,
    UNIQUE (dayId, version))`,
  ),
  `INSERT INTO unitLists (dayId, version, atMs, how, itemsJson)
    SELECT dayId, 1, 0, 'from before', json_group_array(json_object('key', key, 'kind', kind, 'modelId', modelId, 'label', label, 'powerMw', powerMw, 'serial', NULL, 'keyName', NULL))
    FROM units GROUP BY dayId`,
  `INSERT INTO stockLists (dayId, version, atMs, how, itemsJson)
    SELECT dayId, 1, 0, 'from before', json_group_array(json_object('kind', kind, 'block', block, 'connector', NULL, 'count', count)) FROM stock GROUP BY dayId`,
  "DROP TABLE units",
  "DROP TABLE stock",
];

export async function kitLists(db: Sequelize, transaction: Transaction): Promise<void> {
  for (const sql of STATEMENTS) await db.query(sql, { transaction });
}
