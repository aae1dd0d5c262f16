// Innermost loops: every index is bounded by the loop that counts it, and a checked accessor makes
// them two to seven times slower (measured side by side, docs/decisions.md).
/* eslint-disable @typescript-eslint/no-non-null-assertion */
import { itemAt, lastOf } from "~/core/units/items";
import type { FloorPlan, PlacedAntenna, Walk } from "~/core/location/floorPlan";
import { type PlanPack, planLink } from "~/core/location/planLink";
import {
  inSight,
  kFactorDb,
  type WalkPack,
  walkPoints,
  type WalkReceiver,
} from "~/core/location/walk";
import { wavelengthM } from "~/core/radio/propagation";
import { fieldCorrelation } from "~/core/radio/fading";
import { airNoiseDbm } from "./air";
import { PORT_ELLERY_PLANS } from "./portElleryPlans";
import type { RigPack } from "./rig";
import { mwToDbm } from "~/core/units/decibels";
import { type Site } from "./site";
import type { SimulatedTruth } from "./simulatedTruth";
import { gaussian, seededRandom } from "~/core/units/random";

export interface SimulatedWalk {
  /** Levels at the receiver's input, so many a second. */
  readings: { atS: number; aDbm: number; bDbm: number | null }[];
  seconds: number;
  dropouts: number;
  /** Share of the time. */
  outage: number;
  longestMs: number;
}

export interface WalkSimulation {
  plan: FloorPlan;
  truth: SimulatedTruth;
  walk: Walk;
  pack: WalkPack;
  antennas: readonly PlacedAntenna[];
  receiver: WalkReceiver;
  seed: number;
  laps: number;
  readingsPerS: number;
}

/** What practice is asked to walk. */
export interface WalkAsked {
  packKey: string;
  /** As the mixer drew it; a practice place keeps to its own walls. */
  plan: FloorPlan;
  walk: Walk;
  antennas: PlacedAntenna[];
  pack: WalkPack;
  receiver: WalkReceiver;
  seed: number;
}

const READINGS_PER_S = 5;

/**
 * One lap of a walk with a practice pack at a practice place: its own walls and what is peculiar to
 * it, its own noise; the antennas as they were put.
 */
export function rigWalk(
  site: Site,
  pack: Pick<RigPack, "powerMw" | "wear" | "frequencyHz">,
  { plan, walk, antennas, pack: worn, receiver, seed }: WalkAsked,
): SimulatedWalk {
  const own = PORT_ELLERY_PLANS[site.key];
  const { walls, obstacles, model, room } = own ? own.plan(() => null) : plan;
  const { bandwidthHz } = receiver.figures;
  return simulateWalk({
    plan: { ...plan, walls, obstacles, model, room },
    truth: own?.truth ?? PLAIN_TRUTH,
    walk,
    antennas,
    receiver,
    seed,
    laps: 1,
    readingsPerS: READINGS_PER_S,
    pack: {
      ...worn,
      txPowerDbm: mwToDbm(pack.powerMw),
      wear: pack.wear,
      frequencyHz: pack.frequencyHz > 0 ? pack.frequencyHz : worn.frequencyHz,
      interference: [{ label: "air", dbm: airNoiseDbm(site.air, worn.frequencyHz, bandwidthHz) }],
    },
  });
}

const PLAIN_TRUTH: SimulatedTruth = { generalDb: 0, perWallDb: 0, behindBodyDb: 0, shadowDb: 2 };

const PATHS = 32;
const SAMPLES_PER_S = 250;
/** Shadowing keeps for some metres. */
const SHADOW_WAVES = 6;
const SHADOW_LONGEST_M = 8;

/**
 * A pack carried along a walk in the simulated air: what reaches each antenna by the plan and by
 * what this place has beside the book, with scatter from all around (a sum of 32 rays, Clarke's
 * model) and a standing direct ray where there is sight; the second antenna's scatter is as alike
 * the first one's as their spacing makes it. A dropout is where the better antenna (the only one,
 * without diversity) falls under what the receiver needs.
 */
