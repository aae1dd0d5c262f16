import { useState } from "react";
import styled from "styled-components";
import type { DrillView } from "~/server/services/training/drill.server";
import { capital, count, formatDuration } from "~/contract/messages/format";
import { SYNC_TEXTS } from "~/contract/messages/screens/sync";
import { Button, QuietButton } from "~/app/ui/Button/Button";
import { Panel, Row, Soft } from "~/app/ui/Page/Page";
import { Status } from "~/app/ui/Status/Status";
import { CartButton } from "~/app/routes/shared/CartOnly";
import type { SyncIntent } from "./intents";

const KIND_WORDS: Record<DrillView["faults"][number]["kind"], string> = {
  "wrong-block": SYNC_TEXTS.aPackOfAnotherBlock,
  "not-stored": SYNC_TEXTS.aNumberThatWasNot,
  neighbour: SYNC_TEXTS.anotherTransmitterOnOurFrequency,
  antenna: SYNC_TEXTS.anAntennaThatIsMissing,
  muted: SYNC_TEXTS.aPackThatIsMuted,
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
    <Panel aria-label={SYNC_TEXTS.practice}>
      <Row>
        <Status status={isDone ? "done" : "todo"}>
          {isDone
            ? SYNC_TEXTS.allAreFixedAndEvery(count(drill.faults.length, "hidden fault"))
            : left === 0
              ? SYNC_TEXTS.practiceEveryHiddenFault
              : SYNC_TEXTS.practiceAreHiddenLeft(
                  count(drill.faults.length, "fault"),
                  capital(count(left, "is", "are")).toLowerCase(),
                )}
        </Status>
        {!isDone && <Soft>{SYNC_TEXTS.for(formatDuration(drill.elapsedMs))}</Soft>}
        {!isDone && (
          <QuietButton aria-expanded={isShown} onPress={() => setShown(!isShown)}>
            {isShown ? SYNC_TEXTS.hideThem : SYNC_TEXTS.showThem}
          </QuietButton>
        )}
        <Button
          isDisabled={isBusy}
          onPress={() => send({ intent: isDone ? "hide-faults" : "end-drill" })}
        >
          {isDone ? SYNC_TEXTS.again : SYNC_TEXTS.endPractice}
        </Button>
        {isDone && (
          <CartButton isDisabled={isBusy} onPress={() => send({ intent: "end-drill" })}>
            {SYNC_TEXTS.endPractice}
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
