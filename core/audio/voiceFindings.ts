import { lastOf, numberAt, sampleAt } from "~/core/units/items";
import type { MeasuredTrack } from "./analyseWav";
import { BAND_EDGES_HZ, HARMONICS, type Heard, MAINS_HZ, WINDOW_S } from "./listening";

/** What stands out in a take, with what it is told by. Times are seconds from its start. */
export type Finding =
  | { code: "silent" }
  | { code: "no-voice" }
  | { code: "clips"; samples: number }
  /**
   * Peaks stand in a row at one level under full scale: a limiter works, or an earlier stage clips.
   */
  | { code: "pressed"; atDbfs: number; share: number }
  | { code: "hum"; mainsHz: 50 | 60; levelDbfs: number; belowVoiceDb: number }
  | { code: "rub" | "bumps"; timesS: number[] }
  | { code: "dull" | "thin"; byDb: number }
  /** The pauses grow louder while nobody speaks. */
  | { code: "automatic-gain"; riseDb: number }
  | { code: "noisy"; snrDb: number }
  | { code: "offset"; share: number };

export interface VoiceFindings {
  /** Root mean square while somebody speaks, and in the pauses; null where there is none of it. */
  voiceDbfs: number | null;
  pausesDbfs: number | null;
  /** The strongest finding first. */
  findings: Finding[];
}

/** Limits of judgement: common practice, no published source, but where one is named. */
const VOICE_OVER_PAUSES_DB = 10;
const VOICE_UNDER_LOUDEST_DB = 26;
const PRESSED_WITHIN_DB = 0.05;
const PRESSED_SHARE = 0.15;
const PRESSED_LOOKS = 20;
const HUM_OVER_BESIDE_DB = 12;
const HUM_BELOW_VOICE_DB = 50;
const BURST_OVER_PAUSES_DB = 12;
const RUB_LOW_SHARE = 0.75;
const RUB_PERIODICITY = 0.55;
const BUMP_SUB_SHARE = 0.7;
const AUTOMATIC_RISE_DB = 5;
const AUTOMATIC_PAUSES = 2;
const NOISY_SNR_DB = 25;
const OFFSET_SHARE = 0.01;
const MAX_TIMES = 20;
/**
 * Of the long-term average of speech, in bands of the middle: what lies above 2.5 kHz and below 250
 * Hz (after Byrne et al. 1994, from memory, rounded).
 */
const USUAL_HIGH_DB = -14;
const USUAL_LOW_DB = -3;
const FAR_FROM_USUAL_DB = 9;

const db = (power: number): number => 10 * Math.log10(power);

/** Tells voice from pauses, and what does not belong to either.
 * @param track - as measured */
export function judgeVoice(track: MeasuredTrack): VoiceFindings {
  const { heard } = track;
  if (track.peakDbfs === null)
    return { voiceDbfs: null, pausesDbfs: null, findings: [{ code: "silent" }] };
  const floorDb = track.noiseFloorDbfs ?? -200;
  const loudest = heard.powers.reduce((a, b) => Math.max(a, b), 0);
  const thresholdDb = Math.max(
    floorDb + VOICE_OVER_PAUSES_DB,
    db(loudest) - VOICE_UNDER_LOUDEST_DB,
  );
  const isVoice = Array.from(heard.powers, (p) => p > 0 && db(p) > thresholdDb);
  const mean = (wanted: boolean) => {
    const powers = [...heard.powers].filter((p, i) => isVoice[i] === wanted && p > 0);
    return powers.length > 0 ? db(powers.reduce((a, b) => a + b, 0) / powers.length) : null;
  };
  const [voiceDbfs, pausesDbfs] = [mean(true), mean(false)];
  const findings: Finding[] = [];
  if (track.clippedSamples > 0) findings.push({ code: "clips", samples: track.clippedSamples });
  if (voiceDbfs === null || db(loudest) - floorDb < VOICE_OVER_PAUSES_DB)
    return {
      voiceDbfs: null,
      pausesDbfs: pausesDbfs ?? voiceDbfs,
      findings: [...findings, { code: "no-voice" }],
    };
  findings.push(
    ...pressed(heard, isVoice, track.clippedSamples > 0),
    ...bursts(heard, floorDb),
    ...automatic(heard, isVoice),
    ...hum(heard, voiceDbfs),
    ...tone(heard, thresholdDb, floorDb),
  );
  const snrDb = pausesDbfs === null ? null : voiceDbfs - floorDb;
  if (snrDb !== null && snrDb < NOISY_SNR_DB) findings.push({ code: "noisy", snrDb });
  if (Math.abs(track.dcOffset) > OFFSET_SHARE)
    findings.push({ code: "offset", share: track.dcOffset });
  return { voiceDbfs, pausesDbfs, findings };
}

