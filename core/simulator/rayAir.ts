import { itemAt, numberAt } from "~/core/units/items";
import {
  distanceToSegmentM,
  type FloorPlan,
  meetsAt,
  type PlacedAntenna,
  planPieces,
  type PlanPoint,
} from "~/core/location/floorPlan";
import { packSideDeg, rxGain, type Wear } from "~/core/radio/antenna";
import { linkBudget, type LinkQuestion } from "~/core/radio/link";
import type { PlanPack } from "~/core/location/planLink";
import { wavelengthM } from "~/core/radio/propagation";
import type { Material } from "~/core/radio/slab";
import { gaussian, type RandomSource, seededRandom } from "~/core/units/random";
import type { SimulatedLosses } from "./simulatedLosses";

/**
 * The air of practice places, by a model of its own: a sum of rays over what stands there, each
 * with its own walls, its own edges and its own side of the body. It takes nothing from the
 * forecast (no path-loss law, no slab, no Rice factor, no body table), so that the forecast can be
 * judged on it.
 */

/** Something that scatters: a person, a trolley, a hull. */
interface Scatterer extends PlanPoint {
  heightM: number;
  /** Radar cross-section. */
  crossSectionM2: number;
}

/** What lets hardly anything through, joined where its walls touch. */
interface Block {
  corners: PlanPoint[];
  sides: (readonly [PlanPoint, PlanPoint])[];
  /** Null: as high as the room. */
  heightM: number | null;
}

interface MetWall {
  a: PlanPoint;
  b: PlanPoint;
  lossDb: number;
  reflects: number;
}

/** A place with what is peculiar to it. */
export interface RayScene {
  scatterers: readonly Scatterer[];
  walls: readonly MetWall[];
  blocks: readonly Block[];
  shadows: readonly Shadow[];
  isIndoors: boolean;
  truth: SimulatedLosses;
}

interface Shadow {
  x: number;
  y: number;
  phase: number;
  db: number;
}

/** One ray from a pack's place: how long it is and how strong, as a field. */
export interface Ray {
  lengthM: number;
  amplitude: number;
  /** The straight one and the one off the ground keep their phase; the others move with people. */
  isFixed: boolean;
}

type Spot = PlanPoint & { heightM: number };

/**
 * Decibels a wall takes as met in buildings, a surface's share and what a metre takes (measured
 * walls at 0.5 to 1 GHz, from memory; COST 231 has 3.4 dB for a light wall and 6.9 for a heavy
 * one), and how much of a field it throws back.
 */
const MET: Readonly<Record<string, { skinDb: number; perMDb: number; reflects: number }>> = {
  brick: { skinDb: 0.8, perMDb: 20, reflects: 0.4 },
  concrete: { skinDb: 2, perMDb: 75, reflects: 0.5 },
  wood: { skinDb: 0.2, perMDb: 35, reflects: 0.25 },
  glass: { skinDb: 0.6, perMDb: 90, reflects: 0.4 },
  plasterboard: { skinDb: 0.2, perMDb: 25, reflects: 0.25 },
};
const ANY_WALL = { skinDb: 0.3, perMDb: 40, reflects: 0.3 };
/** A bulkhead is flat; hulls, vehicles and crates are bent and rough. */
const STEEL_REFLECTS = 0.9;
const THINGS_REFLECT = 0.6;
/** Walls of one kind differ by so much, one standard deviation. */
const WALLS_DIFFER_DB = 1.2;
const isSteel = (m: Material): boolean => m === "metal" || m === "steel";

/** One thing that scatters on so many square metres, and how large they are in the middle. */
const SCATTERERS = {
  indoor: { everyM2: 9, medianM2: 0.8, aroundM: 0, most: 90 },
  outdoor: { everyM2: 60, medianM2: 2.5, aroundM: 25, most: 90 },
} as const;
const CEILING_M = 4;
const CEILING_REFLECTS = 0.35;
/** Relative permittivity of wet stone and asphalt, and of a floor. */
const GROUND_PERMITTIVITY = { indoor: 5, outdoor: 12 } as const;
/** A scattered field comes back turned: so much of it crosswise. */
const CROSSED = 0.4;
const SHADOW_WAVES = 20;
/** Shadows are so long. */
const SHADOW_LENGTH_M = { from: 5, to: 14 } as const;

