import { defined } from "~/core/units/items";
import type { Raster } from "~/core/regulations/raster";
import { mergeRanges } from "~/core/regulations/region";
import { NoiseIndex } from "~/core/coordination/problem/candidates";
import type { BrokenRule } from "~/core/coordination/rules/brokenRule";
import type { Conflict } from "~/core/coordination/rules/checkSet";
import { type ProductLevel, productLevel } from "~/core/coordination/rules/imLevels";
import { placeRules } from "~/core/coordination/rules/placeRules";
import { conflictsOfEach } from "~/core/coordination/rules/relations";
import type { ChannelRequest, CoordinationRequest } from "~/core/coordination/problem/request";

export type { BrokenRule } from "~/core/coordination/rules/brokenRule";

/**
 * Every rule that a typed frequency breaks for a channel, given what stands already (others and the
 * locked channels). An empty list means the place is fine.
 */
export function brokenRules(
  request: CoordinationRequest,
  channel: ChannelRequest,
  frequencyHz: number,
  standing: readonly { id: string; frequencyHz: number }[],
  raster: Raster | null,
): BrokenRule[] {
  const halves = request.channels.flatMap((c) => {
    const at = standing.find((s) => s.id === c.id);
    return at ? [{ channel: c, frequencyHz: at.frequencyHz }] : [];
  });
  const broken = placeRules(
    request,
    mergeRanges(request.windows),
    new NoiseIndex(request.noise),
    channel,
    frequencyHz,
    halves,
    raster,
  );
  const others = standing.filter((s) => s.id !== channel.id);
  const conflicts = conflictsOfEach(
    [...others, { id: channel.id, frequencyHz }],
    [channel.id],
    request.profile,
    request.relations,
  );
  for (const conflict of defined(conflicts.get(channel.id)))
    broken.push({ code: "conflict", conflict, level: levelOf(request, conflict) });
  return broken;
}

/** How strong a product in the way is; null of two too near, and where levels are not known. */
export function levelOf(
  { relations }: Pick<CoordinationRequest, "relations">,
  conflict: Pick<Conflict, "sources" | "victim" | "missHz"> & { kind: Conflict["kind"] },
): ProductLevel | null {
  if (!relations?.levels || conflict.kind === "spacing" || conflict.victim === null) return null;
  return productLevel(
    relations.levels,
    conflict.kind,
    conflict.sources,
    conflict.victim,
    conflict.missHz,
  );
}
