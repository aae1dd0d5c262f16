import { itemAt, numberAt } from "~/core/units/items";
import { airNoiseDbm, readAir } from "~/core/simulator/air";
import { analyseSweep, type SweepAnalysis } from "~/core/spectrum/analyseSweep";
import { channelNoise } from "~/core/spectrum/channelNoise";
import { powerSumDb } from "~/core/units/decibels";
import { seededRandom } from "~/core/units/random";
import { roundPoints, type Scored, seedOf } from "./exercise";
import {
  EXERCISE_CHANNELS,
  EXERCISE_RASTER,
  STEP_HZ,
  type StrangeAir,
  strangeAir,
} from "./strangeAir";

/** What a mark on a sweep can be. */
export const MARK_KINDS = ["pack", "in-turns", "broad-noise", "television", "nothing"] as const;
export type MarkKind = (typeof MARK_KINDS)[number];

export interface AirMark {
  id: string;
  frequencyHz: number;
}

export interface AirExercise {
  air: StrangeAir;
  analysis: SweepAnalysis;
  marks: AirMark[];
  /** Four places, one of which is the quietest. */
  places: AirMark[];
  truth: { busy: number[]; marks: MarkKind[]; placesDbm: number[] };
}

export interface AirAnswer {
  /** Television channels that carry a station. */
  busy: number[];
  /** By mark; null where nothing was said. */
  marks: (MarkKind | null)[];
  /** Index of the quietest place; null where none was named. */
  quietest: number | null;
}

export type AirLine =
  | { code: "tv"; channel: number; isBusy: boolean; saidBusy: boolean; levelDbm: number | null }
  | {
      code: "mark";
      mark: AirMark;
      is: MarkKind;
      said: MarkKind | null;
      /** How often it is on, 0…1; null where that says nothing. */ occupancy: number | null;
    }
  | {
      code: "quiet";
      place: AirMark | null;
      levelDbm: number | null;
      best: AirMark;
      bestDbm: number;
    };

const LETTERS = "PQRSTUVWXYZ";
const WIDE_HZ = 200_000;
const NEAR_HZ = 120_000;

/**
 * Read this air: a sweep of a strange place. Which channels carry television, what is what at five
 * marks, where it is quietest.
 */
export function airExercise(seed: number): AirExercise {
  const random = seededRandom(seedOf("air", seed));
  const air = strangeAir(random, `air ${seed}`, 4);
  const { scene, freeChannels: free } = air;
  const middle = (c: { lowHz: number; highHz: number }) => (c.lowHz + c.highHz) / 2;
  const nothing = itemAt(free, 3);
  const marked: { frequencyHz: number; is: MarkKind }[] = [
    { frequencyHz: itemAt(scene.carriers, 0).frequencyHz, is: "pack" },
    { frequencyHz: itemAt(scene.carriers, 2).frequencyHz, is: "in-turns" },
    { frequencyHz: itemAt(scene.broadband, 0).centreHz, is: "broad-noise" },
    { frequencyHz: middle(itemAt(scene.stations, scene.stations.length - 1)), is: "television" },
    { frequencyHz: middle(nothing) + 1e6, is: "nothing" },
  ];
  marked.sort((a, b) => a.frequencyHz - b.frequencyHz);
  const strongest = scene.stations.reduce((a, b) => (b.levelDbm > a.levelDbm ? b : a));
  const aside =
    strongest.highHz + 700_000 < 566e6 ? strongest.highHz + 700_000 : strongest.lowHz - 700_000;
  const places = [
    itemAt(scene.broadband, 0).centreHz + 3.4e6,
    itemAt(scene.carriers, 1).frequencyHz + 250_000,
    aside,
    middle(free[4] ?? itemAt(free, 3)) - 1.4e6,
  ]
    .map((frequencyHz) => ({ frequencyHz: Math.round(frequencyHz / STEP_HZ) * STEP_HZ }))
    .sort((a, b) => a.frequencyHz - b.frequencyHz);
  return {
    air,
    analysis: analyseSweep(air.measurement, EXERCISE_RASTER),
    marks: marked.map((m, i) => ({
      id: LETTERS.charAt(i),
      frequencyHz: Math.round(m.frequencyHz / STEP_HZ) * STEP_HZ,
    })),
    places: places.map((p, i) => ({ id: String(i + 1), ...p })),
    truth: {
      busy: scene.stations.map((s) => s.channel).sort((a, b) => a - b),
      marks: marked.map((m) => m.is),
      placesDbm: places.map((p) => meanDbm(air, p.frequencyHz)),
    },
  };
}

