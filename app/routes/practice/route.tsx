import { useState } from "react";
import { Link, useNavigate } from "react-router";
import styled from "styled-components";
import type { Route } from "./+types/route";
import { practiceView } from "~/server/services/training/exercises.server";
import { EXERCISE_WORDS, scoreWords } from "~/contract/messages/exercise";
import { capital, count, formatAge } from "~/contract/messages/format";
import { PRACTICE_TEXTS } from "~/contract/messages/screens/practice";
import { exerciseName, type ExerciseKind, readExerciseName } from "~/core/training/exercise";
import { ThemeToggle } from "~/app/features/frame/ThemeToggle";
import { Button, PrimaryButton } from "~/app/ui/Button/Button";
import { TextField } from "~/app/ui/Field/Field";
import { AwayPage } from "~/app/ui/Page/Away";
import { Answer, Figure, Heading, Row, Soft, Stack, Sub } from "~/app/ui/Page/Page";
import { PHONE } from "~/app/ui/theme/theme";
import { anyExercise } from "~/app/routes/exercise/anyExercise";

export async function loader({ context }: Route.LoaderArgs) {
  return { ...(await practiceView(context.app)), nowMs: context.app.realNowMs() };
}

export const meta: Route.MetaFunction = () => [{ title: PRACTICE_TEXTS.practicePlainChannel }];

/** Exercises for each part of the job: how each went, and another one. */
export default function PracticeScreen({ loaderData: view }: Route.ComponentProps) {
  const navigate = useNavigate();
  const [text, setText] = useState("");
  const named = readExerciseName(text);
  const another = (kind: ExerciseKind) => void navigate(anyExercise(kind));
  const times = view.kinds.reduce((n, k) => n + k.times, 0);
  return (
    <AwayPage
      head={
        <>
          <Link to="/shoots">{PRACTICE_TEXTS.allShootsAndDays}</Link>
          <b>{PRACTICE_TEXTS.practice}</b>
          <ThemeToggle />
        </>
      }
    >
      <Stack as="main" $gapPx={22}>
        <div>
          <Answer>
            {times === 0
              ? PRACTICE_TEXTS.practiseTheJobWithoutGear
              : PRACTICE_TEXTS.done(capital(count(times, "exercise")))}
          </Answer>
          <Sub>{PRACTICE_TEXTS.eachExerciseIsMade}</Sub>
        </div>
        <Kinds>
          {view.kinds.map(({ kind, times: n, best, last }) => (
            <li key={kind}>
              <div>
                <b>{EXERCISE_WORDS[kind].title}</b>
                <p>{EXERCISE_WORDS[kind].about}</p>
              </div>
              <Soft>
                {n === 0 || !last ? (
                  PRACTICE_TEXTS.notYet
                ) : (
                  <>{PRACTICE_TEXTS.bestOf100Last(count(n, "time"), best ?? "", last.points)}</>
                )}
              </Soft>
              {kind === "day" && !view.hasDay ? (
                <Soft>{PRACTICE_TEXTS.onThePracticeDayNpm}</Soft>
              ) : (
                <Button onPress={() => another(kind)}>
                  {n === 0 ? PRACTICE_TEXTS.tryOne : PRACTICE_TEXTS.another}
                </Button>
              )}
            </li>
          ))}
        </Kinds>
        <Row
          as="form"
          style={{ alignItems: "end" }}
          onSubmit={(event: React.SubmitEvent) => {
            event.preventDefault();
            if (named) void navigate(`/practice/${named.kind}/${named.seed}`);
          }}
        >
          <TextField
            label={PRACTICE_TEXTS.openByName}
            value={text}
            onChange={setText}
            placeholder="fault-4711"
            error={text.trim() === "" || named ? null : PRACTICE_TEXTS.forExampleAir12}
          />
          <PrimaryButton type="submit" isDisabled={!named}>
            {PRACTICE_TEXTS.open}
          </PrimaryButton>
        </Row>
        {view.results.length > 0 && (
          <section aria-label={PRACTICE_TEXTS.howItWent}>
            <Heading>{PRACTICE_TEXTS.howItWent}</Heading>
            <Results>
              {view.results.map((r) => (
                <li key={r.id}>
                  <Link to={`/practice/${r.kind}/${r.seed}`}>
                    <Figure>{exerciseName(r.kind, r.seed)}</Figure>
                  </Link>
                  <span>{scoreWords(r.points, r.bestPoints)}</span>
                  <Soft>{formatAge(view.nowMs - r.atRealMs)}</Soft>
                </li>
              ))}
            </Results>
          </section>
        )}
      </Stack>
    </AwayPage>
  );
}

const Kinds = styled.ul`
  list-style: none;
  border-top: 2px solid var(--ink);
  li {
    display: grid;
    grid-template-columns: minmax(0, 1fr) 240px 150px;
    gap: 4px 18px;
    align-items: center;
    border-bottom: 1px solid var(--rule);
    padding: 8px 0;
    min-height: 60px;
  }
  li > :last-child {
    justify-self: end;
  }
  ${PHONE} {
    li {
      grid-template-columns: 1fr;
    }
    li > :last-child {
      justify-self: start;
    }
  }
`;
const Results = styled.ol`
  list-style: none;
  li {
    display: grid;
    grid-template-columns: 150px minmax(0, 1fr) 130px;
    gap: 14px;
    border-bottom: 1px solid var(--rule);
    min-height: 40px;
    align-items: center;
  }
  ${PHONE} {
    li {
      grid-template-columns: 1fr;
      gap: 0;
      padding: 6px 0;
    }
  }
`;
