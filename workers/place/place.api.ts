import { defined, itemAt, numberAt, sampleAt } from "~/core/units/items";
import { contours } from "d3";
import type { FloorPlan, PlacedAntenna, PlanPoint } from "~/core/location/floorPlan";
import { type WalkForecast, walkForecast } from "~/core/location/forecast";
import {
  type AntennaCoverage,
  antennaCoverageSteps,
  withBody,
  worstCell,
} from "~/core/location/planCoverage";
import {
  gridSpots,
  placeAntennas,
  type Placement,
  type RankedHelp,
  type WalkedPack,
  whatHelps,
  type AtHand,
} from "~/core/location/search";
import { type TooStrong, tooStrong } from "~/core/location/tooHot";
import type { WalkPack, WalkReceiver } from "~/core/location/walk";

/** Somebody's walk, and how it is heard. */
export interface AskedWalk extends WalkedPack {
  receiver: WalkReceiver;
}

export interface MapAsked {
  plan: FloorPlan;
  pack: WalkPack;
  receiver: WalkReceiver;
  /** As in the core: null is the worst way in each place. */
  facingDeg: number | null;
}

/** The margin over a plan, ready to be drawn. */
export interface PlanMap {
  cellM: number;
  isCoarse: boolean;
  /** Areas with at least so much in hand, as a path in metres. */
  bands: { fromDb: number; path: string }[];
  worst: (PlanPoint & { marginDb: number }) | null;
}

/** Limits of the bands on the map: under the first it does not hold. */
export const BANDS_DB = [0, 10, 20, 30] as const;
const MAX_CELLS = 48_000;
const COARSE_CELLS = 2600;
const FINEST_M = 0.25;
/** A slice of work before looking whether something newer is wanted. */
const SLICE_MS = 25;
const MAX_KEPT = 24;

const cellFor = ({ widthM, heightM }: FloorPlan, most: number): number =>
  Math.max(FINEST_M, Math.sqrt((widthM * heightM) / most));

/**
 * Maps and forecasts, the newest question first: an older one is given up as soon as a newer has
 * come.
 */
export class PlaceMaps {
  private newest = 0;
  private readonly kept = new Map<string, AntennaCoverage>();

  /** @param nowMs - a clock, to give way from time to time @param pause - lets other messages in */
  constructor(
    private readonly nowMs: () => number,
    private readonly pause: () => Promise<void>,
  ) {}

  /** The map, coarse first, then fine. @returns whether it was finished */
  async map(asked: MapAsked, onMap: (map: PlanMap) => void): Promise<boolean> {
    this.newest += 1;
    const mine = this.newest;
    const heard = asked.plan.antennas.slice(0, asked.receiver.isDiversity ? 2 : 1);
    if (heard.length === 0) return true;
    const cells = [cellFor(asked.plan, COARSE_CELLS), cellFor(asked.plan, MAX_CELLS)];
    for (const [i, cellM] of cells.entries()) {
      const maps: AntennaCoverage[] = [];
      for (const antenna of heard) {
        const map = await this.antenna(asked, antenna, cellM, () => this.newest !== mine);
        if (!map) return false;
        maps.push(map);
      }
      onMap(drawn(asked, maps, i === 0 && numberAt(cells, 1) < cellM));
      await this.pause();
      if (this.newest !== mine) return false;
    }
    return true;
  }

  private async antenna(
    { plan, pack, receiver }: MapAsked,
    antenna: PlacedAntenna,
    cellM: number,
    isStale: () => boolean,
  ): Promise<AntennaCoverage | null> {
    const { walks: _, areas: __, antennas: ___, atHand: ____, cart: _____, ...rest } = plan;
    const key = JSON.stringify([rest, pack, receiver, antenna, cellM]);
    const known = this.kept.get(key);
    if (known) return known;
    const steps = antennaCoverageSteps({ plan, pack, receiver: receiver.figures, cellM }, antenna);
    let sliceMs = this.nowMs();
    for (;;) {
      const { done, value } = steps.next();
      if (done) {
        if (this.kept.size >= MAX_KEPT) this.kept.delete(defined(this.kept.keys().next().value));
        this.kept.set(key, value);
        return value;
      }
      if (this.nowMs() - sliceMs > SLICE_MS) {
        await this.pause();
        if (isStale()) return null;
        sliceMs = this.nowMs();
      }
    }
  }
}

