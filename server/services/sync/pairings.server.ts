import { notes } from "~/contract/messages/notes";
import { randomInt } from "node:crypto";
import {
  firstRecords,
  freshKey,
  groupKind,
  heldFrom,
  type PairingIdentity,
  pairingProblems,
  type PairingRecord,
} from "~/core/kit/pairing";
import { packModel, type PairingRules, receiverModel } from "~/core/kit/models";
import { NAME_LETTERS } from "~/core/kit/packNames";
import { fail, ok } from "~/core/units/result";
import { PAIRING_FORMAT } from "~/contract/schemas/pairingFile";
import type { AppContext } from "~/server/services/appContext.server";
import { dayNowMs } from "~/server/services/day/clock.server";
import { type LoadedDay, requireDay } from "~/server/services/day/dayView.server";
import { readBeside } from "~/server/services/roll/readings.server";
import { newestList, storeNextList, undoList } from "~/server/services/prep/versionedLists.server";
import type { ServiceResult } from "~/server/services/serviceResult";

export interface PairingRow {
  packKey: string;
  label: string;
  rules: PairingRules;
  letters: number;
  wornBy: string | null;
  record: PairingRecord | null;
  isPrivate: boolean;
  /** Receivers that could hold it, and whether they do. */
  receivers: { key: string; label: string; holds: boolean }[];
}

const digit = (): number => randomInt(16);

/** The packs of a day's case that pair by name, group number and key. */
export async function pairingsOf(
  app: AppContext,
  dayId: number,
): ServiceResult<{ rows: PairingRow[]; version: number; earlierVersion: number | null }> {
  const loaded = await requireDay(app, dayId);
  if (!loaded.ok) return loaded;
  const { items, version, earlierVersion } = await newestList(app, "pairings", dayId);
  const { facts } = loaded.value;
  const rows = pairingPacks(loaded.value).map(({ unit, rules, letters, receivers }): PairingRow => {
    const record = items.find((r) => r.packKey === unit.key) ?? null;
    return {
      packKey: unit.key,
      label: unit.label,
      rules,
      letters,
      record,
      isPrivate: record !== null && groupKind(rules, record.group) === "private",
      wornBy: facts.channels.find((c) => c.packKey === unit.key)?.talker ?? null,
      receivers: receivers.map((r) => ({
        key: r.key,
        label: r.label,
        holds:
          record !== null &&
          record.heldBy.some((h) => h.receiverKey === r.key && sameIdentity(h, record)),
      })),
    };
  });
  return ok({ rows, version, earlierVersion });
}

const sameIdentity = (a: PairingIdentity, b: PairingIdentity): boolean =>
  a.name === b.name && a.group === b.group && a.key.toLowerCase() === b.key.toLowerCase();

function pairingPacks({ units, kit }: LoadedDay) {
  return units
    .filter((u) => u.kind === "pack")
    .flatMap((unit) => {
      const model = packModel(kit, unit.modelId);
      if (!model.pairs) return [];
      const receivers = units.filter(
        (u) =>
          u.kind === "receiver" &&
          receiverModel(kit, u.modelId).pairs &&
          receiverModel(kit, u.modelId).modulations.some((m) => model.modulations.includes(m)),
      );
      return [
        { unit, model, rules: model.pairs, letters: model.nameLetters ?? NAME_LETTERS, receivers },
      ];
    });
}

/** Gives every pack that has none a name, the private group and a key of its own. */
export async function makeIdentities(
  app: AppContext,
  dayId: number,
  expectedVersion: number,
): ServiceResult {
  const loaded = await requireDay(app, dayId);
  if (!loaded.ok) return loaded;
  const { items } = await newestList(app, "pairings", dayId);
  const { facts } = loaded.value;
  const without = pairingPacks(loaded.value).filter(
    (p) => !items.some((r) => r.packKey === p.unit.key),
  );
  const made = firstRecords(
    without.map(({ unit, letters, rules }) => ({
      packKey: unit.key,
      label: unit.label,
      letters,
      rules,
      wornBy: facts.channels.find((c) => c.packKey === unit.key)?.talker ?? null,
    })),
    digit,
  );
  return storeNextList(app, "pairings", dayId, {
    expectedVersion,
    items: [...items, ...made],
    how: notes.keysMade,
  });
}

