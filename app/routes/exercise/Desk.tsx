import { useEffect, useState } from "react";
import { EXERCISE_WORDS, exerciseLineWords, scoreWords } from "~/contract/messages/exercise";
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
  air: "Eight sweeps of 470 to 566 MHz, one over the other, 25 kHz a step. Say what you see, then hand it in.",
  pick: "Choose a frequency for each pack: on the 25 kHz grid, in no television, clear of the others, of strangers, and of what two or three of them make together.",
  fault:
    "Each seam shows the last half minute of a channel: antenna A upwards, B downwards, pinched where it is too weak, crossed where the link is bad. The first is the one that was hit.",
  voice:
    "The loudest must keep ten decibels at the pack; speech is to lie at −20 dBFS on the recorder, its loudest peaks under −8.",
  antennas:
    "Two whips on stands. The cable runs from the cart, so far and no farther; the thinnest point of the walks decides.",
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
          detail: scored.error.code === "worker-crashed" ? scored.error.detail : "it was stopped",
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
        <Sub>{told ? "What was right, what was not, and why." : HOW[kind]}</Sub>
      </div>
      {failure && (
        <Notice kind="refused">{`The exercise could not be made (${failure}). Load the page again.`}</Notice>
      )}
      {outcome.state === "failed" && (
        <Notice kind="refused">{`It could not be judged (${outcome.detail}). What you entered stands; hand it in again.`}</Notice>
      )}
      {!exercise && !failure && <Soft role="status">Making it …</Soft>}
      {outcome.state === "judging" && <Soft role="status">Held against the best answer …</Soft>}
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
