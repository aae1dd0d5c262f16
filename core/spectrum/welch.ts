// Innermost loops: every index is bounded by the loop that counts it, and a checked accessor makes
// them two to seven times slower (measured side by side, docs/decisions.md).
/* eslint-disable @typescript-eslint/no-non-null-assertion */
import { sampleAt } from "~/core/units/items";
import { fft } from "./fft";

/**
 * Power of a complex signal in each of `size` bins, by Welch's method (Welch 1967): Hann-windowed
 * segments that overlap by half, their periodograms averaged. Scaled so that the sum over the bins
 * is the mean power of the signal: noise reads its power in a bin's width, a tone its whole power
 * over the bins it falls in.
 * @param readSample - writes sample i into out: [real, imaginary]; full scale is 1
 * @param samples - how many there are, ≥ size @param size - bins, a power of two
 * @returns linear power per bin, the lowest frequency first, and how many segments were averaged
 */
export function welch(
  readSample: (i: number, out: Float64Array) => void,
  samples: number,
  size: number,
): { power: Float64Array; segments: number } {
  if (samples < size)
    throw new RangeError(`${samples} samples are fewer than one segment of ${size}`);
  const window = Float64Array.from(
    { length: size },
    (_, i) => 0.5 - 0.5 * Math.cos((2 * Math.PI * i) / size),
  );
  const windowPower = window.reduce((sum, w) => sum + w * w, 0);
  const re = new Float64Array(size);
  const im = new Float64Array(size);
  const sum = new Float64Array(size);
  const one = new Float64Array(2);
  const hop = size >> 1;
  const segments = Math.floor((samples - size) / hop) + 1;
  for (let s = 0; s < segments; s += 1) {
    for (let i = 0; i < size; i += 1) {
      readSample(s * hop + i, one);
      re[i] = sampleAt(one, 0) * window[i]!;
      im[i] = sampleAt(one, 1) * window[i]!;
    }
    fft(re, im);
    for (let k = 0; k < size; k += 1) sum[k]! += re[k]! * re[k]! + im[k]! * im[k]!;
  }
  const scale = 1 / (segments * size * windowPower);
  // the transform begins at the centre frequency; the band begins half the sample rate below it
  return {
    power: Float64Array.from({ length: size }, (_, k) => sum[(k + size / 2) % size]! * scale),
    segments,
  };
}
