import type { FrequencyRange } from "~/core/regulations/region";
import { cheapestMatch } from "~/core/units/cheapestMatch";
import { itemAt } from "~/core/units/items";
import { antennaRange, hasSockets, isJoined, type KitAntenna, outsideLossDb } from "./antennas";
import { type Distribution, distributionOf } from "./distribution";
import { antennasOf } from "./match";
import type { Kit, ReceiverModel } from "./models";

/** A receiver of the kit, with what its channels are set to. */
export interface FedReceiver {
  key: string;
  label: string;
  model: ReceiverModel;
  /** What its channels are set to; empty where nothing is yet. */
  frequenciesHz: readonly number[];
}

/** A pair of sockets that antennas are screwed on: a receiver's, or a distribution's. */
export interface AntennaSeat {
  key: string;
  label: string;
  kind: "receiver" | "distribution";
  connector: string;
  /** How many antennas it takes. */
  count: number;
  /** What they must serve. */
  frequenciesHz: number[];
  receivers: string[];
}

/** One socket, with the antenna that goes there; null where none is left for it. */
export interface SeatedAntenna {
  seat: AntennaSeat;
  socket: "A" | "B";
  antenna: KitAntenna | null;
  /** What it loses at the worst of its frequencies; null where its range is not marked. */
  lossDb: number | null;
}

/** Ends and middle of what is tuned: an antenna must serve all of it while nothing is set. */
const needed = ({ model, frequenciesHz }: FedReceiver): number[] => {
  if (frequenciesHz.length > 0) return [...frequenciesHz];
  const ends = model.tuning.flatMap((t) => [t.lowHz, t.highHz]);
  return ends.length === 0 ? [] : [Math.min(...ends), Math.max(...ends)];
};

/**
 * Where antennas are needed: at each receiver whose sockets are its own, and at each distribution
 * that begins a tree.
 */
export function antennaSeats(
  receivers: readonly FedReceiver[],
  distributions: readonly Distribution[],
): AntennaSeat[] {
  const own = receivers.filter((r) => hasSockets(r.model) && !distributionOf(distributions, r.key));
  return [
    ...distributions
      .filter((d) => d.fedBy === null && d.outputs.length > 0)
      .map((d): AntennaSeat => {
        const below = (at: Distribution, seen: ReadonlySet<string>): Distribution[] => [
          at,
          ...distributions
            .filter((x) => x.fedBy === at.id && !seen.has(x.id))
            .flatMap((x) => below(x, new Set([...seen, at.id]))),
        ];
        const fed = below(d, new Set()).flatMap((x) =>
          receivers.filter((r) => x.outputs.some((o) => o.receiverKey === r.key)),
        );
        return {
          key: d.id,
          label: d.label,
          kind: "distribution",
          connector: d.connector,
          count: Math.max(1, ...fed.map((r) => antennasOf(r.model))),
          frequenciesHz: fed.flatMap(needed),
          receivers: fed.map((r) => r.label),
        };
      }),
    ...own.map((r): AntennaSeat => ({
      key: r.key,
      label: r.label,
      kind: "receiver",
      connector: r.model.antennaConnector,
      count: antennasOf(r.model),
      frequenciesHz: needed(r),
      receivers: [r.label],
    })),
  ];
}

/** An antenna whose range nobody marked is taken last; so is one that could stand elsewhere. */
const UNMARKED_DB = 3;
const STAND_DB = 0.2;
const WORTH_DB = 0.01;

/** What an antenna costs at a seat; infinite where it cannot be screwed on. */
function costDb(antenna: KitAntenna, range: FrequencyRange | null, seat: AntennaSeat): number {
  if (antenna.owner === "pack" || !isJoined(antenna, seat.connector)) return Infinity;
  // a bare whip at the end of a cable lacks the other half of itself
  if (seat.kind === "distribution" && antenna.kind === "whip-quarter") return Infinity;
  const outside = worstLossDb(range, seat.frequenciesHz);
  const width = range === null ? 0 : (range.highHz - range.lowHz) / range.highHz;
  return (
    (outside ?? UNMARKED_DB) +
    (seat.kind === "receiver" && antenna.owner === "stand" ? STAND_DB : 0) +
    // of two that serve alike the narrower is taken: a wide one serves elsewhere too
    WORTH_DB * width
  );
}

/** The most that an antenna loses over frequencies; null where its range is not known. */
const worstLossDb = (
  range: FrequencyRange | null,
  frequenciesHz: readonly number[],
): number | null =>
  range === null ? null : Math.max(0, ...frequenciesHz.map((f) => outsideLossDb(range, f) ?? 0));

/**
 * Which antenna goes on which socket: each once, as many sockets served as can be, the least lost
 * over all of them together.
 */
export function seatAntennas(
  kit: Pick<Kit, "receivers" | "packs">,
  antennas: readonly KitAntenna[],
  seats: readonly AntennaSeat[],
): SeatedAntenna[] {
  const sockets = seats.flatMap((seat) =>
    (["A", "B"] as const).slice(0, seat.count).map((socket) => ({ seat, socket })),
  );
  const ranges = antennas.map((a) => antennaRange(kit, a));
  const match = cheapestMatch(
    sockets.map(({ seat }) => antennas.map((a, i) => costDb(a, ranges[i] ?? null, seat))),
  );
  return sockets.map(({ seat, socket }, i) => {
    const at = match[i] ?? -1;
    const antenna = at < 0 ? null : itemAt(antennas, at);
    return {
      seat,
      socket,
      antenna,
      lossDb: antenna ? worstLossDb(ranges[at] ?? null, seat.frequenciesHz) : null,
    };
  });
}

/** An antenna that a set of frequencies leaves outside what it covers. */
export interface OutOfRange {
  seat: string;
  antenna: KitAntenna;
  range: FrequencyRange;
  frequencyHz: number;
  lossDb: number;
}

/** Losses under this are not worth a word. */
const TOLD_DB = 0.5;

/** Antennas, where they are seated, that the frequencies of their receivers are out of range of. */
export function antennasOutOfRange(
  kit: Pick<Kit, "receivers" | "packs">,
  seated: readonly SeatedAntenna[],
): OutOfRange[] {
  return seated.flatMap(({ seat, antenna }) => {
    const range = antenna && antennaRange(kit, antenna);
    if (!antenna || !range) return [];
    return seat.frequenciesHz
      .map((frequencyHz) => ({ frequencyHz, lossDb: outsideLossDb(range, frequencyHz) ?? 0 }))
      .filter((x) => x.lossDb >= TOLD_DB)
      .sort((a, b) => b.lossDb - a.lossDb)
      .slice(0, 1)
      .map((x) => ({ seat: seat.label, antenna, range, ...x }));
  });
}
