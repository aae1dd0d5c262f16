// Innermost loops: every index is bounded by the loop that counts it, and a checked accessor makes
// them two to seven times slower (measured side by side, docs/decisions.md).
/* eslint-disable @typescript-eslint/no-non-null-assertion */
import { itemAt, lastOf } from "~/core/units/items";
import type { FloorPlan, PlacedAntenna, Walk } from "~/core/location/floorPlan";
import { type WalkPack, walkPoints, type WalkReceiver } from "~/core/location/walk";
import { wavelengthM } from "~/core/radio/propagation";
import { airNoiseDbm } from "./air";
import { PORT_ELLERY_PLANS } from "./portElleryPlans";
import { chainOf, ownSideLossDb, type Ray, rayScene, raysTo } from "./rayAir";
import type { RigPack } from "./rig";
import { mwToDbm, powerSumDb } from "~/core/units/decibels";
import { PLAIN_LOSSES, type Site } from "./site";
import type { SimulatedLosses } from "./simulatedLosses";
import { hashText, seededRandom } from "~/core/units/random";

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
  truth: SimulatedLosses;
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
    truth: own?.truth ?? PLAIN_LOSSES,
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

const SAMPLES_PER_S = 250;
/** Rays are traced anew so often along a walk; between, they turn evenly. */
const TRACED_EVERY_M = 0.5;

/**
 * A pack carried along a walk in the simulated air ({@link rayScene}): what reaches each antenna as
 * the sum of its rays, their phases turning as it moves. On every lap people and things stand a
 * little elsewhere: what they throw back comes in another phase. A dropout is where the better
 * antenna (the only one, without diversity) falls under what the receiver needs.
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
  const scene = rayScene(plan, truth, hashText(JSON.stringify([truth, plan.widthM, plan.heightM])));
  const random = seededRandom(seed);
  const wearing = ownSideLossDb(pack.wear, seededRandom(hashText(walk.id + walk.name)));
  const chains = pair.map((a) => chainOf(pack, a, receiver.figures));
  const points = walkPoints(walk, TRACED_EVERY_M).map((p) => ({
    ...p,
    rays: pair.map((a) =>
      raysTo(
        scene,
        { x: p.x, y: p.y, heightM: pack.heightM },
        {
          wear: pack.wear,
          facingDeg: pack.facingDeg === "along" ? p.headingDeg : pack.facingDeg,
          ownSideLossDb: wearing,
          tiltDeg: pack.tiltDeg,
        },
        a,
        pack.frequencyHz,
      ),
    ),
  }));
  const seconds = lastOf(points).atS;
  const samples = Math.max(1, Math.floor(seconds * SAMPLES_PER_S));
  const every = Math.max(1, Math.round(SAMPLES_PER_S / readingsPerS));
  const perM = (2 * Math.PI) / wavelengthM(pack.frequencyHz);
  const readings: SimulatedWalk["readings"] = [];
  let [dropouts, out, longest, run] = [0, 0, 0, 0];
  for (let lap = 0; lap < laps; lap += 1) {
    // what one thing throws back reaches both antennas from where it stands now
    const moved = itemAt(points, 0).rays[0]!.map((r) => (r.isFixed ? 0 : 2 * Math.PI * random()));
    let at = -1;
    let sums: FieldSum[] = [];
    for (let n = 0; n < samples; n += 1) {
      const s = n / SAMPLES_PER_S;
      let next = Math.max(0, at);
      while (next < points.length - 2 && points[next + 1]!.atS <= s) next += 1;
      if (next !== at) {
        at = next;
        const [p, q] = [points[at]!, points[at + 1]!];
        const steps = Math.max(1, (q.atS - p.atS) * SAMPLES_PER_S);
        const done = (s - p.atS) * SAMPLES_PER_S;
        sums = pair.map((_, b) => fieldSum(p.rays[b]!, q.rays[b]!, moved, { perM, steps, done }));
      }
      const levels = sums.map((sum, b) => chains[b]!.gainDb + 10 * Math.log10(sum() + 1e-22));
      if (levels.every((dbm, b) => dbm < chains[b]!.sensitivityDbm)) {
        if (run === 0) dropouts += 1;
        run += 1;
        out += 1;
        longest = Math.max(longest, run);
      } else run = 0;
      if (lap === 0 && n % every === 0)
        readings.push({
          atS: s,
          aDbm: powerSumDb([levels[0]!, chains[0]!.noiseFloorDbm]),
          bDbm: levels[1] === undefined ? null : powerSumDb([levels[1], chains[1]!.noiseFloorDbm]),
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

/** Gives the power of the sum of rays, sample after sample. */
type FieldSum = () => number;

/** Rays from one traced point to the next. */
function fieldSum(
  from: readonly Ray[],
  to: readonly Ray[],
  moved: readonly number[],
  { perM, steps, done }: { perM: number; steps: number; done: number },
): FieldSum {
  const count = from.length;
  const [re, im, cos, sin, size, more] = Array.from(
    { length: 6 },
    () => new Float64Array(count),
  ) as [Float64Array, Float64Array, Float64Array, Float64Array, Float64Array, Float64Array];
  for (let r = 0; r < count; r += 1) {
    const by = (-perM * (to[r]!.lengthM - from[r]!.lengthM)) / steps;
    const phase = -perM * from[r]!.lengthM + moved[r]! + by * done;
    [re[r], im[r], cos[r], sin[r]] = [Math.cos(phase), Math.sin(phase), Math.cos(by), Math.sin(by)];
    more[r] = (to[r]!.amplitude - from[r]!.amplitude) / steps;
    size[r] = from[r]!.amplitude + more[r]! * done;
  }
  return () => {
    let [x, y] = [0, 0];
    for (let r = 0; r < count; r += 1) {
      x += size[r]! * re[r]!;
      y += size[r]! * im[r]!;
      const turned = re[r]! * cos[r]! - im[r]! * sin[r]!;
      im[r] = re[r]! * sin[r]! + im[r]! * cos[r]!;
      re[r] = turned;
      size[r]! += more[r]!;
    }
    return x * x + y * y;
  };
}
