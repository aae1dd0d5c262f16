/** Who is on which track, by what. */
export interface TrackLine {
  track: number;
  talker: string;
  /** As a pack's own display can show it. */
  packName: string;
  pack: string;
  receiver: string;
  frequencyHz: number | null;
}

/** Names for packs from the talkers': capital letters and figures without accents, no longer than a display holds, no two alike.
 * @param most - letters that the display holds, ≥ 2 @example packNames(["Marit", "Märit"], 8) // ["MARIT", "MARIT2"] */
export function packNames(talkers: readonly string[], most: number): string[] {
  const taken = new Set<string>();
  return talkers.map((talker, i) => {
    const plain = talker.normalize("NFKD").replace(/\p{M}/gu, "").toUpperCase().replace(/[^A-Z0-9]/g, "") || `CH${i + 1}`;
    let name = plain.slice(0, most);
    for (let n = 2; taken.has(name); n += 1) name = `${plain.slice(0, most - String(n).length)}${n}`;
    taken.add(name);
    return name;
  });
}
