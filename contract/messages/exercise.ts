import type { AirLine, MarkKind } from "~/core/training/airExercise";
import type { AntennaLine, PairFigures } from "~/core/training/antennaExercise";
import type { DayLine } from "~/core/training/dayExercise";
import type { ExerciseKind } from "~/core/training/exercise";
import type { FaultLine } from "~/core/training/faultExercise";
import type { PickLine } from "~/core/training/pickExercise";
import type { VoiceLine } from "~/core/training/voiceExercise";
import { ON_AIM_DB } from "~/core/audio/recommend";
import {
  capital,
  formatClock,
  formatDb,
  formatRfLevel,
  formatMetres,
  formatDuration,
  listWords,
  mhz,
} from "./format";
import { reliabilityWords } from "./plan";
import { hitAnswerWords, hitCauseWords, hitReasonWords, shareWords } from "./roll";
import { brokenRuleWords } from "./words";

export const EXERCISE_WORDS: Readonly<Record<ExerciseKind, { title: string; about: string }>> = {
  air: {
    title: "Read this spectrum",
    about:
      "A sweep of an unknown location: find the TV stations, name five signals, find the quietest range.",
  },
  pick: {
    title: "Choose by hand",
    about: "Choose frequencies for some packs by hand. The search compares.",
  },
  fault: {
    title: "Find the fault",
    about: "Four hits with their readings: name the cause of each.",
  },
  voice: {
    title: "Set this voice",
    about: "A voice, a pack, a receiver and an input: set all three gains.",
  },
  antennas: {
    title: "Place two antennas",
    about: "A location, a walk and some cable: find the best two positions.",
  },
  day: {
    title: "Ten minutes of a day",
    about: "The practice day rolls, and five things go wrong: log each and fix it.",
  },
};

export const MARK_WORDS: Readonly<Record<MarkKind, string>> = {
  pack: "another crew’s pack, always on",
  "in-turns": "a transmitter that comes and goes",
  "broad-noise": "broadband noise, no transmitter",
  television: "television",
  nothing: "nothing",
};

/** A line of how it went. */
export interface Told {
  isGood: boolean;
  text: string;
}

