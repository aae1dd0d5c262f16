import { Op, type Transaction } from "sequelize";
import { type PieceSummary, PIECE_MS, type ReadingPiece, summaryOf } from "~/core/monitor/timeline";
import type { Database } from "~/server/db/connection.server";
import type { RowOf } from "~/server/db/models/models.server";

export async function insertPiece(
  db: Database,
  dayId: number,
  piece: ReadingPiece,
  transaction: Transaction,
): Promise<void> {
  const { startMs, channelIds, readings } = piece;
  await db.models.readings.create(
    {
      dayId,
      startMs,
      channelsJson: JSON.stringify(channelIds),
      extremes: Buffer.from(summaryOf(piece).extremes),
      bytes: Buffer.from(readings),
    },
    { transaction },
  );
}

const within = (dayId: number, fromMs: number, toMs: number) => ({
  dayId,
  startMs: { [Op.gt]: fromMs - PIECE_MS, [Op.lt]: toMs },
});

/** Pieces that touch a window. */
export async function loadPieces(
  db: Database,
  dayId: number,
  fromMs: number,
  toMs: number,
): Promise<ReadingPiece[]> {
  const rows = (await db.models.readings.findAll({
    where: within(dayId, fromMs, toMs),
    order: [["startMs", "ASC"]],
    attributes: ["startMs", "channelsJson", "bytes"],
    raw: true,
  })) as unknown as RowOf<"readings">[];
  return rows.map((r) => ({
    startMs: r.startMs,
    channelIds: JSON.parse(r.channelsJson) as number[],
    readings: r.bytes,
  }));
}

/** Only their extremes: fast over a whole day. */
export async function loadSummaries(
  db: Database,
  dayId: number,
  fromMs: number,
  toMs: number,
): Promise<PieceSummary[]> {
  const rows = (await db.models.readings.findAll({
    where: within(dayId, fromMs, toMs),
    order: [["startMs", "ASC"]],
    attributes: ["startMs", "channelsJson", "extremes"],
    raw: true,
  })) as unknown as RowOf<"readings">[];
  // the same channels stand in most of them
  const known = new Map<string, number[]>();
  return rows.map((r) => {
    let channelIds = known.get(r.channelsJson);
    if (!channelIds)
      known.set(r.channelsJson, (channelIds = JSON.parse(r.channelsJson) as number[]));
    return { startMs: r.startMs, channelIds, extremes: r.extremes };
  });
}

/** From when to when there are readings; null of a day that never rolled. */
export async function readingsSpan(
  db: Database,
  dayId: number,
): Promise<{ fromMs: number; toMs: number } | null> {
  const [from, to] = (await Promise.all([
    db.models.readings.min("startMs", { where: { dayId } }),
    db.models.readings.max("startMs", { where: { dayId } }),
  ])) as [number | null, number | null];
  return from === null || to === null ? null : { fromMs: from, toMs: to + PIECE_MS };
}
