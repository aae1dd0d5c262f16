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
import { BACKUPS_TEXTS } from "~/contract/messages/screens/backups";
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
      return reply(await makeCopy(app), () => BACKUPS_TEXTS.copiedAndChecked);
    case "restore":
      return reply(
        await restoreCopy(app, intent.name),
        () => BACKUPS_TEXTS.restoredTheDataFromBefore,
        (before): KeepIntent => ({ intent: "restore", name: before.name }),
      );
  }
}

export const meta: Route.MetaFunction = () => [{ title: BACKUPS_TEXTS.backupsPlainChannel }];

const size = (bytes: number): string =>
  bytes < 1e6
    ? BACKUPS_TEXTS.kb(Math.max(1, Math.round(bytes / 1000)))
    : bytes < 1e9
      ? BACKUPS_TEXTS.mb((bytes / 1e6).toFixed(bytes < 1e7 ? 1 : 0))
      : BACKUPS_TEXTS.gb((bytes / 1e9).toFixed(1));

/** Backups, made and looked at by themselves, and how to go back to one. */
export default function KeepScreen({ loaderData: view }: Route.ComponentProps) {
  const { send, reply: said, isBusy } = useIntent<KeepIntent>();
  const [chosen, setChosen] = useState<string | null>(null);
  const good = view.copies.filter((c) => c.isGood);
  const picked = view.copies.find((c) => c.name === chosen);
  return (
    <Page>
      <Stack>
        <Row>
          <Link to="/shoots">{BACKUPS_TEXTS.allShootsAndDays}</Link>
        </Row>
        <div>
          <Answer>
            {good.length === 0
              ? BACKUPS_TEXTS.noBackupYetTheFirst
              : BACKUPS_TEXTS.theNewest(
                  capital(count(good.length, "complete backup", "complete backups")),
                  formatAge(view.realNowMs - itemAt(good, 0).atMs),
                )}
          </Answer>
          <Sub>{BACKUPS_TEXTS.every20MinutesOfWork(view.folder)}</Sub>
        </div>
        <Disk view={view} />
        {view.failure && (
          <Notice kind="refused">{BACKUPS_TEXTS.theLastBackupFailed(view.failure)}</Notice>
        )}
        <ReplyNotice reply={said} onUndo={send} />
        <Row>
          <Button isDisabled={isBusy} onPress={() => send({ intent: "copy-now" })}>
            {BACKUPS_TEXTS.backUpNow}
          </Button>
          {view.now && <Soft>{BACKUPS_TEXTS.currentData(summaryWords(view.now))}</Soft>}
        </Row>
        {picked && (
          <Panel aria-label={BACKUPS_TEXTS.restoreABackup}>
            <b>{BACKUPS_TEXTS.restore(when(picked.atMs))}</b>
            {picked.summary && (
              <p>
                {BACKUPS_TEXTS.okAgain(
                  summaryWords(picked.summary),
                  differenceWords(picked.summary, view.now),
                )}
              </p>
            )}
            <Soft>{BACKUPS_TEXTS.theCurrentDataIsBacked}</Soft>
            <Row>
              <PrimaryButton
                isDisabled={isBusy}
                onPress={() => {
                  send({ intent: "restore", name: picked.name });
                  setChosen(null);
                }}
              >
                {BACKUPS_TEXTS.restore2}
              </PrimaryButton>
              <QuietButton onPress={() => setChosen(null)}>{BACKUPS_TEXTS.cancel}</QuietButton>
            </Row>
          </Panel>
        )}
        <List aria-label={BACKUPS_TEXTS.copies}>
          {view.copies.map((c) => (
            <li key={c.name}>
              <b>{when(c.atMs)}</b>
              <span>
                {c.summary ? summaryWords(c.summary) : c.error ? copyWords(c.error) : ""}
                {c.name.endsWith("-before.sqlite") && (
                  <Soft> {BACKUPS_TEXTS.madeBeforeARestore}</Soft>
                )}
              </span>
              {c.isGood && (
                <QuietButton isDisabled={isBusy} onPress={() => setChosen(c.name)}>
                  {BACKUPS_TEXTS.restoreWith(when(c.atMs))}
                </QuietButton>
              )}
            </li>
          ))}
        </List>
        <section>
          <Heading>{BACKUPS_TEXTS.problems}</Heading>
          {view.troubles.length === 0 ? (
            <Soft as="p">{BACKUPS_TEXTS.noneSinceThisProgramStarted}</Soft>
          ) : (
            <List aria-label={BACKUPS_TEXTS.problems}>
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
              {BACKUPS_TEXTS.saveAReportForSupport}
            </a>{" "}
            <Soft>{BACKUPS_TEXTS.versionsSizesAndProblemsNo}</Soft>
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
        ? BACKUPS_TEXTS.onlyFreeOnThisDisk(size(view.disk.freeBytes))
        : BACKUPS_TEXTS.freeOnThisDisk(size(view.disk.freeBytes))}
    </Notice>
  );
}

const when = (ms: number): string => {
  const d = new Date(ms);
  return `${formatDate(d.toISOString().slice(0, 10))} ${formatClock(ms - d.getTimezoneOffset() * 60_000)}`;
};

function summaryWords({ bytes, shoots, days, events, last }: NonNullable<KeepView["now"]>): string {
  return `${shoots.length === 0 ? BACKUPS_TEXTS.noShoot : listWords(shoots.slice(0, 3))}, ${count(days, "day")}, ${count(events, "event")}, ${size(bytes)}${last ? BACKUPS_TEXTS.last(formatClock(last.atMs), formatDate(last.dateIso)) : ""}`;
}

function differenceWords(copy: NonNullable<KeepView["now"]>, now: KeepView["now"]): string {
  if (!now) return "";
  const [days, events] = [now.days - copy.days, now.events - copy.events];
  if (days === 0 && events === 0) return BACKUPS_TEXTS.asManyDaysAndEntries;
  return `${events > 0 ? BACKUPS_TEXTS.ofNowNot(capital(count(events, "event")), events === 1 ? "is" : "are") : BACKUPS_TEXTS.moreThanNow(capital(count(-events, "event")))}${days === 0 ? "" : days > 0 ? BACKUPS_TEXTS.nor(count(days, "day")) : BACKUPS_TEXTS.andMore(count(-days, "day"))}.`;
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
    min-height: var(--target);
  }
  @media (max-width: 720px) {
    li {
      grid-template-columns: 1fr;
      padding: 8px 0;
    }
  }
`;
