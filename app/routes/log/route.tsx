import { useEffect, useMemo, useRef, useState } from "react";
import { useSearchParams } from "react-router";
import styled from "styled-components";
import type { Route } from "./+types/route";
import { correctEntry, logPage } from "~/server/services/day/log.server";
import { putNote } from "~/server/services/roll/roll.server";
import { REPLY } from "~/contract/messages/frame";
import { count, capital } from "~/contract/messages/format";
import { logClock, logGroupWords, logNamesOf, logTextOf, logWords } from "~/contract/messages/log";
import { LOG_TEXTS } from "~/contract/messages/screens/log";
import { filterLog, LOG_GROUPS, type LogFilter, type LogGroup } from "~/core/report/dayLog";
import { sensitivityDbm } from "~/core/kit/setups";
import { receiverModel } from "~/core/kit/models";
import { PastRfHistory } from "~/app/features/roll/PastRfHistory";
import { Button, QuietButton, ToggleButton } from "~/app/ui/Button/Button";
import { SelectField, TextField } from "~/app/ui/Field/Field";
import { Notice } from "~/app/ui/Notice/Notice";
import { Answer, Row, Soft, Stack, Sub } from "~/app/ui/Page/Page";
import { MONO, PHONE } from "~/app/ui/theme/theme";
import { answerOrAway } from "~/app/routes/shared/away";
import { Bridge, useBridge } from "~/app/routes/shared/bridge";
import { dayIdOf, orNotFound, readIntent, reply } from "~/app/routes/shared/reply.server";
import { ReplyNotice } from "~/app/routes/shared/ReplyNotice";
import { useDay } from "~/app/routes/shared/useDay";
import { useIntent } from "~/app/routes/shared/useIntent";
import { useTaken } from "~/app/routes/shared/useTaken";
import { newId } from "~/app/features/live/newId";
import { logIntents, type LogIntent } from "./intents";

const PAGE = 150;
const MAX_SHOWN = 3000;
const MAX_SEARCH_LENGTH = 200;
/** The last letter of a search is waited for so long. */
const TYPING_MS = 200;

/** What the address asks for. */
function filterOf(params: URLSearchParams): LogFilter {
  const asked = (params.get("groups") ?? "").split(",");
  const groups = LOG_GROUPS.filter((g) => asked.includes(g));
  const who = params.get("who");
  return {
    groups: groups.length > 0 ? groups : null,
    channelId: who !== null && /^\d{1,9}$/.test(who) ? Number(who) : null,
    search: (params.get("search") ?? "").slice(0, MAX_SEARCH_LENGTH),
  };
}
function shownOf(params: URLSearchParams): number {
  const shown = Number(params.get("shown") ?? PAGE);
  return Number.isInteger(shown) ? Math.min(MAX_SHOWN, Math.max(PAGE, shown)) : PAGE;
}

export async function loader({ params, request, context }: Route.LoaderArgs) {
  const { searchParams } = new URL(request.url);
  return orNotFound(
    await logPage(context.app, dayIdOf(params), filterOf(searchParams), shownOf(searchParams)),
  );
}

const bridge = new Bridge<Awaited<ReturnType<typeof loader>>>();
export const clientLoader = (args: Route.ClientLoaderArgs) => bridge.load(args);

export const clientAction = ({ serverAction }: Route.ClientActionArgs) =>
  answerOrAway(serverAction);

export async function action({ params, request, context }: Route.ActionArgs) {
  const dayId = dayIdOf(params);
  const read = await readIntent(request, logIntents);
  if (!read.ok) return read.reply;
  const { intent } = read;
  switch (intent.intent) {
    case "note":
      return reply(await putNote(context.app, dayId, intent), () => REPLY.saved);
    case "correct":
      return reply(
        await correctEntry(context.app, dayId, intent),
        () => LOG_TEXTS.correctWhatWasWrittenStands,
      );
  }
}

/** What an ordinary receiver needs, where who it was is not wired any more. */
const USUAL_NEED_DBM = -90;