/** A place as it is. @param seed - the same one is the same place */
export function rayScene(plan: FloorPlan, truth: SimulatedLosses, seed: number): RayScene {
  const random = seededRandom(seed);
  const isIndoors = plan.model === "indoor";
  const kind = isIndoors ? SCATTERERS.indoor : SCATTERERS.outdoor;
  const [w, h] = [plan.widthM + 2 * kind.aroundM, plan.heightM + 2 * kind.aroundM];
  const scatterers = Array.from(
    { length: Math.min(kind.most, Math.max(8, Math.round((w * h) / kind.everyM2))) },
    (): Scatterer => ({
      x: random() * w - kind.aroundM,
      y: random() * h - kind.aroundM,
      heightM: 0.4 + 1.8 * random(),
      crossSectionM2: kind.medianM2 * Math.exp(0.8 * gaussian(random)),
    }),
  );
  const pieces = planPieces(plan);
  return {
    scatterers,
    isIndoors,
    truth,
    walls: pieces
      .filter((p) => !isSteel(p.material))
      .map((p) => ({
        a: { x: p.x1, y: p.y1 },
        b: { x: p.x2, y: p.y2 },
        reflects: (MET[p.material] ?? ANY_WALL).reflects,
        lossDb: Math.max(0, metLossDb(p) + WALLS_DIFFER_DB * gaussian(random)) - truth.perWallDb,
      })),
    blocks: [
      ...joined(
        pieces
          .filter((p) => isSteel(p.material))
          .map(
            (p) =>
              [
                { x: p.x1, y: p.y1 },
                { x: p.x2, y: p.y2 },
              ] as const,
          ),
      ),
      ...plan.obstacles.map(({ corners, heightM }) => ({
        corners,
        heightM,
        sides: corners.map((c, i) => [c, itemAt(corners, (i + 1) % corners.length)] as const),
      })),
    ],
    shadows: shadowField(random, truth.shadowDb),
  };
}

function metLossDb(p: {
  material: Material;
  thicknessM: number;
  layers?: readonly { material: string; thicknessM: number }[];
}): number {
  return (p.layers ?? [p]).reduce((sum, { material, thicknessM }) => {
    if (material === "air") return sum;
    const met = MET[material] ?? ANY_WALL;
    return sum + met.skinDb + met.perMDb * thicknessM;
  }, 0);
}

function shadowField(random: RandomSource, sigmaDb: number): Shadow[] {
  const { from, to } = SHADOW_LENGTH_M;
  return Array.from({ length: SHADOW_WAVES }, () => {
    const turns = (2 * Math.PI) / (from + (to - from) * random());
    const towards = 2 * Math.PI * random();
    return {
      x: turns * Math.cos(towards),
      y: turns * Math.sin(towards),
      phase: 2 * Math.PI * random(),
      db: sigmaDb * Math.sqrt(2 / SHADOW_WAVES),
    };
  });
}

const TOUCH_M = 0.05;

/** Walls that touch, as one block each. */
function joined(sides: readonly (readonly [PlanPoint, PlanPoint])[]): Block[] {
  const blocks: Block[] = [];
  for (const side of sides) {
    const touching = blocks.filter((b) =>
      b.sides.some(([p, q]) => side.some((c) => distanceToSegmentM(c, p, q) < TOUCH_M)),
    );
    const all = touching.flatMap((b) => b.sides).concat([side]);
    for (const t of touching) blocks.splice(blocks.indexOf(t), 1);
    blocks.push({ sides: all, corners: all.flat(), heightM: null });
  }
  return blocks;
}

