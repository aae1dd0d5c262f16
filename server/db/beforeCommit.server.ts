import type { Transaction } from "sequelize";

type Check = () => Promise<void>;

const checksOf = new WeakMap<Transaction, Map<string, Check>>();

/**
 * Has something looked at when a write has done its work and before it stands; what it throws takes
 * the whole write back.
 * @param key - what is looked at: asked for twice, it is looked at once
 * @param begin - called at the first asking, before anything is changed @returns the look at the
 *   end
 */
export async function beforeCommit(
  transaction: Transaction,
  key: string,
  begin: () => Promise<Check>,
): Promise<void> {
  const checks = checksOf.get(transaction) ?? new Map<string, Check>();
  checksOf.set(transaction, checks);
  if (checks.has(key)) return;
  checks.set(key, () => Promise.resolve());
  checks.set(key, await begin());
}

export async function runChecks(transaction: Transaction): Promise<void> {
  for (const check of checksOf.get(transaction)?.values() ?? []) await check();
}
