import {
  adviseGain,
  EAR_LAMPS,
  EAR_SOUNDS,
  earVerdict,
  louderByLampDb,
  setByEar,
} from "./gainAdvice";
import { levelChain, type LevelChainQuestion } from "./levelChain";
import { LEVEL_AIMS, recommend } from "./recommend";

const reachable = {
  packGainsDb: Array.from({ length: 21 }, (_, i) => -3 * i),
  outputsDb: [0, -6, -12],
  inputGainsDb: Array.from({ length: 41 }, (_, i) => i),
};
const bare: LevelChainQuestion = {
  talker: { effort: "normal", distanceM: 0.2, peakFactorDb: 15 },
  microphone: { sensitivityMvPerPa: 6, selfNoiseDba: 28, maxSplDb: 135 },
  transmitter: { gainDb: 0, fullScaleInputDbu: -60, inputNoiseDbu: -121 },
  link: { noiseDbfs: -100 },
  receiver: { outputFullScaleDbu: 10, outputDb: 0 },
  input: { kind: "line", fullScaleDbu: 20, gainDb: 0, noiseDbu: -88 },
};
const aim = LEVEL_AIMS["minus-20"];
const { settings: set } = recommend({
  ordinary: bare,
  loudestSplAt1mDb: 66,
  reachable,
  aim,
  school: "low",
});
const at = (s: Partial<typeof set> = {}): LevelChainQuestion => {
  const t = { ...set, ...s };
  return {
    ...bare,
    transmitter: { ...bare.transmitter, gainDb: t.gainDb },
    receiver: { ...bare.receiver, outputDb: t.outputDb },
    input: { ...bare.input, gainDb: t.inputGainDb },
  };
};
const peakOf = (q: LevelChainQuestion, splAt1mDb: number) =>
  levelChain({ ...q, talker: { ...q.talker, effort: { splAt1mDb } } }).finalPeakDbfs;
const ask = (q: LevelChainQuestion, measuredPeakDbfs: number | null, isPressed = false) =>
  adviseGain({
    ordinary: q,
    loudestSplAt1mDb: 66,
    measuredPeakDbfs,
    isPressed,
    reachable,
    aim,
    school: "low",
  });

test("as loud as was reckoned: everything is left alone; within what takes differ by, too", () => {
  expect(ask(at(), peakOf(at(), 66))).toMatchObject({ code: "leave" });
  expect(ask(at(), peakOf(at(), 66) + 1)).toMatchObject({ code: "leave" });
});

test("louder by 6 dB: the pack goes down by as much, the recorder is left, and what will be seen comes true", () => {
  const advice = ask(at(), peakOf(at(), 72));
  if (advice.code !== "turn") throw new Error(advice.code);
  expect(advice).toMatchObject({
    control: "pack",
    fromDb: set.gainDb,
    toDb: set.gainDb - 6,
    isEnough: true,
  });
  expect(advice.loudestSplAt1mDb).toBeCloseTo(72, 9);
  expect(peakOf(at({ gainDb: advice.toDb }), 72)).toBeCloseTo(advice.peakDbfs, 9);
  expect(ask(at({ gainDb: advice.toDb }), peakOf(at({ gainDb: advice.toDb }), 72))).toMatchObject({
    code: "leave",
  });
});

test("the recorder alone is wrong: only it is turned", () => {
  const q = at({ inputGainDb: set.inputGainDb + 7 });
  expect(ask(q, peakOf(q, 66))).toMatchObject({ code: "turn", control: "input", isEnough: true });
});

test("too hot at the pack and made quiet after it: the pack first, and then again", () => {
  const q = at({ gainDb: set.gainDb + 9, inputGainDb: Math.max(0, set.inputGainDb - 9) });
  expect(ask(q, peakOf(q, 66))).toMatchObject({ code: "turn", control: "pack", toDb: set.gainDb });
});

test("an edge hides the voice; a level that nothing explains is another kind of level; nothing is nothing", () => {
  expect(ask(at(), peakOf(at(), 72), true)).toMatchObject({
    code: "pack-hides",
    toDb: set.gainDb - 12,
  });
  expect(ask(at(), peakOf(at(), 66) - 40)).toMatchObject({ code: "wrong-level" });
  expect(ask(at(), null)).toMatchObject({ code: "nothing-heard" });
});

test("by ear: up from nothing, stop where the lamp blinks, back where it holds (common practice, no published source)", () => {
  expect([30, 15, 6, 1, -4].map(setByEar)).toEqual(["veiled", "body", "stop", "back", "back"]);
});

test("by ear from what was seen and heard: cut sounds go before the lamp, the lamp before the ear; without a lamp the ear says when (common practice, no published source)", () => {
  const all = EAR_LAMPS.map((lamp) => EAR_SOUNDS.map((sound) => earVerdict({ lamp, sound })));
  expect(all).toEqual([
    ["veiled", "body", "back"],
    ["stop", "stop", "back"],
    ["back", "back", "back"],
    ["veiled", "stop", "back"],
  ]);
});

test("a lamp that does otherwise than was reckoned says how much louder the voice is, at least", () => {
  expect(louderByLampDb(14, "blinks")).toBe(5);
  expect(louderByLampDb(14, "holds")).toBe(12);
  expect(louderByLampDb(4, "dark")).toBe(-5);
  expect(louderByLampDb(6, "blinks")).toBe(0);
  expect(louderByLampDb(6, "no-lamp")).toBe(0);
});
