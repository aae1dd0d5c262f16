import { packModel, receiverModel } from "./models";
import { SHIPPED_KIT } from "./shipped";
import { levelTraps, trapKey } from "./levelTraps";
import { micPlaceEffect } from "~/core/audio/micPlace";
import { controlText } from "~/contract/messages/level";

const camera = {
  receiver: receiverModel(SHIPPED_KIT, "oystercatch-c1-51"),
  pack: packModel(SHIPPED_KIT, "oystercatch-t-51"),
  input: SHIPPED_KIT.inputs[1]!,
  microphone: SHIPPED_KIT.microphones[0]!,
};
const bag = {
  receiver: receiverModel(SHIPPED_KIT, "tarnfell-r2-47"),
  pack: packModel(SHIPPED_KIT, "tarnfell-p-47"),
  input: SHIPPED_KIT.inputs[0]!,
  microphone: SHIPPED_KIT.microphones[0]!,
};
const usual = { linePeakDbu: -17, gainDb: -20, suggestedGainDb: -20, others: [], talker: "Nils" };
const keys = (...p: Parameters<typeof levelTraps>) => levelTraps(...p).map(trapKey);

test("a bag recorder has no traps; a camera has its own", () => {
  expect(keys(bag, { ...usual, linePeakDbu: 0 })).toEqual([]);
  expect(keys(camera, usual)).toEqual([
    "auto-gain pack",
    "auto-gain input",
    "phantom off",
    "joint",
  ]);
});
test("each trap by what it is told by", () => {
  expect(keys(camera, { ...usual, linePeakDbu: 0 })).toContain("level-kind");
  expect(keys(bag, { ...usual, linePeakDbu: -30 })).toContain("level-kind");
  expect(keys(bag, { ...usual, linePeakDbu: 0, gainDb: -50 })).toContain("pad-left");
  expect(keys(camera, { ...usual, others: ["Marit"] })).toContain("shared-input");
  expect(
    keys(
      { ...bag, microphone: SHIPPED_KIT.microphones.find((m) => m.pattern === "cardioid")! },
      { ...usual, linePeakDbu: 0 },
    ),
  ).toEqual(["turned-away"]);
  expect(
    keys(
      { ...bag, microphone: { ...bag.microphone, needs: "phantom" } },
      { ...usual, linePeakDbu: 0 },
    ),
  ).toEqual(["mic-power"]);
  expect(
    keys(
      { ...bag, microphone: { ...bag.microphone, needs: "none" } },
      { ...usual, linePeakDbu: 0 },
    ),
  ).toEqual([]);
  const selfChoosing = SHIPPED_KIT.receivers.find((m) => m.adaptive !== null)!;
  expect(
    keys(
      { ...bag, receiver: { ...selfChoosing, outputJoint: "balanced" } },
      { ...usual, linePeakDbu: 0 },
    ),
  ).toContain("talks-back");
  expect(
    keys(
      { ...bag, receiver: { ...selfChoosing, outputJoint: "digital" } },
      { ...usual, linePeakDbu: 0 },
    ),
  ).not.toContain("talks-back");
  expect(keys({ ...camera, receiver: { ...camera.receiver, phantom: "wakes" } }, usual)).toContain(
    "phantom on",
  );
  expect(
    keys(
      { ...camera, receiver: { ...camera.receiver, phantom: "wakes" }, input: bag.input },
      { ...usual, linePeakDbu: 0 },
    ),
  ).toContain("phantom cannot");
});
test("the chin rule: high is dull, low is far; a turned head takes treble; a cardioid is half at its side", () => {
  const at = (belowChinPointM: number, change = {}) =>
    micPlaceEffect({ belowChinPointM, turnDeg: 0, pattern: "omni", aimOffDeg: 0, ...change });
  expect([at(-0.03), at(0.03), at(0.12), at(0.3)].map((e) => e.verdict)).toEqual([
    "chin-shadow",
    "right",
    "low",
    "far-down",
  ]);
  expect(at(-0.03).trebleDb).toBeGreaterThan(8);
  expect(at(0.03).levelDb).toBeCloseTo(0, 9);
  // 1/r: 0.43 m against 0.17 m
  expect(at(0.3).levelDb).toBeCloseTo(
    -20 * Math.log10(Math.hypot(0.43, 0.07) / Math.hypot(0.16, 0.07)),
    9,
  );
  expect(at(0.03, { turnDeg: 60 }).trebleDb).toBeGreaterThan(at(0.03).trebleDb + 4);
  expect(at(0.03, { pattern: "cardioid", aimOffDeg: 90 }).levelDb).toBeCloseTo(-6.02, 2);
});
test("a setting in the words of its unit", () => {
  const steps = [-40, -20, 0];
  expect([
    controlText("db", 6, [0, 6]),
    controlText("sensitivity", -27, steps),
    controlText("attenuation", -20, steps),
    controlText("attenuation", 0, steps),
  ]).toEqual(["+6 dB", "−27 dB", "pad 20 dB", "no pad"]);
  expect([controlText("dial", 0, [-16, 24]), controlText("dial", 4, [-16, 24])]).toEqual([
    "dial 4",
    "dial 5",
  ]);
  expect([-40, -20, 0, -38].map((db) => controlText("clock", db, steps))).toEqual([
    "7 o’clock",
    "12 o’clock",
    "5 o’clock",
    "half past 7",
  ]);
});
