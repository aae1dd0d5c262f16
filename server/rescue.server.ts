import { copyFileSync, existsSync, renameSync } from "node:fs";
import { basename, dirname, join } from "node:path";
import { type StartFailure, startFailureWords, type WholeCopy } from "~/contract/messages/start";
import { checkCopy } from "./db/copies.server";
import { DataFileError } from "./db/connection.server";
import type { FileHeld } from "./db/fileLock.server";
import { copiesBeside } from "./services/shoots/backups.server";

const TAILS = ["", "-wal", "-shm"];

/** Another process has the data file. */
export class FileHeldError extends Error {
  override readonly name = "FileHeldError";

  constructor(readonly held: FileHeld) {
    super(`the data file is held by process ${held.pid} since ${held.sinceIso}`);
  }
}

/** The whole copies of a data file, the newest first, each with what it holds. */
async function wholeCopies(file: string): Promise<WholeCopy[]> {
  const whole: WholeCopy[] = [];
  for (const { name } of copiesBeside(file)) {
    const checked = await checkCopy(join(dirname(file), "copies", name));
    if (checked.ok) whole.push({ name, shoots: checked.value.shoots, days: checked.value.days });
  }
  return whole;
}

const NOT_WRITABLE: readonly unknown[] = ["EACCES", "EROFS", "SQLITE_READONLY", "SQLITE_CANTOPEN"];
const DISK_FULL: readonly unknown[] = ["ENOSPC", "SQLITE_FULL"];

/** Why the application does not start; null where nothing is known of the error. */
async function startFailure(error: unknown): Promise<StartFailure | null> {
  if (error instanceof DataFileError) {
    const { file, detail } = error;
    return error.code === "newer"
      ? { code: "data-newer", file, detail }
      : { code: "data-damaged", file, detail, copies: await wholeCopies(file) };
  }
  if (error instanceof FileHeldError) return { ...error.held, code: "data-held" };
  const { code, message, parent } = error as NodeJS.ErrnoException & { parent?: { code?: string } };
  const isOneOf = (codes: readonly unknown[]) =>
    codes.includes(code) || codes.includes(parent?.code);
  if (isOneOf(NOT_WRITABLE)) return { code: "not-writable", detail: message };
  if (isOneOf(DISK_FULL)) return { code: "disk-full" };
  return code === "EADDRINUSE" ? { code: "port-taken" } : null;
}

/**
 * Why the application does not start, in words, with what can be done; null where nothing is known
 * of the error.
 */
export async function startWords(
  error: unknown,
  p: { restoreCommand: string },
): Promise<string | null> {
  const failure = await startFailure(error);
  return failure ? startFailureWords(failure, p) : null;
}

/**
 * Puts the newest whole copy in the place of a data file that cannot be opened; that one is put
 * aside. @returns the copy's name; null where there is none
 */
export async function bringBackNewest(file: string): Promise<string | null> {
  const [newest] = await wholeCopies(file);
  if (!newest) return null;
  const aside = join(
    dirname(file),
    `${basename(file)}.damaged-${new Date().toISOString().slice(0, 19).replaceAll(":", "-")}`,
  );
  for (const tail of TAILS)
    if (existsSync(`${file}${tail}`)) renameSync(`${file}${tail}`, `${aside}${tail}`);
  copyFileSync(join(dirname(file), "copies", newest.name), file);
  return newest.name;
}
