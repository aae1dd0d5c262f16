import { type Chain, endsMeet, freeUnits, pairOf } from "~/core/kit/chains";
import { halvesOneOf } from "~/core/kit/halves";
import { packLegality } from "~/core/kit/match";
import {
  type Kit,
  packModel,
  type PackModel,
  receiverModel,
  type ReceiverModel,
} from "~/core/kit/models";
import { roomLimit } from "~/core/kit/selfChoosing";
import { formsOf, type Source, sourceOfPack } from "~/core/kit/sources";
import { powerOf, type CaseUnit } from "~/core/kit/units";
import type { TuningRange } from "~/core/devices/tuning";
import type { PickChannel } from "~/core/coordination/problem/dayProblem";
import type { Region } from "~/core/regulations/region";

/** A channel as a recast sees it. */
export interface CastChannel extends Chain {
  id: number;
  number: number;
  source: Source | null;
  extraPacks: readonly string[];
}

/** What a move is made of, with the minutes that it takes by hand. */
export interface MoveWork {
  what: "rerig" | "hand-over" | "patch" | "set" | "pair";
  minutes: number;
}

/** A channel put on other units of the kit. */
export interface RecastMove {
  channelId: number;
  to: Chain;
  /** Its search question there; null: it chooses its own frequency. */
  asked: PickChannel | null;
  /** Moves of a channel that come to the same on other units have the same one. */
  kind: string;
  /** How many more of its kind the room takes; null: as many as find a frequency. */
  roomLeft: number | null;
  work: MoveWork[];
}

/** So many of units that are alike, for several channels may move at once. */
const ALIKE = 4;

/**
 * Minutes of work by hand on a location (common practice, no published source). A pack that is worn
 * is taken off and the next one wired.
 */
export const RECAST_MINUTES = { rerig: 15, handOver: 2, patch: 3, set: 3, pair: 2 } as const;

interface Facts {
  kit: Kit;
  region: Region;
  units: readonly CaseUnit[];
  channels: readonly CastChannel[];
}

/**
 * Every way to put a channel on a free receiver channel, a free pack or both, where that changes
 * what it can tune; of units that are alike the first few stand for all. A pack keeps the form that
 * its source asks for, and what may not transmit here is no way out. Channels that share one
 * position with several packs stay as they are.
 */
export function recastMoves({ kit, region, units, channels }: Facts): RecastMove[] {
  const free = freeUnits(
    kit,
    region,
    units,
    channels,
    channels.flatMap((c) => c.extraPacks),
  );
  const fitted = (key: string) => units.find((u) => u.key === key);
  return channels
    .filter((c) => c.extraPacks.length === 0)
    .flatMap((channel): RecastMove[] => {
      const [ownReceiver, ownPack] = [fitted(channel.receiverKey), fitted(channel.packKey)];
      if (!ownReceiver || !ownPack) return [];
      const own = {
        half: {
          unit: ownReceiver,
          model: receiverModel(kit, ownReceiver.modelId),
          half: channel.half,
        },
        pack: { unit: ownPack, model: packModel(kit, ownPack.modelId) },
      };
      const forms = formsOf(channel.source ?? sourceOfPack(own.pack.model.form));
      const present = signature(pairOf(own.half, own.pack), channel.receiverKey, own.half.model);
      /** What the moves of each kind take already. */
      const taken = new Map<string, string[][]>();
      return [own.half, ...free.halves].flatMap((half) =>
        [own.pack, ...free.packs.filter((p) => p.isLegal && forms.includes(p.model.form))].flatMap(
          (pack): RecastMove[] => {
            if (!endsMeet(half, pack)) return [];
            const pairing = pairOf(half, pack);
            const signed = signature(pairing, half.unit.key, half.model);
            const takes = takenBy(channel, {
              receiverKey: half.unit.key,
              half: half.half,
              packKey: pack.unit.key,
            });
            const alike = taken.get(signed) ?? [];
            if (
              signed === present ||
              alike.length === ALIKE ||
              alike.some((list) => list.some((t) => takes.includes(t)))
            )
              return [];
            const roomLeft = roomLeftFor(kit, region, units, channels, pack.model);
            if (roomLeft === 0) return [];
            const isOtherPack = pack !== own.pack;
            const unit = fitted(pack.unit.key);
            if (!unit || packLegality(region, pack.model, powerOf(kit, unit)).code !== "fine")
              return [];
            taken.set(signed, [...alike, takes]);
            return [
              {
                channelId: channel.id,
                to: { receiverKey: half.unit.key, half: half.half, packKey: pack.unit.key },
                asked:
                  pairing.works && pairing.isAdaptive
                    ? null
                    : {
                        id: channel.id,
                        number: channel.number,
                        tuning: pairing.works ? pairing.tuning : [],
                        bandwidthHz: half.model.bandwidthHz,
                        powerMw: powerOf(kit, unit),
                        receiverKey: half.unit.key,
                        halfSpanHz: half.model.halfSpanHz,
                        ...halvesOneOf(half.model),
                        lockedHz: null,
                      },
                kind: signed,
                roomLeft,
                work: workOf(isOtherPack, half !== own.half, pack.model),
              },
            ];
          },
        ),
      );
    });
}

/** What a move takes that another one could want: free units only. */
export const takenBy = (from: Chain, to: Chain): string[] => [
  ...(to.packKey === from.packKey ? [] : [to.packKey]),
  ...(to.receiverKey === from.receiverKey && to.half === from.half
    ? []
    : [`${to.receiverKey}#${to.half}`]),
];

/** Two ways that tune alike and are bound alike come to the same. */
function signature(
  pairing: ReturnType<typeof pairOf>,
  receiverKey: string,
  receiver: Parameters<typeof halvesOneOf>[0] & Pick<ReceiverModel, "halfSpanHz" | "adaptive">,
): string {
  const tuning: readonly TuningRange[] = pairing.works ? pairing.tuning : [];
  const isBound = receiver.halfSpanHz !== null || halvesOneOf(receiver).halvesOneOf !== undefined;
  return JSON.stringify([
    pairing.works && pairing.isAdaptive ? receiver.adaptive : null,
    tuning.map((t) => [t.lowHz, t.highHz, t.stepHz]),
    isBound ? receiverKey : null,
  ]);
}

function workOf(isOtherPack: boolean, isOtherReceiver: boolean, pack: PackModel): MoveWork[] {
  const m = RECAST_MINUTES;
  return [
    ...(isOtherPack
      ? pack.form === "bodypack"
        ? [{ what: "rerig" as const, minutes: m.rerig }]
        : [{ what: "hand-over" as const, minutes: m.handOver }]
      : []),
    ...(isOtherReceiver ? [{ what: "patch" as const, minutes: m.patch }] : []),
    pack.adaptive
      ? { what: "pair" as const, minutes: m.pair }
      : { what: "set" as const, minutes: m.set },
  ];
}

/** How many more of its kind one room takes beside those that carry somebody; null: no limit. */
function roomLeftFor(
  kit: Kit,
  region: Region,
  units: readonly CaseUnit[],
  channels: readonly CastChannel[],
  { adaptive }: PackModel,
): number | null {
  if (!adaptive) return null;
  const used = channels.filter((c) => {
    const unit = units.find((u) => u.key === c.packKey);
    const other = unit ? packModel(kit, unit.modelId).adaptive : null;
    return other !== null && other.lowHz < adaptive.highHz && adaptive.lowHz < other.highHz;
  });
  return Math.max(0, roomLimit(adaptive, region.name) - used.length);
}
