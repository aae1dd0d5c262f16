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
import { capital, count, formatDate, listWords } from "~/contract/messages/format";
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
        () => "Kept.",
        ({ before }) => ({ intent: "change-day", change: before }),
      );
    case "add-place":
      return reply(
        await addPlace(app, dayId, intent),
        () => `${intent.place.name} is on the list.`,
      );
    case "change-place":
      return reply(await changePlace(app, dayId, intent), ({ movedScenes }) =>
        movedScenes > 0 ? `Kept; ${count(movedScenes, "scene")} moved along.` : "Kept.",
      );
    case "remove-place":
      return reply(
        await removePlace(app, dayId, intent),
        (name) => `${name} is off the list; what happened there stays on record.`,
      );
    case "copy-place":
      return reply(await copyPlace(app, dayId, intent), (name) => `${name} is on the list.`);
    case "undo-places":
      return reply(
        await undoPlaces(app, dayId, intent.expectedVersion),
        () => "The places before are back.",
      );
    case "add-talker":
      return reply(
        await addTalker(app, dayId, intent.told as Parameters<typeof addTalker>[2]),
        (talker) => `${talker} has a channel.`,
      );
    case "add-talkers-of-scenes":
      return reply(await addTalkersOfScenes(app, dayId), ({ added, without }) =>
        `${added.length > 0 ? `${listWords(added)} ${added.length === 1 ? "has a channel" : "have channels"}.` : ""}${without.length > 0 ? ` Nothing that fits is left for ${listWords(without)}.` : ""}`.trim(),
      );
    case "change-talker":
      return reply(
        await changeTalker(app, dayId, intent),
        () => "Kept.",
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
        ({ talker }) => `${talker} left; the pack and the receiver channel are free.`,
        ({ version }) => ({
          intent: "restore-talker",
          channelId: intent.channelId,
          expectedVersion: version,
        }),
      );
    case "restore-talker":
      return reply(await restoreTalker(app, dayId, intent), ({ talker }) => `${talker} is back.`);
  }
}

/** The day itself: when it is, where it goes, who speaks. */
export default function SetupScreen({ loaderData: setup }: Route.ComponentProps) {
  const { day, places, channels } = useDay();
  const { send, reply: answer, isBusy } = useIntent<SetupIntent>();
  return (
    <Stack $gapPx={24}>
      <div>
        <Answer>{`${capital(count(places.length, "place"))}, ${channels.length === 0 ? "nobody wired yet" : count(channels.length, "talker")}`}</Answer>
        <Sub>{`${day.production}, ${formatDate(day.dateIso)}. What changes here changes everywhere; each change can be taken back.`}</Sub>
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
