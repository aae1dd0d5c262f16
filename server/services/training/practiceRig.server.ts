import { UNPAIRED_HZ } from "~/core/devices/reports";
import { type Rig, type RigPack, type RigReceiver } from "~/core/simulator/rig";
import { SELF_CHOSEN_HZ } from "~/core/channel/channelState";
import { type Kit, packModel, receiverModel } from "~/core/kit/models";
import { packHours, usualChemistry } from "~/core/battery/packBatteries";
import { type CaseUnit, powerOf } from "~/core/kit/units";
import type { StoredChannel } from "~/server/db/repositories/channels.server";
import type { Day, DayPlace } from "~/server/db/repositories/days.server";
import type { RigPort } from "~/server/devices/port.server";
import type { AppContext } from "~/server/services/appContext.server";
import { dayNowMs } from "~/server/services/day/clock.server";
import type { SimulatorControl } from "~/server/devices/simulatorControl.server";

/** Practice units for a case: each as its model is, fresh from the maker. */
export function practiceUnits(
  kit: Kit,
  units: readonly CaseUnit[],
  channels: readonly Pick<StoredChannel, "packKey" | "wear">[],
): Pick<Rig, "receivers" | "packs"> {
  return {
    receivers: units
      .filter((u) => u.kind === "receiver")
      .flatMap(({ key, modelId }, i): RigReceiver[] => {
        const {
          tuning,
          halves,
          sweep,
          bandwidthHz,
          noiseFigureDb,
          requiredSnrDb,
          overloadDbm,
          tells,
          adaptive,
          halfSpanHz,
        } = receiverModel(kit, modelId);
        const first = tuning[0];
        const rest = {
          key,
          tuning,
          sweep: sweep ?? NO_SWEEP,
          figures: { bandwidthHz, noiseFigureDb, requiredSnrDb, overloadDbm },
          ...(tells ? { tells: true } : {}),
          halfSpanHz,
        };
        if (!first)
          return adaptive
            ? [
                {
                  ...rest,
                  adaptive: { mostPerRoom: adaptive.mostPerRoom },
                  halvesHz: Array.from({ length: halves }, () => SELF_CHOSEN_HZ),
                },
              ]
            : [];
        const halvesHz = Array.from({ length: halves }, (_, half) =>
          onGrid(first, 2_500_000 + (i * 2 + half) * 4_300_000),
        );
        return [{ ...rest, halvesHz }];
      }),
    packs: units
      .filter((u) => u.kind === "pack")
      .flatMap((unit, i): RigPack[] => {
        const model = packModel(kit, unit.modelId);
        const { tuning, stores, outside, syncMethods, isBehindDoor } = model;
        const chemistry = usualChemistry(model.cell.kind);
        const wear = channels.find((c) => c.packKey === unit.key)?.wear ?? "free";
        const frequencyHz = tuning[0] ? onGrid(tuning[0], 1_800_000 + i * 3_100_000) : UNPAIRED_HZ;
        return [
          {
            key: unit.key,
            tuning,
            methods: syncMethods,
            ...(isBehindDoor ? { isBehindDoor } : {}),
            ...(stores === "at-off" ? { storesAtOff: true } : {}),
            frequencyHz,
            powerMw: powerOf(kit, unit),
            wear,
            isOn: false,
            cells: {
              chemistry,
              hours: packHours(model, chemistry, powerOf(kit, unit)),
              usedHours: 0,
              onSinceMs: null,
            },
            isMuted: false,
            isMicPlugged: true,
            storesByHand: stores === "by-hand",
            ...(outside === "clips" ? { clips: true } : {}),
          },
        ];
      }),
  };
}

/** Never asked for: a model that has no scan of its own is left out of scans. */
const NO_SWEEP = { stepHz: 100_000, msPerStep: 50 };

/** A frequency of a range, so far above its low end as it reaches, on its grid. */
const onGrid = (t: { lowHz: number; highHz: number; stepHz: number }, aboveHz: number): number => {
  const steps = Math.floor((t.highHz - t.lowHz) / t.stepHz);
  return t.lowHz + (steps === 0 ? 0 : Math.floor(aboveHz / t.stepHz) % (steps + 1)) * t.stepHz;
};

/** What each practice rig was last made to be, so that it is only told of changes. */
const lastTold = new WeakMap<RigPort, string>();

/** By how much the rig's clock may be off before it is told again. */
const CLOCK_OFF_MS = 400;
const lastClock = new WeakMap<object, { dayId: number; dayMs: number; realMs: number }>();

/** Practice units go by the clock of their day. */
async function tellClock(app: AppContext, simulator: SimulatorControl, day: Day): Promise<void> {
  const [dayMs, realMs] = [dayNowMs(app, day), app.realNowMs()];
  const last = lastClock.get(simulator);
  if (
    last?.dayId === day.id &&
    Math.abs(last.dayMs + (realMs - last.realMs) - dayMs) < CLOCK_OFF_MS
  )
    return;
  if ((await simulator.setClock(dayMs)).ok)
    lastClock.set(simulator, { dayId: day.id, dayMs, realMs });
}

/**
 * The rig of a day, ready: the practice receivers and packs are those of this day's case, and hear
 * the air of the place where the unit is.
 * @returns null where nothing can be driven
 */
export async function readyRig(
  app: AppContext,
  p: {
    day: Day;
    places: readonly DayPlace[];
    stored: readonly StoredChannel[];
    units: readonly CaseUnit[];
    kit: Kit;
  },
): Promise<RigPort | null> {
  const { rig, simulator } = app;
  if (!rig || !p.day.isPractice) return null;
  if (!simulator || p.units.length === 0) return rig;
  const fitted = practiceUnits(p.kit, p.units, p.stored);
  await tellClock(app, simulator, p.day);
  const siteKey = p.places.find((x) => x.id === p.day.currentPlaceId)?.siteKey ?? null;
  const told = JSON.stringify([siteKey, fitted]);
  if (lastTold.get(rig) === told) return rig;
  const done = await simulator.fitOut(fitted);
  if (done.ok && siteKey) await simulator.carryTo(siteKey);
  if (done.ok) lastTold.set(rig, told);
  return rig;
}
