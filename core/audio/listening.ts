// Innermost loops: every index is bounded by the loop that counts it, and a checked accessor makes
// them two to seven times slower (measured side by side, docs/decisions.md).
/* eslint-disable @typescript-eslint/no-non-null-assertion */
import { sampleAt } from "~/core/units/items";
import { fft } from "~/core/spectrum/fft";
import { type Biquad, lowPass } from "./biquad";

/** Seconds of one look at the level, of one at the low end, and of one at the mains. */
export const WINDOW_S = 0.05;
const PIECE_S = 0.1;
const HUM_S = 0.5;
/** The low end is listened to by itself, at about this rate. */
const LOW_RATE_HZ = 2400;
const LOW_CUT_HZ = 600;
const SUB_CUT_HZ = 90;
/** One spectrum for so many looks at the level. */
const SPECTRUM_EVERY = 4;
const CLASS_DB = 3;
const CLASSES = 45;
/** Edges of the bands that a voice is judged by. */
export const BAND_EDGES_HZ = [100, 160, 250, 400, 630, 1000, 1600, 2500, 4000, 6300] as const;
const BANDS = BAND_EDGES_HZ.length - 1;
export const MAINS_HZ = [50, 60] as const;
export const HARMONICS = [1, 2, 3, 4, 5] as const;
/** Beside each harmonic, where nothing of it is. */
const BESIDE_HZ = [-9, -7, 7, 9];
/** Lags of voices, as parts of a second. */
const [SHORTEST_LAG_S, LONGEST_LAG_S] = [1 / 400, 1 / 70];

/** A list of figures that grows. */
class Growing {
  private held = new Float32Array(1024);
  length = 0;
  push(value: number): void {
    if (this.length === this.held.length) {
      const longer = new Float32Array(this.length * 2);
      longer.set(this.held);
      this.held = longer;
    }
    this.held[this.length] = value;
    this.length += 1;
  }
  get values(): Float32Array {
    return this.held.subarray(0, this.length);
  }
}

/**
 * What of a track is told apart afterwards: its voice from its pauses, and what does not belong to
 * either. Powers are mean squares, full scale = 1.
 */
export interface Heard {
  /** Power and highest sample of each 50 ms. */
  powers: Float32Array;
  peaks: Float32Array;
  /** Of each 100 ms: power under 600 Hz, under 90 Hz, and how periodic it is there, 0…1. */
  lowPowers: Float32Array;
  subPowers: Float32Array;
  periodicities: Float32Array;
  /** Of each half second, the power of each harmonic of 50 and 60 Hz, and beside it. */
  tones: Float32Array;
  besides: Float32Array;
  /**
   * Power by band of the looks whose level lies in a class of 3 dB, the loudest class first; and
   * how many looks there were.
   */
  bands: { levelDbfs: number; looks: number; powers: Float64Array }[];
}

/** Listens to one track, piece by piece. */
export class Listener {
  private readonly windowLength: number;
  private readonly powers = new Growing();
  private readonly peaks = new Growing();
  private windowSum = 0;
  private windowPeak = 0;
  private inWindow = 0;
  private windows = 0;

  private readonly frame: Float64Array;
  private readonly shape: Float64Array;
  private readonly re: Float64Array;
  private readonly im: Float64Array;
  private inFrame = -1;
  private readonly bandOfBin: Int8Array;
  private readonly classPowers = Array.from({ length: CLASSES }, () => new Float64Array(BANDS));
  private readonly classLooks = new Int32Array(CLASSES);

  private readonly every: number;
  private readonly lowRateHz: number;
  private readonly antiAlias: [Biquad, Biquad];
  private readonly state = new Float64Array(4);
  private untilNext = 0;
  private readonly piece: Float64Array;
  private inPiece = 0;
  private readonly subFilter: Biquad;
  private readonly subState = new Float64Array(2);
  private readonly lowPowers = new Growing();
  private readonly subPowers = new Growing();
  private readonly periodicities = new Growing();
  private readonly second: Float64Array;
  private readonly secondShape: Float64Array;
  private inSecond = 0;
  private readonly tones = new Growing();
  private readonly besides = new Growing();

