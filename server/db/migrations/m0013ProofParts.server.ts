import type { Sequelize, Transaction } from "sequelize";

/**
 * What was seen in a proof, part by part, and by whom; other packs of a channel. A proof of before
 * is kept as the parts that it was: nobody had tried the mute.
 */
export async function proofParts(db: Sequelize, transaction: Transaction): Promise<void> {
  for (const column of ["part TEXT", "outcome TEXT", "receiverKey TEXT", "shown TEXT", "who TEXT"])
    await db.query(`ALTER TABLE syncs ADD COLUMN ${column}`, { transaction });
  await db.query("ALTER TABLE channels ADD COLUMN alsoJson TEXT NOT NULL DEFAULT '[]'", {
    transaction,
  });
  const take = (part: string, outcome: string, where: string) =>
    db.query(
      `INSERT INTO syncs (dayId, channelId, placeId, atMs, kind, frequencyHz, packKey, receiverKey, strongestDbm, antennaADbm, antennaBDbm, part, outcome)
     SELECT s.dayId, s.channelId, s.placeId, s.atMs, 'proof', s.frequencyHz, COALESCE(s.packKey, c.packKey), c.receiverKey, s.strongestDbm, s.antennaADbm, s.antennaBDbm, '${part}', ${outcome}
     FROM syncs s JOIN channels c ON c.id = s.channelId WHERE ${where} ORDER BY s.id`,
      { transaction },
    );
  await take(
    "silent",
    "CASE WHEN s.isClear THEN 'nothing' ELSE 'steady' END",
    "s.kind = 'proof-off'",
  );
  await take("phones", "'nothing'", "s.kind = 'proof-off' AND s.isClear");
  await take("rf", "CASE WHEN s.hasRf THEN 'full' ELSE 'none' END", "s.kind = 'proof-on'");
  await take(
    "antennas",
    "CASE WHEN ABS(s.antennaADbm - s.antennaBDbm) < 15 THEN 'both take turns' WHEN s.antennaADbm > s.antennaBDbm THEN 'only A serves' ELSE 'only B serves' END",
    "s.kind = 'proof-on' AND s.antennaADbm IS NOT NULL AND s.antennaBDbm IS NOT NULL",
  );
  await take(
    "voice",
    "CASE WHEN s.hasAudio THEN 'follows' ELSE 'nothing' END",
    "s.kind = 'proof-on' AND s.hasRf",
  );
  await db.query("DELETE FROM syncs WHERE kind IN ('proof-off', 'proof-on')", { transaction });
  for (const column of ["isClear", "hasRf", "hasAudio"])
    await db.query(`ALTER TABLE syncs DROP COLUMN ${column}`, { transaction });
}
