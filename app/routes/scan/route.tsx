import { REPLY } from "~/contract/messages/frame";
import { Link } from "react-router";
import { feedLoadWords, noiseLimitSetWords } from "~/contract/messages/scan";
import { findingWords } from "~/contract/messages/unitScan";
import { sweepWarningWords } from "~/contract/messages/sweepWarning";
import { SCAN_TEXTS } from "~/contract/messages/screens/scan";
import { useCallback, useMemo, useState } from "react";
import type { Route } from "./+types/route";
import { requireDay } from "~/server/services/day/dayView.server";
import { scanViewOf } from "~/server/services/scan/scanView.server";
import {
  describeScan,
  markOwn,
  sayOwnLine,
  setNoiseLimit,
  setRescanRule,
  startScan,
  stopScan,
} from "~/server/services/scan/scans.server";
import {
  importSweep,
  MAX_SWEEP_FILE_BYTES,
  tooLarge,
} from "~/server/services/scan/sweepFiles.server";
import { addUnitScans, removeUnitScans } from "~/server/services/scan/unitScans.server";
import { allPacksOff } from "~/server/services/sync/syncs.server";
import type { FrequencyRange } from "~/core/regulations/region";
import { spectrumOf } from "~/app/features/air/spectrumOf";
import { Notice } from "~/app/ui/Notice/Notice";
import { useHeldHeight } from "~/app/ui/useHeldHeight";
import { Stack } from "~/app/ui/Page/Page";
import { dayIdOf, orNotFound, readIntent, refuse, reply } from "~/app/routes/shared/reply.server";
import { LawLine } from "~/app/routes/shared/LawLine";
import { ReplyNotice } from "~/app/routes/shared/ReplyNotice";
import { currentPlace, useDay } from "~/app/routes/shared/useDay";
import { useIntent } from "~/app/routes/shared/useIntent";
import { CartOnly, useIsCart } from "~/app/routes/shared/CartOnly";
import { scanIntents, type ScanIntent } from "./intents";
import { NoiseLimit } from "./NoiseLimit";
import { QuietPlaces } from "./QuietPlaces";
import { ScanAbout, UnitQuestion } from "./ScanAbout";
import { ScanCompare } from "./ScanCompare";
import { ScanSpectrum } from "./ScanSpectrum";
import { ScanSignals } from "./ScanSignals";
import { OwnScreen } from "./ownScreen/OwnScreen";
import { OwnSuspects } from "./OwnSuspects";
import { ScanHead } from "./ScanHead";
import { SaveScan, ScanAge } from "./ScanKeeping";
import { ScanRun } from "./ScanRun";
import { ScanStart } from "./ScanStart";
import { SweepFileButton, SweepFileState } from "./SweepFiles";
import { useSweepFiles } from "./useSweepFiles";
import { useLiveScan } from "~/app/routes/shared/useLiveScan";

export async function loader({ params, request, context }: Route.LoaderArgs) {
  const loaded = orNotFound(await requireDay(context.app, dayIdOf(params)));
  const withId = Number(new URL(request.url).searchParams.get("with") ?? 0);
  return scanViewOf(context.app, loaded, withId);
}

