// Innermost loops: every index is bounded by the loop that counts it, and a checked accessor makes
// them two to seven times slower (measured side by side, docs/decisions.md).
/* eslint-disable @typescript-eslint/no-non-null-assertion */
import { bandPass, filtered, highPass, lowPass } from "~/core/audio/biquad";
import { pressurePa } from "~/core/audio/levelChain";
import { gaussian, seededRandom, type RandomSource } from "~/core/units/random";

/** Taken out of its object once: these run in the innermost loops. */
const { abs, sign, sin, min, max, round, sqrt, floor, PI } = Math;

/** What can be wrong with a practice voice's sound on its way into the microphone. */
export interface VoiceFaults {
  /** Loss above 2 kHz: the chin's shadow, cloth over the microphone, a head turned away. */
  dullDb?: number;
  /** Loss below 400 Hz: too far, too low on the body. */
  thinDb?: number;
  /** Cloth that rubs and knocks, by sound pressure level of its bursts. */
  rubSplDb?: number;
  bumpSplDb?: number;
  /** Of the mains, as it would sound at the microphone. */
  humSplDb?: number;
  humHz?: 50 | 60;
}

export interface VoiceAsked extends VoiceFaults {
  /** At the microphone, while it speaks. */
  splDb: number;
  peakFactorDb: number;
  /** Of the room, in the pauses. */
  roomSplDb: number;
  seconds: number;
  sampleRateHz: number;
  seed: number;
}

/** Middles and qualities of what shapes a vowel, a few of them by turns. */
const VOWELS = [
  [730, 1090, 2440],
  [270, 2290, 3010],
  [300, 870, 2240],
  [530, 1840, 2480],
  [570, 840, 2410],
] as const;
const SYLLABLE_S = [0.12, 0.28] as const;
const PHRASE_SYLLABLES = [4, 9] as const;
const PAUSE_S = [0.45, 1.1] as const;

/**
 * Sound pressure in pascal of a practice talker at the microphone: pulses of a larynx through the
 * resonances of vowels, hiss of consonants, phrases and pauses. What is loud is exactly as loud as
 * asked: while it speaks its root mean square lies at splDb, and its highest peak peakFactorDb
 * above.
 * Vowels: Peterson and Barney 1952 (from memory); the rest is made up, and only meant to be told
 * apart by what measures it.
 */
export function voice(asked: VoiceAsked): Float64Array {
  const { sampleRateHz, seed, peakFactorDb } = asked;
  const random = seededRandom(seed);
  const length = round(asked.seconds * sampleRateHz);
  const { sound, isSpeech } = phrases(length, sampleRateHz, random);
  const shaped = thinned(
    dulled(sound, asked.dullDb ?? 0, sampleRateHz),
    asked.thinDb ?? 0,
    sampleRateHz,
  );
  const spoken = withCrest(shaped, isSpeech, 10 ** (peakFactorDb / 20));
  const voicePa = pressurePa(asked.splDb);
  const roomPa = pressurePa(asked.roomSplDb);
  const room = filtered(
    Float64Array.from({ length }, () => gaussian(random)),
    lowPass(900, 0.6, sampleRateHz),
  );
  const roomScale = roomPa / rms(room);
  const extra = extras(asked, length, random);
  return spoken.map((v, i) => v * voicePa + room[i]! * roomScale + extra[i]!);
}

const between = (random: RandomSource, [low, high]: readonly [number, number]): number =>
  low + (high - low) * random();

function phrases(
  length: number,
  rate: number,
  random: RandomSource,
): { sound: Float64Array; isSpeech: Uint8Array } {
  const sound = new Float64Array(length);
  const isSpeech = new Uint8Array(length);
  let at = round(0.3 * rate);
  while (at < length) {
    const syllables = round(between(random, PHRASE_SYLLABLES));
    for (let s = 0; s < syllables && at < length; s += 1) {
      const n = min(length - at, round(between(random, SYLLABLE_S) * rate));
      const strength = 0.55 + 0.45 * random();
      const made = syllable(n, rate, random);
      for (let i = 0; i < n; i += 1) {
        sound[at + i] = made[i]! * strength;
        isSpeech[at + i] = 1;
      }
      at += n;
    }
    at += round(between(random, PAUSE_S) * rate);
  }
  return { sound, isSpeech };
}

