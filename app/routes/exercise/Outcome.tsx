import { Check, X } from "lucide-react";
import { Link, useNavigate } from "react-router";
import styled from "styled-components";
import { type Told } from "~/contract/messages/exercise";
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
      <Lines aria-label="How it went">
        {lines.map((l, i) => (
          <li key={`${i} ${l.text}`} data-good={l.isGood || undefined}>
            {l.isGood ? <Check aria-label="good" size={20} /> : <X aria-label="not so" size={20} />}
            <span>{l.text}</span>
          </li>
        ))}
      </Lines>
      <Row>
        <PrimaryButton onPress={() => void navigate(anyExercise(kind))}>Another one</PrimaryButton>
        {onAgain && <Button onPress={onAgain}>The same again</Button>}
        <Link to="/practice">All exercises</Link>
        <Soft>
          Its name, to give to somebody: <Figure>{exerciseName(kind, seed)}</Figure>
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
