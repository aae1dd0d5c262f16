import { itemAt } from "~/core/units/items";
import { PORT_ELLERY_PLANS } from "~/core/simulator/portElleryPlans";
import { mwToDbm } from "~/core/units/decibels";
import type { FloorPlan, PlacedAntenna, PlanPoint } from "~/core/location/floorPlan";
import { feedTo, gridSpots, placeAntennas, type WalkedPack } from "~/core/location/search";
import { walkReliability, type WalkReceiver } from "~/core/location/walk";
import { simulateWalk } from "~/core/simulator/walkAir";
import { seededRandom, shuffled } from "~/core/units/random";
import { roundPoints, type Scored, seedOf } from "./exercise";

export interface AntennaExercise {
  siteKey: string;
  plan: FloorPlan;
  walks: WalkedPack[];
  receiver: WalkReceiver;
  heightM: number;
}

export type AntennaAnswer = PlanPoint[];

export interface PairFigures {
  places: PlanPoint[];
  marginDb: number;
  outage: number;
  dropoutsPerMinute: number;
}
export type AntennaLine =
  | { code: "unreachable"; place: PlanPoint }
  | { code: "mine"; pair: PairFigures }
  | { code: "best"; pair: PairFigures };

/** A bare whip belongs on a receiver, not at the end of a cable. */
const KIND: PlacedAntenna["kind"] = "dipole";
const SPOTS = 64;

/**
 * Place two antennas: one of four places with one or two walks in it, two dipoles on stands, and so
 * much cable.
 */
export function antennaExercise(seed: number): AntennaExercise {
  const random = seededRandom(seedOf("antennas", seed));
  const [siteKey, { plan: made }] = itemAt(shuffled(Object.entries(PORT_ELLERY_PLANS), random), 0);
  const drawn = made(() => null);
  const walks = shuffled(drawn.walks, random).slice(0, 1 + Math.floor(random() * 2));
  const frequencyHz = 470e6 + Math.round(random() * 90) * 1e6;
  const heightM = Math.min(2.5, drawn.atHand.mastM);
  return {
    siteKey,
    plan: { ...drawn, walks, antennas: [] },
    heightM,
    receiver: {
      figures: { bandwidthHz: 200_000, noiseFigureDb: 8, requiredSnrDb: 20, overloadDbm: -20 },
      isDiversity: true,
    },
    walks: walks.map((walk): WalkedPack => ({
      walk,
      pack: {
        frequencyHz,
        txPowerDbm: mwToDbm(random() < 0.5 ? 25 : 50),
        heightM: 1.1,
        wear: random() < 0.5 ? "waist-back" : "chest",
        skinContact: false,
        sleeve: false,
        tiltDeg: 0,
        facingDeg: "along",
      },
    })),
  };
}

/** An antenna of the exercise on a place; null where the cable does not reach. */
export function placedAt(
  { plan, heightM }: AntennaExercise,
  place: PlanPoint,
  name: string,
): PlacedAntenna | null {
  const feed = feedTo(plan, { ...place, heightM });
  return feed && { id: name, name, ...place, heightM, kind: KIND, aimDeg: 0, tiltDeg: 0, feed };
}

/** So often each walk is walked to judge a pair. */
const LAPS = 3;

/** What a pair is worth: the margin as reckoned, what is lost as it went in the simulated air. */
function figuresOf(exercise: AntennaExercise, antennas: readonly PlacedAntenna[]): PairFigures {
  const { siteKey, plan, walks, receiver } = exercise;
  const { truth } = itemAt(
    Object.entries(PORT_ELLERY_PLANS).flatMap(([key, p]) => (key === siteKey ? [p] : [])),
    0,
  );
  const walked = walks.map(({ walk, pack }) =>
    simulateWalk({
      ...{ plan, truth, walk, pack, antennas, receiver },
      seed: 1,
      laps: LAPS,
      readingsPerS: 1,
    }),
  );
  const worst = walked.reduce((a, b) => (b.outage > a.outage ? b : a));
  const marginDb = Math.min(
    ...walks.map(
      ({ walk, pack }) => walkReliability(plan, walk, pack, antennas, receiver).worstMarginDb,
    ),
  );
  return {
    places: antennas.map(({ x, y }) => ({ x, y })),
    marginDb,
    outage: worst.outage,
    dropoutsPerMinute: (worst.dropouts / worst.seconds) * 60,
  };
}

/** The best pair that is found on a grid over the place. */
export function bestPair(
  exercise: AntennaExercise,
  onProgress: (share: number) => void = () => undefined,
): PairFigures | null {
  const { plan, walks, receiver, heightM } = exercise;
  const everyM = Math.max(1, Math.sqrt((plan.widthM * plan.heightM) / SPOTS));
  const found = placeAntennas(
    { plan, walks, receiver, kinds: [KIND], spots: gridSpots(plan, everyM, heightM) },
    onProgress,
  );
  return found && figuresOf(exercise, found.antennas);
}

/**
 * Half by the decibels that the thinnest point has less than with the best pair, half by the time
 * without reception in the simulated air.
 */
export function scoreAntennas(
  exercise: AntennaExercise,
  answer: AntennaAnswer,
  onProgress: (share: number) => void = () => undefined,
): Scored<AntennaLine> {
  const best = bestPair(exercise, onProgress);
  const placed = answer
    .slice(0, 2)
    .map((place, i) => ({ place, antenna: placedAt(exercise, place, i === 0 ? "A" : "B") }));
  const good = placed.flatMap((p) => p.antenna ?? []);
  const mine = good.length === 0 ? null : figuresOf(exercise, good);
  const lines: AntennaLine[] = [
    ...placed.flatMap((p): AntennaLine[] =>
      p.antenna ? [] : [{ code: "unreachable", place: p.place }],
    ),
    ...(mine ? [{ code: "mine" as const, pair: mine }] : []),
    ...(best ? [{ code: "best" as const, pair: best }] : []),
  ];
  const points = (f: PairFigures | null) => {
    if (!f || !best) return 0;
    const times = Math.log10(Math.max(f.outage, 1e-5) / Math.max(best.outage, 1e-5));
    return (
      50 * Math.max(0, 1 - Math.max(0, best.marginDb - f.marginDb) / 20) +
      50 * Math.max(0, 1 - Math.max(0, times) / 3)
    );
  };
  return { points: roundPoints(points(mine)), bestPoints: roundPoints(points(best)), lines };
}
