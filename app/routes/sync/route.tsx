import { useEffect, useState } from "react";
import { itemAt } from "~/core/units/items";
import { Link } from "react-router";
import styled from "styled-components";
import type { Route } from "./+types/route";
import type { ChannelView } from "~/server/services/day/dayView.server";
import type { Seen } from "~/contract/schemas/seen";
import { SELF_CHOSEN_HZ } from "~/core/channel/channelState";
import { pickedHz } from "~/core/channel/pickedFrequency";
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
import { PLACE_SOURCE_WORDS } from "~/contract/messages/notes";
import { capital, count, mhz, numberWord } from "~/contract/messages/format";
import { outboxOf, useOutbox } from "~/app/features/live/outbox";
import { useLiveState } from "~/app/features/live/useLive";
import { useNow } from "~/app/features/frame/useNow";
import { Answer, Row, Soft, Stack, Sub } from "~/app/ui/Page/Page";
import { dayIdOf, orNotFound, readIntent, reply } from "~/app/routes/shared/reply.server";
import { answerOrAway } from "~/app/routes/shared/away";
import { ReplyNotice } from "~/app/routes/shared/ReplyNotice";
import { useDay } from "~/app/routes/shared/useDay";
import { useIntent } from "~/app/routes/shared/useIntent";
import { Drill } from "./Drill";
import { Bridge, useBridge } from "~/app/routes/shared/bridge";
import { CartButton, CartOnly, CartPrimaryButton, useIsCart } from "~/app/routes/shared/CartOnly";
import { syncIntents, type SyncIntent } from "./intents";
import { isByHand } from "./run/runModel";
import { RunTable } from "./run/RunTable";
import { useAnswered } from "./run/useAnswered";
import { SeenNotice } from "./SeenNotice";
import { SyncChannel } from "./SyncChannel";

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
      return reply(await takeSyncBack(app, dayId, intent.syncId), () => "Taken back.");
    case "move-to-spare":
      return reply(
        await moveToSpare(app, dayId, intent.channelId),
        ({ talker, frequencyHz, from, version }) =>
          `${talker} moves to ${mhz(frequencyHz)}${PLACE_SOURCE_WORDS[from]}: plan ${version}. Receiver first, then the pack.`,
      );
    case "pass-over":
      return reply(await passOver(app, dayId, intent.channelId), ({ talker, fromHz, moved }) =>
        moved
          ? `${talker} moves to ${mhz(moved.frequencyHz)}: plan ${moved.version}. ${mhz(fromHz)} is noted as taken.`
          : `${mhz(fromHz)} is noted as taken. No other frequency is clear for ${talker}: pick again.`,
      );
    case "pair":
      return reply(
        await pairPack(app, dayId, intent.channelId),
        () => "Paired. Switched off and on again, it still knows its receiver.",
      );
    case "set-power":
      return reply(
        await setPackPower(app, dayId, intent.packKey, intent.powerMw),
        () => `Set to ${intent.powerMw} mW.`,
      );
    case "hide-faults":
      return reply(
        await hideFaults(app, dayId, Math.round(app.realNowMs())),
        () =>
          "After the meal break: fresh cells in every pack, and five faults are hidden. Prove every channel.",
      );
    case "end-drill":
      return reply(await endDrill(app, dayId), () => "All faults are taken away.");
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

