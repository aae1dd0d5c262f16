import type { FrequencyRange } from "~/core/regulations/region";
import { defined } from "~/core/units/items";
import { dbToPowerRatio, powerRatioToDb } from "~/core/units/decibels";

/** Something strong that the scan heard: a station or a carrier. */
export interface StrongSignal extends FrequencyRange {
  /** All of its power at the antenna. */
  dbm: number;
  channel: number | null;
}

/** Receivers that hear the same antennas through the same chain. */
export interface FedHere {
  label: string;
  receivers: readonly { label: string; overloadDbm: number; tuning: readonly FrequencyRange[] }[];
  /** What the chain does at a frequency, decibels. */
  gainDb: (frequencyHz: number) => number;
  /** What its filter lets through; null: everything. */
  passes: FrequencyRange | null;
}

/** How near a receiver comes to overload by all that its antennas bring. */
export interface FeedLoad {
  feed: string;
  receiver: string;
  /** What all of it together comes to at the receiver's sockets. */
  arrivingDbm: number;
  overloadDbm: number;
  /** The largest part of it. */
  strongest: StrongSignal & { arrivingDbm: number };
}

/** Under this distance from overload a feed is told of (common practice, no published source). */
export const NEAR_OVERLOAD_DB = 6;
/** A receiver's own filter leaves little of what lies this far off (common practice, no source). */
const FRONT_END_HZ = 20e6;

/**
 * Feeds whose gain brings the strong signals of a scan near to what a receiver bears: the powers of
 * all within its own filter, added up behind the chain. Held against the receiver that bears least.
 */
export function feedLoads(signals: readonly StrongSignal[], feeds: readonly FedHere[]): FeedLoad[] {
  return feeds.flatMap(({ label, receivers, gainDb, passes }) => {
    const loads = receivers.flatMap((receiver): FeedLoad[] => {
      const arriving = signals
        .filter(
          (s) =>
            (passes === null || (s.highHz > passes.lowHz && s.lowHz < passes.highHz)) &&
            receiver.tuning.some(
              (t) => s.highHz > t.lowHz - FRONT_END_HZ && s.lowHz < t.highHz + FRONT_END_HZ,
            ),
        )
        .map((s) => ({ ...s, arrivingDbm: s.dbm + gainDb((s.lowHz + s.highHz) / 2) }));
      if (arriving.length === 0) return [];
      const arrivingDbm = powerRatioToDb(
        arriving.reduce((sum, s) => sum + dbToPowerRatio(s.arrivingDbm), 0),
      );
      const [first, ...rest] = arriving;
      const strongest = rest.reduce(
        (most, s) => (s.arrivingDbm > most.arrivingDbm ? s : most),
        defined(first),
      );
      return [
        {
          feed: label,
          receiver: receiver.label,
          arrivingDbm,
          overloadDbm: receiver.overloadDbm,
          strongest,
        },
      ];
    });
    const headroomDb = (l: FeedLoad) => l.overloadDbm - l.arrivingDbm;
    const worst = loads.sort((a, b) => headroomDb(a) - headroomDb(b))[0];
    return worst && headroomDb(worst) < NEAR_OVERLOAD_DB ? [worst] : [];
  });
}