/** One line of a score, as it is read. @param names - the talkers of a day by channel */
export function exerciseLineWords(
  line: AirLine | PickLine | FaultLine | VoiceLine | AntennaLine | DayLine,
  names: Readonly<Record<number, string>> = {},
): Told {
  const channelName = (id: string) => id.replace(/^ch/, "channel ");
  switch (line.code) {
    case "tv":
      return line.isBusy
        ? {
            isGood: line.saidBusy,
            text: `TV ${line.channel} carries a station, ${line.levelDbm === null ? "" : formatRfLevel(line.levelDbm)}${line.saidBusy ? "" : ": a flat block from edge to edge, weak or not"}`,
          }
        : {
            isGood: false,
            text: `TV ${line.channel} carries none: no flat block fills it from edge to edge`,
          };
    case "mark":
      return {
        isGood: line.said === line.is,
        text: `${line.mark.id}, ${mhz(line.mark.frequencyHz)}: ${MARK_WORDS[line.is]}${line.said === line.is ? "" : line.said ? `, not ${MARK_WORDS[line.said]}` : ""}${line.occupancy === null ? "" : `; there in ${shareWords(line.occupancy)} of the sweeps`}`,
      };
    case "quiet":
      return line.place && line.levelDbm !== null && line.levelDbm - line.bestDbm < 1
        ? {
            isGood: true,
            text: `${mhz(line.place.frequencyHz)} is among the quietest: ${formatRfLevel(line.levelDbm)} in 200 kHz`,
          }
        : {
            isGood: false,
            text: `Quietest is ${mhz(line.best.frequencyHz)} with ${formatRfLevel(line.bestDbm)} in 200 kHz${line.place && line.levelDbm !== null ? `; ${mhz(line.place.frequencyHz)} has ${formatRfLevel(line.levelDbm)}` : ""}`,
          };
    case "none":
      return { isGood: false, text: `Channel ${line.channel}: no frequency` };
    case "broken":
      return {
        isGood: false,
        text: `Channel ${line.channel} on ${mhz(line.frequencyHz)}: ${listWords([...new Set(line.broken.map((b) => brokenRuleWords(b, channelName)))].slice(0, 3))}`,
      };
    case "clean":
      return {
        isGood: true,
        text: `Channel ${line.channel} on ${mhz(line.frequencyHz)} breaks no rule${line.noiseDbm === null ? "" : `; ${formatRfLevel(line.noiseDbm)} of noise`}`,
      };
    case "search":
      return {
        isGood: line.mineDbm !== null && line.noiseDbm !== null && line.mineDbm - line.noiseDbm < 3,
        text: `The search: ${line.frequenciesHz.map((hz) => mhz(hz).replace(" MHz", "")).join(", ")} MHz${line.noiseDbm === null ? "" : `, ${formatRfLevel(line.noiseDbm)} of noise on average`}${line.mineDbm === null ? "" : `; yours ${formatRfLevel(line.mineDbm)}`}`,
      };
    case "case": {
      const [first] = line.judged;
      const why = line.judged.find((j) => j.cause === line.is)?.for.map(hitReasonWords) ?? [];
      return {
        isGood: line.said === line.is,
        text: `Hit ${line.number}: ${hitCauseWords(line.is)}${why.length > 0 ? `: ${why.join("; ")}` : ""}${line.said === null || line.said === line.is ? "" : `. You said ${hitCauseWords(line.said)}`}${first && first.cause !== line.is ? `. Plain Channel said ${hitCauseWords(first.cause)}, too` : ""}`,
      };
    }
    case "headroom":
      return {
        isGood: line.lackingDb < 1,
        text:
          line.lackingDb < 1
            ? "The loudest line keeps its headroom at every stage"
            : `The loudest line lacks ${formatDb(line.lackingDb)} of headroom at its tightest stage`,
      };
    case "aim":
      return {
        isGood: Math.abs(line.offDb) <= ON_AIM_DB,
        text:
          Math.abs(line.offDb) <= ON_AIM_DB
            ? "Speech is at the target level on the recorder"
            : `It is ${formatDb(Math.abs(line.offDb))} too ${line.offDb > 0 ? "loud" : "soft"} on the recorder`,
      };
    case "noise":
      return {
        isGood: line.bestDb - line.snrDb < 1,
        text: `Voice above noise: ${line.snrDb.toFixed(0)} dB${line.bestDb - line.snrDb < 1 ? ", as good as it gets" : `; ${line.bestDb.toFixed(0)} dB is possible, with more gain earlier`}`,
      };
    case "own":
      return {
        isGood: true,
        text: `Plain Channel would set pack ${formatDb(line.settings.gainDb)}, receiver ${formatDb(line.settings.outputDb)}, input ${formatDb(line.settings.inputGainDb)}`,
      };
    case "unreachable":
      return { isGood: false, text: `The cable does not reach ${at(line.place)}` };
    case "mine":
      return { isGood: line.pair.outage < 0.001, text: `Yours: ${pairWords(line.pair)}` };
    case "best":
      return {
        isGood: true,
        text: `The best pair found, ${listWords(line.pair.places.map(at))}: ${pairWords(line.pair)}`,
      };
    case "event": {
      const who = names[line.channelId] ?? "somebody";
      const answers = line.answers.map((a) => hitAnswerWords(a).what.toLowerCase());
      return {
        isGood: line.calledAfterMs !== null && line.isEnded,
        text: `${formatClock(line.atMs)}, ${who}: ${hitCauseWords(line.cause)}. ${line.calledAfterMs === null ? "Not logged" : `Logged after ${line.calledAfterMs < 100_000 ? `${Math.max(1, Math.round(line.calledAfterMs / 1000))} s` : formatDuration(line.calledAfterMs)}`}${answers.length > 0 ? `, answered by “${listWords(answers)}”` : ""}${line.isEnded ? "" : line.calledAfterMs === null ? "" : answers.length > 0 ? ": that does not fix it" : ", and not answered"}`,
      };
    }
  }
}

const at = ({ x, y }: { x: number; y: number }): string =>
  `${formatMetres(x)} across, ${formatMetres(y)} down`;
const pairWords = (pair: PairFigures): string =>
  `${formatDb(pair.marginDb)} at the weakest point, ${reliabilityWords(pair)}`;

/** How it went, in one line. */
export const scoreWords = (points: number, bestPoints: number): string =>
  capital(
    `${points} of 100${bestPoints >= 100 ? "" : `; Plain Channel’s own answer has ${bestPoints}`}`,
  );
