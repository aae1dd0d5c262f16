import { arrivalWords } from "~/contract/messages/arrival";
import { arrivalSteps, type ArrivalFacts } from "./arrival";
import { antennasOfStock } from "~/core/kit/antennas";
import { SHIPPED_KIT } from "~/core/kit/shipped";
import { packUnit, receiverUnit, stockItem } from "~/testkit/case";

const facts = (change: Partial<ArrivalFacts> = {}): ArrivalFacts => ({
  kit: SHIPPED_KIT,
  units: [
    receiverUnit("Bag", "tarnfell-r2-47"),
    packUnit("A", "tarnfell-p-47"),
    packUnit("B", "tarnfell-p-47"),
  ],
  stock: [stockItem("lead", 2)],
  antennas: antennasOfStock([stockItem("antenna", 1, "47", "SMA")]),
  distributions: [],
  attitude: "parallel",
  channels: [
    { talker: "Ada", receiverKey: "Bag", half: 0, packKey: "A", inputId: "recorder-line" },
  ],
  ...change,
});
const find = (steps: ReturnType<typeof arrivalSteps>, code: string) =>
  steps.find((s) => s.code === code);

test("only what this kit needs, in the order of the work", () => {
  const steps = arrivalSteps(facts());
  expect(steps.map((s) => s.code)).toEqual([
    "count",
    "know",
    "know",
    "cells",
    "zero-counters",
    "antennas",
    "antennas-lean",
    "packs-off",
    "receivers-on",
    "halves-off",
    "front-end",
    "ranges",
    "factory-settings",
    "inputs",
    "same-display",
    "names",
    "tell-apart",
  ]);
  expect(new Set(steps.map((s) => s.id)).size).toBe(steps.length);
  expect(find(steps, "cells")).toMatchObject({ units: ["A"], perUnit: 2, total: 2 });
  expect(find(steps, "antennas")).toMatchObject({
    sockets: [
      { socket: "A", antenna: "47-1", tape: "ochre" },
      { socket: "B", antenna: null },
    ],
  });
  expect(find(steps, "halves-off")).toMatchObject({ halves: [1] });
  expect(arrivalSteps(facts({ units: [], channels: [] }))).toEqual([]);
  const all = arrivalSteps(
    facts({
      channels: [
        ...facts().channels,
        { talker: "Bea", receiverKey: "Bag", half: 1, packKey: "B", inputId: "camera-mic" },
      ],
    }),
  );
  expect(find(all, "halves-off")).toBeUndefined();
  expect(all.filter((s) => s.code === "inputs").map((s) => [s.kind, s.talkers])).toEqual([
    ["line", ["Ada"]],
    ["mic", ["Bea"]],
  ]);
});

test("fixed antennas, built-in cells, presets: no line asks for what is not there", () => {
  const steps = arrivalSteps(
    facts({
      units: [
        receiverUnit("C", "brae-v4"),
        packUnit("V", "brae-vt", 10),
        packUnit("D", "hollin-dt", 10),
      ],
      channels: [{ talker: "Ada", receiverKey: "C", half: 0, packKey: "D", inputId: "camera-mic" }],
    }),
  );
  expect(find(steps, "antennas")).toBeUndefined();
  expect(find(steps, "cells")).toMatchObject({ cell: "internal" });
  expect(find(steps, "same-display")).toBeUndefined();
  for (const s of [...steps, ...arrivalSteps(facts())]) {
    const { what, why } = arrivalWords(s);
    expect(what.length).toBeGreaterThan(8);
    expect(why.length).toBeGreaterThan(0);
    expect(what + why).not.toMatch(/undefined|NaN|null|!/);
  }
});
