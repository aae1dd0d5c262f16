import type { Transaction } from "sequelize";
import { type CarriedBy, type CaseProblem, caseProblems } from "~/core/kit/caseCheck";
import { workingKit } from "~/core/kit/lists";
import { EMPTY_KIT, type Kit } from "~/core/kit/models";
import { SHIPPED_KIT } from "~/core/kit/shipped";
import type { CaseUnit } from "~/core/kit/units";
import { beforeCommit } from "./beforeCommit.server";
import type { Database } from "./connection.server";
import type { RowOf } from "./models/models.server";

/** A write that would have left channels without what they rest on. It was taken back whole. */
export class KitBroken extends Error {
  constructor(readonly problems: readonly CaseProblem[]) {
    super(
      `the kit would not carry its channels any more: ${problems.map((p) => p.code).join(", ")}`,
    );
  }
}

/**
 * Whatever changes what channels rest on (units, models, the channels themselves) says so here
 * first. When the write ends, the kit is looked at as the write leaves it, inside the same
 * transaction: so two windows that are each right by what they saw cannot together leave a channel
 * without its pack. What was wrong before stops nobody.
 * @throws {KitBroken} at the end of the write
 */
export function watchKit(db: Database, dayId: number, transaction: Transaction): Promise<void> {
  return beforeCommit(transaction, `kit ${dayId}`, async () => {
    const before = new Set(
      (await kitProblems(db, dayId, transaction)).map((p) => JSON.stringify(p)),
    );
    return async () => {
      const added = (await kitProblems(db, dayId, transaction)).filter(
        (p) => !before.has(JSON.stringify(p)),
      );
      if (added.length > 0) throw new KitBroken(added);
    };
  });
}

/** Everything wrong with a day's kit as a transaction sees it. */
export async function kitProblems(
  db: Database,
  dayId: number,
  transaction: Transaction,
): Promise<CaseProblem[]> {
  const newest = {
    where: { dayId },
    order: [["version", "DESC"]] as [string, string][],
    raw: true as const,
    transaction,
  };
  const [units, models, channels] = await Promise.all([
    db.models.unitLists.findOne(newest),
    db.models.modelLists.findOne(newest),
    db.models.channels.findAll({
      where: { dayId, isArchived: false },
      order: [["number", "ASC"]],
      raw: true,
      transaction,
    }),
  ]);
  const itemsOf = (row: unknown): unknown[] =>
    row ? (JSON.parse((row as { itemsJson: string }).itemsJson) as unknown[]) : [];
  const list = itemsOf(units) as CaseUnit[];
  const kit = workingKit(SHIPPED_KIT, (itemsOf(models)[0] as Kit | undefined) ?? EMPTY_KIT);
  const label = (key: string): string => list.find((u) => u.key === key)?.label ?? key;
  const carried = (channels as unknown as RowOf<"channels">[]).map(
    ({ extraPacksJson, ...c }): CarriedBy => ({
      talker: c.talker,
      receiverKey: c.receiverKey,
      receiverLabel: label(c.receiverKey),
      half: c.half,
      packKey: c.packKey,
      packLabel: label(c.packKey),
      microphoneId: c.microphoneId,
      inputId: c.inputId,
      extraPacks: JSON.parse(extraPacksJson) as string[],
    }),
  );
  return caseProblems(kit, list, carried);
}
