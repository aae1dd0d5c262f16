import { useCallback, useMemo } from "react";
import { Link } from "react-router";
import type { Route } from "./+types/route";
import type { ChannelView } from "~/server/services/day/dayView.server";
import { REPLY } from "~/contract/messages/frame";
import type { Seen } from "~/contract/schemas/seen";
import { SELF_CHOSEN_HZ } from "~/core/channel/channelState";
import { pickedHz } from "~/core/channel/pickedFrequency";
import { VERIFICATION_FORMS } from "~/core/channel/verificationParts";
import { requireDay } from "~/server/services/day/dayView.server";
import { drillOf, endDrill, hideFaults } from "~/server/services/training/drill.server";
import { pairPack } from "~/server/services/sync/pairings.server";
import { setPackPower } from "~/server/services/prep/preparation.server";
import { moveToSpare, passOver } from "~/server/services/frequencies/plans.server";
import {
  handlePack,
  prove,
  screwAntennaOn,
  setReceivers,
  setVerificationForm,
  shareChannel,
  syncPack,
  takeSyncBack,
  usePack as takePack,
} from "~/server/services/sync/syncs.server";
import { syncWords } from "~/contract/messages/day";
import { PLACE_SOURCE_WORDS } from "~/contract/messages/notes";
import { mhz } from "~/contract/messages/format";
import { FORM_WORDS } from "~/contract/messages/handRun";
import {
  setReceiversWords,
  SYNC,
  verifiedHeadline,
  verifyingWords,
} from "~/contract/messages/sync";
import { SYNC_TEXTS } from "~/contract/messages/screens/sync";
import { useChosenChannel } from "~/app/features/channel/chosenChannel";
import { ChannelTable } from "~/app/features/channelTable/ChannelTable";
import { outboxOf, useOutbox } from "~/app/features/live/outbox";
import { useLiveState } from "~/app/features/live/useLive";
import { useNow } from "~/app/features/frame/useNow";
import { Button, QuietButton } from "~/app/ui/Button/Button";
import { ByDevice } from "~/app/ui/Page/ByDevice";
import { Answer, Row, Soft, Sub } from "~/app/ui/Page/Page";
import { dayIdOf, orNotFound, readIntent, reply } from "~/app/routes/shared/reply.server";
import { answerOrAway } from "~/app/routes/shared/away";
import { ReplyNotice } from "~/app/routes/shared/ReplyNotice";
import { namesOf, useDay } from "~/app/routes/shared/useDay";
import { useIntent } from "~/app/routes/shared/useIntent";
import { Drill } from "./Drill";
import { Bridge, useBridge } from "~/app/routes/shared/bridge";
import { CartButton, CartOnly, CartPrimaryButton, useIsCart } from "~/app/routes/shared/CartOnly";
import { syncIntents, type SyncIntent } from "./intents";
import { isByHand, type RunRow, runRows } from "./run/runModel";
import { useAnswered } from "./run/useAnswered";
import { useRun } from "./run/useRun";
import { SeenNotice } from "./SeenNotice";
import { syncColumns } from "./syncColumns";
import { canBeVerified, SyncDetail } from "./SyncDetail";
import { useUndoOfSeen } from "./useUndoOfSeen";
import { useVerifyAll, type VerifyRound } from "./useVerifyAll";

export async function loader({ params, context }: Route.LoaderArgs) {
  const loaded = orNotFound(await requireDay(context.app, dayIdOf(params)));
  return { drill: await drillOf(context.app, loaded) };
}

const bridge = new Bridge<Awaited<ReturnType<typeof loader>>>();
export const clientLoader = (args: Route.ClientLoaderArgs) => bridge.load(args);

export const clientAction = ({ serverAction }: Route.ClientActionArgs) =>
  answerOrAway(serverAction);