function pressed(heard: Heard, isVoice: readonly boolean[], clips: boolean): Finding[] {
  const peaks = [...heard.peaks].filter((p, i) => isVoice[i] && p > 0);
  const most = peaks.reduce((a, b) => Math.max(a, b), 0);
  const near =
    peaks.filter((p) => p > most * 10 ** (-PRESSED_WITHIN_DB / 20)).length /
    Math.max(1, peaks.length);
  return !clips && peaks.length >= PRESSED_LOOKS && near >= PRESSED_SHARE
    ? [{ code: "pressed", atDbfs: 20 * Math.log10(most), share: near }]
    : [];
}

/**
 * Cloth: low and without pitch. A knock: lower than any voice. Sounds nearer than a second are one.
 */
function bursts(heard: Heard, floorDb: number): Finding[] {
  const pieceS = 2 * WINDOW_S;
  const [rubs, bumps]: [number[], number[]] = [[], []];
  heard.lowPowers.forEach((low, i) => {
    const whole = ((heard.powers[2 * i] ?? 0) + (heard.powers[2 * i + 1] ?? 0)) / 2;
    if (whole <= 0 || db(whole) < floorDb + BURST_OVER_PAUSES_DB) return;
    const list =
      sampleAt(heard.subPowers, i) / whole > BUMP_SUB_SHARE
        ? bumps
        : low / whole > RUB_LOW_SHARE && sampleAt(heard.periodicities, i) < RUB_PERIODICITY
          ? rubs
          : null;
    if (list && (list.length === 0 || i * pieceS - lastOf(list) > 1)) list.push(i * pieceS);
  });
  return [
    ...(rubs.length > 1 ? [{ code: "rub" as const, timesS: rubs.slice(0, MAX_TIMES) }] : []),
    ...(bumps.length > 0 ? [{ code: "bumps" as const, timesS: bumps.slice(0, MAX_TIMES) }] : []),
  ];
}

/**
 * In each pause of a second or more: its last part against its first, once the voice has died away.
 */
function automatic(heard: Heard, isVoice: readonly boolean[]): Finding[] {
  const looks = Math.round(1 / WINDOW_S);
  const rises: number[] = [];
  for (let i = 0; i < isVoice.length; i += 1) {
    if (isVoice[i]) continue;
    let end = i;
    while (end < isVoice.length && !isVoice[end]) end += 1;
    if (i > 0 && end < isVoice.length && end - i >= looks) {
      const part = (from: number) =>
        heard.powers.subarray(from, from + 5).reduce((a, b) => a + b, 0) / 5;
      const [first, last] = [part(i + 3), part(end - 6)];
      if (first > 0 && last > 0) rises.push(db(last / first));
    }
    i = end;
  }
  rises.sort((a, b) => a - b);
  const riseDb = rises[Math.floor(rises.length / 2)] ?? 0;
  return rises.length >= AUTOMATIC_PAUSES && riseDb > AUTOMATIC_RISE_DB
    ? [{ code: "automatic-gain", riseDb }]
    : [];
}

/**
 * Tones of the mains, each where it stands clearest of the voice: in the quarter of the looks with
 * least beside it. At least two of a row, well over what lies beside them.
 */
