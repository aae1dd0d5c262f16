import { assertNotNegative } from "~/core/units/guards";
import { freeSpaceLossDb } from "~/core/radio/propagation";
import { rasterChannels, type Raster } from "./raster";

/** A place on the earth, WGS 84. */
export interface Position {
  latitudeDeg: number;
  longitudeDeg: number;
}

/** A television transmitter as a register lists it. */
export interface Transmitter extends Position {
  channel: number;
  name: string;
  /** Effective radiated power, referred to a dipole. */
  erpKw: number;
  /** Its antenna over the ground around, m; absent: that of a main station. */
  heightM?: number;
}

export interface PredictedStation {
  channel: number;
  name: string;
  distanceM: number;
  /** Power in the raster channel at an isotropic antenna. */
  levelDbm: number;
}

/** Mean radius of the earth (IUGG). */
const EARTH_RADIUS_M = 6_371_008.8;
const DIPOLE_GAIN_DBI = 2.15;
/**
 * What ground, roofs and walls take beyond free space (engineering allowance, no published source).
 */
const CLUTTER_DB = { outdoors: 18, indoors: 30 } as const;
/** A station predicted below this leaves a channel usable: well under what counts as quiet. */
const WEAKEST_DBM = -92;

/** A main station's antenna over the ground around (from memory of licence lists). */
const USUAL_HEIGHT_M = 300;
/** A receiver on a bag or a cart. */
const OUR_HEIGHT_M = 2;
/** The air bends rays down: the earth seems a third larger (ITU-R P.310, standard refraction). */
const EFFECTIVE_EARTH = 4 / 3;

/**
 * How far two antennas see each other over a smooth earth: √(2·k·a·h₁) + √(2·k·a·h₂), k = 4/3
 * (textbook; "4.12·√h" in km and m). Beyond it a level falls so fast that free space says nothing.
 * @example radioHorizonM(300, 2) // 77_200
 */
export function radioHorizonM(aHeightM: number, bHeightM: number): number {
  assertNotNegative("aHeightM", aHeightM);
  assertNotNegative("bHeightM", bHeightM);
  const seen = (heightM: number) => Math.sqrt(2 * EFFECTIVE_EARTH * EARTH_RADIUS_M * heightM);
  return seen(aHeightM) + seen(bHeightM);
}

/**
 * Distance on the sphere, haversine formula. @example distanceOnEarthM({ latitudeDeg: 0,
 * longitudeDeg: 0 }, { latitudeDeg: 0, longitudeDeg: 1 }) // 111195
 */
export function distanceOnEarthM(a: Position, b: Position): number {
  const rad = (deg: number) => (deg * Math.PI) / 180;
  const half = (deg: number) => Math.sin(rad(deg) / 2) ** 2;
  const h =
    half(b.latitudeDeg - a.latitudeDeg) +
    Math.cos(rad(a.latitudeDeg)) *
      Math.cos(rad(b.latitudeDeg)) *
      half(b.longitudeDeg - a.longitudeDeg);
  return 2 * EARTH_RADIUS_M * Math.asin(Math.min(1, Math.sqrt(h)));
}

/**
 * Which transmitters reach a position, strongest first: free space (ITU-R P.525) as far as the radio
 * horizon, and an allowance for what stands around. Hills are not in it: a scan on the spot beats any prediction.
 */
export function stationsAt(
  transmitters: readonly Transmitter[],
  at: Position,
  setting: "indoors" | "outdoors",
  raster: Raster,
): PredictedStation[] {
  return transmitters
    .flatMap((t): PredictedStation[] => {
      const channel = rasterChannels(raster).find((c) => c.channel === t.channel);
      if (!channel) return [];
      const distanceM = Math.max(100, distanceOnEarthM(at, t));
      if (distanceM > radioHorizonM(t.heightM ?? USUAL_HEIGHT_M, OUR_HEIGHT_M)) return [];
      const frequencyHz = (channel.lowHz + channel.highHz) / 2;
      const levelDbm =
        10 * Math.log10(t.erpKw * 1e6) +
        DIPOLE_GAIN_DBI -
        freeSpaceLossDb({ distanceM, frequencyHz }) -
        CLUTTER_DB[setting];
      return levelDbm < WEAKEST_DBM
        ? []
        : [{ channel: t.channel, name: t.name, distanceM, levelDbm }];
    })
    .sort((a, b) => b.levelDbm - a.levelDbm);
}