/** Receiver first, then the pack to match, then the proof. */
export default function SyncScreen({ loaderData }: Route.ComponentProps) {
  const { drill } = loaderData;
  useBridge(bridge, loaderData);
  const view = useDay();
  const { send, reply: answer, isBusy, pending } = useIntent<SyncIntent>();
  // another form asks the same things: while it comes no answer is in the way
  const forms = useIntent<SyncIntent>();
  const live = useLiveState();
  const isMetered = view.rig.state === "ready" && live === "live";
  const proved = view.channels.filter((c) => c.state.sync.code === "proved").length;
  const unset = view.channels.filter((c) => c.isDriven && c.state.sync.code === "receiver-not-set");
  const nowMs = useNow(view.nowMs);
  const outbox = useOutbox(view.day.id);
  const { waiting, last } = outbox;
  const { answered, note, forget } = useAnswered(outbox, view.channels);
  const [openId, setOpenId] = useState<number | null>(null);
  const [undoneId, setUndoneId] = useState<number | null>(null);
  const [wantsUndo, setWantsUndo] = useState(false);
  const isCart = useIsCart();
  const saw = (c: ChannelView, seen: Seen) => {
    const frequencyHz = pickedHz(view.plan, c.id) ?? SELF_CHOSEN_HZ;
    const item = outboxOf(view.day.id).put({
      channelId: c.id,
      atMs: nowMs,
      of: {
        frequencyHz: c.meets === "adaptive" ? SELF_CHOSEN_HZ : frequencyHz,
        packKey: c.packKey,
        receiverKey: c.receiverKey,
      },
      seen,
    });
    note(item);
  };
  const canTakeBack =
    waiting.length > 0 || (last !== null && last.syncId !== null && last.syncId !== undoneId);
  const takeBack = () => {
    // what is on its way is newer than the last that arrived: that one is meant
    setWantsUndo(waiting.length > 0);
    if (waiting.length > 0 || last?.syncId === null || last?.syncId === undefined) return;
    setUndoneId(last.syncId);
    forget(last.channelId);
    send({ intent: "take-back", syncId: last.syncId });
  };
  useEffect(() => {
    if (wantsUndo && waiting.length === 0) takeBack();
  });
  const shown = view.channels.filter((c) => !isByHand(c) || c.isDriven || c.id === openId);
  const isPlanned = view.plan !== null || view.channels.some((c) => c.meets === "adaptive");
  return (
    <Stack>
      <div>
        <Answer>
          {!isPlanned
            ? "Nothing to sync yet"
            : proved === view.channels.length
              ? `${capital(count(proved, "channel"))} verified`
              : `${proved === 0 ? "None" : capital(numberWord(proved))} of ${count(view.channels.length, "channel")} verified`}
        </Answer>
        <Sub>
          {isPlanned
            ? "Receiver first, then the pack. Verified: silent with the pack off, then RF and voice."
            : "Accept a set of frequencies under Pick; then the receivers are set to it, and the packs to the receivers."}{" "}
          <CartOnly>
            <Link to={`/day/${view.day.id}/guided-setup`}>One channel after the other</Link>
          </CartOnly>
        </Sub>
      </div>
      {unset.length > 0 && (
        <Row>
          <CartPrimaryButton
            isDisabled={isBusy}
            onPress={() => send({ intent: "set-receivers", channelIds: unset.map((c) => c.id) })}
          >
            {unset.length === 1
              ? `Set ${itemAt(unset, 0).talker}’s receiver`
              : `Set ${numberWord(unset.length)} receivers to plan ${view.plan?.version}`}
          </CartPrimaryButton>
        </Row>
      )}
      {drill && (
        <Drill
          drill={drill}
          isProved={proved === view.channels.length}
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
          onUndo={canTakeBack ? takeBack : null}
        />
      )}
      {isPlanned && view.channels.some(isByHand) && (
        <RunTable
          view={view}
          isBusy={isBusy}
          answered={answered}
          saw={(channelId, seen) => {
            const channel = view.channels.find((c) => c.id === channelId);
            if (channel) saw(channel, seen);
          }}
          onUndo={canTakeBack ? takeBack : null}
          onForm={(form) => forms.send({ intent: "set-form", form })}
          onMove={isCart ? (channelId) => send({ intent: "move-to-spare", channelId }) : null}
          onPassOver={isCart ? (channelId) => send({ intent: "pass-over", channelId }) : null}
          openId={openId}
          onOpen={setOpenId}
        />
      )}
      <Channels>
        {shown.map((c) => (
          <SyncChannel
            key={c.id}
            view={view}
            channel={c}
            isMetered={isMetered}
            waiting={answered}
            saw={(seen) => saw(c, seen)}
            isBusy={isBusy || live !== "live"}
            pending={pending}
            send={send}
          />
        ))}
      </Channels>
      <Soft as="p">
        Track sheet:{" "}
        <a href={`/day/${view.day.id}/files/tracks.csv`} download>
          as a table
        </a>
        ,{" "}
        <a href={`/day/${view.day.id}/files/tracks.json`} download>
          as JSON
        </a>
        .
      </Soft>
      {!drill && view.plan && view.rig.state === "ready" && view.rig.isPractice && (
        <Row>
          <CartButton isDisabled={isBusy} onPress={() => send({ intent: "hide-faults" })}>
            Practise: hide five faults
          </CartButton>
        </Row>
      )}
      <Soft as="p">
        {view.rig.state === "ready" && "The switches stand for hands on the practice packs. "}Wiring
        a person is touching a person: ask first; ask about implanted medical devices, and keep
        packs away from them as their maker says.
      </Soft>
    </Stack>
  );
}

const Channels = styled.ul`
  list-style: none;
  border-top: 1px solid var(--soft);
`;
