import { itemAt } from "~/core/units/items";
import { useMemo, useState } from "react";
import { DropZone, FileTrigger, type FileDropItem } from "react-aria-components";
import { useFetcher } from "react-router";
import styled from "styled-components";
import type { Route } from "./+types/route";
import {
  airViewOf,
  differenceOf,
  elsewhereOf,
  lawViewOf,
  ownSuspects,
  quietViewOf,
  scanChoicesOf,
} from "~/server/services/scan/airViews.server";
import { requireDay } from "~/server/services/day/dayView.server";
import { pickBasis } from "~/server/services/frequencies/plans.server";
import {
  describeScan,
  markOwn,
  setRescanRule,
  startScan,
  stopScan,
} from "~/server/services/scan/scans.server";
import {
  importSweep,
  MAX_SWEEP_FILE_BYTES,
  tooLarge,
} from "~/server/services/scan/sweepFiles.server";
import { allPacksOff } from "~/server/services/sync/syncs.server";
import {
  capital,
  count,
  formatAge,
  formatClock,
  formatDbm,
  formatDuration,
  formatSpan,
  listWords,
} from "~/contract/messages/format";
import { airHeadline, airSentences, elsewhereWords, limitWords } from "~/contract/messages/scan";
import { scanGoodForMs } from "~/core/channel/channelState";
import type { RescanRule } from "~/core/channel/facts";
import type { FrequencyRange } from "~/core/regulations/region";
import { formatMhz } from "~/core/units/frequencyText";
import { spineOf } from "~/app/features/air/spectrumOf";
import { Button } from "~/app/ui/Button/Button";
import { SelectField } from "~/app/ui/Field/Field";
import { Notice } from "~/app/ui/Notice/Notice";
import { Answer, Row, Soft, Stack, Sub } from "~/app/ui/Page/Page";
import { Progress } from "~/app/ui/Progress/Progress";
import type { Reply } from "~/contract/schemas/reply";
import { dayIdOf, orNotFound, readIntent, refuse, reply } from "~/app/routes/shared/reply.server";
import { ReplyNotice } from "~/app/routes/shared/ReplyNotice";
import { currentPlace, useDay } from "~/app/routes/shared/useDay";
import { useIntent } from "~/app/routes/shared/useIntent";
import { CartButton, CartOnly } from "~/app/routes/shared/CartOnly";
import { scanIntents, type ScanIntent } from "./intents";
import { QuietPlaces } from "./QuietPlaces";
import { ScanAbout, UnitQuestion } from "./ScanAbout";
import { ScanCompare } from "./ScanCompare";
import { ScanSpine } from "./ScanSpine";
import { ScanSignals } from "./ScanSignals";
import { ScanStart } from "./ScanStart";
import { useLiveScan } from "~/app/routes/shared/useLiveScan";
import { useUpload } from "./useUpload";

export async function loader({ params, request, context }: Route.LoaderArgs) {
  const dayId = dayIdOf(params);
  const { app } = context;
  const loaded = orNotFound(await requireDay(app, dayId));
  const basis = await pickBasis(app, loaded, loaded.day.profile);
  const withId = Number(new URL(request.url).searchParams.get("with") ?? 0);
  const placeOf = (id: number) => loaded.places.find((p) => p.id === id);
  return {
    air: await airViewOf(app, basis),
    law: lawViewOf(loaded, basis),
    isRunning: app.scans.running(dayId) !== null,
    suspects: ownSuspects(loaded, basis.analysis),
    quiet: quietViewOf(loaded, basis),
    choices: scanChoicesOf(loaded),
    elsewhere: await elsewhereOf(app, loaded, basis),
    measuredAt: placeOf(basis.sweep?.placeId ?? 0)?.name ?? null,
    compared: withId > 0 ? await differenceOf(app, loaded, basis, withId) : null,
    withId,
    others: loaded.sweeps
      .filter((s) => s.id !== basis.sweep?.id)
      .map((s) => ({
        id: s.id,
        takenAtMs: s.takenAtMs,
        source: s.source,
        place: placeOf(s.placeId)?.name ?? "a place of before",
        isInside: (s.setup.setting ?? placeOf(s.placeId)?.setting) === "indoors",
      }))
      .reverse(),
  };
}

