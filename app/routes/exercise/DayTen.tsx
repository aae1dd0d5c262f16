import { defined } from "~/core/units/items";
import { useEffect } from "react";
import { Link, useRevalidator } from "react-router";
import type { DayExerciseView } from "~/server/services/training/exercises.server";
import { EXERCISE_WORDS, exerciseLineWords, scoreWords } from "~/contract/messages/exercise";
import { capital, count, formatClock } from "~/contract/messages/format";
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
              ? `Running until ${formatClock(defined(view.untilMs))}`
              : EXERCISE_WORDS.day.title}
        </Answer>
        <Sub>
          {state === "over"
            ? "What came, how soon it was called, and whether the answer ended it."
            : "Five things go wrong on the practice day, each by what its receivers show and nothing else. Call each with H and the channel’s number, answer it, and go on. Called within fifteen seconds it has all its points; what is called for nothing costs five."}
        </Sub>
      </div>
      <ReplyNotice reply={reply} />
      {state === "not-ready" && (
        <Row>
          <Soft>The practice day has to be scanned, picked and synced first.</Soft>
          <Link to={`/day/${view.dayId}`}>To the practice day</Link>
        </Row>
      )}
      {state === "ready" && (
        <Row>
          <PrimaryButton isDisabled={isBusy} onPress={() => send({ intent: "begin-day" })}>
            Begin the ten minutes
          </PrimaryButton>
        </Row>
      )}
      {state === "running" && score && (
        <Row>
          <Link to={roll}>To the roll screen</Link>
          <Soft>
            {score.lines.length === 0
              ? "Nothing came so far."
              : `${capital(count(score.lines.length, "thing"))} came so far.`}
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
                    text: `${capital(count(score.falseAlarms, "call"))} where nothing of it was`,
                  },
                ]
              : []),
          ]}
        />
      )}
    </Stack>
  );
}
