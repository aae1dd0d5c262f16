import type { RequestHandler } from "express";

/** Addresses as they were called before, and what they are called now. */
const RENAMED_OF_A_DAY: Readonly<Record<string, string>> = {
  one: "guided-setup",
  seen: "observations",
  walked: "walk-test",
  handed: "assigned",
  desk: "antennas",
  law: "regulations",
  prepare: "prep",
  moving: "company-move",
  cells: "batteries",
  register: "stations",
  place: "link-budget",
  pick: "frequencies",
  wrap: "wrap-up",
  "cells.ics": "batteries.ics",
};
const OF_A_DAY = /^(\/day\/\d+\/)([a-z.]+?)(\.data)?(\?.*)?$/;
const BACKUPS = /^\/keep(\.data)?(\?.*)?$/;

/**
 * Where an old address lies now, with everything that was asked of it; null for one that is not
 * old.
 */
export function addressNow(url: string): string | null {
  const backups = BACKUPS.exec(url);
  if (backups) return `/backups${backups[1] ?? ""}${backups[2] ?? ""}`;
  const [, day = "", name = "", data = "", query = ""] = OF_A_DAY.exec(url) ?? [];
  const now = Object.hasOwn(RENAMED_OF_A_DAY, name) ? RENAMED_OF_A_DAY[name] : undefined;
  return now === undefined ? null : day + now + data + query;
}

/**
 * Bookmarks, and pages that were open while the application was renewed, go on working: what they
 * send is sent again to the new address as it was.
 */
export const movedAddresses: RequestHandler = (request, response, next) => {
  const now = addressNow(request.originalUrl);
  if (now === null) next();
  else response.redirect(308, now);
};
