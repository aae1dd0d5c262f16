import { storedFlag } from "~/server/db/storedFlag.server";
import type { Transaction } from "sequelize";
import type { PlanRecord } from "~/core/channel/facts";
import type { ProfileChoice } from "~/core/coordination/problem/profile";
import type { Allowances } from "~/core/coordination/rules/relations";
import type { Database } from "~/server/db/connection.server";

export interface StoredPick {
  channelId: number;
  frequencyHz: number;
  isLocked: boolean;
}

export interface StoredSpare {
  frequencyHz: number;
  for: number[];
}

/** One accepted version of the frequencies. Versions are only added. */
export interface StoredPlan extends PlanRecord {
  profile: ProfileChoice;
  /** How it came about: found by the search, or taken back from an earlier version. */
  how: string;
  picks: StoredPick[];
  spares: StoredSpare[];
  /** Which rules it was allowed to bend. */
  allows: Allowances;
}

export async function listPlans(
  db: Database,
  dayId: number,
  transaction?: Transaction,
): Promise<StoredPlan[]> {
  const within = { transaction: transaction ?? null };
  const plans = await db.models.plans.findAll({
    where: { dayId },
    order: [["version", "ASC"]],
    ...within,
  });
  const rows = plans.map((p) => p.get({ plain: true }));
  const picks = (
    await db.models.picks.findAll({ where: { planId: rows.map((r) => r.id) }, ...within })
  ).map((p) => p.get({ plain: true }));
  return rows.map((r) => ({
    version: r.version,
    placeId: r.placeId,
    sweepId: r.sweepId,
    acceptedAtMs: r.acceptedAtMs,
    profile: r.profile as ProfileChoice,
    how: r.how,
    spares: JSON.parse(r.sparesJson) as StoredSpare[],
    allows: JSON.parse(r.allowsJson) as Allowances,
    picks: picks
      .filter((p) => p.planId === r.id)
      .map(({ channelId, frequencyHz, isLocked }) => ({
        channelId,
        frequencyHz,
        isLocked: storedFlag(isLocked),
      })),
  }));
}

export async function insertPlan(
  db: Database,
  dayId: number,
  plan: StoredPlan,
  transaction: Transaction,
): Promise<void> {
  const { picks, spares, allows, ...head } = plan;
  const row = await db.models.plans.create(
    { ...head, dayId, sparesJson: JSON.stringify(spares), allowsJson: JSON.stringify(allows) },
    { transaction },
  );
  await db.models.picks.bulkCreate(
    picks.map((p) => ({ ...p, planId: row.get("id") as number })),
    { transaction },
  );
}
