import type { SiteGeometry } from "./siteGeometry";
import type { Wall } from "~/core/radio/link";

/**
 * What stands between a talker and the receivers, in a word. Thicknesses are usual ones (common
 * practice, no published source).
 */
export const WALL_WORDS = {
  open: null,
  timber: { material: "wood", thicknessM: 0.03 },
  plasterboard: { material: "plasterboard", thicknessM: 0.026 },
  glass: { material: "glass", thicknessM: 0.012 },
  brick: { material: "brick", thicknessM: 0.22 },
  concrete: { material: "concrete", thicknessM: 0.2 },
  stone: { material: "brick", thicknessM: 0.5 },
  steel: { material: "steel", thicknessM: 0.008 },
} as const satisfies Record<string, Wall | null>;

export type WallWord = keyof typeof WALL_WORDS;

/** A place as somebody tells it who has not been there yet. */
export interface PlaceSketch {
  setting: "indoors" | "outdoors";
  walls: WallWord;
  /** How many such walls stand in the way; 0 with "open". */
  wallCount: number;
  /** Where the talker is farthest from the receivers. */
  distanceM: number;
}

/**
 * Walls are told one by one, so that no kind of room is meant to hold them: the one that is about
 * free space, whatever they are built of.
 */
const ROOM: SiteGeometry["room"] = "commercial";
const PACK_HEIGHT_M = 1.1;
const RECEIVER_HEIGHT_M = 1.8;

/**
 * The path of a place from its sketch: over the ground outside, through its walls inside.
 * What the place knows beside (heights, where on the earth) stays.
 */
export function sketchGeometry(
  sketch: PlaceSketch,
  known: Partial<SiteGeometry> = {},
): SiteGeometry {
  const wall = WALL_WORDS[sketch.walls];
  return {
    txHeightM: PACK_HEIGHT_M,
    rxHeightM: RECEIVER_HEIGHT_M,
    ...known,
    model: sketch.setting === "outdoors" ? "plane-earth" : "indoor",
    room: ROOM,
    distanceM: sketch.distanceM,
    walls: wall ? Array.from({ length: sketch.wallCount }, () => ({ ...wall })) : [],
  };
}

/**
 * The sketch that a place's path would be told by: the word of the thickest wall of the most
 * frequent material.
 */
export function sketchOf(setting: PlaceSketch["setting"], geometry: SiteGeometry): PlaceSketch {
  const [first] = geometry.walls;
  if (!first) return { setting, walls: "open", wallCount: 0, distanceM: geometry.distanceM };
  const entries = Object.entries(WALL_WORDS).filter(
    ([, w]) => w?.material === (first.material === "metal" ? "steel" : first.material),
  ) as [WallWord, Wall][];
  const nearest = entries.sort(
    (a, b) =>
      Math.abs(a[1].thicknessM - first.thicknessM) - Math.abs(b[1].thicknessM - first.thicknessM),
  )[0];
  return {
    setting,
    walls: nearest?.[0] ?? "plasterboard",
    wallCount: geometry.walls.length,
    distanceM: geometry.distanceM,
  };
}

/**
 * Whether a sketch says what the path already is, so that figures finer than a word are not lost by
 * saving it again.
 */
export const isSameSketch = (a: PlaceSketch, b: PlaceSketch): boolean =>
  a.setting === b.setting &&
  a.walls === b.walls &&
  a.wallCount === b.wallCount &&
  a.distanceM === b.distanceM;