export async function action({ params, request, context }: Route.ActionArgs) {
  const dayId = dayIdOf(params);
  if (request.headers.get("content-type")?.startsWith("multipart/form-data")) {
    const sentBytes = Number(request.headers.get("content-length") ?? 0);
    // told before it is read, so that a huge file costs nothing
    if (sentBytes > MAX_SWEEP_FILE_BYTES + 4096) return reply(tooLarge("The file", sentBytes));
    const files = (await request.formData()).getAll("sweep").filter((f) => f instanceof File);
    if (files.length === 0) return refuse("No file came with that. Nothing was changed.", 400);
    const read = await Promise.all(
      files.map(async (f) => ({
        name: f.name || "the file",
        bytes: new Uint8Array(await f.arrayBuffer()),
      })),
    );
    return reply(await importSweep(context.app, dayId, ...read), ({ measurement }) =>
      [
        `Read ${measurement.points} points from "${read.map((f) => f.name).join(", ")}".`,
        ...measurement.warnings.map((w) => w.message),
      ].join(" "),
    );
  }
  const read = await readIntent(request, scanIntents);
  if (!read.ok) return read.reply;
  const { intent } = read;
  switch (intent.intent) {
    case "start":
      return reply(await startScan(context.app, dayId, intent));
    case "stop":
      return reply(stopScan(context.app, dayId, intent.keepsPart));
    case "mark-own":
      return reply(
        await markOwn(context.app, dayId, intent),
        () => `Marked: ${intent.packLabel} was on when that was taken.`,
      );
    case "describe":
      return reply(
        await describeScan(context.app, dayId, intent),
        () => "Kept. What follows from this scan was worked out again.",
        ({ before }): ScanIntent => ({ intent: "describe", sweepId: intent.sweepId, ...before }),
      );
    case "rescan":
      return reply(
        await setRescanRule(context.app, dayId, intent.rule),
        () =>
          intent.rule === "daily"
            ? "One scan a day counts, wherever the unit goes."
            : "Each place and each side of the door asks for its own scan.",
        (before): ScanIntent => ({ intent: "rescan", rule: before }),
      );
    case "packs-off":
      return reply(await allPacksOff(context.app, dayId), () => "All packs are off.");
  }
}

