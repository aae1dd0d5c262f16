import { defined } from "~/core/units/items";
import {
  copyFileSync,
  existsSync,
  mkdirSync,
  readdirSync,
  renameSync,
  rmSync,
  statfsSync,
  statSync,
} from "node:fs";
import { basename, dirname, join } from "node:path";
import { copiesToDrop, type CopyFile } from "~/core/archive/copyRotation";
import { fail, ok } from "~/core/units/result";
import { checkCopy, type CopyError, type CopySummary, writeCopy } from "~/server/db/copies.server";
import type { AppContext } from "~/server/services/appContext.server";
import type { FailureCode } from "~/contract/messages/failure";
import { failureOf, isPassing } from "~/server/services/failures.server";
import { pause } from "~/server/services/day/pause.server";
import { resumeRoll } from "~/server/services/roll/roll.server";
import type { ServiceResult } from "~/server/services/serviceResult";

/** A copy of the data file as its screen shows it. */
export interface CopyView extends CopyFile {
  isGood: boolean;
  summary: CopySummary | null;
  error: CopyError | null;
}

export interface KeepView {
  copies: CopyView[];
  /** Where they lie. */
  folder: string;
  now: CopySummary | null;
  disk: DiskView;
  /** Why the last copy could not be made; null where it was. */
  failure: string | null;
}

/** Room on the disk that holds the data file. */
export interface DiskView {
  freeBytes: number;
  /** "low": a long day might not fit; "full": writing will fail soon. */
  state: "fine" | "low" | "full";
}

const FIRST_MS = 10_000;
const EVERY_MS = 20 * 60_000;
const LOW_BYTES = 600e6;
const FULL_BYTES = 60e6;
const NAME = /^(.+)-(\d{4}-\d{2}-\d{2}T\d{2}-\d{2}-\d{2})(-before)?\.sqlite$/;

const folderOf = (app: AppContext): string => join(dirname(app.db.file), "copies");
const stemOf = (app: AppContext): string => basename(app.db.file, ".sqlite");
const stamp = (ms: number): string => new Date(ms).toISOString().slice(0, 19).replaceAll(":", "-");

/** Copies that lie beside the data file, the newest first. */
export const listCopies = (app: AppContext): CopyFile[] => copiesBeside(app.db.file);

/** The same of a data file that is not open. */
export function copiesBeside(file: string): CopyFile[] {
  const folder = join(dirname(file), "copies");
  const stem = basename(file, ".sqlite");
  if (!existsSync(folder) || !statSync(folder).isDirectory()) return [];
  return readdirSync(folder)
    .flatMap((name): CopyFile[] => {
      const match = NAME.exec(name);
      return match?.[1] === stem
        ? [
            {
              name,
              atMs: Date.parse(
                `${defined(match[2]).slice(0, 11)}${defined(match[2]).slice(11).replaceAll("-", ":")}Z`,
              ),
            },
          ]
        : [];
    })
    .sort((a, b) => b.atMs - a.atMs);
}

/**
 * Makes a copy now, opens it to see whether it is whole, and lets old ones go. A copy that is not
 * whole is taken away again, and the old ones stay.
 * @param p.isBefore - made before something is put in its place
 */
export async function makeCopy(
  app: AppContext,
  p: { isBefore?: boolean } = {},
): ServiceResult<CopyFile> {
  const atMs = app.realNowMs();
  const folder = folderOf(app);
  const name = `${stemOf(app)}-${stamp(atMs)}${p.isBefore ? "-before" : ""}.sqlite`;
  const file = join(folder, name);
  if (existsSync(file)) return ok({ name, atMs });
  const unfinished = `${file}.unfinished`;
  try {
    mkdirSync(folder, { recursive: true });
    rmSync(unfinished, { force: true });
    await writeCopy(app.db, unfinished);
    const checked = await checkCopy(unfinished);
    if (!checked.ok) throw new Error(checked.error.detail);
    renameSync(unfinished, file);
  } catch (error) {
    if (existsSync(unfinished)) rmSync(unfinished, { force: true });
    return fail({ code: "copy-failed", detail: (error as Error).message });
  }
  for (const { name: old } of copiesToDrop(listCopies(app), atMs))
    rmSync(join(folder, old), { force: true });
  return ok({ name, atMs });
}

/**
 * Goes on making copies while the application runs, whenever something was written since the last.
 */
export class CopyKeeper {
  private readonly abort = new AbortController();
  /** Why the last copy could not be made; null where it was. */
  failure: string | null = null;

  constructor(private readonly app: () => AppContext) {}

  begin(): void {
    void this.run();
  }

  end(): void {
    this.abort.abort();
  }

  private async run(): Promise<void> {
    const { signal } = this.abort;
    let seen = -1;
    await pause(FIRST_MS, signal);
    while (!signal.aborted) {
      const { revision } = this.app().changes;
      if (revision !== seen) {
        const made = await makeCopy(this.app());
        this.failure = made.ok
          ? null
          : made.error.code === "copy-failed"
            ? made.error.detail
            : made.error.code;
        if (made.ok) seen = revision;
      }
      await pause(EVERY_MS, signal);
    }
  }
}

/** What keeps writes from standing, as long as none succeeded since; null where all is well. */
export function dataTrouble(app: AppContext): FailureCode | null {
  const { trouble } = app.db;
  if (trouble === null) return null;
  const { code } = failureOf(trouble);
  // a row that does not fit is that write's trouble, not the file's
  return isPassing(trouble) || code === "data-damaged" ? code : null;
}

export function diskOf(app: AppContext): DiskView {
  const { bavail, bsize } = statfsSync(dirname(app.db.file));
  const freeBytes = bavail * bsize;
  return {
    freeBytes,
    state: freeBytes < FULL_BYTES ? "full" : freeBytes < LOW_BYTES ? "low" : "fine",
  };
}

/** The copies, each opened and looked at, and what stands now. */
export async function keepView(app: AppContext): Promise<KeepView> {
  const copies: CopyView[] = [];
  for (const copy of listCopies(app)) {
    const checked = await checkCopy(join(folderOf(app), copy.name));
    copies.push({
      ...copy,
      isGood: checked.ok,
      summary: checked.ok ? checked.value : null,
      error: checked.ok ? null : checked.error,
    });
  }
  const now = await checkCopy(app.db.file);
  return {
    copies,
    folder: folderOf(app),
    now: now.ok ? now.value : null,
    disk: diskOf(app),
    failure: app.keeper?.failure ?? null,
  };
}

/**
 * Puts a copy in the place of what stands, after a copy of that was made: nothing is lost either
 * way. A copy that is not whole, or of a newer version, is refused and nothing changes.
 * @returns the copy that was made of what stood
 */
export async function restoreCopy(app: AppContext, name: string): ServiceResult<CopyFile> {
  const copy = listCopies(app).find((c) => c.name === name);
  if (!copy) return fail({ code: "not-found", what: "copy" });
  const source = join(folderOf(app), copy.name);
  const checked = await checkCopy(source);
  if (!checked.ok) return fail({ code: "copy-refused", error: checked.error });
  const before = await makeCopy(app, { isBefore: true });
  if (!before.ok) return before;
  const next = `${app.db.file}.next`;
  await app.roll.leave();
  try {
    copyFileSync(source, next);
    await app.db.replaceWith(next);
    return before;
  } catch (error) {
    app.log.error("restore-failed", { name }, error);
    return fail({ code: "copy-failed", detail: (error as Error).message });
  } finally {
    rmSync(next, { force: true });
    app.changes.bump();
    await resumeRoll(app);
  }
}
