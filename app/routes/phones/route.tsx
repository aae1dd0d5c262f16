import { itemAt } from "~/core/units/items";
import { data } from "react-router";
import styled from "styled-components";
import { renderSVG } from "uqr";
import type { Route } from "./+types/route";
import { formatClock } from "~/contract/messages/format";
import { joinProblemWords } from "~/contract/messages/join";
import { Button, PrimaryButton } from "~/app/ui/Button/Button";
import { Notice } from "~/app/ui/Notice/Notice";
import { Answer, BigFigure, Figure, Heading, Row, Soft, Stack, Sub } from "~/app/ui/Page/Page";
import { Status } from "~/app/ui/Status/Status";
import { dayIdOf, readIntent, refuse, reply } from "~/app/routes/shared/reply.server";
import { ReplyNotice } from "~/app/routes/shared/ReplyNotice";
import { useDay } from "~/app/routes/shared/useDay";
import { useIntent } from "~/app/routes/shared/useIntent";
import { phoneIntents, type PhoneIntent } from "./intents";

export function loader({ params, context }: Route.LoaderArgs) {
  const dayId = dayIdOf(params);
  const { guestSessions, realNowMs } = context.app;
  const { door, guests, guessers } = guestSessions.view;
  const address = door ? `${door.addresses[0]}/join?c=${door.code}` : null;
  return data({
    isOpen: door?.dayId === dayId,
    isOpenElsewhere: door !== null && door.dayId !== dayId,
    code: door?.code ?? "",
    addresses: door?.addresses ?? [],
    guests,
    guessers,
    nowRealMs: realNowMs(),
    // dark on light whatever the theme: scanners want it so
    qr: address ? renderSVG(address, { whiteColor: "#fffdf8", blackColor: "#18212c" }) : null,
  });
}

export async function action({ params, request, context }: Route.ActionArgs) {
  const dayId = dayIdOf(params);
  const read = await readIntent(request, phoneIntents);
  if (!read.ok) return read.reply;
  const { guestSessions } = context.app;
  switch (read.intent.intent) {
    case "open": {
      const opened = await guestSessions.open(dayId);
      return opened.ok
        ? reply({ ok: true, value: null })
        : refuse(joinProblemWords(opened.error), 409);
    }
    case "shut":
      await guestSessions.shut();
      return reply({ ok: true, value: null }, () => "Shut: no phone is in, and no port is open.");
    case "send-away":
      guestSessions.sendAway(read.intent.guestId);
      return reply({ ok: true, value: null });
  }
}

/** Lets phones into this day, and sends them away. */
export default function Phones({ loaderData: phones }: Route.ComponentProps) {
  const view = useDay();
  const { send, reply: answer, isBusy } = useIntent<PhoneIntent>(`/day/${view.day.id}/phones`);
  const { guests, isOpen } = phones;
  return (
    <Stack>
      <div>
        <Answer>
          {!isOpen
            ? "No phone is let in"
            : guests.length === 0
              ? "Waiting for a phone"
              : guests.length === 1
                ? `${itemAt(guests, 0).name} is in`
                : `${guests.length} phones are in`}
        </Answer>
        <Sub>
          An assistant beside the talker sees this day and ticks what they see; both screens follow
          each other. Only on your own network: what goes over it is not encrypted.
        </Sub>
      </div>
      <ReplyNotice reply={answer} />
      {phones.isOpenElsewhere && (
        <Notice kind="caution">
          Phones are let into another day. Opening this one sends them away.
        </Notice>
      )}
      {!isOpen && (
        <Row>
          <PrimaryButton isDisabled={isBusy} onPress={() => send({ intent: "open" })}>
            Let a phone in
          </PrimaryButton>
          <Soft>Until then no port is open to the network.</Soft>
        </Row>
      )}
      {isOpen && (
        <Door>
          {phones.qr && (
            <Qr
              role="img"
              aria-label="The address as a square to point the phone's camera at"
              dangerouslySetInnerHTML={{ __html: phones.qr }}
            />
          )}
          <Stack $gapPx={10}>
            <p>Point the phone’s camera at the square, or open</p>
            <div>
              {phones.addresses.map((a) => (
                <p key={a}>
                  <Figure>{`${a}/join`}</Figure>
                </p>
              ))}
            </div>
            <p>and give the code</p>
            <Code as="p">{`${phones.code.slice(0, 3)} ${phones.code.slice(3)}`}</Code>
            <Row>
              <Button isDisabled={isBusy} onPress={() => send({ intent: "shut" })}>
                Shut the door and send all away
              </Button>
            </Row>
          </Stack>
        </Door>
      )}
      {isOpen && phones.guessers.length > 0 && (
        <Notice kind="caution">
          {phones.guessers
            .slice(0, 3)
            .map(
              (d) =>
                `${d.device} typed ${d.count} wrong codes${d.untilMs > phones.nowRealMs ? ` and waits until ${formatClock(view.nowMs + d.untilMs - phones.nowRealMs)}` : ""}.`,
            )
            .join(" ")}{" "}
          The code and everybody who is in stay as they are.
        </Notice>
      )}
      {isOpen && guests.length > 0 && (
        <section>
          <Heading>In now</Heading>
          <Guests>
            {guests.map((g) => (
              <li key={g.id}>
                <b>{g.name}</b>
                <Status status={g.pages > 0 ? "done" : "stale"}>
                  {g.pages > 0 ? "looking on" : "away, or its screen is dark"}
                </Status>
                <Soft>{`joined at ${formatClock(view.nowMs - (phones.nowRealMs - g.sinceMs))}`}</Soft>
                <Button
                  isDisabled={isBusy}
                  onPress={() => send({ intent: "send-away", guestId: g.id })}
                >{`Send ${g.name} away`}</Button>
              </li>
            ))}
          </Guests>
        </section>
      )}
    </Stack>
  );
}

const Door = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 24px;
  align-items: center;
`;
const Qr = styled.div`
  width: 220px;
  flex: none;
  svg {
    display: block;
    width: 100%;
    height: auto;
  }
`;
const Code = styled(BigFigure)`
  && {
    font-size: 40px;
    letter-spacing: 0.06em;
  }
`;
const Guests = styled.ul`
  list-style: none;
  li {
    display: flex;
    flex-wrap: wrap;
    gap: 4px 16px;
    align-items: center;
    padding: 6px 0;
    border-bottom: 1px solid var(--rule);
  }
  button {
    margin-left: auto;
  }
`;
