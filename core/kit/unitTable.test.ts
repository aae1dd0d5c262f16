import { caseProblems, fittingPowerMw, freeKey, nextLabel } from "./caseCheck";
import { packModel } from "./models";
import { SHIPPED_KIT } from "./shipped";
import { guessUnitColumns, parsePowerMw, readUnitTable } from "./unitTable";
import { packUnit, receiverUnit } from "~/testkit/case";

describe("a list of units", () => {
  const heading = [
    "Label",
    "Type",
    "Make",
    "Model",
    "S/N",
    "Power (mW)",
    "Key",
    "Low (MHz)",
    "High (MHz)",
    "Step (kHz)",
    "FW",
  ];
  const map = guessUnitColumns(heading);
  const standing = [packUnit("Pack A", "tarnfell-p-47", 50, { serial: "TP-1" })];
  const read = (...rows: string[][]) => readUnitTable(rows, map, SHIPPED_KIT, standing);
  const codes = (row: string[]) => read(row)[0]!.problems.map((p) => p.code);

  test("columns are told by their headings", () => {
    expect(map).toEqual({
      label: 0,
      kind: 1,
      maker: 2,
      model: 3,
      serial: 4,
      power: 5,
      key: 6,
      low: 7,
      high: 8,
      step: 9,
      firmware: 10,
    });
    expect(guessUnitColumns([])).toMatchObject({ label: null, model: null });
  });
  test("a model is known by its id, its name, or the beginning that only one has", () => {
    const rows = read(
      ["P1", "", "", "tarnfell-p-47", "", "25", "", "", "", ""],
      ["R1", "rx", "Tarnfell", "r2", "X1", "", "harbour", "", "", ""],
      ["V", "", "", "Brae VT", "", "", "", "", "", ""],
      ["W", "", "", "P", "", "", "", "", "", ""],
    );
    expect(rows.map((r) => r.unit?.modelId ?? r.problems[0]!.code)).toEqual([
      "tarnfell-p-47",
      "tarnfell-r2-47",
      "brae-vt",
      "model-unknown",
    ]);
    expect(rows[1]!.unit).toEqual({
      key: "r1-3",
      kind: "receiver",
      modelId: "tarnfell-r2-47",
      label: "R1",
      powerMw: null,
      serial: "X1",
      keyName: "harbour",
    });
  });
  test("one that nobody knows is made of the row's own figures, once for all rows of it; commas and points both are decimal signs", () => {
    const rows = read(
      ["T1", "tx", "Moor", "Q", "1", "10 mW", "", "606,1", "614.0", "12,5"],
      ["T2", "pack", "Moor", "Q", "2", "0,05 W", "", "606.1", "614", "12.5"],
      ["T3", "", "Moor", "Z", "", "", "", "600", "610", ""],
    );
    expect(rows[0]!.newModel).toMatchObject({
      id: "moor-q-tx",
      kind: "pack",
      maker: "Moor",
      tuning: [{ lowHz: 606.1e6, highHz: 614e6, stepHz: 12_500 }],
      powersMw: [10, 50],
    });
    expect(rows[1]!.newModel).toBe(rows[0]!.newModel);
    expect(rows[1]!.notes).toEqual([{ code: "new-model", name: "Moor Q" }]);
    expect(rows[2]!.problems).toEqual([{ code: "kind-needed", text: "Z" }]);
  });
  test.each([
    ["no label", ["", "", "", "brae-vt", "", "", "", "", "", ""], ["label-missing"]],
    [
      "low above high",
      ["T", "tx", "Moor", "Q", "", "", "", "614", "606", ""],
      ["range-upside-down", "model-unknown"],
    ],
    [
      "no frequency",
      ["T", "tx", "Moor", "Q", "", "", "", "low", "606", ""],
      ["frequency-unreadable", "model-unknown"],
    ],
    [
      "thousands and decimals",
      ["T", "tx", "Moor", "Q", "", "", "", "1.470,5", "606", ""],
      ["frequency-unreadable", "model-unknown"],
    ],
    [
      "neither receiver nor pack",
      ["T", "boom", "", "brae-vt", "", "", "", "", "", ""],
      ["kind-unreadable"],
    ],
    [
      "a power it has not",
      ["T", "", "", "tarnfell-p-47", "", "30", "", "", "", ""],
      ["power-unknown"],
    ],
    ["no power", ["T", "", "", "tarnfell-p-47", "", "lots", "", "", "", ""], ["power-unreadable"]],
    [
      "somebody's serial number",
      ["T", "", "", "tarnfell-p-47", "tp-1", "", "", "", "", ""],
      ["serial-twice"],
    ],
    [
      "a label of 300",
      ["T".repeat(300), "", "", "brae-vt", "", "", "", "", "", ""],
      ["name-too-long", "label-missing"],
    ],
    ["no model", ["T", "", "", "", "", "", "", "", "", ""], ["model-missing"]],
  ])("%s is told", (_, row, expected) => expect(codes(row)).toEqual(expected));
  test("doubles inside the list; a label of the case takes that unit's place; blank rows are skipped", () => {
    const rows = read(
      ["pack a", "", "", "tarnfell-p-56", "TP-1", "", "", "", "", ""],
      ["", "", ""],
      ["Pack A", "", "", "brae-vt", "9", "", "", "", "", ""],
      ["B 🎬", "", "", "brae-vt", "9", "", "", "", "", ""],
    );
    expect(rows.map((r) => [r.row, r.unit?.key ?? null, r.problems.map((p) => p.code)])).toEqual([
      [2, "Pack A", []],
      [4, null, ["label-twice"]],
      [5, null, ["serial-twice"]],
    ]);
    expect(rows[0]!.notes).toEqual([{ code: "replaces", label: "Pack A" }]);
  });
  test("firmware is kept, and stays where the list is silent", () => {
    const before = [packUnit("Pack A", "brae-vt", 10, { firmware: "1.2" })];
    const rows = readUnitTable(
      [
        ["Pack A", "", "", "brae-vt", "", "", "", "", "", "", ""],
        ["Pack B", "", "", "brae-vt", "", "", "", "", "", "", "1.4b"],
      ],
      map,
      SHIPPED_KIT,
      before,
    );
    expect(rows.map((r) => r.unit!.firmware)).toEqual(["1.2", "1.4b"]);
  });
  test("powers", () =>
    expect(["50", "50mW", "0,1 W", "0", "-5", "x", "99999"].map(parsePowerMw)).toEqual([
      50,
      50,
      100,
      null,
      null,
      null,
      null,
    ]));
});

