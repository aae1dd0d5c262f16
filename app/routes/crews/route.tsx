import { useState } from "react";
import { Link } from "react-router";
import styled from "styled-components";
import { renderSVG } from "uqr";
import type { Route } from "./+types/route";
import { knownRegions } from "~/server/services/frequencies/regions.server";
import { crewsToday, importCrews, tellOfCrew } from "~/server/services/quick/quickSessions.server";
import { count, rangesWords } from "~/contract/messages/format";
import { crewStateWords } from "~/contract/messages/quick";
import { CREWS_TEXTS } from "~/contract/messages/screens/crews";
import { regionOfLocale } from "~/core/regulations/regionOfLocale";
import { carriedText } from "~/core/quick/address";
import { isAssumedRange } from "~/core/quick/fleet";
import { placeText } from "~/core/quick/quickSet";
import { ThemeToggle } from "~/app/features/frame/ThemeToggle";
import { Button, PrimaryButton, QuietButton } from "~/app/ui/Button/Button";
import { AreaField, SelectField } from "~/app/ui/Field/Field";
import { AwayPage } from "~/app/ui/Page/Away";
import { Answer, Figure, Row, Soft, Stack, Sub, Table } from "~/app/ui/Page/Page";
import { readIntent, reply } from "~/app/routes/shared/reply.server";
import { ReplyNotice } from "~/app/routes/shared/ReplyNotice";
import { useIntent } from "~/app/routes/shared/useIntent";
import { crewsIntents, type CrewsIntent } from "./intents";

export async function loader({ request, context }: Route.LoaderArgs) {
  const { app } = context;
  const crews = await crewsToday(app);
  // phones come in on the port that they joined by; before that is open, this computer's own
  const phones = app.guestSessions.view.door?.addresses[0] ?? new URL(request.url).origin;
  return {
    crews: crews.map((c) => {
      const [use = null, backup = null] = c.assigned;
      const link = `${new URL(phones).origin}/quick#${carriedText({ set: c.set, use, backup, region: c.region, session: c.sessionId })}`;
      return {
        ...c,
        primary: use ? placeText(c.set, use) : "",
        backup: backup ? placeText(c.set, backup) : "",
        isAssumed: isAssumedRange(c.set, c.assigned),
        link,
        qr: renderSVG(link, { whiteColor: "#fffdf8", blackColor: "#18212c" }),
      };
    }),
    usualRegion: crews[0]?.region ?? regionOfLocale(request.headers.get("accept-language")) ?? "EU",
    regions: (await knownRegions(app.db)).map((k) => ({
      id: k.region.name,
      label: k.region.title,
    })),
  };
}

export const meta: Route.MetaFunction = () => [{ title: CREWS_TEXTS.title }];

export async function action({ request, context }: Route.ActionArgs) {
  const read = await readIntent(request, crewsIntents);
  if (!read.ok) return read.reply;
  const { intent } = read;
  switch (intent.intent) {
    case "add":
      return reply(await importCrews(context.app, intent), ({ crews }) =>
        CREWS_TEXTS.added(count(crews, "crew")),
      );
    case "tell":
      return reply(await tellOfCrew(context.app, intent), ({ crew }) =>
        intent.what === "ready" ? CREWS_TEXTS.saidReady(crew) : CREWS_TEXTS.saidHit(crew),
      );
  }
}

