import {
  type Destination,
  type LeadKind,
  leadsByKind,
  patchedChannels,
  type PatchLine,
  type PatchProblem,
  patchRest,
} from "~/core/kit/patch";
import { ok } from "~/core/units/result";
import { notes } from "~/contract/messages/notes";
import type { AppContext } from "~/server/services/appContext.server";
import { type LoadedDay, requireDay } from "~/server/services/day/dayView.server";
import type { ServiceResult } from "~/server/services/serviceResult";
import { newestList, storeNextList, storeNextLists, undoList } from "./versionedLists.server";

export interface PatchView {
  version: number;
  earlierVersion: number | null;
  destinations: Destination[];
  lines: PatchLine[];
  problems: PatchProblem[];
  inputs: { id: string; name: string; kind: "mic" | "line"; tracks: number }[];
  /** Cables of the kit by kind; null while they are counted together. */
  haveLeads: Partial<Record<LeadKind, number>> | null;
}

const patched = ({ stored, kit, unit }: LoadedDay) => patchedChannels(stored, kit, unit);

/** Cameras, recorders and mixers with their sockets, and which channel plays into which. */
export async function getPatch(app: AppContext, dayId: number): ServiceResult<PatchView> {
  const loaded = await requireDay(app, dayId);
  if (!loaded.ok) return loaded;
  const { kit, destinations, patches, prepFacts } = loaded.value;
  const list = await newestList(app, "patches", dayId);
  const haveLeads = leadsByKind(prepFacts.stock);
  return ok({
    version: list.version,
    earlierVersion: list.earlierVersion,
    destinations,
    lines: patches,
    haveLeads,
    problems: [...(prepFacts.patch ?? [])],
    inputs: kit.inputs.map(({ id, name, kind, tracks }) => ({
      id,
      name,
      kind,
      tracks: tracks ?? 1,
    })),
  });
}

/** Keeps cameras and recorders, and gives channels without a socket one of what is free. */
export async function setDestinations(
  app: AppContext,
  dayId: number,
  p: { destinations: Destination[]; expectedVersion: number },
): ServiceResult {
  const loaded = await requireDay(app, dayId);
  if (!loaded.ok) return loaded;
  const { kit, patches } = loaded.value;
  return storeNextLists(app, dayId, notes.destinationsTold(p.destinations.length), [
    { kind: "destinations", expectedVersion: p.expectedVersion, items: p.destinations },
    {
      kind: "patches",
      expectedVersion: p.expectedVersion,
      items: patchRest({
        kit,
        destinations: p.destinations,
        lines: patches,
        channels: patched(loaded.value),
      }),
    },
  ]);
}

/** Keeps which channel plays into which socket, by which cable. */
export const setPatch = (
  app: AppContext,
  dayId: number,
  p: { lines: PatchLine[]; expectedVersion: number },
): ServiceResult =>
  storeNextList(app, "patches", dayId, {
    expectedVersion: p.expectedVersion,
    items: p.lines,
    how: notes.patched(p.lines.length),
  });

/** Gives channels without a socket one of what is free. */
export async function patchOpen(
  app: AppContext,
  dayId: number,
  expectedVersion: number,
): ServiceResult {
  const loaded = await requireDay(app, dayId);
  if (!loaded.ok) return loaded;
  const { kit, destinations, patches } = loaded.value;
  return setPatch(app, dayId, {
    expectedVersion,
    lines: patchRest({ kit, destinations, lines: patches, channels: patched(loaded.value) }),
  });
}

export const undoPatch = (app: AppContext, dayId: number, expectedVersion: number): ServiceResult =>
  undoList(app, "patches", dayId, expectedVersion);
