import { useState } from "react";
import styled from "styled-components";
import { PREP_TEXTS } from "~/contract/messages/screens/prep";
import { Button, QuietButton } from "~/app/ui/Button/Button";
import { Heading, Row } from "~/app/ui/Page/Page";
import { useDay } from "~/app/routes/shared/useDay";
import { useTaken } from "~/app/routes/shared/useTaken";
import type { Route } from "./+types/route";
import type { PrepareIntent } from "./intents";
import { SceneForm } from "./SceneForm";
import { SceneImport } from "./SceneImport";
import { SceneTable } from "./SceneTable";

interface ScenesProps {
  prep: Route.ComponentProps["loaderData"];
  reply: Parameters<typeof useTaken>[0];
  isBusy: boolean;
  send: (intent: PrepareIntent) => void;
}

/** The scene list: read from a file, changed by hand, given on. */
export function Scenes({ prep, reply, isBusy, send }: ScenesProps) {
  const { day } = useDay();
  const taken = useTaken(reply);
  const expectedVersion = prep.list?.version ?? 0;
  /** The scene that is being changed: its number, "" for a new one. */
  const [opened, setOpened] = useState<string | null>(null);
  const changed = prep.scenes.find((s) => s.number === opened) ?? null;
  const close = () => setOpened(null);
  return (
    <section>
      <Row>
        <Heading>{PREP_TEXTS.scenes}</Heading>
        {prep.scenes.length > 0 && (
          <>
            <a href={`/day/${day.id}/scenes.csv`} download>
              {PREP_TEXTS.saveCsv}
            </a>
            <a href={`/day/${day.id}/scenes.ics`} download>
              {PREP_TEXTS.calendar}
            </a>
          </>
        )}
        {prep.earlierVersion !== null && (
          <QuietButton
            isDisabled={isBusy}
            onPress={() => send({ intent: "undo", expectedVersion })}
          >
            {PREP_TEXTS.undoPreviousList}
          </QuietButton>
        )}
      </Row>
      {prep.scenes.length > 0 && <SceneTable scenes={prep.scenes} onChange={setOpened} />}
      <Gap>
        {opened === null ? (
          <Button onPress={() => setOpened("")}>{PREP_TEXTS.addAScene}</Button>
        ) : (
          <SceneForm
            key={opened}
            scene={changed}
            others={prep.scenes.filter((s) => s !== changed)}
            isBusy={isBusy}
            onDrop={close}
            onKeep={(scene) => {
              const replaces = changed?.number ?? null;
              send({ intent: "put-scene", scene, replaces, expectedVersion });
              taken(close);
            }}
            onStrike={() => {
              if (!changed) {
                close();
                return;
              }
              send({ intent: "strike-scene", number: changed.number, expectedVersion });
              taken(close);
            }}
          />
        )}
      </Gap>
      <Gap>
        <SceneImport standing={prep.scenes} expectedVersion={expectedVersion} onImport={send} />
      </Gap>
    </section>
  );
}

const Gap = styled.div`
  margin-top: 12px;
`;
