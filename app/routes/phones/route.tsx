import { itemAt } from "~/core/units/items";
import { data } from "react-router";
import styled from "styled-components";
import { renderSVG } from "uqr";
import type { Route } from "./+types/route";
import { formatClock } from "~/contract/messages/format";
import { joinProblemWords } from "~/contract/messages/join";
import { PHONES_TEXTS } from "~/contract/messages/screens/phones";
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
      return reply({ ok: true, value: null }, () => PHONES_TEXTS.noPhoneIsConnected);
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
            ? PHONES_TEXTS.noPhoneConnected
            : guests.length === 0
              ? PHONES_TEXTS.waitingForAPhone
              : guests.length === 1
                ? PHONES_TEXTS.connected(itemAt(guests, 0).name)
                : PHONES_TEXTS.phonesConnected(guests.length)}
        </Answer>
        <Sub>{PHONES_TEXTS.theAssistantSeesThisDay}</Sub>
      </div>
      <ReplyNotice reply={answer} />
      {phones.isOpenElsewhere && (
        <Notice kind="caution">{PHONES_TEXTS.phonesAreConnectedToAnother}</Notice>
      )}
      {!isOpen && (
        <Row>
          <PrimaryButton isDisabled={isBusy} onPress={() => send({ intent: "open" })}>
            {PHONES_TEXTS.connectAPhone}
          </PrimaryButton>
          <Soft>{PHONES_TEXTS.untilThenNoPort}</Soft>
        </Row>
      )}
      {isOpen && (
        <Door>
          {phones.qr && (
            <Qr
              role="img"
              aria-label={PHONES_TEXTS.theAddressAsAQr}
              dangerouslySetInnerHTML={{ __html: phones.qr }}
            />
          )}
          <Stack $gapPx={10}>
            <p>{PHONES_TEXTS.scanTheCode}</p>
            <div>
              {phones.addresses.map((a) => (
                <p key={a}>
                  <Figure>{`${a}/join`}</Figure>
                </p>
              ))}
            </div>
            <p>{PHONES_TEXTS.andTypeTheCode}</p>
            <Code as="p">{`${phones.code.slice(0, 3)} ${phones.code.slice(3)}`}</Code>
            <Row>
              <Button isDisabled={isBusy} onPress={() => send({ intent: "shut" })}>
                {PHONES_TEXTS.disconnectAllPhones}
              </Button>
            </Row>
          </Stack>
        </Door>
      )}
      {isOpen && phones.guessers.length > 0 && (
        <Notice kind="caution">
          {phones.guessers
            .slice(0, 3)
            .map((d) =>
              PHONES_TEXTS.typedWrongCodes(
                d.device,
                d.count,
                d.untilMs > phones.nowRealMs
                  ? PHONES_TEXTS.andWaitsUntil(
                      formatClock(view.nowMs + d.untilMs - phones.nowRealMs),
                    )
                  : "",
              ),
            )
            .join(" ")}{" "}
          {PHONES_TEXTS.theCodeAndTheConnected}
        </Notice>
      )}
      {isOpen && guests.length > 0 && (
        <section>
          <Heading>{PHONES_TEXTS.connectedNow}</Heading>
          <Guests>
            {guests.map((g) => (
              <li key={g.id}>
                <b>{g.name}</b>
                <Status status={g.pages > 0 ? "done" : "stale"}>
                  {g.pages > 0 ? PHONES_TEXTS.lookingOnly : PHONES_TEXTS.awayOrScreenOff}
                </Status>
                <Soft>
                  {PHONES_TEXTS.connectedWith(
                    formatClock(view.nowMs - (phones.nowRealMs - g.sinceMs)),
                  )}
                </Soft>
                <Button
                  isDisabled={isBusy}
                  onPress={() => send({ intent: "send-away", guestId: g.id })}
                >
                  {PHONES_TEXTS.disconnect(g.name)}
                </Button>
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
