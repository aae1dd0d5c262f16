import type { DayEvent } from "~/core/journal/dayEvents";
import type { SyncRecord } from "~/core/channel/facts";
import { type Chemistry, hoursLeft, type HoursLeft } from "~/core/battery/discharge";
import { packRun, type PackRun, type PowerEvent } from "~/core/battery/ledger";

/** How the cells of a pack stand. */
export interface PackPower {
  packKey: string;
  chemistry: Chemistry;
  /** Of a full set as it is used here. */
  hours: number;
  run: PackRun;
  /** What is left; null where neither clock nor voltage says anything. */
  left: HoursLeft | null;
}

/**
 * The switching and changing of one pack's cells, out of what was put down: also a set that went in
 * at the sync.
 */
export function powerEvents(
  packKey: string,
  events: readonly DayEvent[],
  syncs: readonly SyncRecord[],
): PowerEvent[] {
  const found: PowerEvent[] = syncs.flatMap((s) =>
    s.kind === "cells" && s.packKey === packKey ? [{ atMs: s.atMs, kind: "fresh" as const }] : [],
  );
  for (const { atMs, what } of events) {
    if (!("packKey" in what) || what.packKey !== packKey) continue;
    if (what.kind === "power") found.push({ atMs, kind: what.isOn ? "on" : "off" });
    else if (what.kind === "cells-fresh") found.push({ atMs, kind: "fresh" });
    else found.push({ atMs, kind: "ran", ranHours: what.ranHours });
  }
  return found;
}

/** What was put in last, as it was said; null where nobody said. */
export const saidChemistry = (packKey: string, events: readonly DayEvent[]): Chemistry | null => {
  const last = events.findLast(
    ({ what }) =>
      (what.kind === "cells-fresh" || what.kind === "cells-ran") && what.packKey === packKey,
  )?.what;
  return last && "chemistry" in last ? last.chemistry : null;
};

/** How a pack's cells stand at a moment.
 * @param p.hoursOf - hours of a full set of a chemistry in this pack as it is set
 * @param p.volts - of one cell, as the receiver tells; null where it does not */
export function packPower(p: {
  packKey: string;
  usual: Chemistry;
  hoursOf: (chemistry: Chemistry) => number;
  events: readonly DayEvent[];
  syncs: readonly SyncRecord[];
  volts: number | null;
  nowMs: number;
}): PackPower {
  const chemistry = saidChemistry(p.packKey, p.events) ?? p.usual;
  const hours = p.hoursOf(chemistry);
  const run = packRun(powerEvents(p.packKey, p.events, p.syncs), p.nowMs);
  return {
    packKey: p.packKey,
    chemistry,
    hours,
    run,
    left: hoursLeft({ chemistry, hours, ranHours: run.ranHours, volts: p.volts }),
  };
}
