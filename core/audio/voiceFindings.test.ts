import { alsoLong } from "~/testkit/long";
import { playChain } from "~/core/training/playChain";
import { voice, type VoiceAsked } from "~/core/simulator/voice";
import { type MeasuredTrack, TrackMeter } from "./analyseWav";
import { type Finding, judgeVoice } from "./voiceFindings";

const RATE = 16_000;
const usual: VoiceAsked = {
  splDb: 76,
  peakFactorDb: 15,
  roomSplDb: 32,
  seconds: 6,
  sampleRateHz: RATE,
  seed: 4,
};
const chain = {
  microphone: { sensitivityMvPerPa: 6, selfNoiseDba: 28, maxSplDb: 135 },
  transmitter: { gainDb: -24, fullScaleInputDbu: -60, inputNoiseDbu: -121 },
  link: { noiseDbfs: -100 },
  receiver: { outputFullScaleDbu: 10, outputDb: 0 },
  input: { kind: "line" as const, fullScaleDbu: 20, gainDb: 12, noiseDbu: -88 },
};
const measured = (x: Float64Array): MeasuredTrack => {
  const meter = new TrackMeter({ sampleRateHz: RATE, fullScale: 1 });
  meter.push(x);
  return meter.figures();
};
const heard = (change: Partial<VoiceAsked> = {}, through: Partial<typeof chain> = {}) =>
  judgeVoice(
    measured(playChain(voice({ ...usual, ...change }), { ...chain, ...through }, 3).samples),
  );
const codes = (findings: readonly Finding[]) => findings.map((f) => f.code);

test("a voice as it should be: nothing stands out, whoever speaks", () => {
  for (const seed of alsoLong([1, 2], [3, 5]))
    expect([seed, codes(heard({ seed }).findings)]).toEqual([seed, []]);
});

test.each<[string, Finding["code"], Partial<VoiceAsked>, Partial<typeof chain>]>([
  ["the chin's shadow", "dull", { dullDb: 14 }, {}],
  ["too low on the body", "thin", { thinDb: 16 }, {}],
  ["cloth", "rub", { rubSplDb: 72 }, {}],
  ["knocks", "bumps", { bumpSplDb: 80 }, {}],
  ["mains, 50 Hz", "hum", { humSplDb: 48, humHz: 50 }, {}],
  ["mains, 60 Hz", "hum", { humSplDb: 48, humHz: 60 }, {}],
  ["clipped at the end", "clips", {}, { input: { ...chain.input, gainDb: 40 } }],
  ["clipped at the pack", "pressed", { splDb: 96 }, { input: { ...chain.input, gainDb: 0 } }],
  ["a noisy room", "noisy", { roomSplDb: 58 }, {}],
])("%s is found", (_, code, change, through) => {
  for (const seed of alsoLong([4], [9])) {
    const { findings } = heard({ ...change, seed }, through);
    expect(codes(findings)).toContain(code);
    const found = findings.find((f) => f.code === code)!;
    if (found.code === "hum") expect(found.mainsHz).toBe(change.humHz);
  }
});

test("automatic gain that drags the pauses up", () => {
  const x = playChain(voice({ ...usual, seconds: 20, peakFactorDb: 14 }), chain, 3).samples;
  // what it does: quickly down with the voice, slowly up without
  let gain = 1;
  let level = 0;
  const dragged = x.map((v) => {
    level += (Math.abs(v) - level) * (Math.abs(v) > level ? 0.01 : 0.0005);
    gain += level > 0.02 ? (0.3 - gain) * 0.002 : (6 - gain) * 0.00006;
    return v * gain;
  });
  expect(codes(judgeVoice(measured(dragged)).findings)).toContain("automatic-gain");
});

test("silence, and noise without a voice", () => {
  expect(judgeVoice(measured(new Float64Array(RATE))).findings).toEqual([{ code: "silent" }]);
  expect(
    codes(judgeVoice(measured(playChain(new Float64Array(RATE * 3), chain, 2).samples)).findings),
  ).toEqual(["no-voice"]);
  const { voiceDbfs, pausesDbfs } = heard();
  expect(voiceDbfs! - pausesDbfs!).toBeGreaterThan(25);
});
