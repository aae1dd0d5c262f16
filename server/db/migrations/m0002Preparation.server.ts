import type { Sequelize, Transaction } from "sequelize";

const STATEMENTS = [
  // a list is stored whole, version by version: what was imported can be taken back
  `CREATE TABLE sceneLists (
    id INTEGER PRIMARY KEY AUTOINCREMENT, dayId INTEGER NOT NULL REFERENCES days(id), version INTEGER NOT NULL, atMs INTEGER NOT NULL, how TEXT NOT NULL, scenesJson TEXT NOT NULL,
    UNIQUE (dayId, version))`,
  `CREATE TABLE stock (
    id INTEGER PRIMARY KEY AUTOINCREMENT, dayId INTEGER NOT NULL REFERENCES days(id), kind TEXT NOT NULL, block TEXT, count INTEGER NOT NULL)`,
  "ALTER TABLE units ADD COLUMN powerMw REAL",
];

export async function preparation(db: Sequelize, transaction: Transaction): Promise<void> {
  for (const sql of STATEMENTS) await db.query(sql, { transaction });
}
