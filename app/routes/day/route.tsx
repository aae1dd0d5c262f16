import { MapPin } from "lucide-react";
import { Link } from "react-router";
import styled from "styled-components";
import type { Route } from "./+types/route";
import { skipToNext } from "~/server/services/day/skipClock.server";
import { moveClockOn } from "~/server/services/day/clock.server";
import { setLengths } from "~/server/services/shoots/shoots.server";
import { moveTo } from "~/server/services/day/moves.server";
import {
  dayHeadline,
  frequencyWords,
  levelWords,
  placeWords,
  stepWords,
  syncWords,
  type StateWords,
} from "~/contract/messages/day";
import { formatClock } from "~/contract/messages/format";
import { formatMhz } from "~/core/units/frequencyText";
import { LegalFlag } from "~/app/features/channel/LegalFlag";
import { Mark } from "~/app/ui/Mark/Mark";
import { Notice } from "~/app/ui/Notice/Notice";
import { Answer, BigFigure, Heading, Row, Soft, Stack, Sub, Table } from "~/app/ui/Page/Page";
import { Status } from "~/app/ui/Status/Status";
import { PHONE } from "~/app/ui/theme/theme";
import { dayIdOf, readIntent, reply } from "~/app/routes/shared/reply.server";
import { answerOrAway } from "~/app/routes/shared/away";
import { ReplyNotice } from "~/app/routes/shared/ReplyNotice";
import { currentPlace, namesOf, useDay } from "~/app/routes/shared/useDay";
import { useIntent } from "~/app/routes/shared/useIntent";
import { CartButton } from "~/app/routes/shared/CartOnly";
import { dayIntents, type DayIntent } from "./intents";

export const clientAction = ({ serverAction }: Route.ClientActionArgs) =>
  answerOrAway(serverAction);

export async function action({ params, request, context }: Route.ActionArgs) {
  const dayId = dayIdOf(params);
  const read = await readIntent(request, dayIntents);
  if (!read.ok) return read.reply;
  const { intent } = read;
  switch (intent.intent) {
    case "move-to":
      return reply(await moveTo(context.app, dayId, intent.placeId));
    case "lengths":
      return reply(await setLengths(context.app, dayId, intent.unit));
    case "clock-on":
      return reply(await moveClockOn(context.app, dayId, { byMs: intent.minutes * 60_000 }));
    case "clock-to-happening":
      return reply(await skipToNext(context.app, dayId));
    case "clock-to-place":
      return reply(await moveClockOn(context.app, dayId, { placeId: intent.placeId }));
  }
}

/** The first screen: who stands how, and where the unit is. */
export default function DayScreen() {
  const view = useDay();
  const names = namesOf(view);
  const here = currentPlace(view);
  const base = `/day/${view.day.id}`;
  const { send, reply: answer, isBusy } = useIntent<DayIntent>(`${base}?index`);
  const first = view.steps[0];
  return (
    <Stack>
      <div>
        <Answer>
          {dayHeadline(
            view.channels.map((c) => c.state),
            here.name,
          )}
        </Answer>
        <Sub>
          {first
            ? `Next: ${lower(stepWords(first, names, view.nowMs).what)}; ${stepWords(first, names, view.nowMs).why}.`
            : "Nothing waits."}
        </Sub>
      </div>
      <ReplyNotice reply={answer} />
      {view.rig.state === "silent" && (
        <Notice kind="refused">
          The receivers do not answer. What is recorded is shown; settings and meters are as they
          were last known.
        </Notice>
      )}
      <Table>
        <thead>
          <tr>
            <th>Channel</th>
            <th>Frequency MHz</th>
            <th>Sync</th>
            <th>Level</th>
            <th>Place</th>
          </tr>
        </thead>
        <tbody>
          {view.channels.map((c) => (
            <tr key={c.id}>
              <th scope="row">
                <Row as="span">
                  <Soft as={Number}>{c.number}</Soft>
                  <Mark>{c.mark}</Mark>
                  <span>
                    <Talker>{c.talker}</Talker> <Soft>{`${c.part} · ${c.packLabel}`}</Soft>
                  </span>
                </Row>
                <LegalFlag legality={c.legality} unit={c.packLabel} />
              </th>
              <td data-label="Frequency">
                <Cell to={`${base}/frequencies`}>
                  {"frequencyHz" in c.state.frequency && (
                    <BigFigure>{formatMhz(c.state.frequency.frequencyHz)}</BigFigure>
                  )}
                  {c.state.frequency.status !== "done" && (
                    <Words words={frequencyWords(c.state, names)} />
                  )}
                </Cell>
              </td>
              <td data-label="Sync">
                <Cell to={`${base}/sync`}>
                  <Words words={syncWords(c.state, names)} />
                </Cell>
              </td>
              <td data-label="Level">
                <Cell to={`${base}/level?channel=${c.id}`}>
                  <Words words={levelWords(c.state)} />
                </Cell>
              </td>
              <td data-label="Place">
                <Cell to={`${base}/range?channel=${c.id}`}>
                  <Words words={placeWords(c.state)} />
                </Cell>
              </td>
            </tr>
          ))}
        </tbody>
      </Table>
      <section>
        <Row>
          <Heading>Where the unit is</Heading>
          <Link to={`${base}/setup`}>places and talkers</Link>
        </Row>
        <Places>
          {view.places.map((p) => (
            <li key={p.id}>
              <span>
                <b>{p.name}</b>{" "}
                <Soft>{`${formatClock(p.startMs)}–${formatClock(p.endMs)} · ${p.note}`}</Soft>
              </span>
              {p.id === here.id ? (
                <Here>
                  <MapPin aria-hidden size={18} /> here now
                </Here>
              ) : (
                <CartButton
                  isDisabled={isBusy}
                  onPress={() => send({ intent: "move-to", placeId: p.id })}
                  aria-label={`We are here: the ${p.name.toLowerCase()}`}
                >
                  We are here
                </CartButton>
              )}
            </li>
          ))}
        </Places>
      </section>
      <Soft as="p">{`${view.day.town === "" ? "Rules" : `${view.day.town}: rules`} for the ${view.day.region}. Licence, band and power are yours to answer for: check with your regulator.`}</Soft>
    </Stack>
  );
}

const lower = (text: string) => text.charAt(0).toLowerCase() + text.slice(1);
const Words = ({ words }: { words: StateWords }) =>
  words.text === "–" ? <Soft>–</Soft> : <Status status={words.status}>{words.text}</Status>;
const Talker = styled.b`
  font-weight: 600;
  font-size: 17px;
`;
const Number = styled.span`
  width: 1ch;
  text-align: right;
`;
const Cell = styled(Link)`
  display: flex;
  flex-direction: column;
  justify-content: center;
  min-height: 44px;
  text-decoration: none;
  color: inherit;
  ${PHONE} {
    min-height: 36px;
    justify-content: flex-start;
    padding-bottom: 8px;
  }
  &:hover {
    text-decoration: underline;
    text-underline-offset: 3px;
  }
`;
const Places = styled.ul`
  list-style: none;
  li {
    display: flex;
    flex-wrap: wrap;
    justify-content: space-between;
    align-items: center;
    gap: 4px 16px;
    min-height: 52px;
    border-bottom: 1px solid var(--rule);
    padding: 3px 0;
  }
`;
const Here = styled.span`
  display: inline-flex;
  gap: 6px;
  align-items: center;
  color: var(--good);
  font-weight: 600;
  padding: 0 14px;
`;
