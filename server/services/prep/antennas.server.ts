import { pickedHz } from "~/core/channel/pickedFrequency";
import {
  antennaSeats,
  antennasOutOfRange,
  type FedReceiver,
  type OutOfRange,
  seatAntennas,
  type SeatedAntenna,
} from "~/core/kit/antennaPlan";
import { antennaRange, type KitAntenna } from "~/core/kit/antennas";
import {
  type Distribution,
  type DistributionProblem,
  distributionProblems,
} from "~/core/kit/distribution";
import { receiverModel } from "~/core/kit/models";
import type { FrequencyRange } from "~/core/regulations/region";
import { type AntennaAttitude, LEANS_DEG } from "~/core/radio/antennaDesk";
import { updateDay } from "~/server/db/repositories/days.server";
import { ok } from "~/core/units/result";
import { notes } from "~/contract/messages/notes";
import type { AppContext } from "~/server/services/appContext.server";
import { type LoadedDay, requireDay } from "~/server/services/day/dayView.server";
import type { ServiceResult } from "~/server/services/serviceResult";
import { newestList, storeNextList, storeNextLists, undoList } from "./versionedLists.server";

/** What each receiver's channels are set to by the standing plan, by the receiver's key. */
export function plannedByReceiver({ stored, plan }: LoadedDay): Record<string, number[]> {
  const found: Record<string, number[]> = {};
  for (const c of stored) {
    const hz = pickedHz(plan, c.id);
    if (hz !== null) (found[c.receiverKey] ??= []).push(hz);
  }
  return found;
}

/** The receivers of a kit as antennas see them. */
export function fedReceivers(loaded: LoadedDay): FedReceiver[] {
  const planned = plannedByReceiver(loaded);
  return loaded.units
    .filter((u) => u.kind === "receiver")
    .map((u) => ({
      key: u.key,
      label: u.label,
      model: receiverModel(loaded.kit, u.modelId),
      frequenciesHz: planned[u.key] ?? [],
    }));
}

export interface AntennasView {
  version: number;
  earlierVersion: number | null;
  /** Whether they still stand as lots of the kit's counts, as kits of before have them. */
  isFromStock: boolean;
  antennas: (KitAntenna & { covers: FrequencyRange | null })[];
  distributions: Distribution[];
  seated: SeatedAntenna[];
  outOfRange: OutOfRange[];
  problems: DistributionProblem[];
  receivers: { key: string; label: string; connector: string; hasSockets: boolean }[];
}

/** Every antenna of the kit, where each goes, and what feeds several receivers. */
export async function getAntennas(app: AppContext, dayId: number): ServiceResult<AntennasView> {
  const loaded = await requireDay(app, dayId);
  if (!loaded.ok) return loaded;
  const { kit, antennas, distributions } = loaded.value;
  const list = await newestList(app, "antennas", dayId);
  const receivers = fedReceivers(loaded.value);
  const seated = seatAntennas(kit, antennas, antennaSeats(receivers, distributions));
  return ok({
    version: list.version,
    earlierVersion: list.earlierVersion,
    isFromStock: list.items.length === 0 && antennas.length > 0,
    antennas: antennas.map((a) => ({ ...a, covers: antennaRange(kit, a) })),
    distributions,
    seated,
    outOfRange: antennasOutOfRange(kit, seated),
    problems: distributionProblems(distributions, receivers),
    receivers: receivers.map((r) => ({
      key: r.key,
      label: r.label,
      connector: r.model.antennaConnector,
      hasSockets: r.model.antennaConnector.toLowerCase() !== "fixed",
    })),
  });
}

/** Keeps the antennas as they are told; counts of before give way to them. */
export async function setAntennas(
  app: AppContext,
  dayId: number,
  p: { antennas: KitAntenna[]; expectedVersion: number },
): ServiceResult {
  const stock = await newestList(app, "stock", dayId);
  return storeNextLists(app, dayId, notes.antennasTold(p.antennas.length), [
    { kind: "antennas", expectedVersion: p.expectedVersion, items: p.antennas },
    ...(stock.items.some((s) => s.kind === "antenna")
      ? [
          {
            kind: "stock" as const,
            expectedVersion: p.expectedVersion,
            items: stock.items.filter((s) => s.kind !== "antenna"),
          },
        ]
      : []),
  ]);
}

/** Keeps the distributions as they are drawn; what is wrong with them is told, not refused. */
export const setDistributions = (
  app: AppContext,
  dayId: number,
  p: { distributions: Distribution[]; expectedVersion: number },
): ServiceResult =>
  storeNextList(app, "distributions", dayId, {
    expectedVersion: p.expectedVersion,
    items: p.distributions,
    how: notes.feedDrawn(p.distributions.length),
  });

/** Takes the antennas back to what they were before the last change. */
export const undoAntennas = (
  app: AppContext,
  dayId: number,
  expectedVersion: number,
): ServiceResult => undoList(app, "antennas", dayId, expectedVersion);

/** The same for what feeds several receivers. */
export const undoDistributions = (
  app: AppContext,
  dayId: number,
  expectedVersion: number,
): ServiceResult => undoList(app, "distributions", dayId, expectedVersion);

/** How the receivers' antennas lean from now on; those on the location's plan lean so too. */
export async function setAttitude(
  app: AppContext,
  dayId: number,
  antennaAttitude: AntennaAttitude,
): ServiceResult {
  const loaded = await requireDay(app, dayId);
  if (!loaded.ok) return loaded;
  const leans = LEANS_DEG[antennaAttitude];
  const { drawings } = loaded.value;
  const { version } = await newestList(app, "drawings", dayId);
  if (drawings.some((d) => d.plan.antennas.length > 0)) {
    const leaning = drawings.map((d) => ({
      ...d,
      plan: {
        ...d.plan,
        antennas: d.plan.antennas.map((a, i) => ({ ...a, tiltDeg: leans[i] ?? a.tiltDeg })),
      },
    }));
    return storeNextList(
      app,
      "drawings",
      dayId,
      { expectedVersion: version, items: leaning, how: notes.antennasLean(antennaAttitude) },
      (t) => updateDay(app.db, dayId, { antennaAttitude }, t),
    );
  }
  await app.db.write((t) => updateDay(app.db, dayId, { antennaAttitude }, t));
  return ok(null);
}

/** What the antennas of each receiver cover, by the receiver's key; null where none is marked. */
export function antennasByReceiver(
  loaded: LoadedDay,
): Record<string, { label: string; covers: FrequencyRange | null }[]> {
  const { kit, antennas, distributions } = loaded;
  const receivers = fedReceivers(loaded);
  const seated = seatAntennas(kit, antennas, antennaSeats(receivers, distributions));
  return Object.fromEntries(
    receivers.map((r) => [
      r.key,
      seated
        .filter((s) => s.seat.receivers.includes(r.label))
        .flatMap(({ antenna }) =>
          antenna ? [{ label: antenna.label, covers: antennaRange(kit, antenna) }] : [],
        ),
    ]),
  );
}