function hum(heard: Heard, voiceDbfs: number): Finding[] {
  const per = MAINS_HZ.length * HARMONICS.length;
  const looks = Math.floor(heard.tones.length / per);
  if (looks === 0) return [];
  const found = MAINS_HZ.map((mainsHz, m) => {
    const harmonics = HARMONICS.map((_, h) => {
      const all = Array.from({ length: looks }, (__, i) => i * per + m * HARMONICS.length + h).map(
        (i) => ({ tone: sampleAt(heard.tones, i) * 1.5, beside: sampleAt(heard.besides, i) }),
      );
      const quiet = all
        .sort((x, y) => x.beside - y.beside)
        .slice(0, Math.max(1, Math.ceil(looks / 4)));
      // the shape of the look takes a third of a tone's power, which is given back above
      return {
        tone: quiet.reduce((sum, q) => sum + q.tone, 0) / quiet.length,
        beside: quiet.reduce((sum, q) => sum + q.beside, 0) / quiet.length,
      };
    });
    const clear = harmonics.filter(
      (h) => h.tone > 0 && db(h.tone / Math.max(h.beside, 1e-20)) > HUM_OVER_BESIDE_DB,
    );
    return { mainsHz, count: clear.length, levelDbfs: db(clear.reduce((a, h) => a + h.tone, 0)) };
  });
  const best = found.reduce((a, b) =>
    b.count > a.count || (b.count === a.count && b.levelDbfs > a.levelDbfs) ? b : a,
  );
  return best.count >= 2 && voiceDbfs - best.levelDbfs < HUM_BELOW_VOICE_DB
    ? [
        {
          code: "hum",
          mainsHz: best.mainsHz,
          levelDbfs: best.levelDbfs,
          belowVoiceDb: voiceDbfs - best.levelDbfs,
        },
      ]
    : [];
}

/** The voice's own spectrum, less that of the pauses, against the usual. */
function tone(heard: Heard, thresholdDb: number, floorDb: number): Finding[] {
  const balance = voiceBalance(heard, thresholdDb, floorDb);
  if (!balance) return [];
  const [dull, thin] = [USUAL_HIGH_DB - balance.highDb, USUAL_LOW_DB - balance.lowDb];
  return [
    ...(dull > FAR_FROM_USUAL_DB ? [{ code: "dull" as const, byDb: dull }] : []),
    ...(thin > FAR_FROM_USUAL_DB ? [{ code: "thin" as const, byDb: thin }] : []),
  ];
}

/**
 * How much of a voice lies above 2.5 kHz and below 250 Hz, against 400–1000 Hz; null where too
 * little was heard of it.
 */
export function voiceBalance(
  heard: Heard,
  thresholdDb: number,
  floorDb: number,
): { highDb: number; lowDb: number } | null {
  const average = (from: number, to: number) => {
    const classes = heard.bands.filter(
      (c) => c.looks > 0 && c.levelDbfs > from && c.levelDbfs <= to,
    );
    const looks = classes.reduce((n, c) => n + c.looks, 0);
    return {
      looks,
      bands: BAND_EDGES_HZ.slice(1).map(
        (_, b) => classes.reduce((sum, c) => sum + sampleAt(c.powers, b), 0) / Math.max(1, looks),
      ),
    };
  };
  const voice = average(thresholdDb, Infinity);
  if (voice.looks < 3) return null;
  const rest = average(-Infinity, floorDb + VOICE_OVER_PAUSES_DB / 2);
  const power = (lowHz: number, highHz: number) =>
    voice.bands.reduce(
      (sum, p, b) =>
        sum +
        (numberAt(BAND_EDGES_HZ, b) >= lowHz && numberAt(BAND_EDGES_HZ, b + 1) <= highHz
          ? Math.max(0, p - (rest.bands[b] ?? 0))
          : 0),
      0,
    );
  const middle = power(400, 1000);
  return middle > 0
    ? {
        highDb: db(Math.max(1e-20, power(2500, 6300)) / middle),
        lowDb: db(Math.max(1e-20, power(100, 250)) / middle),
      }
    : null;
}