/** What lies at either end of the air: power, antennas, skin, feed, and what the receiver needs. */
export function chainOf(
  pack: Pick<PlanPack, "frequencyHz" | "txPowerDbm" | "skinContact" | "sleeve" | "heightM"> &
    Partial<Pick<PlanPack, "whip" | "interference">>,
  antenna: Pick<PlacedAntenna, "kind" | "heightM" | "feed">,
  receiver: LinkQuestion["receiver"],
): { gainDb: number; sensitivityDbm: number; noiseFloorDbm: number } {
  const { receivedDbm, sensitivityDbm, noiseFloorDbm } = linkBudget({
    frequencyHz: pack.frequencyHz,
    txPowerDbm: pack.txPowerDbm,
    tx: {
      antenna: "whip-quarter",
      ...(pack.whip ? { whip: pack.whip } : {}),
      wear: "free",
      skinContact: pack.skinContact,
      sleeve: pack.sleeve,
      tiltDeg: 0,
      heightM: pack.heightM,
    },
    rx: { antenna: antenna.kind, tiltDeg: 0, offAxisDeg: 0, heightM: antenna.heightM },
    path: { distanceM: 1, model: "free-space", walls: [], edges: [] },
    feed: antenna.feed,
    receiver,
    ...(pack.interference ? { interference: pack.interference } : {}),
  });
  const oneMetreDb = 20 * Math.log10((4 * Math.PI) / wavelengthM(pack.frequencyHz));
  return { gainDb: receivedDbm + oneMetreDb, sensitivityDbm, noiseFloorDbm };
}

/** What hangs on the pack: where it is worn, and what this wearing of it takes on its own side. */
export interface WornPack {
  wear: Wear;
  facingDeg: number | null;
  /** Of the own side: what skin, cloth and a bad fit take. */
  ownSideLossDb: number;
  tiltDeg: number;
}

/**
 * Field across a body towards 0, 15 … 180° off the pack's own side, dB under the own side: exact
 * series of a line source 3 cm off a lossy cylinder (Harrington, Time-Harmonic Electromagnetic
 * Fields, chapter 5; SciPy 1.17, mean of 480 to 600 MHz). Trunk: 14 cm, εr 40, 0.7 S/m; thigh 7 cm
 * and calf 4.5 cm, εr 45, 0.8 S/m.
 */
const ACROSS_DB: Readonly<Record<"trunk" | "thigh" | "calf", readonly number[]>> = {
  trunk: [0, -0.2, -0.6, -1.5, -2.7, -4.3, -6.3, -8.5, -11.1, -14.7, -19.4, -20.3, -19.2],
  thigh: [0, -0.1, -0.5, -1.1, -2, -3.1, -4.7, -6.9, -9.6, -12.5, -13.6, -12.8, -12.3],
  calf: [0, -0.1, -0.4, -0.9, -1.6, -2.5, -3.6, -5.1, -7, -9, -10.5, -11, -11.1],
};
const LIMB: Readonly<Record<Wear, keyof typeof ACROSS_DB | null>> = {
  free: null,
  hand: "thigh",
  chest: "trunk",
  "waist-front": "trunk",
  "waist-back": "trunk",
  thigh: "thigh",
  ankle: "calf",
};
/** What a pack's own side loses on a body in the middle (common practice, no published source). */
const OWN_SIDE_DB: Readonly<Record<Wear, number>> = {
  free: 0,
  hand: 3,
  chest: 5,
  "waist-front": 6,
  "waist-back": 6,
  thigh: 5.5,
  ankle: 4,
};
const OWN_SIDE_DIFFERS_DB = 1.5;

/** How one wearing of a pack turns out; with no random source, the usual one. */
export const ownSideLossDb = (wear: Wear, random: RandomSource | null): number =>
  OWN_SIDE_DB[wear] + (wear !== "free" && random ? OWN_SIDE_DIFFERS_DB * gaussian(random) : 0);

