import { MapPin } from "lucide-react";
import { PRACTICE_WELCOME } from "~/contract/messages/shoots";
import { Link } from "react-router";
import styled from "styled-components";
import type { Route } from "./+types/route";
import { skipToNext } from "~/server/services/day/skipClock.server";
import { moveClockOn } from "~/server/services/day/clock.server";
import { setLengths } from "~/server/services/shoots/shoots.server";
import { moveTo } from "~/server/services/day/moves.server";
import { DAY, dayHeadline, moveHereWords, rulesWords } from "~/contract/messages/day";
import { formatClock } from "~/contract/messages/format";
import { CHANNEL_TABLE } from "~/contract/messages/frame";
import { ChannelTable } from "~/app/features/channelTable/ChannelTable";
import { Notice } from "~/app/ui/Notice/Notice";
import { Answer, Heading, Row, Soft, Sub } from "~/app/ui/Page/Page";
import { dayIdOf, readIntent, reply } from "~/app/routes/shared/reply.server";
import { answerOrAway } from "~/app/routes/shared/away";
import { ReplyNotice } from "~/app/routes/shared/ReplyNotice";
import { currentPlace, namesOf, useDay } from "~/app/routes/shared/useDay";
import { useIntent } from "~/app/routes/shared/useIntent";
import { CartButton } from "~/app/routes/shared/CartOnly";
import { ChannelDetail } from "./ChannelDetail";
import { dayColumns, partsOf } from "./dayColumns";
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
    case "clock-to-next-event":
      return reply(await skipToNext(context.app, dayId));
    case "clock-to-place":
      return reply(await moveClockOn(context.app, dayId, { placeId: intent.placeId }));
  }
}

/** The first screen: how every channel stands, and where the unit is. */
export default function DayScreen() {
  const view = useDay();
  const names = namesOf(view);
  const here = currentPlace(view);
  const base = `/day/${view.day.id}`;
  const { send, reply: answer, isBusy } = useIntent<DayIntent>(`${base}?index`);
  return (
    <ChannelTable
      label={CHANNEL_TABLE.label}
      channels={view.channels}
      columns={dayColumns(names)}
      besideName={(c) => `${c.packLabel}${c.part === "" ? "" : ` · ${c.part}`}`}
      needsHand={(c) => partsOf(c, names).some(({ words }) => words.status === "problem")}
      head={
        <>
          <Answer>
            {dayHeadline(
              view.channels.map((c) => c.state),
              here.name,
            )}
          </Answer>
          {view.day.isPractice && !view.plan && <Sub>{PRACTICE_WELCOME}</Sub>}
          <ReplyNotice reply={answer} />
          {view.rig.state === "silent" && <Notice kind="refused">{DAY.silent}</Notice>}
        </>
      }
      detail={(c) => <ChannelDetail channel={c} base={base} names={names} />}
      foot={
        <section>
          <Row>
            <Heading>{DAY.locations}</Heading>
            <Link to={`${base}/setup`}>{DAY.editLocations}</Link>
          </Row>
          <Places>
            {view.places.map((p) => (
              <li key={p.id}>
                <span>
                  <b>{p.name}</b>{" "}
                  <Soft>{`${formatClock(p.startMs)}–${formatClock(p.endMs)}${p.note === "" ? "" : ` · ${p.note}`}`}</Soft>
                </span>
                {p.id === here.id ? (
                  <Here>
                    <MapPin aria-hidden size={18} /> {DAY.here}
                  </Here>
                ) : (
                  <CartButton
                    isDisabled={isBusy}
                    onPress={() => send({ intent: "move-to", placeId: p.id })}
                    aria-label={moveHereWords(p.name)}
                  >
                    {DAY.moveHere}
                  </CartButton>
                )}
              </li>
            ))}
          </Places>
          <Soft as="p">{rulesWords(view.day.town, view.day.region)}</Soft>
        </section>
      }
    />
  );
}

const Places = styled.ul`
  list-style: none;
  li {
    display: flex;
    flex-wrap: wrap;
    justify-content: space-between;
    align-items: center;
    gap: 4px 16px;
    min-height: var(--target);
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
