import { itemAt } from "~/core/units/items";
import { display } from "~/contract/messages/display";
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
import { verificationFaultWords } from "~/contract/messages/verification";
import { dueWords } from "~/contract/messages/day";
import { serviceErrorWords } from "~/contract/messages/error";
import { formatClock } from "~/contract/messages/format";
import { receiverModel } from "~/core/kit/models";
import type { VerificationPart } from "~/core/channel/verificationParts";
import { useRoll } from "~/app/features/roll/useRoll";
import { Notice } from "~/app/ui/Notice/Notice";
import { Answer, Sub } from "~/app/ui/Page/Page";
import { answerOrAway } from "~/app/routes/shared/away";
import { setTake } from "~/server/services/roll/slate.server";
import { Bridge, useBridge } from "~/app/routes/shared/bridge";
import type { DayIntent } from "~/app/routes/day/intents";
import { dayIdOf, orNotFound, readIntent, reply } from "~/app/routes/shared/reply.server";
import { ReplyNotice } from "~/app/routes/shared/ReplyNotice";
import { namesOf, useDay } from "~/app/routes/shared/useDay";
import { useIntent } from "~/app/routes/shared/useIntent";
import { closedWords, notKeptWords, ROLL } from "~/contract/messages/roll";
import type { ChannelView } from "~/server/services/day/dayView.server";
import { useChosenChannel } from "~/app/features/channel/chosenChannel";
import { ChannelTable } from "~/app/features/channelTable/ChannelTable";
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
import { type RollColumnsOf, rollColumns, type Rolled, rollWords } from "./rollColumns";
import { RollDetail } from "./RollDetail";
import { RollTools } from "./RollTools";
import { nextTake, SlateBar } from "./SlateBar";
import { useCommands } from "~/app/features/commands/commandStore";
import { REPLY, CLOCK } from "~/contract/messages/frame";
import { ROLL_KEYS } from "~/contract/messages/keys";
import { ROLL_TEXTS } from "~/contract/messages/screens/roll";
import { Watched } from "./Watched";
import { newId } from "~/app/features/live/newId";
import { rollIntents, type RollIntent } from "./intents";
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
      return reply(await endRoll(app, dayId), () => ROLL_TEXTS.stoppedRollingAllReadings);
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
            ? ROLL_TEXTS.somethingTransmitsThereBeforeOur
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
          closedWords({
            fault: bad ? verificationFaultWords(bad.part as VerificationPart, bad.outcome) : null,
            version,
            isVerified: how === "proved",
          }),
        ({ bad }): RollIntent | null => (bad ? null : { intent: "take-back", hitId: intent.hitId }),
      );
    case "take-back":
      return reply(await takeHitBack(app, dayId, intent.hitId), () => REPLY.undone);
    case "note":
      return reply(await putNote(app, dayId, intent), () => REPLY.saved);
  }
}

/** Few channels get high rows, so that their RF history can be read. */
const rowHeightPx = (channels: number): number =>
  channels <= 4 ? 96 : channels <= 6 ? 68 : channels <= 10 ? 46 : 33;
