import { HEARD_INSTEAD_HZ } from "~/core/units/sameCarrier";
import { itemAt } from "~/core/units/items";
import type { HiddenFault } from "~/core/simulator/rig";
import { canBeSet, overlaps } from "~/core/devices/tuning";
import { packModel, receiverModel } from "~/core/kit/models";
import { seededRandom } from "~/core/units/random";
import { fail, ok, type Result } from "~/core/units/result";
import { pickedHz } from "~/core/channel/pickedFrequency";
import type { ServiceError } from "~/contract/schemas/serviceError";
import { insertSync } from "~/server/db/repositories/records.server";
import { nameOf } from "~/server/access/asker.server";
import type { AppContext } from "~/server/services/appContext.server";
import { dayNowMs } from "~/server/services/day/clock.server";
import { type LoadedDay, requireDay } from "~/server/services/day/dayView.server";

/** Faults hidden for practice, as the screen may tell of them. */
export interface DrillView {
  elapsedMs: number;
  faults: { kind: HiddenFault["kind"]; where: string; isCleared: boolean }[];
}

const KINDS = [
  "wrong-block",
  "not-stored",
  "neighbour",
  "antenna",
  "muted",
] as const satisfies readonly HiddenFault["kind"][];
/** Where a pack of another block goes, if the kit names none. */
const ELSEWHERE = { lowHz: 566e6, highHz: 614e6, stepHz: 25_000 };

/**
 * Hides five faults in the practice units of a planned day, each with another person as far as
 * there are five: they show only by what a mixer would see. The pack of the wrong block lies with
 * somebody for whom another pack is free.
 */
export async function hideFaults(
  app: AppContext,
  dayId: number,
  seed: number,
): Promise<Result<null, ServiceError>> {
  const found = await requireDay(app, dayId);
  if (!found.ok) return found;
  const loaded = found.value;
  const { plan, facts, kit, unit, units } = loaded;
  if (!app.simulator || !loaded.day.isPractice) return fail({ code: "no-rig" });
  const picked = facts.channels.flatMap((c) => {
    const pickHz = pickedHz(plan, c.id);
    return pickHz !== null && facts.reports?.packs[c.packKey] ? [{ ...c, pickHz }] : [];
  });
  if (!plan || picked.length === 0) return fail({ code: "not-found", what: "plan" });
  const random = seededRandom(seed);
  const left = [...picked]
    .map((c) => ({ c, at: random() }))
    .sort((a, b) => a.at - b.at)
    .map(({ c }) => c);
  const take = (fits: (c: (typeof left)[number]) => boolean) => {
    const at = left.findIndex(fits);
    if (at >= 0) return itemAt(left.splice(at, 1), 0);
    return left.shift() ?? picked.find(fits) ?? itemAt(picked, 0);
  };
  const modelOf = (packKey: string) => packModel(kit, unit(packKey).modelId);
  const free = units.filter(
    (u) =>
      u.kind === "pack" &&
      !facts.channels.some(
        (c) => c.packKey === u.key || c.extraPacks.some((a) => a.packKey === u.key),
      ),
  );
  const notStored = take((c) => modelOf(c.packKey).stores === "by-hand");
  const wrongBlock = take((c) =>
    free.some((u) => canBeSet(packModel(kit, u.modelId).tuning, c.pickHz)),
  );
  const antenna = take(
    (c) => receiverModel(kit, unit(c.receiverKey).modelId).diversity === "two-paths",
  );
  const neighbour = take((c) => plan.spares.some((s) => s.for.includes(c.id)));
  const muted = take(() => true);
  const tuning = modelOf(wrongBlock.packKey).tuning;
  const otherBlock =
    kit.packs.find(
      (p) =>
        p.tuning.length === 1 &&
        overlaps(p.tuning, tuning).length === 0 &&
        itemAt(p.tuning, 0).highHz > itemAt(p.tuning, 0).lowHz,
    )?.tuning[0] ?? ELSEWHERE;
  const faults: HiddenFault[] = [
    { kind: "wrong-block", packKey: wrongBlock.packKey },
    { kind: "not-stored", packKey: notStored.packKey },
    { kind: "neighbour", frequencyHz: neighbour.pickHz },
    { kind: "antenna", receiverKey: antenna.receiverKey, antenna: random() < 0.5 ? "A" : "B" },
    { kind: "muted", packKey: muted.packKey },
  ];
  const done = await app.simulator.hide(faults, otherBlock);
  if (!done.ok) return fail({ code: "device", error: done.error, unit: "the practice units" });
  // after the meal break: every pack was open, and what was verified before it is to be seen again
  const atMs = Math.round(dayNowMs(app, loaded.day));
  await app.db.write(async (t) => {
    for (const c of picked)
      await insertSync(
        app.db,
        dayId,
        {
          kind: "cells",
          channelId: c.id,
          packKey: c.packKey,
          placeId: loaded.day.currentPlaceId,
          atMs,
          who: nameOf(app.asker),
        },
        t,
      );
  });
  return ok(null);
}

/** Takes the hidden faults away, found or not. */
export async function endDrill(
  app: AppContext,
  dayId: number,
): Promise<Result<null, ServiceError>> {
  const found = await requireDay(app, dayId);
  if (!found.ok) return found;
  if (!app.simulator || !found.value.day.isPractice) return fail({ code: "no-rig" });
  const done = await app.simulator.hide([], ELSEWHERE);
  return done.ok
    ? ok(null)
    : fail({ code: "device", error: done.error, unit: "the practice units" });
}

/** How the practice stands; null while nothing is hidden. */
export async function drillOf(
  app: Pick<AppContext, "realNowMs" | "simulator">,
  { report, facts, units }: LoadedDay,
): Promise<DrillView | null> {
  if (!report?.ok) return null;
  const hidden = await app.simulator?.hidden();
  if (!hidden?.ok || !hidden.value) return null;
  const drill = hidden.value;
  const { packs, receivers } = report.value;
  const label = (key: string) => units.find((u) => u.key === key)?.label ?? key;
  const carried = (packKey: string) =>
    facts.channels.find(
      (c) => c.packKey === packKey || c.extraPacks.some((a) => a.packKey === packKey),
    );
  const isCleared = (f: HiddenFault): boolean => {
    switch (f.kind) {
      case "wrong-block":
        return carried(f.packKey) === undefined;
      case "not-stored": {
        const carrier = carried(f.packKey);
        return (
          carrier === undefined ||
          (packs[f.packKey]?.isStored !== false &&
            packs[f.packKey]?.frequencyHz === (pickedHz(facts.plan, carrier.id) ?? undefined))
        );
      }
      case "neighbour":
        return (facts.plan?.picks ?? []).every(
          (p) => Math.abs(p.frequencyHz - f.frequencyHz) > HEARD_INSTEAD_HZ,
        );
      case "antenna":
        return (receivers[f.receiverKey]?.deaf ?? null) === null;
      case "muted":
        return carried(f.packKey) === undefined || packs[f.packKey]?.isMuted === false;
    }
  };
  const whereOf = (f: HiddenFault): string =>
    "packKey" in f
      ? label(f.packKey)
      : f.kind === "antenna"
        ? `${label(f.receiverKey)}, antenna ${f.antenna}`
        : `${(f.frequencyHz / 1e6).toFixed(3)} MHz`;
  return {
    elapsedMs: app.realNowMs() - drill.startedMs,
    faults: [...drill.faults]
      .sort((a, b) => KINDS.indexOf(a.kind) - KINDS.indexOf(b.kind))
      .map((f) => ({ kind: f.kind, where: whereOf(f), isCleared: isCleared(f) })),
  };
}
