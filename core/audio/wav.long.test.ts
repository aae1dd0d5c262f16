import { programme } from "~/testkit/programme";
import { analysed } from "~/testkit/analysedWav";

// FFmpeg 5.1: ffmpeg -i x.wav -af ebur128=peak=true,astats -f null -  (x.wav:
// wavFile([programme(rate)], …)); short-term by ametadata=print:key=lavfi.r128.S
test.each([
  ["pcm24", 48_000, -14.7, -14.389, -4.4, -4.509039],
  ["pcm16", 44_100, -14.7, -14.385, -4.4, -4.455019],
  ["float32", 96_000, -14.7, -14.41, -4.4, -4.467958],
] as const)(
  "an outside meter says the same of a programme: %s at %i Hz",
  (encoding, rate, lufs, shortTerm, dbtp, peak) => {
    const found = analysed([programme(rate)], encoding, rate)[0]!;
    expect(Math.abs(found.integratedLufs! - lufs)).toBeLessThanOrEqual(0.1);
    expect(Math.abs(found.shortTermMaxLufs! - shortTerm)).toBeLessThan(0.02);
    expect(Math.abs(found.truePeakDbtp! - dbtp)).toBeLessThanOrEqual(0.1);
    expect(found.peakDbfs).toBeCloseTo(peak, 3);
    expect(found.rmsDbfs).toBeCloseTo(-15.89029, 3);
  },
);
