import { numberAt } from "~/core/units/items";
import { planLink, type PlanPack } from "./planLink";
import type { FloorPlan, PlacedAntenna, Walk } from "./floorPlan";
import { fitWalk, type WalkFit, type WalkReading } from "./walkFit";
import type { TimedReading } from "./walkReadings";
import {
  heardDropoutMarginDb,
  heldPiecesM,
  limitsOfFigure,
  OVER_NOISE_DB,
  type SeenWalk,
} from "./seenWalk";
import { pointAlong, walkLengthM, type WalkPack, type WalkReceiver } from "./walk";

export interface TestedWalk {
  walk: Walk;
  pack: WalkPack;
  receiver: WalkReceiver;
  /** What the receiver read, by itself. */
  readings: readonly TimedReading[];
  /** What a person told; absent: nobody did. */
  seen?: SeenWalk;
}

/** What was found at a stretch of a walk, beside what was reckoned by the book there. */
export interface WalkWindow extends WalkReading {
  walkId: string;
  /** Null: whichever of them was better. */
  antenna: number | null;
  atM: number;
  /** What the receiver needs there. */
  needDbm: number;
}

export interface WalkTestAnswer {
  windows: WalkWindow[];
  /** Each reading where it was taken, as the margin that it was. */
  points: { walkId: string; atM: number; aDb: number; bDb: number | null }[];
  fit: WalkFit;
  /** Windows that lay in the noise: all they say is that it was no more than that. */
  inNoise: number;
}

/** What is known of one walk when all of it is told: the short of it, for the day. */
export interface WalkedResult {
  /** Where it dropped, along the walk. */
  droppedAtM: number[];
  lengthM: number;
  /** The least that was read over what the receiver needs, dB; null where nothing was read. */
  leastMarginDb: number | null;
}

/**
 * Local means are taken over so much of the way: tens of wavelengths take the fading out (Lee 1985,
 * from memory: 20 to 40 λ; two metres are 3 to 4 λ, so some scatter stays).
 */
const WINDOW_M = 2;

/** What the book reckons for one antenna somewhere along a walk. */
function reckonerOf(book: FloorPlan, tested: TestedWalk, antennas: readonly PlacedAntenna[]) {
  const { walk, pack, receiver } = tested;
  const links = antennas.map((antenna) => (m: number) => {
    const p = pointAlong(walk, m);
    const here: PlanPack = {
      ...pack,
      x: p.x,
      y: p.y,
      facingDeg: pack.facingDeg === "along" ? p.headingDeg : pack.facingDeg,
    };
    return planLink(book, here, antenna, receiver.figures);
  });
  return { links, lengthM: walkLengthM(walk) };
}

/**
 * What walks told against what the book reckons, and this place's corrections by maximum
 * likelihood. Readings go from the walk's first point to its last, evenly in time. The plan's own
 * earlier corrections are left out: what is found stands for all of it.
 * @param antennas - as they stood while it was walked
 */
export function walkTest(
  plan: FloorPlan,
  antennas: readonly PlacedAntenna[],
  walks: readonly TestedWalk[],
): WalkTestAnswer {
  const book: FloorPlan = { ...plan, fit: null };
  const windows: WalkWindow[] = [];
  const points: WalkTestAnswer["points"] = [];
  let inNoise = 0;
  for (const tested of walks) {
    const pair = antennas.slice(0, tested.receiver.isDiversity ? 2 : 1);
    const reckoner = reckonerOf(book, tested, pair);
    const read = readWindows(tested, reckoner);
    windows.push(...read.windows, ...seenWindows(tested, pair, reckoner));
    points.push(...read.points);
    inNoise += read.inNoise;
  }
  return { windows, points, fit: fitWalk(windows), inNoise };
}

/** With less direct than this there is none. */
const MIN_K_DB = -10;

type Reckoner = ReturnType<typeof reckonerOf>;

