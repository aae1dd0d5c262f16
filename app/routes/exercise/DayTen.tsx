import { defined } from "~/core/units/items";
import { useEffect } from "react";
import { Link, useRevalidator } from "react-router";
import type { DayExerciseView } from "~/server/services/training/exercises.server";
import { EXERCISE_WORDS, exerciseLineWords, scoreWords } from "~/contract/messages/exercise";
import { capital, count, formatClock } from "~/contract/messages/format";
import { EXERCISE_TEXTS } from "~/contract/messages/screens/exercise";
import { PrimaryButton } from "~/app/ui/Button/Button";
import { Answer, Row, Soft, Stack, Sub } from "~/app/ui/Page/Page";
import { ReplyNotice } from "~/app/routes/shared/ReplyNotice";
import { useIntent } from "~/app/routes/shared/useIntent";
import type { ExerciseIntent } from "./intents";
import { Outcome } from "./Outcome";

const LOOK_MS = 5000;

/** Ten minutes of the practice day: begun here, run on the roll screen, judged here. */
export function DayTen({ seed, view }: { seed: number; view: DayExerciseView }) {
  const { send, reply, isBusy } = useIntent<ExerciseIntent>();
  const { revalidate } = useRevalidator();
  const { state, score } = view;
  useEffect(() => {
    if (state !== "running") return undefined;
    const timer = setInterval(() => void revalidate(), LOOK_MS);
    return () => clearInterval(timer);
  }, [state, revalidate]);
  const isDue = state === "over" && !view.isKept;
  useEffect(() => {
    // once it is over nobody need press anything; the cart keeps each run once
    if (isDue) send({ intent: "end-day" });
  }, [isDue, send]);
  const roll = `/day/${view.dayId}/roll`;
  return (
    <Stack as="main" $gapPx={18}>
      <div>
        <Answer>
          {state === "over" && score
            ? scoreWords(score.points, score.bestPoints)
            : state === "running"
              ? EXERCISE_TEXTS.runningUntil(formatClock(defined(view.untilMs)))
              : EXERCISE_WORDS.day.title}
        </Answer>
        <Sub>
          {state === "over"
            ? EXERCISE_TEXTS.whatHappenedHowSoonYou
            : EXERCISE_TEXTS.fiveThingsGoWrong}
        </Sub>
      </div>
      <ReplyNotice reply={reply} />
      {state === "not-ready" && (
        <Row>
          <Soft>{EXERCISE_TEXTS.scanFindFrequenciesAndSync}</Soft>
          <Link to={`/day/${view.dayId}`}>{EXERCISE_TEXTS.toThePracticeDay}</Link>
        </Row>
      )}
      {state === "ready" && (
        <Row>
          <PrimaryButton isDisabled={isBusy} onPress={() => send({ intent: "begin-day" })}>
            {EXERCISE_TEXTS.startTheTenMinutes}
          </PrimaryButton>
        </Row>
      )}
      {state === "running" && score && (
        <Row>
          <Link to={roll}>{EXERCISE_TEXTS.toTheRollScreen}</Link>
          <Soft>
            {score.lines.length === 0
              ? EXERCISE_TEXTS.nothingSoFar
              : EXERCISE_TEXTS.soFar(capital(count(score.lines.length, "thing")))}
          </Soft>
        </Row>
      )}
      {state === "over" && score && (
        <Outcome
          kind="day"
          seed={seed}
          onAgain={() => send({ intent: "begin-day" })}
          lines={[
            ...score.lines.map((l) => exerciseLineWords(l, view.names)),
            ...(score.falseAlarms > 0
              ? [
                  {
                    isGood: false,
                    text: EXERCISE_TEXTS.whereNothing(capital(count(score.falseAlarms, "call"))),
                  },
                ]
              : []),
          ]}
        />
      )}
    </Stack>
  );
}