/** What a row keeps free around a picture in it. */
const ROW_EDGE_PX = 5;

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
  const { scene, nextScene } = roll.slate;
  useCommands([
    { label: ROLL_KEYS.hit, key: "h", run: key.call },
    {
      label: ROLL_KEYS.note,
      key: "m",
      run: () => step({ do: "begin-note", at: performance.now() }),
    },
    ...(scene === null
      ? []
      : [{ label: ROLL_KEYS.take, key: "t", run: () => putTake(nextTake(roll.slate)) }]),
    ...(nextScene === null
      ? []
      : [{ label: ROLL_KEYS.scene, key: "s", run: () => putTake({ scene: nextScene, take: 1 }) }]),
    { label: ROLL_KEYS.shorter, key: "[", run: () => step({ do: "seconds-by", by: -1 }) },
    { label: ROLL_KEYS.longer, key: "]", run: () => step({ do: "seconds-by", by: 1 }) },
    ...(view.day.isPractice
      ? [
          {
            label: CLOCK.event,
            key: ".",
            run: () => clock.send({ intent: "clock-to-next-event" }),
          },
        ]
      : []),
  ]);
  const bad =
    state?.channels
      .filter((c) => c.attention[0]?.level === "bad")
      .map((c) => `${c.channelId} ${itemAt(c.attention, 0).code}`) ?? [];
  useTick(bad, set.isSounding);
  const { choose } = useChosenChannel();
  const openHits = roll.hits.filter((h) => h.step !== "closed");
  const hitOf = (c: ChannelView) =>
    openHits.find((h) => h.hit.channelId === c.id && !set.hidden.includes(h.id)) ?? null;
  // a hit that comes up is looked at, whoever was looked at before
  const newest = openHits.find((h) => !set.hidden.includes(h.id));
  const newestKey = newest ? `${newest.id} ${newest.hit.channelId}` : null;
  const shownKey = useRef<string | null>(null);
  useEffect(() => {
    if (newestKey === shownKey.current) return;
    shownKey.current = newestKey;
    if (newestKey !== null) choose(Number(newestKey.split(" ")[1]));
  }, [newestKey, choose]);
  const nowMs = state?.nowMs ?? view.nowMs;
  const rolled = (c: ChannelView): Rolled => {
    const isRead = isDriven && (c.isDriven || view.rig.state !== "ready");
    return {
      isRead,
      told: isRead ? (state?.channels.find((t) => t.channelId === c.id) ?? null) : null,
      due: dueWords(view.steps, c.id),
      hoursLeft: isRead ? null : (roll.batteryHours[c.id] ?? null),
      changeAtMs: roll.batteryChanges[c.id] ?? null,
      marks: marksOf(roll.hits, c.id, nowMs, seconds),
    };
  };
  // in the line that is there anyway: no row moves for it
  const trouble = line === "away" ? ROLL.away : state?.notKept ? notKeptWords(state.notKept) : null;
  const rowPx = rowHeightPx(channels.length);
  const of: RollColumnsOf = {
    rolled,
    names,
    store,
    seconds,
    historyPx: rowPx - ROW_EDGE_PX,
  };
  return (
    <ChannelTable
      label={ROLL.label}
      channels={channels}
      columns={rollColumns(
        of,
        channels.some((c) => rolled(c).isRead),
      )}
      besideName={(c) => c.packLabel}
      needsHand={(c) => rollWords(c, rolled(c), names).level === "bad"}
      rowPx={rowPx}
      isDetailOpen={newest !== undefined}
      head={
        <>
          <div>
            <Answer>{headline(state, view.channels, roll.state, line, isDriven)}</Answer>
            {trouble ? (
              <S.Trouble role="alert">{trouble}</S.Trouble>
            ) : (
              <Sub>{subline(state, roll, nowMs, isDriven)}</Sub>
            )}
            {roll.exercise && (
              <Sub>
                {nowMs < roll.exercise.untilMs
                  ? ROLL_TEXTS.tenMinutesOfPracticeUntil(formatClock(roll.exercise.untilMs))
                  : ROLL_TEXTS.theTenMinutesAreOver}
                <Link to={`/practice/day/${roll.exercise.seed}`}>
                  {nowMs < roll.exercise.untilMs ? ROLL_TEXTS.about : ROLL_TEXTS.howItWent}
                </Link>
              </Sub>
            )}
          </div>
          <CallStrip hitKey={key} channels={channels} />
          <NoteStrip note={set.note} step={step} />
          <ReplyNotice reply={said} onUndo={send} />
        </>
      }
      tools={
        <>
          <RollTools
            state={set}
            step={step}
            roll={roll}
            waiting={openHits.filter((h) => h !== newest)}
            hasChannels={channels.length > 0}
            isDriven={isDriven}
            isPractice={view.day.isPractice}
            isBusy={isBusy}
            clock={clock}
            onCall={key.call}
            onBegin={() => send({ intent: "begin" })}
            onChannel={choose}
          />
          <SlateBar slate={roll.slate} isBusy={isBusy} onTake={putTake} />
        </>
      }
      detail={(c) => {
        const hit = hitOf(c);
        return hit ? (
          <HitPanel
            key={hit.id}
            hit={hit}
            view={view}
            isBusy={isBusy}
            send={send}
            onHide={() => step({ do: "put-aside", hitId: hit.id })}
          />
        ) : (
          <RollDetail channel={c} rolled={rolled(c)} of={of} names={names} onHit={callNow} />
        );
      }}
      foot={
        <>
          {channels.length === 0 && <Notice kind="caution">{ROLL.nobody}</Notice>}
          <Watched state={state} view={view} names={names} spares={roll.spares} nowMs={nowMs} />
          {channels
            .filter((c, i) => channels.findIndex((x) => x.receiverKey === c.receiverKey) === i)
            .flatMap((c) => {
              // one that goes by the camera's power is not there in the first seconds of a take
              const model = receiverModel(view.kit, c.receiverModelId);
              return model.form === "camera" && model.note !== ""
                ? [<S.Watch key={c.receiverKey}>{`${c.receiverLabel}: ${model.note}`}</S.Watch>]
                : [];
            })}
          <HitsToday hits={roll.hits} names={names} />
        </>
      }
    />
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

/** What is set on this screen; how much of the RF history is shown is kept in this browser. */
function useRollScreen(): [RollScreenState, (step: RollStep) => void] {
  const [state, step] = useReducer(nextRollScreen, FIRST_ROLL_SCREEN, (first) => ({
    ...first,
    isSounding: display().hasSound,
  }));
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
const KEPT = "plain-channel-rf-history-seconds";