export function simulateWalk({
  plan,
  truth,
  walk,
  pack,
  antennas,
  receiver,
  seed,
  laps,
  readingsPerS,
}: WalkSimulation): SimulatedWalk {
  const pair = antennas.slice(0, receiver.isDiversity ? 2 : 1);
  const real: FloorPlan = {
    ...plan,
    fit: {
      atMs: 0,
      readings: 0,
      biasDb: 0,
      errorDb: 0,
      errorAfterDb: 0,
      general: sure(truth.generalDb),
      perWall: sure(truth.perWallDb),
      behindBody: sure(truth.behindBodyDb),
    },
  };
  const points = walkPoints(walk).map((p) => {
    const here: PlanPack = {
      ...pack,
      x: p.x,
      y: p.y,
      facingDeg: pack.facingDeg === "along" ? p.headingDeg : pack.facingDeg,
    };
    return {
      ...p,
      links: pair.map((a) => planLink(real, here, a, receiver.figures)),
      k: pair.map((a) => kFactorDb(plan, inSight(plan, here, a))),
    };
  });
  const spacingM =
    pair.length === 2
      ? Math.hypot(
          itemAt(pair, 0).x - itemAt(pair, 1).x,
          itemAt(pair, 0).y - itemAt(pair, 1).y,
          itemAt(pair, 0).heightM - itemAt(pair, 1).heightM,
        )
      : 0;
  const alike = pair.length === 2 ? fieldCorrelation(spacingM, pack.frequencyHz) : 0;
  const seconds = lastOf(points).atS;
  const samples = Math.max(1, Math.floor(seconds * SAMPLES_PER_S));
  const every = Math.max(1, Math.round(SAMPLES_PER_S / readingsPerS));
  const random = seededRandom(seed);
  // this place's shadows stay where they are
  const shadowRandom = seededRandom(Math.round(truth.generalDb * 1000) + 77);
  const shadows = pair.map(() =>
    Array.from({ length: SHADOW_WAVES }, (_, i) => ({
      perM: (2 * Math.PI * (i + 1)) / SHADOW_LONGEST_M,
      phase: shadowRandom() * 2 * Math.PI,
      db: truth.shadowDb * Math.sqrt(2 / SHADOW_WAVES),
    })),
  );
  const readings: SimulatedWalk["readings"] = [];
  let [dropouts, out, longest, run] = [0, 0, 0, 0];
  const { sqrt, log10, sin, min } = Math;
  for (let lap = 0; lap < laps; lap += 1) {
    const own = pair.map(() =>
      scatter(
        random,
        (walk.speedMps / SAMPLES_PER_S / wavelengthM(pack.frequencyHz)) * 2 * Math.PI,
      ),
    );
    const directPhase = pair.map(() => random() * 2 * Math.PI);
    let at = 0;
    for (let n = 0; n < samples; n += 1) {
      const s = n / SAMPLES_PER_S;
      while (at < points.length - 2 && points[at + 1]!.atS < s) at += 1;
      const [p, q] = [points[at]!, points[at + 1]!];
      const share = min(1, (s - p.atS) / (q.atS - p.atS));
      const metres = p.atM + (q.atM - p.atM) * share;
      const fields = own.map((o) => o.step());
      let isOut = true as boolean;
      const levels = pair.map((_, b) => {
        const near = share < 0.5 ? p : q;
        const mean =
          p.links[b]!.receivedDbm +
          (q.links[b]!.receivedDbm - p.links[b]!.receivedDbm) * share +
          shadows[b]!.reduce((sum, w) => sum + w.db * sin(w.perM * metres + w.phase), 0);
        // the second branch shares with the first what their spacing leaves alike
        const [re, im] =
          b === 0
            ? itemAt(fields, 0)
            : [
                alike * itemAt(fields, 0)[0] + sqrt(1 - alike * alike) * itemAt(fields, 1)[0],
                alike * itemAt(fields, 0)[1] + sqrt(1 - alike * alike) * itemAt(fields, 1)[1],
              ];
        const k = near.k[b] === null ? 0 : 10 ** (near.k[b]! / 10);
        const direct = sqrt(k / (k + 1));
        const [hr, hi] = [
          direct * Math.cos(directPhase[b]!) + re / sqrt(k + 1),
          direct * sin(directPhase[b]!) + im / sqrt(k + 1),
        ];
        const level = mean + 10 * log10(hr * hr + hi * hi + 1e-12);
        if (level >= near.links[b]!.sensitivityDbm) isOut = false;
        return { level, noise: near.links[b]!.noiseFloorDbm };
      });
      if (isOut) {
        if (run === 0) dropouts += 1;
        run += 1;
        out += 1;
        longest = Math.max(longest, run);
      } else run = 0;
      if (lap === 0 && n % every === 0)
        readings.push({
          atS: s,
          aDbm: heard(itemAt(levels, 0)),
          bDbm: levels[1] ? heard(levels[1]) : null,
        });
    }
    run = 0;
  }
  return {
    readings,
    seconds: seconds * laps,
    dropouts,
    outage: out / (samples * laps),
    longestMs: (longest / SAMPLES_PER_S) * 1000,
  };
}

const sure = (db: number) => ({ db, uncertaintyDb: 0 });
const heard = ({ level, noise }: { level: number; noise: number }): number =>
  10 * Math.log10(10 ** (level / 10) + 10 ** (noise / 10));

/**
 * A field of unit mean power made of rays from all around, sample by sample. @param turnRad - of a
 * ray from straight ahead, per sample
 */
function scatter(random: () => number, turnRad: number): { step: () => [number, number] } {
  const rays = Array.from({ length: PATHS }, () => {
    const by = turnRad * Math.cos(random() * 2 * Math.PI);
    const [re, im] = [gaussian(random), gaussian(random)];
    const size = 1 / Math.sqrt(2 * PATHS);
    return { re: re * size, im: im * size, cos: Math.cos(by), sin: Math.sin(by) };
  });
  return {
    step() {
      let [x, y] = [0, 0];
      for (const ray of rays) {
        const re = ray.re * ray.cos - ray.im * ray.sin;
        ray.im = ray.re * ray.sin + ray.im * ray.cos;
        ray.re = re;
        x += re;
        y += ray.im;
      }
      return [x, y];
    },
  };
}
