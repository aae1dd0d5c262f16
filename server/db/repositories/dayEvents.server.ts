import type { Transaction } from "sequelize";
import type { DayEvent, DayHappening, HappeningKind } from "../../../core/day/dayEvents";
import type { Database } from "../connection.server";
import type { DayEventRow } from "../models/models.server";

const toEvent = ({ id, atMs, placeId, who, dataJson }: DayEventRow): DayEvent => ({ id, atMs, placeId, who, what: JSON.parse(dataJson) as DayHappening });

/** What happened on a day, in the order in which it was put down. @param kinds - only these; all where absent */
export async function listEvents(db: Database, dayId: number, kinds?: readonly HappeningKind[], transaction?: Transaction): Promise<DayEvent[]> {
  const rows = await db.models.dayEvents.findAll({ where: { dayId, ...(kinds ? { kind: [...kinds] } : {}) }, order: [["id", "ASC"]], raw: true, transaction: transaction ?? null });
  return (rows as unknown as DayEventRow[]).map(toEvent);
}

export async function findEvent(db: Database, dayId: number, id: number): Promise<DayEvent | null> {
  const row = (await db.models.dayEvents.findOne({ where: { dayId, id }, raw: true })) as unknown as DayEventRow | null;
  return row ? toEvent(row) : null;
}

/** @param seenId - the page's own number of it: what is sent twice stands once @returns its number */
export async function insertEvent(db: Database, dayId: number, event: Omit<DayEvent, "id">, transaction: Transaction, seenId: string | null = null): Promise<number> {
  const standing = seenId === null ? null : await db.models.dayEvents.findOne({ where: { seenId }, transaction });
  if (standing) return standing.get("id") as number;
  const { what, ...head } = event;
  const row = await db.models.dayEvents.create({ ...head, dayId, kind: what.kind, channelId: "channelId" in what ? what.channelId : null, seenId, dataJson: JSON.stringify(what) }, { transaction });
  return row.get("id") as number;
}
