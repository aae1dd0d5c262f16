import { holds, PACK_HEIGHTS_M, walkForecast } from "~/core/location/forecast";
import {
  type FloorPlan,
  isInside,
  meetsAt,
  planPieces,
  type PlanPoint,
  type Walk,
} from "~/core/location/floorPlan";
import { planLink } from "~/core/location/planLink";
import { walkTest } from "~/core/location/walkTest";
import type { WalkPack } from "~/core/location/walk";
import { PORT_ELLERY_PLANS } from "~/core/simulator/portElleryPlans";
import { simulateWalk } from "~/core/simulator/walkAir";
import { itemAt, lastOf } from "~/core/units/items";
import { seededRandom } from "~/core/units/random";
import { place, receiver } from "./practicePlace";

/** One walk as it went in the simulated air, beside what was foretold of it. */
export interface AirWalk {
  place: string;
  air: { outage: number; dropoutsPerMinute: number };
  /** Mean of the local means read, less the mean of those foretold, dB. */
  biasDb: number;
  byBook: Foretold;
  /** After one lap of a walk test. */
  walked: Foretold;
}
interface Foretold {
  outage: number;
  better: number;
  worse: number;
  holds: boolean;
}

const WEARS = ["chest", "waist-back", "waist-front", "ankle", "thigh"] as const;
const POWERS_DBM = [17, 13, 10, 7, 4, 1, -2];
const [SHORTEST_M, LONGEST_LEG_M] = [12, 30];
/** What is sent on the level when it fades as Rayleigh: the mean of decibels lies so much under. */
const RAYLEIGH_MEAN_DB = -2.5;

/**
 * Walks of people who go nowhere through a wall, at the four practice places: anywhere, worn
 * anyhow, antennas anywhere, one or two of them. @param perPlace - so many at each
 */
export function airWalks(seed: number, perPlace: number, laps: number): AirWalk[] {
  const random = seededRandom(seed);
  const of = <T>(list: readonly T[]): T => itemAt(list, Math.floor(random() * list.length));
  return Object.keys(PORT_ELLERY_PLANS).flatMap((key) => {
    const { plan, walks, truth } = place(key);
    return Array.from({ length: perPlace }, (_, n): AirWalk => {
      const [wear, cart] = [of(WEARS), spotIn(key, plan, random)];
      const apartM = of([0.3, 3]);
      const heightM = of([1, 2.5]);
      const antennas = plan.antennas.map((a, i) => ({
        ...a,
        x: Math.min(plan.widthM - 1, cart.x + i * apartM),
        y: cart.y,
        heightM,
      }));
      const walk: Walk = {
        id: `${n}`,
        channelId: null,
        name: `${key} ${n}`,
        points: wayIn(key, plan, random),
        speedMps: 0.6 + 1.2 * random(),
      };
      const pack: WalkPack = {
        ...itemAt(walks, 0).pack,
        wear,
        heightM: PACK_HEIGHTS_M[wear],
        txPowerDbm: of(POWERS_DBM),
      };
      const heard = { ...receiver, isDiversity: random() < 0.6 };
      const asked = { plan, truth, walk, pack, antennas, receiver: heard };
      const air = simulateWalk({ ...asked, seed: n, laps, readingsPerS: 50 });
      const lap = simulateWalk({ ...asked, seed: 1000 + n, laps: 1, readingsPerS: 5 });
      const { fit } = walkTest(plan, antennas, [
        { walk, pack, receiver: heard, readings: lap.readings },
      ]);
      const [byBook, walked] = [plan, { ...plan, fit: { ...fit, atMs: 0 } }].map((p) =>
        walkForecast(p, walk, pack, antennas, heard),
      ) as [ReturnType<typeof walkForecast>, ReturnType<typeof walkForecast>];
      const needDbm = planLink(
        plan,
        { ...pack, ...itemAt(walk.points, 0), facingDeg: null },
        itemAt(antennas, 0),
        heard.figures,
      ).sensitivityDbm;
      const mean = (list: readonly number[]) => list.reduce((a, b) => a + b, 0) / list.length;
      return {
        place: key,
        air: {
          outage: air.outage,
          dropoutsPerMinute: (air.dropouts / air.seconds) * 60,
        },
        biasDb:
          mean(air.readings.map((r) => r.aDbm)) -
          RAYLEIGH_MEAN_DB -
          mean(byBook.points.map((p) => itemAt(p.marginsDb, 0) + needDbm)),
        byBook: short(byBook),
        walked: short(walked),
      };
    });
  });
}

