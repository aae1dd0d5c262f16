import type { DeviceError, MeterReading } from "../../core/air/rig";
import { SELF_CHOSEN_HZ } from "../../core/day/channelState";
import type { Channel, SyncRecord } from "../../core/day/facts";
import { receiverModel } from "../../core/kit/models";
import { fail, ok, type Result } from "../../core/units/result";
import type { ServiceError } from "../../contract/serviceError";
import { changeChannel } from "../db/repositories/channels.server";
import { insertSync } from "../db/repositories/records.server";
import type { PackPractice, RigPort } from "../devices/port.server";
import type { AppContext } from "./appContext.server";
import { dayNowMs } from "./clock.server";
import { type LoadedDay, requireDay } from "./dayView.server";

type Answer<T = null> = Promise<Result<T, ServiceError>>;

/** How long a meter is watched for a proof, and how often it is read. */
const WATCH = { readings: 8, everyMs: 60 };
/** RF this low counts as nothing: a flicker over it is somebody. */
export const SILENT_BELOW_DBM = -95;
/** RF this high counts as a pack that is there. */
export const PRESENT_ABOVE_DBM = -88;

async function withRig(app: AppContext, dayId: number): Promise<Result<{ loaded: LoadedDay; rig: RigPort }, ServiceError>> {
  const loaded = await requireDay(app, dayId);
  if (!loaded.ok) return loaded;
  if (!app.rig || !loaded.value.day.isPractice) return fail({ code: "no-rig" });
  return ok({ loaded: loaded.value, rig: app.rig });
}

/** The same for one channel that has a pick. */
async function withPick(app: AppContext, dayId: number, channelId: number): Promise<Result<{ loaded: LoadedDay; rig: RigPort; channel: Channel; frequencyHz: number }, ServiceError>> {
  const got = await withRig(app, dayId);
  if (!got.ok) return got;
  const channel = got.value.loaded.facts.channels.find((c) => c.id === channelId);
  const frequencyHz = pickOf(got.value.loaded, channelId);
  if (!channel || frequencyHz === null) return fail({ code: "not-found", what: channel ? "plan" : "channel" });
  return ok({ ...got.value, channel, frequencyHz });
}

const deviceFailure = (error: DeviceError, unit: string) => fail({ code: "device" as const, error, unit });

const pickOf = (loaded: LoadedDay, channelId: number): number | null => loaded.plan?.picks.find((p) => p.channelId === channelId)?.frequencyHz ?? null;

async function record(app: AppContext, loaded: LoadedDay, ...syncs: (SyncRecord extends infer S ? S extends SyncRecord ? Omit<S, "placeId" | "atMs"> : never : never)[]): Promise<void> {
  const atMs = Math.round(dayNowMs(app, loaded.day));
  await app.db.write(async (t) => {
    for (const sync of syncs) await insertSync(app.db, loaded.day.id, { ...sync, placeId: loaded.day.currentPlaceId, atMs } as SyncRecord, t);
  });
}

/** Sets the receivers of these channels to the plan's frequencies. Those that refuse are named; the others are set and recorded. */
export async function setReceivers(app: AppContext, dayId: number, channelIds: readonly number[]): Answer {
  const got = await withRig(app, dayId);
  if (!got.ok) return got;
  const { loaded, rig } = got.value;
  for (const channel of loaded.facts.channels.filter((c) => channelIds.includes(c.id))) {
    const frequencyHz = pickOf(loaded, channel.id);
    if (frequencyHz === null) return fail({ code: "not-found", what: "plan" });
    const tuned = await rig.tune(channel.receiverKey, channel.half, frequencyHz);
    if (!tuned.ok) return deviceFailure(tuned.error, channel.receiverLabel);
    await record(app, loaded, { kind: "receiver-set", channelId: channel.id, frequencyHz });
  }
  return ok(null);
}

