import type { Route } from "./+types/route";
import { requireDay } from "~/server/services/day/dayView.server";
import {
  addPlace,
  changePlace,
  copyPlace,
  removePlace,
  undoPlaces,
} from "~/server/services/prep/places.server";
import { getPreparation } from "~/server/services/prep/preparation.server";
import { changeDay, getShoots } from "~/server/services/shoots/shoots.server";
import {
  addTalker,
  addTalkersOfScenes,
  changeTalker,
  removeTalker,
  restoreTalker,
} from "~/server/services/prep/talkers.server";
import { newestList } from "~/server/services/prep/versionedLists.server";
import { REPLY } from "~/contract/messages/frame";
import { capital, count, formatDate, listWords } from "~/contract/messages/format";
import { SETUP_TEXTS } from "~/contract/messages/screens/setup";
import { Answer, Stack, Sub } from "~/app/ui/Page/Page";
import { dayIdOf, orNotFound, readIntent, reply } from "~/app/routes/shared/reply.server";
import { ReplyNotice } from "~/app/routes/shared/ReplyNotice";
import { useDay } from "~/app/routes/shared/useDay";
import { useIntent } from "~/app/routes/shared/useIntent";
import { setupIntents, type SetupIntent } from "./intents";
import { DayHead } from "./DayHead";
import { Places } from "./Places";
import { Talkers } from "./Talkers";
import { practiceSites } from "~/server/services/training/practiceDay.server";

export async function loader({ params, context }: Route.LoaderArgs) {
  const dayId = dayIdOf(params);
  const { day } = orNotFound(await requireDay(context.app, dayId));
  const { scenes, findings } = orNotFound(await getPreparation(context.app, dayId));
  const { version, earlierVersion } = await newestList(context.app, "places", dayId);
  const days = (await getShoots(context.app)).shoots.flatMap((s) =>
    s.days
      .filter((d) => !d.isArchived)
      .map((d) => ({ id: d.id, label: `${s.name}, ${formatDate(d.dateIso)}` })),
  );
  return {
    placeList: { version, earlierVersion },
    days,
    hasScenes: scenes.length > 0,
    scenesAt: Object.fromEntries(
      scenes.flatMap((s) => (s.placeId === null ? [] : [[s.placeId, true]])),
    ),
    without: findings.flatMap((f) => (f.code === "talker-without-channel" ? [f.talker] : [])),
    airs: practiceSites(day),
  };
}

export async function action({ params, request, context }: Route.ActionArgs) {
  const { app } = context;
  const dayId = dayIdOf(params);
  const read = await readIntent(request, setupIntents);
  if (!read.ok) return read.reply;
  const { intent } = read;
  switch (intent.intent) {
    case "change-day":
      return reply(
        await changeDay(app, dayId, intent.change as Parameters<typeof changeDay>[2]),
        () => REPLY.saved,
        ({ before }) => ({ intent: "change-day", change: before }),
      );
    case "add-place":
      return reply(await addPlace(app, dayId, intent), () =>
        SETUP_TEXTS.isOnTheList(intent.place.name),
      );
    case "change-place":
      return reply(await changePlace(app, dayId, intent), ({ movedScenes }) =>
        movedScenes > 0 ? SETUP_TEXTS.keptMovedAlong(count(movedScenes, "scene")) : REPLY.saved,
      );
    case "remove-place":
      return reply(await removePlace(app, dayId, intent), (name) =>
        SETUP_TEXTS.isRemovedItsLogStays(name),
      );
    case "copy-place":
      return reply(await copyPlace(app, dayId, intent), (name) => SETUP_TEXTS.isOnTheList(name));
    case "undo-places":
      return reply(
        await undoPlaces(app, dayId, intent.expectedVersion),
        () => SETUP_TEXTS.thePlacesBeforeAreBack,
      );
    case "add-talker":
      return reply(
        await addTalker(app, dayId, intent.told as Parameters<typeof addTalker>[2]),
        (talker) => SETUP_TEXTS.hasAChannel(talker),
      );
    case "add-talkers-of-scenes":
      return reply(await addTalkersOfScenes(app, dayId), ({ added, without }) =>
        `${added.length > 0 ? `${listWords(added)} ${added.length === 1 ? "has a channel" : SETUP_TEXTS.haveChannels}.` : ""}${without.length > 0 ? SETUP_TEXTS.nothingThatFitsIsLeft(listWords(without)) : ""}`.trim(),
      );
    case "change-talker":
      return reply(
        await changeTalker(app, dayId, intent),
        () => REPLY.saved,
        ({ before, version }) => ({
          intent: "change-talker",
          channelId: intent.channelId,
          expectedVersion: version,
          change: before,
        }),
      );
    case "remove-talker":
      return reply(
        await removeTalker(app, dayId, intent),
        ({ talker }) => SETUP_TEXTS.leftThePack(talker),
        ({ version }) => ({
          intent: "restore-talker",
          channelId: intent.channelId,
          expectedVersion: version,
        }),
      );
    case "restore-talker":
      return reply(await restoreTalker(app, dayId, intent), ({ talker }) =>
        SETUP_TEXTS.isBack(talker),
      );
  }
}

/** The day itself: when it is, where it goes, who speaks. */
export default function SetupScreen({ loaderData: setup }: Route.ComponentProps) {
  const { day, places, channels } = useDay();
  const { send, reply: answer, isBusy } = useIntent<SetupIntent>();
  return (
    <Stack $gapPx={24}>
      <div>
        <Answer>{`${capital(count(places.length, "location"))}, ${channels.length === 0 ? SETUP_TEXTS.noChannelYet : count(channels.length, "channel")}`}</Answer>
        <Sub>
          {SETUP_TEXTS.changesCountEverywhereAndCan(day.production, formatDate(day.dateIso))}
        </Sub>
      </div>
      <ReplyNotice<SetupIntent> reply={answer} onUndo={send} />
      <DayHead
        key={`${day.dateIso}${day.dayNumber}${day.dayCount}${day.town}`}
        isBusy={isBusy}
        send={send}
      />
      <Places setup={setup} isBusy={isBusy} send={send} />
      <Talkers without={setup.without} isBusy={isBusy} send={send} />
    </Stack>
  );
}