/**
 * Changes what a pack is known by. Receivers that hold what it was before hold the wrong one from
 * then on. @param change.key - null: a fresh one
 */
export async function changeIdentity(
  app: AppContext,
  dayId: number,
  p: {
    packKey: string;
    expectedVersion: number;
    change: { name: string; group: number; key: string | null };
  },
): ServiceResult {
  const loaded = await requireDay(app, dayId);
  if (!loaded.ok) return loaded;
  const found = pairingPacks(loaded.value).find((x) => x.unit.key === p.packKey);
  if (!found) return fail({ code: "not-found", what: "pack" });
  const { items } = await newestList(app, "pairings", dayId);
  const before = items.find((r) => r.packKey === p.packKey);
  const kind = groupKind(found.rules, p.change.group);
  const next: PairingRecord = {
    packKey: p.packKey,
    name: p.change.name.trim().toUpperCase(),
    group: p.change.group,
    key: p.change.key ?? (kind === "common" ? "" : freshKey(found.rules, digit)),
    heldBy: before?.heldBy ?? [],
  };
  const problems = pairingProblems(
    next,
    found.rules,
    items.filter((r) => r.packKey !== p.packKey).map((r) => r.name),
    found.letters,
  );
  if (problems.length > 0)
    return fail({ code: "pairing-refused", label: found.unit.label, problems });
  return storeTold(app, loaded.value, {
    expectedVersion: p.expectedVersion,
    items: [...items.filter((r) => r.packKey !== p.packKey), next],
    how: notes.changed(found.unit.label),
  });
}

/** Takes the last change back. */
export async function undoPairings(
  app: AppContext,
  dayId: number,
  expectedVersion: number,
): ServiceResult {
  const loaded = await requireDay(app, dayId);
  if (!loaded.ok) return loaded;
  const undone = await undoList(app, "pairings", dayId, expectedVersion);
  if (undone.ok)
    await tellPacks(app, loaded.value, (await newestList(app, "pairings", dayId)).items);
  return undone;
}

async function storeTold(
  app: AppContext,
  loaded: LoadedDay,
  list: { expectedVersion: number; items: PairingRecord[]; how: string },
): ServiceResult {
  const stored = await storeNextList(app, "pairings", loaded.day.id, list);
  if (stored.ok) await tellPacks(app, loaded, list.items);
  return stored;
}

/**
 * What a pack is known by is set in its own menu; the receiver learns it only in its base. One that
 * cannot be reached now gets it there as well.
 */
async function tellPacks(
  app: AppContext,
  { day, units }: LoadedDay,
  records: readonly PairingRecord[],
): Promise<void> {
  const practice = day.isPractice ? app.simulator : null;
  if (!practice) return;
  for (const { packKey, name, group, key } of records)
    if (units.some((u) => u.key === packKey))
      await practice.setPack(packKey, { identity: { name, group, key } });
}

/**
 * Brings a pack to its receiver's base, or puts on record that somebody did. One that has no name
 * and key yet gets them first; one that chooses for itself needs none.
 */
export async function pairPack(app: AppContext, dayId: number, channelId: number): ServiceResult {
  const loaded = await requireDay(app, dayId);
  if (!loaded.ok) return loaded;
  const channel = loaded.value.facts.channels.find((c) => c.id === channelId);
  if (!channel) return fail({ code: "not-found", what: "channel" });
  const { packKey, receiverKey, half } = channel;
  const found = pairingPacks(loaded.value).find((x) => x.unit.key === packKey);
  if (found && channel.paired === "no-identity") {
    const { version } = await newestList(app, "pairings", dayId);
    const made = await makeIdentities(app, dayId, version);
    if (!made.ok) return made;
  }
  const { items, version } = await newestList(app, "pairings", dayId);
  const record = items.find((r) => r.packKey === packKey);
  const identity = record ? { name: record.name, group: record.group, key: record.key } : null;
  if (app.simulator && loaded.value.day.isPractice) {
    const done = await app.simulator.pair(receiverKey, half, packKey, identity);
    if (!done.ok) return fail({ code: "device", error: done.error, unit: channel.packLabel });
  }
  if (!record || !identity) return ok(null);
  const nowMs = Math.round(dayNowMs(app, loaded.value.day));
  return storeNextList(app, "pairings", dayId, {
    expectedVersion: version,
    items: items.map((r) => (r === record ? heldFrom(r, receiverKey, nowMs) : r)),
    how: notes.paired(channel.packLabel, channel.receiverLabel),
  });
}

