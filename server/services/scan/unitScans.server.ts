import { randomUUID } from "node:crypto";
import { countingUnitScans } from "~/core/channel/channelState";
import type { CoordinationRequest } from "~/core/coordination/problem/request";
import { carrierId } from "~/core/coordination/problem/dayProblem";
import {
  checkFinding,
  offeredBy,
  type UnitEvidence,
  unitEvidence,
  type UnitFinding,
  type UnitScan,
} from "~/core/evidence/unitScan";
import { receiverModel } from "~/core/kit/models";
import type { FrequencyRange } from "~/core/regulations/region";
import { pickedHz } from "~/core/channel/pickedFrequency";
import { fail, ok } from "~/core/units/result";
import { findingWords, passedOverReason } from "~/contract/messages/unitScan";
import { notes } from "~/contract/messages/notes";
import { nameOf } from "~/server/access/asker.server";
import type { AppContext } from "~/server/services/appContext.server";
import { dayNowMs } from "~/server/services/day/clock.server";
import { type LoadedDay, requireDay } from "~/server/services/day/dayView.server";
import { newestList, storeNextList } from "~/server/services/prep/versionedLists.server";
import type { ServiceResult } from "~/server/services/serviceResult";

/** Puts down what somebody read on a receiver's own screen, here and now; all of it or nothing. */
export async function addUnitScans(
  app: AppContext,
  dayId: number,
  p: { receiverKey: string; findings: readonly UnitFinding[] },
): ServiceResult<{ receiver: string; findings: UnitFinding[]; ids: string[] }> {
  const got = await requireDay(app, dayId);
  if (!got.ok) return got;
  const { day, units, kit, places } = got.value;
  const unit = units.find((u) => u.kind === "receiver" && u.key === p.receiverKey);
  const here = places.find((x) => x.id === day.currentPlaceId);
  if (!unit || !here) return fail({ code: "not-found", what: unit ? "place" : "unit" });
  const model = receiverModel(kit, unit.modelId);
  const scans: UnitScan[] = [];
  for (const finding of p.findings) {
    const checked = checkFinding(finding, model);
    if (!checked.ok) return fail({ code: "unit-scan", unit: unit.label, error: checked.error });
    scans.push({
      id: randomUUID(),
      receiverKey: unit.key,
      modelId: model.id,
      placeId: here.id,
      setting: here.setting,
      atMs: Math.round(dayNowMs(app, day)),
      who: nameOf(app.asker),
      finding: checked.value,
    });
  }
  const { version, items } = await newestList(app, "unitScans", dayId);
  const stored = await storeNextList(app, "unitScans", dayId, {
    expectedVersion: version,
    items: [...items, ...scans],
    how: notes.toldBy(unit.label, scans.map((s) => findingWords(s.finding)).join("; ")),
  });
  return stored.ok
    ? ok({
        receiver: unit.label,
        findings: scans.map((s) => s.finding),
        ids: scans.map((s) => s.id),
      })
    : stored;
}

/** Takes back what was put down of receivers' own scans. */
export async function removeUnitScans(
  app: AppContext,
  dayId: number,
  ids: readonly string[],
): ServiceResult {
  const { version, items } = await newestList(app, "unitScans", dayId);
  const left = items.filter((s) => !ids.includes(s.id));
  if (left.length === items.length) return fail({ code: "not-found", what: "scan" });
  return storeNextList(app, "unitScans", dayId, {
    expectedVersion: version,
    items: left,
    how: notes.takenOut("what a receiver showed"),
  });
}

/** What the receivers' own scans tell that counts here and now, model by model. */
export function evidenceHere(loaded: LoadedDay): Map<string, UnitEvidence> {
  const { facts, kit } = loaded;
  const scans = countingUnitScans(facts);
  return new Map(
    [...new Set(scans.map((s) => s.modelId))].flatMap((id) => {
      const found = unitEvidence(scans, receiverModel(kit, id));
      return found ? [[id, found] as const] : [];
    }),
  );
}

/**
 * A request with what receivers' own scans tell: a place that one passes over is kept free, and
 * where no sweep was read the search keeps to what was offered. Nothing of it becomes a level.
 * @param swept - what the sweep that counts here covers; null without one
 */
export function withUnitScans(
  request: CoordinationRequest,
  loaded: LoadedDay,
  swept: FrequencyRange | null,
): CoordinationRequest {
  const evidence = evidenceHere(loaded);
  if (evidence.size === 0) return request;
  const { facts, kit, units } = loaded;
  const ours = facts.channels.flatMap((c) => pickedHz(facts.plan, c.id) ?? []);
  const exclusions = [...evidence.values()].flatMap(({ modelId, places }) => {
    const { bandwidthHz } = receiverModel(kit, modelId);
    const label = units.find((u) => u.kind === "receiver" && u.modelId === modelId)?.label ?? "";
    return places
      .filter(
        (p) =>
          !p.isFree &&
          // a scan that was made with our own packs on passes over them too
          (p.kind === "passed-over" ||
            !ours.some((hz) => Math.abs(hz - p.frequencyHz) < request.profile.minSpacingHz)),
      )
      .map((p) => ({
        lowHz: p.frequencyHz - bandwidthHz / 2,
        highHz: p.frequencyHz + bandwidthHz / 2,
        reason: passedOverReason(label),
      }));
  });
  const wantedOf = (modelId: string) =>
    facts.channels.filter((c) => c.receiverModelId === modelId && c.meets === "tunes").length;
  return {
    ...request,
    exclusions: [...request.exclusions, ...exclusions],
    channels: request.channels.map((c) => {
      const modelId = facts.channels.find((x) => carrierId(x.id) === c.id)?.receiverModelId ?? "";
      const told = evidence.get(modelId);
      const isSwept =
        swept !== null && c.tuning.some((t) => t.lowHz <= swept.highHz && t.highHz >= swept.lowHz);
      return told && !isSwept
        ? { ...c, offeredHz: offeredBy(told, receiverModel(kit, modelId), wantedOf(modelId)) }
        : c;
    }),
  };
}

/**
 * The same request, with every bank that was counted open to one channel: what is left where the
 * best bank is used up. Null where its receiver told nothing.
 */
export function withAllOffered(
  request: CoordinationRequest,
  loaded: LoadedDay,
  channelId: number,
): CoordinationRequest | null {
  const id = carrierId(channelId);
  const modelId = loaded.facts.channels.find((c) => c.id === channelId)?.receiverModelId ?? "";
  const told = evidenceHere(loaded).get(modelId);
  const narrow = request.channels.find((c) => c.id === id)?.offeredHz;
  if (!told || !narrow) return null;
  const offeredHz = offeredBy(told, receiverModel(loaded.kit, modelId), Infinity);
  return {
    ...request,
    channels: request.channels.map((c) => (c.id === id ? { ...c, offeredHz } : c)),
  };
}
