/** How sound goes over the air: companded FM, plain FM, or numbers. */
export type AudioLink = "companded-fm" | "plain-fm" | "digital";

/**
 * Told by what a model calls its modulation; one that says nothing is taken for companded FM, as
 * most are.
 */
export const audioLinkOf = (modulations: readonly string[]): AudioLink =>
  modulations.some((m) => /digital/i.test(m))
    ? "digital"
    : modulations.some((m) => /fm/i.test(m) && !/compand/i.test(m))
      ? "plain-fm"
      : "companded-fm";

/**
 * Noise under full scale with a strong signal, and with one that is only just enough. Common
 * practice, no published source.
 */
const FIGURES = {
  "companded-fm": { strongDb: -102, barelyDb: -70 },
  "plain-fm": { strongDb: -72, barelyDb: -46 },
  digital: { strongDb: -110, barelyDb: -110 },
} as const satisfies Record<AudioLink, { strongDb: number; barelyDb: number }>;

/** With so much in hand over what a receiver needs, more signal does not make it quieter. */
const STRONG_AT_DB = 30;

/**
 * Noise of the way through the air below the pack's full scale: FM quietens dB for dB with the
 * signal until the receiver's own floor; numbers are right or they are not there.
 * @param marginDb - the signal over what the receiver needs; null where it is not known: taken as
 *   strong
 */
export function linkNoiseDbfs(link: AudioLink, marginDb: number | null): number {
  const { strongDb, barelyDb } = FIGURES[link];
  const share = Math.min(1, Math.max(0, (marginDb ?? STRONG_AT_DB) / STRONG_AT_DB));
  return barelyDb + (strongDb - barelyDb) * share;
}
