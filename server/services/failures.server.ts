import type { FailureCode } from "~/contract/messages/failure";

/**
 * What a thing that was thrown comes to: which of the known failures it is, and how it is answered.
 */
export interface Failure {
  code: FailureCode;
  status: number;
}

const BY_CODE: Readonly<Record<string, Failure>> = {
  SQLITE_FULL: { code: "disk-full", status: 507 },
  ENOSPC: { code: "disk-full", status: 507 },
  SQLITE_BUSY: { code: "data-locked", status: 503 },
  SQLITE_LOCKED: { code: "data-locked", status: 503 },
  SQLITE_READONLY: { code: "data-read-only", status: 503 },
  EROFS: { code: "data-read-only", status: 503 },
  EACCES: { code: "data-read-only", status: 503 },
  SQLITE_IOERR: { code: "disk-error", status: 503 },
  EIO: { code: "disk-error", status: 503 },
  SQLITE_CORRUPT: { code: "data-damaged", status: 503 },
  ROW_UNFIT: { code: "cannot-be-kept", status: 400 },
  SQLITE_CONSTRAINT: { code: "no-longer-so", status: 409 },
  SQLITE_NOTADB: { code: "data-damaged", status: 503 },
};

/**
 * Which failure something thrown is: by its own code or that of what it came from (Sequelize keeps
 * SQLite's error as `parent`).
 */
export function failureOf(error: unknown): Failure {
  for (
    let at: unknown = error, depth = 0;
    at !== null && typeof at === "object" && depth < 5;
    depth += 1
  ) {
    const { code, parent, cause } = at as { code?: unknown; parent?: unknown; cause?: unknown };
    const known = typeof code === "string" ? BY_CODE[code] : undefined;
    if (known) return known;
    at = parent ?? cause;
  }
  return { code: "unexpected", status: 500 };
}

/**
 * What passes when there is room again, or whoever holds the file lets go: it is worth waiting for.
 */
const PASSING: readonly FailureCode[] = [
  "disk-full",
  "data-locked",
  "data-read-only",
  "disk-error",
];
export const isPassing = (error: unknown): boolean => PASSING.includes(failureOf(error).code);
