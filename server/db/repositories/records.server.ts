import { storedFlag } from "~/server/db/storedFlag.server";
import type { Transaction } from "sequelize";
import type {
  LevelDetail,
  LevelRecord,
  PlaceDetail,
  PlaceRecord,
  SyncRecord,
} from "~/core/channel/facts";
import type { VerificationPart } from "~/core/channel/verificationParts";
import type { Effort } from "~/core/audio/levelChain";
import type { PathSetup } from "~/core/radio/pathSetup";
import type { Database } from "~/server/db/connection.server";
import type { RowOf } from "~/server/db/models/models.server";
import { NumberTaken } from "./dayEvents.server";

export interface StoredLevel extends LevelRecord {
  outputDb: number;
  inputGainDb: number;
}

export interface StoredPlaceCheck extends PlaceRecord {
  setup: PathSetup;
}

export async function listSyncs(db: Database, dayId: number): Promise<SyncRecord[]> {
  return (await listNumberedSyncs(db, dayId)).map(({ record }) => record);
}

/** The same, each with the number that it keeps. What was taken back is left out. */
export async function listNumberedSyncs(
  db: Database,
  dayId: number,
): Promise<{ id: number; record: SyncRecord }[]> {
  const rows = await db.models.syncs.findAll({
    where: { dayId, isUndone: false },
    order: [
      ["atMs", "ASC"],
      ["id", "ASC"],
    ],
  });
  return rows.map((r) => ({ id: r.get("id") as number, record: toSync(r.get({ plain: true })) }));
}

function toSync(r: RowOf<"syncs">): SyncRecord {
  const { channelId, placeId, atMs, who, frequencyHz, strongestDbm, shown } = r;
  const base = { channelId, placeId, atMs, who };
  const packKey = r.packKey ?? "";
  switch (r.kind) {
    case "receiver-set":
      return { ...base, kind: "receiver-set", frequencyHz };
    case "pack-synced":
      return { ...base, kind: "pack-synced", frequencyHz, packKey, toldHz: r.toldHz };
    case "cells":
      return { ...base, kind: "cells", packKey };
    case "proof":
      return {
        ...base,
        kind: "proof",
        part: r.part as VerificationPart,
        outcome: r.outcome ?? "",
        frequencyHz,
        packKey,
        receiverKey: r.receiverKey ?? "",
        strongestDbm,
        shown,
        antennasDbm:
          r.antennaADbm === null || r.antennaBDbm === null ? null : [r.antennaADbm, r.antennaBDbm],
      };
    default:
      throw new Error(`unknown kind of sync: ${r.kind}`);
  }
}

/** @param idempotencyKey - the page's own number of it, made by chance: what is sent twice stands once
 * @throws {NumberTaken} where that number stands for something else
 * @returns the number by which it can be taken back */
export async function insertSync(
  db: Database,
  dayId: number,
  sync: SyncRecord,
  transaction: Transaction,
  idempotencyKey: string | null = null,
): Promise<number> {
  const standing =
    idempotencyKey === null
      ? null
      : await db.models.syncs.findOne({ where: { idempotencyKey }, transaction });
  if (standing) {
    const { kind, channelId } = standing.get({ plain: true });
    const part = sync.kind === "proof" ? sync.part : null;
    if (
      standing.get("dayId") !== dayId ||
      kind !== sync.kind ||
      channelId !== sync.channelId ||
      standing.get("part") !== part
    )
      throw new NumberTaken(idempotencyKey ?? "");
    return standing.get("id") as number;
  }
  const nothing = {
    toldHz: null,
    frequencyHz: 0,
    packKey: null,
    receiverKey: null,
    part: null,
    outcome: null,
    shown: null,
    strongestDbm: null,
  };
  const { antennasDbm, ...plain } = { antennasDbm: null, ...sync };
  const [antennaADbm, antennaBDbm] = antennasDbm ?? [null, null];
  const row = await db.models.syncs.create(
    { ...nothing, ...plain, antennaADbm, antennaBDbm, dayId, idempotencyKey, isUndone: false },
    { transaction },
  );
  return row.get("id") as number;
}

/**
 * Takes one record back, as long as it is the newest of its channel: it stays, marked. @returns it,
 * or null where something newer stands
 */
