import { audioLinkOf, linkNoiseDbfs } from "./linkNoise";
import { levelChain, type LevelChainQuestion, microphoneDbu, pressurePa } from "./levelChain";

const chain: LevelChainQuestion = {
  talker: { effort: "normal", distanceM: 0.2, peakFactorDb: 18 },
  microphone: { sensitivityMvPerPa: 6, selfNoiseDba: 28, maxSplDb: 135 },
  transmitter: { gainDb: 20, fullScaleInputDbu: 0, inputNoiseDbu: -110 },
  receiver: { outputFullScaleDbu: 12, outputDb: -12 },
  input: { kind: "mic", fullScaleDbu: 0, gainDb: 0, noiseDbu: -100 },
};

// physics: 94 dB SPL = 1 Pa; 0 dBu = 0.7746 V (definitions of the sound level and of dBu)
test("pressure and microphone", () => {
  expect(pressurePa(93.9794)).toBeCloseTo(1, 5);
  expect(microphoneDbu({ sensitivityMvPerPa: 6, splDb: 93.9794 })).toBeCloseTo(-42.218, 2);
});

test("every stage by hand", () => {
  const a = levelChain(chain);
  // ISO 9921:2003 (from memory): normal 60 dB at 1 m; 13.98 dB more at 0.2 m
  expect(a.splAtMicrophoneDb).toBeCloseTo(73.979, 3);
  const micRms = -42.218 - 20;
  const rms = Object.fromEntries(a.stages.map((s) => [s.name, s.rmsDbu]));
  expect(rms["microphone"]).toBeCloseTo(micRms, 2);
  expect(rms["transmitter"]).toBeCloseTo(micRms + 20, 2);
  expect(rms["receiver"]).toBeCloseTo(micRms + 20, 2);
  expect(a.finalRmsDbfs).toBeCloseTo(micRms + 20, 2);
  expect(a.finalPeakDbfs).toBeCloseTo(micRms + 38, 2);
  expect(a.stages[2]!.headroomDb).toBeCloseTo(-(micRms + 38), 2);
  expect(a.stages[1]!.snrDb).toBeCloseTo(73.979 - 28, 3);
});

test("half the distance is 6.02 dB; gain and full scale shift one for one", () => {
  const near = levelChain({ ...chain, talker: { ...chain.talker, distanceM: 0.1 } });
  expect(near.finalRmsDbfs - levelChain(chain).finalRmsDbfs).toBeCloseTo(6.0206, 4);
  const lower = levelChain({ ...chain, input: { ...chain.input, fullScaleDbu: 6 } });
  expect(lower.finalRmsDbfs - levelChain(chain).finalRmsDbfs).toBeCloseTo(-6, 9);
});

test("a shout on a hot pack clips there, a limiter holds it, and the advice says which", () => {
  const hot: LevelChainQuestion = {
    ...chain,
    talker: { ...chain.talker, effort: "shout" },
    transmitter: { ...chain.transmitter, gainDb: 40 },
  };
  const clipped = levelChain(hot);
  expect(clipped.limitingStage).toBe("transmitter");
  expect(clipped.advice[0]).toMatchObject({ code: "pack-clips" });
  const limited = levelChain({ ...hot, transmitter: { ...hot.transmitter, limiterDb: 3 } });
  expect(limited.advice[0]).toMatchObject({ code: "pack-limits" });
  expect(limited.stages[2]!.peakDbu).toBeCloseTo(-3, 9);
  // a real one turns down what it holds: the mean comes down too, and stays under the peaks
  const held = levelChain({
    ...hot,
    transmitter: { ...hot.transmitter, limiterDb: 3 },
    areLimitersReal: true,
  });
  expect(held.stages[2]!.peakDbu).toBeCloseTo(-3, 9);
  expect(held.stages[2]!.rmsDbu).toBeLessThan(limited.stages[2]!.rmsDbu - 5);
  expect(held.stages[2]!.peakDbu - held.stages[2]!.rmsDbu).toBeGreaterThan(10);
});

test("the noisiest stage: low at the pack and made up at the input brings the input's noise forward", () => {
  const low = levelChain({
    ...chain,
    transmitter: { ...chain.transmitter, gainDb: -10 },
    input: { ...chain.input, gainDb: 30, noiseDbu: -90 },
  });
  expect(low.noisiestStage).toBe("input");
  expect(levelChain(chain).noisiestStage).toBe("microphone");
  expect(low.stages[4]!.snrDb).toBeLessThan(levelChain(chain).stages[4]!.snrDb);
});

test("the way through the air adds its noise below the pack's full scale; a lead loses level and no headroom", () => {
  const plain = levelChain(chain);
  const noisy = levelChain({ ...chain, link: { noiseDbfs: -60 } });
  // −60 dB under a full scale of 0 dBu is what the receiver then has for noise
  expect(noisy.stages.find((s) => s.name === "link")!.noiseDbu).toBeCloseTo(-60, 1);
  expect(noisy.noisiestStage).toBe("link");
  expect(noisy.finalPeakDbfs).toBeCloseTo(plain.finalPeakDbfs, 9);
  const lossy = levelChain({ ...chain, cable: { lossDb: 6 } });
  expect(lossy.finalPeakDbfs).toBeCloseTo(plain.finalPeakDbfs - 6, 9);
  expect(lossy.stages.find((s) => s.name === "cable")!.headroomDb).toBeCloseTo(
    plain.stages.find((s) => s.name === "receiver")!.headroomDb,
    9,
  );
});

test("FM quietens with the signal in hand, numbers do not; what is not known counts as strong", () => {
  expect([0, 15, 30, 60].map((m) => linkNoiseDbfs("companded-fm", m))).toEqual([
    -70, -86, -102, -102,
  ]);
  expect(linkNoiseDbfs("plain-fm", null)).toBe(-72);
  expect([linkNoiseDbfs("digital", 0), linkNoiseDbfs("digital", 40)]).toEqual([-110, -110]);
  expect(
    [["Kelda digital"], ["Brae FM"], ["Tarnfell companded FM"], ["ours"]].map(audioLinkOf),
  ).toEqual(["digital", "plain-fm", "companded-fm", "companded-fm"]);
});

test("an input's own limiter holds the peaks under its edge, and its headroom is to that edge", () => {
  const hot = { ...chain, input: { ...chain.input, gainDb: 40 } };
  const held = levelChain({ ...hot, input: { ...hot.input, limiterDb: 6 } });
  expect(levelChain(hot).finalPeakDbfs).toBeGreaterThan(0);
  expect(held.finalPeakDbfs).toBeCloseTo(-6, 9);
  expect(held.stages.at(-1)!.headroomDb).toBeCloseTo(
    levelChain(hot).stages.at(-1)!.headroomDb - 6,
    9,
  );
});
