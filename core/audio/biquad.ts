// Innermost loops: every index is bounded by the loop that counts it, and a checked accessor makes
// them two to seven times slower (measured side by side, docs/decisions.md).
/* eslint-disable @typescript-eslint/no-non-null-assertion */
/** A filter of second order, a0 = 1. */
export interface Biquad {
  b0: number;
  b1: number;
  b2: number;
  a1: number;
  a2: number;
}

/**
 * The two filters of K-weighting at any rate: the published 48 kHz coefficients are those of a high
 * shelf (1681.97 Hz, +4 dB) and a high-pass (38.14 Hz) by the bilinear transform. Source: ITU-R
 * BS.1770; the analogue prototypes as commonly derived from its table (from memory; checked against
 * that table in the tests).
 */
export function kWeighting(sampleRateHz: number): [shelf: Biquad, highPass: Biquad] {
  const [shelfHz, gainDb, shelfQ] = [1681.974450955533, 3.999843853973347, 0.7071752369554196];
  const k = Math.tan((Math.PI * shelfHz) / sampleRateHz);
  const vh = 10 ** (gainDb / 20);
  const vb = vh ** 0.4996667741545416;
  const a0 = 1 + k / shelfQ + k * k;
  const shelf = {
    b0: (vh + (vb * k) / shelfQ + k * k) / a0,
    b1: (2 * (k * k - vh)) / a0,
    b2: (vh - (vb * k) / shelfQ + k * k) / a0,
    a1: (2 * (k * k - 1)) / a0,
    a2: (1 - k / shelfQ + k * k) / a0,
  };
  const [passHz, passQ] = [38.13547087602444, 0.5003270373238773];
  const j = Math.tan((Math.PI * passHz) / sampleRateHz);
  const c0 = 1 + j / passQ + j * j;
  return [
    shelf,
    { b0: 1, b1: -2, b2: 1, a1: (2 * (j * j - 1)) / c0, a2: (1 - j / passQ + j * j) / c0 },
  ];
}

/** A low-pass of second order (bilinear transform of the textbook prototype). */
export function lowPass(cutoffHz: number, q: number, sampleRateHz: number): Biquad {
  const k = Math.tan((Math.PI * cutoffHz) / sampleRateHz);
  const a0 = 1 + k / q + k * k;
  const b0 = (k * k) / a0;
  return { b0, b1: 2 * b0, b2: b0, a1: (2 * (k * k - 1)) / a0, a2: (1 - k / q + k * k) / a0 };
}

/** What a low-pass of second order leaves out. */
export function highPass(cutoffHz: number, q: number, sampleRateHz: number): Biquad {
  const k = Math.tan((Math.PI * cutoffHz) / sampleRateHz);
  const a0 = 1 + k / q + k * k;
  return {
    b0: 1 / a0,
    b1: -2 / a0,
    b2: 1 / a0,
    a1: (2 * (k * k - 1)) / a0,
    a2: (1 - k / q + k * k) / a0,
  };
}

/** A resonance of one at its middle. */
export function bandPass(centreHz: number, q: number, sampleRateHz: number): Biquad {
  const k = Math.tan((Math.PI * centreHz) / sampleRateHz);
  const a0 = 1 + k / q + k * k;
  return {
    b0: k / q / a0,
    b1: 0,
    b2: -k / q / a0,
    a1: (2 * (k * k - 1)) / a0,
    a2: (1 - k / q + k * k) / a0,
  };
}

/** Runs samples through a filter from its resting state. */
export function filtered(x: Float64Array, { b0, b1, b2, a1, a2 }: Biquad): Float64Array {
  const y = new Float64Array(x.length);
  let [z1, z2] = [0, 0];
  for (let i = 0; i < x.length; i += 1) {
    const v = x[i]!;
    const out = b0 * v + z1;
    z1 = b1 * v - a1 * out + z2;
    z2 = b2 * v - a2 * out;
    y[i] = out;
  }
  return y;
}
