import { gammaQuantile } from "./noiseFloor";

const SAYS_MAXIMUM = /(?:max(?:imum)?|peak)[ _-]?hold/i;

/** Whether a file's heading says that it keeps the highest of many passes, and nothing else. */
export const saysMaximum = (heading: string | undefined): boolean =>
  heading !== undefined && SAYS_MAXIMUM.test(heading);

const EULER = 0.5772156649015329;
const MAX_PASSES = 10_000;

/**
 * By how much the highest of n passes lies over the mean power of noise: the mean of the maximum of
 * n exponential powers is the nth harmonic number.
 * @param passes - ≥ 1
 * @example maximumAddsDb(4) // 10·log10(1 + 1/2 + 1/3 + 1/4) = 3.188
 */
export function maximumAddsDb(passes: number): number {
  let harmonic = 0;
  if (passes <= 100) for (let k = 1; k <= passes; k += 1) harmonic += 1 / k;
  else harmonic = Math.log(passes) + EULER + 1 / (2 * passes);
  return 10 * Math.log10(harmonic);
}

/**
 * How many passes a maximum was taken over, by how little it scatters: the median and the upper tenth
 * of the maximum of n exponential powers come nearer each other as n grows.
 * @param shape - of the gamma distribution that scatters as much between its median and upper tenth
 *   (`estimateNoise`)
 * @returns a whole number, 1 … 10,000
 */
export function passesOfMaximum(shape: number): number {
  const spread = gammaQuantile(shape, 0.9) / gammaQuantile(shape, 0.5);
  const spreadOf = (n: number) =>
    Math.log(-Math.expm1(Math.log(0.9) / n)) / Math.log(-Math.expm1(Math.log(0.5) / n));
  let low = 1;
  let high = MAX_PASSES;
  while (high - low > 1) {
    const middle = Math.floor(Math.sqrt(low * high)) || 1;
    const at = Math.min(high - 1, Math.max(low + 1, middle));
    if (spreadOf(at) > spread) low = at;
    else high = at;
  }
  return Math.abs(spreadOf(low) - spread) <= Math.abs(spreadOf(high) - spread) ? low : high;
}
