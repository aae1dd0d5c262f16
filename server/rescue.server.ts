import { copyFileSync, existsSync, renameSync } from "node:fs";
import { basename, dirname, join } from "node:path";
import { checkCopy } from "./db/copies.server";
import { DataFileError } from "./db/connection.server";
import { copiesBeside } from "./services/shoots/backups.server";

const TAILS = ["", "-wal", "-shm"];

/** The whole copies of a data file, the newest first, each with what it holds. */
async function wholeCopies(file: string): Promise<{ name: string; words: string }[]> {
  const whole: { name: string; words: string }[] = [];
  for (const { name } of copiesBeside(file)) {
    const checked = await checkCopy(join(dirname(file), "copies", name));
    if (checked.ok)
      whole.push({
        name,
        words: `${checked.value.shoots.join(", ") || "no shoot"}, ${checked.value.days} ${checked.value.days === 1 ? "day" : "days"}`,
      });
  }
  return whole;
}

/**
 * Why the application does not start, in words, with what can be done; null where nothing is known
 * of the error.
 */
export async function startWords(
  error: unknown,
  p: { restoreCommand: string },
): Promise<string | null> {
  if (error instanceof DataFileError && error.code === "damaged") {
    const copies = await wholeCopies(error.file);
    const list = copies
      .slice(0, 5)
      .map((c) => `  ${c.name} (${c.words})`)
      .join("\n");
    return `${error.message}\n${copies.length === 0 ? "There is no whole copy of it beside it." : `Whole copies, the newest first:\n${list}\n\nTo bring the newest back (what stands now is put aside, not deleted):\n\n  ${p.restoreCommand}`}`;
  }
  const { code } = error as NodeJS.ErrnoException;
  const sqlite = (error as { parent?: { code?: string } }).parent?.code;
  if (
    code === "EACCES" ||
    code === "EROFS" ||
    sqlite === "SQLITE_READONLY" ||
    sqlite === "SQLITE_CANTOPEN"
  )
    return `The data folder cannot be written to (${(error as Error).message}). Nothing was changed. Give this program the right to write there, or name another folder in PLAIN_CHANNEL_DATA.`;
  if (code === "ENOSPC" || sqlite === "SQLITE_FULL")
    return "The disk is full. Nothing was changed. Free some room, then start again.";
  if (error instanceof DataFileError || (error as Error).name === "FileHeldError")
    return (error as Error).message;
  if (code === "EADDRINUSE") return "That port is taken. Name another one in PLAIN_CHANNEL_PORT.";
  return null;
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