export async function action({ params, request, context }: Route.ActionArgs) {
  const dayId = dayIdOf(params);
  if (request.headers.get("content-type")?.startsWith("multipart/form-data")) {
    const sentBytes = Number(request.headers.get("content-length") ?? 0);
    // told before it is read, so that a huge file costs nothing
    if (sentBytes > MAX_SWEEP_FILE_BYTES + 4096)
      return reply(tooLarge(SCAN_TEXTS.theFile, sentBytes));
    const files = (await request.formData()).getAll("sweep").filter((f) => f instanceof File);
    if (files.length === 0) return refuse(SCAN_TEXTS.noFileCame, 400);
    const read = await Promise.all(
      files.map(async (f) => ({
        name: f.name || SCAN_TEXTS.theFile2,
        bytes: new Uint8Array(await f.arrayBuffer()),
      })),
    );
    return reply(await importSweep(context.app, dayId, ...read), ({ measurement }) =>
      [
        SCAN_TEXTS.readPoints(measurement.points, read.map((f) => f.name).join(", ")),
        ...measurement.warnings.map(sweepWarningWords),
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
      return reply(await markOwn(context.app, dayId, intent), () =>
        SCAN_TEXTS.markedWasOnWhen(intent.packLabel),
      );
    case "own-line":
      return reply(
        await sayOwnLine(context.app, dayId, intent),
        () =>
          intent.isOwn
            ? SCAN_TEXTS.markedAsAnInstrumentLine
            : SCAN_TEXTS.aTransmitterAgainFrequenciesKeep,
        (): ScanIntent => ({ ...intent, isOwn: !intent.isOwn }),
      );
    case "describe":
      return reply(
        await describeScan(context.app, dayId, intent),
        () => SCAN_TEXTS.savedEverythingThatDepends,
        ({ before: { source, setup } }): ScanIntent => ({
          intent: "describe",
          sweepId: intent.sweepId,
          source,
          setup: { ...setup, isRemembered: setup.isRemembered ?? false },
        }),
      );
    case "noise-limit": {
      const { limitDbm } = intent;
      return reply(
        await setNoiseLimit(context.app, dayId, limitDbm),
        () => noiseLimitSetWords(limitDbm),
        (before): ScanIntent => ({ intent: "noise-limit", limitDbm: before }),
      );
    }
    case "rescan":
      return reply(
        await setRescanRule(context.app, dayId, intent.rule),
        () =>
          intent.rule === "daily" ? SCAN_TEXTS.oneScanADayCounts : SCAN_TEXTS.eachPlaceAndEachSide,
        (before): ScanIntent => ({ intent: "rescan", rule: before }),
      );
    case "unit-scan":
      return reply(
        await addUnitScans(context.app, dayId, intent),
        ({ receiver, findings }) =>
          SCAN_TEXTS.noted(receiver, findings.map(findingWords).join("; ")),
        ({ ids }): ScanIntent => ({ intent: "unit-scan-remove", ids }),
      );
    case "unit-scan-remove":
      return reply(await removeUnitScans(context.app, dayId, intent.ids), () => REPLY.removed);
    case "packs-off":
      return reply(await allPacksOff(context.app, dayId), () => SCAN_TEXTS.allPacksAreOff);
  }
}

/** What is on the air here, and what that means. */
export default function ScanScreen({ loaderData: data }: Route.ComponentProps) {
  const { air, law, quiet, compared } = data;
  const view = useDay();
  const here = currentPlace(view);
  const base = `/day/${view.day.id}/scan`;
  const live = useLiveScan(`${base}/events`, data.isRunning);
  const files = useSweepFiles(base);
  const { send, reply: answer } = useIntent<ScanIntent>();
  const sweepId = air?.sweepId ?? null;
  const sayOwn = useCallback(
    (frequencyHz: number, isOwn: boolean) =>
      sweepId !== null && send({ intent: "own-line", sweepId, frequencyHz, isOwn }),
    [send, sweepId],
  );
  const spectrum = useMemo(() => spectrumOf(view.channels), [view.channels]);
  const setLimit = useCallback(
    (limitDbm: number | null) => send({ intent: "noise-limit", limitDbm }),
    [send],
  );
  const isCart = useIsCart();
  const [looked, setLooked] = useState<FrequencyRange | null>(null);
  const isRunning = live.status === "running";
  const top = useHeldHeight(isRunning);
  const measured = isRunning ? null : air;
  // the question about the unit is asked above
  const told = air?.warnings.filter((w) => w.code !== "unit-assumed-dbuv") ?? [];
  return (
    <Stack>
      <Stack ref={top}>
        <ScanHead view={view} data={data} live={live} spectrum={spectrum} />
        {isRunning ? (
          <ScanRun live={live} send={send} />
        ) : (
          <CartOnly>
            {view.rig.state === "none" ? (
              <SweepFileButton files={files} />
            ) : (
              <ScanStart
                key={`${here.id} ${here.setting} ${air?.sweepId ?? 0}`}
                choices={data.choices}
                place={here}
                onPacks={view.packs.filter((p) => p.report?.isOn).map((p) => p.label)}
                packCount={view.packs.length}
                looked={looked}
                isReady={view.rig.state === "ready"}
                send={send}
              >
                <SweepFileButton files={files} />
              </ScanStart>
            )}
          </CartOnly>
        )}
      </Stack>
      {measured && <OwnSuspects suspects={data.suspects} sweepId={measured.sweepId} send={send} />}
      {live.message && (
        <Notice kind={live.status === "failed" ? "refused" : "said"}>{live.message}</Notice>
      )}
      {view.rig.state !== "ready" && !isRunning && (
        <OwnScreen
          screens={data.screens}
          place={here.name}
          nowMs={view.nowMs}
          isFirst={air === null}
          send={send}
        />
      )}
      <SweepFileState files={files} />
      <ReplyNotice<ScanIntent> reply={answer} onUndo={send} />
      {measured && <UnitQuestion air={measured} send={send} />}

      <ScanSpectrum
        spectrum={spectrum}
        air={air}
        law={law}
        live={isRunning ? live.traces : null}
        line={compared?.trace ?? data.elsewhere?.trace ?? null}
        place={here.name}
        onLooked={setLooked}
        onLimit={isCart ? setLimit : null}
      />
      {measured &&
        data.feedLoads.map((l) => (
          <Notice
            key={l.feed}
            kind="caution"
            action={<Link to={`/day/${view.day.id}/antennas`}>{SCAN_TEXTS.openTheFeed}</Link>}
          >
            {feedLoadWords(l)}
          </Notice>
        ))}
      {measured && <NoiseLimit law={law} onSet={setLimit} />}
      {measured && (
        <>
          <ScanSignals air={measured} stations={view.stations} onOwnLine={sayOwn} />
          {quiet && <QuietPlaces quiet={quiet} />}
          {data.others.length > 0 && (
            <ScanCompare earlier={data.others} withId={data.withId} compared={compared} />
          )}
          <ScanAbout
            key={measured.sweepId}
            air={measured}
            place={data.measuredAt ?? here.name}
            send={send}
          />
          <SaveScan dayId={view.day.id} sweepId={measured.sweepId} />
        </>
      )}
      {told.length > 0 && <Notice kind="caution">{told.map(sweepWarningWords).join(" ")}</Notice>}
      <ScanAge view={view} air={air} send={send} />
      <LawLine law={law} />
    </Stack>
  );
}