/** A producer's list of crews: who is ready, who had interference, and each one's card. */
export default function CrewsScreen({
  loaderData: { crews, regions, usualRegion },
}: Route.ComponentProps) {
  const { send, reply: answer, isBusy } = useIntent<CrewsIntent>();
  const [text, setText] = useState("");
  const [region, setRegion] = useState(usualRegion);
  const [open, setOpen] = useState<string | null>(null);
  const ready = crews.filter(
    ({ state }) => state.code === "verified" || (state.code === "hit" && state.isVerified),
  ).length;
  return (
    <AwayPage
      head={
        <>
          <Link to="/quick">{CREWS_TEXTS.quick}</Link>
          <ThemeToggle />
        </>
      }
    >
      <Stack as="main" $gapPx={18}>
        <div>
          <Answer>
            {crews.length === 0 ? CREWS_TEXTS.none : CREWS_TEXTS.headline(ready, crews.length)}
          </Answer>
          <Sub>{CREWS_TEXTS.about}</Sub>
        </div>
        <ReplyNotice<CrewsIntent> reply={answer} onUndo={send} />
        {crews.length > 0 && (
          <Table>
            <thead>
              <tr>
                <th>{CREWS_TEXTS.crew}</th>
                <th>{CREWS_TEXTS.number}</th>
                <th>{CREWS_TEXTS.backup}</th>
                <th>{CREWS_TEXTS.range}</th>
                <th>{CREWS_TEXTS.state}</th>
                <th>{CREWS_TEXTS.told}</th>
                <th>{CREWS_TEXTS.card}</th>
              </tr>
            </thead>
            <tbody>
              {crews.map((c) => (
                <tr key={c.sessionId}>
                  <th scope="row">
                    <b>{c.crew}</b>
                  </th>
                  <td data-label={CREWS_TEXTS.number}>
                    <Figure>{c.number === "" ? c.primary : c.number}</Figure>
                  </td>
                  <td data-label={CREWS_TEXTS.backup}>
                    <Figure>{c.backup === "" ? "–" : c.backup}</Figure>
                  </td>
                  <td data-label={CREWS_TEXTS.range}>
                    {c.isAssumed ? CREWS_TEXTS.notTold : rangesWords(c.set.ranges)}
                  </td>
                  <td data-label={CREWS_TEXTS.state}>
                    <State data-state={c.state.code}>{crewStateWords(c.state)}</State>
                  </td>
                  <td data-label={CREWS_TEXTS.told}>
                    <Row>
                      <Button
                        aria-label={CREWS_TEXTS.readyWith(c.crew)}
                        isDisabled={isBusy}
                        onPress={() =>
                          send({ intent: "tell", sessionId: c.sessionId, what: "ready" })
                        }
                      >
                        {CREWS_TEXTS.ready}
                      </Button>
                      <Button
                        aria-label={CREWS_TEXTS.hitWith(c.crew)}
                        isDisabled={isBusy}
                        onPress={() =>
                          send({ intent: "tell", sessionId: c.sessionId, what: "hit" })
                        }
                      >
                        {CREWS_TEXTS.hit}
                      </Button>
                    </Row>
                  </td>
                  <td data-label={CREWS_TEXTS.card}>
                    <QuietButton
                      aria-label={CREWS_TEXTS.cardOf(c.crew)}
                      aria-expanded={open === c.sessionId}
                      onPress={() => setOpen(open === c.sessionId ? null : c.sessionId)}
                    >
                      {open === c.sessionId ? CREWS_TEXTS.hide : CREWS_TEXTS.show}
                    </QuietButton>
                  </td>
                </tr>
              ))}
            </tbody>
          </Table>
        )}
        {crews.length > 0 && (
          <Row>
            <Button onPress={() => window.print()}>{CREWS_TEXTS.print}</Button>
            <Soft>{CREWS_TEXTS.joinFirst}</Soft>
          </Row>
        )}
        <Cards>
          {crews.map((c) => (
            <li key={c.sessionId} data-open={open === c.sessionId || undefined}>
              <b>{c.crew}</b>
              <Figure>{c.primary}</Figure>
              <div
                role="img"
                aria-label={CREWS_TEXTS.cardOf(c.crew)}
                dangerouslySetInnerHTML={{ __html: c.qr }}
              />
              <small>{c.link}</small>
            </li>
          ))}
        </Cards>
        <Stack $gapPx={8}>
          <AreaField
            label={CREWS_TEXTS.list}
            hint={CREWS_TEXTS.listHint}
            rows={5}
            value={text}
            onChange={setText}
          />
          <Row style={{ alignItems: "end" }}>
            <SelectField
              label={CREWS_TEXTS.regulations}
              choices={regions}
              value={region}
              onChange={setRegion}
            />
            <PrimaryButton
              isDisabled={isBusy || text.trim() === ""}
              onPress={() => send({ intent: "add", text, region })}
            >
              {CREWS_TEXTS.add}
            </PrimaryButton>
          </Row>
        </Stack>
      </Stack>
    </AwayPage>
  );
}

const State = styled.span`
  &[data-state="verified"] {
    color: var(--good);
    font-weight: 600;
  }
  &[data-state="hit"] {
    color: var(--bad);
    font-weight: 600;
  }
`;
/** One at a time on the screen, all of them on paper. */
const Cards = styled.ul`
  list-style: none;
  margin: 0;
  padding: 0;
  li {
    display: none;
    flex-direction: column;
    gap: 6px;
    max-width: 320px;
    break-inside: avoid;
    overflow-wrap: anywhere;
  }
  li[data-open] {
    display: flex;
  }
  b {
    font-size: var(--head);
  }
  @media print {
    display: grid;
    grid-template-columns: 1fr 1fr;
    gap: 16px;
    li {
      display: flex;
    }
  }
`;