/** Carries every record to a receiver, as a file to its base. */
export async function carryRecords(
  app: AppContext,
  dayId: number,
  p: { receiverKey: string; expectedVersion: number },
): ServiceResult {
  const loaded = await requireDay(app, dayId);
  if (!loaded.ok) return loaded;
  const packs = pairingPacks(loaded.value).filter((x) =>
    x.receivers.some((r) => r.key === p.receiverKey),
  );
  const receiver = loaded.value.units.find((u) => u.key === p.receiverKey);
  if (!receiver || packs.length === 0) return fail({ code: "not-found", what: "unit" });
  const { items } = await newestList(app, "pairings", dayId);
  const carried = items.filter((r) => packs.some((x) => x.unit.key === r.packKey));
  if (app.simulator && loaded.value.day.isPractice) {
    const done = await app.simulator.learn(
      p.receiverKey,
      carried.map(({ heldBy: _, ...r }) => r),
    );
    if (!done.ok) return fail({ code: "device", error: done.error, unit: receiver.label });
  }
  const nowMs = Math.round(dayNowMs(app, loaded.value.day));
  const next = items.map((r) => (carried.includes(r) ? heldFrom(r, p.receiverKey, nowMs) : r));
  return storeNextList(app, "pairings", dayId, {
    expectedVersion: p.expectedVersion,
    items: next,
    how: notes.carriedTo(receiver.label),
  });
}

/** The record as a file. It holds the keys. */
export async function exportPairings(app: AppContext, dayId: number): ServiceResult<string> {
  const loaded = await requireDay(app, dayId);
  if (!loaded.ok) return loaded;
  const { items } = await newestList(app, "pairings", dayId);
  const packs = pairingPacks(loaded.value).flatMap(({ unit }) => {
    const r = items.find((x) => x.packKey === unit.key);
    return r ? [{ pack: unit.label, name: r.name, group: r.group, key: r.key }] : [];
  });
  return ok(`${JSON.stringify({ format: PAIRING_FORMAT, version: 1, packs }, null, 2)}\n`);
}

/** Reads such a file: packs go by their labels. All of it or nothing.
 * @returns how many were taken, and labels that no pack of the case has */
export async function importPairings(
  app: AppContext,
  dayId: number,
  p: { text: string; expectedVersion: number },
): ServiceResult<{ taken: number; unknown: string[] }> {
  const loaded = await requireDay(app, dayId);
  if (!loaded.ok) return loaded;
  const read = await readBeside(app, "read-pairing-file", { text: p.text });
  if (!read.ok) return read;
  const packs = pairingPacks(loaded.value);
  const { items } = await newestList(app, "pairings", dayId);
  const unknown: string[] = [];
  const taken: PairingRecord[] = [];
  for (const { pack, ...identity } of read.value.packs) {
    const found = packs.find((x) => x.unit.label.toLowerCase() === pack.toLowerCase());
    if (!found) {
      unknown.push(pack);
      continue;
    }
    const others = [
      ...taken.map((t) => t.name),
      ...items
        .filter(
          (r) =>
            !read.value.packs.some(
              (f) =>
                packs.find((x) => x.unit.key === r.packKey)?.unit.label.toLowerCase() ===
                f.pack.toLowerCase(),
            ),
        )
        .map((r) => r.name),
    ];
    const problems = pairingProblems(identity, found.rules, others, found.letters);
    if (problems.length > 0) return fail({ code: "pairing-refused", label: pack, problems });
    taken.push({
      packKey: found.unit.key,
      ...identity,
      heldBy: items.find((r) => r.packKey === found.unit.key)?.heldBy ?? [],
    });
  }
  if (taken.length === 0)
    return fail({ code: "pairing-file", problem: { code: "no-pack-of-the-case" } });
  const stored = await storeTold(app, loaded.value, {
    expectedVersion: p.expectedVersion,
    items: [...items.filter((r) => !taken.some((t) => t.packKey === r.packKey)), ...taken],
    how: notes.fromFile,
  });
  return stored.ok ? ok({ taken: taken.length, unknown }) : stored;
}