export async function action({ params, request, context }: Route.ActionArgs) {
  const { app } = context;
  const dayId = dayIdOf(params);
  const read = await readIntent(request, syncIntents);
  if (!read.ok) return read.reply;
  const { intent } = read;
  switch (intent.intent) {
    case "set-receivers":
      return reply(await setReceivers(app, dayId, intent.channelIds));
    case "sync-pack":
      return reply(await syncPack(app, dayId, intent.channelId, intent.packKey));
    case "take-back":
      return reply(await takeSyncBack(app, dayId, intent.syncId), () => REPLY.undone);
    case "move-to-spare":
      return reply(
        await moveToSpare(app, dayId, intent.channelId),
        ({ talker, frequencyHz, from, version }) =>
          SYNC_TEXTS.movesToPlanReceiverFirst(
            talker,
            mhz(frequencyHz),
            PLACE_SOURCE_WORDS[from],
            version,
          ),
      );
    case "pass-over":
      return reply(await passOver(app, dayId, intent.channelId), ({ talker, fromHz, moved }) =>
        moved
          ? SYNC_TEXTS.movesToPlanIsNoted(
              talker,
              mhz(moved.frequencyHz),
              moved.version,
              mhz(fromHz),
            )
          : SYNC_TEXTS.isNotedAsTakenNo(mhz(fromHz), talker),
      );
    case "pair":
      return reply(
        await pairPack(app, dayId, intent.channelId),
        () => SYNC_TEXTS.pairedSwitchedOff,
      );
    case "set-power":
      return reply(await setPackPower(app, dayId, intent.packKey, intent.powerMw), () =>
        SYNC_TEXTS.setToMw(intent.powerMw),
      );
    case "hide-faults":
      return reply(
        await hideFaults(app, dayId, Math.round(app.realNowMs())),
        () => SYNC_TEXTS.afterTheMealBreakNew,
      );
    case "end-drill":
      return reply(await endDrill(app, dayId), () => SYNC_TEXTS.allFaultsAreTakenAway);
    case "share":
      return reply(await shareChannel(app, dayId, intent));
    case "screw-antenna": {
      const screwed = await screwAntennaOn(app, dayId, intent.receiverKey);
      // whether it helped is only known by looking again
      return screwed.ok ? reply(await prove(app, dayId, intent.channelId)) : reply(screwed);
    }
    case "prove":
      return reply(await prove(app, dayId, intent.channelId));
    case "set-form":
      return reply(await setVerificationForm(app, dayId, intent.form));
    case "use-pack":
      return reply(await takePack(app, dayId, intent));
    case "handle-pack":
      return reply(await handlePack(app, dayId, intent.packKey, intent.change));
  }
}