function drawn(
  { plan, pack, facingDeg }: MapAsked,
  maps: readonly AntennaCoverage[],
  isCoarse: boolean,
): PlanMap {
  const [{ columns, rows, cellM }] = [itemAt(maps, 0)];
  const margins = withBody(plan, pack.wear, facingDeg, maps);
  // a border of what lies next to it, so that areas end at the plan's edge and not half a cell
  // inside
  const [wide, high] = [columns + 2, rows + 2];
  const padded = Array.from({ length: wide * high }, (_, i) => {
    const [x, y] = [
      Math.min(columns - 1, Math.max(0, (i % wide) - 1)),
      Math.min(rows - 1, Math.max(0, Math.floor(i / wide) - 1)),
    ];
    return sampleAt(margins, y * columns + x);
  });
  const shapes = contours()
    .size([wide, high])
    .thresholds([...BANDS_DB])(padded);
  const at = (v: number) => ((v - 1) * cellM).toFixed(2);
  return {
    cellM,
    isCoarse,
    worst: worstCell(plan, itemAt(maps, 0), margins),
    bands: shapes.map((s) => ({
      fromDb: s.value,
      path: s.coordinates
        .flat()
        .map((ring) => `M${ring.map(([x, y]) => `${at(defined(x))},${at(defined(y))}`).join("L")}Z`)
        .join(""),
    })),
  };
}

/** Somebody's walk, and the powers that the pack has. */
export interface WalkOfPowers extends AskedWalk {
  powersMw: readonly number[];
}

/** What a plan says of its walks. */
export interface WalksTold {
  forecasts: WalkForecast[];
  tooStrong: TooStrong;
}

/** Each walk's forecast, and what comes too near an antenna on it. */
export const told = (plan: FloorPlan, walks: readonly WalkOfPowers[]): WalksTold => ({
  forecasts: forecasts(plan, walks),
  tooStrong: tooStrong(plan, walks),
});

/** Each walk's forecast. */
export const forecasts = (plan: FloorPlan, walks: readonly AskedWalk[]): WalkForecast[] =>
  walks.map((w) => walkForecast(plan, w.walk, w.pack, plan.antennas, w.receiver));

/**
 * Where stands may be put: where the plan says so, or anywhere on a grid of about so many places.
 */
export function spotsOf(plan: FloorPlan, about: number): AtHand["spots"] {
  const heightM = Math.min(2.5, plan.atHand.mastM);
  if (plan.atHand.stands.length > 0) return plan.atHand.stands.map((s) => ({ ...s, heightM }));
  return gridSpots(plan, Math.max(1.5, Math.sqrt((plan.widthM * plan.heightM) / about)), heightM);
}

/** The receiver that all walks are judged by, where they differ: the hardest to please. */
const hardest = (walks: readonly AskedWalk[]): WalkReceiver =>
  walks
    .map((w) => w.receiver)
    .reduce((a, b) =>
      Number(a.isDiversity) * 100 - a.figures.requiredSnrDb - a.figures.noiseFigureDb <=
      Number(b.isDiversity) * 100 - b.figures.requiredSnrDb - b.figures.noiseFigureDb
        ? a
        : b,
    );

const HELP_SPOTS = 40;
const PLACEMENT_SPOTS = 200;

export const helps = (
  plan: FloorPlan,
  walks: readonly AskedWalk[],
  mostPowersDbm: readonly number[],
  onProgress: (share: number) => void,
): RankedHelp[] =>
  walks.length === 0
    ? []
    : whatHelps(
        {
          plan,
          walks,
          receiver: hardest(walks),
          atHand: {
            spots: spotsOf(plan, HELP_SPOTS),
            kinds: plan.atHand.kinds,
            mastM: plan.atHand.mastM,
            mostPowersDbm,
          },
        },
        onProgress,
      );

export const placement = (
  plan: FloorPlan,
  walks: readonly AskedWalk[],
  onProgress: (share: number) => void,
): Placement | null =>
  walks.length === 0
    ? null
    : placeAntennas(
        {
          plan,
          walks,
          receiver: hardest(walks),
          spots: spotsOf(plan, PLACEMENT_SPOTS),
          kinds: plan.atHand.kinds,
        },
        onProgress,
      );
