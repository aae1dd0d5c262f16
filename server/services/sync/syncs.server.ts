import { notes } from "~/contract/messages/notes";
import { itemAt } from "~/core/units/items";
import type { DeviceError } from "~/core/devices/deviceError";
import type { MeterReading } from "~/core/devices/readings";
import type { PackPractice } from "~/server/devices/simulatorControl.server";
import { SELF_CHOSEN_HZ } from "~/core/channel/channelState";
import type { Channel, SyncRecord } from "~/core/channel/facts";
import { antennasOf, partnerOf, rfOf, silenceOf } from "~/core/channel/verification";
import {
  isGoodOutcome,
  isVerificationOutcome,
  type VerificationPart,
  type VerificationForm,
} from "~/core/channel/verificationParts";
import { canBeSet } from "~/core/devices/tuning";
import { packModel } from "~/core/kit/models";
import { fail, ok, type Result } from "~/core/units/result";
import { pickedHz } from "~/core/channel/pickedFrequency";
import type { Seen, SeenItem, SeenNote } from "~/contract/schemas/seen";
import type { ServiceError } from "~/contract/schemas/serviceError";
import { changeChannel } from "~/server/db/repositories/channels.server";
import { NumberTaken } from "~/server/db/repositories/dayEvents.server";
import { updateDay } from "~/server/db/repositories/days.server";
import { undoNewestSync, insertSync } from "~/server/db/repositories/records.server";
import { newestItems } from "~/server/db/repositories/versionedLists.server";
import type { RigPort } from "~/server/devices/port.server";
import { nameOf } from "~/server/access/asker.server";
import type { AppContext } from "~/server/services/appContext.server";
import { dayNowMs } from "~/server/services/day/clock.server";
import { type LoadedDay, requireDay } from "~/server/services/day/dayView.server";
import { recordEvent } from "~/server/services/day/recordEvent.server";
import type { ServiceResult } from "~/server/services/serviceResult";

/** How long a meter is watched for a verification, and how often it is read. */
const WATCH = { readings: 8, everyMs: 60 };

async function withRig(
  app: AppContext,
  dayId: number,
): Promise<Result<{ loaded: LoadedDay; rig: RigPort }, ServiceError>> {
  const loaded = await requireDay(app, dayId);
  if (!loaded.ok) return loaded;
  if (!app.rig || !loaded.value.day.isPractice) return fail({ code: "no-rig" });
  return ok({ loaded: loaded.value, rig: app.rig });
}

/** The same for one channel that has a pick. */
async function withPick(
  app: AppContext,
  dayId: number,
  channelId: number,
): Promise<
  Result<{ loaded: LoadedDay; rig: RigPort; channel: Channel; frequencyHz: number }, ServiceError>
> {
  const got = await withRig(app, dayId);
  if (!got.ok) return got;
  const channel = got.value.loaded.facts.channels.find((c) => c.id === channelId);
  const frequencyHz =
    channel?.meets === "adaptive"
      ? SELF_CHOSEN_HZ
      : pickedHz(got.value.loaded.facts.plan, channelId);
  if (!channel || frequencyHz === null)
    return fail({ code: "not-found", what: channel ? "plan" : "channel" });
  return ok({ ...got.value, channel, frequencyHz });
}

const deviceFailure = (error: DeviceError, unit: string) =>
  fail({ code: "device" as const, error, unit });

/** Where a channel is to be: as planned, or where an answer to a hit moves it. */

type Told = SyncRecord extends infer S
  ? S extends SyncRecord
    ? Omit<S, "placeId" | "atMs" | "who">
    : never
  : never;

/**
 * Puts on record, at the present place, what was done or seen; all of it or nothing. @returns the
 * number of the last record
 */
async function record(app: AppContext, loaded: LoadedDay, ...syncs: Told[]): Promise<number> {
  const atMs = Math.round(dayNowMs(app, loaded.day));
  let last = 0;
  await app.db.write(async (t) => {
    for (const sync of syncs)
      last = await insertSync(
        app.db,
        loaded.day.id,
        { ...sync, placeId: loaded.day.currentPlaceId, atMs, who: nameOf(app.asker) },
        t,
      );
  });
  return last;
}

/**
 * Sets the receivers of these channels to the plan's frequencies. Those that refuse are named; the
 * others are set and recorded.
 */
