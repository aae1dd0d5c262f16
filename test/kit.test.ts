import { readFileSync } from "node:fs";
import { serviceErrorWords } from "~/contract/messages/error";
import { kitJsonSchema, readKitFile, writeKitFile } from "~/contract/codecs/kitFile";
import { findingWords } from "~/contract/messages/prep";
import { EMPTY_KIT, packModel } from "~/core/kit/models";
import { SHIPPED_KIT } from "~/core/kit/shipped";
import { guessUnitColumns } from "~/core/kit/unitTable";
import { getDayView } from "~/server/services/day/dayView.server";
import { getArrival, tick } from "~/server/services/prep/arrival.server";
import {
  addUnit,
  changeUnit,
  dropModel,
  dropPart,
  exportKitFile,
  exportUnits,
  getKit,
  importKitFile,
  importUnits,
  type KitView,
  previewKitFile,
  previewUnits,
  removeUnit,
  saveModel,
  savePart,
  setStock,
  undoModels,
  undoUnits,
} from "~/server/services/prep/kits.server";
import { getPreparation } from "~/server/services/prep/preparation.server";
import { handlePack, syncPack, usePack } from "~/server/services/sync/syncs.server";
import { packUnit, receiverUnit, stockItem } from "~/testkit/case";
import { practiceApp, type PracticeApp } from "./practiceApp";

describe("a kit file", () => {
  const file = {
    models: SHIPPED_KIT,
    units: [receiverUnit("R", "brae-v4"), packUnit("P", "brae-vt", 10, { serial: "1" })],
    stock: [stockItem("aa-cell", 12)],
  };
  const text = writeKitFile(file);
  test("what ships goes out and comes back", () =>
    expect(readKitFile(text)).toEqual({ ok: true, value: file }));
  test.each([
    [
      "a range upside down",
      '"lowHz": 470000000',
      '"lowHz": 570000000',
      /models\.receivers\.0\.tuning\.0\.highHz: must not be below/,
    ],
    ["a comma gone", '"maker": "Brae",', '"maker": "Brae"', /not JSON here/],
    [
      "two of one serial number",
      '"serial": null',
      '"serial": "1"',
      /units\.1\.serial: "1" stands twice/,
    ],
    [
      "neither tuned nor adaptive",
      '"adaptive": {\n          "lowHz": 2400000000,\n          "highHz": 2483500000,\n          "mostPerRoom": 8,\n          "rangeM": 30\n        }',
      '"adaptive": null',
      /tuning: needs at least one range/,
    ],
    ["another file", "plain-channel-kit", "something-else", /format/],
  ])("%s is refused with its line", (_, from, to, what) => {
    const read = readKitFile(text.replace(from, to));
    if (read.ok) throw new Error("was taken");
    expect(read.error.what).toMatch(what);
    const at = text.slice(0, text.indexOf(from)).split("\n").length;
    expect(read.error.line).toBeGreaterThanOrEqual(at - 3);
    expect(read.error.line).toBeLessThanOrEqual(at + 12);
  });
  test("the published schema is the one that is asked", () => {
    expect(JSON.parse(readFileSync("docs/kit.schema.json", "utf8"))).toEqual(
      JSON.parse(JSON.stringify(kitJsonSchema())),
    );
  });
});

