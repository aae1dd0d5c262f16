import { itemAt } from "~/core/units/items";
import type { TuningRange } from "~/core/devices/tuning";
import { overlaps, sharedTuning } from "~/core/devices/tuning";
import {
  legalWindows,
  type Region,
  type FrequencyRange,
  unruledRanges,
} from "~/core/regulations/region";
import type { PackModel, ReceiverModel } from "./models";

/** Why a pack and a receiver never work together. */
export type PairProblem =
  | { code: "other-modulation"; pack: string[]; receiver: string[] }
  | { code: "other-key"; pack: string | null; receiver: string | null }
  | { code: "no-common-range"; pack: FrequencyRange[]; receiver: FrequencyRange[] }
  | { code: "no-common-step"; packStepHz: number; receiverStepHz: number };

/** Where two ends meet. Those that choose for themselves work without any tuning. */
export type Pairing =
  | { works: true; tuning: TuningRange[]; isAdaptive: boolean }
  | { works: false; problem: PairProblem };

/** The keys that two units encrypt with. */
export interface Keys {
  receiver: string | null;
  pack: string | null;
}

/**
 * Whether a pack can work with a receiver, and where; else the first thing that keeps them apart:
 * what goes over the air, then the key, then where they tune.
 */
export function pairing(
  receiver: ReceiverModel,
  pack: PackModel,
  keys: Keys = { receiver: null, pack: null },
): Pairing {
  const isAdaptive = receiver.adaptive !== null && pack.adaptive !== null;
  if (
    (receiver.adaptive === null) !== (pack.adaptive === null) ||
    !pack.modulations.some((m) => receiver.modulations.includes(m))
  ) {
    return {
      works: false,
      problem: { code: "other-modulation", pack: pack.modulations, receiver: receiver.modulations },
    };
  }
  if (keys.receiver !== keys.pack) return { works: false, problem: { code: "other-key", ...keys } };
  if (isAdaptive) return { works: true, tuning: [], isAdaptive };
  if (overlaps(receiver.tuning, pack.tuning).length === 0)
    return {
      works: false,
      problem: {
        code: "no-common-range",
        pack: ranges(pack.tuning),
        receiver: ranges(receiver.tuning),
      },
    };
  const tuning = sharedTuning(receiver.tuning, pack.tuning);
  if (tuning.length > 0) return { works: true, tuning, isAdaptive };
  return {
    works: false,
    problem: {
      code: "no-common-step",
      packStepHz: itemAt(pack.tuning, 0).stepHz,
      receiverStepHz: itemAt(receiver.tuning, 0).stepHz,
    },
  };
}

/** More presets than this are told as one range. */
const MAX_RANGES = 4;
const ranges = (tuning: readonly TuningRange[]): FrequencyRange[] =>
  tuning.length <= MAX_RANGES
    ? tuning.map(({ lowHz, highHz }) => ({ lowHz, highHz }))
    : [
        {
          lowHz: Math.min(...tuning.map((t) => t.lowHz)),
          highHz: Math.max(...tuning.map((t) => t.highHz)),
        },
      ];

/**
 * Where a receiver and a pack can meet; empty when they never can, and for those that choose for
 * themselves.
 */
export function pairTuning(receiver: ReceiverModel, pack: PackModel, keys?: Keys): TuningRange[] {
  const found = pairing(receiver, pack, keys);
  return found.works ? found.tuning : [];
}

export type Legality =
  | { code: "fine"; where: FrequencyRange[] }
  /** Not at the power it is set to, but at a lower one that it has. */
  | { code: "power-too-high"; setMw: number; mostMw: number; where: FrequencyRange[] }
  | { code: "nowhere" }
  /**
   * It is allowed nowhere in its range, and of part of that range no rule is known: that is not
   * forbidden, the regulator must be asked.
   */
  | { code: "no-rule"; where: FrequencyRange[] }
  /** It may transmit here, but not where it is tuned now. */
  | { code: "tuned-to-forbidden"; frequencyHz: number }
  /** It may transmit here, and no rule is known for where it is tuned now. */
  | { code: "tuned-to-unruled"; frequencyHz: number };

/**
 * Where in its range a pack may transmit in a region at the power it is set to; if nowhere, the
 * highest of its powers that may. The rules are a dated summary: check with your regulator.
 * @param setMw - radiated power, > 0
 */
export function packLegality(region: Region, pack: PackModel, setMw: number): Legality {
  const air: FrequencyRange[] = pack.adaptive ? [pack.adaptive] : pack.tuning;
  const whereAt = (mw: number): FrequencyRange[] =>
    overlaps(legalWindows(region, mw, pack.adaptive !== null), air).filter(
      (s) => s.highHz > s.lowHz || air.some((a) => a.lowHz === a.highHz && a.lowHz === s.lowHz),
    );
  const now = whereAt(setMw);
  if (now.length > 0) return { code: "fine", where: now };
  for (const mostMw of [...pack.powersMw].filter((mw) => mw < setMw).sort((a, b) => b - a)) {
    const where = whereAt(mostMw);
    if (where.length > 0) return { code: "power-too-high", setMw, mostMw, where };
  }
  const unruled = unruledRanges(region, air, pack.adaptive !== null);
  return unruled.length > 0 ? { code: "no-rule", where: unruled } : { code: "nowhere" };
}

/**
 * The same, and whether the frequency that it is on now is one of those.
 * @param onHz - what it is tuned to; null where nobody knows @param bandwidthHz - what it occupies
 *   there
 */
export function packLegalityAt(
  region: Region,
  pack: PackModel,
  setMw: number,
  onHz: number | null,
  bandwidthHz: number,
): Legality {
  const anywhere = packLegality(region, pack, setMw);
  if (anywhere.code !== "fine" || onHz === null || pack.adaptive) return anywhere;
  const isInside = legalWindows(region, setMw).some(
    (w) => onHz - bandwidthHz / 2 >= w.lowHz && onHz + bandwidthHz / 2 <= w.highHz,
  );
  if (isInside) return anywhere;
  const isUnruled =
    unruledRanges(region, [{ lowHz: onHz - bandwidthHz / 2, highHz: onHz + bandwidthHz / 2 }])
      .length > 0;
  return {
    code:
      isUnruled && !isForbidden(region, onHz, bandwidthHz)
        ? "tuned-to-unruled"
        : "tuned-to-forbidden",
    frequencyHz: onHz,
  };
}

/** Whether some part of a carrier lies where a band forbids. */
const isForbidden = (region: Region, onHz: number, bandwidthHz: number): boolean =>
  region.bands.some(
    (b) =>
      b.maxEirpMw === 0 && onHz + bandwidthHz / 2 > b.lowHz && onHz - bandwidthHz / 2 < b.highHz,
  );

export const ANTENNAS_PER_RECEIVER = 2;
/** How many antennas a receiver takes: two for diversity, none where they do not come off. */
export const antennasOf = (receiver: ReceiverModel): number =>
  receiver.antennaConnector === "fixed"
    ? 0
    : receiver.diversity === "none"
      ? 1
      : ANTENNAS_PER_RECEIVER;
