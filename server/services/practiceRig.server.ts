import type { Rig, RigPack, RigReceiver } from "../../core/air/rig";
import { type Kit, packModel, receiverModel } from "../../core/kit/models";
import { type CaseUnit, powerOf } from "../../core/kit/units";
import type { StoredChannel } from "../db/repositories/channels.server";
import type { Day, DayPlace } from "../db/repositories/days.server";
import type { RigPort } from "../devices/port.server";
import type { AppContext } from "./appContext.server";

/** Practice units for a case: each as its model is, fresh from the maker. Those that choose for themselves, and those that cannot scan, have no stand-in yet. */
export function practiceUnits(kit: Kit, units: readonly CaseUnit[], channels: readonly Pick<StoredChannel, "packKey" | "wear">[]): Pick<Rig, "receivers" | "packs"> {
  return {
    receivers: units.filter((u) => u.kind === "receiver").flatMap(({ key, modelId }, i): RigReceiver[] => {
      const { tuning, halves, sweep, bandwidthHz, noiseFigureDb, requiredSnrDb, overloadDbm, tells } = receiverModel(kit, modelId);
      const first = tuning[0];
      if (!first || !sweep) return [];
      const halvesHz = Array.from({ length: halves }, (_, half) => onGrid(first, 2_500_000 + (i * 2 + half) * 4_300_000));
      return [{ key, tuning, sweep, figures: { bandwidthHz, noiseFigureDb, requiredSnrDb, overloadDbm }, halvesHz, ...(tells ? { tells: true } : {}) }];
    }),
    packs: units.filter((u) => u.kind === "pack").flatMap((unit, i): RigPack[] => {
      const { tuning, stores, outside } = packModel(kit, unit.modelId);
      if (!tuning[0]) return [];
      const wear = channels.find((c) => c.packKey === unit.key)?.wear ?? "free";
      return [{ key: unit.key, tuning, frequencyHz: onGrid(tuning[0], 1_800_000 + i * 3_100_000), powerMw: powerOf(kit, unit), wear, isOn: false, isMuted: false, isMicPlugged: true, storesByHand: stores === "by-hand", ...(outside === "clips" ? { clips: true } : {}) }];
    }),
  };
}

/** A frequency of a range, so far above its low end as it reaches, on its grid. */
const onGrid = (t: { lowHz: number; highHz: number; stepHz: number }, aboveHz: number): number => {
  const steps = Math.floor((t.highHz - t.lowHz) / t.stepHz);
  return t.lowHz + (steps === 0 ? 0 : Math.floor(aboveHz / t.stepHz) % (steps + 1)) * t.stepHz;
};

/** What each practice rig was last made to be, so that it is only told of changes. */
const lastTold = new WeakMap<RigPort, string>();

/** The rig of a day, ready: the practice receivers and packs are those of this day's case, and hear the air of the place where the unit is.
 * @returns null where nothing can be driven */
export async function readyRig(
  app: AppContext, p: { day: Day; places: readonly DayPlace[]; stored: readonly StoredChannel[]; units: readonly CaseUnit[]; kit: Kit },
): Promise<RigPort | null> {
  const { rig } = app;
  if (!rig || !p.day.isPractice) return null;
  if (!rig.practice || p.units.length === 0) return rig;
  const fitted = practiceUnits(p.kit, p.units, p.stored);
  const siteKey = p.places.find((x) => x.id === p.day.currentPlaceId)?.siteKey ?? null;
  const told = JSON.stringify([siteKey, fitted]);
  if (lastTold.get(rig) === told) return rig;
  const done = await rig.practice.fitOut(fitted);
  if (done.ok && siteKey) await rig.practice.carryTo(siteKey);
  if (done.ok) lastTold.set(rig, told);
  return rig;
}

