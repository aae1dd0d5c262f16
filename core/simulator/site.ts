import { emptyPlan, type PlacedAntenna } from "~/core/location/floorPlan";
import type { SiteGeometry } from "~/core/location/siteGeometry";
import { type PathSetup, type ReceiverFigures } from "~/core/radio/pathSetup";
import { wavelengthM } from "~/core/radio/propagation";
import { hashText } from "~/core/units/random";
import type { AirScene } from "./air";
import { chainOf, ownSideLossDb, rayScene, raysTo } from "./rayAir";
import type { SimulatedLosses } from "./simulatedLosses";

/**
 * A place of the practice day: what is on the air there, and what stands between a talker and the
 * receivers.
 */
export interface Site {
  key: string;
  air: AirScene;
  geometry: SiteGeometry;
}

/** A place with nothing peculiar to it. */
export const PLAIN_LOSSES: SimulatedLosses = {
  generalDb: 0,
  perWallDb: 0,
  behindBodyDb: 0,
  shadowDb: 2,
};

/** Room around the two, and how wide the place is. */
const MARGIN_M = 5;
const WIDTH_M = 16;
/** A talker who stands there turns about. */
const FACINGS_DEG = [0, 45, 90, 135, 180, 225, 270, 315];

/**
 * What arrives at a receiver from a pack at a site, dBm: the mean of its rays in the simulated air
 * ({@link rayScene}), its walls evenly between, the wearer turned every way in turn.
 */
export const arrivingDbm = (
  site: Site,
  setup: PathSetup,
  receiver: ReceiverFigures,
  frequencyHz: number,
): number =>
  chainOf(
    { ...setup, frequencyHz, heightM: site.geometry.txHeightM },
    { kind: setup.antenna, heightM: site.geometry.rxHeightM, feed: setup.feed },
    receiver,
  ).gainDb + airDb(site, setup, frequencyHz);

/** Asked ten times a second for each pack: kept by all that it depends on. */
const known = new Map<string, number>();
const MAX_KNOWN = 2000;

function airDb(site: Site, setup: PathSetup, frequencyHz: number): number {
  const { model, room, txHeightM, rxHeightM } = site.geometry;
  const { wear, tiltDeg, distanceM, walls, antenna: kind } = setup;
  const key = JSON.stringify([
    [site.key, model, txHeightM, rxHeightM],
    [wear, tiltDeg, distanceM, walls, kind, frequencyHz],
  ]);
  const before = known.get(key);
  if (before !== undefined) return before;
  const y = WIDTH_M / 2;
  const antenna: PlacedAntenna = {
    id: "A",
    name: "A",
    x: MARGIN_M,
    y,
    heightM: rxHeightM,
    kind,
    aimDeg: 0,
    tiltDeg: 0,
    feed: [],
  };
  const scene = rayScene(
    emptyPlan({
      model,
      room,
      widthM: distanceM + 2 * MARGIN_M,
      heightM: WIDTH_M,
      walls: walls.map((wall, i) => {
        const x = MARGIN_M + (distanceM * (i + 1)) / (walls.length + 1);
        return { ...wall, id: `${i}`, x1: x, y1: 0, x2: x, y2: WIDTH_M };
      }),
    }),
    PLAIN_LOSSES,
    hashText(site.key),
  );
  const perM = (2 * Math.PI) / wavelengthM(frequencyHz);
  const pack = { x: MARGIN_M + distanceM, y, heightM: txHeightM };
  const powers = FACINGS_DEG.map((facingDeg) => {
    const worn = { wear, facingDeg, ownSideLossDb: ownSideLossDb(wear, null), tiltDeg };
    const rays = raysTo(scene, pack, worn, antenna, frequencyHz);
    const straight = (part: (phase: number) => number) =>
      rays.reduce((sum, r) => sum + (r.isFixed ? r.amplitude * part(perM * r.lengthM) : 0), 0);
    return (
      straight(Math.cos) ** 2 +
      straight(Math.sin) ** 2 +
      rays.reduce((sum, r) => sum + (r.isFixed ? 0 : r.amplitude ** 2), 0)
    );
  });
  const db = 10 * Math.log10(powers.reduce((a, b) => a + b, 0) / powers.length);
  if (known.size > MAX_KNOWN) known.clear();
  known.set(key, db);
  return db;
}
