import type { DayEvent } from "~/core/journal/dayEvents";
import type { SyncRecord } from "~/core/channel/facts";
import type { VerificationPart } from "~/core/channel/verificationParts";
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
  // what says of itself when it is switched needs no conclusions
  const tellsItself = events.some(
    ({ what }) => what.kind === "power" && what.packKey === packKey && what.by === "own-word",
  );
  if (!tellsItself) found.push(...seenSwitched(packKey, events, syncs));
  for (const { atMs, what } of events) {
    if (!("packKey" in what) || what.packKey !== packKey) continue;
    if (what.kind === "power") found.push({ atMs, kind: what.isOn ? "on" : "off" });
    else if (what.kind === "cells-fresh") found.push({ atMs, kind: "fresh" });
    else found.push({ atMs, kind: "ran", ranHours: what.ranHours });
  }
  return found;
}

/** Parts of a verification that are seen with the pack on, and those with it off. */
const SEEN_ON: readonly VerificationPart[] = ["rf", "antennas", "partner", "voice", "mute", "far"];
const SEEN_OFF: readonly VerificationPart[] = ["silent", "phones"];
/** Answers that say nothing of the pack being on. */
const NO_SIGN = new Set(["none", "nothing", "nothing-told"]);

/**
 * When a unit was on or off as follows from what people saw and ticked: its pack spoke in a
 * verification, or was silent; at wrap it was ticked off.
 */
function seenSwitched(
  key: string,
  events: readonly DayEvent[],
  syncs: readonly SyncRecord[],
): PowerEvent[] {
  const seen = syncs.flatMap((s): PowerEvent[] => {
    if (s.kind !== "proof") return [];
    if (s.receiverKey === key) return [{ atMs: s.atMs, kind: "on" }];
    if (s.packKey !== key) return [];
    if (SEEN_OFF.includes(s.part)) return [{ atMs: s.atMs, kind: "off" }];
    return SEEN_ON.includes(s.part) && !NO_SIGN.has(s.outcome)
      ? [{ atMs: s.atMs, kind: "on" }]
      : [];
  });
  const wrapped = events.flatMap(({ atMs, what }): PowerEvent[] =>
    what.kind === "wrapped" && what.step === `off ${key}` && what.isDone
      ? [{ atMs, kind: "off" }]
      : [],
  );
  return [...seen, ...wrapped];
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