function readWindows({ walk, readings }: TestedWalk, { links, lengthM }: Reckoner) {
  const windows: WalkWindow[] = [];
  const points: WalkTestAnswer["points"] = [];
  let inNoise = 0;
  const [fromS, toS] = [readings[0]?.atS ?? 0, readings.at(-1)?.atS ?? 1];
  const placed = readings.map((r) => ({
    ...r,
    atM: ((r.atS - fromS) / Math.max(1e-9, toS - fromS)) * lengthM,
  }));
  const needs = links.map((l) => l(0).sensitivityDbm);
  for (const r of placed)
    points.push({
      walkId: walk.id,
      atM: r.atM,
      aDb: r.aDbm - numberAt(needs, 0),
      bDb: r.bDbm === null || needs[1] === undefined ? null : r.bDbm - needs[1],
    });
  for (let start = 0; start < lengthM; start += WINDOW_M) {
    const inside = placed.filter((r) => r.atM >= start && r.atM < start + WINDOW_M);
    if (inside.length === 0) continue;
    const middleM = Math.min(lengthM, start + WINDOW_M / 2);
    links.forEach((l, antenna) => {
      const levels = inside.flatMap((r) =>
        antenna === 0 ? [r.aDbm] : r.bDbm === null ? [] : [r.bDbm],
      );
      if (levels.length === 0) return;
      const link = l(middleM);
      const meanMw = levels.reduce((sum, dbm) => sum + 10 ** (dbm / 10), 0) / levels.length;
      // a receiver reads signal and noise together
      const signalDbm = 10 * Math.log10(Math.max(0, meanMw - 10 ** (link.noiseFloorDbm / 10)));
      const inNoiseDbm = link.noiseFloorDbm + OVER_NOISE_DB;
      const isInNoise = 10 * Math.log10(meanMw) < inNoiseDbm || !Number.isFinite(signalDbm);
      if (isInNoise) inNoise += 1;
      windows.push({
        walkId: walk.id,
        antenna,
        atM: middleM,
        lowDbm: isInNoise ? null : signalDbm,
        highDbm: isInNoise ? inNoiseDbm : signalDbm,
        predictedDbm: link.receivedDbm,
        wallCount: link.wallCount,
        isBehindBody: link.isBehindBody,
        needDbm: link.sensitivityDbm,
      });
    });
  }
  return { windows, points, inNoise };
}

/** What a person told is of the better antenna: the receiver took that one. */
function seenWindows(
  { walk, pack, seen }: TestedWalk,
  pair: readonly PlacedAntenna[],
  { links, lengthM }: Reckoner,
): WalkWindow[] {
  if (!seen) return [];
  const [a, b] = pair;
  const antennaSpacingM = a && b ? Math.hypot(a.x - b.x, a.y - b.y, a.heightM - b.heightM) : 0;
  const heardBy = new Map<number, number>();
  const heardDb = (kFactorDb: number): number => {
    const k = Math.max(MIN_K_DB, Math.round(kFactorDb));
    const known =
      heardBy.get(k) ??
      heardDropoutMarginDb({
        isDiversity: pair.length > 1,
        kFactorDb: k === MIN_K_DB ? null : k,
        antennaSpacingM,
        frequencyHz: pack.frequencyHz,
        speedMps: walk.speedMps,
      });
    heardBy.set(k, known);
    return known;
  };
  const window = (
    atM: number,
    limits: (
      there: ReturnType<Reckoner["links"][number]>,
    ) => Pick<WalkWindow, "lowDbm" | "highDbm">,
  ): WalkWindow => {
    const all = links.map((l) => l(Math.min(lengthM, atM)));
    const there = all.reduce((x, y) => (y.marginDb > x.marginDb ? y : x));
    return {
      walkId: walk.id,
      antenna: null,
      atM,
      ...limits(there),
      predictedDbm: there.receivedDbm,
      wallCount: there.wallCount,
      isBehindBody: there.isBehindBody,
      needDbm: there.sensitivityDbm,
    };
  };
  const dropsDbm = ({ sensitivityDbm, kFactorDb }: ReturnType<Reckoner["links"][number]>) =>
    sensitivityDbm + heardDb(kFactorDb);
  return [
    ...seen.points.map((p) =>
      window(p.atM, (there) =>
        p.sign === "dropped"
          ? { lowDbm: null, highDbm: dropsDbm(there) }
          : limitsOfFigure(p.figure, there.sensitivityDbm, there.noiseFloorDbm),
      ),
    ),
    ...heldPiecesM(seen).map((atM) =>
      window(atM, (there) => ({ lowDbm: dropsDbm(there), highDbm: null })),
    ),
  ];
}

/** The short of what was told of each walk. */
export function walkedResults(
  walks: readonly TestedWalk[],
  windows: readonly WalkWindow[],
): Map<string, WalkedResult> {
  return new Map(
    walks.map(({ walk }) => {
      const drops = walks
        .filter((w) => w.walk.id === walk.id)
        .flatMap((w) => w.seen?.points.filter((p) => p.sign === "dropped") ?? [])
        .map((p) => p.atM)
        .sort((a, b) => a - b);
      return [
        walk.id,
        {
          droppedAtM: drops,
          lengthM: walkLengthM(walk),
          leastMarginDb: leastRead(windows.filter((w) => w.walkId === walk.id)),
        },
      ];
    }),
  );
}

/** Where both antennas were read the better one counts. */
function leastRead(windows: readonly WalkWindow[]): number | null {
  const best = new Map<number, number>();
  for (const { atM, antenna, highDbm, lowDbm, needDbm } of windows) {
    // limits of a person's ear are no readings
    const readDbm = antenna === null && lowDbm !== highDbm ? null : highDbm;
    if (readDbm !== null) best.set(atM, Math.max(best.get(atM) ?? -Infinity, readDbm - needDbm));
  }
  return best.size === 0 ? null : Math.min(...best.values());
}
