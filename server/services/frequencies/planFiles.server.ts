import { itemAt } from "~/core/units/items";
import Papa from "papaparse";
import { channelAt } from "~/core/regulations/raster";
import { rasterOf } from "~/core/regulations/region";
import type { TrackLine } from "~/core/kit/packNames";
import { packModel, receiverModel } from "~/core/kit/models";
import { writtenAs } from "~/core/kit/unitNumber";
import { formatMhz } from "~/core/units/frequencyText";
import { fail, ok, type Result } from "~/core/units/result";
import { pickedHz } from "~/core/channel/pickedFrequency";
import type { PlanFile } from "~/contract/schemas/planFile";
import type { ServiceError } from "~/contract/schemas/serviceError";
import type { AppContext } from "~/server/services/appContext.server";
import { type LoadedDay, requireDay } from "~/server/services/day/dayView.server";
import { readBeside } from "~/server/services/roll/readings.server";

/**
 * The standing plan as a file: every channel with its place on the television raster and as its two
 * ends show it.
 */
export async function planFileOf(
  app: AppContext,
  dayId: number,
): Promise<Result<PlanFile, ServiceError>> {
  const loaded = await requireDay(app, dayId);
  if (!loaded.ok) return loaded;
  const { plan, stored, facts, places, kit, region, unit, day } = loaded.value;
  if (!plan) return fail({ code: "not-found", what: "plan" });
  const picks = stored.flatMap((c, i) => {
    const frequencyHz = pickedHz(plan, c.id);
    if (frequencyHz === null) return [];
    const channel = itemAt(facts.channels, i);
    return [
      {
        channel: c.number,
        talker: c.talker,
        frequencyHz,
        tvChannel: channelAt(rasterOf(region), frequencyHz)?.channel ?? null,
        receiver: {
          label: channel.receiverLabel,
          shows: writtenAs(receiverModel(kit, unit(c.receiverKey).modelId), frequencyHz),
        },
        pack: {
          label: channel.packLabel,
          shows: writtenAs(packModel(kit, unit(c.packKey).modelId), frequencyHz),
        },
      },
    ];
  });
  const nameOf = (id: number) => stored.find((c) => c.id === id)?.talker ?? "";
  return ok({
    format: "plain-channel-plan",
    version: 1,
    dateIso: day.dateIso,
    plan: plan.version,
    place: places.find((p) => p.id === plan.placeId)?.name ?? "",
    profile: plan.profile,
    picks,
    spares: plan.spares.map((s) => ({ frequencyHz: s.frequencyHz, for: s.for.map(nameOf) })),
  });
}

/** A frequency as the receiver and the pack of a channel show it. */
function shownAtEnds(
  { kit, unit }: LoadedDay,
  c: { receiverKey: string; packKey: string },
  frequencyHz: number | null,
): Pick<TrackLine, "receiverShows" | "packShows"> {
  if (frequencyHz === null) return { receiverShows: "", packShows: "" };
  return {
    receiverShows: writtenAs(receiverModel(kit, unit(c.receiverKey).modelId), frequencyHz),
    packShows: writtenAs(packModel(kit, unit(c.packKey).modelId), frequencyHz),
  };
}

/** Who is on which track, by which pack and receiver: tracks in the order of the list. */
export async function trackSheet(
  app: AppContext,
  dayId: number,
): Promise<Result<TrackLine[], ServiceError>> {
  const loaded = await requireDay(app, dayId);
  if (!loaded.ok) return loaded;
  const { facts, plan } = loaded.value;
  return ok(
    facts.channels.map((c) => ({
      track: c.number,
      talker: c.talker,
      packName: c.packName,
      pack: c.packLabel,
      receiver: c.receiverLabel,
      frequencyHz: pickedHz(plan, c.id),
      ...shownAtEnds(loaded.value, c, pickedHz(plan, c.id)),
    })),
  );
}

export const trackCsv = (lines: readonly TrackLine[]): string =>
  Papa.unparse(
    {
      fields: [
        "track",
        "talent",
        "pack name",
        "pack",
        "receiver",
        "frequency MHz",
        "receiver shows",
        "pack shows",
      ],
      data: lines.map((l) => [
        l.track,
        l.talker,
        l.packName,
        l.pack,
        l.receiver,
        l.frequencyHz === null ? "" : formatMhz(l.frequencyHz),
        l.receiverShows,
        l.packShows,
      ]),
    },
    { newline: "\n", escapeFormulae: true },
  );

const FIELDS = [
  "channel",
  "talent",
  "frequency MHz",
  "TV channel",
  "receiver",
  "receiver shows",
  "pack",
  "pack shows",
];

/** The same as a table; spares stand at its end, without a channel. */
export function planCsv(file: PlanFile): string {
  const data = [
    ...file.picks.map((p) => [
      p.channel,
      p.talker,
      formatMhz(p.frequencyHz),
      p.tvChannel ?? "",
      p.receiver.label,
      p.receiver.shows,
      p.pack.label,
      p.pack.shows,
    ]),
    ...file.spares.map((s) => [
      "",
      `spare for ${s.for.join(", ")}`,
      formatMhz(s.frequencyHz),
      "",
      "",
      "",
      "",
      "",
    ]),
  ];
  return Papa.unparse({ fields: FIELDS, data }, { newline: "\n", escapeFormulae: true });
}

export interface PlanRead {
  /** By channel id, as it would be typed. */
  texts: Record<number, string>;
  /** Names of the file that nobody here has. */
  unknown: string[];
}

/**
 * Reads a plan's file, either kind, for the talkers of this day. Nothing is stored: it is as if the
 * frequencies were typed.
 */
export async function readPlanFile(
  app: AppContext,
  dayId: number,
  text: string,
): Promise<Result<PlanRead, ServiceError>> {
  const loaded = await requireDay(app, dayId);
  if (!loaded.ok) return loaded;
  const lines = await readBeside(app, "read-plan-file", { text });
  if (!lines.ok) return lines;
  const read: PlanRead = { texts: {}, unknown: [] };
  for (const { talker, text: mhzText } of lines.value) {
    const channel = loaded.value.stored.find(
      (c) => c.talker.toLowerCase() === talker.toLowerCase(),
    );
    if (channel) read.texts[channel.id] = mhzText;
    else read.unknown.push(talker);
  }
  return ok(read);
}
