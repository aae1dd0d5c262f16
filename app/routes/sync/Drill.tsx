import { useState } from "react";
import styled from "styled-components";
import type { DrillView } from "~/server/services/training/drill.server";
import { capital, count, formatDuration } from "~/contract/messages/format";
import { Button, QuietButton } from "~/app/ui/Button/Button";
import { Panel, Row, Soft } from "~/app/ui/Page/Page";
import { Status } from "~/app/ui/Status/Status";
import { CartButton } from "~/app/routes/shared/CartOnly";
import type { SyncIntent } from "./intents";

const KIND_WORDS: Record<DrillView["faults"][number]["kind"], string> = {
  "wrong-block": "a pack of another block than its label says",
  "not-stored": "a number that was not stored",
  neighbour: "somebody else on a frequency of ours",
  antenna: "an antenna that is missing",
  muted: "a pack that is muted",
};

/** Practice: how many of the hidden faults are left, and, for who gives up, which. */
export function Drill({
  drill,
  isProved,
  isBusy,
  send,
}: {
  drill: DrillView;
  isProved: boolean;
  isBusy: boolean;
  send: (intent: SyncIntent) => void;
}) {
  const [isShown, setShown] = useState(false);
  const left = drill.faults.filter((f) => !f.isCleared).length;
  const isDone = left === 0 && isProved;
  return (
    <Panel aria-label="Practice">
      <Row>
        <Status status={isDone ? "done" : "todo"}>
          {isDone
            ? `All ${count(drill.faults.length, "hidden fault")} are cleared, and every channel is proved`
            : left === 0
              ? "Practice: every hidden fault is cleared. Prove what is left"
              : `Practice: ${count(drill.faults.length, "fault")} are hidden, ${capital(count(left, "is", "are")).toLowerCase()} left`}
        </Status>
        {!isDone && <Soft>{`for ${formatDuration(drill.elapsedMs)}`}</Soft>}
        {!isDone && (
          <QuietButton aria-expanded={isShown} onPress={() => setShown(!isShown)}>
            {isShown ? "Hide them" : "Show them"}
          </QuietButton>
        )}
        <Button
          isDisabled={isBusy}
          onPress={() => send({ intent: isDone ? "hide-faults" : "end-drill" })}
        >
          {isDone ? "Again" : "End the practice"}
        </Button>
        {isDone && (
          <CartButton isDisabled={isBusy} onPress={() => send({ intent: "end-drill" })}>
            End the practice
          </CartButton>
        )}
      </Row>
      {isShown && (
        <List>
          {drill.faults.map((f) => (
            <li key={f.kind}>
              <Status
                status={f.isCleared ? "done" : "todo"}
              >{`${KIND_WORDS[f.kind]}: ${f.where}`}</Status>
            </li>
          ))}
        </List>
      )}
    </Panel>
  );
}

const List = styled.ul`
  list-style: none;
  li {
    padding: 2px 0;
  }
`;