  constructor(sampleRateHz: number) {
    this.windowLength = Math.round(sampleRateHz * WINDOW_S);
    const points = 2 ** Math.floor(Math.log2(this.windowLength * 0.95));
    this.frame = new Float64Array(points);
    this.re = new Float64Array(points);
    this.im = new Float64Array(points);
    this.shape = hann(points);
    this.bandOfBin = Int8Array.from({ length: points / 2 }, (_, k) =>
      BAND_EDGES_HZ.findLastIndex((edge) => (k * sampleRateHz) / points >= edge),
    ).map((b) => (b >= BANDS ? -1 : b));
    this.every = Math.max(1, Math.round(sampleRateHz / LOW_RATE_HZ));
    this.lowRateHz = sampleRateHz / this.every;
    // a Butterworth of fourth order
    this.antiAlias = [
      lowPass(LOW_CUT_HZ, 0.5412, sampleRateHz),
      lowPass(LOW_CUT_HZ, 1.3066, sampleRateHz),
    ];
    this.subFilter = lowPass(SUB_CUT_HZ, 0.7071, this.lowRateHz);
    this.piece = new Float64Array(Math.round(this.lowRateHz * PIECE_S));
    this.second = new Float64Array(Math.round(this.lowRateHz * HUM_S));
    this.secondShape = hann(this.second.length);
  }

  push(x: Float64Array, n: number): void {
    this.pushWindows(x, n);
    this.pushLow(x, n);
  }

  heard(): Heard {
    return {
      powers: this.powers.values,
      peaks: this.peaks.values,
      lowPowers: this.lowPowers.values,
      subPowers: this.subPowers.values,
      periodicities: this.periodicities.values,
      tones: this.tones.values,
      besides: this.besides.values,
      bands: this.classPowers.map((powers, i) => ({
        levelDbfs: -i * CLASS_DB,
        looks: this.classLooks[i]!,
        powers,
      })),
    };
  }

  private pushWindows(x: Float64Array, n: number): void {
    const { windowLength, frame } = this;
    let { windowSum, windowPeak, inWindow, inFrame } = this;
    for (let i = 0; i < n; i += 1) {
      const v = x[i]!;
      windowSum += v * v;
      const a = v < 0 ? -v : v;
      if (a > windowPeak) windowPeak = a;
      if (inFrame >= 0 && inFrame < frame.length) frame[inFrame++] = v;
      if ((inWindow += 1) === windowLength) {
        const power = windowSum / windowLength;
        this.powers.push(power);
        this.peaks.push(windowPeak);
        if (inFrame === frame.length) this.look(power);
        this.windows += 1;
        inFrame = this.windows % SPECTRUM_EVERY === 0 ? 0 : -1;
        windowSum = 0;
        windowPeak = 0;
        inWindow = 0;
      }
    }
    this.windowSum = windowSum;
    this.windowPeak = windowPeak;
    this.inWindow = inWindow;
    this.inFrame = inFrame;
  }

  private look(power: number): void {
    if (power <= 0) return;
    const { frame, shape, bandOfBin } = this;
    const points = frame.length;
    const into = Math.min(
      CLASSES - 1,
      Math.max(0, Math.round((-10 * Math.log10(power)) / CLASS_DB)),
    );
    const { re, im } = this;
    for (let i = 0; i < points; i += 1) re[i] = frame[i]! * shape[i]!;
    im.fill(0);
    fft(re, im);
    const sums = this.classPowers[into]!;
    for (let k = 1; k < points / 2; k += 1) {
      const band = bandOfBin[k]!;
      if (band >= 0) sums[band] = sums[band]! + (2 * (re[k]! ** 2 + im[k]! ** 2)) / points ** 2;
    }
    this.classLooks[into] = this.classLooks[into]! + 1;
  }

