import { fail, ok, type Result } from "../../core/units/result";
import type { ServiceError } from "../../contract/serviceError";
import { appendVersion, type ListItems, type ListKind, listVersions } from "../db/repositories/versionedLists.server";
import type { AppContext } from "./appContext.server";
import { dayNowMs } from "./clock.server";
import { requireDay } from "./dayView.server";

/** A day's list as it stands; version 0, empty, before the first. */
export async function newestList<K extends ListKind>(app: AppContext, kind: K, dayId: number): Promise<{ version: number; items: ListItems[K][] }> {
  const newest = (await listVersions(app.db, kind, dayId)).at(-1);
  return { version: newest?.version ?? 0, items: newest?.items ?? [] };
}

/** Makes items the next version of a day's list, if the caller saw the version that stands; else tells when it was changed. */
export async function storeNextList<K extends ListKind>(app: AppContext, kind: K, dayId: number, p: { seenVersion: number; items: ListItems[K][]; how: string }): Promise<Result<null, ServiceError>> {
  const loaded = await requireDay(app, dayId);
  if (!loaded.ok) return loaded;
  const atMs = Math.round(dayNowMs(app, loaded.value.day));
  return app.db.write(async (transaction) => {
    const newest = (await listVersions(app.db, kind, dayId, transaction)).at(-1);
    if ((newest?.version ?? 0) !== p.seenVersion) return fail({ code: "list-changed" as const, list: kind, atMs: newest?.atMs ?? 0 });
    await appendVersion(app.db, kind, dayId, { version: p.seenVersion + 1, atMs, how: p.how, items: p.items }, transaction);
    return ok(null);
  });
}

/** Takes the version before the present one back, as a new version. */
export async function undoList(app: AppContext, kind: ListKind, dayId: number, seenVersion: number): Promise<Result<null, ServiceError>> {
  const before = (await listVersions(app.db, kind, dayId)).at(-2);
  if (!before) return fail({ code: "not-found", what: "earlier list" });
  return storeNextList(app, kind, dayId, { seenVersion, items: before.items, how: `back to list ${before.version}` });
}