const short = (f: ReturnType<typeof walkForecast>): Foretold => ({
  outage: f.outage,
  better: f.better.outage,
  worse: f.worse.outage,
  holds: holds(f),
});

/** Inside the ship and not in its casing; not in a van. */
function isFloor(key: string, plan: FloorPlan, p: PlanPoint): boolean {
  if (plan.obstacles.some((o) => isInside(p, o.corners))) return false;
  const isCasing = p.x > 22 && p.x < 42 && p.y > 9 && p.y < 13;
  return key !== "car-deck" || (!isCasing && p.x > 2 && p.x < 60 && p.y > 2 && p.y < 20);
}

function spotIn(key: string, plan: FloorPlan, random: () => number): PlanPoint {
  for (;;) {
    const p = {
      x: 2.5 + random() * (plan.widthM - 5),
      y: 2.5 + random() * (plan.heightM - 5),
    };
    if (isFloor(key, plan, p)) return p;
  }
}

/** Doors open: only walls and things stop people. */
const isBlocked = (plan: FloorPlan, a: PlanPoint, b: PlanPoint): boolean =>
  planPieces(plan).some(
    (w) =>
      !/door|window|ramp/.test(w.id) &&
      meetsAt(a, b, { x: w.x1, y: w.y1 }, { x: w.x2, y: w.y2 }) !== null,
  ) ||
  plan.obstacles.some((o) =>
    o.corners.some(
      (c, i) => meetsAt(a, b, c, itemAt(o.corners, (i + 1) % o.corners.length)) !== null,
    ),
  );

function wayIn(key: string, plan: FloorPlan, random: () => number): PlanPoint[] {
  for (;;) {
    const points = [spotIn(key, plan, random)];
    let lengthM = 0;
    for (let tries = 0; tries < 300 && (lengthM < SHORTEST_M || points.length < 3); tries += 1) {
      const [from, to] = [lastOf(points), spotIn(key, plan, random)];
      const legM = Math.hypot(to.x - from.x, to.y - from.y);
      if (legM > LONGEST_LEG_M || isBlocked(plan, from, to)) continue;
      points.push(to);
      lengthM += legM;
    }
    if (lengthM >= SHORTEST_M && points.length >= 3) return points;
  }
}

/** Less than this of the time nobody hears: one such share is as good as another. */
const UNHEARD = 5e-4;

/** What came of forecasts, by the book or after a walk test. */
export function judgedForecasts(walks: readonly AirWalk[], by: "byBook" | "walked") {
  const heard = (share: number) => Math.max(UNHEARD, share);
  const lost = walks.filter((w) => Math.max(w.air.outage, w[by].outage) > UNHEARD);
  const isWithin2 = (w: AirWalk) => {
    const ratio = heard(w.air.outage) / heard(w[by].outage);
    return ratio >= 0.5 && ratio <= 2;
  };
  const held = walks.filter((w) => w[by].holds);
  return {
    walks: walks.length,
    /** Share within a factor of two; and of those on which anything is lost. */
    within2: walks.filter(isWithin2).length / walks.length,
    within2OfLost: lost.filter(isWithin2).length / Math.max(1, lost.length),
    /** Share of those within what the forecast says it may be. */
    inRange:
      lost.filter((w) => w.air.outage >= w[by].better / 1.1 && w.air.outage <= w[by].worse * 1.1)
        .length / Math.max(1, lost.length),
    held: held.length,
    heldWrongly: held.filter((w) => w.air.outage > 0.01 || w.air.dropoutsPerMinute > 3).length,
    biasDb: walks.reduce((sum, w) => sum + w.biasDb, 0) / walks.length,
  };
}