describe("in a day", () => {
  let practice: PracticeApp;
  beforeEach(async () => {
    practice = await practiceApp();
  });
  afterEach(() => practice.stop());
  const kit = async (of: PracticeApp = practice): Promise<KitView> => {
    const found = await getKit(of.app, of.dayId);
    if (!found.ok) throw new Error(found.error.code);
    return found.value;
  };
  /** The version of the kit that an editor sees now. */
  const seen = async (of: PracticeApp = practice) => (await kit(of)).units.version;
  const findings = async () => {
    const p = await getPreparation(practice.app, practice.dayId);
    return p.ok ? p.value.findings.map((f) => f.code) : [];
  };
  const of = (view: KitView, label: string) => view.units.items.find((u) => u.label === label)!;

  test("a unit is added, changed, taken out, and everything can be taken back; the practice rig follows", async () => {
    const { app, dayId } = practice;
    expect(
      await addUnit(app, dayId, { modelId: "tarnfell-p-47", expectedVersion: await seen() }),
    ).toEqual({ ok: true, value: "Pack H" });
    const packH = of(await kit(), "Pack H");
    expect(
      await changeUnit(app, dayId, {
        key: packH.key,
        change: { serial: "tp-33101" },
        expectedVersion: await seen(),
      }),
    ).toMatchObject({
      ok: false,
      error: { code: "case-refused", problems: [{ code: "serial-twice" }] },
    });
    expect(
      await changeUnit(app, dayId, {
        key: packH.key,
        change: { powerMw: 25, serial: "N" },
        expectedVersion: await seen(),
      }),
    ).toEqual({ ok: true, value: null });
    expect(
      await changeUnit(app, dayId, {
        key: packH.key,
        change: { modelId: "tarnfell-ph-47" },
        expectedVersion: (await seen()) - 1,
      }),
    ).toMatchObject({ ok: false, error: { code: "list-changed", list: "units" } });
    const day = await getDayView(app, dayId);
    if (!day.ok) throw new Error();
    const marit = day.value.channels[0]!;
    expect(
      await usePack(app, dayId, {
        channelId: marit.id,
        packKey: packH.key,
        expectedVersion: marit.version,
      }),
    ).toEqual({ ok: true, value: null });
    expect(await handlePack(app, dayId, packH.key, { isOn: true })).toEqual({
      ok: true,
      value: null,
    });
    const removed = await removeUnit(app, dayId, { key: packH.key, expectedVersion: await seen() });
    expect(!removed.ok && serviceErrorWords(removed.error)).toBe(
      "Pack H is with Marit: assign them another first. The kit is unchanged.",
    );
    expect((await syncPack(app, dayId, marit.id)).ok).toBe(false);
    expect(await undoUnits(app, dayId, await seen())).toEqual({ ok: true, value: null });
    expect(of(await kit(), "Pack H")).toMatchObject({ serial: null, powerMw: 10 });
    expect(await removeUnit(app, dayId, { key: "pack-g", expectedVersion: await seen() })).toEqual({
      ok: true,
      value: "Pack G",
    });
    expect(await findings()).not.toContain("pack-fits-nothing");
  });

  test("firmware: what runs in the units is kept, and who is behind the newest is named before the shoot", async () => {
    const { app, dayId } = practice;
    expect(
      await changeUnit(app, dayId, {
        key: "pack-a",
        change: { firmware: "2.1" },
        expectedVersion: await seen(),
      }),
    ).toEqual({ ok: true, value: null });
    expect(await findings()).not.toContain("firmware-behind");
    const newest = {
      ...packModel(SHIPPED_KIT, of(await kit(), "Pack A").modelId),
      newestFirmware: "2.10",
    };
    expect((await saveModel(app, dayId, { model: newest, expectedVersion: await seen() })).ok).toBe(
      true,
    );
    const p = await getPreparation(app, dayId);
    const behind = p.ok && p.value.findings.find((f) => f.code === "firmware-behind");
    expect(behind && findingWords(behind)).toMatchObject({
      short: "old firmware in Pack A",
      why: expect.stringMatching(/^2\.1 is in it; the newest for Tarnfell P.* is 2\.10$/),
    });
    const file = await exportKitFile(app, dayId);
    expect(file.ok && readKitFile(file.value)).toMatchObject({
      ok: true,
      value: {
        models: {
          packs: expect.arrayContaining([expect.objectContaining({ newestFirmware: "2.10" })]),
        },
        units: expect.arrayContaining([
          expect.objectContaining({ key: "pack-a", firmware: "2.1" }),
        ]),
      },
    });
    expect(
      await changeUnit(app, dayId, {
        key: "pack-a",
        change: { firmware: "2.10" },
        expectedVersion: await seen(),
      }),
    ).toEqual({ ok: true, value: null });
    expect(await findings()).not.toContain("firmware-behind");
  });

  test("a list of units: previewed row by row, taken over whole or not at all, with the models it brings", async () => {
    const { app, dayId } = practice;
    const text =
      "label;model;serial;power;low;high;type\nPack X;Tarnfell P, block 47;N-1;25;;;\nMoor 1;Q9;N-2;10;606,0;614,0;tx\nMoor 2;Q9;N-2;10;606,0;614,0;tx\n";
    const preview = await previewUnits(app, dayId, text, null);
    if (!preview.ok) throw new Error();
    expect(
      preview.value.rows.map((r) => [r.unit?.label ?? null, r.problems.map((p) => p.code)]),
    ).toEqual([
      ["Pack X", []],
      ["Moor 1", []],
      [null, ["serial-twice"]],
    ]);
    const p = { text, map: guessUnitColumns(preview.value.heading), expectedVersion: await seen() };
    expect(await importUnits(app, dayId, { ...p, leaveOutBad: false })).toMatchObject({
      ok: false,
      error: { code: "list-rows-bad", rows: [4] },
    });
    expect((await kit()).units.version).toBe(p.expectedVersion);
    expect(await importUnits(app, dayId, { ...p, leaveOutBad: true })).toEqual({
      ok: true,
      value: { imported: 2, leftOut: 1 },
    });
    const after = await kit();
    expect(after.units.items.slice(-2).map((u) => u.label)).toEqual(["Pack X", "Moor 1"]);
    expect(after.origins[of(after, "Moor 1").modelId]).toBe("own");
    const csv = await exportUnits(app, dayId);
    expect(csv.ok && csv.value.split("\n").at(-1)).toBe(
      "Moor 1,pack,Unknown make,Q9,N-2,10,,,606,614,25",
    );
    expect(await undoModels(app, dayId, after.models.version)).toMatchObject({
      ok: false,
      error: { code: "case-refused", problems: [{ code: "unit-model-missing", label: "Moor 1" }] },
    });
  });

  test("a kit file moves a whole case to another day; beside what is there, or in its place", async () => {
    const { app, dayId } = practice;
    const text = await exportKitFile(app, dayId);
    if (!text.ok) throw new Error();
    expect(await previewKitFile(app, dayId, text.value)).toMatchObject({
      ok: true,
      value: { newModels: [], changedModels: [], stockLines: 5 },
    });
    const other = await practiceApp();
    try {
      const moor = { ...packModel(SHIPPED_KIT, "brae-vt"), id: "moor-q", maker: "Moor" };
      const bag = writeKitFile({
        models: { ...EMPTY_KIT, packs: [moor, packModel(SHIPPED_KIT, "brae-vt")] },
        units: [packUnit("m", "moor-q", 10, { label: "Moor" })],
        stock: [stockItem("aa-cell", 8), stockItem("9v-cell", 2)],
      });
      expect(
        await importKitFile(other.app, other.dayId, {
          text: bag,
          mode: "add",
          expectedVersion: await seen(other),
        }),
      ).toEqual({ ok: true, value: { units: 1 } });
      const view = await getKit(other.app, other.dayId);
      expect(
        view.ok && [
          view.value.units.items.length,
          view.value.origins["moor-q"],
          view.value.origins["brae-vt"],
          view.value.stock.items.find((s) => s.kind === "aa-cell")?.count,
        ],
      ).toEqual([11, "own", "ships", 18]);
      expect(
        await importKitFile(other.app, other.dayId, {
          text: bag,
          mode: "replace",
          expectedVersion: await seen(other),
        }),
      ).toMatchObject({ ok: false, error: { code: "case-refused" } });
      expect(
        await importKitFile(other.app, other.dayId, {
          text: text.value,
          mode: "replace",
          expectedVersion: await seen(other),
        }),
      ).toEqual({ ok: true, value: { units: 10 } });
    } finally {
      await other.stop();
    }
    expect(
      await importKitFile(app, dayId, { text: "[1,", mode: "add", expectedVersion: await seen() }),
    ).toMatchObject({ ok: false, error: { code: "kit-file", error: { line: 1 } } });
  });

  test("a model is corrected for all its units, and the correction is dropped again", async () => {
    const { app, dayId } = practice;
    const sold = {
      ...packModel(SHIPPED_KIT, "tarnfell-p-47"),
      tuning: [{ lowHz: 700e6, highHz: 720e6, stepHz: 25_000 }],
    };
    expect(await saveModel(app, dayId, { model: sold, expectedVersion: await seen() })).toEqual({
      ok: true,
      value: "Tarnfell P, block 47",
    });
    expect((await findings()).filter((c) => c === "legal-nowhere")).toHaveLength(4);
    const weaker = await saveModel(app, dayId, {
      model: { ...sold, powersMw: [10] },
      expectedVersion: await seen(),
    });
    expect(weaker).toMatchObject({
      ok: false,
      error: { code: "case-refused", problems: [{ code: "power-unknown" }, {}, {}, {}] },
    });
    expect(await dropModel(app, dayId, { id: sold.id, expectedVersion: await seen() })).toEqual({
      ok: true,
      value: null,
    });
    expect(await findings()).not.toContain("legal-nowhere");
    expect(
      await dropModel(app, dayId, { id: "brae-vt", expectedVersion: await seen() }),
    ).toMatchObject({ ok: false, error: { code: "not-found" } });
  });

  test("microphones, inputs and tapes of one's own; what a channel plays through stays", async () => {
    const { app, dayId } = practice;
    const mic = {
      id: "reed",
      name: "Reed",
      sensitivityMvPerPa: 5,
      selfNoiseDba: 30,
      maxSplDb: 130,
    };
    expect(
      await savePart(app, dayId, { part: "microphones", item: mic, expectedVersion: await seen() }),
    ).toEqual({ ok: true, value: null });
    expect((await kit()).kit.microphones.map((m) => m.id)).toEqual([
      ...SHIPPED_KIT.microphones.map((m) => m.id),
      "reed",
    ]);
    expect(
      await dropPart(app, dayId, {
        part: "microphones",
        id: "pebble",
        expectedVersion: await seen(),
      }),
    ).toMatchObject({ ok: false, error: { code: "part-ships" } });
    await savePart(app, dayId, {
      part: "inputs",
      item: {
        id: "recorder-line",
        name: "recorder",
        kind: "line",
        fullScaleDbu: 24,
        noiseDbu: -90,
        gainDb: 0,
      },
      expectedVersion: await seen(),
    });
    expect((await kit()).kit.inputs[0]).toMatchObject({ fullScaleDbu: 24 });
    expect(
      await dropPart(app, dayId, {
        part: "inputs",
        id: "recorder-line",
        expectedVersion: await seen(),
      }),
    ).toEqual({ ok: true, value: null });
    expect((await kit()).kit.inputs[0]).toMatchObject({ fullScaleDbu: 20 });
  });

  test("the setting up is ticked off by two at once, and ticks are taken back", async () => {
    const { app, dayId } = practice;
    const done = async () => {
      const a = await getArrival(app, dayId);
      return a.ok ? a.value.steps.filter((s) => s.doneAtMs !== null).map((s) => s.id) : [];
    };
    await Promise.all(
      ["count", "upright", "front-end"].map((stepId) => tick(app, dayId, { stepId, isDone: true })),
    );
    expect((await done()).sort()).toEqual(["count", "front-end", "upright"]);
    await tick(app, dayId, { stepId: "upright", isDone: false });
    expect((await done()).sort()).toEqual(["count", "front-end"]);
    expect(await tick(app, dayId, { stepId: "moonlight", isDone: true })).toMatchObject({
      ok: false,
      error: { code: "not-found" },
    });
  });

  test("what else is in the case is counted; too little is found at once", async () => {
    const { app, dayId } = practice;
    const { stock } = await kit();
    expect(
      await setStock(app, dayId, {
        items: stock.items.map((s) => (s.kind === "lead" ? { ...s, count: 2 } : s)),
        expectedVersion: await seen(),
      }),
    ).toEqual({ ok: true, value: null });
    expect(await findings()).toContain("leads-short");
    expect(
      await setStock(app, dayId, { items: [], expectedVersion: (await seen()) - 1 }),
    ).toMatchObject({ ok: false, error: { code: "list-changed" } });
  });
});
