import { cascadedNoiseFigureDb, type CoaxType, coaxLossDb, type FeedItem, feedItem } from "./feed";

export interface FeedAsked {
  feed: readonly FeedItem[];
  frequencyHz: number;
  receiverNoiseFigureDb: number;
  /**
   * The antenna has an amplifier of its own, or one hangs in the line: it lives on what the
   * receiver or the distribution feeds up the cable.
   */
  needsBias: boolean;
  givesBias: boolean;
  /** Whether a splitter or pad in the line lets that through. */
  passesBias: boolean;
}

export type FeedAdvice =
  /**
   * An amplifier behind the cable lifts the cable's noise with it; at the antenna's end it would
   * gain so much.
   */
  | { code: "amplifier-late"; gainDb: number }
  /** It lifts more than the cable loses: near packs overload sooner, by so much. */
  | { code: "amplifier-much"; overDb: number }
  | { code: "bias-missing" | "bias-stopped" | "bias-into-passive" }
  /** Another cable would bring so much back. */
  | { code: "cable-lossy"; type: CoaxType; gainDb: number };

export interface FeedAnswer {
  /** What arrives at the receiver against what the antenna gives, dB; losses negative. */
  gainDb: number;
  /** Of everything, referred to the antenna. */
  noiseFigureDb: number;
  /** What a weak signal loses against the receiver at the antenna itself. */
  sensitivityLossDb: number;
  /** What a near pack's overload moves by; negative: sooner. */
  overloadShiftDb: number;
  advice: FeedAdvice[];
}

const WORTH_DB = 1;
/** An amplifier makes up for its cable and a little more (common practice, no published source). */
const SPARE_GAIN_DB = 3;
/** More of a loss than this is worth a better cable. */
const LOSSY_DB = 4;

/**
 * What lies between an antenna and a receiver: loss, noise (Friis 1944) and what would be better.
 * Bias: direct current up the cable for an active antenna or amplifier; a passive antenna that is a
 * short circuit to it must not get any.
 */
export function feedAnswer({
  feed,
  frequencyHz,
  receiverNoiseFigureDb,
  needsBias,
  givesBias,
  passesBias,
}: FeedAsked): FeedAnswer {
  const noiseOf = (items: readonly FeedItem[]) =>
    cascadedNoiseFigureDb([
      ...items.map((f) => feedItem(f, frequencyHz)),
      { gainDb: 0, noiseFigureDb: receiverNoiseFigureDb },
    ]);
  const gainDb = feed.reduce((sum, f) => sum + feedItem(f, frequencyHz).gainDb, 0);
  const noiseFigureDb = noiseOf(feed);
  const advice: FeedAdvice[] = [];
  const at = feed.findIndex((f) => f.kind === "amplifier");
  const amplifier = feed[at];
  if (amplifier?.kind === "amplifier") {
    const first = noiseFigureDb - noiseOf([amplifier, ...feed.filter((_, i) => i !== at)]);
    if (first >= WORTH_DB) advice.push({ code: "amplifier-late", gainDb: first });
    if (gainDb > SPARE_GAIN_DB) advice.push({ code: "amplifier-much", overDb: gainDb });
  }
  if (needsBias && !givesBias) advice.push({ code: "bias-missing" });
  if (
    needsBias &&
    givesBias &&
    !passesBias &&
    feed.some((f) => f.kind === "splitter" || f.kind === "pad")
  )
    advice.push({ code: "bias-stopped" });
  if (!needsBias && givesBias) advice.push({ code: "bias-into-passive" });
  const coax = feed.flatMap((f) => (f.kind === "coax" ? [f] : []));
  const lossy = coax.find(
    (f) => coaxLossDb(f.type, f.lengthM, frequencyHz) > LOSSY_DB && f.type !== "low-loss-10",
  );
  if (lossy) {
    const better = lossy.type === "RG-213" ? "low-loss-10" : "RG-213";
    advice.push({
      code: "cable-lossy",
      type: better,
      gainDb:
        coaxLossDb(lossy.type, lossy.lengthM, frequencyHz) -
        coaxLossDb(better, lossy.lengthM, frequencyHz),
    });
  }
  return {
    gainDb,
    noiseFigureDb,
    sensitivityLossDb: noiseFigureDb - receiverNoiseFigureDb,
    overloadShiftDb: -gainDb,
    advice,
  };
}