describe("a case as a whole", () => {
  const units = [
    receiverUnit("Bag 1", "tarnfell-r2-47"),
    packUnit("Pack A", "tarnfell-p-47"),
    packUnit("Pack B", "tarnfell-p-47", 25),
  ];
  const marit = {
    talker: "Marit",
    receiverKey: "Bag 1",
    receiverLabel: "Bag 1",
    half: 1,
    packKey: "Pack A",
    packLabel: "Pack A",
  };
  const codes = (changed: typeof units) =>
    caseProblems(SHIPPED_KIT, changed, [marit]).map((p) => p.code);
  test("what a channel rests on stays; doubles, strangers and powers that are not there are told", () => {
    expect(codes(units)).toEqual([]);
    expect(codes(units.slice(2))).toEqual(["unit-in-use", "unit-in-use"]);
    expect(codes([{ ...units[0]!, modelId: "oystercatch-c1-51" }, ...units.slice(1)])).toEqual([
      "half-in-use",
    ]);
    expect(
      codes([
        ...units,
        packUnit("pack a", "nobody", 50, { serial: "7" }),
        packUnit("C", "brae-vt", 50, { serial: "7" }),
        packUnit(" ", "brae-vt", 10),
      ]),
    ).toEqual([
      "unit-model-missing",
      "label-twice",
      "serial-twice",
      "power-unknown",
      "label-missing",
    ]);
  });
  test("keys, labels and powers that fit", () => {
    expect([freeKey("x", []), freeKey("x", [{ key: "x" }, { key: "x-2" }])]).toEqual(["x", "x-3"]);
    expect([
      nextLabel(units, "pack"),
      nextLabel(units, "receiver"),
      nextLabel([], "pack"),
      nextLabel([packUnit("Tx 9", "brae-vt")], "pack"),
      // letters within a word are no row of letters
      nextLabel([packUnit("CAM-TX", "brae-vt")], "pack"),
    ]).toEqual(["Pack C", "Bag 2", "Pack A", "Tx 1", "CAM-TX 2"]);
    const ph = packModel(SHIPPED_KIT, "tarnfell-ph-47");
    expect([50, 30, 10, null].map((mw) => fittingPowerMw(ph, mw))).toEqual([50, 25, 25, null]);
  });
});
