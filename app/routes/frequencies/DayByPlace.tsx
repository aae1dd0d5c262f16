import { itemAt } from "~/core/units/items";
import { useEffect, useRef, useState } from "react";
import { capital, count, listWords } from "~/contract/messages/format";
import { FREQUENCIES_TEXTS } from "~/contract/messages/screens/frequencies";
import type { DayPlans, PlacePlan, PlaceRequest } from "~/core/coordination/search/dayPlans";
import { formatMhz } from "~/core/units/frequencyText";
import { dayInWorker, type Running } from "~/workers/coordinate/coordinate.client";
import { Button } from "~/app/ui/Button/Button";
import { Figure, Panel, Row, Soft, Table } from "~/app/ui/Page/Page";
import { Status } from "~/app/ui/Status/Status";

interface DayByPlaceProps {
  places: readonly PlaceRequest[];
  hereId: number;
  channels: readonly { id: string; name: string }[];
  /** Looks at the plan of the place where the unit is. */
  onTake: (plan: PlacePlan, request: PlaceRequest["request"]) => void;
}

/**
 * Where no one set holds everywhere: place by place in the day's order, with as few packs to retune
 * as can be found.
 */
export function DayByPlace({ places, hereId, channels, onTake }: DayByPlaceProps) {
  const [answer, setAnswer] = useState<DayPlans | "asked" | "failed" | null>(null);
  const running = useRef<Running<DayPlans> | null>(null);
  useEffect(() => () => running.current?.cancel(), []);
  const ask = () => {
    running.current?.cancel();
    setAnswer("asked");
    const mine = dayInWorker(places);
    running.current = mine;
    void mine.result.then((r) => running.current === mine && setAnswer(r.ok ? r.value : "failed"));
  };
  if (answer === null)
    return (
      <Row>
        <Soft>{FREQUENCIES_TEXTS.noSingleSetWorks}</Soft>
        <Button onPress={ask}>{FREQUENCIES_TEXTS.locationByLocation}</Button>
      </Row>
    );
  if (answer === "asked")
    return (
      <Panel aria-live="polite">
        <Soft>{FREQUENCIES_TEXTS.goingThroughTheDay}</Soft>
      </Panel>
    );
  if (answer === "failed")
    return (
      <Panel aria-live="polite">
        <p>{FREQUENCIES_TEXTS.thatStoppedThePlan}</p>
      </Panel>
    );
  const hereAt = places.findIndex((p) => p.placeId === hereId);
  const here = answer.plans[hereAt];
  const short = places
    .filter((_, i) => itemAt(answer.plans, i).result.unplaced.length > 0)
    .map((p) => p.name);
  const stay =
    answer.steady.length === channels.length
      ? FREQUENCIES_TEXTS.noRetuneAllDay
      : FREQUENCIES_TEXTS.overTheDay(
          capital(count(answer.retunes, "retune")),
          answer.steady.length === 0
            ? FREQUENCIES_TEXTS.noneStays
            : `${listWords(channels.filter((c) => answer.steady.includes(c.id)).map((c) => c.name))} ${answer.steady.length === 1 ? "stays" : "stay"}`,
        );
  return (
    <Panel aria-live="polite">
      <Row>
        <b>{short.length > 0 ? FREQUENCIES_TEXTS.notAllFit(listWords(short)) : `${stay}.`}</b>
        {here && (
          <Button onPress={() => onTake(here, itemAt(places, hereAt).request)}>
            {FREQUENCIES_TEXTS.showTheSetForHere}
          </Button>
        )}
      </Row>
      <Table>
        <thead>
          <tr>
            <th>{FREQUENCIES_TEXTS.channel}</th>
            {places.map((p) => (
              <th key={p.placeId}>{p.name}</th>
            ))}
          </tr>
        </thead>
        <tbody>
          {channels.map((c) => (
            <tr key={c.id}>
              <th scope="row">{c.name}</th>
              {answer.plans.map((p, i) => {
                const at = p.result.assignments.find((a) => a.channelId === c.id);
                return (
                  <td key={p.placeId} data-label={itemAt(places, i).name}>
                    {at ? (
                      <Figure
                        style={
                          p.retuned.includes(c.id)
                            ? { fontWeight: 700, textDecoration: "underline" }
                            : {}
                        }
                      >
                        {formatMhz(at.frequencyHz)}
                      </Figure>
                    ) : (
                      <Status status="problem">{FREQUENCIES_TEXTS.noFrequency}</Status>
                    )}
                  </td>
                );
              })}
            </tr>
          ))}
        </tbody>
      </Table>
      <Soft as="p">{FREQUENCIES_TEXTS.underlinedRetunedOnArrival}</Soft>
    </Panel>
  );
}
