// Innermost loops: every index is bounded by the loop that counts it, and a checked accessor makes
// them two to seven times slower (measured side by side, docs/decisions.md).
/* eslint-disable @typescript-eslint/no-non-null-assertion */
import { type Biquad, kWeighting } from "./biquad";

const HOP_S = 0.1;
const GATE_BLOCK = 4;
const SHORT_TERM = 30;
const ABSOLUTE_GATE_LUFS = -70;
const RELATIVE_GATE_LU = -10;
const OFFSET_LUFS = -0.691;

/**
 * Loudness of one track as a mono programme, piece by piece: K-weighting, blocks of 400 ms that
 * overlap by three quarters, an absolute and a relative gate; short-term over 3 s. Source: ITU-R
 * BS.1770, EBU Tech 3341.
 */
export class LoudnessMeter {
  private readonly hop: number;
  private readonly shelf: Biquad;
  private readonly pass: Biquad;
  private s1 = 0;
  private s2 = 0;
  private p1 = 0;
  private p2 = 0;
  private inHop = 0;
  private energy = 0;
  /** Mean square of each hop. */
  private readonly hops: number[] = [];

  constructor(sampleRateHz: number) {
    this.hop = Math.round(sampleRateHz * HOP_S);
    [this.shelf, this.pass] = kWeighting(sampleRateHz);
  }

  push(x: Float64Array, n: number): void {
    const { b0, b1, b2, a1, a2 } = this.shelf;
    const { a1: c1, a2: c2 } = this.pass;
    let { s1, s2, p1, p2, inHop, energy } = this;
    for (let i = 0; i < n; i += 1) {
      const v = x[i]!;
      const u = b0 * v + s1;
      s1 = b1 * v - a1 * u + s2;
      s2 = b2 * v - a2 * u;
      const w = u + p1;
      p1 = -2 * u - c1 * w + p2;
      p2 = u - c2 * w;
      energy += w * w;
      if ((inHop += 1) === this.hop) {
        this.hops.push(energy / this.hop);
        inHop = 0;
        energy = 0;
      }
    }
    // a filter that rings out in silence would end among the denormal numbers, which are slow
    this.s1 = Math.abs(s1) < 1e-30 ? 0 : s1;
    this.s2 = Math.abs(s2) < 1e-30 ? 0 : s2;
    this.p1 = Math.abs(p1) < 1e-30 ? 0 : p1;
    this.p2 = Math.abs(p2) < 1e-30 ? 0 : p2;
    this.inHop = inHop;
    this.energy = energy;
  }

  /** Integrated loudness in LUFS; null where nothing passes the gates. */
  integratedLufs(): number | null {
    const blocks = movingMean(this.hops, GATE_BLOCK).filter((p) => lufs(p) > ABSOLUTE_GATE_LUFS);
    if (blocks.length === 0) return null;
    const gate = lufs(mean(blocks)) + RELATIVE_GATE_LU;
    return lufs(mean(blocks.filter((p) => lufs(p) > gate)));
  }

  /** The loudest 3 s; null where there are none, or they are silent. */
  shortTermMaxLufs(): number | null {
    const most = movingMean(this.hops, SHORT_TERM).reduce((a, b) => Math.max(a, b), 0);
    return most > 0 ? lufs(most) : null;
  }
}

const lufs = (meanSquare: number): number => OFFSET_LUFS + 10 * Math.log10(meanSquare);
const mean = (list: readonly number[]): number => list.reduce((a, b) => a + b, 0) / list.length;

function movingMean(hops: readonly number[], width: number): number[] {
  const out: number[] = [];
  let sum = 0;
  for (let i = 0; i < hops.length; i += 1) {
    sum += hops[i]! - (i >= width ? hops[i - width]! : 0);
    // what is left of taking away may fall below nothing
    if (i >= width - 1) out.push(Math.max(0, sum) / width);
  }
  return out;
}