export async function setReceivers(
  app: AppContext,
  dayId: number,
  channelIds: readonly number[],
): ServiceResult {
  const got = await withRig(app, dayId);
  if (!got.ok) return got;
  const { loaded, rig } = got.value;
  for (const channel of loaded.facts.channels.filter((c) => channelIds.includes(c.id))) {
    const frequencyHz = pickedHz(loaded.facts.plan, channel.id);
    if (frequencyHz === null) return fail({ code: "not-found", what: "plan" });
    const tuned = await rig.tune(channel.receiverKey, channel.half, frequencyHz);
    if (!tuned.ok) return deviceFailure(tuned.error, channel.receiverLabel);
    await record(app, loaded, { kind: "receiver-set", channelId: channel.id, frequencyHz });
  }
  return ok(null);
}

/**
 * Copies a receiver's frequency to the channel's pack, or to another pack of the position, held
 * before it.
 */
export async function syncPack(
  app: AppContext,
  dayId: number,
  channelId: number,
  which?: string,
): ServiceResult {
  const got = await withPick(app, dayId, channelId);
  if (!got.ok) return got;
  const { loaded, rig, channel, frequencyHz } = got.value;
  const { simulator } = app;
  const packKey = which ?? channel.packKey;
  const packLabel =
    packKey === channel.packKey
      ? channel.packLabel
      : channel.extraPacks.find((a) => a.packKey === packKey)?.packLabel;
  if (packLabel === undefined) return fail({ code: "not-found", what: "pack" });
  const copied = packModel(loaded.kit, loaded.unit(packKey).modelId).syncMethods.some(
    (m) => m === "infrared" || m === "near-field" || m === "cable",
  );
  const synced =
    copied || !simulator
      ? await rig.sync(
          channel.receiverKey,
          channel.half,
          packKey,
          channel.paired === null ? channel.packName : undefined,
        )
      : await simulator.dial(packKey, frequencyHz);
  if (!synced.ok) return deviceFailure(synced.error, packLabel);
  const after = await rig.report();
  if (!after.ok) return deviceFailure(after.error, packLabel);
  // what the pack says after, not what it was told, is what goes on record
  await record(app, loaded, {
    kind: "pack-synced",
    channelId,
    frequencyHz: after.value.packs[packKey]?.frequencyHz ?? frequencyHz,
    packKey,
    toldHz: frequencyHz,
  });
  return ok(null);
}

/** What became of one of them. */
export interface SeenAnswer {
  id: string;
  /** By which it can be taken back; null where it was refused. */
  syncId: number | null;
  /** What is to be told: why it was refused, or what had changed meanwhile. */
  note: ServiceError | SeenNote | null;
}

/**
 * What is sent this soon counts from when it arrives: a page's clock is seconds off from the cart's
 * and goes back with a load, and a verification must not stand before the sync that it is of.
 */
const AT_ONCE_MS = 15_000;

/**
 * Puts on record what was seen, in the order in which it was; each by itself, so that one that is
 * refused takes nothing with it. It counts for what it was seen of: on another frequency, or of
 * another pack, it proves nothing.
 */
