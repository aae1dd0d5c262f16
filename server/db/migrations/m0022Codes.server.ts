import { QueryTypes, type Sequelize, type Transaction } from "sequelize";

/** What was seen, as it was stored before: words of the screen. */
const OUTCOMES = [
  ["both take turns", "both-take-turns"],
  ["only A serves", "only-a-serves"],
  ["only B serves", "only-b-serves"],
  ["its own", "its-own"],
  ["another’s", "another-pack"],
  ["nothing told", "nothing-told"],
  ["chatter or chirps", "chatter"],
  ["hiss or breaks", "hiss-or-breaks"],
  ["somebody else", "somebody-else"],
  ["gone and back", "gone-and-back"],
  ["still heard", "still-heard"],
  ["stays silent", "stays-silent"],
  ["meter follows", "meter-follows"],
  ["played back", "played-back"],
  ["on another track", "on-another-track"],
  ["left to the talker", "left-to-talker"],
] as const;

/** Codes instead of prose, and the columns by the names that the program has for them. */
export async function codes(db: Sequelize, transaction: Transaction): Promise<void> {
  const run = (sql: string) => db.query(sql, { transaction });
  for (const [was, is] of OUTCOMES)
    await db.query("UPDATE syncs SET outcome = :is WHERE outcome = :was", {
      transaction,
      replacements: { was, is },
    });
  // what happened is only added to: it says the same here, and nothing else is touched
  const triggers = await db.query<{ name: string; sql: string }>(
    "SELECT name, sql FROM sqlite_master WHERE type = 'trigger' AND tbl_name = 'dayEvents'",
    { transaction, type: QueryTypes.SELECT },
  );
  for (const { name } of triggers) await run(`DROP TRIGGER ${name}`);
  await run(
    `UPDATE dayEvents SET dataJson = replace(dataJson, '"how":"taken back"', '"how":"taken-back"') WHERE kind = 'hit-closed'`,
  );
  await run(
    `UPDATE dayEvents SET dataJson = replace(dataJson, '"by":"its own word"', '"by":"own-word"') WHERE kind = 'power'`,
  );
  for (const { sql } of triggers) await run(sql);
  await run("ALTER TABLE syncs RENAME COLUMN seenId TO idempotencyKey");
  await run("ALTER TABLE dayEvents RENAME COLUMN seenId TO idempotencyKey");
  await run("ALTER TABLE days RENAME COLUMN isGone TO isArchived");
  await run("ALTER TABLE channels RENAME COLUMN isGone TO isArchived");
  await run("ALTER TABLE channels RENAME COLUMN alsoJson TO extraPacksJson");
}
