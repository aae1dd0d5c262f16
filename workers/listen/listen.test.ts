import { wavFile } from "~/core/audio/wav";
import { listenApi } from "./listen.api";

const chain = {
  microphone: { sensitivityMvPerPa: 6, selfNoiseDba: 28, maxSplDb: 135 },
  transmitter: { gainDb: -33, fullScaleInputDbu: -60, inputNoiseDbu: -121 },
  link: { noiseDbfs: -100 },
  receiver: { outputFullScaleDbu: 10, outputDb: 0 },
  input: { kind: "line" as const, fullScaleDbu: 20, gainDb: 10, noiseDbu: -88 },
};
const line = {
  talker: "Agnete",
  effort: "soft" as const,
  moves: "soft voice, turns away",
  distanceM: 0.2,
  peakFactorDb: 15,
  isLoudest: true,
  take: 1,
  sampleRateHz: 16_000,
};

test("a file: every track, its outline, and progress that ends at all of it", () => {
  const tone = Float64Array.from(
    { length: 48_000 * 2 },
    (_, i) => (i < 48_000 ? 0.5 : 0.05) * Math.sin(i / 7),
  );
  const bytes = wavFile([tone, new Float64Array(tone.length)], {
    encoding: "pcm24",
    sampleRateHz: 48_000,
  });
  const shares: number[] = [];
  const heard = listenApi.file(
    { size: bytes.length, read: (offset, length) => bytes.subarray(offset, offset + length) },
    (share) => shares.push(share),
  );
  if (!heard.ok) throw new Error(heard.error.code);
  expect(shares.at(-1)).toBe(1);
  expect(shares).toEqual([...shares].sort((a, b) => a - b));
  const [first, second] = heard.value.tracks;
  expect(first!.outline[5]).toBeCloseTo(0.5, 1);
  expect(first!.outline.at(-2)).toBeCloseTo(0.05, 2);
  expect(second!.findings).toEqual([{ code: "silent" }]);
});

test("a practice talker: the same line twice is the same, another take is not; who turns away is dull; 6 dB more at the input are 6 dB", () => {
  const once = listenApi.practice(line, chain);
  expect(listenApi.practice(line, chain)).toEqual(once);
  expect(listenApi.practice({ ...line, take: 2 }, chain).peakDbfs).not.toBe(once.peakDbfs);
  expect(once.findings.map((f) => f.code)).toContain("dull");
  expect(
    listenApi.practice({ ...line, moves: "seated" }, chain).findings.map((f) => f.code),
  ).not.toContain("dull");
  const louder = listenApi.practice(line, { ...chain, input: { ...chain.input, gainDb: 16 } });
  expect(louder.peakDbfs! - once.peakDbfs!).toBeCloseTo(6, 1);
});

test("samples from a microphone are measured like a file", () => {
  const heard = listenApi.samples(
    Float32Array.from({ length: 16_000 }, (_, i) => 0.25 * Math.sin(i / 5)),
    16_000,
  );
  expect(heard.peakDbfs).toBeCloseTo(-12.04, 1);
});