export async function recordSeen(
  app: AppContext,
  dayId: number,
  items: readonly SeenItem[],
): ServiceResult<SeenAnswer[]> {
  const got = await requireDay(app, dayId);
  if (!got.ok) return got;
  const loaded = got.value;
  const nowMs = Math.round(dayNowMs(app, loaded.day));
  const answers: SeenAnswer[] = [];
  for (const item of items) {
    const { seen, of, channelId, id } = item;
    const channel = loaded.facts.channels.find((c) => c.id === channelId);
    const frequencyHz =
      channel?.meets === "adaptive" ? SELF_CHOSEN_HZ : pickedHz(loaded.facts.plan, channelId);
    const refused = refusalOf(channel, frequencyHz, seen);
    if (refused || !channel) {
      answers.push({ id, syncId: null, note: refused });
      continue;
    }
    const seenMs = Math.round(item.atMs ?? nowMs);
    const atMs = nowMs - seenMs < AT_ONCE_MS ? nowMs : seenMs;
    const base = { channelId, placeId: loaded.day.currentPlaceId, atMs, who: nameOf(app.asker) };
    const record: SyncRecord =
      seen.what === "receiver-shows"
        ? { ...base, kind: "receiver-set", frequencyHz: seen.frequencyHz }
        : seen.what === "pack-shows"
          ? {
              ...base,
              kind: "pack-synced",
              frequencyHz: seen.frequencyHz,
              packKey: of.packKey,
              toldHz: null,
            }
          : seen.what === "cells"
            ? { ...base, kind: "cells", packKey: of.packKey }
            : {
                ...base,
                kind: "proof",
                part: seen.part,
                outcome: seen.outcome,
                shown: seen.shown,
                strongestDbm: null,
                antennasDbm: null,
                ...of,
              };
    const later =
      record.kind === "proof"
        ? loaded.facts.syncs.findLast(
            (s) =>
              s.kind === "proof" &&
              s.channelId === channelId &&
              s.part === record.part &&
              s.atMs > atMs &&
              s.outcome !== record.outcome,
          )
        : undefined;
    let syncId: number;
    try {
      syncId = await app.db.write((t) => insertSync(app.db, dayId, record, t, id));
    } catch (error) {
      if (!(error instanceof NumberTaken)) throw error;
      answers.push({ id, syncId: null, note: { code: "number-taken" } });
      continue;
    }
    const changed =
      of.packKey !== channel.packKey
        ? ("pack" as const)
        : of.receiverKey !== channel.receiverKey
          ? ("receiver" as const)
          : of.frequencyHz !== frequencyHz
            ? ("frequency" as const)
            : null;
    answers.push({
      id,
      syncId,
      note: changed
        ? { code: "moved-on", talker: channel.talker, what: changed }
        : later?.kind === "proof"
          ? {
              code: "seen-later",
              talker: channel.talker,
              part: later.part,
              outcome: later.outcome,
              who: later.who,
              atMs: later.atMs,
            }
          : null,
    });
  }
  return ok(answers);
}

function refusalOf(
  channel: Channel | undefined,
  frequencyHz: number | null,
  seen: Seen,
): ServiceError | null {
  if (!channel) return { code: "not-found", what: "channel" };
  if (frequencyHz === null && seen.what === "proof") return { code: "not-found", what: "plan" };
  if (
    seen.what === "pack-shows" &&
    channel.meets !== "adaptive" &&
    !channel.packTuning.some((t) => seen.frequencyHz >= t.lowHz && seen.frequencyHz <= t.highHz)
  )
    return {
      code: "setting-unknown",
      refusal: { code: "cannot-show", unit: channel.packLabel, tuning: [...channel.packTuning] },
    };
  if (
    seen.what === "proof" &&
    (!channel.verificationParts.includes(seen.part) ||
      !isVerificationOutcome(seen.part, seen.outcome))
  )
    return {
      code: "setting-unknown",
      refusal: { code: "no-such-proof-outcome", outcome: seen.outcome },
    };
  return null;
}

/** Chooses how much is asked of a channel before it counts as verified, for the whole day. */
export async function setVerificationForm(
  app: AppContext,
  dayId: number,
  verificationForm: VerificationForm,
): ServiceResult {
  const found = await requireDay(app, dayId);
  if (!found.ok) return found;
  await app.db.write((t) => updateDay(app.db, dayId, { verificationForm }, t));
  return ok(null);
}

/** Takes back what was recorded last of a channel. */
export async function takeSyncBack(app: AppContext, dayId: number, syncId: number): ServiceResult {
  const found = await requireDay(app, dayId);
  if (!found.ok) return found;
  const taken = await app.db.write((t) => undoNewestSync(app.db, dayId, syncId, t));
  if (!taken) return fail({ code: "setting-unknown", refusal: { code: "newer-recorded" } });
  const what =
    taken.kind === "proof"
      ? notes.verified(taken.part, taken.outcome)
      : taken.kind === "cells"
        ? notes.freshCells
        : taken.kind === "receiver-set"
          ? notes.receiverShowed
          : notes.packShowed;
  await recordEvent(
    app,
    found.value.day,
    { kind: "taken-back", channelId: taken.channelId, what },
    { isQuiet: true },
  );
  return ok(null);
}

/**
 * The verification by the receiver's own meters, in order: with the pack off nothing on either antenna and
 * nothing to hear; with it on RF on both, the pack's own name, audio, and a mute that takes it away
 * and gives it back. It ends at the first part that is not as it should be: what comes after would
 * verify nothing.
 * @returns that part and what it showed; null where all is well
 */
