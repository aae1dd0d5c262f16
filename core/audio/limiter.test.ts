import { voice } from "~/core/simulator/voice";
import { limiterLowersDb, softLimiter } from "./limiter";

const RATE = 16_000;
const BLOCK = RATE / 20;

/** Mean power while it speaks, dB. */
function speakingDb(samples: Float64Array, isOn: readonly boolean[]): number {
  const powers = isOn.flatMap((on, b) =>
    on
      ? [samples.subarray(b * BLOCK, (b + 1) * BLOCK).reduce((sum, x) => sum + x * x, 0) / BLOCK]
      : [],
  );
  return 10 * Math.log10(powers.reduce((a, b) => a + b, 0) / powers.length);
}

test.each([12, 15, 18])(
  "speech with a crest of %d dB through a limiter, sample by sample: the mean falls as it is said to, the crest narrows and stays",
  (peakFactorDb) => {
    const spoken = voice({
      seconds: 20,
      sampleRateHz: RATE,
      seed: 3,
      splDb: 74,
      roomSplDb: 10,
      peakFactorDb,
    });
    const peak = spoken.reduce((most, x) => Math.max(most, Math.abs(x)), 0);
    const blocks = Array.from({ length: Math.floor(spoken.length / BLOCK) }, (_, b) =>
      spoken.subarray(b * BLOCK, (b + 1) * BLOCK).reduce((sum, x) => sum + x * x, 0),
    );
    const isOn = blocks.map((power) => power > Math.max(...blocks) / 1000);
    const beforeDb = speakingDb(spoken, isOn);
    for (const overDb of [3, 6, 10, 15, 20]) {
      const most = peak * 10 ** (-overDb / 20);
      const limit = softLimiter(most, RATE);
      const held = spoken.map((x) => limit(x).y);
      const fellDb = beforeDb - speakingDb(held, isOn);
      expect(Math.abs(fellDb - limiterLowersDb(overDb))).toBeLessThan(1.2);
      expect(held.every((y) => Math.abs(y) <= most * 1.0001)).toBe(true);
      expect(20 * Math.log10(most) - speakingDb(held, isOn)).toBeGreaterThan(7);
    }
  },
);
