import { useEffect, useRef, useState } from "react";
import type { CoordinationRequest } from "~/core/coordination/problem/request";
import type { Relaxation, RoomFound } from "~/core/coordination/changing/makeRoom";
import { capital, formatDb, listWords } from "~/contract/messages/format";
import { roomInWorker, type Running } from "~/workers/coordinate/coordinate.client";
import { Button } from "~/app/ui/Button/Button";
import { Panel, Row, Soft } from "~/app/ui/Page/Page";

interface MakeRoomProps {
  request: CoordinationRequest;
  nameOf: (id: string) => string;
  /** Gives up what this screen can give up: a fixed frequency, the spacing. */
  onTake: (relaxations: Relaxation[]) => void;
}

/**
 * Where not all channels fit: the least that could be given up so that they do, found by solving
 * each.
 */
export function MakeRoom({ request, nameOf, onTake }: MakeRoomProps) {
  const [answer, setAnswer] = useState<RoomFound[] | "asked" | "failed" | null>(null);
  const running = useRef<Running<RoomFound[]> | null>(null);
  useEffect(() => () => running.current?.cancel(), []);
  const ask = () => {
    running.current?.cancel();
    setAnswer("asked");
    const mine = roomInWorker(request);
    running.current = mine;
    void mine.result.then((r) => running.current === mine && setAnswer(r.ok ? r.value : "failed"));
  };
  if (answer === null)
    return (
      <Row>
        <Button onPress={ask}>What would make room?</Button>
      </Row>
    );
  return (
    <Panel aria-live="polite">
      {answer === "asked" ? (
        <Soft>Solving it with one thing less each time …</Soft>
      ) : answer === "failed" ? (
        <p>That broke off. The plan is as it was.</p>
      ) : answer.length === 0 ? (
        <p>
          Neither a fixed frequency, nor tighter spacing, nor more noise makes room for all, alone
          or two together. Another block, another place for the receivers, or one channel fewer.
        </p>
      ) : (
        answer.map((a) => (
          <Row key={JSON.stringify(a.relaxations)}>
            <span>{`${capital(listWords(a.relaxations.map((r) => relaxationWords(r, nameOf))))}: then all stand.`}</span>
            {a.relaxations.every((r) => r.code !== "more-noise") && (
              <Button
                onPress={() => {
                  setAnswer(null);
                  onTake(a.relaxations);
                }}
              >
                Do that
              </Button>
            )}
          </Row>
        ))
      )}
    </Panel>
  );
}

function relaxationWords(r: Relaxation, nameOf: (id: string) => string): string {
  switch (r.code) {
    case "tighter":
      return "tight spacing";
    case "unlock":
      return `${nameOf(r.channelId)} not fixed`;
    case "buried":
      return "products allowed where they are at least 40 dB under";
    case "apart":
      return "those who never play together allowed in each other's way, their packs off between";
    case "more-noise":
      return `${formatDb(r.byDb)} more noise than the day allows`;
  }
}
