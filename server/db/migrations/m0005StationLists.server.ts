import type { Sequelize, Transaction } from "sequelize";

/**
 * Stations become lists, version by version, so that an answer of the register can be taken back.
 * What was there is the first version.
 */
const STATEMENTS = [
  `CREATE TABLE stationLists (
    id INTEGER PRIMARY KEY AUTOINCREMENT, dayId INTEGER NOT NULL REFERENCES days(id), version INTEGER NOT NULL, atMs INTEGER NOT NULL, how TEXT NOT NULL, stationsJson TEXT NOT NULL,
    UNIQUE (dayId, version))`,
  `INSERT INTO stationLists (dayId, version, atMs, how, stationsJson)
    SELECT dayId, 1, 0, 'from before', json_group_array(json_object('channel', channel, 'name', name, 'note', note)) FROM stations GROUP BY dayId`,
  "DROP TABLE stations",
];

export async function stationLists(db: Sequelize, transaction: Transaction): Promise<void> {
  for (const sql of STATEMENTS) await db.query(sql, { transaction });
}
