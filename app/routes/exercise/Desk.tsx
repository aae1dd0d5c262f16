import { useEffect, useState } from "react";
import { EXERCISE_WORDS, exerciseLineWords, scoreWords } from "~/contract/messages/exercise";
import { EXERCISE_TEXTS } from "~/contract/messages/screens/exercise";
import type { Scored } from "~/core/training/exercise";
import type {
  DeskKind,
  Exercise,
  ExerciseAnswer,
  ExerciseLine,
} from "~/workers/practice/practice.api";
import { makeExercise, scoreExercise } from "~/workers/practice/practice.client";
import { Notice } from "~/app/ui/Notice/Notice";
import { Answer, Soft, Stack, Sub } from "~/app/ui/Page/Page";
import { useIntent } from "~/app/routes/shared/useIntent";
import { AirForm } from "./AirForm";
import { AntennaForm } from "./AntennaForm";
import { FaultForm } from "./FaultForm";
import type { ExerciseIntent } from "./intents";
import { Outcome } from "./Outcome";
import { PickForm } from "./PickForm";
import { VoiceForm } from "./VoiceForm";

type Outcome =
  | { state: "open" }
  | { state: "judging" }
  | { state: "told"; score: Scored<ExerciseLine> }
  | { state: "failed"; detail: string };

const HOW: Readonly<Record<DeskKind, string>> = {
  air: EXERCISE_TEXTS.eightSweepsOf470,
  pick: EXERCISE_TEXTS.chooseAFrequencyForEach,
  fault: EXERCISE_TEXTS.eachTraceShowsTheLast,
  voice: EXERCISE_TEXTS.theLoudestMustKeepTen,
  antennas: EXERCISE_TEXTS.twoWhipsOnStands,
};

/** An exercise that needs nothing but this page: made and judged by a worker. */
export function Desk({ kind, seed }: { kind: DeskKind; seed: number }) {
  const [exercise, setExercise] = useState<Exercise | null>(null);
  const [failure, setFailure] = useState<string | null>(null);
  const [outcome, setOutcome] = useState<Outcome>({ state: "open" });
  const [round, setRound] = useState(0);
  const { send } = useIntent<ExerciseIntent>();
  useEffect(() => {
    const running = makeExercise(kind, seed);
    void running.result.then((made) => {
      if (made.ok) setExercise(made.value);
      else if (made.error.code === "worker-crashed") setFailure(made.error.detail);
    });
    return running.cancel;
  }, [kind, seed]);
  const handIn = (answer: ExerciseAnswer) => {
    setOutcome({ state: "judging" });
    void scoreExercise(answer, seed).result.then((scored) => {
      if (!scored.ok) {
        setOutcome({
          state: "failed",
          detail:
            scored.error.code === "worker-crashed"
              ? scored.error.detail
              : EXERCISE_TEXTS.itWasStopped,
        });
        return;
      }
      setOutcome({ state: "told", score: scored.value });
      send({
        intent: "keep",
        kind,
        seed,
        points: scored.value.points,
        bestPoints: scored.value.bestPoints,
      });
      window.scrollTo({ top: 0 });
    });
  };
  const told = outcome.state === "told" ? outcome.score : null;
  const isOpen = outcome.state === "open" || outcome.state === "failed";
  return (
    <Stack as="main" $gapPx={18}>
      <div>
        <Answer>
          {told ? scoreWords(told.points, told.bestPoints) : EXERCISE_WORDS[kind].title}
        </Answer>
        <Sub>{told ? EXERCISE_TEXTS.whatWasRightWhat : HOW[kind]}</Sub>
      </div>
      {failure && <Notice kind="refused">{EXERCISE_TEXTS.theExerciseCouldNot(failure)}</Notice>}
      {outcome.state === "failed" && (
        <Notice kind="refused">{EXERCISE_TEXTS.itCouldNotBeGraded(outcome.detail)}</Notice>
      )}
      {!exercise && !failure && <Soft role="status">{EXERCISE_TEXTS.preparing}</Soft>}
      {outcome.state === "judging" && (
        <Soft role="status">{EXERCISE_TEXTS.comparingWithTheBestAnswer}</Soft>
      )}
      {told && (
        <Outcome
          kind={kind}
          seed={seed}
          lines={told.lines.map((l) => exerciseLineWords(l))}
          onAgain={() => {
            setOutcome({ state: "open" });
            setRound(round + 1);
          }}
        />
      )}
      {exercise?.kind === "air" && (
        <AirForm
          key={round}
          exercise={exercise}
          isOpen={isOpen}
          onDone={(answer) => handIn({ kind: "air", answer })}
        />
      )}
      {exercise?.kind === "pick" && (
        <PickForm
          key={round}
          exercise={exercise}
          isOpen={isOpen}
          onDone={(answer) => handIn({ kind: "pick", answer })}
        />
      )}
      {exercise?.kind === "fault" && (
        <FaultForm
          key={round}
          exercise={exercise}
          isOpen={isOpen}
          onDone={(answer) => handIn({ kind: "fault", answer })}
        />
      )}
      {exercise?.kind === "voice" && (
        <VoiceForm
          key={round}
          exercise={exercise}
          isOpen={isOpen}
          onDone={(answer) => handIn({ kind: "voice", answer })}
        />
      )}
      {exercise?.kind === "antennas" && (
        <AntennaForm
          key={round}
          exercise={exercise}
          isOpen={isOpen}
          best={told?.lines.flatMap((l) => (l.code === "best" ? l.pair.places : [])) ?? []}
          onDone={(answer) => handIn({ kind: "antennas", answer })}
        />
      )}
    </Stack>
  );
}
