import { IS_LONG } from "~/testkit/long";
import { SHIPPED_KIT } from "~/core/kit/shipped";
import { settingSteps } from "~/core/kit/settingSteps";
import { withLists } from "~/core/kit/lists";
import { canBeSet, presets } from "~/core/devices/tuning";
import { readUnitNumber, unitNumber } from "~/core/kit/unitNumber";
import { serviceErrorWords } from "~/contract/messages/error";
import { getDayView } from "~/server/services/day/dayView.server";
import { addUnit } from "~/server/services/prep/kits.server";
import { newestList } from "~/server/services/prep/versionedLists.server";
import {
  carryRecords,
  changeIdentity,
  exportPairings,
  importPairings,
  pairingsOf,
  pairPack,
} from "~/server/services/sync/pairings.server";
import { handlePack, prove, setReceivers, syncPack } from "~/server/services/sync/syncs.server";
import { changeTalker } from "~/server/services/prep/talkers.server";
import { acceptFound, practiceApp, type PracticeApp, scanToEnd } from "./practiceApp";

/**
 * Each way of bringing a pack to its receiver, driven on the simulated rig with its quirks. Marit's
 * channel gets the units in turn.
 */
let practice: PracticeApp;
beforeEach(async () => {
  practice = await practiceApp();
});
afterEach(() => practice.stop());

const view = async () => {
  const day = await getDayView(practice.app, practice.dayId);
  if (!day.ok) throw new Error();
  return day.value;
};
const marit = async () => (await view()).channels[0]!;
const state = async () => (await marit()).state.sync;

/** Gives Marit a receiver and a pack of these models, fresh from the case, and a plan. */
async function with2(receiverModelId: string, packModelId: string): Promise<void> {
  const { app, dayId } = practice;
  const put = async (modelId: string) => {
    const { version } = await newestList(app, "units", dayId);
    const added = await addUnit(app, dayId, { modelId, expectedVersion: version });
    if (!added.ok) throw new Error(JSON.stringify(added.error));
    return (await newestList(app, "units", dayId)).items.at(-1)!.key;
  };
  const receiverKey = await put(receiverModelId);
  const packKey = await put(packModelId);
  const c = await marit();
  const changed = await changeTalker(app, dayId, {
    channelId: c.id,
    expectedVersion: c.version,
    change: { receiverKey, half: 0, packKey },
  });
  if (!changed.ok) throw new Error(serviceErrorWords(changed.error));
  await scanToEnd(practice);
  await acceptFound(practice);
  if ((await marit()).meets !== "adaptive")
    expect(await setReceivers(app, dayId, [c.id])).toMatchObject({ ok: true });
}
const hand = async (change: Parameters<typeof handlePack>[3]) => {
  const { packKey } = await marit();
  expect((await handlePack(practice.app, practice.dayId, packKey, change)).ok).toBe(true);
};
const sync = async () => syncPack(practice.app, practice.dayId, (await marit()).id);
const refusal = async () => {
  const done = await sync();
  return done.ok ? "done" : done.error.code === "device" ? done.error.error.code : done.error.code;
};
const proved = async () =>
  expect([
    await prove(practice.app, practice.dayId, (await marit()).id),
    (await state()).code,
  ]).toEqual([{ ok: true, value: null }, "proved"]);

test("infrared behind a door: it must be on, open and held close; what is not stored comes back as it was", async () => {
  await with2("oystercatch-c1-51", "oystercatch-t-51");
  expect(await refusal()).toBe("pack-is-off");
  await hand({ isOn: true });
  expect(await refusal()).toBe("door-shut");
  await hand({ isDoorOpen: true, isNear: false });
  expect(await refusal()).toBe("not-near");
  await hand({ isNear: true });
  expect(await refusal()).toBe("done");
  expect((await state()).code).toBe("not-stored");
  await hand({ isOn: false });
  await hand({ isOn: true });
  expect((await state()).code).toBe("pack-elsewhere");
  expect(await refusal()).toBe("done");
  await hand({ isStored: true });
  await proved();
});

test("cable: plugged with its door open; its number stays only once it was switched off", async () => {
  await with2("oystercatch-c1-51", "oystercatch-h-51");
  await hand({ isOn: true });
  expect(await refusal()).toBe("door-shut");
  await hand({ isDoorOpen: true });
  expect(await refusal()).toBe("no-cable");
  await hand({ isCabled: true });
  expect(await refusal()).toBe("done");
  expect((await state()).code).toBe("not-stored");
  await hand({ isOn: false });
  await hand({ isOn: true });
  await proved();
});

test("two switches and presets are set on the pack itself", async () => {
  await with2("skerrick-s-53", "skerrick-k-53");
  await hand({ isOn: true });
  expect(await refusal()).toBe("done");
  await proved();
});

