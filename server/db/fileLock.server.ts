import { closeSync, mkdirSync, openSync, readFileSync, rmSync, writeSync } from "node:fs";
import { dirname } from "node:path";
import { fail, ok, type Result } from "~/core/units/result";

/** A data file that another process has. */
export interface FileHeld {
  code: "file-held";
  pid: number;
  sinceIso: string;
  lockFile: string;
}

/** Locks of this very process: a number that the system gave out again says nothing. */
const ours = new Set<string>();

/**
 * Takes a data file for this process alone. What a process left that is no more (a power cut, a
 * kill) is taken over.
 * @returns what gives it back, or who has it
 */
export function lockFile(file: string): Result<{ release: () => void }, FileHeld> {
  const path = `${file}.lock`;
  mkdirSync(dirname(path), { recursive: true });
  for (let tries = 0; tries < 2; tries += 1) {
    try {
      const handle = openSync(path, "wx");
      writeSync(handle, JSON.stringify({ pid: process.pid, sinceIso: new Date().toISOString() }));
      closeSync(handle);
      ours.add(path);
      return ok({
        release: () => {
          ours.delete(path);
          rmSync(path, { force: true });
        },
      });
    } catch (error) {
      if ((error as NodeJS.ErrnoException).code !== "EEXIST") throw error;
    }
    const holder = holderOf(path);
    if (holder && isAlive(holder.pid, path))
      return fail({ code: "file-held", ...holder, lockFile: path });
    rmSync(path, { force: true });
  }
  return fail({ code: "file-held", pid: 0, sinceIso: "", lockFile: path });
}

function holderOf(path: string): { pid: number; sinceIso: string } | null {
  try {
    const { pid, sinceIso } = JSON.parse(readFileSync(path, "utf8")) as {
      pid?: unknown;
      sinceIso?: unknown;
    };
    return typeof pid === "number" && pid > 0 ? { pid, sinceIso: String(sinceIso) } : null;
  } catch {
    // half-written as the power went: nobody's
    return null;
  }
}

/**
 * Whether the process that made a lock still runs. One of our own number that we did not make is
 * one that was given out again.
 */
function isAlive(pid: number, path: string): boolean {
  if (pid === process.pid) return ours.has(path);
  try {
    process.kill(pid, 0);
    return true;
  } catch (error) {
    return (error as NodeJS.ErrnoException).code === "EPERM";
  }
}
