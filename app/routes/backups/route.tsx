import { itemAt } from "~/core/units/items";
import { useState } from "react";
import { Link } from "react-router";
import styled from "styled-components";
import type { Route } from "./+types/route";
import {
  type KeepView,
  keepView,
  makeCopy,
  restoreCopy,
} from "~/server/services/shoots/backups.server";
import { copyWords } from "~/contract/messages/error";
import {
  capital,
  count,
  formatAge,
  formatClock,
  formatDate,
  listWords,
} from "~/contract/messages/format";
import { Button, PrimaryButton, QuietButton } from "~/app/ui/Button/Button";
import { Notice } from "~/app/ui/Notice/Notice";
import { Answer, Heading, Panel, Row, Soft, Stack, Sub } from "~/app/ui/Page/Page";
import { answerOrAway } from "~/app/routes/shared/away";
import { readIntent, reply } from "~/app/routes/shared/reply.server";
import { ReplyNotice } from "~/app/routes/shared/ReplyNotice";
import { useIntent } from "~/app/routes/shared/useIntent";
import { keepIntents, type KeepIntent } from "./intents";

export async function loader({ context }: Route.LoaderArgs) {
  const { app } = context;
  return {
    ...(await keepView(app)),
    realNowMs: app.realNowMs(),
    troubles: app.log.recent().slice(0, SHOWN_TROUBLES),
  };
}

export const clientAction = ({ serverAction }: Route.ClientActionArgs) =>
  answerOrAway(serverAction);

export async function action({ request, context }: Route.ActionArgs) {
  const { app } = context;
  const read = await readIntent(request, keepIntents);
  if (!read.ok) return read.reply;
  const { intent } = read;
  switch (intent.intent) {
    case "copy-now":
      return reply(await makeCopy(app), () => "Copied, and opened to see that it is whole.");
    case "restore":
      return reply(
        await restoreCopy(app, intent.name),
        () => "The copy stands now. What stood before it is a copy of its own.",
        (before): KeepIntent => ({ intent: "restore", name: before.name }),
      );
  }
}

export const meta: Route.MetaFunction = () => [{ title: "Copies · Plain Channel" }];

const size = (bytes: number): string =>
  bytes < 1e6
    ? `${Math.max(1, Math.round(bytes / 1000))} kB`
    : bytes < 1e9
      ? `${(bytes / 1e6).toFixed(bytes < 1e7 ? 1 : 0)} MB`
      : `${(bytes / 1e9).toFixed(1)} GB`;

/** Copies of everything, made and looked at by themselves, and how to go back to one. */
export default function KeepScreen({ loaderData: view }: Route.ComponentProps) {
  const { send, reply: said, isBusy } = useIntent<KeepIntent>();
  const [chosen, setChosen] = useState<string | null>(null);
  const good = view.copies.filter((c) => c.isGood);
  const picked = view.copies.find((c) => c.name === chosen);
  return (
    <Page>
      <Stack>
        <Row>
          <Link to="/shoots">All shoots and days</Link>
        </Row>
        <div>
          <Answer>
            {good.length === 0
              ? "No copy yet: the first is made in a moment"
              : `${capital(count(good.length, "whole copy", "whole copies"))}, the newest ${formatAge(view.realNowMs - itemAt(good, 0).atMs)}`}
          </Answer>
          <Sub>{`Every twenty minutes in which something was written, a copy of the whole data file is made beside it and opened to see that it is whole: the newest six, one an hour for a day, one a day for three weeks. Put one on another disk now and then: ${view.folder}`}</Sub>
        </div>
        <Disk view={view} />
        {view.failure && (
          <Notice kind="refused">{`The last copy could not be made (${view.failure}). What stands is unharmed; it is tried again.`}</Notice>
        )}
        <ReplyNotice reply={said} onUndo={send} />
        <Row>
          <Button isDisabled={isBusy} onPress={() => send({ intent: "copy-now" })}>
            Copy now
          </Button>
          {view.now && <Soft>{`What stands: ${summaryWords(view.now)}`}</Soft>}
        </Row>
        {picked && (
          <Panel aria-label="Go back to a copy">
            <b>{`Back to ${when(picked.atMs)}?`}</b>
            {picked.summary && (
              <p>{`It holds ${summaryWords(picked.summary)}. ${differenceWords(picked.summary, view.now)}`}</p>
            )}
            <Soft>
              What stands now is made a copy of its own first, so that you can come back to it.
            </Soft>
            <Row>
              <PrimaryButton
                isDisabled={isBusy}
                onPress={() => {
                  send({ intent: "restore", name: picked.name });
                  setChosen(null);
                }}
              >
                Put it in place
              </PrimaryButton>
              <QuietButton onPress={() => setChosen(null)}>Leave it</QuietButton>
            </Row>
          </Panel>
        )}
        <List aria-label="Copies">
          {view.copies.map((c) => (
            <li key={c.name}>
              <b>{when(c.atMs)}</b>
              <span>
                {c.summary ? summaryWords(c.summary) : c.error ? copyWords(c.error) : ""}
                {c.name.endsWith("-before.sqlite") && (
                  <Soft> · made before another was put in place</Soft>
                )}
              </span>
              {c.isGood && (
                <QuietButton
                  isDisabled={isBusy}
                  onPress={() => setChosen(c.name)}
                >{`Back to ${when(c.atMs)} …`}</QuietButton>
              )}
            </li>
          ))}
        </List>
        <section>
          <Heading>What went wrong</Heading>
          {view.troubles.length === 0 ? (
            <Soft as="p">Nothing since this program was started.</Soft>
          ) : (
            <List aria-label="What went wrong">
              {view.troubles.map((t) => (
                <li key={`${t.atIso}${t.event}`}>
                  <b>{t.atIso.slice(11, 19)}</b>
                  <span>
                    {`${t.event.replaceAll("-", " ")}${t.requestId === null ? "" : ` (${t.requestId})`}`}{" "}
                    <Soft>{detailWords(t.detail)}</Soft>
                  </span>
                </li>
              ))}
            </List>
          )}
          <p>
            <a href="/support.json" download>
              Save a report for support
            </a>{" "}
            <Soft>versions, sizes and what went wrong; no names, no keys, nothing of a day</Soft>
          </p>
        </section>
      </Stack>
    </Page>
  );
}

