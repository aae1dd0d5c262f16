import { storedFlag } from "~/server/db/storedFlag.server";
import type { Transaction } from "sequelize";
import type { Channel } from "~/core/channel/facts";
import type { Effort } from "~/core/audio/levelChain";
import type { Source } from "~/core/kit/sources";
import type { Wear } from "~/core/radio/antenna";
import type { Database } from "~/server/db/connection.server";
import { watchKit } from "~/server/db/kitWatch.server";

/** A talker's path as it is stored: who, how they speak and wear it, and which units carry it. */
export interface StoredChannel extends Pick<
  Channel,
  | "id"
  | "number"
  | "talker"
  | "mark"
  | "part"
  | "moves"
  | "effort"
  | "wear"
  | "receiverKey"
  | "half"
  | "packKey"
  | "version"
> {
  microphoneId: string;
  micDistanceM: number;
  peakFactorDb: number;
  inputId: string;
  /** What its sound comes from; null: by its pack. */
  source: Source | null;
  /** Keys of other packs of the same position. */
  extraPacks: string[];
}

export interface ChannelChange {
  version: number;
  atMs: number;
  what: string;
}

/** All channels of a day by number, those put away too. */
export async function listAllChannels(
  db: Database,
  dayId: number,
  transaction?: Transaction,
): Promise<(StoredChannel & { isArchived: boolean })[]> {
  const rows = await db.models.channels.findAll({
    where: { dayId },
    order: [["number", "ASC"]],
    transaction: transaction ?? null,
  });
  return rows.map((r) => {
    const {
      dayId: _,
      effort,
      wear,
      source,
      isArchived,
      extraPacksJson,
      ...rest
    } = r.get({ plain: true });
    return {
      ...rest,
      extraPacks: JSON.parse(extraPacksJson) as string[],
      effort: effort as Effort,
      wear: wear as Wear,
      source: source as Source | null,
      isArchived: storedFlag(isArchived),
    };
  });
}

export async function listChannels(
  db: Database,
  dayId: number,
  transaction?: Transaction,
): Promise<StoredChannel[]> {
  return (await listAllChannels(db, dayId, transaction))
    .filter((c) => !c.isArchived)
    .map(({ isArchived: _, ...c }) => c);
}

export async function insertChannel(
  db: Database,
  dayId: number,
  channel: Omit<StoredChannel, "id" | "version">,
  transaction: Transaction,
): Promise<number> {
  await watchKit(db, dayId, transaction);
  const { extraPacks, ...plain } = channel;
  return (
    await db.models.channels.create(
      {
        ...plain,
        extraPacksJson: JSON.stringify(extraPacks),
        dayId,
        version: 1,
        isArchived: false,
      },
      { transaction },
    )
  ).get("id") as number;
}

/**
 * Changes a channel and counts its version up, if the caller saw the version that stands; else
 * tells what happened since.
 * @returns null when stored, or the changes that the caller has not seen
 */
export async function changeChannel(
  db: Database,
  p: {
    channelId: number;
    expectedVersion: number;
    atMs: number;
    what: string;
    change: Partial<Omit<StoredChannel, "id" | "number" | "version"> & { isArchived: boolean }>;
  },
  transaction: Transaction,
): Promise<ChannelChange[] | null> {
  const version = p.expectedVersion + 1;
  const { extraPacks, ...plain } = p.change;
  const row = await db.models.channels.findOne({
    where: { id: p.channelId },
    attributes: ["dayId"],
    transaction,
  });
  if (row) await watchKit(db, row.get("dayId") as number, transaction);
  const [count] = await db.models.channels.update(
    { ...plain, ...(extraPacks ? { extraPacksJson: JSON.stringify(extraPacks) } : {}), version },
    { where: { id: p.channelId, version: p.expectedVersion }, transaction },
  );
  if (count === 0) {
    const rows = await db.models.channelChanges.findAll({
      where: { channelId: p.channelId },
      order: [["version", "ASC"]],
      transaction,
    });
    return rows
      .map((r) => r.get({ plain: true }))
      .filter((r) => r.version > p.expectedVersion)
      .map(({ version: v, atMs, what }) => ({ version: v, atMs, what }));
  }
  await db.models.channelChanges.create(
    { channelId: p.channelId, version, atMs: p.atMs, what: p.what },
    { transaction },
  );
  return null;
}

/** Everything that was changed of a day's channels, those put away too. */
export async function listChannelChanges(
  db: Database,
  dayId: number,
): Promise<(ChannelChange & { channelId: number })[]> {
  const ids = (await listAllChannels(db, dayId)).map((c) => c.id);
  const rows = await db.models.channelChanges.findAll({
    where: { channelId: ids },
    order: [["id", "ASC"]],
  });
  return rows.map((r) => {
    const { channelId, version, atMs, what } = r.get({ plain: true });
    return { channelId, version, atMs, what };
  });
}