function bodyDb(
  { wear, facingDeg, ownSideLossDb: own }: WornPack,
  towardsDeg: number,
  truth: SimulatedLosses,
): number {
  const limb = LIMB[wear];
  if (!limb) return 0;
  // who turns every way shows every side
  const off = facingDeg === null ? 180 : Math.abs(turn(towardsDeg - facingDeg - packSideDeg(wear)));
  const [at, table] = [Math.min(11.999, off / 15), ACROSS_DB[limb]];
  const below = Math.floor(at);
  const across =
    numberAt(table, below) + (numberAt(table, below + 1) - numberAt(table, below)) * (at - below);
  return across - own + (off > 90 ? truth.behindBodyDb : 0);
}

const turn = (deg: number): number => ((((deg + 180) % 360) + 360) % 360) - 180;
const bearingDeg = (from: PlanPoint, to: PlanPoint): number =>
  (Math.atan2(to.y - from.y, to.x - from.x) * 180) / Math.PI;
const apartM = (a: Spot, b: Spot): number =>
  Math.hypot(a.x - b.x, a.y - b.y, a.heightM - b.heightM);
const amplitude = (db: number): number => 10 ** (db / 20);

/** Oblique through a wall is longer in it; the ray is bent towards the straight way through. */
const MAX_OBLIQUE = 1.25;

/** What a straight stretch loses at walls and at what it must bend round, dB as a gain. */
function legDb(
  scene: RayScene,
  from: Spot,
  to: Spot,
  lambdaM: number,
  except: MetWall | null,
): number {
  let db = 0;
  const lengthM = Math.hypot(to.x - from.x, to.y - from.y);
  for (const wall of scene.walls) {
    if (wall === except || meetsAt(from, to, wall.a, wall.b) === null) continue;
    const across = Math.abs(
      (to.x - from.x) * (wall.b.y - wall.a.y) - (to.y - from.y) * (wall.b.x - wall.a.x),
    );
    const cos =
      across / Math.max(1e-9, lengthM * Math.hypot(wall.b.x - wall.a.x, wall.b.y - wall.a.y));
    db -= wall.lossDb * Math.min(MAX_OBLIQUE, 1 / Math.max(1e-3, cos));
  }
  for (const block of scene.blocks) db += roundBlockDb(block, from, to, lambdaM);
  return db;
}

const DEEP_M = 1;
/** Nothing is darker than this. */
const DARKEST_DB = -45;

/** What bends round a block: over it and past its outermost corner on either side, their powers added. */
function roundBlockDb(
  { sides, corners, heightM }: Block,
  from: Spot,
  to: Spot,
  lambdaM: number,
): number {
  const meets = sides.flatMap(([p, q]) => meetsAt(from, to, p, q) ?? []);
  if (meets.length === 0) return 0;
  const straightM = apartM(from, to);
  const middle = meets.reduce((a, b) => a + b, 0) / meets.length;
  const rayHeightM = from.heightM + (to.heightM - from.heightM) * middle;
  if (heightM !== null && rayHeightM >= heightM) return 0;
  const shade = (edge: Spot) =>
    fresnelShade(apartM(from, edge) + apartM(edge, to) - straightM, lambdaM);
  const topAt = (t: number): Spot => ({
    x: from.x + (to.x - from.x) * t,
    y: from.y + (to.y - from.y) * t,
    heightM: heightM ?? 0,
  });
  // what is deep is bent over at both its edges
  const [first, last] = [Math.min(...meets), Math.max(...meets)];
  const isDeep = (last - first) * straightM > DEEP_M;
  const over =
    heightM === null ? 0 : isDeep ? shade(topAt(first)) * shade(topAt(last)) : shade(topAt(middle));
  const side = (c: PlanPoint) =>
    (to.x - from.x) * (c.y - from.y) - (to.y - from.y) * (c.x - from.x);
  const outermost = [1, -1].flatMap((sign) => {
    const there = corners.filter((c) => side(c) * sign > 0);
    return there.length === 0
      ? []
      : [there.reduce((a, b) => (side(b) * sign > side(a) * sign ? b : a))];
  });
  const power = outermost
    .map((c) => shade({ ...c, heightM: rayHeightM }))
    .reduce((sum, s) => sum + s ** 2, over ** 2);
  return Math.max(DARKEST_DB, 10 * Math.log10(Math.max(1e-12, power)));
}

