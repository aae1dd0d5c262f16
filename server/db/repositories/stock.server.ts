import type { Transaction } from "sequelize";
import type { StockItem, StockKind } from "../../../core/day/readiness";
import type { Database } from "../connection.server";

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
