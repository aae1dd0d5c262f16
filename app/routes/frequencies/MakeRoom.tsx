import { type ReactNode, useEffect, useRef, useState } from "react";
import type { CoordinationRequest } from "~/core/coordination/problem/request";
import { isUnitRule, type Relaxation, type RoomFound } from "~/core/coordination/changing/makeRoom";
import { capital, formatDb, listWords, namesOrCount } from "~/contract/messages/format";
import { FREQUENCIES_TEXTS } from "~/contract/messages/screens/frequencies";
import { roomInWorker, type Running } from "~/workers/coordinate/coordinate.client";
import { Button } from "~/app/ui/Button/Button";
import { Panel, Row, Soft } from "~/app/ui/Page/Page";

interface MakeRoomProps {
  request: CoordinationRequest;
  nameOf: (id: string) => string;
  /** Gives up what this screen can give up: a fixed frequency, the spacing. */
  onTake: (relaxations: Relaxation[]) => void;
  /** What else could make room, once it is asked for. */
  children?: ReactNode;
}

/**
 * Where not all channels fit: the least that could be given up so that they do, found by solving
 * each.
 */
export function MakeRoom({ request, nameOf, onTake, children }: MakeRoomProps) {
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
        <Button onPress={ask}>{FREQUENCIES_TEXTS.whatWouldMakeRoom}</Button>
      </Row>
    );
  return (
    <Panel aria-live="polite">
      {answer === "asked" ? (
        <Soft>{FREQUENCIES_TEXTS.tryingWithOneRuleRelaxed}</Soft>
      ) : answer === "failed" ? (
        <p>{FREQUENCIES_TEXTS.thatStoppedThePlan}</p>
      ) : answer.length === 0 ? (
        <p>{FREQUENCIES_TEXTS.noUnlockedFrequencyTighterSpacing}</p>
      ) : (
        answer.map((a) => (
          <Row key={JSON.stringify(a.relaxations)}>
            <span>
              {a.relaxations.some(isUnitRule)
                ? capital(listWords(a.relaxations.map((r) => relaxationWords(r, nameOf))))
                : FREQUENCIES_TEXTS.thenAllFit(
                    capital(listWords(a.relaxations.map((r) => relaxationWords(r, nameOf)))),
                  )}
            </span>
            {a.relaxations.every((r) => r.code !== "more-noise" && !isUnitRule(r)) && (
              <Button
                onPress={() => {
                  setAnswer(null);
                  onTake(a.relaxations);
                }}
              >
                {FREQUENCIES_TEXTS.apply}
              </Button>
            )}
          </Row>
        ))
      )}
      {children}
    </Panel>
  );
}

function relaxationWords(r: Relaxation, nameOf: (id: string) => string): string {
  switch (r.code) {
    case "tighter":
      return FREQUENCIES_TEXTS.tightSpacing;
    case "unlock":
      return FREQUENCIES_TEXTS.notFixed(nameOf(r.channelId));
    case "buried":
      return FREQUENCIES_TEXTS.intermodAllowedWhere;
    case "apart":
      return FREQUENCIES_TEXTS.channelsThatNeverWorkTogether;
    case "own-numbers":
      return FREQUENCIES_TEXTS.ownNumbers(namesOrCount(r.channelIds.map(nameOf)));
    case "shared-halves":
      return FREQUENCIES_TEXTS.sharedHalves;
    case "more-noise":
      return FREQUENCIES_TEXTS.moreNoiseThanTheDay(formatDb(r.byDb));
  }
}
