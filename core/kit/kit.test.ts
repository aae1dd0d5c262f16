import { pairTuning } from "./match";
import { inputModel, microphoneModel, packModel, receiverModel } from "./models";
import { SHIPPED_KIT } from "./shipped";
import { receiversToScan } from "./scanCover";
import { defaultSetup, levelQuestion, reachableOf, type LevelSettings } from "./setups";
import { LOUDEST_SPL_AT_1M_DB } from "~/core/audio/levelChain";
import { LEVEL_AIMS, recommend } from "~/core/audio/recommend";

const range = (low: number, high: number) => ({
  lowHz: low * 1e6,
  highHz: high * 1e6,
  stepHz: 25_000,
});

test("two ends meet only within one modulation and where both tune", () => {
  const bag = receiverModel(SHIPPED_KIT, "tarnfell-r2-47");
  expect(pairTuning(bag, packModel(SHIPPED_KIT, "tarnfell-p-47"))).toEqual([range(470, 542)]);
  expect(pairTuning(bag, packModel(SHIPPED_KIT, "tarnfell-p-56"))).toEqual([]);
  expect(pairTuning(bag, packModel(SHIPPED_KIT, "oystercatch-t-51"))).toEqual([]);
  expect(packModel(SHIPPED_KIT, "nobody's")).toMatchObject({
    name: "missing model (nobody's)",
    tuning: [],
  });
});

test("a scan takes the fewest receivers that cover everything", () => {
  const r = (key: string, low: number, high: number) => ({ key, tuning: range(low, high) });
  expect(
    receiversToScan([r("a", 470, 542), r("b", 470, 542), r("c", 518, 566)]).map((x) => x.key),
  ).toEqual(["a", "c"]);
  expect(
    receiversToScan([r("narrow", 470, 494), r("wide", 470, 566), r("mid", 500, 560)]).map(
      (x) => x.key,
    ),
  ).toEqual(["wide"]);
  expect(receiversToScan([r("low", 470, 480), r("far", 600, 610)]).map((x) => x.key)).toEqual([
    "low",
    "far",
  ]);
  expect(receiversToScan([])).toEqual([]);
});

const settings: LevelSettings = {
  effort: "normal",
  micDistanceM: 0.2,
  peakFactorDb: 18,
  gainDb: 0,
  outputDb: 0,
  inputGainDb: 10,
};
const kitOf = (receiverId: string, packId: string, inputId: string) => ({
  receiver: receiverModel(SHIPPED_KIT, receiverId),
  pack: packModel(SHIPPED_KIT, packId),
  microphone: microphoneModel(SHIPPED_KIT, "pebble"),
  input: inputModel(SHIPPED_KIT, inputId),
});

// common practice, no published source: about −27 dB for an ordinary lavalier on a scale of 0 … −60
// dB; coarse steps: ordinary −10, shouting −20
test.each([
  ["tarnfell-r2-47", "tarnfell-p-47", "recorder-line", "normal", -27],
  ["tarnfell-r2-47", "tarnfell-p-47", "recorder-line", "shout", -42],
  ["oystercatch-c1-51", "oystercatch-t-51", "camera-mic", "normal", -10],
  ["oystercatch-c1-51", "oystercatch-t-51", "camera-mic", "shout", -20],
] as const)(
  "%s: a %4$s voice starts near the trade's step",
  (receiverId, packId, inputId, effort, gainDb) => {
    const kit = kitOf(receiverId, packId, inputId);
    const found = recommend({
      ordinary: levelQuestion(kit, { ...settings, effort }),
      loudestSplAt1mDb: LOUDEST_SPL_AT_1M_DB[effort],
      reachable: reachableOf(kit),
      aim: LEVEL_AIMS["minus-20"],
      school: "hot",
    });
    expect(found.settings.gainDb).toBe(gainDb);
  },
);

test("models that ship are whole: makers invented once, ranges ascending, steps and powers sorted out", () => {
  for (const m of [...SHIPPED_KIT.receivers, ...SHIPPED_KIT.packs])
    expect([m.id, m.tuning.every((t) => t.highHz >= t.lowHz), m.tuning.length > 0]).toEqual([
      m.id,
      true,
      m.adaptive === null,
    ]);
  expect(
    defaultSetup(
      { model: "indoor", room: "office", distanceM: 9, walls: [], txHeightM: 1, rxHeightM: 2 },
      "ankle",
      30,
    ),
  ).toMatchObject({ wear: "ankle", distanceM: 9, txPowerDbm: 10 * Math.log10(30) });
});
