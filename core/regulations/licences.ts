import { mergeRanges, type Band, type FrequencyRange, type Region } from "./region";

/**
 * What a band asks of whoever transmits in it: nothing, a licence of one's own, or the one or the
 * other by country.
 */
export type Access = "free" | "licence" | "depends";

/**
 * Told from the words of a band's licence, as they stand in the region's file.
 * @example accessOf("unlicensed in the television band") // "free"
 */
export function accessOf(licence: string): Access {
  const words = licence.toLowerCase();
  if (/^(none needed|unlicen[cs]ed|licen[cs]e[- ]exempt|class licen[cs]e)/.test(words))
    return "free";
  return / or none/.test(words) ? "depends" : "licence";
}

/** The licences that a region's bands ask for, each once, in their order. */
export const licencesAsked = (region: Pick<Region, "bands">): string[] => [
  ...new Set(
    region.bands
      .filter((b) => b.maxEirpMw > 0 && accessOf(b.licence) === "licence")
      .map((b) => b.licence),
  ),
];

const less = (range: FrequencyRange, holes: readonly FrequencyRange[]): FrequencyRange[] =>
  holes.reduce<FrequencyRange[]>(
    (left, hole) =>
      left.flatMap((r) => [
        ...(hole.lowHz > r.lowHz
          ? [{ lowHz: r.lowHz, highHz: Math.min(r.highHz, hole.lowHz) }]
          : []),
        ...(hole.highHz < r.highHz
          ? [{ lowHz: Math.max(r.lowHz, hole.highHz), highHz: r.highHz }]
          : []),
      ]),
    [range],
  );

/**
 * A region as it is for somebody who holds these licences: a band whose licence is not held allows
 * nothing, but where another band is open to everybody that one still counts. So 100 mW where 50 is
 * the limit without a licence is too much.
 * @param held - null: nobody was asked, and every band counts
 */
export function regionUnder(region: Region, held: readonly string[] | null): Region {
  if (held === null) return region;
  const isOpen = (b: Band) =>
    b.maxEirpMw === 0 || accessOf(b.licence) !== "licence" || held.includes(b.licence);
  const open = region.bands.filter(isOpen);
  const openRanges = mergeRanges(open);
  const shut = region.bands
    .filter((b) => !isOpen(b))
    .flatMap((b) => less(b, openRanges).map((r): Band => ({ ...b, ...r, maxEirpMw: 0 })));
  return { ...region, bands: [...open, ...shut] };
}
