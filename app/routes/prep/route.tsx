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
import { PREP_TEXTS } from "~/contract/messages/screens/prep";
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
import { SpareChains } from "./SpareChains";

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
          PREP_TEXTS.imported(
            capital(count(imported, "scene")),
            replaced > 0 ? PREP_TEXTS.ofThemReplaceAScene(numberWord(replaced)) : "",
            stay > 0 ? `; ${count(stay, "other stays", "others stay")}` : "",
            leftOut > 0 ? PREP_TEXTS.skipped(count(leftOut, "row")) : "",
          ),
      );
    case "put-scene":
      return reply(await putScene(app, dayId, intent), () =>
        PREP_TEXTS.sceneIsOnTheList(intent.scene.number.trim()),
      );
    case "strike-scene":
      return reply(await removeScene(app, dayId, intent), () =>
        PREP_TEXTS.sceneIsRemoved(intent.number),
      );
    case "undo":
      return reply(
        await undoList(app, "scenes", dayId, intent.expectedVersion),
        () => PREP_TEXTS.theListBeforeIsBack,
      );
    case "set-power":
      return reply(await setPackPower(app, dayId, intent.packKey, intent.powerMw), () =>
        PREP_TEXTS.setToMw(intent.powerMw),
      );
  }
}

type Prep = Route.ComponentProps["loaderData"];

/** The evening before: what the scenes ask for, what the case has, and what does not fit. */
export default function PrepareScreen({ loaderData: prep }: Route.ComponentProps) {
  const view = useDay();
  const { send, reply: answer, isBusy } = useIntent<PrepareIntent>();
  const spans = useMemo(() => prep.packDays.map((p) => p.spans), [prep.packDays]);
  const handovers = handOvers(spans);
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
            ? PREP_TEXTS.mostAtOnceInScene(
                capital(count(prep.scenes.length, "scene")),
                count(prep.peak.talkers.length, "voice"),
                listWords(prep.peak.sceneNumbers),
                formatClock(prep.peak.startMs),
                formatClock(prep.peak.endMs),
                capital(count(prep.packDays.length, "pack")),
                handovers.length > 0
                  ? PREP_TEXTS.passed(
                      numberWord(handovers.length),
                      handovers.length === 1 ? "time" : "times",
                    )
                  : "",
              )
            : PREP_TEXTS.importTheSceneList}
        </Sub>
      </div>
      <ReplyNotice reply={answer} />
      {prep.findings.length > 0 && (
        <Findings findings={prep.findings} isBusy={isBusy} send={send} />
      )}
      {prep.ranges.length > 0 && <WiredDay prep={prep} spans={spans} handovers={handovers} />}
      <Scenes prep={prep} reply={answer} isBusy={isBusy} send={send} />
      {prep.match.length > 0 && <SpareChains spare={prep.spare} />}
      <PackMatch match={prep.match} />
    </Stack>
  );
}

/** Who wears a pack when, pack by pack, against what the case has. */
function WiredDay({
  prep,
  spans,
  handovers,
}: {
  prep: Prep;
  spans: Prep["packDays"][number]["spans"][];
  handovers: readonly string[];
}) {
  const short = prep.findings.find((f) => f.code === "chains-short");
  return (
    <section>
      <Heading>{PREP_TEXTS.whoWearsAPackWhen}</Heading>
      <WiredChart
        packs={spans}
        ranges={prep.ranges}
        have={short?.have ?? prep.peak?.talkers.length ?? 0}
        label={prep.ranges
          .map((s) =>
            PREP_TEXTS.to(formatClock(s.startMs), formatClock(s.endMs), listWords(s.talkers)),
          )
          .join("; ")}
      />
      {handovers.length > 0 && (
        <Soft as="p">
          {PREP_TEXTS.outlinedAPackPassed(formatDuration(15 * 60_000), handovers.join("; "))}
        </Soft>
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
            PREP_TEXTS.toWith(
              before.talker,
              after.talker,
              formatClock(before.endMs),
              formatClock(after.startMs),
            ),
          ],
    ),
  );
