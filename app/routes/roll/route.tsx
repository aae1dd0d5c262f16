import { itemAt } from "~/core/units/items";
import { useCallback, useEffect, useMemo, useReducer, useRef } from "react";
import { Link } from "react-router";
import type { Route } from "./+types/route";
import {
  answerHit,
  callHit,
  closeHit,
  observeHit,
  followWithPack,
  takeHitBack,
} from "~/server/services/roll/hits.server";
import { beginRoll, endRoll, putNote, rollView } from "~/server/services/roll/roll.server";
import { proofFaultWords } from "~/contract/messages/proof";
import { dueWords, syncWords } from "~/contract/messages/day";
import { serviceErrorWords } from "~/contract/messages/error";
import { formatClock } from "~/contract/messages/format";
import { receiverModel } from "~/core/kit/models";
import type { ProofPart } from "~/core/channel/verificationParts";
import { useRoll } from "~/app/features/roll/useRoll";
import { Notice } from "~/app/ui/Notice/Notice";
import { Answer, Stack, Sub } from "~/app/ui/Page/Page";
import { answerOrAway } from "~/app/routes/shared/away";
import { setTake } from "~/server/services/roll/slate.server";
import { Bridge, useBridge } from "~/app/routes/shared/bridge";
import type { DayIntent } from "~/app/routes/day/intents";
import { dayIdOf, orNotFound, readIntent, reply } from "~/app/routes/shared/reply.server";
import { ReplyNotice } from "~/app/routes/shared/ReplyNotice";
import { namesOf, useDay } from "~/app/routes/shared/useDay";
import { useIntent } from "~/app/routes/shared/useIntent";
import { CallStrip } from "./CallStrip";
import { HitPanel } from "./HitPanel";
import { HitsToday } from "./HitsToday";
import { NoteStrip } from "./NoteStrip";
import { headline, subline } from "./rollHeadline";
import {
  FIRST_ROLL_SCREEN,
  nextRollScreen,
  type RollScreenState,
  type RollStep,
} from "./rollScreenState";
import { RollTools } from "./RollTools";
import { nextTake, SlateBar } from "./SlateBar";
import { useKeys } from "~/app/routes/shared/useKeys";
import { Watched } from "./Watched";
import { newId } from "~/app/features/live/newId";
import { rollIntents, type RollIntent } from "./intents";
import { ManualRow } from "./ManualRow";
import { RollRow } from "./RollRow";
import * as S from "./roll.styles";
import { useHitKey } from "./useHitKey";
import { useTick } from "./useTick";

export async function loader({ params, context }: Route.LoaderArgs) {
  return orNotFound(await rollView(context.app, dayIdOf(params)));
}

const bridge = new Bridge<Awaited<ReturnType<typeof loader>>>();
export const clientLoader = (args: Route.ClientLoaderArgs) => bridge.load(args);

export const clientAction = ({ serverAction }: Route.ClientActionArgs) =>
  answerOrAway(serverAction);

export async function action({ params, request, context }: Route.ActionArgs) {
  const { app } = context;
  const dayId = dayIdOf(params);
  const read = await readIntent(request, rollIntents);
  if (!read.ok) return read.reply;
  const { intent } = read;
  switch (intent.intent) {
    case "begin":
      return reply(await beginRoll(app, dayId), () => null);
    case "end":
      return reply(
        await endRoll(app, dayId),
        () => "The receivers are not followed any more. What was read is kept.",
      );
    case "take":
      return reply(await setTake(app, dayId, intent), () => null);
    case "hit":
      return reply(await callHit(app, dayId, intent), () => null);
    case "observe":
      return reply(await observeHit(app, dayId, intent), () => null);
    case "answer":
      return reply(await answerHit(app, dayId, intent), ({ toHz, someoneThere, failed }) =>
        failed
          ? serviceErrorWords(failed)
          : toHz !== null && someoneThere
            ? "Something is heard there before our pack is. Take it back and look again."
            : null,
      );
    case "pack-follows":
      return reply(await followWithPack(app, dayId, intent.hitId), () => null);
    case "close":
    case "close-unverified":
      return reply(
        await closeHit(app, dayId, {
          hitId: intent.hitId,
          isUnverified: intent.intent === "close-unverified",
        }),
        ({ bad, version, how }) =>
          bad
            ? `Not proved: ${proofFaultWords(bad.part as ProofPart, bad.outcome)}. It stays open.`
            : version === null
              ? "Noted: it holds."
              : `${how === "proved" ? "Proved" : "Retuned, not verified"}. Plan ${version} stands.`,
        ({ bad }): RollIntent | null => (bad ? null : { intent: "take-back", hitId: intent.hitId }),
      );
    case "take-back":
      return reply(await takeHitBack(app, dayId, intent.hitId), () => "Taken back.");
    case "note":
      return reply(await putNote(app, dayId, intent), () => "Noted.");
  }
}