/**
 * Field in the shadow of a half plane, by how much longer the way over its edge is: Fresnel's
 * integral by its auxiliary functions (Abramowitz and Stegun 7.3.32 and 7.3.33).
 */
function fresnelShade(longerM: number, lambdaM: number): number {
  const v = 2 * Math.sqrt(Math.max(0, longerM) / lambdaM);
  const f = (1 + 0.926 * v) / (2 + 1.792 * v + 3.104 * v * v);
  const g = 1 / (2 + 4.142 * v + 3.492 * v * v + 6.67 * v ** 3);
  return Math.hypot(f, g) / Math.SQRT2;
}

/** An upright whip's field towards a height: cos(½π·sin e)/cos e. */
const elevationShare = (from: Spot, to: Spot): number => {
  const flatM = Math.max(0.05, Math.hypot(to.x - from.x, to.y - from.y));
  const elevation = Math.atan2(to.heightM - from.heightM, flatM);
  return Math.max(0.05, Math.cos((Math.PI / 2) * Math.sin(elevation)) / Math.cos(elevation));
};

/** How an antenna takes a ray from there, against its best direction. */
function antennaShare(antenna: PlacedAntenna, from: Spot): number {
  if (antenna.kind === "fin")
    return amplitude(rxGain("fin", turn(bearingDeg(antenna, from) - antenna.aimDeg)).patternDb);
  return antenna.kind === "butterfly" ? 1 : elevationShare(from, antenna);
}

/** Vertical field thrown back by flat ground (Fresnel). */
function groundShare(sin: number, permittivity: number): number {
  const root = Math.sqrt(permittivity - (1 - sin * sin));
  return (permittivity * sin - root) / (permittivity * sin + root);
}

/** The straight stretch and its own reflection off the ground together, against the straight one. */
function overGround(from: Spot, to: Spot, permittivity: number, lambdaM: number): number {
  const flatM = Math.hypot(to.x - from.x, to.y - from.y);
  const upM = from.heightM + to.heightM;
  const [straightM, offM] = [Math.max(0.1, apartM(from, to)), Math.hypot(flatM, upM)];
  const share =
    (groundShare(upM / Math.max(0.1, offM), permittivity) * straightM) / Math.max(0.1, offM);
  const phase = (2 * Math.PI * (offM - straightM)) / lambdaM;
  return Math.hypot(1 + share * Math.cos(phase), share * Math.sin(phase));
}

const radians = (deg: number): number => (deg * Math.PI) / 180;

/**
 * All rays from a pack to an antenna, in the same order wherever the pack is: straight, off the
 * ground, off the ceiling, off each wall, off each thing that scatters. Amplitudes are fields
 * against isotropic antennas at no distance: their square is the path's gain.
 */
