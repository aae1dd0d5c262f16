import {
  carrierId,
  channelAsked,
  halvesGroup,
  openRanges,
  widestBandwidthHz,
  windowsOf,
} from "~/core/coordination/problem/dayProblem";
import { spareChains } from "~/core/kit/chains";
import type { SystemAsked } from "~/core/coordination/changing/howMany";
import { itemAt } from "~/core/units/items";
import { packNoises } from "~/contract/codecs/noise";
import { modelName } from "~/core/kit/models";
import { readBlocks } from "~/core/kit/modelText";
import type { FrequencyRange } from "~/core/regulations/region";
import { ok } from "~/core/units/result";
import {
  inBlock,
  type SystemVersion,
  systemVersions,
  versionChannel,
  versionFacts,
} from "~/core/schedule/versions";
import { peakOf } from "~/core/schedule/scenes";
import { newestItems } from "~/server/db/repositories/versionedLists.server";
import type { AppContext } from "~/server/services/appContext.server";
import { requireDay } from "~/server/services/day/dayView.server";
import { lawViewOf } from "~/server/services/scan/airViews.server";
import { atPlace, pickBasis } from "~/server/services/frequencies/plans.server";

/** Whoever speaks at once most, else whoever has a channel, else one. */
const USUAL_LEAST = 1;

/**
 * Which versions of the systems that are known could do the work at a place: owned or not, and in
 * blocks that somebody offers.
 * @param p.placeId - null: where the unit is now @param p.blocksText - "H4 518-542", one a line;
 *   the system `p.like` as it would be there
 */
export async function getVersions(
  app: AppContext,
  dayId: number,
  p: { placeId: number | null; wanted: number | null; like: string | null; blocksText: string },
) {
  const loaded = await requireDay(app, dayId);
  if (!loaded.ok) return loaded;
  const { day, region, kit, units, places, stored, prepFacts } = loaded.value;
  const place =
    places.find((x) => x.id === p.placeId) ?? places.find((x) => x.id === day.currentPlaceId);
  const here = place ? atPlace(loaded.value, place.id) : loaded.value;
  const basis = await pickBasis(app, here, "normal");
  const { request, sweep } = basis;
  const { regionTitle, licence, advice } = lawViewOf(here, basis);
  const own = (await newestItems(app.db, "models", dayId))[0];
  const ownIds = new Set([...(own?.receivers ?? []), ...(own?.packs ?? [])].map((m) => m.id));
  const isMine = (id: string) => ownIds.has(id) || units.some((u) => u.modelId === id);
  const known = systemVersions(kit, app.simulator ? undefined : isMine);
  const owned = known.filter((v) => isMine(v.receiver.id) && v.tuning.length > 0);
  const like = owned.find((v) => v.id === p.like) ?? owned[0] ?? null;
  const blocks = readBlocks(p.blocksText);
  const versions: SystemVersion[] = [
    ...known,
    ...(like ? blocks.blocks.map((b) => inBlock(like, b.id, b)) : []),
  ];
  const geometry = place?.geometry ?? itemAt(places, 0).geometry;
  const bandwidthHz = widestBandwidthHz(request.channels);
  const scan = {
    open: sweep ? openRanges(request, bandwidthHz) : [],
    scanned: noiseSpan(request.noise),
  };
  const talkers = stored.length;
  const usual = Math.max(peakOf(prepFacts.scenes)?.talkers.length ?? talkers, USUAL_LEAST);
  const { noise, ...rest } = request;
  return ok({
    place: place ? { id: place.id, name: place.name } : null,
    law: { regionTitle, licence, advice },
    scannedAtMs: sweep?.takenAtMs ?? null,
    stations: request.exclusions.length,
    /** Chains that the whole kit makes at the same time. */
    kitChains: spareChains(kit, region, units, []).chains.length,
    wanted: p.wanted ?? usual,
    usual,
    like: like?.id ?? null,
    owned: owned.map((v) => ({ id: v.id, name: modelName(v.receiver) })),
    refusedBlocks: blocks.refused,
    request: {
      ...rest,
      channels: [],
      groups: [],
      relations: null,
      spares: day.spares,
      timeLimitMs: TRY_MS,
    },
    noise: packNoises(noise),
    versions: versions.map((version) => {
      const facts = versionFacts(version, { region, geometry, units, ...scan });
      const channel = versionChannel(version, facts);
      const asked = channel && { ...channel, id: 1, number: 1 };
      return {
        id: version.id,
        /** A block that somebody offers; null: a model that is known. */
        offered: version.receiver.id.includes("@") ? version.receiver.block : null,
        name: modelName(version.receiver),
        /** The packs' own names, where they say more than the receiver's. */
        packs: [
          ...new Set(version.packs.map((m) => m.name).filter((n) => n !== version.receiver.name)),
        ],
        tuning: version.tuning,
        adaptive: version.packs[0]?.adaptive ?? null,
        isMine: isMine(version.receiver.id),
        facts,
        asked:
          asked &&
          ({
            channel: { ...channelAsked(region, asked), id: carrierId(1) },
            halves: version.receiver.halves,
            group: halvesGroup(asked),
            windows: windowsOf(region, asked),
            spacing: version.receiver.spacing ?? "normal",
          } satisfies SystemAsked),
      };
    }),
  });
}

const noiseSpan = (noise: readonly FrequencyRange[]): FrequencyRange | null =>
  noise.length === 0
    ? null
    : {
        lowHz: noise.reduce((low, n) => Math.min(low, n.lowHz), Infinity),
        highHz: noise.reduce((high, n) => Math.max(high, n.highHz), -Infinity),
      };

/** So long for one version: those with room answer at once. */
const TRY_MS = 500;
