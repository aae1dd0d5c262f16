import { bodyMeanLossDb } from "~/core/radio/antenna";
import { linkBudget } from "~/core/radio/link";
import { mwToDbm } from "~/core/units/decibels";
import type { Adaptive, PackModel, ReceiverModel } from "./models";

/** How many of a self-choosing kind work in one room by a region's rules. */
export const roomLimit = (adaptive: Adaptive, regionName: string): number =>
  adaptive.limits?.find((l) => l.region.toLowerCase() === regionName.toLowerCase())?.mostPerRoom ??
  adaptive.mostPerRoom;

/**
 * Kinds that share the air with each other: bands that overlap. Kinds apart do not fill each
 * other's room.
 * @returns each kind with all that is of it, in the order of their bands
 */
export function kindsOfAir<T>(
  list: readonly T[],
  airOf: (item: T) => Adaptive | null,
): { airs: Adaptive[]; items: T[] }[] {
  const kinds: { airs: Adaptive[]; items: T[]; highHz: number }[] = [];
  const placed = list
    .flatMap((item) => {
      const air = airOf(item);
      return air ? [{ item, air }] : [];
    })
    .sort((a, b) => a.air.lowHz - b.air.lowHz);
  for (const { item, air } of placed) {
    const last = kinds.at(-1);
    if (last && air.lowHz < last.highHz) {
      last.items.push(item);
      last.airs.push(air);
      last.highHz = Math.max(last.highHz, air.highHz);
    } else kinds.push({ airs: [air], items: [item], highHz: air.highHz });
  }
  return kinds.map(({ airs, items }) => ({ airs, items }));
}

/** How high pack and receiver are when a maker measures its reach, metres. */
const HEIGHT_M = 1.5;

/**
 * What a self-choosing receiver needs over its noise so that it reaches as far in the open as its
 * maker says and no farther: its own figure, or what arrives at the rated reach from a pack worn at
 * the waist, whichever is more. One that is tuned has its own figure. Free space by ITU-R P.525;
 * that a rated reach is one in the open with a worn pack is common practice, no published source.
 */
export function requiredSnrWithReachDb(
  receiver: Pick<
    ReceiverModel,
    "adaptive" | "bandwidthHz" | "noiseFigureDb" | "requiredSnrDb" | "overloadDbm"
  >,
  pack: Pick<PackModel, "powersMw">,
): number {
  const { adaptive, bandwidthHz, noiseFigureDb, requiredSnrDb, overloadDbm } = receiver;
  if (!adaptive) return requiredSnrDb;
  const { marginDb } = linkBudget({
    frequencyHz: (adaptive.lowHz + adaptive.highHz) / 2,
    txPowerDbm: mwToDbm(Math.max(...pack.powersMw)),
    tx: {
      antenna: "whip-quarter",
      wear: "waist-back",
      skinContact: false,
      sleeve: false,
      tiltDeg: 0,
      heightM: HEIGHT_M,
      bodyLossDb: bodyMeanLossDb("waist-back"),
    },
    rx: { antenna: "whip-quarter", tiltDeg: 0, offAxisDeg: 0, heightM: HEIGHT_M },
    path: { distanceM: adaptive.rangeM, model: "free-space", walls: [], edges: [] },
    feed: [],
    receiver: { bandwidthHz, noiseFigureDb, requiredSnrDb, overloadDbm },
  });
  return requiredSnrDb + Math.max(0, marginDb);
}

/** The receiver with that, for the radio's questions. */
export const withReach = <R extends Parameters<typeof requiredSnrWithReachDb>[0]>(
  receiver: R,
  pack: Pick<PackModel, "powersMw">,
): R => ({ ...receiver, requiredSnrDb: requiredSnrWithReachDb(receiver, pack) });
