import { notes } from "~/contract/messages/notes";
import { itemAt } from "~/core/units/items";
import { heldOf } from "~/core/kit/chains";
import { packModel } from "~/core/kit/models";
import { formsOf, type Source, SOURCE_RULES, sourceOfPack } from "~/core/kit/sources";
import type { CaseUnit } from "~/core/kit/units";
import { freePair, monogram, type NoPair } from "~/core/schedule/freePair";
import { fail, ok } from "~/core/units/result";
import {
  changeChannel,
  insertChannel,
  listAllChannels,
  type StoredChannel,
} from "~/server/db/repositories/channels.server";
import { newestItems } from "~/server/db/repositories/versionedLists.server";
import { nameOf } from "~/server/access/asker.server";
import type { AppContext } from "~/server/services/appContext.server";
import { dayNowMs } from "~/server/services/day/clock.server";
import { insertEvent } from "~/server/db/repositories/dayEvents.server";
import { type LoadedDay, requireDay } from "~/server/services/day/dayView.server";
import type { ServiceResult } from "~/server/services/serviceResult";

export type TalkerTold = Pick<
  StoredChannel,
  "talker" | "part" | "moves" | "effort" | "wear" | "inputId" | "source"
>;

const ORDINARY: TalkerTold = {
  talker: "",
  part: "",
  moves: "",
  effort: "normal",
  wear: "waist-back",
  inputId: "recorder-line",
  source: null,
};

/**
 * The pair is looked for inside the write: of several who join at once each finds what the one
 * before left.
 */
async function insertTalker(
  app: AppContext,
  { kit, region, day }: LoadedDay,
  told: TalkerTold,
): ServiceResult<NoPair | null> {
  const atMs = Math.round(dayNowMs(app, day));
  const isFor = (source: Source | null, { modelId }: CaseUnit) =>
    source === null || formsOf(source).includes(packModel(kit, modelId).form);
  return app.db.write(async (t): ServiceResult<NoPair | null> => {
    const all = await listAllChannels(app.db, day.id, t);
    const units = await newestItems(app.db, "units", day.id, t);
    const standing = all.filter((c) => !c.isArchived);
    if (standing.some((c) => c.talker.toLowerCase() === told.talker.toLowerCase()))
      return fail({ code: "talker-twice", talker: told.talker });
    const found = freePair(
      kit,
      region,
      // a source that was named goes on packs of its own kind only
      told.source === null
        ? units
        : units.filter((u) => u.kind === "receiver" || isFor(told.source, u)),
      standing,
      standing.flatMap((c) => c.extraPacks),
    );
    if ("why" in found) return ok(found.why);
    const pack = packModel(kit, units.find((u) => u.key === found.pair.packKey)?.modelId ?? "");
    const source = told.source ?? sourceOfPack(pack.form);
    const { wear, micDistanceM, peakFactorDb } = SOURCE_RULES[source];
    const receiver = kit.receivers.find(
      (m) => m.id === units.find((u) => u.key === found.pair.receiverKey)?.modelId,
    );
    const inputId =
      receiver?.form === "camera"
        ? (kit.inputs.find((i) => i.kind === "mic")?.id ?? told.inputId)
        : told.inputId;
    const channelId = await insertChannel(
      app.db,
      day.id,
      {
        ...told,
        // where it is worn is told for what is worn; a handheld is in the hand
        wear: SOURCE_RULES[source].isWorn ? told.wear : wear,
        micDistanceM,
        peakFactorDb,
        ...found.pair,
        extraPacks: [],
        inputId,
        number: Math.max(0, ...all.map((c) => c.number)) + 1,
        mark: monogram(
          told.talker,
          all.map((c) => c.mark),
        ),
        microphoneId: itemAt(kit.microphones, 0).id,
      },
      t,
    );
    await insertEvent(
      app.db,
      day.id,
      {
        atMs,
        placeId: day.currentPlaceId,
        who: nameOf(app.asker),
        what: { kind: "joined", channelId },
      },
      t,
    );
    return ok(null);
  });
}

/**
 * Gives a talker a channel, on a free pair that fits: the pack and the receiver channel are chosen
 * so that most pairs are left for others.
 */
export async function addTalker(
  app: AppContext,
  dayId: number,
  told: Partial<TalkerTold> & { talker: string },
): ServiceResult<string> {
  const loaded = await requireDay(app, dayId);
  if (!loaded.ok) return loaded;
  const added = await insertTalker(app, loaded.value, { ...ORDINARY, ...told });
  if (!added.ok) return added;
  return added.value === null
    ? ok(told.talker)
    : fail({ code: "no-pair", talker: told.talker, why: added.value });
}

/**
 * Gives everybody who speaks in a scene and has no channel one, in the order in which they speak,
 * as far as the case goes.
 */
export async function addTalkersOfScenes(
  app: AppContext,
  dayId: number,
): ServiceResult<{ added: string[]; without: string[] }> {
  const scenes = [...(await newestItems(app.db, "scenes", dayId))].sort(
    (a, b) => a.startMs - b.startMs,
  );
  const added: string[] = [];
  const without: string[] = [];
  for (const talker of [...new Set(scenes.flatMap((s) => s.speakers))]) {
    const loaded = await requireDay(app, dayId);
    if (!loaded.ok) return loaded;
    if (loaded.value.stored.some((c) => c.talker.toLowerCase() === talker.toLowerCase())) continue;
    const done = await insertTalker(app, loaded.value, { ...ORDINARY, talker });
    if (!done.ok) return done;
    (done.value === null ? added : without).push(talker);
  }
  return ok({ added, without });
}

