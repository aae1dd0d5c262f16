import type { Transaction } from "sequelize";
import type { LevelRecord, PlaceRecord, SyncRecord } from "../../../core/day/facts";
import type { Effort } from "../../../core/audio/levelChain";
import type { PathSetup } from "../../../core/air/site";
import type { Database } from "../connection.server";
import type { SyncRow } from "../models/models.server";

export interface StoredLevel extends LevelRecord {
  outputDb: number;
  inputGainDb: number;
}

export interface StoredPlaceCheck extends PlaceRecord {
  setup: PathSetup;
}

export async function listSyncs(db: Database, dayId: number): Promise<SyncRecord[]> {
  const rows = await db.models.syncs.findAll({ where: { dayId }, order: [["atMs", "ASC"], ["id", "ASC"]] });
  return rows.map((r) => toSync(r.get({ plain: true })));
}

function toSync(r: SyncRow): SyncRecord {
  const { channelId, placeId, atMs, frequencyHz } = r;
  const base = { channelId, placeId, atMs, frequencyHz };
  const packKey = r.packKey ?? "";
  const { strongestDbm } = r;
  switch (r.kind) {
    case "receiver-set": return { ...base, kind: "receiver-set" };
    case "pack-synced": return { ...base, kind: "pack-synced", packKey };
    case "proof-off": return { ...base, kind: "proof-off", isClear: Boolean(r.isClear), strongestDbm };
    case "proof-on": return { ...base, kind: "proof-on", packKey, hasRf: Boolean(r.hasRf), hasAudio: Boolean(r.hasAudio), strongestDbm, antennasDbm: r.antennaADbm === null || r.antennaBDbm === null ? null : [r.antennaADbm, r.antennaBDbm] };
    default: throw new Error(`unknown kind of sync: ${r.kind}`);
  }
}

export async function insertSync(db: Database, dayId: number, sync: SyncRecord, transaction: Transaction): Promise<void> {
  const nothing = { packKey: null, isClear: null, hasRf: null, hasAudio: null, strongestDbm: null, antennaADbm: null, antennaBDbm: null };
  const { antennasDbm = null, ...plain } = { antennasDbm: null, ...sync };
  const [antennaADbm, antennaBDbm] = antennasDbm ?? [null, null];
  await db.models.syncs.create({ ...nothing, ...plain, antennaADbm, antennaBDbm, dayId }, { transaction });
}

export async function listLevels(db: Database, dayId: number): Promise<StoredLevel[]> {
  const rows = await db.models.levelChecks.findAll({ where: { dayId }, order: [["atMs", "ASC"], ["id", "ASC"]] });
  return rows.map((r) => {
    const { id: _, dayId: __, effort, ...rest } = r.get({ plain: true });
    return { ...rest, effort: effort as Effort };
  });
}

export async function insertLevel(db: Database, dayId: number, level: StoredLevel, transaction: Transaction): Promise<void> {
  await db.models.levelChecks.create({ ...level, dayId }, { transaction });
}

export async function listPlaceChecks(db: Database, dayId: number): Promise<StoredPlaceCheck[]> {
  const rows = await db.models.placeChecks.findAll({ where: { dayId }, order: [["atMs", "ASC"], ["id", "ASC"]] });
  return rows.map((r) => {
    const { id: _, dayId: __, setupJson, overload, ...rest } = r.get({ plain: true });
    return { ...rest, overload: Boolean(overload), setup: JSON.parse(setupJson) as PathSetup };
  });
}

export async function insertPlaceCheck(db: Database, dayId: number, check: StoredPlaceCheck, transaction: Transaction): Promise<void> {
  const { setup, ...rest } = check;
  await db.models.placeChecks.create({ ...rest, dayId, setupJson: JSON.stringify(setup) }, { transaction });
}