/** Everything that happened, written by itself; notes and corrections are only added. */
export default function LogScreen({ loaderData: log }: Route.ComponentProps) {
  useBridge(bridge, log);
  const { send, reply: said, isBusy } = useIntent<LogIntent>();
  const [params, setParams] = useSearchParams();
  const { groups, channelId, search: asked } = filterOf(params);
  const who = channelId === null ? "all" : String(channelId);
  const [search, setSearch] = useState(asked);
  const ask = (change: Record<string, string | null>) =>
    setParams(
      (before) => {
        for (const [key, value] of Object.entries(change))
          if (value === null) before.delete(key);
          else before.set(key, value);
        return before;
      },
      { replace: true, preventScrollReset: true },
    );
  // asked once for each thing typed: on a slow day, asking again would stop the answer on its way
  const lastAsked = useRef(asked);
  const askFor = useRef(ask);
  useEffect(() => {
    askFor.current = ask;
  });
  useEffect(() => {
    if (search === lastAsked.current) return undefined;
    const timer = setTimeout(() => {
      lastAsked.current = search;
      askFor.current({ search: search === "" ? null : search });
    }, TYPING_MS);
    return () => clearTimeout(timer);
  }, [search]);
  const taken = useTaken(said);
  const [note, setNote] = useState("");
  const [correcting, setCorrecting] = useState<{ key: string; text: string } | null>(null);
  const names = useMemo(() => logNamesOf(log), [log]);
  // what has been sent narrows at once; the computer looks through the rest
  const found = filterLog(log.entries, { groups, channelId, search }, (e) =>
    logTextOf(e, names),
  ).reverse();
  const toggle = (g: LogGroup) => {
    const now = groups ?? [];
    const next = now.includes(g) ? now.filter((x) => x !== g) : [...now, g];
    ask({ groups: next.length === 0 ? null : next.join(",") });
  };
  const day = useDay();
  const needs = (channelId: number) => {
    const c = day.channels.find((x) => x.id === channelId);
    return c ? sensitivityDbm(receiverModel(day.kit, c.receiverModelId)) : USUAL_NEED_DBM;
  };
  const [looked, setLooked] = useState<string | null>(null);
  return (
    <Stack>
      <div>
        <Answer>
          {log.total === 0
            ? LOG_TEXTS.nothingLoggedYet
            : LOG_TEXTS.today(
                capital(count(log.total, "entry", "entries")),
                log.hits > 0 ? LOG_TEXTS.amongThem(count(log.hits, "hit")) : "",
              )}
        </Answer>
        <Sub>{LOG_TEXTS.theLogWritesItselfScans}</Sub>
      </div>
      <NoteForm
        as="form"
        onSubmit={(e: React.SubmitEvent) => {
          e.preventDefault();
          if (note.trim() === "") return;
          send({
            intent: "note",
            text: note,
            channelId: who === "all" ? null : Number(who),
            agoMs: 0,
            idempotencyKey: newId(),
          });
          taken(() => setNote(""));
        }}
      >
        <TextField
          label={who === "all" ? LOG_TEXTS.note : LOG_TEXTS.noteWith(names.talker(Number(who)))}
          value={note}
          onChange={setNote}
          widthCh={60}
          placeholder={LOG_TEXTS.whatTheEditShouldKnow}
        />
        <Button
          type="submit"
          isDisabled={isBusy}
          why={note.trim() === "" ? LOG_TEXTS.typeTheNoteFirst : null}
        >
          {LOG_TEXTS.saveTheNote}
        </Button>
      </NoteForm>
      <ReplyNotice reply={said} />
      <Row>
        {log.groups.map((g) => (
          <Chip key={g} isSelected={groups?.includes(g) ?? false} onChange={() => toggle(g)}>
            {logGroupWords(g)}
          </Chip>
        ))}
      </Row>
      <Row>
        <SelectField
          label={LOG_TEXTS.whose}
          value={who}
          onChange={(next) => ask({ who: next === "all" ? null : next })}
          choices={[
            { id: "all", label: "everybody" },
            ...log.talkers.map((t) => ({ id: String(t.id), label: `${t.number} ${t.talker}` })),
          ]}
        />
        <TextField
          label={LOG_TEXTS.search}
          value={search}
          onChange={(typed) => setSearch(typed.slice(0, MAX_SEARCH_LENGTH))}
          widthCh={26}
          placeholder={LOG_TEXTS.vanVerifiedPlan2}
        />
        {log.found !== log.total && (
          <Soft>
            {LOG_TEXTS.of(log.found, log.total)}{" "}
            <QuietButton
              onPress={() => {
                setSearch("");
                ask({ groups: null, who: null, search: null });
              }}
            >
              {LOG_TEXTS.all}
            </QuietButton>
          </Soft>
        )}
      </Row>
      {found.length === 0 && log.total > 0 && (
        <Notice kind="caution">{LOG_TEXTS.nothingInTheLogMatches}</Notice>
      )}
      <List aria-label={LOG_TEXTS.theLogNewestFirst}>
        {found.map((e) => (
          <li key={e.key} data-group={e.group}>
            <time>{logClock(e.atMs)}</time>
            <Kind>{logGroupWords(e.group)}</Kind>
            <div>
              <span data-corrected={e.corrections.length > 0 || undefined}>
                {logWords(e, names)}
              </span>
              {e.who && <Soft>{` · ${e.who}`}</Soft>}
              {e.corrections.map((c, i) => (
                <Right key={i}>
                  {LOG_TEXTS.correct(logClock(c.atMs), c.who ? LOG_TEXTS.by(c.who) : "", c.text)}
                </Right>
              ))}
              {looked === e.key && e.channelId !== null && (
                <PastRfHistory
                  dayId={day.day.id}
                  channelId={e.channelId}
                  talker={names.talker(e.channelId)}
                  atMs={e.atMs}
                  sensitivityDbm={needs(e.channelId)}
                />
              )}
              {correcting?.key === e.key && (
                <Row
                  as="form"
                  onSubmit={(ev: React.SubmitEvent) => {
                    ev.preventDefault();
                    if (correcting.text.trim() === "") {
                      setCorrecting(null);
                      return;
                    }
                    send({
                      intent: "correct",
                      ofKey: e.key,
                      text: correcting.text,
                      idempotencyKey: newId(),
                    });
                    taken(() => setCorrecting(null));
                  }}
                >
                  <TextField
                    label={LOG_TEXTS.correction}
                    isLabelHidden
                    value={correcting.text}
                    onChange={(text) => setCorrecting({ key: e.key, text })}
                    widthCh={40}
                    isFocused
                  />
                  <Button type="submit" isDisabled={isBusy}>
                    {LOG_TEXTS.correct2}
                  </Button>
                  <QuietButton onPress={() => setCorrecting(null)}>{LOG_TEXTS.cancel}</QuietButton>
                </Row>
              )}
            </div>
            {e.channelId !== null && (e.group === "hits" || e.group === "trouble") && (
              <QuietButton
                onPress={() => setLooked(looked === e.key ? null : e.key)}
                aria-expanded={looked === e.key}
                aria-label={LOG_TEXTS.readingsWith(logWords(e, names))}
              >
                {LOG_TEXTS.readings}
              </QuietButton>
            )}
            {correcting?.key !== e.key && (
              <QuietButton
                style={{ gridColumn: -2 }}
                onPress={() => setCorrecting({ key: e.key, text: "" })}
                aria-label={LOG_TEXTS.correctWith(logWords(e, names))}
              >
                {LOG_TEXTS.correct2}
              </QuietButton>
            )}
          </li>
        ))}
      </List>
      {log.found > log.entries.length && (
        <Row>
          {log.entries.length < MAX_SHOWN ? (
            <Button
              isDisabled={isBusy}
              onPress={() => ask({ shown: String(log.entries.length + PAGE) })}
            >
              {LOG_TEXTS.earlierMore(log.found - log.entries.length)}
            </Button>
          ) : (
            <Soft>{LOG_TEXTS.theNewestSearchOrSave(MAX_SHOWN)}</Soft>
          )}
        </Row>
      )}
    </Stack>
  );
}

