import type { Sequelize, Transaction } from "sequelize";

const TABLES = [
  `CREATE TABLE days (
    id INTEGER PRIMARY KEY AUTOINCREMENT, production TEXT NOT NULL, title TEXT NOT NULL, dateIso TEXT NOT NULL, dayNumber INTEGER NOT NULL, dayCount INTEGER NOT NULL,
    town TEXT NOT NULL, region TEXT NOT NULL, profile TEXT NOT NULL, maxNoiseDbm REAL NOT NULL, spares INTEGER NOT NULL, isPractice INTEGER NOT NULL,
    currentPlaceId INTEGER, clockDayMs INTEGER NOT NULL, clockRealMs INTEGER NOT NULL)`,
  `CREATE TABLE places (
    id INTEGER PRIMARY KEY AUTOINCREMENT, dayId INTEGER NOT NULL REFERENCES days(id), name TEXT NOT NULL, setting TEXT NOT NULL, note TEXT NOT NULL,
    startMs INTEGER NOT NULL, endMs INTEGER NOT NULL, siteKey TEXT, geometryJson TEXT NOT NULL)`,
  `CREATE TABLE units (
    id INTEGER PRIMARY KEY AUTOINCREMENT, dayId INTEGER NOT NULL REFERENCES days(id), key TEXT NOT NULL, kind TEXT NOT NULL, modelId TEXT NOT NULL, label TEXT NOT NULL,
    UNIQUE (dayId, key))`,
  `CREATE TABLE channels (
    id INTEGER PRIMARY KEY AUTOINCREMENT, dayId INTEGER NOT NULL REFERENCES days(id), number INTEGER NOT NULL, talker TEXT NOT NULL, mark TEXT NOT NULL, part TEXT NOT NULL,
    moves TEXT NOT NULL, effort TEXT NOT NULL, wear TEXT NOT NULL, microphoneId TEXT NOT NULL, micDistanceM REAL NOT NULL, peakFactorDb REAL NOT NULL,
    inputId TEXT NOT NULL, receiverKey TEXT NOT NULL, half INTEGER NOT NULL, packKey TEXT NOT NULL, version INTEGER NOT NULL, UNIQUE (dayId, number))`,
  `CREATE TABLE channelChanges (
    id INTEGER PRIMARY KEY AUTOINCREMENT, channelId INTEGER NOT NULL REFERENCES channels(id), version INTEGER NOT NULL, atMs INTEGER NOT NULL, what TEXT NOT NULL,
    UNIQUE (channelId, version))`,
  `CREATE TABLE stations (
    id INTEGER PRIMARY KEY AUTOINCREMENT, dayId INTEGER NOT NULL REFERENCES days(id), channel INTEGER NOT NULL, name TEXT NOT NULL, note TEXT NOT NULL)`,
  `CREATE TABLE sweeps (
    id INTEGER PRIMARY KEY AUTOINCREMENT, dayId INTEGER NOT NULL REFERENCES days(id), placeId INTEGER NOT NULL REFERENCES places(id), takenAtMs INTEGER NOT NULL,
    source TEXT NOT NULL, format TEXT NOT NULL, lowHz REAL NOT NULL, stepHz REAL NOT NULL, points INTEGER NOT NULL, completePasses INTEGER NOT NULL,
    warningsJson TEXT NOT NULL, ownJson TEXT NOT NULL, levels BLOB NOT NULL)`,
  `CREATE TABLE plans (
    id INTEGER PRIMARY KEY AUTOINCREMENT, dayId INTEGER NOT NULL REFERENCES days(id), version INTEGER NOT NULL, placeId INTEGER NOT NULL REFERENCES places(id),
    sweepId INTEGER REFERENCES sweeps(id), acceptedAtMs INTEGER NOT NULL, profile TEXT NOT NULL, how TEXT NOT NULL, sparesJson TEXT NOT NULL, UNIQUE (dayId, version))`,
  `CREATE TABLE picks (
    id INTEGER PRIMARY KEY AUTOINCREMENT, planId INTEGER NOT NULL REFERENCES plans(id), channelId INTEGER NOT NULL REFERENCES channels(id), frequencyHz INTEGER NOT NULL,
    isLocked INTEGER NOT NULL, UNIQUE (planId, channelId))`,
  `CREATE TABLE syncs (
    id INTEGER PRIMARY KEY AUTOINCREMENT, dayId INTEGER NOT NULL REFERENCES days(id), channelId INTEGER NOT NULL REFERENCES channels(id), placeId INTEGER NOT NULL REFERENCES places(id),
    atMs INTEGER NOT NULL, kind TEXT NOT NULL, frequencyHz INTEGER NOT NULL, packKey TEXT, isClear INTEGER, hasRf INTEGER, hasAudio INTEGER, strongestDbm REAL)`,
  `CREATE TABLE levelChecks (
    id INTEGER PRIMARY KEY AUTOINCREMENT, dayId INTEGER NOT NULL REFERENCES days(id), channelId INTEGER NOT NULL REFERENCES channels(id), atMs INTEGER NOT NULL, effort TEXT NOT NULL,
    gainDb REAL NOT NULL, outputDb REAL NOT NULL, inputGainDb REAL NOT NULL, headroomDb REAL NOT NULL, finalPeakDbfs REAL NOT NULL)`,
  `CREATE TABLE placeChecks (
    id INTEGER PRIMARY KEY AUTOINCREMENT, dayId INTEGER NOT NULL REFERENCES days(id), channelId INTEGER NOT NULL REFERENCES channels(id), placeId INTEGER NOT NULL REFERENCES places(id),
    atMs INTEGER NOT NULL, frequencyHz INTEGER NOT NULL, marginDb REAL NOT NULL, overload INTEGER NOT NULL, setupJson TEXT NOT NULL)`,
  "CREATE INDEX sweeps_place ON sweeps (placeId, takenAtMs)",
  "CREATE INDEX syncs_channel ON syncs (channelId, atMs)",
];

export async function initialTables(db: Sequelize, transaction: Transaction): Promise<void> {
  for (const sql of TABLES) await db.query(sql, { transaction });
}