export async function prove(
  app: AppContext,
  dayId: number,
  channelId: number,
): ServiceResult<{ part: VerificationPart; outcome: string } | null> {
  const got = await withPick(app, dayId, channelId);
  if (!got.ok) return got;
  const { loaded, rig, channel, frequencyHz } = got.value;
  const { packKey, receiverKey, verificationParts } = channel;
  let first: { part: VerificationPart; outcome: string } | null = null;
  const put = async (watched: Watched, ...seen: [VerificationPart, string][]) => {
    const asked = seen.filter(([part]) => verificationParts.includes(part));
    const bad = asked.findIndex(([part, outcome]) => !isGoodOutcome(part, outcome));
    const told = bad < 0 ? asked : asked.slice(0, bad + 1);
    await record(
      app,
      loaded,
      ...told.map(([part, outcome]) => ({
        kind: "proof" as const,
        channelId,
        part,
        outcome,
        frequencyHz,
        packKey,
        receiverKey,
        strongestDbm: watched.strongestDbm,
        antennasDbm: watched.antennasDbm,
        shown: null,
      })),
    );
    if (bad >= 0) first = { part: itemAt(asked, bad)[0], outcome: itemAt(asked, bad)[1] };
    return bad < 0;
  };
  const look = async (change: PackPractice): Promise<Result<Watched, ServiceError>> => {
    const switched = await app.simulator?.setPack(packKey, change);
    if (switched && !switched.ok) return deviceFailure(switched.error, channel.packLabel);
    const seen = await watch({ rig, wait: app.wait }, channel);
    return seen.ok ? seen : deviceFailure(seen.error, channel.receiverLabel);
  };
  const off = await look({ isOn: false });
  if (!off.ok) return off;
  if (
    !(await put(
      off.value,
      ["silent", silenceOf(off.value.readingsDbm)],
      ["phones", off.value.isOpen ? "chatter" : "nothing"],
    ))
  )
    return ok(first);
  const on = await look({ isOn: true });
  if (!on.ok) return on;
  const { partner, hasAudio, strongestDbm, antennasDbm } = on.value;
  const whose = partnerOf(partner, channel, await knownAs(app, dayId, channel, packKey));
  if (
    !(await put(
      on.value,
      ["rf", rfOf(strongestDbm)],
      ["antennas", antennasOf(antennasDbm)],
      ["partner", whose],
      ["voice", hasAudio ? "follows" : "nothing"],
    )) ||
    !verificationParts.includes("mute") ||
    !app.simulator
  )
    return ok(first);
  const muted = await look({ isMuted: true });
  if (!muted.ok) return muted;
  const back = await look({ isMuted: false });
  if (!back.ok) return back;
  await put(back.value, [
    "mute",
    muted.value.hasAudio ? "still-heard" : back.value.hasAudio ? "gone-and-back" : "stays-silent",
  ]);
  return ok(first);
}

interface Watched {
  /** The stronger antenna at each reading, and at its best. */
  readingsDbm: number[];
  strongestDbm: number;
  antennasDbm: [number, number];
  /** Whether anything at all came through the squelch, and whether it was our pack's audio. */
  isOpen: boolean;
  hasAudio: boolean;
  /** What the pack that is heard calls itself. */
  partner: string | null;
}

async function watch(
  { rig, wait }: { rig: RigPort } & Pick<AppContext, "wait">,
  { receiverKey, half }: Channel,
): Promise<Result<Watched, DeviceError>> {
  const antennasDbm: [number, number] = [-Infinity, -Infinity];
  const readingsDbm: number[] = [];
  let [isOpen, hasAudio] = [false, false];
  let partner: string | null = null;
  for (let i = 0; i < WATCH.readings; i += 1) {
    const reading = await rig.meter(receiverKey, half);
    if (!reading.ok) return reading;
    const { rfADbm, rfBDbm, audioDbfs, partner: told } = reading.value;
    antennasDbm[0] = Math.max(antennasDbm[0], rfADbm);
    antennasDbm[1] = Math.max(antennasDbm[1], rfBDbm);
    readingsDbm.push(Math.max(rfADbm, rfBDbm));
    isOpen ||= audioDbfs !== null;
    hasAudio ||= reading.value.hasAudio;
    partner = told?.name ?? partner;
    await wait(WATCH.everyMs);
  }
  return ok({
    readingsDbm,
    strongestDbm: Math.max(...antennasDbm),
    antennasDbm,
    isOpen,
    hasAudio,
    partner,
  });
}

/** The name that a receiver tells of a pack: that of its pairing, where it has one. */
async function knownAs(
  app: AppContext,
  dayId: number,
  channel: Channel,
  packKey: string,
): Promise<string> {
  const record =
    channel.paired === null
      ? undefined
      : (await newestItems(app.db, "pairings", dayId)).find((r) => r.packKey === packKey);
  return record?.name ?? channel.packName;
}