/** Copies a receiver's frequency to the channel's pack, held before it. */
export async function syncPack(app: AppContext, dayId: number, channelId: number): Answer {
  const got = await withPick(app, dayId, channelId);
  if (!got.ok) return got;
  const { loaded, rig, channel, frequencyHz } = got.value;
  const synced = await rig.sync(channel.receiverKey, channel.half, channel.packKey);
  if (!synced.ok) return deviceFailure(synced.error, channel.packLabel);
  const after = await rig.report();
  if (!after.ok) return deviceFailure(after.error, channel.packLabel);
  // what the pack says after, not what it was told, is what goes on record
  await record(app, loaded, { kind: "pack-synced", channelId, frequencyHz: after.value.packs[channel.packKey]?.frequencyHz ?? frequencyHz, packKey: channel.packKey });
  return ok(null);
}

/** What somebody saw on units that nobody can ask. */
export type Seen = { what: "receiver-shows"; frequencyHz: number } | { what: "pack-shows"; frequencyHz: number } | { what: "proof"; isClear: boolean; hasRf: boolean; hasAudio: boolean };

/** Puts on record what a person saw: a display, or both halves of a proof. */
export async function recordSeen(app: AppContext, dayId: number, channelId: number, seen: Seen): Answer {
  const got = await requireDay(app, dayId);
  if (!got.ok) return got;
  const loaded = got.value;
  const channel = loaded.facts.channels.find((c) => c.id === channelId);
  const frequencyHz = channel?.meets === "adaptive" ? SELF_CHOSEN_HZ : pickOf(loaded, channelId);
  if (!channel || frequencyHz === null) return fail({ code: "not-found", what: channel ? "plan" : "channel" });
  const { packKey } = channel;
  switch (seen.what) {
    case "receiver-shows": await record(app, loaded, { kind: "receiver-set", channelId, frequencyHz: seen.frequencyHz }); break;
    case "pack-shows": await record(app, loaded, { kind: "pack-synced", channelId, frequencyHz: seen.frequencyHz, packKey }); break;
    case "proof": {
      const off = { kind: "proof-off" as const, channelId, frequencyHz, isClear: seen.isClear, strongestDbm: null };
      if (!seen.isClear) await record(app, loaded, off);
      else await record(app, loaded, off, { kind: "proof-on", channelId, frequencyHz, packKey, hasRf: seen.hasRf, hasAudio: seen.hasAudio, strongestDbm: null });
    }
  }
  return ok(null);
}

/** The two-step proof: with the pack off the meter must show nothing on either antenna; with it on, RF and audio. */
export async function prove(app: AppContext, dayId: number, channelId: number): Answer<{ isClear: boolean; hasRf: boolean; hasAudio: boolean }> {
  const got = await withPick(app, dayId, channelId);
  if (!got.ok) return got;
  const { loaded, rig, channel, frequencyHz } = got.value;
  const { packKey } = channel;
  const watched: Watched[] = [];
  for (const isOn of [false, true]) {
    const switched = await rig.practice?.setPack(packKey, { isOn });
    if (switched && !switched.ok) return deviceFailure(switched.error, channel.packLabel);
    const seen = await watch(rig, channel);
    if (!seen.ok) return deviceFailure(seen.error, channel.receiverLabel);
    watched.push(seen.value);
  }
  const [off, on] = watched as [Watched, Watched];
  const isDual = receiverModel(loaded.kit, loaded.unit(channel.receiverKey).modelId).diversity === "two-paths";
  const isClear = off.strongestDbm < SILENT_BELOW_DBM;
  const hasRf = on.strongestDbm > PRESENT_ABOVE_DBM;
  await record(app, loaded,
    { kind: "proof-off", channelId, frequencyHz, isClear, strongestDbm: off.strongestDbm },
    { kind: "proof-on", channelId, frequencyHz, packKey, hasRf, hasAudio: on.hasAudio, strongestDbm: on.strongestDbm, antennasDbm: isDual && hasRf ? on.antennasDbm : null });
  return ok({ isClear, hasRf, hasAudio: on.hasAudio });
}

interface Watched {
  strongestDbm: number;
  antennasDbm: [number, number];
  hasAudio: boolean;
}