test("name, group number and key: the base, a key that was changed, the record carried by file to another base", async () => {
  const { app, dayId } = practice;
  await with2("kelda-q2-49", "kelda-m1-49");
  expect(await state()).toEqual({ status: "todo", code: "not-paired", why: "no-identity" });
  await hand({ isOn: true, isNear: false });
  const { id, packKey, receiverKey } = await marit();
  expect(await pairPack(app, dayId, id)).toMatchObject({
    ok: false,
    error: { code: "device", error: { code: "not-near" } },
  });
  await hand({ isNear: true });
  expect((await pairPack(app, dayId, id)).ok).toBe(true);
  // a touch that ends too early leaves the old number
  const before = (await marit()).pack!.frequencyHz;
  const broken = refusal();
  setTimeout(() => void app.simulator!.setPack(packKey, { isNear: false }), 200);
  expect(await broken).toBe("not-near");
  expect((await marit()).pack!.frequencyHz).toBe(before);
  await hand({ isNear: true });
  expect(await refusal()).toBe("done");
  await proved();
  const list = async () => {
    const p = await pairingsOf(app, dayId);
    if (!p.ok) throw new Error();
    return p.value;
  };
  const [row] = (await list()).rows;
  expect(row).toMatchObject({
    label: (await marit()).packLabel,
    isPrivate: true,
    record: { name: "MARIT" },
    receivers: [{ key: receiverKey, holds: true }],
  });
  const saved = await exportPairings(app, dayId);

  // another key at the pack: RF, and nothing of what is said
  const change = (key: string | null, group = 100) =>
    list().then(({ version }) =>
      changeIdentity(app, dayId, {
        packKey,
        expectedVersion: version,
        change: { name: "MARIT", group, key },
      }),
    );
  expect(await change("12")).toMatchObject({
    ok: false,
    error: { code: "pairing-refused", problems: [{ code: "key-length", digits: 2, wanted: 16 }] },
  });
  expect((await change(null)).ok).toBe(true);
  expect(await state()).toEqual({ status: "problem", code: "not-paired", why: "key" });
  expect(await prove(app, dayId, id)).toEqual({
    ok: true,
    value: { part: "voice", outcome: "nothing" },
  });
  // the old record back from its file, and to the base
  if (!saved.ok) throw new Error();
  expect(
    await importPairings(app, dayId, {
      text: saved.value,
      expectedVersion: (await list()).version,
    }),
  ).toEqual({ ok: true, value: { taken: 1, unknown: [] } });
  await proved();
  practice.pass(60_000);
  expect((await change(null)).ok).toBe(true);
  expect(
    (await carryRecords(app, dayId, { receiverKey, expectedVersion: (await list()).version })).ok,
  ).toBe(true);
  expect((await list()).rows[0]!.receivers).toEqual([
    { key: receiverKey, label: expect.any(String) as string, holds: true },
  ]);
  expect(await state()).toMatchObject({
    status: "stale",
    code: "proof-stale",
    why: "paired",
    parts: ["partner", "voice"],
  });
  for (const [text, what] of [
    ["{", /line 1/],
    ['{"format":"plain-channel-pairing","version":1,"packs":[]}', /packs/],
    [saved.value.replace(/"pack": "[^"]*"/, '"pack": "Nobody"'), /no pack of this kit/],
    [saved.value.replace(/"key": "../, '"key": "'), /a key has 16 digits, this one 14/],
  ] as const) {
    const before = (await list()).version;
    const read = await importPairings(app, dayId, { text, expectedVersion: before });
    expect(read.ok ? "" : serviceErrorWords(read.error)).toMatch(what);
    expect((await list()).version).toBe(before);
  }
});

test("systems that choose for themselves: paired once at the bench, then found by themselves", async () => {
  const { app, dayId } = practice;
  await with2("hollin-d2", "hollin-dt");
  expect((await state()).code).toBe("not-linked");
  const { id, packKey } = await marit();
  expect(await pairPack(app, dayId, id)).toMatchObject({
    ok: false,
    error: { error: { code: "pack-is-off" } },
  });
  await hand({ isOn: true });
  expect((await pairPack(app, dayId, id)).ok).toBe(true);
  expect((await state()).code).toBe("not-proved");
  await proved();
  expect((await view()).packs.find((p) => p.key === packKey)!.report).toMatchObject({
    frequencyHz: 0,
  });
});

/** Of the settings of each model one in so many; all of them in the long run. */
const FEW = 7;

test("each model's number, however its display or switches tell it, comes back as the same frequency at every setting of its steps", () => {
  const kit = withLists(SHIPPED_KIT);
  for (const pack of kit.packs.filter((p) => !p.adaptive)) {
    for (const receiver of kit.receivers.filter(
      (r) => r.modulations.some((m) => pack.modulations.includes(m)) && !r.adaptive,
    )) {
      const shared = receiver.tuning
        .flatMap((t) =>
          Array.from(
            { length: Math.min(300, Math.round((t.highHz - t.lowHz) / t.stepHz) + 1) },
            (_, i) => t.lowHz + i * t.stepHz,
          ),
        )
        .filter((_, i) => IS_LONG || i % FEW === 0);
      for (const hz of shared) {
        const steps = settingSteps(receiver, pack, hz);
        expect(steps.receiver.findIndex((s) => s.code === "block")).toBeLessThanOrEqual(0);
        expect(steps.pack.at(-1)!.code).toBe("read-back");
        if (!canBeSet(pack.tuning, hz)) continue;
        for (const unit of [receiver, pack]) {
          const told = unitNumber(unit, hz)!;
          const read = readUnitNumber(unit, told.text);
          // a display with few decimals shows several settings alike: then all of them are offered
          if (!read.ok && read.error.code === "ambiguous")
            expect(read.error.readings.map((r) => r.frequencyHz)).toContain(hz);
          else
            expect([unit.name, told.text, read]).toEqual([
              unit.name,
              told.text,
              { ok: true, value: hz },
            ]);
          expect(steps.receiver.concat(steps.pack).map((s) => s.code)).not.toContain(
            "lists-missing",
          );
        }
        if (pack.readout === "preset")
          expect(
            presets(pack.tuning.map((t) => t.lowHz))[Number(unitNumber(pack, hz)!.text) - 1]?.lowHz,
          ).toBe(hz);
      }
    }
  }
});