export function raysTo(
  scene: RayScene,
  pack: Spot,
  worn: WornPack,
  antenna: PlacedAntenna,
  frequencyHz: number,
): Ray[] {
  const lambdaM = wavelengthM(frequencyHz);
  const perM = lambdaM / (4 * Math.PI);
  const leansDeg = worn.tiltDeg - antenna.tiltDeg;
  const upright = Math.abs(Math.cos(radians(leansDeg)));
  const mixed = Math.hypot(upright, CROSSED * Math.sin(radians(leansDeg)));
  const whole = amplitude(
    scene.truth.generalDb +
      scene.shadows.reduce(
        (sum, s) => sum + s.db * Math.sin(s.x * pack.x + s.y * pack.y + s.phase),
        0,
      ),
  );
  const leaves = (to: Spot) =>
    whole * amplitude(bodyDb(worn, bearingDeg(pack, to), scene.truth)) * elevationShare(pack, to);
  const straightM = Math.max(0.5, apartM(pack, antenna));
  const straightDb = legDb(scene, pack, antenna, lambdaM, null);
  const straight: Ray = {
    lengthM: straightM,
    isFixed: true,
    amplitude:
      (perM / straightM) *
      amplitude(straightDb) *
      upright *
      leaves(antenna) *
      antennaShare(antenna, pack),
  };
  const flatM = Math.hypot(antenna.x - pack.x, antenna.y - pack.y);
  const off = (extraM: number, reflects: number, isFixed: boolean): Ray => {
    const lengthM = Math.max(0.5, Math.hypot(flatM, extraM));
    return {
      lengthM,
      isFixed,
      amplitude: straight.amplitude * (straightM / lengthM) * reflects,
    };
  };
  const upM = pack.heightM + antenna.heightM;
  const permittivity = scene.isIndoors ? GROUND_PERMITTIVITY.indoor : GROUND_PERMITTIVITY.outdoor;
  const rays = [
    straight,
    off(upM, groundShare(upM / Math.hypot(flatM, upM), permittivity), true),
    off(
      2 * Math.max(CEILING_M, pack.heightM, antenna.heightM) - upM,
      scene.isIndoors ? CEILING_REFLECTS : 0,
      false,
    ),
  ];
  const mirrors = [
    ...scene.walls.map((wall) => ({ ...wall, wall })),
    ...scene.blocks.flatMap((block) =>
      block.sides.map(([a, b]) => ({
        wall: null,
        a,
        b,
        reflects: block.heightM === null ? STEEL_REFLECTS : THINGS_REFLECT,
      })),
    ),
  ];
  for (const { wall, a, b, reflects } of mirrors) {
    const there = mirrored(antenna, a, b);
    const t = meetsAt(pack, there, a, b);
    if (t === null) {
      rays.push({ lengthM: Math.max(0.5, apartM(pack, there)), amplitude: 0, isFixed: false });
      continue;
    }
    // just before the wall, so that the wall itself does not stand in the way
    const at = between(pack, there, t, -1e-3);
    const lengthM = Math.max(0.5, apartM(pack, there));
    rays.push({
      lengthM,
      isFixed: false,
      amplitude:
        (perM / lengthM) *
        reflects *
        mixed *
        leaves(at) *
        antennaShare(antenna, at) *
        overGround(pack, there, permittivity, lambdaM) *
        amplitude(legDb(scene, pack, at, lambdaM, wall) + legDb(scene, at, antenna, lambdaM, wall)),
    });
  }
  for (const s of scene.scatterers) {
    const [inM, outM] = [Math.max(1, apartM(pack, s)), Math.max(1, apartM(s, antenna))];
    rays.push({
      lengthM: inM + outM,
      isFixed: false,
      amplitude:
        ((lambdaM * Math.sqrt(s.crossSectionM2)) / ((4 * Math.PI) ** 1.5 * inM * outM)) *
        mixed *
        overGround(pack, s, permittivity, lambdaM) *
        overGround(s, antenna, permittivity, lambdaM) *
        leaves(s) *
        antennaShare(antenna, s) *
        amplitude(legDb(scene, pack, s, lambdaM, null) + legDb(scene, s, antenna, lambdaM, null)),
    });
  }
  return rays;
}

function between(from: Spot, to: Spot, t: number, moreM: number): Spot {
  const lengthM = Math.max(1e-6, Math.hypot(to.x - from.x, to.y - from.y));
  const share = Math.max(0, t + moreM / lengthM);
  return {
    x: from.x + (to.x - from.x) * share,
    y: from.y + (to.y - from.y) * share,
    heightM: from.heightM + (to.heightM - from.heightM) * share,
  };
}

function mirrored(p: Spot, a: PlanPoint, b: PlanPoint): Spot {
  const [dx, dy] = [b.x - a.x, b.y - a.y];
  const t = ((p.x - a.x) * dx + (p.y - a.y) * dy) / Math.max(1e-12, dx * dx + dy * dy);
  return { x: 2 * (a.x + t * dx) - p.x, y: 2 * (a.y + t * dy) - p.y, heightM: p.heightM };
}