  private pushLow(x: Float64Array, n: number): void {
    const [f, g] = this.antiAlias;
    const { state, every } = this;
    let [f1, f2, g1, g2] = state as unknown as [number, number, number, number];
    let { untilNext } = this;
    for (let i = 0; i < n; i += 1) {
      const v = x[i]!;
      const u = f.b0 * v + f1;
      f1 = f.b1 * v - f.a1 * u + f2;
      f2 = f.b2 * v - f.a2 * u;
      const w = g.b0 * u + g1;
      g1 = g.b1 * u - g.a1 * w + g2;
      g2 = g.b2 * u - g.a2 * w;
      if (untilNext === 0) {
        this.low(w);
        untilNext = every;
      }
      untilNext -= 1;
    }
    const rest = (z: number) => (Math.abs(z) < 1e-30 ? 0 : z);
    state.set([rest(f1), rest(f2), rest(g1), rest(g2)]);
    this.untilNext = untilNext;
  }

  private low(v: number): void {
    this.piece[this.inPiece++] = v;
    if (this.inPiece === this.piece.length) {
      this.inPiece = 0;
      this.closePiece();
    }
    this.second[this.inSecond++] = v;
    if (this.inSecond === this.second.length) {
      this.inSecond = 0;
      this.closeSecond();
    }
  }

  private closePiece(): void {
    const { piece, subFilter: s, subState } = this;
    let [z1, z2] = [sampleAt(subState, 0), sampleAt(subState, 1)];
    let [power, sub] = [0, 0];
    for (const v of piece) {
      const y = s.b0 * v + z1;
      z1 = s.b1 * v - s.a1 * y + z2;
      z2 = s.b2 * v - s.a2 * y;
      power += v * v;
      sub += y * y;
    }
    subState.set([z1, z2]);
    this.lowPowers.push(power / piece.length);
    this.subPowers.push(sub / piece.length);
    this.periodicities.push(
      power > 0
        ? periodicity(
            piece,
            Math.floor(SHORTEST_LAG_S * this.lowRateHz),
            Math.ceil(LONGEST_LAG_S * this.lowRateHz),
          )
        : 0,
    );
  }

  private closeSecond(): void {
    const { second, lowRateHz, secondShape } = this;
    const shaped = second.map((v, i) => v * secondShape[i]!);
    const at = (hz: number) => tonePower(shaped, hz / lowRateHz);
    for (const mains of MAINS_HZ) {
      for (const h of HARMONICS) {
        this.tones.push(at(mains * h));
        this.besides.push(
          BESIDE_HZ.reduce((sum, d) => sum + at(mains * h + d), 0) / BESIDE_HZ.length,
        );
      }
    }
  }
}

/** A raised cosine whose mean square is 1: noise keeps its power, a tone loses a third of it. */
const hann = (points: number): Float64Array =>
  Float64Array.from(
    { length: points },
    (_, i) => Math.sqrt(8 / 3) * (0.5 - 0.5 * Math.cos((2 * Math.PI * (i + 0.5)) / points)),
  );

/** The best likeness of a piece to itself a lag later, by normalized correlation, 0…1. */
function periodicity(x: Float64Array, shortest: number, longest: number): number {
  let best = 0;
  for (let lag = shortest; lag <= longest; lag += 1) {
    let [cross, a, b] = [0, 0, 0];
    for (let i = lag; i < x.length; i += 1) {
      cross += x[i]! * x[i - lag]!;
      a += x[i]! ** 2;
      b += x[i - lag]! ** 2;
    }
    if (a > 0 && b > 0) best = Math.max(best, cross / Math.sqrt(a * b));
  }
  return best;
}

/** Power of a tone in a piece, by Goertzel's recurrence. @param perSample - cycles a sample */
function tonePower(x: Float64Array, perSample: number): number {
  const c = 2 * Math.cos(2 * Math.PI * perSample);
  let [s1, s2] = [0, 0];
  for (const v of x) {
    const s = v + c * s1 - s2;
    s2 = s1;
    s1 = s;
  }
  return (2 * (s1 * s1 + s2 * s2 - c * s1 * s2)) / x.length ** 2;
}
