import { arch, cpus, freemem, platform, release, totalmem } from "node:os";
import { statSync } from "node:fs";
import { MIGRATIONS } from "~/server/db/migrations/index.server";
import type { LoggedEvent } from "~/server/log/log.server";
import type { AppContext } from "~/server/services/appContext.server";
import { diskOf, listCopies } from "./backups.server";

/** What a helper gets: of the program and the computer, nothing of people, places or keys. */
export interface SupportReport {
  format: "plain-channel-support";
  madeAtIso: string;
  node: string;
  system: string;
  cores: number;
  memoryMb: { total: number; free: number; used: number };
  upS: number;
  dataFile: { bytes: number | null; migrations: number; copies: number; freeBytes: number };
  guests: number;
  events: LoggedEvent[];
}

/** Folders of this computer often bear their owner's name. */
const withoutPaths = (text: string): string =>
  text.replace(/(?:[A-Za-z]:)?[\\/][^\s"',;:)]{2,}[\\/]/g, "…/");

export function supportReport(app: AppContext): SupportReport {
  const mb = (bytes: number): number => Math.round(bytes / 1e6);
  return {
    format: "plain-channel-support",
    madeAtIso: new Date(app.realNowMs()).toISOString(),
    node: process.version,
    system: `${platform()} ${release()} ${arch()}`,
    cores: cpus().length,
    memoryMb: { total: mb(totalmem()), free: mb(freemem()), used: mb(process.memoryUsage().rss) },
    upS: Math.round(process.uptime()),
    dataFile: {
      bytes: sizeOf(app.db.file),
      migrations: MIGRATIONS.length,
      copies: listCopies(app).length,
      freeBytes: diskOf(app).freeBytes,
    },
    guests: app.guestSessions.view.guests.length,
    events: app.log.recent().map((e) => ({ ...e, detail: withoutPaths(e.detail) })),
  };
}

function sizeOf(file: string): number | null {
  try {
    return statSync(file).size;
  } catch {
    // it is not there: that is worth knowing too
    return null;
  }
}
