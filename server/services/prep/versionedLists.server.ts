import { notes } from "~/contract/messages/notes";
import type { Transaction } from "sequelize";
import { fail, ok, type Result } from "~/core/units/result";
import type { ServiceError } from "~/contract/schemas/serviceError";
import {
  appendVersion,
  type ListItems,
  type ListKind,
  newestVersions,
} from "~/server/db/repositories/versionedLists.server";
import type { AppContext } from "~/server/services/appContext.server";
import { dayNowMs } from "~/server/services/day/clock.server";
import { requireDay } from "~/server/services/day/dayView.server";

/**
 * Lists that rest on each other: what is changed in one is held against the others, so they count
 * their changes together.
 */
const KIT_LISTS: readonly ListKind[] = [
  "units",
  "stock",
  "models",
  "antennas",
  "distributions",
  "supplies",
  "destinations",
  "patches",
];

/**
 * The version that an editor of a list must have seen: of the kit's lists, every change to any of
 * them counts.
 */
async function seenVersionOf(
  app: AppContext,
  kind: ListKind,
  dayId: number,
  transaction?: Transaction,
): Promise<number> {
  const kinds = KIT_LISTS.includes(kind) ? KIT_LISTS : [kind];
  const versions = await Promise.all(
    kinds.map(
      async (k) => (await newestVersions(app.db, k, dayId, transaction)).at(-1)?.version ?? 0,
    ),
  );
  return versions.reduce((sum, v) => sum + v, 0);
}

/**
 * A day's list as it stands, with the version before it that one can go back to; version 0, empty,
 * before the first. The kit's lists have one version together.
 */
export async function newestList<K extends ListKind>(
  app: AppContext,
  kind: K,
  dayId: number,
): Promise<{ version: number; earlierVersion: number | null; items: ListItems[K][] }> {
  const versions = await newestVersions(app.db, kind, dayId);
  const newest = versions.at(-1);
  return {
    version: await seenVersionOf(app, kind, dayId),
    earlierVersion: versions.at(-2)?.version ?? null,
    items: newest?.items ?? [],
  };
}

/**
 * What a list shall be next, and which version its editor saw. Items that need a number of their
 * own are made in the write itself, so that a refusal leaves nothing behind.
 */
export type NextList = {
  [K in ListKind]: {
    kind: K;
    expectedVersion: number;
    items: ListItems[K][] | ((transaction: Transaction) => Promise<ListItems[K][]>);
  };
}[ListKind];

/**
 * Makes items the next version of one or several of a day's lists, all together or none, if the
 * caller saw the versions that stand; else tells when one was changed.
 * @param along - what is written with them, or not at all
 */
export async function storeNextLists(
  app: AppContext,
  dayId: number,
  how: string,
  lists: readonly NextList[],
  along?: (transaction: Transaction) => Promise<void>,
): Promise<Result<null, ServiceError>> {
  const loaded = await requireDay(app, dayId);
  if (!loaded.ok) return loaded;
  const atMs = Math.round(dayNowMs(app, loaded.value.day));
  return app.db.write(async (transaction) => {
    for (const { kind, expectedVersion } of lists) {
      const newest = (await newestVersions(app.db, kind, dayId, transaction)).at(-1);
      if ((await seenVersionOf(app, kind, dayId, transaction)) !== expectedVersion)
        return fail({ code: "list-changed" as const, list: kind, atMs: newest?.atMs ?? 0 });
    }
    for (const { kind, items } of lists) {
      const version =
        ((await newestVersions(app.db, kind, dayId, transaction)).at(-1)?.version ?? 0) + 1;
      await appendVersion(
        app.db,
        kind,
        dayId,
        {
          version,
          atMs,
          how,
          items: typeof items === "function" ? await items(transaction) : items,
        },
        transaction,
      );
    }
    await along?.(transaction);
    return ok(null);
  });
}

/** The same for one list. */
export const storeNextList = <K extends ListKind>(
  app: AppContext,
  kind: K,
  dayId: number,
  p: { expectedVersion: number; items: ListItems[K][]; how: string },
  along?: (transaction: Transaction) => Promise<void>,
): Promise<Result<null, ServiceError>> =>
  storeNextLists(
    app,
    dayId,
    p.how,
    [{ kind, expectedVersion: p.expectedVersion, items: p.items } as unknown as NextList],
    along,
  );

/** Takes the version before the present one back, as a new version. */
export async function undoList(
  app: AppContext,
  kind: ListKind,
  dayId: number,
  expectedVersion: number,
  along?: (transaction: Transaction) => Promise<void>,
): Promise<Result<null, ServiceError>> {
  const before = (await newestVersions(app.db, kind, dayId)).at(-2);
  if (!before) return fail({ code: "not-found", what: "earlier list" });
  return storeNextList(
    app,
    kind,
    dayId,
    { expectedVersion, items: before.items, how: notes.backToList(before.version) },
    along,
  );
}
