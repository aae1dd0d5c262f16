// Innermost loops: every index is bounded by the loop that counts it, and a checked accessor makes
// them two to seven times slower (measured side by side, docs/decisions.md).
/* eslint-disable @typescript-eslint/no-non-null-assertion */
/** Taken out of its object once: these run in the innermost loops. */
const { abs, max, min, sqrt, sin, PI } = Math;

const TAPS = 32;
const BETA = 7;
/**
 * A point between two samples that are both lower than this share of the highest so far does not
 * beat it, up to two thirds of half the rate.
 */
const MIN_BESIDE = 0.45;

/**
 * The highest value between the samples, piece by piece, by a windowed sinc of 32 taps: four points
 * a sample below 96 kHz, two below 192 kHz. A stretch that cannot beat the highest so far is not
 * interpolated.
 * Source: ITU-R BS.1770 Annex 2 (method; the filter is our own).
 */
export class TruePeakMeter {
  private readonly phases: Float64Array[];
  private readonly mostGain: number;
  private line = new Float64Array(TAPS);
  private held = TAPS;
  peak = 0;

  constructor(sampleRateHz: number) {
    const points = sampleRateHz < 96_000 ? 4 : sampleRateHz < 192_000 ? 2 : 1;
    this.phases = Array.from({ length: points - 1 }, (_, i) => interpolator((i + 1) / points));
    this.mostGain = max(1, ...this.phases.map((h) => h.reduce((sum, v) => sum + abs(v), 0)));
  }

  push(x: Float64Array, n: number): void {
    if (this.line.length < n + TAPS) {
      const longer = new Float64Array(n + TAPS);
      longer.set(this.line.subarray(0, this.held));
      this.line = longer;
    }
    const { line, held } = this;
    line.set(x.subarray(0, n), held);
    const end = held + n;
    let before = maxAbs(line, 0, held);
    for (let from = held; from < end; from += TAPS) {
      const to = min(end, from + TAPS);
      const here = maxAbs(line, from, to);
      if (here > this.peak) this.peak = here;
      if (this.phases.length > 0 && max(before, here) * this.mostGain > this.peak)
        this.between(from, to);
      before = here;
    }
    // the last taps are the beginning of what comes
    line.copyWithin(0, end - TAPS, end);
    this.held = TAPS;
  }

  private between(from: number, to: number): void {
    const { line } = this;
    const [a, b = a, c = a] = this.phases as [Float64Array, ...Float64Array[]];
    let { peak } = this;
    for (let i = from; i < to; i += 1) {
      // the two samples that the point lies between
      const at = i - TAPS / 2;
      if (max(abs(line[at]!), abs(line[at + 1]!)) < MIN_BESIDE * peak) continue;
      let [p, q, r] = [0, 0, 0];
      for (let k = 0, j = i - TAPS + 1; k < TAPS; k += 1, j += 1) {
        const v = line[j]!;
        p += a[k]! * v;
        q += b[k]! * v;
        r += c[k]! * v;
      }
      peak = max(peak, abs(p), abs(q), abs(r));
    }
    this.peak = peak;
  }
}

function maxAbs(x: Float64Array, from: number, to: number): number {
  let most = 0;
  for (let i = from; i < to; i += 1) most = max(most, abs(x[i]!));
  return most;
}

/** Weights of the point that lies a fraction after the middle of the taps; together 1. */
function interpolator(fraction: number): Float64Array {
  const centre = TAPS / 2 - 1 + fraction;
  const h = Float64Array.from({ length: TAPS }, (_, k) => {
    const d = k - centre;
    const sinc = d === 0 ? 1 : sin(PI * d) / (PI * d);
    return sinc * bessel0(BETA * sqrt(max(0, 1 - (d / (TAPS / 2)) ** 2)));
  });
  const sum = h.reduce((a, b) => a + b, 0);
  return h.map((v) => v / sum);
}

/** Modified Bessel function of the first kind and order 0, by its series. */
function bessel0(x: number): number {
  let [sum, term] = [1, 1];
  for (let k = 1; term > sum * 1e-16; k += 1) {
    term *= (x / (2 * k)) ** 2;
    sum += term;
  }
  return sum;
}