/**
 * The short verification of a channel that is retuned while it plays: before its pack follows, nothing may
 * be heard on the new frequency; after, it and nobody else. Neither switches the pack off.
 * @returns the first part that is not as it should be; null where all is well
 */
export async function verifyWhilePlaying(
  app: AppContext,
  dayId: number,
  channelId: number,
  when: "before" | "after",
): ServiceResult<{ part: VerificationPart; outcome: string } | null> {
  const got = await withPick(app, dayId, channelId);
  if (!got.ok) return got;
  const { loaded, rig, channel, frequencyHz } = got.value;
  const { packKey, receiverKey, verificationParts } = channel;
  const seen = await watch({ rig, wait: app.wait }, channel);
  if (!seen.ok) return deviceFailure(seen.error, channel.receiverLabel);
  const { readingsDbm, strongestDbm, antennasDbm, isOpen, hasAudio, partner } = seen.value;
  const whose = partnerOf(partner, channel, await knownAs(app, dayId, channel, packKey));
  const parts: [VerificationPart, string][] =
    when === "before"
      ? [
          ["silent", silenceOf(readingsDbm)],
          ["phones", isOpen ? "chatter" : "nothing"],
        ]
      : [
          ["rf", rfOf(strongestDbm)],
          ["antennas", antennasOf(antennasDbm)],
          ["partner", whose],
          ["voice", hasAudio ? "follows" : "nothing"],
        ];
  const asked = parts.filter(([part]) => verificationParts.includes(part));
  const bad = asked.find(([part, outcome]) => !isGoodOutcome(part, outcome));
  await record(
    app,
    loaded,
    ...asked.map(([part, outcome]) => ({
      kind: "proof" as const,
      channelId,
      part,
      outcome,
      frequencyHz,
      packKey,
      receiverKey,
      strongestDbm,
      antennasDbm,
      shown: null,
    })),
  );
  return ok(bad ? { part: bad[0], outcome: bad[1] } : null);
}

/**
 * Gives a channel another pack beside its own, or takes it away again, or puts it in the place of
 * the first. Refused where it is with somebody else, or cannot go where the channel is.
 */
export async function shareChannel(
  app: AppContext,
  dayId: number,
  p: { channelId: number; packKey: string; how: "add" | "drop" | "first"; expectedVersion: number },
): ServiceResult {
  const got = await requireDay(app, dayId);
  if (!got.ok) return got;
  const loaded = got.value;
  const channel = loaded.stored.find((c) => c.id === p.channelId);
  const pack = loaded.units.find((u) => u.kind === "pack" && u.key === p.packKey);
  if (!channel || !pack) return fail({ code: "not-found", what: channel ? "pack" : "channel" });
  const holder = loaded.stored.find(
    (c) => c.id !== p.channelId && [c.packKey, ...c.extraPacks].includes(p.packKey),
  );
  if (holder)
    return fail({
      code: "changed-meanwhile",
      talker: channel.talker,
      changes: [{ atMs: loaded.facts.nowMs, what: notes.isWith(pack.label, holder.talker) }],
    });
  const rest = channel.extraPacks.filter((k) => k !== p.packKey);
  const change =
    p.how === "add"
      ? { extraPacks: [...rest, p.packKey] }
      : p.how === "drop"
        ? { extraPacks: rest }
        : { packKey: p.packKey, extraPacks: [channel.packKey, ...rest] };
  const frequencyHz = pickedHz(loaded.facts.plan, p.channelId);
  if (
    p.how === "add" &&
    frequencyHz !== null &&
    !canBeSet(packModel(loaded.kit, pack.modelId).tuning, frequencyHz)
  )
    return fail({
      code: "setting-unknown",
      refusal: { code: "cannot-go-there", unit: pack.label, talker: channel.talker },
    });
  return app.db.write(async (transaction) => {
    const what = {
      add: notes.packAdded(pack.label),
      drop: notes.packTakenAway(pack.label),
      first: notes.packFirst(pack.label),
    }[p.how];
    const changes = await changeChannel(
      app.db,
      {
        channelId: p.channelId,
        expectedVersion: p.expectedVersion,
        atMs: Math.round(dayNowMs(app, loaded.day)),
        what,
        change,
      },
      transaction,
    );
    return changes
      ? fail({ code: "changed-meanwhile" as const, talker: channel.talker, changes })
      : ok(null);
  });
}

