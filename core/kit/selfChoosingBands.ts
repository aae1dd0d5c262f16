import type { Adaptive } from "./models";

/** A band that systems which choose for themselves work in. */
export interface SelfChoosingBand extends Adaptive {
  id: "1.9-eu" | "1.9-us" | "2.4" | "5" | "915";
}

/**
 * Their usual bands with usual limits. Edges: the cordless-telephone band as Europe and the United
 * States have it (ETSI EN 301 406, 47 CFR 15 subpart D), 2.4 and 5 GHz as wireless LAN has them, and
 * the 915 MHz band of the Americas (47 CFR 15.247); from memory, check with your regulator. How many
 * to a room and how far: common practice, no published source.
 */
export const SELF_CHOOSING_BANDS: readonly SelfChoosingBand[] = [
  { id: "2.4", lowHz: 2400e6, highHz: 2483.5e6, mostPerRoom: 8, rangeM: 30 },
  { id: "1.9-eu", lowHz: 1880e6, highHz: 1900e6, mostPerRoom: 12, rangeM: 50 },
  { id: "1.9-us", lowHz: 1920e6, highHz: 1930e6, mostPerRoom: 8, rangeM: 50 },
  { id: "5", lowHz: 5150e6, highHz: 5850e6, mostPerRoom: 8, rangeM: 25 },
  { id: "915", lowHz: 902e6, highHz: 928e6, mostPerRoom: 8, rangeM: 40 },
];
