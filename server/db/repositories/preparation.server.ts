import type { Transaction } from "sequelize";
import type { HandedDown } from "../../../core/day/handedDown";
import type { StockItem, StockKind } from "../../../core/day/readiness";
import type { Scene } from "../../../core/day/scenes";
import type { Database } from "../connection.server";

/** A day's scenes as they stood from some moment on. Versions are only added. */
export interface SceneList {
  version: number;
  atMs: number;
  how: string;
  scenes: Scene[];
}

export async function listSceneLists(db: Database, dayId: number, transaction?: Transaction): Promise<SceneList[]> {
  const rows = await db.models.sceneLists.findAll({ where: { dayId }, order: [["version", "ASC"]], transaction: transaction ?? null });
  return rows.map((r) => {
    const { version, atMs, how, scenesJson } = r.get({ plain: true });
    return { version, atMs, how, scenes: JSON.parse(scenesJson) as Scene[] };
  });
}

export async function insertSceneList(db: Database, dayId: number, list: SceneList, transaction: Transaction): Promise<void> {
  const { scenes, ...head } = list;
  await db.models.sceneLists.create({ ...head, dayId, scenesJson: JSON.stringify(scenes) }, { transaction });
}

/** A coordinator's list as it stood from some moment on. */
export interface HandedList {
  version: number;
  atMs: number;
  how: string;
  lines: HandedDown[];
}

export async function listHandedLists(db: Database, dayId: number, transaction?: Transaction): Promise<HandedList[]> {
  const rows = await db.models.handedLists.findAll({ where: { dayId }, order: [["version", "ASC"]], transaction: transaction ?? null });
  return rows.map((r) => {
    const { version, atMs, how, linesJson } = r.get({ plain: true });
    return { version, atMs, how, lines: JSON.parse(linesJson) as HandedDown[] };
  });
}

export async function insertHandedList(db: Database, dayId: number, { lines, ...head }: HandedList, transaction: Transaction): Promise<void> {
  await db.models.handedLists.create({ ...head, dayId, linesJson: JSON.stringify(lines) }, { transaction });
}

export async function listStock(db: Database, dayId: number): Promise<StockItem[]> {
  const rows = await db.models.stock.findAll({ where: { dayId }, order: [["id", "ASC"]] });
  return rows.map((r) => {
    const { kind, block, count } = r.get({ plain: true });
    return { kind: kind as StockKind, block, count };
  });
}

export async function insertStock(db: Database, dayId: number, items: readonly StockItem[], transaction: Transaction): Promise<void> {
  await db.models.stock.bulkCreate(items.map((i) => ({ ...i, dayId })), { transaction });
}