const heightOf = (channels: number): number =>
  channels <= 4 ? 108 : channels <= 6 ? 78 : channels <= MANY ? 56 : 44;
/** More stand in two columns, so that all are in sight. */
const MANY = 8;

/**
 * The screen that stays open: everybody in a fixed place, what needs a hand, and one key for a hit.
 */
export default function RollScreen({ loaderData: roll }: Route.ComponentProps) {
  useBridge(bridge, roll);
  const view = useDay();
  const { channels } = view;
  const names = namesOf(view);
  const { send, reply: said, isBusy } = useIntent<RollIntent>();
  const isDriven = view.rig.state !== "none";
  const { store, state, line } = useRoll(view.day.id, roll.state === "rolling");
  const [set, step] = useRollScreen();
  const { seconds } = set;
  const numbers = useMemo(() => channels.map((c) => c.number), [channels]);
  const hit = useCallback(
    (number: number, pressedAt: number) => {
      const channel = channels.find((c) => c.number === number);
      if (channel)
        send({
          intent: "hit",
          channelId: channel.id,
          agoMs: Math.max(0, performance.now() - pressedAt),
          idempotencyKey: newId(),
        });
    },
    [channels, send],
  );
  const key = useHitKey(numbers, hit);
  const callNow = useCallback((number: number) => hit(number, performance.now()), [hit]);
  const began = useRef(false);
  useEffect(() => {
    if (
      roll.state !== "before" ||
      began.current ||
      !isDriven ||
      !roll.isCart ||
      channels.length === 0
    )
      return;
    began.current = true;
    send({ intent: "begin" });
  }, [roll.state, roll.isCart, isDriven, channels.length, send]);
  const putTake = (take: { scene: string; take: number }) => send({ intent: "take", ...take });
  const clock = useIntent<DayIntent>(`/day/${view.day.id}?index`);
  useKeys({
    ...(view.day.isPractice ? { ".": () => clock.send({ intent: "clock-to-happening" }) } : {}),
    t: () => roll.slate.scene !== null && putTake(nextTake(roll.slate)),
    s: () => roll.slate.nextScene !== null && putTake({ scene: roll.slate.nextScene, take: 1 }),
    n: () => step({ do: "begin-note", at: performance.now() }),
    "[": () => step({ do: "seconds-by", by: -1 }),
    "]": () => step({ do: "seconds-by", by: 1 }),
  });
  const bad =
    state?.channels
      .filter((c) => c.attention[0]?.level === "bad")
      .map((c) => `${c.channelId} ${itemAt(c.attention, 0).code}`) ?? [];
  useTick(bad, set.isSounding);
  const open = roll.hits.find((h) => h.step !== "closed" && !set.hidden.includes(h.id));
  const waiting = roll.hits.filter((h) => h.step !== "closed" && h !== open);
  const nowMs = state?.nowMs ?? view.nowMs;
  const height = heightOf(channels.length);

  return (
    <Stack $gapPx={10}>
      <div>
        <Answer>{headline(state, view.channels, roll.state, line, isDriven)}</Answer>
        <Sub>{subline(state, roll, nowMs, isDriven)}</Sub>
        {roll.exercise && (
          <Sub>
            {nowMs < roll.exercise.untilMs
              ? `Ten minutes of practice until ${formatClock(roll.exercise.untilMs)}. `
              : "The ten minutes are over. "}
            <Link to={`/practice/day/${roll.exercise.seed}`}>
              {nowMs < roll.exercise.untilMs ? "What it is about" : "How it went"}
            </Link>
          </Sub>
        )}
      </div>
      {state?.notKept && (
        <Notice kind="refused">{`What is read cannot be kept just now (${state.notKept}). What was kept before is unharmed; free some room, or close what holds the data file.`}</Notice>
      )}
      {line === "away" && (
        <Notice kind="refused">
          The cart does not answer: what is drawn is old. It is asked again and again.
        </Notice>
      )}
      <CallStrip hitKey={key} channels={channels} />
      <NoteStrip note={set.note} step={step} />
      <ReplyNotice reply={said} onUndo={send} />
      <S.Board data-open={open ? true : undefined}>
        <div>
          <RollTools
            state={set}
            step={step}
            roll={roll}
            waiting={waiting}
            hasChannels={channels.length > 0}
            isDriven={isDriven}
            isPractice={view.day.isPractice}
            isBusy={isBusy}
            clock={clock}
            onCall={key.call}
            onBegin={() => send({ intent: "begin" })}
          />
          <SlateBar slate={roll.slate} isBusy={isBusy} onTake={putTake} />
          <S.Rows
            aria-label="Channels"
            data-many={channels.length > MANY || undefined}
            style={{ "--rows": Math.ceil(channels.length / 2) }}
          >
            {channels.map((c) =>
              isDriven && (c.isDriven || view.rig.state !== "ready") ? (
                <RollRow
                  key={c.id}
                  channel={c}
                  told={state?.channels.find((t) => t.channelId === c.id) ?? null}
                  changeAtMs={roll.cellChanges[c.id] ?? null}
                  store={store}
                  seconds={seconds}
                  heightPx={height}
                  onHit={callNow}
                  due={dueWords(view.steps, c.id)}
                  marks={marksOf(roll.hits, c.id, nowMs, seconds)}
                />
              ) : (
                <ManualRow
                  key={c.id}
                  channel={c}
                  words={syncWords(c.state, names)}
                  due={dueWords(view.steps, c.id)}
                  hoursLeft={roll.batteryHours[c.id] ?? null}
                  changeAtMs={roll.cellChanges[c.id] ?? null}
                  onHit={callNow}
                />
              ),
            )}
          </S.Rows>
          {channels.length === 0 && (
            <Notice kind="caution">
              Nobody is wired yet. Say who speaks under Places and talkers, or let the scenes say
              it.
            </Notice>
          )}
        </div>
        {open && (
          <HitPanel
            key={open.id}
            hit={open}
            view={view}
            isBusy={isBusy}
            send={send}
            onHide={() => step({ do: "put-aside", hitId: open.id })}
          />
        )}
      </S.Board>
      <Watched state={state} view={view} spares={roll.spares} nowMs={nowMs} />
      {channels
        .filter((c, i) => channels.findIndex((x) => x.receiverKey === c.receiverKey) === i)
        .flatMap((c) => {
          // one that goes by the camera's power is not there in the first seconds of a take
          const model = receiverModel(view.kit, c.receiverModelId);
          return model.form === "camera" && model.note !== ""
            ? [<S.Watch key={c.receiverKey}>{`${c.receiverLabel}: ${model.note}`}</S.Watch>]
            : [];
        })}
      <HitsToday hits={roll.hits} />
    </Stack>
  );
}

type Hits = Route.ComponentProps["loaderData"]["hits"];

const NO_MARKS: readonly number[] = [];
function marksOf(hits: Hits, channelId: number, nowMs: number, seconds: number): readonly number[] {
  const mine = hits
    .filter((h) => h.hit.channelId === channelId && nowMs - h.atMs < seconds * 1000)
    .map((h) => 1 - (nowMs - h.atMs) / (seconds * 1000));
  return mine.length === 0 ? NO_MARKS : mine;
}

/** What is set on this screen; how much of the seam is shown is kept in this browser. */
function useRollScreen(): [RollScreenState, (step: RollStep) => void] {
  const [state, step] = useReducer(nextRollScreen, FIRST_ROLL_SCREEN);
  useEffect(() => {
    // read after the first drawing, which the server made
    step({ do: "show-seconds", seconds: Number(localStorage.getItem(KEPT)) });
  }, []);
  const isFirst = useRef(true);
  useEffect(() => {
    if (!isFirst.current) localStorage.setItem(KEPT, String(state.seconds));
    isFirst.current = false;
  }, [state.seconds]);
  return [state, step];
}
const KEPT = "plain-channel-seam-seconds";