/** Receiver first, then the pack to match, then the verification. */
export default function SyncScreen({ loaderData }: Route.ComponentProps) {
  const { drill } = loaderData;
  useBridge(bridge, loaderData);
  const view = useDay();
  const names = namesOf(view);
  const { channelId: chosenId, choose } = useChosenChannel();
  const { send, reply: answer, isBusy, pending } = useIntent<SyncIntent>();
  // another form asks the same things: while it comes no answer is in the way
  const forms = useIntent<SyncIntent>();
  const live = useLiveState();
  const isMetered = view.rig.state === "ready" && live === "live";
  const verified = view.channels.filter((c) => c.state.sync.code === "proved").length;
  const unset = view.channels.filter((c) => c.isDriven && c.state.sync.code === "receiver-not-set");
  const nowMs = useNow(view.nowMs);
  const outbox = useOutbox(view.day.id);
  const { waiting, last } = outbox;
  const frequencyOf = useCallback(
    (c: ChannelView): number =>
      (c.meets === "adaptive" ? null : pickedHz(view.plan, c.id)) ?? SELF_CHOSEN_HZ,
    [view.plan],
  );
  const { answered, note, forget } = useAnswered(outbox, view.channels, frequencyOf);
  const isCart = useIsCart();
  const saw = (c: ChannelView, seen: Seen) => {
    const item = outboxOf(view.day.id).put({
      channelId: c.id,
      atMs: nowMs,
      of: { frequencyHz: frequencyOf(c), packKey: c.packKey, receiverKey: c.receiverKey },
      seen,
    });
    note(item);
  };
  const undo = useUndoOfSeen({
    waiting,
    last,
    onTakeBack: ({ syncId, channelId }) => {
      forget(channelId);
      send({ intent: "take-back", syncId });
    },
  });
  const isPlanned = view.plan !== null || view.channels.some((c) => c.meets === "adaptive");
  const form = view.day.verificationForm ?? "whole";
  const rows = useMemo(
    () => runRows(view.channels, view.kit, answered),
    [view.channels, view.kit, answered],
  );
  const handRows = useMemo(() => rows.filter((r) => isByHand(r.channel)), [rows]);
  const run = useRun({
    channelId: chosenId,
    onChannel: choose,
    isBusy,
    rows: isPlanned ? handRows : NO_ROWS,
    saw: (row, seen) => saw(row.channel, seen),
    onUndo: undo,
    onForm:
      isCart && handRows.length > 0
        ? () => forms.send({ intent: "set-form", form: form === "short" ? "whole" : "short" })
        : null,
    onMove: isCart ? (row) => send({ intent: "move-to-spare", channelId: row.channel.id }) : null,
    onPassOver: isCart ? (row) => send({ intent: "pass-over", channelId: row.channel.id }) : null,
  });
  const driven = view.channels.filter((c) => c.isDriven);
  const round = useVerifyAll({
    channelIds: driven.filter((c) => c.state.sync.code !== "proved").map((c) => c.id),
    verify: (channelId) => {
      choose(channelId);
      send({ intent: "prove", channelId });
    },
    reply: answer,
    isBusy,
  });
  const nowAsked =
    run.row && run.cell ? { channelId: run.row.channel.id, question: run.cell.question } : null;
  const fault = view.channels.find((c) => c.state.sync.status === "problem");
  return (
    <ChannelTable
      label={SYNC.label}
      channels={view.channels}
      columns={syncColumns({ rows, names, now: nowAsked, goTo: run.goTo, isMetered })}
      besideName={(c) => c.packLabel}
      firstId={run.row?.channel.id ?? null}
      needsHand={(c) => c.state.sync.status === "problem"}
      head={
        <>
          <div>
            <Answer>
              {isPlanned
                ? verifiedHeadline(
                    verified,
                    view.channels.length,
                    fault
                      ? { talker: fault.talker, words: syncWords(fault.state, names).text }
                      : null,
                  )
                : SYNC.nothing}
            </Answer>
            <Sub>
              {!isPlanned ? (
                SYNC.nothingHint
              ) : handRows.length > 0 ? (
                <ByDevice keys={SYNC.keys} touch={SYNC.tap} />
              ) : (
                SYNC.receiverFirst
              )}{" "}
              <CartOnly>
                <Link to={`/day/${view.day.id}/guided-setup`}>{SYNC.guided}</Link>
              </CartOnly>
            </Sub>
          </div>
          {drill && (
            <Drill
              drill={drill}
              isProved={verified === view.channels.length}
              isBusy={isBusy}
              send={send}
            />
          )}
          <ReplyNotice reply={answer} />
          {forms.reply?.ok === false && <ReplyNotice reply={forms.reply} />}
          {last && waiting.length === 0 && (
            <SeenNotice
              key={last.at}
              last={last}
              isQuiet={view.channels.some((c) => c.id === last.channelId && isByHand(c))}
              onUndo={undo}
            />
          )}
        </>
      }
      tools={
        isPlanned && (
          <>
            {unset.length > 0 && (
              <CartPrimaryButton
                isDisabled={isBusy}
                onPress={() =>
                  send({ intent: "set-receivers", channelIds: unset.map((c) => c.id) })
                }
              >
                {setReceiversWords(unset.length, unset[0]?.talker ?? "", view.plan?.version ?? 0)}
              </CartPrimaryButton>
            )}
            {isMetered && driven.length > 1 && driven.some(canBeVerified) && (
              <VerifyAll round={round} isDone={verified === view.channels.length} />
            )}
            {handRows.length > 0 && (
              <CartOnly>
                {VERIFICATION_FORMS.map((f) => (
                  <QuietButton
                    key={f}
                    aria-pressed={form === f}
                    style={form === f ? { fontWeight: 700 } : {}}
                    onPress={() => forms.send({ intent: "set-form", form: f })}
                  >
                    {FORM_WORDS[f].name}
                  </QuietButton>
                ))}
                <Soft>{FORM_WORDS[form].asks}</Soft>
              </CartOnly>
            )}
            {undo && handRows.length > 0 && <QuietButton onPress={undo}>{SYNC.undo}</QuietButton>}
          </>
        )
      }
      detail={(c) => {
        const row = rows.find((r) => r.channel.id === c.id);
        return (
          row && (
            <SyncDetail
              key={c.id}
              view={view}
              channel={c}
              row={row}
              run={isPlanned && run.row?.channel.id === c.id ? run : null}
              isMetered={isMetered}
              waiting={answered}
              saw={(seen) => saw(c, seen)}
              isBusy={isBusy || live !== "live"}
              pending={pending}
              send={send}
            />
          )
        );
      }}
      foot={
        <>
          <Row>
            <Soft>
              {SYNC.trackSheet}{" "}
              <a href={`/day/${view.day.id}/files/tracks.csv`} download>
                {SYNC.asCsv}
              </a>
              ,{" "}
              <a href={`/day/${view.day.id}/files/tracks.json`} download>
                {SYNC.asJson}
              </a>
            </Soft>
            {!drill && view.plan && view.rig.state === "ready" && view.rig.isPractice && (
              <CartButton isDisabled={isBusy} onPress={() => send({ intent: "hide-faults" })}>
                {SYNC.practise}
              </CartButton>
            )}
          </Row>
          <Soft as="p">{`${view.rig.state === "ready" ? `${SYNC.switches} ` : ""}${SYNC.touch}`}</Soft>
        </>
      }
    />
  );
}

const NO_ROWS: readonly RunRow[] = [];

/** Goes through the channels by itself, as long as nobody stops it. */
function VerifyAll({ round, isDone }: { round: VerifyRound; isDone: boolean }) {
  if (round.at)
    return (
      <>
        <Soft role="status">{verifyingWords(round.at.done, round.at.all)}</Soft>
        <Button onPress={round.stop}>{SYNC.stop}</Button>
      </>
    );
  return isDone ? null : <Button onPress={round.start}>{SYNC.verifyAll}</Button>;
}
