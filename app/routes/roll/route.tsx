import { defined, itemAt, numberAt } from "~/core/units/items";
import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import { Link } from "react-router";
import { FastForward, Radio, Volume2, VolumeX } from "lucide-react";
import type { Route } from "./+types/route";
import {
  answerHit,
  callHit,
  closeHit,
  followWithPack,
  takeHitBack,
} from "~/server/services/roll/hits.server";
import { beginRoll, endRoll, putNote, rollView } from "~/server/services/roll/roll.server";
import { proofFaultWords } from "~/contract/messages/proof";
import type { RollState } from "~/contract/schemas/rollState";
import { attentionWords, hitCauseWords } from "~/contract/messages/roll";
import {
  capital,
  count,
  formatAge,
  formatClock,
  formatDbm,
  formatDuration,
  formatSpan,
  listWords,
  mhz,
} from "~/contract/messages/format";
import { receiverModel } from "~/core/kit/models";
import type { ProofPart } from "~/core/channel/verificationParts";
import { useRoll } from "~/app/features/roll/useRoll";
import { Button, PrimaryButton, QuietButton, ToggleButton } from "~/app/ui/Button/Button";
import { SelectField, TextField } from "~/app/ui/Field/Field";
import { Notice } from "~/app/ui/Notice/Notice";
import { Answer, Heading, Soft, Stack, Sub } from "~/app/ui/Page/Page";
import { answerOrAway } from "~/app/routes/shared/away";
import { Bridge, useBridge } from "~/app/routes/shared/bridge";
import type { DayIntent } from "~/app/routes/day/intents";
import { dayIdOf, orNotFound, readIntent, reply } from "~/app/routes/shared/reply.server";
import { ReplyNotice } from "~/app/routes/shared/ReplyNotice";
import { useDay } from "~/app/routes/shared/useDay";
import { useIntent } from "~/app/routes/shared/useIntent";
import { HitPanel } from "./HitPanel";
import { CartButton } from "~/app/routes/shared/CartOnly";
import { newId } from "~/app/features/live/newId";
import { rollIntents, type RollIntent } from "./intents";
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
    case "hit":
      return reply(await callHit(app, dayId, intent), () => null);
    case "answer":
      return reply(await answerHit(app, dayId, intent), ({ toHz, someoneThere }) =>
        toHz !== null && someoneThere
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

const SECONDS = [30, 60, 120, 300, 600] as const;
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
  const { send, reply: said, isBusy } = useIntent<RollIntent>();
  const isDriven = view.rig.state !== "none";
  const { store, state, line } = useRoll(view.day.id, roll.state === "rolling");
  const [seconds, setSeconds] = useSeconds();
  const [isSounding, setSounding] = useState(false);
  const [hidden, setHidden] = useState<readonly number[]>([]);
  const [note, setNote] = useState<{ text: string; at: number } | null>(null);
  const numbers = useMemo(() => channels.map((c) => c.number), [channels]);
  const hit = useCallback(
    (number: number, pressedAt: number) => {
      const channel = channels.find((c) => c.number === number);
      if (channel)
        send({
          intent: "hit",
          channelId: channel.id,
          agoMs: Math.max(0, performance.now() - pressedAt),
          seenId: newId(),
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
  const clock = useIntent<DayIntent>(`/day/${view.day.id}?index`);
  useKeys({
    ...(view.day.isPractice ? { ".": () => clock.send({ intent: "clock-to-happening" }) } : {}),
    n: () => setNote((n) => n ?? { text: "", at: performance.now() }),
    "[": () => setSeconds(-1),
    "]": () => setSeconds(1),
  });
  const bad =
    state?.channels
      .filter((c) => c.attention[0]?.level === "bad")
      .map((c) => `${c.channelId} ${itemAt(c.attention, 0).code}`) ?? [];
  useTick(bad, isSounding);
  const open = roll.hits.find((h) => h.step !== "closed" && !hidden.includes(h.id));
  const waiting = roll.hits.filter((h) => h.step !== "closed" && h !== open);
  const nowMs = state?.nowMs ?? view.nowMs;
  const height = heightOf(channels.length);

  return (
    <Stack $gapPx={10}>
      <div>
        <Answer>{headline(state, view.channels, roll.state, line)}</Answer>
        <Sub>{subline(state, roll, nowMs)}</Sub>
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
      {key.calling && (
        <S.Strip role="dialog" aria-label="Which channel was hit">
          <b>Hit. Whose?</b>
          {channels.map((c) => (
            <Button
              key={c.id}
              onPress={() => key.name(c.number)}
            >{`${c.number} ${c.talker}`}</Button>
          ))}
          <Soft>{key.calling.digits === "" ? "or its number" : `${key.calling.digits} …`}</Soft>
          <QuietButton onPress={key.giveUp}>
            Nobody’s <kbd>Esc</kbd>
          </QuietButton>
        </S.Strip>
      )}
      {note && (
        <S.Strip>
          <TextField
            label="Note"
            value={note.text}
            onChange={(text) => setNote({ ...note, text })}
            isFocused
            widthCh={48}
            onCommit={() => {
              if (note.text.trim() !== "")
                send({
                  intent: "note",
                  text: note.text,
                  channelId: null,
                  agoMs: Math.max(0, performance.now() - note.at),
                  seenId: newId(),
                });
              setNote(null);
            }}
          />
          <QuietButton onPress={() => setNote(null)}>Leave it</QuietButton>
        </S.Strip>
      )}
      <ReplyNotice reply={said} onUndo={send} />
      <S.Board data-open={open ? true : undefined}>
        <div>
          <S.Tools>
            <PrimaryButton onPress={key.call} isDisabled={channels.length === 0}>
              Hit <kbd>H</kbd>
            </PrimaryButton>
            <SelectField
              label="Seam"
              isLabelHidden
              value={seconds}
              choices={SECONDS.map((s) => ({
                id: s,
                label: s < 60 ? `last ${s} s` : `last ${s / 60} min`,
              }))}
              onChange={(s) => setSeconds(s)}
            />
            <Button onPress={() => setNote({ text: "", at: performance.now() })}>
              Note <kbd>N</kbd>
            </Button>
            <ToggleButton
              isSelected={isSounding}
              onChange={setSounding}
              aria-label={`${isSounding ? "Sound on" : "Sound off"}: told when something goes wrong`}
            >
              {isSounding ? <Volume2 aria-hidden /> : <VolumeX aria-hidden />}
              {isSounding ? "Sound on" : "Sound off"}
            </ToggleButton>
            {roll.state !== "rolling" && isDriven && (
              <CartButton isDisabled={isBusy} onPress={() => send({ intent: "begin" })}>
                <Radio aria-hidden />
                {roll.state === "over" ? "Roll on" : "Roll"}
              </CartButton>
            )}
            {view.day.isPractice && roll.state === "rolling" && (
              <CartButton
                isDisabled={clock.isBusy}
                onPress={() => clock.send({ intent: "clock-to-happening" })}
              >
                <FastForward aria-hidden />
                Until something happens <kbd>.</kbd>
              </CartButton>
            )}
            {waiting.map((h) => (
              <QuietButton
                key={h.id}
                onPress={() => setHidden(hidden.filter((x) => x !== h.id))}
              >{`${formatClock(h.atMs)} ${h.talker} waits`}</QuietButton>
            ))}
          </S.Tools>
          <S.Rows
            aria-label="Channels"
            data-many={channels.length > MANY || undefined}
            style={{ "--rows": Math.ceil(channels.length / 2) }}
          >
            {channels.map((c) => (
              <RollRow
                key={c.id}
                channel={c}
                told={state?.channels.find((t) => t.channelId === c.id) ?? null}
                changeAtMs={roll.cellChanges[c.id] ?? null}
                store={store}
                seconds={seconds}
                heightPx={height}
                onHit={callNow}
                marks={marksOf(roll.hits, c.id, nowMs, seconds)}
              />
            ))}
          </S.Rows>
          {channels.length === 0 && (
            <Notice kind="caution">
              Nobody is wired yet. Say who speaks under Places and talkers, or let the scenes say
              it.
            </Notice>
          )}
          {!isDriven && channels.length > 0 && (
            <Notice kind="caution">
              No receiver here can be asked, so nothing is drawn. Hits, notes and cells are kept all
              the same: H and the number.
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
            onHide={() => setHidden([...hidden, open.id])}
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
      {roll.hits.some((h) => h.step === "closed") && (
        <section>
          <Heading>Hits today</Heading>
          <S.History>
            {roll.hits
              .filter((h) => h.step === "closed")
              .slice(0, 8)
              .map((h) => (
                <li key={h.id}>
                  <time>{formatClock(h.atMs)}</time>
                  <b>{`${h.number} ${h.talker}`}</b>
                  <span>{`${hitCauseWords(h.hit.judged.causes[0]?.cause ?? null)}${h.hit.scene ? `, scene ${h.hit.scene}` : ""}`}</span>
                  <Soft>{outcomeOf(h)}</Soft>
                </li>
              ))}
          </S.History>
        </section>
      )}
    </Stack>
  );
}

type Hits = Route.ComponentProps["loaderData"]["hits"];

function outcomeOf(h: Hits[number]): string {
  const last = h.answers.at(-1);
  if (h.closed?.how === "left") return "left, for the edit";
  if (h.closed?.how === "taken back") return "taken back";
  return last?.toHz
    ? `on ${mhz(last.toHz)}${h.closed?.how === "unproved" ? ", not verified" : ""}, plan ${h.closed?.planVersion ?? "?"}`
    : "it holds";
}

const NO_MARKS: readonly number[] = [];
function marksOf(hits: Hits, channelId: number, nowMs: number, seconds: number): readonly number[] {
  const mine = hits
    .filter((h) => h.hit.channelId === channelId && nowMs - h.atMs < seconds * 1000)
    .map((h) => 1 - (nowMs - h.atMs) / (seconds * 1000));
  return mine.length === 0 ? NO_MARKS : mine;
}

function headline(
  state: RollState | null,
  channels: readonly { id: number; talker: string }[],
  roll: string,
  line: "live" | "away",
): string {
  if (channels.length === 0) return "Nobody is wired";
  if (roll !== "rolling") return roll === "over" ? "It is not rolling any more" : "Ready to roll";
  if (!state) return "Listening to the receivers";
  if (line === "away" || state.line === "silent") return "The receivers do not answer";
  const talker = (id: number) => channels.find((c) => c.id === id)?.talker ?? "?";
  const worst = (level: "bad" | "watch") =>
    state.channels
      .filter((c) => c.attention[0]?.level === level)
      .map((c) => `${talker(c.channelId)} ${attentionWords(itemAt(c.attention, 0)).short}`);
  const [bad, watch] = [worst("bad"), worst("watch")];
  if (bad.length > 0) return capital(listWords(bad));
  const holding = state.channels.filter(
    (c) => (c.isOn || c.attention.length > 0) && c.attention[0]?.code !== "retuning",
  ).length;
  if (watch.length > 0)
    return `${capital(count(holding, "channel"))} ${holding === 1 ? "holds" : "hold"}; an eye on ${listWords(watch)}`;
  return holding === 0
    ? "All packs are off"
    : `${holding === channels.length && holding > 1 ? `All ${count(holding, "channel").replace(" channels", "")}` : capital(count(holding, "channel"))} ${holding === 1 ? "holds" : "hold"}`;
}

function subline(
  state: RollState | null,
  roll: Route.ComponentProps["loaderData"],
  nowMs: number,
): string {
  if (roll.state === "before") return "Rolling begins as soon as a receiver can be asked.";
  if (roll.state === "over")
    return `Ended ${formatClock(roll.sinceMs ?? nowMs)}. What was read is kept; the log and the report have it.`;
  return `Rolling since ${formatClock(roll.sinceMs ?? nowMs)}. ${state?.line === "silent" ? `${state.heardAgoMs === null ? "Nothing was read yet" : `Last read ${formatSeconds(state.heardAgoMs)} ago`}: what is drawn is old.` : state?.line === "live" && state.heardAgoMs !== null ? `Read ${formatSeconds(state.heardAgoMs)} ago. The seam opens by what is in hand, antenna A up, B down; where both close, it drops out.` : "The seam opens by what is in hand, antenna A up, B down; where both close, it drops out."}`;
}

const formatSeconds = (ms: number): string =>
  ms < 60_000 ? `${(ms / 1000).toFixed(1)} s` : formatDuration(ms);

/** What looks for newcomers, and what it found; and what is ready. */
function Watched({
  state,
  view,
  spares,
  nowMs,
}: {
  state: RollState | null;
  view: { channels: readonly { id: number; talker: string }[] };
  spares: readonly { frequencyHz: number }[];
  nowMs: number;
}) {
  const watch = state?.watch;
  const taken = new Set(
    (watch?.newcomers ?? []).flatMap((n) => (n.spareHz === null ? [] : [n.spareHz])),
  );
  const ready = spares.filter((s) => !taken.has(s.frequencyHz));
  return (
    <div>
      {watch?.newcomers.map((n) => (
        <S.Watch
          key={n.frequencyHz}
          data-new
          role="status"
        >{`New on the air: ${mhz(n.frequencyHz)}, ${formatDbm(n.levelDbm)}, first seen ${formatClock(n.firstSeenMs)}${n.nearest ? `, ${formatSpan(n.nearest.offHz)} from ${view.channels.find((c) => c.id === defined(n.nearest).channelId)?.talker ?? "us"}` : ""}${n.spareHz !== null ? `; the spare ${mhz(n.spareHz)} is not clear any more` : ""}`}</S.Watch>
      ))}
      <S.Watch>
        {watch?.problem && `The last look failed (${watch.problem}); it is tried again. `}
        {state &&
          (watch?.instrument
            ? `${watch.instrument} looks for newcomers${watch.lookedAtMs === null ? ", the first look is under way" : `, last look ${formatAge(nowMs - watch.lookedAtMs)}${watch.newcomers.length === 0 ? ": nobody new" : ""}`}. `
            : state.line === "none"
              ? ""
              : "Nothing is free to look for newcomers: every receiver carries somebody. Scan between takes. ")}
        {spares.length === 0
          ? "No spare is ready."
          : ready.length === 0
            ? "No spare is clear any more: pick again at the next break."
            : `Ready: ${listWords(ready.map((s) => mhz(s.frequencyHz)))}.`}
      </S.Watch>
    </div>
  );
}

/** How much of the seam is shown; kept in this browser. */
function useSeconds(): [number, (to: number) => void] {
  const [seconds, setState] = useState<number>(60);
  useEffect(() => {
    const kept = Number(localStorage.getItem(KEPT));
    // read after the first drawing, which the server made
    if ((SECONDS as readonly number[]).includes(kept)) setState(kept);
  }, []);
  const set = useCallback(
    (to: number) =>
      setState((now) => {
        const at = SECONDS.indexOf(now as (typeof SECONDS)[number]);
        const next =
          Math.abs(to) === 1
            ? numberAt(SECONDS, Math.min(SECONDS.length - 1, Math.max(0, at + to)))
            : to;
        localStorage.setItem(KEPT, String(next));
        return next;
      }),
    [],
  );
  return [seconds, set];
}
const KEPT = "plain-channel-seam-seconds";

function useKeys(keys: Readonly<Record<string, () => void>>): void {
  const held = useRef(keys);
  useEffect(() => {
    held.current = keys;
  });
  useEffect(() => {
    const press = (event: KeyboardEvent) => {
      const target = event.target as HTMLElement;
      if (
        event.ctrlKey ||
        event.metaKey ||
        event.altKey ||
        target.closest("input, textarea, select, [role=listbox], [role=menu], [role=dialog]")
      )
        return;
      const act = held.current[event.key];
      if (!act) return;
      event.preventDefault();
      act();
    };
    document.addEventListener("keydown", press);
    return () => document.removeEventListener("keydown", press);
  }, []);
}
