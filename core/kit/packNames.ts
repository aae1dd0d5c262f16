/** Who is on which track, by what. */
export interface TrackLine {
  track: number;
  talker: string;
  /** As a pack's own display can show it. */
  packName: string;
  pack: string;
  receiver: string;
  frequencyHz: number | null;
  /** The frequency as its two ends show it; empty without one. */
  receiverShows: string;
  packShows: string;
}

/**
 * Letters that a pack's display holds where its model does not say (common practice, no published
 * source).
 */
export const NAME_LETTERS = 8;

/**
 * Names for packs from the talkers': capital letters and figures without accents, no longer than
 * each display holds, no two alike.
 * @param most - letters that each display holds, ≥ 2 @example packNames(["Marit", "Märit"], [8, 8])
 *   // ["MARIT", "MARIT2"]
 */
export function packNames(talkers: readonly string[], most: readonly number[]): string[] {
  const taken = new Set<string>();
  return talkers.map((talker, i) => {
    const plain =
      talker
        .normalize("NFKD")
        .replace(/\p{M}/gu, "")
        .toUpperCase()
        .replace(/[^A-Z0-9]/g, "") || `CH${i + 1}`;
    const length = most[i] ?? NAME_LETTERS;
    let name = plain.slice(0, length);
    for (let n = 2; taken.has(name); n += 1)
      name = `${plain.slice(0, length - String(n).length)}${n}`;
    taken.add(name);
    return name;
  });
}