/** Fields as they are logged, for eyes: it may be cut anywhere, so that it is no JSON any more. */
const detailWords = (detail: string): string =>
  detail
    .replace(/[{}"]/g, "")
    .replace(/,(?=\w+:)/g, " · ")
    .replace(/\b(\w+):/g, "$1 ")
    .slice(0, 200);

/** The newest are enough to see that something is wrong; the rest stands in the log. */
const SHOWN_TROUBLES = 12;

function Disk({ view }: { view: KeepView }) {
  if (view.disk.state === "fine") return null;
  return (
    <Notice kind="refused">
      {view.disk.state === "full"
        ? `Only ${size(view.disk.freeBytes)} are free on this disk: free some before the next take, or nothing more can be kept.`
        : `${size(view.disk.freeBytes)} are free on this disk. A long day with many channels takes up to 200 MB, each copy as much as the file.`}
    </Notice>
  );
}

const when = (ms: number): string => {
  const d = new Date(ms);
  return `${formatDate(d.toISOString().slice(0, 10))} ${formatClock(ms - d.getTimezoneOffset() * 60_000)}`;
};

function summaryWords({ bytes, shoots, days, events, last }: NonNullable<KeepView["now"]>): string {
  return `${shoots.length === 0 ? "no shoot" : listWords(shoots.slice(0, 3))}, ${count(days, "day")}, ${count(events, "happening")}, ${size(bytes)}${last ? `; last ${formatClock(last.atMs)} of ${formatDate(last.dateIso)}` : ""}`;
}

function differenceWords(copy: NonNullable<KeepView["now"]>, now: KeepView["now"]): string {
  if (!now) return "";
  const [days, events] = [now.days - copy.days, now.events - copy.events];
  if (days === 0 && events === 0) return "As many days and happenings as now stand.";
  return `${events > 0 ? `${capital(count(events, "happening"))} of now ${events === 1 ? "is" : "are"} not in it` : `${capital(count(-events, "happening"))} more than now`}${days === 0 ? "" : days > 0 ? `, nor ${count(days, "day")}` : `, and ${count(-days, "day")} more`}.`;
}

const Page = styled.main`
  max-width: 1000px;
  margin: 0 auto;
  padding: 18px 28px 40px;
`;
const List = styled.ol`
  list-style: none;
  border-top: 2px solid var(--ink);
  li {
    display: grid;
    grid-template-columns: 200px minmax(0, 1fr) auto;
    gap: 0 14px;
    align-items: center;
    border-bottom: 1px solid var(--rule);
    min-height: 48px;
  }
  @media (max-width: 720px) {
    li {
      grid-template-columns: 1fr;
      padding: 8px 0;
    }
  }
`;
