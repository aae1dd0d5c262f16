import { mkdirSync } from "node:fs";
import { join } from "node:path";
import winston from "winston";

/**
 * What the application tells of itself: events with plain fields, for whoever must find out
 * afterwards what went wrong. No names of people, no keys.
 */
export interface Log {
  info: (event: string, fields?: object) => void;
  /** @param cause - what was thrown, if anything was */
  warn: (event: string, fields?: object, cause?: unknown) => void;
  error: (event: string, fields?: object, cause?: unknown) => void;
  /** The newest warnings and errors, the newest first. */
  recent: () => LoggedEvent[];
  close: () => Promise<void>;
}

export interface LoggedEvent {
  atIso: string;
  level: "warn" | "error";
  event: string;
  /** The request it came up in; null outside of one. */
  requestId: string | null;
  detail: string;
}

const MAX_FILE_BYTES = 2_000_000;
const MAX_FILES = 5;
const MAX_RECENT = 50;
const MAX_DETAIL_LENGTH = 500;
/**
 * What comes again within this time and belongs to no request is put down once: a tick that fails
 * each second must not push everything else out.
 */
const AGAIN_MS = 60_000;
const MAX_REMEMBERED = 200;

/** An error as fields of a log line: what kind, what it says, and where it came from. */
function errorFields(error: unknown): { error: string; code?: string; stack?: string } {
  if (!(error instanceof Error)) return { error: String(error) };
  const code = (error as NodeJS.ErrnoException).code;
  return {
    error: `${error.name}: ${error.message}`,
    ...(code === undefined ? {} : { code }),
    ...(error.stack === undefined ? {} : { stack: error.stack }),
  };
}

/** A log that keeps its newest warnings in memory and hands every line on. */
function logOver(
  write: (level: "info" | "warn" | "error", event: string, fields: object) => void,
  close: () => Promise<void>,
): Log {
  const recent: LoggedEvent[] = [];
  const lastMs = new Map<string, number>();
  const isAgain = (key: string): boolean => {
    const [nowMs, before] = [performance.now(), lastMs.get(key)];
    if (before !== undefined && nowMs - before < AGAIN_MS) return true;
    if (lastMs.size >= MAX_REMEMBERED) lastMs.clear();
    lastMs.set(key, nowMs);
    return false;
  };
  const put = (level: "warn" | "error", event: string, told: object, cause: unknown) => {
    const fields = cause === undefined ? told : { ...told, ...errorFields(cause) };
    const { requestId = null, ...rest } = fields as { requestId?: string };
    const { stack: _stack, ...short } = rest as { stack?: string };
    const detail = JSON.stringify(short).slice(0, MAX_DETAIL_LENGTH);
    if (requestId === null && isAgain(`${event} ${detail}`)) return;
    recent.unshift({ atIso: new Date().toISOString(), level, event, requestId, detail });
    recent.length = Math.min(recent.length, MAX_RECENT);
    write(level, event, fields);
  };
  return {
    info: (event, fields = {}) => write("info", event, fields),
    warn: (event, fields = {}, cause) => put("warn", event, fields, cause),
    error: (event, fields = {}, cause) => put("error", event, fields, cause),
    recent: () => [...recent],
    close,
  };
}

/**
 * A log in rotating files of JSON lines in the data folder, at most ten megabytes altogether. A
 * folder that takes no file leaves the newest events in memory, and the application runs on.
 */
export function fileLog(folder: string): Log {
  const directory = join(folder, "log");
  try {
    mkdirSync(directory, { recursive: true });
  } catch (error) {
    const log = memoryLog();
    log.error("log-folder-failed", {}, error);
    return log;
  }
  const file = new winston.transports.File({
    dirname: directory,
    filename: "plain-channel.log",
    maxsize: MAX_FILE_BYTES,
    maxFiles: MAX_FILES,
    tailable: true,
  });
  const logger = winston.createLogger({
    level: "info",
    format: winston.format.combine(winston.format.timestamp(), winston.format.json()),
    // the two packages of one house disagree about the type of their own transport
    transports: [file],
  });
  // a full disk must not bring the application down through its log
  file.on("error", () => undefined);
  logger.on("error", () => undefined);
  return logOver(
    (level, event, fields) => void logger.log({ level, message: event, ...fields }),
    () =>
      new Promise((resolve) => {
        file.once("finish", () => resolve());
        logger.end();
      }),
  );
}

/** A log that writes nowhere: for tests, and where no file can be kept. */
export const memoryLog = (): Log =>
  logOver(
    () => undefined,
    () => Promise.resolve(),
  );
