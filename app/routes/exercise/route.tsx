import { defined } from "~/core/units/items";
import { Link, redirect } from "react-router";
import type { Route } from "./+types/route";
import {
  beginDayExercise,
  type DayExerciseView,
  dayExerciseView,
  endDayExercise,
  keepResult,
} from "~/server/services/training/exercises.server";
import { EXERCISE_WORDS } from "~/contract/messages/exercise";
import { EXERCISE_TEXTS } from "~/contract/messages/screens/exercise";
import { exerciseName, readExerciseName } from "~/core/training/exercise";
import { ThemeToggle } from "~/app/features/frame/ThemeToggle";
import { AwayPage } from "~/app/ui/Page/Away";
import { answerOrAway } from "~/app/routes/shared/away";
import { notFound, orNotFound, readIntent, reply } from "~/app/routes/shared/reply.server";
import { DayTen } from "./DayTen";
import { Desk } from "./Desk";
import { exerciseIntents } from "./intents";

export async function loader({ params, context }: Route.LoaderArgs) {
  const named = readExerciseName(`${params.kind}-${params.seed}`);
  if (!named) throw notFound(EXERCISE_TEXTS.thereIsNoSuchExercise);
  return {
    ...named,
    day:
      named.kind === "day"
        ? orNotFound(await dayExerciseView(context.app, named.seed))
        : (null as DayExerciseView | null),
  };
}

export const clientAction = ({ serverAction }: Route.ClientActionArgs) =>
  answerOrAway(serverAction);

export async function action({ params, request, context }: Route.ActionArgs) {
  const { app } = context;
  const named = readExerciseName(`${params.kind}-${params.seed}`);
  if (!named) throw notFound(EXERCISE_TEXTS.thereIsNoSuchExercise);
  const read = await readIntent(request, exerciseIntents);
  if (!read.ok) return read.reply;
  const { intent } = read;
  switch (intent.intent) {
    case "keep":
      return reply(await keepResult(app, intent));
    case "begin-day": {
      const begun = await beginDayExercise(app, named.seed);
      return begun.ok ? redirect(`/day/${begun.value.dayId}/roll`) : reply(begun);
    }
    case "end-day":
      return reply(await endDayExercise(app, named.seed));
  }
}

export const meta: Route.MetaFunction = ({ params }) => [
  { title: EXERCISE_TEXTS.practicePlainChannel(params.kind, params.seed) },
];

/** One exercise, by its kind and its number. */
export default function ExerciseScreen({ loaderData: { kind, seed, day } }: Route.ComponentProps) {
  return (
    <AwayPage
      head={
        <>
          <Link to="/practice">{EXERCISE_TEXTS.allExercises}</Link>
          <b>{`${EXERCISE_WORDS[kind].title}, ${exerciseName(kind, seed)}`}</b>
          <ThemeToggle />
        </>
      }
    >
      {kind === "day" || day ? (
        <DayTen key={seed} seed={seed} view={defined(day)} />
      ) : (
        <Desk key={`${kind} ${seed}`} kind={kind} seed={seed} />
      )}
    </AwayPage>
  );
}
