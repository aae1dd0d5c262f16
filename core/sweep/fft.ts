/** Discrete Fourier transform in place, radix 2 (Cooley and Tukey 1965): X[k] = Σ x[n]·e^{−j2πkn/N}, not scaled.
 * @param re - real parts, a power of two of them @param im - imaginary parts, as many
 * @throws RangeError when the length is no power of two */
export function fft(re: Float64Array, im: Float64Array): void {
  const n = re.length;
  if (n < 1 || (n & (n - 1)) !== 0 || im.length !== n) throw new RangeError(`an FFT needs a power of two of points, got ${n} and ${im.length}`);
  for (let i = 1, j = 0; i < n; i += 1) {
    let bit = n >> 1;
    for (; j & bit; bit >>= 1) j ^= bit;
    j ^= bit;
    if (i < j) {
      [re[i], re[j]] = [re[j]!, re[i]!];
      [im[i], im[j]] = [im[j]!, im[i]!];
    }
  }
  for (let size = 2; size <= n; size *= 2) {
    const half = size >> 1;
    const angle = (-2 * Math.PI) / size;
    for (let k = 0; k < half; k += 1) {
      const [wr, wi] = [Math.cos(angle * k), Math.sin(angle * k)];
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