/** Hands on a practice pack: its switch, its mute, its microphone plug. */
export async function handlePack(
  app: AppContext,
  dayId: number,
  packKey: string,
  change: PackPractice,
): ServiceResult {
  const got = await withRig(app, dayId);
  if (!got.ok) return got;
  const { loaded } = got.value;
  const unit = loaded.units.find((u) => u.kind === "pack" && u.key === packKey);
  if (!unit || !app.simulator) return fail({ code: "not-found", what: "pack" });
  const done = await app.simulator.setPack(packKey, change);
  if (!done.ok) return deviceFailure(done.error, unit.label);
  // empty cells bring nothing on
  const now = change.isOn ? await requireDay(app, dayId) : null;
  return now?.ok && now.value.facts.reports?.packs[packKey]?.isOn === false
    ? fail({ code: "cells-empty", label: unit.label })
    : ok(null);
}

/** Hands on a practice receiver: its missing antenna. */
export async function screwAntennaOn(
  app: AppContext,
  dayId: number,
  receiverKey: string,
): ServiceResult {
  const got = await withRig(app, dayId);
  if (!got.ok) return got;
  const { loaded } = got.value;
  const unit = loaded.units.find((u) => u.kind === "receiver" && u.key === receiverKey);
  if (!unit || !app.simulator) return fail({ code: "not-found", what: "unit" });
  const done = await app.simulator.screwAntennaOn(receiverKey);
  return done.ok ? done : deviceFailure(done.error, unit.label);
}

/** Switches all packs off, as before a scan. */
export async function allPacksOff(app: AppContext, dayId: number): ServiceResult {
  const got = await withRig(app, dayId);
  if (!got.ok) return got;
  if (!app.simulator) return ok(null);
  for (const { key, label } of got.value.loaded.units.filter((u) => u.kind === "pack")) {
    const done = await app.simulator.setPack(key, { isOn: false });
    if (!done.ok) return deviceFailure(done.error, label);
  }
  return ok(null);
}

/** Gives a channel another pack. Refused when another window changed the channel meanwhile. */
export async function usePack(
  app: AppContext,
  dayId: number,
  p: { channelId: number; packKey: string; expectedVersion: number },
): ServiceResult {
  const loaded = await requireDay(app, dayId);
  if (!loaded.ok) return loaded;
  const { day, units, facts } = loaded.value;
  const channel = facts.channels.find((c) => c.id === p.channelId);
  const pack = units.find((u) => u.kind === "pack" && u.key === p.packKey);
  if (!channel || !pack) return fail({ code: "not-found", what: channel ? "pack" : "channel" });
  const holder = facts.channels.find(
    (c) =>
      c.id !== p.channelId &&
      [c.packKey, ...c.extraPacks.map((a) => a.packKey)].includes(p.packKey),
  );
  if (holder)
    return fail({
      code: "changed-meanwhile",
      talker: channel.talker,
      changes: [{ atMs: facts.nowMs, what: notes.isWith(pack.label, holder.talker) }],
    });
  return app.db.write(async (transaction) => {
    const changes = await changeChannel(
      app.db,
      {
        channelId: p.channelId,
        expectedVersion: p.expectedVersion,
        atMs: Math.round(dayNowMs(app, day)),
        what: notes.packChangedTo(pack.label),
        change: {
          packKey: p.packKey,
          extraPacks: channel.extraPacks.map((a) => a.packKey).filter((k) => k !== p.packKey),
        },
      },
      transaction,
    );
    return changes
      ? fail({ code: "changed-meanwhile" as const, talker: channel.talker, changes })
      : ok(null);
  });
}

/**
 * RF and audio of every channel's receiver now; null where a meter does not answer, nothing where
 * the day cannot be read or has no receivers that can be asked.
 */
export async function readMeters(
  app: AppContext,
  dayId: number,
): Promise<Record<number, MeterReading | null>> {
  try {
    const got = await withRig(app, dayId);
    if (!got.ok) return {};
    const { loaded, rig } = got.value;
    const entries = await Promise.all(
      loaded.facts.channels.map(async (c): Promise<[number, MeterReading | null]> => {
        const reading = await rig.meter(c.receiverKey, c.half);
        return [c.id, reading.ok ? reading.value : null];
      }),
    );
    return Object.fromEntries(entries);
  } catch (error) {
    // whoever looks on goes on looking: the next reading may come through
    app.log.warn("meters-not-read", { dayId }, error);
    return {};
  }
}