function syllable(n: number, rate: number, random: RandomSource): Float64Array {
  const hissN = round(n * 0.22);
  const pulses = new Float64Array(n);
  const pitchHz = 105 + 55 * random();
  for (let t = hissN; t < n; t += rate / (pitchHz * (1 + 0.02 * (random() - 0.5))))
    pulses[floor(t)] = 1;
  const source = filtered(filtered(pulses, lowPass(900, 0.6, rate)), highPass(70, 0.7, rate));
  const vowel = VOWELS[floor(random() * VOWELS.length)]!;
  const voiced = vowel
    .filter((hz) => hz < rate * 0.45)
    .map((hz, i) => filtered(source, bandPass(hz, 6 + 3 * i, rate)).map((v) => v / (1 + i * 0.8)));
  const hiss = filtered(
    Float64Array.from({ length: n }, (_, i) => (i < hissN ? gaussian(random) : 0)),
    bandPass(min(5200, rate * 0.4), 1.2, rate),
  );
  return Float64Array.from({ length: n }, (_, i) => {
    const rise = min(1, i / (0.012 * rate), (n - i) / (0.03 * rate));
    return (
      rise * (source[i]! * 1.4 + voiced.reduce((sum, v) => sum + v[i]!, 0) * 2 + hiss[i]! * 0.012)
    );
  });
}

const rms = (x: Float64Array): number =>
  sqrt(x.reduce((sum, v) => sum + v * v, 0) / max(1, x.length));

/**
 * Root mean square 1 while it speaks, and the highest peak as asked: an exponent makes the strong
 * sounds stronger, or weaker.
 */
function withCrest(x: Float64Array, isSpeech: Uint8Array, crest: number): Float64Array {
  const peak = x.reduce((most, v) => max(most, abs(v)), 0);
  if (peak === 0) return x;
  // every fourth sample tells the exponent well enough; the scale is then exact
  const spoken = x
    .filter((_, i) => isSpeech[i] === 1 && i % 4 === 0)
    .map((v) => Math.log(max(1e-12, abs(v) / peak)));
  const crestOf = (power: number) => {
    let sum = 0;
    for (const log of spoken) sum += Math.exp(2 * power * log);
    return 1 / sqrt(sum / max(1, spoken.length));
  };
  let [low, high] = [0.05, 6];
  for (let i = 0; i < 24; i += 1) {
    const middle = (low + high) / 2;
    if (crestOf(middle) < crest) low = middle;
    else high = middle;
  }
  const shaped = x.map((v) => sign(v) * (abs(v) / peak) ** low);
  const scale = 1 / rms(shaped.filter((_, i) => isSpeech[i] === 1));
  return shaped.map((v) => v * scale);
}

/** Less of what lies above 2 kHz. */
function dulled(x: Float64Array, lossDb: number, rate: number): Float64Array {
  if (lossDb === 0) return x;
  const low = filtered(x, lowPass(1800, 0.6, rate));
  const keep = 10 ** (-lossDb / 20);
  return x.map((v, i) => low[i]! + (v - low[i]!) * keep);
}

/** Less of what lies below 400 Hz. */
function thinned(x: Float64Array, lossDb: number, rate: number): Float64Array {
  if (lossDb === 0) return x;
  const high = filtered(x, highPass(500, 0.7, rate));
  const keep = 10 ** (-lossDb / 20);
  return x.map((v, i) => high[i]! + (v - high[i]!) * keep);
}

const BURST_EVERY_S = 1.3;

function extras(
  { rubSplDb, bumpSplDb, humSplDb, humHz = 50, sampleRateHz: rate }: VoiceAsked,
  length: number,
  random: RandomSource,
): Float64Array {
  const out = new Float64Array(length);
  const burst = (fromS: number, seconds: number, pa: number, cutHz: number) => {
    const n = min(round(seconds * rate), length - round(fromS * rate));
    if (n <= 0) return;
    const noise = filtered(
      Float64Array.from({ length: n }, (_, i) => gaussian(random) * sin((PI * i) / n)),
      lowPass(cutHz, 0.7, rate),
    );
    const scale = pa / rms(noise);
    for (let i = 0; i < n; i += 1) out[round(fromS * rate) + i]! += noise[i]! * scale;
  };
  for (let t = 0.05; t < length / rate; t += BURST_EVERY_S * (0.8 + 0.4 * random())) {
    if (rubSplDb !== undefined) burst(t, 0.35, pressurePa(rubSplDb), 320);
    if (bumpSplDb !== undefined) burst(t + 0.6, 0.18, pressurePa(bumpSplDb), 45);
  }
  if (humSplDb !== undefined) {
    const pa = pressurePa(humSplDb) * sqrt(2);
    for (let i = 0; i < length; i += 1)
      out[i]! +=
        pa *
        [1, 0.6, 0.4].reduce(
          (sum, a, h) => sum + (a / 1.233) * sin((2 * PI * humHz * (h + 1) * i) / rate + h),
          0,
        );
  }
  return out;
}
