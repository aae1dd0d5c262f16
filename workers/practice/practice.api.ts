import {
  type AirAnswer,
  type AirExercise,
  airExercise,
  type AirLine,
  scoreAir,
} from "~/core/training/airExercise";
import {
  type AntennaAnswer,
  type AntennaExercise,
  antennaExercise,
  type AntennaLine,
  scoreAntennas,
} from "~/core/training/antennaExercise";
import type { Scored } from "~/core/training/exercise";
import {
  type FaultAnswer,
  type FaultExercise,
  faultExercise,
  type FaultLine,
  scoreFault,
} from "~/core/training/faultExercise";
import {
  type PickAnswer,
  type PickExercise,
  pickExercise,
  type PickLine,
  scorePick,
} from "~/core/training/pickExercise";
import {
  scoreVoice,
  type VoiceExercise,
  voiceExercise,
  type VoiceLine,
} from "~/core/training/voiceExercise";
import type { ChainSettings } from "~/core/audio/recommend";

/** Exercises that need nothing but a page. */
export type DeskKind = "air" | "pick" | "fault" | "voice" | "antennas";

export type Exercise =
  | ({ kind: "air" } & AirExercise)
  | ({ kind: "pick" } & PickExercise)
  | ({ kind: "fault" } & FaultExercise)
  | ({ kind: "voice" } & VoiceExercise)
  | ({ kind: "antennas" } & AntennaExercise);
export type ExerciseOf<K extends DeskKind> = Extract<Exercise, { kind: K }>;

export type ExerciseAnswer =
  | { kind: "air"; answer: AirAnswer }
  | { kind: "pick"; answer: PickAnswer }
  | { kind: "fault"; answer: FaultAnswer }
  | { kind: "voice"; answer: ChainSettings }
  | { kind: "antennas"; answer: AntennaAnswer };

export type ExerciseLine = AirLine | PickLine | FaultLine | VoiceLine | AntennaLine;

export const practiceApi = {
  make: (kind: DeskKind, seed: number): Exercise => {
    switch (kind) {
      case "air":
        return { kind, ...airExercise(seed) };
      case "pick":
        return { kind, ...pickExercise(seed) };
      case "fault":
        return { kind, ...faultExercise(seed) };
      case "voice":
        return { kind, ...voiceExercise(seed) };
      case "antennas":
        return { kind, ...antennaExercise(seed) };
    }
  },
  score: (a: ExerciseAnswer, seed: number): Scored<ExerciseLine> => {
    switch (a.kind) {
      case "air":
        return scoreAir(airExercise(seed), a.answer);
      case "pick":
        return scorePick(pickExercise(seed), a.answer, () => performance.now());
      case "fault":
        return scoreFault(faultExercise(seed), a.answer);
      case "voice":
        return scoreVoice(voiceExercise(seed), a.answer);
      case "antennas":
        return scoreAntennas(antennaExercise(seed), a.answer);
    }
  },
};
export type PracticeApi = typeof practiceApi;
