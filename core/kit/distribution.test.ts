import { cascadedNoiseFigureDb, feedItem } from "~/core/radio/feed";
import { cascadedInputIp3Dbm } from "~/core/radio/intercept";
import {
  chainGainDb,
  type Distribution,
  distributionProblems,
  feedOf,
  newDistribution,
  splitterItem,
} from "./distribution";
import { receiverModel } from "./models";
import { SHIPPED_KIT } from "./shipped";

const F = 500e6;
const bag = receiverModel(SHIPPED_KIT, "tarnfell-r2-47");
const fixed = receiverModel(SHIPPED_KIT, "brae-v4");
const receiver = (key: string, model = bag, frequenciesHz: number[] = []) => ({
  key,
  label: key.toUpperCase(),
  model,
  frequenciesHz,
});
const on = (...keys: string[]) => keys.map((receiverKey) => ({ receiverKey, items: [] }));
const dist = (id: string, change: Partial<Distribution> = {}): Distribution => ({
  ...newDistribution(id, id),
  connector: "SMA",
  ...change,
});

test.each([2, 4, 8])("a passive splitter of %i ways loses 10·log10 n and little more", (ways) => {
  const lossDb = -feedItem(splitterItem(dist("d", { ways, gainDb: null })), F).gainDb;
  expect(lossDb - 10 * Math.log10(ways)).toBeGreaterThanOrEqual(0);
  expect(lossDb - 10 * Math.log10(ways)).toBeLessThanOrEqual(1.5);
});

test("noise figure of a chain by Friis: amplifier 10 dB with 2 dB, filter 1 dB, mixer 3 dB with 4 dB (Pozar, Microwave Engineering, receiver front end; from memory: 2.55 dB)", () => {
  expect(
    cascadedNoiseFigureDb([
      { gainDb: 10, noiseFigureDb: 2 },
      { gainDb: -1, noiseFigureDb: 1 },
      { gainDb: -3, noiseFigureDb: 4 },
    ]),
  ).toBeCloseTo(2.55, 1);
});

test("intercept of a chain: amplifier 20 dB with 22 dBm at its output, mixer −6 dB with 13 dBm at its input (Pozar; from memory: 6.4 dBm at the output)", () => {
  const input = cascadedInputIp3Dbm([
    { gainDb: 20, inputIp3Dbm: 2 },
    { gainDb: -6, inputIp3Dbm: 13 },
  ])!;
  // the book rounds to 4.4 mW on the way
  expect(Math.abs(input + 20 - 6 - 6.4)).toBeLessThan(0.1);
  expect(cascadedInputIp3Dbm([{ gainDb: 3, inputIp3Dbm: null }])).toBeNull();
});

test("what lies before a receiver is the line, the splitter and its cable; behind a through output also what that hangs on", () => {
  const line = [{ kind: "pad" as const, db: 6 }];
  const cable = [{ kind: "coax" as const, type: "RG-58" as const, lengthM: 1 }];
  const first = dist("one", {
    line,
    through: { gainDb: 1 },
    outputs: [{ receiverKey: "a", items: cable }],
  });
  const second = dist("two", { fedBy: "one", gainDb: -1, outputs: on("b") });
  const all = [first, second];
  expect(feedOf(all, "a")).toEqual([...line, splitterItem(first), ...cable]);
  expect(chainGainDb(feedOf(all, "b")!, F)).toBeCloseTo(-6 + 1 - 1, 9);
  expect(feedOf(all, "c")).toBeNull();
});

test("what is wrong with a tree is named", () => {
  const codes = (all: Distribution[], ...receivers: ReturnType<typeof receiver>[]) =>
    distributionProblems(all, receivers).map((p) => p.code);
  const a = receiver("a");
  const b = receiver("b");
  expect(codes([dist("d", { outputs: on("a", "b") })], a, b)).toEqual([]);
  expect(codes([dist("d", { ways: 1, outputs: on("a", "b") })], a, b)).toEqual(["ports-short"]);
  expect(codes([dist("d", { outputs: on("a") }), dist("e", { outputs: on("a") })], a)).toEqual([
    "fed-twice",
  ]);
  expect(codes([dist("d", { outputs: on("f") })], receiver("f", fixed))).toEqual(["no-sockets"]);
  expect(codes([dist("d", { outputs: on("gone") })])).toEqual(["unit-missing"]);
  expect(codes([dist("d", { connector: "BNC", outputs: on("a") })], a)).toEqual([
    "other-connector",
  ]);
  expect(codes([dist("d"), dist("e", { fedBy: "d" })])).toEqual(["no-through"]);
  expect(codes([dist("d", { fedBy: "e" }), dist("e", { fedBy: "d" })])).toContain("circle");
  const passes = { lowHz: 470e6, highHz: 500e6 };
  expect(codes([dist("d", { passes, outputs: on("t") })], receiver("t", bag, [510e6]))).toEqual([
    "filtered-out",
  ]);
  const amplified = dist("d", { line: [{ kind: "amplifier", gainDb: 10, noiseFigureDb: 3 }] });
  expect(codes([amplified])).toEqual(["bias-missing"]);
  expect(codes([{ ...amplified, givesBias: true }])).toEqual([]);
});