async function watch(rig: RigPort, { receiverKey, half }: Channel): Promise<Result<Watched, DeviceError>> {
  const antennasDbm: [number, number] = [-Infinity, -Infinity];
  let hasAudio = false;
  for (let i = 0; i < WATCH.readings; i += 1) {
    const reading = await rig.meter(receiverKey, half);
    if (!reading.ok) return reading;
    antennasDbm[0] = Math.max(antennasDbm[0], reading.value.rfADbm);
    antennasDbm[1] = Math.max(antennasDbm[1], reading.value.rfBDbm);
    hasAudio ||= reading.value.hasAudio;
    await new Promise((resolve) => setTimeout(resolve, WATCH.everyMs));
  }
  return ok({ strongestDbm: Math.max(...antennasDbm), antennasDbm, hasAudio });
}

/** Hands on a practice pack: its switch, its mute, its microphone plug. */
export async function handlePack(app: AppContext, dayId: number, packKey: string, change: PackPractice): Answer {
  const got = await withRig(app, dayId);
  if (!got.ok) return got;
  const { loaded, rig } = got.value;
  const unit = loaded.units.find((u) => u.kind === "pack" && u.key === packKey);
  if (!unit || !rig.practice) return fail({ code: "not-found", what: "pack" });
  const done = await rig.practice.setPack(packKey, change);
  return done.ok ? done : deviceFailure(done.error, unit.label);
}

/** Hands on a practice receiver: its missing antenna. */
export async function screwAntennaOn(app: AppContext, dayId: number, receiverKey: string): Answer {
  const got = await withRig(app, dayId);
  if (!got.ok) return got;
  const { loaded, rig } = got.value;
  const unit = loaded.units.find((u) => u.kind === "receiver" && u.key === receiverKey);
  if (!unit || !rig.practice) return fail({ code: "not-found", what: "unit" });
  const done = await rig.practice.screwAntennaOn(receiverKey);
  return done.ok ? done : deviceFailure(done.error, unit.label);
}

/** Switches all packs off, as before a scan. */
export async function allPacksOff(app: AppContext, dayId: number): Answer {
  const loaded = await requireDay(app, dayId);
  if (!loaded.ok) return loaded;
  for (const unit of loaded.value.units.filter((u) => u.kind === "pack")) {
    const done = await handlePack(app, dayId, unit.key, { isOn: false });
    if (!done.ok) return done;
  }
  return ok(null);
}

/** Gives a channel another pack. Refused when another window changed the channel meanwhile. */
export async function usePack(app: AppContext, dayId: number, p: { channelId: number; packKey: string; seenVersion: number }): Answer {
  const loaded = await requireDay(app, dayId);
  if (!loaded.ok) return loaded;
  const { day, units, facts } = loaded.value;
  const channel = facts.channels.find((c) => c.id === p.channelId);
  const pack = units.find((u) => u.kind === "pack" && u.key === p.packKey);
  if (!channel || !pack) return fail({ code: "not-found", what: channel ? "pack" : "channel" });
  const holder = facts.channels.find((c) => c.packKey === p.packKey && c.id !== p.channelId);
  if (holder) return fail({ code: "changed-meanwhile", talker: channel.talker, changes: [{ atMs: facts.nowMs, what: `${pack.label} is with ${holder.talker}` }] });
  return app.db.write(async (transaction) => {
    const changes = await changeChannel(app.db, {
      channelId: p.channelId, seenVersion: p.seenVersion, atMs: Math.round(dayNowMs(app, day)), what: `pack changed to ${pack.label}`, change: { packKey: p.packKey },
    }, transaction);
    return changes ? fail({ code: "changed-meanwhile" as const, talker: channel.talker, changes }) : ok(null);
  });
}

/** RF and audio of every channel's receiver now; null where a meter does not answer. */
export async function readMeters(app: AppContext, dayId: number): Answer<Record<number, MeterReading | null>> {
  const got = await withRig(app, dayId);
  if (!got.ok) return got;
  const { loaded, rig } = got.value;
  const entries = await Promise.all(loaded.facts.channels.map(async (c): Promise<[number, MeterReading | null]> => {
    const reading = await rig.meter(c.receiverKey, c.half);
    return [c.id, reading.ok ? reading.value : null];
  }));
  return ok(Object.fromEntries(entries));
}
