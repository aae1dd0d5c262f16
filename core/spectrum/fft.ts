// Innermost loops: every index is bounded by the loop that counts it, and a checked accessor makes
// them two to seven times slower (measured side by side, docs/decisions.md).
/* eslint-disable @typescript-eslint/no-non-null-assertion */
const turns = new Map<number, { cos: Float64Array; sin: Float64Array }>();

/**
 * The half turn that a transform of n points steps through; kept, for one size comes again and
 * again.
 */
function turnsOf(n: number): { cos: Float64Array; sin: Float64Array } {
  const known = turns.get(n);
  if (known) return known;
  const made = { cos: new Float64Array(n >> 1), sin: new Float64Array(n >> 1) };
  for (let k = 0; k < n >> 1; k += 1) {
    made.cos[k] = Math.cos((-2 * Math.PI * k) / n);
    made.sin[k] = Math.sin((-2 * Math.PI * k) / n);
  }
  turns.set(n, made);
  return made;
}

/**
 * Discrete Fourier transform in place, radix 2 (Cooley and Tukey 1965): X[k] = Σ x[n]·e^{−j2πkn/N},
 * not scaled.
 * @param re - real parts, a power of two of them @param im - imaginary parts, as many
 * @throws RangeError when the length is no power of two
 */
export function fft(re: Float64Array, im: Float64Array): void {
  const n = re.length;
  if (n < 1 || (n & (n - 1)) !== 0 || im.length !== n)
    throw new RangeError(`an FFT needs a power of two of points, got ${n} and ${im.length}`);
  for (let i = 1, j = 0; i < n; i += 1) {
    let bit = n >> 1;
    for (; j & bit; bit >>= 1) j ^= bit;
    j ^= bit;
    if (i < j) {
      const [r, m] = [re[i]!, im[i]!];
      re[i] = re[j]!;
      im[i] = im[j]!;
      re[j] = r;
      im[j] = m;
    }
  }
  const { cos, sin } = turnsOf(n);
  for (let size = 2; size <= n; size *= 2) {
    const half = size >> 1;
    const step = n / size;
    for (let k = 0; k < half; k += 1) {
      const wr = cos[k * step]!;
      const wi = sin[k * step]!;
      for (let i = k; i < n; i += size) {
        const j = i + half;
        const tr = re[j]! * wr - im[j]! * wi;
        const ti = re[j]! * wi + im[j]! * wr;
        re[j] = re[i]! - tr;
        im[j] = im[i]! - ti;
        re[i] = re[i]! + tr;
        im[i] = im[i]! + ti;
      }
    }
  }
}