/** What is on the air here, and what that means. */
export default function ScanScreen({ loaderData }: Route.ComponentProps) {
  const {
    air,
    law,
    suspects,
    quiet,
    compared,
    others: earlier,
    withId,
    choices,
    elsewhere,
    measuredAt,
  } = loaderData;
  const view = useDay();
  const here = currentPlace(view);
  const base = `/day/${view.day.id}/scan`;
  const live = useLiveScan(`${base}/events`, loaderData.isRunning);
  const { send, reply: answer } = useIntent<ScanIntent>();
  const upload = useFetcher<Reply>();
  const long = useUpload(`${base}/upload`);
  const spine = useMemo(() => spineOf(view.channels), [view.channels]);
  const [looked, setLooked] = useState<FrequencyRange | null>(null);
  const isRunning = live.status === "running";
  const line = compared?.trace ?? elsewhere?.trace ?? null;
  const onPacks = view.packs.filter((p) => p.report?.isOn);
  // the question about the unit is asked above
  const told = air?.warnings.filter((w) => w.code !== "unit-assumed-dbuv") ?? [];
  const isApart = air !== null && (air.highHz < spine.lowHz || air.lowHz > spine.highHz);

  const sendFiles = (files: readonly File[]) => {
    if (files.length === 0) return;
    if (files.length === 1 && itemAt(files, 0).size > MAX_AT_ONCE_BYTES) {
      long.send(itemAt(files, 0));
      return;
    }
    const form = new FormData();
    for (const file of files) form.append("sweep", file);
    void upload.submit(form, { method: "post", encType: "multipart/form-data" });
  };
  const readFile = (
    <Drop
      as={DropZone}
      aria-label="Drop a sweep file here"
      onDrop={(event: { items: { kind: string }[] }) => {
        void Promise.all(
          (event.items.filter((i) => i.kind === "file") as FileDropItem[]).map((i) => i.getFile()),
        ).then(sendFiles);
      }}
    >
      <FileTrigger allowsMultiple onSelect={(files) => sendFiles([...(files ?? [])])}>
        <Button>Read a sweep file</Button>
      </FileTrigger>
      <Soft>
        or drop it here: columns, rows, a recording’s two files, our own JSON; packed or not
      </Soft>
    </Drop>
  );
  return (
    <Stack>
      <div>
        <Answer>
          {isRunning
            ? "Scanning"
            : !air
              ? `Nothing measured at the ${here.name.toLowerCase()} yet`
              : isApart
                ? `This scan covers ${formatMhz(air.lowHz)} to ${formatMhz(air.highHz)}: nothing your channels tune`
                : airHeadline(law.open, quiet?.stretches ?? [], view.channels.length)}
        </Answer>
        <Sub>
          {isRunning
            ? `${listWords(live.labels) || "The receivers"} step through their blocks at the ${here.name.toLowerCase()}.`
            : !air
              ? `${elsewhere ? `${elsewhereWords(elsewhere)} ` : ""}${view.rig.state === "none" ? "All own packs off, antennas on: scan with what you have, save the sweep, and read its file here." : ""}`
              : `Taken ${measuredAt !== null && measuredAt !== here.name ? `at the ${measuredAt.toLowerCase()}, ` : ""}${formatClock(air.takenAtMs)} (${formatAge(view.nowMs - air.takenAtMs)}) by ${air.source}. Floor ${formatDbm(air.noiseFloorDbm)} in ${formatSpan(air.stepHz)}. ${limitWords(law)} ${airSentences(
                  air,
                  spine,
                  view.stations.map((t) => t.channel),
                )}`}
        </Sub>
      </div>
      {isRunning ? (
        <Row>
          <Progress
            label="Scan"
            fraction={live.fraction}
            valueText={
              live.pass !== null ? `pass ${live.pass}` : `${Math.floor(live.fraction * 100)} %`
            }
          />
          {live.pass === null && (
            <CartButton onPress={() => send({ intent: "stop", keepsPart: false })}>Stop</CartButton>
          )}
          <CartButton onPress={() => send({ intent: "stop", keepsPart: true })}>
            {live.pass !== null ? "That is enough" : "Stop and keep"}
          </CartButton>
          {live.isAway && <Soft>The connection broke; coming back …</Soft>}
        </Row>
      ) : view.rig.state === "none" ? (
        <CartOnly>{readFile}</CartOnly>
      ) : (
        <CartOnly>
          <ScanStart
            key={`${here.id} ${here.setting} ${air?.sweepId ?? 0}`}
            choices={choices}
            place={here}
            onPacks={onPacks.map((p) => p.label)}
            packCount={view.packs.length}
            looked={looked}
            isReady={view.rig.state === "ready"}
            send={send}
          >
            {readFile}
          </ScanStart>
        </CartOnly>
      )}
      {!isRunning &&
        air &&
        suspects.map((s) => (
          <Notice
            key={s.frequencyHz}
            kind="caution"
            action={
              <CartButton
                onPress={() =>
                  send({
                    intent: "mark-own",
                    sweepId: air.sweepId,
                    frequencyHz: s.frequencyHz,
                    packLabel: s.packLabel,
                  })
                }
              >
                It is ours
              </CartButton>
            }
          >
            {`Something is on ${formatMhz(Math.round(s.frequencyHz / 5000) * 5000)}, a frequency of ${s.talker}’s: ${s.packLabel} seems to be on. Switch it off and scan again, or say that it is ours.`}
          </Notice>
        ))}
      {live.message && (
        <Notice kind={live.status === "failed" ? "refused" : "said"}>{live.message}</Notice>
      )}
      {long.fraction !== null && (
        <Row>
          <Progress
            label={long.fraction < 1 ? "Sending the file" : "Reading the rest of it"}
            fraction={long.fraction}
            valueText={`${Math.floor(long.fraction * 100)} %`}
          />
          <Button onPress={long.cancel}>Call it off</Button>
        </Row>
      )}
      <ReplyNotice reply={long.reply} />
      {upload.state === "idle" ? (
        <ReplyNotice reply={upload.data} />
      ) : (
        <Soft>Reading the file …</Soft>
      )}
      <ReplyNotice<ScanIntent> reply={answer} onUndo={send} />
      {air && !isRunning && <UnitQuestion air={air} send={send} />}

      <ScanSpine
        spine={spine}
        air={air}
        law={law}
        live={isRunning ? live.traces : null}
        line={line}
        place={here.name}
        onLooked={setLooked}
      />
      {air && !isRunning && <ScanSignals air={air} stations={view.stations} />}
      {air && !isRunning && quiet && <QuietPlaces quiet={quiet} />}
      {air && !isRunning && earlier.length > 0 && (
        <ScanCompare earlier={earlier} withId={withId} compared={compared} />
      )}
      {air && !isRunning && (
        <ScanAbout key={air.sweepId} air={air} place={measuredAt ?? here.name} send={send} />
      )}
      {air && !isRunning && (
        <p>
          <Soft>Save this scan: </Soft>
          <a href={`/day/${view.day.id}/scans/${air.sweepId}/columns.csv`} download>
            columns
          </a>
          ,{" "}
          <a href={`/day/${view.day.id}/scans/${air.sweepId}/rows.csv`} download>
            rows
          </a>
          ,{" "}
          <a href={`/day/${view.day.id}/scans/${air.sweepId}/json`} download>
            JSON
          </a>
        </p>
      )}
      {told.length > 0 && <Notice kind="caution">{told.map((w) => w.message).join(" ")}</Notice>}
      {view.sweepsHere.length > 1 && (
        <Soft as="p">{`${capital(count(view.sweepsHere.length, "scan"))} here today; the newest counts. Before it: ${listWords(
          view.sweepsHere
            .slice(0, -1)
            .slice(-3)
            .map((s) => `${formatClock(s.takenAtMs)} by ${s.source}`),
        )}.`}</Soft>
      )}
      <Row>
        <SelectField
          label="When a new scan is due"
          value={view.day.rescan}
          onChange={(rule) => send({ intent: "rescan", rule })}
          choices={RESCAN}
        />
        {air && <Soft>{goodFor(view.day.rescan, view.nowMs - air.takenAtMs)}</Soft>}
      </Row>
      <Soft as="p">{`${law.regionTitle}: ${law.licence}. ${law.advice}`}</Soft>
    </Stack>
  );
}

/** Larger files are sent piece by piece, with progress. */
const MAX_AT_ONCE_BYTES = 8 * 1024 * 1024;
const RESCAN: { id: RescanRule; label: string; detail: string }[] = [
  {
    id: "each-move",
    label: "at each move",
    detail: "and on the other side of a door; after four hours again",
  },
  {
    id: "daily",
    label: "once a day",
    detail: "one scan counts wherever the unit goes: newcomers are found late",
  },
];
const goodFor = (rule: RescanRule, ageMs: number): string => {
  const leftMs = scanGoodForMs(rule) - ageMs;
  return leftMs > 0
    ? `This one answers for ${formatDuration(leftMs)} more.`
    : "This one is too old: others come and go.";
};
const Drop = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 4px 10px;
  align-items: center;
  padding: 3px 12px 3px 3px;
  border: 1.5px dashed transparent;
  border-radius: 4px;
  &[data-drop-target] {
    border-color: var(--accent);
    background: var(--hover);
  }
`;
