import { defined, itemAt } from "~/core/units/items";
import type { BrokenRule } from "~/core/coordination/explaining/explain";
import { SetJudge } from "~/core/coordination/explaining/judge";
import { PROFILES } from "~/core/coordination/problem/profile";
import { coordinateQuietFirst } from "~/core/coordination/search/quietFirst";
import type { CoordinationRequest } from "~/core/coordination/problem/request";
import { takenTelevision } from "~/core/coordination/problem/dayProblem";
import { analyseSweep, type SweepAnalysis } from "~/core/spectrum/analyseSweep";
import { channelNoise } from "~/core/spectrum/channelNoise";
import { seededRandom } from "~/core/units/random";
import { roundPoints, type Scored, seedOf } from "./exercise";
import { EXERCISE_RASTER, type StrangeAir, strangeAir, STEP_HZ, RANGE } from "./strangeAir";

/** Choose by hand: so many packs of one block in a strange air. */
export interface PickExercise {
  air: StrangeAir;
  analysis: SweepAnalysis;
  request: CoordinationRequest;
  /** Taken by television, with its reason. */
  taken: { lowHz: number; highHz: number; channel: number }[];
}

/** By channel; null where none was chosen. */
export type PickAnswer = (number | null)[];

export type PickLine =
  | { code: "none"; channel: number }
  | { code: "broken"; channel: number; frequencyHz: number; broken: BrokenRule[] }
  | { code: "clean"; channel: number; frequencyHz: number; noiseDbm: number | null }
  | { code: "search"; frequenciesHz: number[]; noiseDbm: number | null; mineDbm: number | null };

const LIMIT_DBM = -95;
const BANDWIDTH_HZ = 200_000;
const SEARCH_MS = 1500;

export function pickExercise(seed: number): PickExercise {
  const random = seededRandom(seedOf("pick", seed));
  const air = strangeAir(random, `pick ${seed}`, 5);
  const analysis = analyseSweep(air.measurement, EXERCISE_RASTER);
  const count = 5 + Math.floor(random() * 4);
  const taken = takenTelevision({ raster: EXERCISE_RASTER, stations: [], analysis }).filter(
    (t) => t.highHz <= RANGE.highHz,
  );
  return {
    air,
    analysis,
    taken,
    request: {
      windows: [RANGE],
      exclusions: taken,
      noise: channelNoise(analysis.meanDbm, analysis.lowHz, analysis.stepHz, BANDWIDTH_HZ),
      maxNoiseDbm: LIMIT_DBM,
      others: analysis.carriers
        .filter((c) => !c.isSpur)
        .map((c, i) => ({ id: `stranger ${i + 1}`, frequencyHz: c.frequencyHz })),
      profile: PROFILES.normal,
      groups: [],
      spares: 0,
      timeLimitMs: SEARCH_MS,
      seed: 1,
      channels: Array.from({ length: count }, (_, i) => ({
        id: `ch${i + 1}`,
        tuning: [
          {
            lowHz: RANGE.lowHz + BANDWIDTH_HZ,
            highHz: RANGE.highHz - BANDWIDTH_HZ,
            stepHz: STEP_HZ,
          },
        ],
        bandwidthHz: BANDWIDTH_HZ,
      })),
    },
  };
}

/**
 * Seventy points for places that break no rule, thirty for quiet as the search found it; held
 * against the search with the same rules.
 * @param now - a clock for the search, milliseconds
 */
export function scorePick(
  exercise: PickExercise,
  answer: PickAnswer,
  now: () => number,
): Scored<PickLine> {
  const { request } = exercise;
  const found = coordinateQuietFirst(request, { now });
  const searched = request.channels.map(
    (c) => found.assignments.find((a) => a.channelId === c.id)?.frequencyHz ?? null,
  );
  const judge = new SetJudge(request, EXERCISE_RASTER);
  const look = (set: PickAnswer) => {
    const picks = set.flatMap((hz, i) =>
      hz === null ? [] : [{ channelId: itemAt(request.channels, i).id, frequencyHz: hz }],
    );
    const judged = judge.judge(picks).picks;
    const quiet = judged.flatMap((p) =>
      p.broken.length === 0
        ? [
            judge.noiseDbm(
              defined(request.channels.find((c) => c.id === p.channelId)),
              p.frequencyHz,
            ) ?? LIMIT_DBM,
          ]
        : [],
    );
    return {
      judged,
      clean: quiet.length,
      noiseDbm: quiet.length === 0 ? null : quiet.reduce((a, b) => a + b, 0) / quiet.length,
    };
  };
  const [mine, best] = [look(answer), look(searched)];
  const points = (l: ReturnType<typeof look>) => {
    const share = l.clean / request.channels.length;
    const quiet =
      l.noiseDbm === null || best.noiseDbm === null
        ? 0
        : Math.min(1, Math.max(0, 1 - (l.noiseDbm - best.noiseDbm) / 12));
    return share * (70 + 30 * quiet);
  };
  const lines = request.channels.map((c, i): PickLine => {
    const at = mine.judged.find((p) => p.channelId === c.id);
    if (!at) return { code: "none", channel: i + 1 };
    return at.broken.length > 0
      ? { code: "broken", channel: i + 1, frequencyHz: at.frequencyHz, broken: at.broken }
      : {
          code: "clean",
          channel: i + 1,
          frequencyHz: at.frequencyHz,
          noiseDbm: judge.noiseDbm(c, at.frequencyHz),
        };
  });
  return {
    points: roundPoints(points(mine)),
    bestPoints: roundPoints(points(best)),
    lines: [
      ...lines,
      {
        code: "search",
        frequenciesHz: searched.flatMap((hz) => hz ?? []),
        noiseDbm: best.noiseDbm,
        mineDbm: mine.noiseDbm,
      },
    ],
  };
}