export async function undoNewestSync(
  db: Database,
  dayId: number,
  id: number,
  transaction: Transaction,
): Promise<SyncRecord | null> {
  const row = await db.models.syncs.findOne({ where: { dayId, id, isUndone: false }, transaction });
  const newest =
    row &&
    (await db.models.syncs.max("id", {
      where: { channelId: row.get("channelId") as number, isUndone: false },
      transaction,
    }));
  if (!row || newest !== id) return null;
  await db.models.syncs.update({ isUndone: true }, { where: { id }, transaction });
  return toSync(row.get({ plain: true }));
}

export async function listLevels(db: Database, dayId: number): Promise<StoredLevel[]> {
  const rows = await db.models.levelChecks.findAll({
    where: { dayId },
    order: [
      ["atMs", "ASC"],
      ["id", "ASC"],
    ],
  });
  return rows.map((r) => {
    const { id: _, dayId: __, effort, detailJson, ...rest } = r.get({ plain: true });
    return { ...rest, ...(JSON.parse(detailJson) as LevelDetail), effort: effort as Effort };
  });
}

export async function insertLevel(
  db: Database,
  dayId: number,
  level: StoredLevel,
  transaction: Transaction,
): Promise<void> {
  const {
    channelId,
    atMs,
    effort,
    gainDb,
    outputDb,
    inputGainDb,
    headroomDb,
    finalPeakDbfs,
    ...detail
  } = level;
  await db.models.levelChecks.create(
    {
      channelId,
      atMs,
      effort,
      gainDb,
      outputDb,
      inputGainDb,
      headroomDb,
      finalPeakDbfs,
      detailJson: JSON.stringify(detail satisfies LevelDetail),
      dayId,
    },
    { transaction },
  );
}

export async function listPlaceChecks(db: Database, dayId: number): Promise<StoredPlaceCheck[]> {
  const rows = await db.models.placeChecks.findAll({
    where: { dayId, isUndone: false },
    order: [
      ["atMs", "ASC"],
      ["id", "ASC"],
    ],
  });
  return rows.map((r) => {
    const { setupJson, detailJson, overload, channelId, placeId, atMs, frequencyHz, marginDb } =
      r.get({ plain: true });
    return {
      ...(JSON.parse(detailJson) as PlaceDetail),
      ...{ channelId, placeId, atMs, frequencyHz, marginDb },
      overload: storedFlag(overload),
      setup: JSON.parse(setupJson) as PathSetup,
    };
  });
}

export async function insertPlaceCheck(
  db: Database,
  dayId: number,
  check: StoredPlaceCheck,
  transaction: Transaction,
): Promise<void> {
  const { setup, channelId, placeId, atMs, frequencyHz, marginDb, overload, ...detail } = check;
  await db.models.placeChecks.create(
    {
      ...{ channelId, placeId, atMs, frequencyHz, marginDb, overload, dayId },
      setupJson: JSON.stringify(setup),
      detailJson: JSON.stringify(detail satisfies PlaceDetail),
      isUndone: false,
    },
    { transaction },
  );
}

/** Walks of a place count no more: its walk test is forgotten in this version of its plan. */
export const forgetWalks = (
  db: Database,
  dayId: number,
  p: { placeId: number; drawingVersion: number },
  transaction: Transaction,
): Promise<void> =>
  changeWalks(db, dayId, transaction, (detail, row) =>
    row.placeId === p.placeId && detail.walked && !row.isUndone
      ? { detail: { ...detail, forgottenIn: p.drawingVersion }, isUndone: true }
      : null,
  );

/** What came with a version of the plan goes with it, and what it took away is back. */
export const undoWalks = (
  db: Database,
  dayId: number,
  drawingVersion: number,
  transaction: Transaction,
): Promise<void> =>
  changeWalks(db, dayId, transaction, (detail) => {
    const { forgottenIn, ...rest } = detail;
    if (forgottenIn === drawingVersion) return { detail: rest, isUndone: false };
    return detail.drawingVersion === drawingVersion ? { detail, isUndone: true } : null;
  });

async function changeWalks(
  db: Database,
  dayId: number,
  transaction: Transaction,
  to: (
    detail: PlaceDetail,
    row: { placeId: number; isUndone: boolean },
  ) => { detail: PlaceDetail; isUndone: boolean } | null,
): Promise<void> {
  for (const row of await db.models.placeChecks.findAll({ where: { dayId }, transaction })) {
    const { placeId, isUndone, detailJson } = row.get({ plain: true });
    const next = to(JSON.parse(detailJson) as PlaceDetail, {
      placeId,
      isUndone: storedFlag(isUndone),
    });
    if (next)
      await row.update(
        { detailJson: JSON.stringify(next.detail), isUndone: next.isUndone },
        { transaction },
      );
  }
}