/** Mean power over many looks, with whoever talks in turns counted as on when he is. */
function meanDbm({ scene }: StrangeAir, frequencyHz: number): number {
  const looks = Array.from({ length: 24 }, (_, i) =>
    readAir(scene, frequencyHz, WIDE_HZ, i * 2500),
  );
  return powerSumDb(looks) - 10 * Math.log10(looks.length);
}

/** What the core makes of the sweep by itself. */
export function ownAirAnswer({ analysis, marks, places, air }: AirExercise): AirAnswer {
  const noise = channelNoise(analysis.meanDbm, analysis.lowHz, analysis.stepHz, WIDE_HZ);
  const levelAt = (hz: number) =>
    noise.find((n) => hz >= n.lowHz && hz < n.highHz)?.levelDbm ?? Infinity;
  const levels = places.map((p) => levelAt(p.frequencyHz));
  return {
    busy: analysis.tv
      .filter((t) => t.state === "busy" && EXERCISE_CHANNELS.some((c) => c.channel === t.channel))
      .map((t) => t.channel),
    marks: marks.map(({ frequencyHz }): MarkKind => {
      const carrier = analysis.carriers.find(
        (c) => Math.abs(c.frequencyHz - frequencyHz) < NEAR_HZ,
      );
      if (carrier) return carrier.occupancy > 0.9 ? "pack" : "in-turns";
      if (
        analysis.tv.some(
          (t) =>
            t.state === "busy" &&
            EXERCISE_CHANNELS.some(
              (c) => c.channel === t.channel && frequencyHz >= c.lowHz && frequencyHz <= c.highHz,
            ),
        )
      )
        return "television";
      return levelAt(frequencyHz) > airNoiseDbm(air.scene, frequencyHz, WIDE_HZ) + 6
        ? "broad-noise"
        : "nothing";
    }),
    quietest: levels.indexOf(Math.min(...levels)),
  };
}

/**
 * Forty points for television, forty for the marks, twenty for the quiet place, two fewer for each
 * decibel above the quietest.
 */
export function scoreAir(exercise: AirExercise, answer: AirAnswer): Scored<AirLine> {
  const own = ownAirAnswer(exercise);
  return {
    points: roundPoints(pointsOf(exercise, answer)),
    bestPoints: roundPoints(pointsOf(exercise, own)),
    lines: linesOf(exercise, answer),
  };
}

function pointsOf({ truth }: AirExercise, a: AirAnswer): number {
  const right = a.busy.filter((c) => truth.busy.includes(c)).length;
  const wrong = a.busy.length - right;
  const tv = (40 * Math.max(0, right - wrong)) / truth.busy.length;
  const marks = (40 * truth.marks.filter((m, i) => a.marks[i] === m).length) / truth.marks.length;
  const overDb =
    a.quietest === null
      ? Infinity
      : numberAt(truth.placesDbm, a.quietest) - Math.min(...truth.placesDbm);
  return tv + marks + Math.max(0, 20 - 2 * overDb);
}

function linesOf({ truth, marks, places, analysis, air }: AirExercise, a: AirAnswer): AirLine[] {
  const best = truth.placesDbm.indexOf(Math.min(...truth.placesDbm));
  return [
    ...EXERCISE_CHANNELS.flatMap(({ channel }): AirLine[] => {
      const [isBusy, saidBusy] = [truth.busy.includes(channel), a.busy.includes(channel)];
      return isBusy || saidBusy
        ? [
            {
              code: "tv",
              channel,
              isBusy,
              saidBusy,
              levelDbm: air.scene.stations.find((s) => s.channel === channel)?.levelDbm ?? null,
            },
          ]
        : [];
    }),
    ...marks.map((mark, i): AirLine => ({
      code: "mark",
      mark,
      is: itemAt(truth.marks, i),
      said: a.marks[i] ?? null,
      occupancy:
        analysis.carriers.find((c) => Math.abs(c.frequencyHz - mark.frequencyHz) < NEAR_HZ)
          ?.occupancy ?? null,
    })),
    {
      code: "quiet",
      place: a.quietest === null ? null : itemAt(places, a.quietest),
      levelDbm: a.quietest === null ? null : numberAt(truth.placesDbm, a.quietest),
      best: itemAt(places, best),
      bestDbm: numberAt(truth.placesDbm, best),
    },
  ];
}