const NoteForm = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 8px 12px;
  align-items: end;
`;
const Chip = styled(ToggleButton)`
  padding: 4px 12px;
  font-size: var(--text);
`;
const List = styled.ol`
  list-style: none;
  border-top: 2px solid var(--ink);
  li {
    display: grid;
    grid-template-columns: 76px 122px minmax(0, 1fr) auto auto;
    gap: 0 12px;
    align-items: baseline;
    border-bottom: 1px solid var(--rule);
    padding: 1px 0;
    min-height: var(--target);
  }
  time {
    font-family: ${MONO};
    font-size: var(--text);
  }
  > li > div {
    padding: 9px 0;
    overflow-wrap: anywhere;
  }
  li button {
    color: var(--soft);
    font-size: var(--small);
  }
  li[data-group="hits"] > div > span:first-child {
    font-weight: 700;
  }
  [data-corrected] {
    text-decoration: line-through;
    text-decoration-thickness: 1px;
  }
  ${PHONE} {
    li {
      grid-template-columns: 76px minmax(0, 1fr) auto auto;
    }
    li > :nth-child(2) {
      grid-column: 2;
    }
    li > div {
      grid-column: 1 / -1;
      grid-row: 2;
      padding: 0 0 6px;
    }
    li > button {
      grid-row: 1;
    }
  }
`;
const Kind = styled.span`
  color: var(--soft);
  font-size: var(--small);
`;
const Right = styled.div`
  border-left: 3px solid var(--good);
  padding-left: 8px;
  margin-top: 2px;
`;
