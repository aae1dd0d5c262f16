/**
 * A programme whose loudness and true peak an outside meter has told: tones that come and go over
 * 12 s, two of them near half the rate of a sample.
 */
export const programme = (sampleRateHz: number): Float64Array =>
  Float64Array.from({ length: 12 * sampleRateHz }, (_, i) => {
    const t = i / sampleRateHz;
    const swell = 0.15 + 0.85 * Math.abs(Math.sin(0.9 * t)) * (t % 4 < 3 ? 1 : 0.02);
    const turn = 2 * Math.PI * t;
    return (
      0.62 *
      swell *
      (Math.sin(turn * 180) +
        0.5 * Math.sin(turn * 1170 + 1) +
        0.35 * Math.sin(turn * 3910 + 2) +
        0.3 * Math.sin(turn * 11025.5 + 0.7)) *
      0.45
    );
  });
