import { Check, X } from "lucide-react";
import { Link, useNavigate } from "react-router";
import styled from "styled-components";
import { type Told } from "~/contract/messages/exercise";
import { EXERCISE_TEXTS } from "~/contract/messages/screens/exercise";
import { exerciseName, type ExerciseKind } from "~/core/training/exercise";
import { anyExercise } from "./anyExercise";
import { Button, PrimaryButton } from "~/app/ui/Button/Button";
import { Figure, Row, Soft, Stack } from "~/app/ui/Page/Page";

/** How it went, line by line, and what next. */
export function Outcome({
  kind,
  seed,
  lines,
  onAgain,
}: {
  kind: ExerciseKind;
  seed: number;
  lines: readonly Told[];
  onAgain?: () => void;
}) {
  const navigate = useNavigate();
  return (
    <Stack>
      <Lines aria-label={EXERCISE_TEXTS.howItWent}>
        {lines.map((l, i) => (
          <li key={`${i} ${l.text}`} data-good={l.isGood || undefined}>
            {l.isGood ? (
              <Check aria-label="good" size={20} />
            ) : (
              <X aria-label={EXERCISE_TEXTS.notSo} size={20} />
            )}
            <span>{l.text}</span>
          </li>
        ))}
      </Lines>
      <Row>
        <PrimaryButton onPress={() => void navigate(anyExercise(kind))}>
          {EXERCISE_TEXTS.anotherOne}
        </PrimaryButton>
        {onAgain && <Button onPress={onAgain}>{EXERCISE_TEXTS.sameOneAgain}</Button>}
        <Link to="/practice">{EXERCISE_TEXTS.allExercises}</Link>
        <Soft>
          {EXERCISE_TEXTS.itsNameToShare} <Figure>{exerciseName(kind, seed)}</Figure>
        </Soft>
      </Row>
    </Stack>
  );
}

const Lines = styled.ul`
  list-style: none;
  border-top: 1px solid var(--rule);
  li {
    display: grid;
    grid-template-columns: 24px minmax(0, 1fr);
    gap: 10px;
    align-items: start;
    border-bottom: 1px solid var(--rule);
    padding: 7px 0;
    color: var(--ink);
  }
  svg {
    color: var(--bad);
    margin-top: 2px;
  }
  li[data-good] svg {
    color: var(--good);
  }
`;
