import { isDeepStrictEqual } from "node:util";
import { Op, type Transaction, type WhereOptions } from "sequelize";
import type { DayEvent, DayEventDetail, DayEventKind } from "~/core/journal/dayEvents";
import type { Database } from "~/server/db/connection.server";
import type { RowOf } from "~/server/db/models/models.server";

const toEvent = ({ id, atMs, placeId, who, dataJson }: RowOf<"dayEvents">): DayEvent => ({
  id,
  atMs,
  placeId,
  who,
  what: JSON.parse(dataJson) as DayEventDetail,
});

/**
 * What happened on a day, in the order in which it was put down. @param kinds - only these; all
 * where absent
 */
export async function listEvents(
  db: Database,
  dayId: number,
  kinds?: readonly DayEventKind[],
  transaction?: Transaction,
): Promise<DayEvent[]> {
  return kinds || transaction
    ? readEvents(db, { dayId, ...(kinds ? { kind: [...kinds] } : {}) }, transaction)
    : allEvents(db, dayId);
}

async function readEvents(
  db: Database,
  where: WhereOptions,
  transaction?: Transaction,
): Promise<DayEvent[]> {
  const rows = await db.models.dayEvents.findAll({
    where,
    order: [["id", "ASC"]],
    raw: true,
    transaction: transaction ?? null,
  });
  return (rows as unknown as RowOf<"dayEvents">[]).map(toEvent);
}

const MAX_REMEMBERED = 6;
const remembered = new WeakMap<Database, { generation: string; days: Map<number, DayEvent[]> }>();

/**
 * Events are only ever added, each with a number above all before it: what was read once is not
 * read again, however long the day grows.
 */
async function allEvents(db: Database, dayId: number): Promise<DayEvent[]> {
  const known = remembered.get(db);
  const { days } =
    known?.generation === db.generation ? known : { days: new Map<number, DayEvent[]>() };
  remembered.set(db, { generation: db.generation, days });
  const before = days.get(dayId) ?? [];
  const since = await readEvents(db, { dayId, id: { [Op.gt]: before.at(-1)?.id ?? 0 } });
  const all = since.length === 0 ? before : [...before, ...since];
  if (days.size >= MAX_REMEMBERED && !days.has(dayId)) days.clear();
  // of two that read at once the one that saw more stays
  if (all.length >= (days.get(dayId)?.length ?? 0)) days.set(dayId, all);
  return all;
}

/** What was read of a day is read again: its clock moved, and the times of all with it. */
export function forgetEvents(db: Database, dayId: number): void {
  remembered.get(db)?.days.delete(dayId);
}

/**
 * Whether two are one that was sent twice. A hit is judged anew each time it comes: what its key
 * said is the same.
 */
function isSameEvent(a: DayEventDetail, b: DayEventDetail): boolean {
  if (a.kind === "hit" && b.kind === "hit") return a.channelId === b.channelId;
  return isDeepStrictEqual(a, JSON.parse(JSON.stringify(b)));
}

/** A page's number that stands for something else already: sent again it would be lost. */
export class NumberTaken extends Error {
  constructor(readonly idempotencyKey: string) {
    super(`the number ${idempotencyKey} stands for something else`);
  }
}

/**
 * @param idempotencyKey - the page's own number of it, made by chance: what is sent twice stands once
 *   @returns its number
 * @throws {NumberTaken} where that number stands for another day, or for something else that
 *   happened
 */
export async function insertEvent(
  db: Database,
  dayId: number,
  event: Omit<DayEvent, "id">,
  transaction: Transaction,
  idempotencyKey: string | null = null,
): Promise<number> {
  const standing =
    idempotencyKey === null
      ? null
      : await db.models.dayEvents.findOne({ where: { idempotencyKey }, transaction });
  const { what, ...head } = event;
  if (standing) {
    const isSame =
      standing.get("dayId") === dayId &&
      isSameEvent(JSON.parse(standing.get("dataJson") as string) as DayEventDetail, what);
    if (!isSame) throw new NumberTaken(idempotencyKey ?? "");
    return standing.get("id") as number;
  }
  const row = await db.models.dayEvents.create(
    {
      ...head,
      dayId,
      kind: what.kind,
      channelId: "channelId" in what ? what.channelId : null,
      idempotencyKey,
      dataJson: JSON.stringify(what),
    },
    { transaction },
  );
  return row.get("id") as number;
}
