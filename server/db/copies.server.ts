import { statSync } from "node:fs";
import { QueryTypes, Sequelize } from "sequelize";
import { fail, ok, type Result } from "~/core/units/result";
import type { Database } from "./connection.server";
import { MIGRATIONS } from "./migrations/index.server";

/** What is wrong with a copy of a data file. */
export type CopyError =
  | { code: "copy-unreadable"; detail: string }
  | { code: "copy-newer"; detail: string }
  | { code: "copy-damaged"; detail: string };

/** What a data file holds, told without opening it for use. */
export interface CopySummary {
  bytes: number;
  shoots: string[];
  days: number;
  events: number;
  /** The day that was written to last, and how far its clock had come. */
  last: { production: string; dateIso: string; atMs: number } | null;
}

/** Writes a whole, consistent copy of an open data file; the file must not be there yet. */
export async function writeCopy(db: Database, file: string): Promise<void> {
  await db.sequelize.query("VACUUM INTO :file", { replacements: { file } });
}

/** Opens a copy and looks whether it is whole and of a version that is known here. */
export async function checkCopy(file: string): Promise<Result<CopySummary, CopyError>> {
  const copy = new Sequelize({
    dialect: "sqlite",
    storage: file,
    logging: false,
    pool: { max: 1 },
    dialectOptions: { mode: 1 },
  });
  const all = <T extends object>(sql: string) => copy.query<T>(sql, { type: QueryTypes.SELECT });
  try {
    const [check] = await all<{ integrity_check: string }>("PRAGMA integrity_check(3)");
    if (check?.integrity_check !== "ok")
      return fail({ code: "copy-damaged", detail: check?.integrity_check ?? "it does not answer" });
    const unknown = (await all<{ name: string }>("SELECT name FROM migrations")).filter(
      ({ name }) => !MIGRATIONS.some((m) => m.name === name),
    );
    if (unknown.length > 0)
      return fail({ code: "copy-newer", detail: unknown.map((u) => u.name).join(", ") });
    const shoots = (await all<{ name: string }>("SELECT name FROM shoots ORDER BY id")).map(
      (s) => s.name,
    );
    const [days] = await all<{ n: number }>("SELECT COUNT(*) AS n FROM days");
    const hasEvents =
      (await all<{ name: string }>("SELECT name FROM sqlite_master WHERE name = 'dayEvents'"))
        .length > 0;
    const [events] = hasEvents
      ? await all<{ n: number }>("SELECT COUNT(*) AS n FROM dayEvents")
      : [{ n: 0 }];
    const [last] = hasEvents
      ? await all<{ production: string; dateIso: string; atMs: number }>(
          "SELECT s.name AS production, d.dateIso AS dateIso, e.atMs AS atMs FROM dayEvents e JOIN days d ON d.id = e.dayId JOIN shoots s ON s.id = d.shootId ORDER BY e.id DESC LIMIT 1",
        )
      : [];
    return ok({
      bytes: statSync(file).size,
      shoots,
      days: days?.n ?? 0,
      events: events?.n ?? 0,
      last: last ?? null,
    });
  } catch (error) {
    return fail({ code: "copy-unreadable", detail: (error as Error).message });
  } finally {
    await copy.close().catch(() => undefined);
  }
}
