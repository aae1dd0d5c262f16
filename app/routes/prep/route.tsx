import { pairs } from "d3-array";
import { useMemo } from "react";
import type { Route } from "./+types/route";
import {
  getPreparation,
  importScenes,
  previewScenesOf,
  putScene,
  removeScene,
  setPackPower,
} from "~/server/services/prep/preparation.server";
import { undoList } from "~/server/services/prep/versionedLists.server";
import {
  capital,
  count,
  formatClock,
  formatDuration,
  listWords,
  numberWord,
} from "~/contract/messages/format";
import { dayWord, prepHeadline } from "~/contract/messages/prep";
import { WiredChart } from "~/app/charts/wired/WiredChart";
import { Answer, Heading, Soft, Stack, Sub } from "~/app/ui/Page/Page";
import {
  dayIdOf,
  orNotFound,
  previewed,
  readIntent,
  reply,
} from "~/app/routes/shared/reply.server";
import { ReplyNotice } from "~/app/routes/shared/ReplyNotice";
import { useDay } from "~/app/routes/shared/useDay";
import { useIntent } from "~/app/routes/shared/useIntent";
import { Findings } from "./Findings";
import { prepareIntents, type PrepareIntent } from "./intents";
import { PackMatch } from "./PackMatch";
import { Scenes } from "./Scenes";

export async function loader({ params, context }: Route.LoaderArgs) {
  return orNotFound(await getPreparation(context.app, dayIdOf(params)));
}

export async function action({ params, request, context }: Route.ActionArgs) {
  const { app } = context;
  const dayId = dayIdOf(params);
  const read = await readIntent(request, prepareIntents);
  if (!read.ok) return read.reply;
  const { intent } = read;
  switch (intent.intent) {
    case "preview":
      return previewed(await previewScenesOf(app, dayId, intent.text, intent.map));
    case "import":
      return reply(
        await importScenes(app, dayId, intent),
        ({ imported, leftOut, replaced, stay }) =>
          `${capital(count(imported, "scene"))} taken over${replaced > 0 ? `, ${numberWord(replaced)} of them in the place of one with the same number` : ""}${stay > 0 ? `; ${count(stay, "other stays", "others stay")}` : ""}${leftOut > 0 ? `; ${count(leftOut, "row")} left out` : ""}.`,
      );
    case "put-scene":
      return reply(
        await putScene(app, dayId, intent),
        () => `Scene ${intent.scene.number.trim()} is on the list.`,
      );
    case "strike-scene":
      return reply(
        await removeScene(app, dayId, intent),
        () => `Scene ${intent.number} is struck.`,
      );
    case "undo":
      return reply(
        await undoList(app, "scenes", dayId, intent.expectedVersion),
        () => "The list before is back.",
      );
    case "set-power":
      return reply(
        await setPackPower(app, dayId, intent.packKey, intent.powerMw),
        () => `Set to ${intent.powerMw} mW.`,
      );
  }
}

type Prep = Route.ComponentProps["loaderData"];

/** The evening before: what the scenes ask for, what the case has, and what does not fit. */
export default function PrepareScreen({ loaderData: prep }: Route.ComponentProps) {
  const view = useDay();
  const { send, reply: answer, isBusy } = useIntent<PrepareIntent>();
  const spans = useMemo(() => prep.packDays.map((p) => p.spans), [prep.packDays]);
  const handed = handOvers(spans);
  return (
    <Stack $gapPx={22}>
      <div>
        <Answer>
          {prepHeadline(
            prep.findings,
            prep.scenes.length > 0,
            dayWord(view.nowMs, view.day.dateIso),
          )}
        </Answer>
        <Sub>
          {prep.peak
            ? `${capital(count(prep.scenes.length, "scene"))}. Most at once: ${count(prep.peak.talkers.length, "voice")} in scene ${listWords(prep.peak.sceneNumbers)}, ${formatClock(prep.peak.startMs)}–${formatClock(prep.peak.endMs)}. ${capital(count(prep.packDays.length, "pack"))} would do for the day${handed.length > 0 ? `, handed on ${numberWord(handed.length)} ${handed.length === 1 ? "time" : "times"}` : ""}.`
            : "Read the day's scene list: from it follows how many are wired at once, and what the case must hold."}
        </Sub>
      </div>
      <ReplyNotice reply={answer} />
      {prep.findings.length > 0 && (
        <Findings findings={prep.findings} isBusy={isBusy} send={send} />
      )}
      {prep.stretches.length > 0 && <WiredDay prep={prep} spans={spans} handed={handed} />}
      <Scenes prep={prep} reply={answer} isBusy={isBusy} send={send} />
      <PackMatch match={prep.match} />
    </Stack>
  );
}

/** Who is wired when, pack by pack, against what the case has. */
function WiredDay({
  prep,
  spans,
  handed,
}: {
  prep: Prep;
  spans: Prep["packDays"][number]["spans"][];
  handed: readonly string[];
}) {
  const short = prep.findings.find((f) => f.code === "chains-short");
  return (
    <section>
      <Heading>Who is wired when</Heading>
      <WiredChart
        packs={spans}
        stretches={prep.stretches}
        have={short?.have ?? prep.peak?.talkers.length ?? 0}
        label={prep.stretches
          .map(
            (s) => `${formatClock(s.startMs)} to ${formatClock(s.endMs)}: ${listWords(s.talkers)}`,
          )
          .join("; ")}
      />
      {handed.length > 0 && (
        <Soft as="p">{`Outlined: a pack handed on, with at least ${formatDuration(15 * 60_000)} to re-rig (${handed.join("; ")}).`}</Soft>
      )}
    </section>
  );
}

/** Each pack that goes from one talker to the next: "Irsa to Bren, 11:30–12:00". */
const handOvers = (packDays: Prep["packDays"][number]["spans"][]): string[] =>
  packDays.flatMap((spans) =>
    pairs(spans).flatMap(([before, after]) =>
      before.talker === after.talker
        ? []
        : [
            `${before.talker} to ${after.talker}, ${formatClock(before.endMs)}–${formatClock(after.startMs)}`,
          ],
    ),
  );