export type TalkerChange = {
  [K in keyof TalkerTold | "receiverKey" | "half" | "packKey"]?: StoredChannel[K] | undefined;
};

/**
 * Changes who a channel is, and what carries it. @returns what it was, to take the change back with
 */
export async function changeTalker(
  app: AppContext,
  dayId: number,
  p: { channelId: number; expectedVersion: number; change: TalkerChange },
): ServiceResult<{ before: TalkerChange; version: number }> {
  const loaded = await requireDay(app, dayId);
  if (!loaded.ok) return loaded;
  const { stored, day, units, kit } = loaded.value;
  const channel = stored.find((c) => c.id === p.channelId);
  if (!channel) return fail({ code: "not-found", what: "channel" });
  const given = Object.fromEntries(
    Object.entries(p.change).filter(([, v]) => v !== undefined),
  ) as Partial<StoredChannel>;
  const source = given.source ?? null;
  if (source !== null && source !== channel.source) {
    const rule = SOURCE_RULES[source];
    given.micDistanceM = rule.micDistanceM;
    given.peakFactorDb = rule.peakFactorDb;
    if (given.wear === undefined || given.wear === channel.wear) given.wear = rule.wear;
  }
  const next = { ...channel, ...given };
  const others = stored.filter((c) => c.id !== channel.id);
  const holder = others.find((c) => heldOf(c, next));
  const held = holder && heldOf(holder, next);
  const receiver = units.find((u) => u.key === next.receiverKey && u.kind === "receiver");
  if (
    !receiver ||
    next.half >= (kit.receivers.find((m) => m.id === receiver.modelId)?.halves ?? 0) ||
    !units.some((u) => u.key === next.packKey && u.kind === "pack")
  )
    return fail({ code: "not-found", what: "unit" });
  if (held)
    return fail({
      code: "setting-unknown",
      refusal: { code: "held-by", talker: holder.talker, unit: held },
    });
  if (others.some((c) => c.talker.toLowerCase() === next.talker.toLowerCase()))
    return fail({ code: "talker-twice", talker: next.talker });
  const renamed =
    given.talker !== undefined && given.talker !== channel.talker
      ? {
          mark: monogram(
            given.talker,
            others.map((c) => c.mark),
          ),
        }
      : {};
  return app.db.write(async (t) => {
    const changes = await changeChannel(
      app.db,
      {
        channelId: channel.id,
        expectedVersion: p.expectedVersion,
        atMs: Math.round(dayNowMs(app, day)),
        what: notes.partsChanged(Object.keys(given)),
        change: { ...given, ...renamed },
      },
      t,
    );
    if (changes)
      return fail({ code: "changed-meanwhile" as const, talker: channel.talker, changes });
    return ok({
      before: Object.fromEntries(
        Object.keys(given).map((k) => [k, channel[k as keyof StoredChannel]]),
      ),
      version: p.expectedVersion + 1,
    });
  });
}

/**
 * A talker leaves: the channel is put away, its pack and receiver channel are free. What happened
 * on it stays on record.
 */
export async function removeTalker(
  app: AppContext,
  dayId: number,
  p: { channelId: number; expectedVersion: number },
): ServiceResult<{ talker: string; version: number }> {
  return putAway(app, dayId, p, true);
}

/** Brings a talker back on the same channel, if its pack and receiver channel are still free. */
export async function restoreTalker(
  app: AppContext,
  dayId: number,
  p: { channelId: number; expectedVersion: number },
): ServiceResult<{ talker: string; version: number }> {
  return putAway(app, dayId, p, false);
}

async function putAway(
  app: AppContext,
  dayId: number,
  p: { channelId: number; expectedVersion: number },
  isArchived: boolean,
): ServiceResult<{ talker: string; version: number }> {
  const loaded = await requireDay(app, dayId);
  if (!loaded.ok) return loaded;
  const { day, units } = loaded.value;
  return app.db.write(async (t) => {
    const all = await listAllChannels(app.db, dayId, t);
    const channel = all.find((c) => c.id === p.channelId && c.isArchived !== isArchived);
    if (!channel) return fail({ code: "not-found" as const, what: "channel" as const });
    const holder = isArchived ? undefined : all.find((c) => !c.isArchived && heldOf(c, channel));
    if (holder)
      return fail({
        code: "setting-unknown" as const,
        refusal: { code: "given-away" as const, talker: channel.talker, holder: holder.talker },
      });
    if (
      !isArchived &&
      ![channel.packKey, channel.receiverKey].every((k) => units.some((u) => u.key === k))
    )
      return fail({
        code: "setting-unknown" as const,
        refusal: { code: "out-of-the-case" as const, talker: channel.talker },
      });
    const changes = await changeChannel(
      app.db,
      {
        channelId: channel.id,
        expectedVersion: p.expectedVersion,
        atMs: Math.round(dayNowMs(app, day)),
        what: isArchived ? notes.talkerLeft : notes.talkerBack,
        change: { isArchived },
      },
      t,
    );
    return changes
      ? fail({ code: "changed-meanwhile" as const, talker: channel.talker, changes })
      : ok({ talker: channel.talker, version: p.expectedVersion + 1 });
  });
}
