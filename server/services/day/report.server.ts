import { formatFeet, formatMetres, mhz } from "~/contract/messages/format";
import Papa from "papaparse";
import { packModel, receiverModel } from "~/core/kit/models";
import { writtenAs } from "~/core/kit/unitNumber";
import { powerOf } from "~/core/kit/units";
import { channelAt } from "~/core/regulations/raster";
import { rasterOf } from "~/core/regulations/region";
import { type DayReport, dayReport } from "~/core/report/dayReport";
import { sweepSvg } from "~/core/report/sweepPicture";
import { powerEvents, saidChemistry } from "~/core/schedule/dayBatteries";
import { ok } from "~/core/units/result";
import { logClock, logGroupWords, logWords } from "~/contract/messages/log";
import { listAllChannels } from "~/server/db/repositories/channels.server";
import type { Day } from "~/server/db/repositories/days.server";
import { newestItems } from "~/server/db/repositories/versionedLists.server";
import type { AppContext } from "~/server/services/appContext.server";
import { type LoadedDay, requireDay } from "./dayView.server";
import { logView } from "./log.server";
import { packPowerNow } from "./packPower.server";
import { analysisOf } from "~/server/services/scan/scans.server";
import type { ServiceResult } from "~/server/services/serviceResult";

export interface ReportView {
  day: Day;
  madeAtMs: number;
  report: DayReport;
  scans: { takenAtMs: number; place: string; source: string; svg: string }[];
}

const PICTURE = { widthPx: 520, heightPx: 96 };

/** A day as its report. */
export async function reportOf(app: AppContext, dayId: number): ServiceResult<ReportView> {
  const got = await requireDay(app, dayId);
  return got.ok ? ok(await reportView(app, got.value)) : got;
}

async function reportView(app: AppContext, loaded: LoadedDay): Promise<ReportView> {
  const { day, facts, places, plans, events, levels, units, unit, kit, sweeps, prepFacts, region } =
    loaded;
  const all = await listAllChannels(app.db, day.id);
  const label = (key: string) => units.find((u) => u.key === key)?.label ?? key;
  // a unit may have left the kit since
  const shows = (
    key: string,
    frequencyHz: number,
    model: (of: typeof kit, id: string) => Parameters<typeof writtenAs>[0],
  ) =>
    units.some((u) => u.key === key)
      ? writtenAs(model(kit, unit(key).modelId), frequencyHz)
      : mhz(frequencyHz);
  const channels = all.map((c) => ({
    id: c.id,
    number: c.number,
    talker: c.talker,
    packLabel: label(c.packKey),
    receiverLabel: label(c.receiverKey),
    powerMw: units.some((u) => u.key === c.packKey) ? powerOf(kit, unit(c.packKey)) : 0,
    notationsOf: (frequencyHz: number) => ({
      tvChannel: channelAt(rasterOf(region), frequencyHz)?.channel ?? null,
      receiverShows: shows(c.receiverKey, frequencyHz, receiverModel),
      packShows: shows(c.packKey, frequencyHz, packModel),
    }),
  }));
  const packs = units
    .filter((u) => u.kind === "pack")
    .flatMap((u) => {
      const power = packPowerNow(app, loaded, u.key);
      const mine = powerEvents(u.key, events, facts.syncs);
      if (!power || mine.length === 0) return [];
      return [
        {
          packLabel: u.label,
          talker: facts.channels.find((c) => c.packKey === u.key)?.talker ?? null,
          chemistry: saidChemistry(u.key, events) ?? power.chemistry,
          ranHours: power.run.ranHours,
          leftHours: power.left?.hours ?? null,
          changesAtMs: mine.filter((e) => e.kind === "fresh").map((e) => e.atMs),
        },
      ];
    });
  const others = (await newestItems(app.db, "handed", day.id)).flatMap(
    ({ who, primaryHz, backupHz, channelId }) =>
      channelId === null ? [{ who, primaryHz, backupHz }] : [],
  );
  const scans: ReportView["scans"] = [];
  for (const sweep of sweeps) {
    const analysis = await analysisOf(app, loaded, sweep);
    if (!analysis) continue;
    const plan = plans.findLast((p) => p.sweepId === sweep.id);
    const marksHz = (plan?.picks ?? []).map((p) => ({
      frequencyHz: p.frequencyHz,
      text: all.find((c) => c.id === p.channelId)?.mark ?? "",
    }));
    scans.push({
      takenAtMs: sweep.takenAtMs,
      place: places.find((p) => p.id === sweep.placeId)?.name ?? "elsewhere",
      source: sweep.source,
      svg: sweepSvg({
        levelsDbm: analysis.maxDbm,
        lowHz: analysis.lowHz,
        stepHz: analysis.stepHz,
        marksHz,
        ...PICTURE,
      }),
    });
  }
  return {
    day,
    madeAtMs: facts.nowMs,
    report: dayReport(
      { channels, places, scenes: prepFacts.scenes, plans, events, levels, others, packs },
      facts.nowMs,
    ),
    scans,
  };
}

/** The report as JSON, for other programs: whole hertz, milliseconds of the day's clock. */
export async function reportJson(app: AppContext, dayId: number): ServiceResult<string> {
  const got = await reportOf(app, dayId);
  if (!got.ok) return got;
  const { day, madeAtMs, report } = got.value;
  return ok(
    `${JSON.stringify({ format: "plain-channel-report", version: 2, production: day.production, date: day.dateIso, dayNumber: day.dayNumber, town: day.town, region: day.region, isPractice: day.isPractice, madeAtMs, ...report }, null, 2)}\n`,
  );
}

/** The whole log as a table. */
export async function logCsv(app: AppContext, dayId: number): ServiceResult<string> {
  const got = await requireDay(app, dayId);
  if (!got.ok) return got;
  const log = await logView(app, got.value);
  const names = {
    talker: (id: number) => log.talkers.find((t) => t.id === id)?.talker ?? "",
    pack: (key: string) => log.packs[key] ?? "",
    place: (id: number) => log.places[id] ?? "",
    metres: log.lengthUnit === "ft" ? formatFeet : formatMetres,
  };
  const rows = log.entries.map((e) => [
    logClock(e.atMs),
    e.placeId === null ? "" : names.place(e.placeId),
    logGroupWords(e.group),
    e.channelId === null ? "" : names.talker(e.channelId),
    logWords(e, names),
    e.who ?? "",
    e.corrections.map((c) => c.text).join("; "),
  ]);
  // what begins like a formula stays text
  return ok(
    `${Papa.unparse([["time", "location", "kind", "talent", "what", "who", "corrected"], ...rows], { escapeFormulae: true })}\r\n`,
  );
}
