// Innermost loops: every index is bounded by the loop that counts it, and a checked accessor makes
// them two to seven times slower (measured side by side, docs/decisions.md).
/* eslint-disable @typescript-eslint/no-non-null-assertion */
import { defined, itemAt } from "~/core/units/items";
import { beamPatternDb, FIN, dipolePatternDb, isBehindBody, type Wear } from "~/core/radio/antenna";
import { coverageSize } from "~/core/radio/coverage";
import { linkBudget, type LinkQuestion, wallLossDb } from "~/core/radio/link";
import { indoorSite } from "~/core/radio/pathSetup";
import { freeSpaceLossDb, indoorLossDb, planeEarthLossDb } from "~/core/radio/propagation";
import { pastIt, raysLeft } from "~/core/radio/raysLeft";
import {
  type DrawnWall,
  distanceToSegmentM,
  type FloorPlan,
  isInside,
  type PlacedAntenna,
  planPieces,
  type PlanPoint,
} from "./floorPlan";
import { groundLossDb, obstacleWay, type PlanPack } from "./planLink";
import { isOpaque, knownWayRound } from "./wayRound";

export interface PlanCoverageAsked {
  plan: FloorPlan;
  pack: Omit<PlanPack, "x" | "y" | "facingDeg">;
  receiver: LinkQuestion["receiver"];
  cellM: number;
}

/**
 * What one antenna hears of a pack in each cell: margin with the body taken out, and which way the
 * antenna lies from there.
 */
export interface AntennaCoverage {
  columns: number;
  rows: number;
  cellM: number;
  /** Row by row from y = 0, at the middle of each cell. */
  marginDb: Float32Array;
  towardsDeg: Float32Array;
  /** Direct power over scattered of a bare pack. */
  clearKDb: Float32Array;
}

const NEAREST_M = 1;
const DISTANCES = 4096;
const ANGLES = 720;
const COSINES = 512;

/**
 * The margin over a whole plan for one antenna, as {@link planLink} has it but for rounding in its
 * tables: walls by their angle, steel and obstacles by the way that loses least, this place's
 * corrections. The body is left to {@link withBody}, so that turning it costs nothing. Walls and
 * obstacles are looked up by the angle under which the antenna sees them, so that a cell asks only
 * those on its own bearing.
 */
export function antennaCoverage(asked: PlanCoverageAsked, antenna: PlacedAntenna): AntennaCoverage {
  const steps = antennaCoverageSteps(asked, antenna);
  for (;;) {
    const { done, value } = steps.next();
    if (done) return value;
  }
}

/**
 * The same row by row, for whoever must look up between: gives the share that is done after each.
 */
export function* antennaCoverageSteps(
  asked: PlanCoverageAsked,
  antenna: PlacedAntenna,
): Generator<number, AntennaCoverage, undefined> {
  const { plan, cellM } = asked;
  const { columns, rows } = coverageSize({ widthM: plan.widthM, heightM: plan.heightM, cellM });
  const marginDb = new Float32Array(columns * rows);
  const towardsDeg = new Float32Array(columns * rows);
  const clearKDb = new Float32Array(columns * rows);
  const field = marginField(asked, antenna, true);
  for (let row = 0; row < rows; row += 1) {
    for (let column = 0; column < columns; column += 1) {
      const i = row * columns + column;
      marginDb[i] = field.at((column + 0.5) * cellM, (row + 0.5) * cellM);
      towardsDeg[i] = field.towardsDeg();
      clearKDb[i] = field.clearKDb();
    }
    yield (row + 1) / rows;
  }
  return { columns, rows, cellM, marginDb, towardsDeg, clearKDb };
}

/**
 * Margins of one antenna at any place of a plan, without the body, as {@link planLink} has them but
 * for rounding.
 */
export interface MarginField {
  at: (x: number, y: number) => number;
  /** Under which the antenna lay from where was asked last. */
  towardsDeg: () => number;
  /** Direct power over scattered of a bare pack there. */
  clearKDb: () => number;
}

/**
 * Makes a field of margins. @param isForMap - many places will be asked: tables are made first,
 * that do not pay for a few hundred
 */
export function marginField(
  { plan, pack, receiver }: Omit<PlanCoverageAsked, "cellM">,
  antenna: PlacedAntenna,
  isForMap: boolean,
): MarginField {
  const { frequencyHz } = pack;
  const dz = antenna.heightM - pack.heightM;
  const pieces = planPieces(plan);
  const constantDb = besideThePathDb(pack, antenna, receiver) + (plan.fit?.general?.db ?? 0);
  const perWallDb = plan.fit?.perWall?.db ?? 0;
  const mostM = Math.hypot(plan.widthM, plan.heightM);
  const airDb = isForMap
    ? Float64Array.from(
        { length: DISTANCES + 2 },
        (_, i) => -airAndPatternDb(plan, pack, antenna, (i * mostM) / DISTANCES, dz),
      )
    : null;
  const groundAt = (flatM: number) =>
    groundLossDb(plan.model, pack, antenna, rayLengthM(flatM, dz));
  const groundDb = isForMap
    ? Float64Array.from({ length: DISTANCES + 2 }, (_, i) => groundAt((i * mostM) / DISTANCES))
    : null;
  const everything = pieces.map((_, i) => i);
  const walls = isForMap
    ? byBearing(
        antenna,
        pieces.map((w) => [
          { x: w.x1, y: w.y1 },
          { x: w.x2, y: w.y2 },
        ]),
      )
    : null;
  const inTheWay = isForMap
    ? byBearing(
        antenna,
        plan.obstacles.map((o) => o.corners),
      )
    : null;
  const allObstacles = plan.obstacles.map((_, i) => i);
  const tables = lossTables(pieces, frequencyHz);
  const hasSteel = pieces.some((w) => isOpaque(w.material));
  const round = hasSteel ? knownWayRound(pieces, antenna, frequencyHz) : null;
  const [x1, y1, wx, wy] = [
    Float64Array.from(pieces, (w) => w.x1),
    Float64Array.from(pieces, (w) => w.y1),
    Float64Array.from(pieces, (w) => w.x2 - w.x1),
    Float64Array.from(pieces, (w) => w.y2 - w.y1),
  ];
  const lengthM = Float64Array.from(pieces, (_, i) =>
    Math.max(1e-9, Math.sqrt(wx[i]! ** 2 + wy[i]! ** 2)),
  );
  const isSteel = Uint8Array.from(pieces, (w) => Number(isOpaque(w.material)));
  const isFin = antenna.kind === "fin";
  const { x: ax, y: ay } = antenna;
  const { sqrt, atan2, abs, min, max, floor } = Math;
  const degrees = 180 / Math.PI;
  let bearingDeg = 0;
  let clearK = 0;
  const at = (x: number, y: number): number => {
    const dx = ax - x;
    const dy = ay - y;
    const flatM = sqrt(dx * dx + dy * dy);
    bearingDeg = atan2(dy, dx) * degrees;
    const bin = bearingBin(bearingDeg);
    let lossDb: number;
    let takenDb: number;
    if (airDb && groundDb) {
      const where = min(DISTANCES, (flatM / mostM) * DISTANCES);
      const below = floor(where);
      lossDb = airDb[below]! + (airDb[below + 1]! - airDb[below]!) * (where - below);
      takenDb = groundDb[below]! + (groundDb[below + 1]! - groundDb[below]!) * (where - below);
    } else {
      lossDb = -airAndPatternDb(plan, pack, antenna, flatM, dz);
      takenDb = groundAt(flatM);
    }
    const rayM = max(1e-9, sqrt(flatM * flatM + dz * dz));
    let throughDb = 0;
    let roundDb = 0;
    let steelDb = 0;
    let steels = 0;
    let others = 0;
    const list = walls ? walls[bin]! : everything;
    for (const w of list) {
      const across = dx * wy[w]! - dy * wx[w]!;
      if (across === 0) continue;
      const px = x1[w]! - x;
      const py = y1[w]! - y;
      const t = (px * wy[w]! - py * wx[w]!) / across;
      if (t < 0 || t > 1) continue;
      const u = (px * dy - py * dx) / across;
      if (u < 0 || u > 1) continue;
      const c = min(1, abs(across) / (lengthM[w]! * rayM)) * COSINES;
      const i = min(COSINES - 1, floor(c));
      const table = tables[w]!;
      const wallDb = table[i]! + (table[i + 1]! - table[i]!) * (c - i);
      if (isSteel[w] === 1) {
        steelDb += wallDb;
        steels += 1;
      } else {
        throughDb += wallDb;
        others += 1;
      }
    }
    if (steels > 0) roundDb += min(steelDb, defined(round).lossDb(x, y));
    lossDb -= perWallDb * (others + (steels > 0 ? 1 : 0));
    const obstacles = inTheWay ? inTheWay[bin]! : allObstacles;
    for (const o of obstacles) {
      const way = obstacleWay(plan.obstacles[o]!, {
        from: { x, y, heightM: pack.heightM },
        to: antenna,
        frequencyHz,
      });
      if (way) roundDb += way.lossDb;
    }
    const past = pastIt(plan.model, { throughDb, roundDb, groundDb: takenDb });
    clearK = past.clearKDb;
    // the ground is in the air already
    lossDb += past.lossDb - takenDb;
    if (isFin)
      lossDb -= beamPatternDb(
        turn(bearingDeg + 180 - antenna.aimDeg),
        FIN.beamwidthDeg,
        FIN.frontToBackDb,
      );
    return constantDb - lossDb;
  };
  return { at, towardsDeg: () => bearingDeg, clearKDb: () => clearK };
}

/**
 * What the body takes towards a bearing, past what stands between, with what a walk test found of
 * it; as a gain.
 */
export function bodyDb(
  plan: Pick<FloorPlan, "fit">,
  wear: Wear,
  facingDeg: number | null,
  { towardsDeg, clearKDb }: { towardsDeg: number; clearKDb: number },
): number {
  const offDeg = facingDeg === null ? null : facingDeg - towardsDeg;
  return (
    (isBehindBody(wear, offDeg) ? (plan.fit?.behindBody?.db ?? 0) : 0) -
    raysLeft(clearKDb, wear, offDeg).bodyLossDb
  );
}

/**
 * Margins with the wearer turned some way, the best of the antennas in each cell. @param facingDeg
 * - null: in each cell the way that is worst for that antenna
 */
export function withBody(
  plan: Pick<FloorPlan, "fit">,
  wear: Wear,
  facingDeg: number | null,
  antennas: readonly AntennaCoverage[],
): Float32Array {
  const best = new Float32Array(antennas[0]?.marginDb.length ?? 0).fill(-Infinity);
  const { round, min } = Math;
  // by degree and by what is direct; where hardly anything is, all is alike
  const table = Float64Array.from({ length: BODY_DEGREES * K_STEPS }, (_, i) =>
    facingDeg === null && i >= K_STEPS
      ? 0
      : bodyDb(plan, wear, facingDeg, {
          towardsDeg: Math.floor(i / K_STEPS) - 180,
          clearKDb: MAX_K_DB - (i % K_STEPS) * K_STEP_DB,
        }),
  );
  for (const { marginDb, towardsDeg, clearKDb } of antennas) {
    for (let i = 0; i < best.length; i += 1) {
      const step = min(K_STEPS - 1, round((MAX_K_DB - clearKDb[i]!) / K_STEP_DB));
      const degree = facingDeg === null ? 0 : round(towardsDeg[i]!) + 180;
      const m = marginDb[i]! + table[degree * K_STEPS + step]!;
      if (m > best[i]!) best[i] = m;
    }
  }
  return best;
}

/** Bearings from −180° to 180°. */
const BODY_DEGREES = 361;
/** Direct over scattered, from the open down. */
const MAX_K_DB = 8;
const K_STEP_DB = 0.25;
const K_STEPS = 121;

/**
 * The least of a map within the playing areas; everywhere that is not inside an obstacle, where
 * there are none. Null where nothing is left.
 */
export function worstCell(
  plan: FloorPlan,
  { columns, cellM }: Pick<AntennaCoverage, "columns" | "cellM">,
  marginDb: Float32Array,
): (PlanPoint & { marginDb: number }) | null {
  let worst: (PlanPoint & { marginDb: number }) | null = null;
  marginDb.forEach((m, i) => {
    if (worst && m >= worst.marginDb) return;
    const p = { x: ((i % columns) + 0.5) * cellM, y: (Math.floor(i / columns) + 0.5) * cellM };
    if (p.x > plan.widthM || p.y > plan.heightM) return;
    const counts =
      plan.areas.length > 0
        ? plan.areas.some((a) => isInside(p, a.corners))
        : !plan.obstacles.some((o) => isInside(p, o.corners));
    if (counts) worst = { ...p, marginDb: m };
  });
  return worst;
}

/**
 * Margin without air, walls, body and what turns with the place: both ends' antennas, skin, lean,
 * feed and noise.
 */
function besideThePathDb(
  pack: PlanCoverageAsked["pack"],
  antenna: PlacedAntenna,
  receiver: LinkQuestion["receiver"],
): number {
  const { marginDb } = linkBudget({
    frequencyHz: pack.frequencyHz,
    txPowerDbm: pack.txPowerDbm,
    tx: {
      antenna: "whip-quarter",
      ...(pack.whip ? { whip: pack.whip } : {}),
      wear: pack.wear,
      bodyLossDb: 0,
      skinContact: pack.skinContact,
      sleeve: pack.sleeve,
      tiltDeg: pack.tiltDeg,
      heightM: pack.heightM,
    },
    rx: {
      antenna: antenna.kind,
      tiltDeg: antenna.tiltDeg,
      offAxisDeg: 0,
      heightM: antenna.heightM,
    },
    path: { distanceM: 1, model: "free-space", walls: [], edges: [] },
    feed: antenna.feed,
    receiver,
    ...(pack.interference ? { interference: pack.interference } : {}),
  });
  return marginDb + freeSpaceLossDb({ distanceM: 1, frequencyHz: pack.frequencyHz });
}

/** Air, and what an upright antenna loses to a pack that lies above or below it; as a gain. */
function airAndPatternDb(
  plan: FloorPlan,
  { frequencyHz, heightM }: PlanCoverageAsked["pack"],
  antenna: PlacedAntenna,
  flatM: number,
  dz: number,
): number {
  const distanceM = rayLengthM(flatM, dz);
  const lossDb =
    plan.model === "indoor"
      ? indoorLossDb({ distanceM, frequencyHz, room: indoorSite(plan) })
      : plan.model === "plane-earth"
        ? planeEarthLossDb({
            distanceM,
            frequencyHz,
            txHeightM: heightM,
            rxHeightM: antenna.heightM,
          })
        : freeSpaceLossDb({ distanceM, frequencyHz });
  const isUpright = antenna.kind === "whip-quarter" || antenna.kind === "dipole";
  return (
    (isUpright ? dipolePatternDb((Math.atan2(dz, Math.max(1e-6, flatM)) * 180) / Math.PI) : 0) -
    lossDb
  );
}

const rayLengthM = (flatM: number, dz: number): number =>
  Math.max(NEAREST_M, Math.abs(dz), Math.hypot(flatM, dz));

const turn = (deg: number): number => ((((deg + 180) % 360) + 360) % 360) - 180;
const bearingBin = (deg: number): number =>
  Math.min(ANGLES - 1, Math.max(0, Math.floor(((deg + 180) / 360) * ANGLES)));

/** For each bearing from a cell to the antenna, which things may lie on it. */
function byBearing(antenna: PlanPoint, things: readonly (readonly PlanPoint[])[]): number[][] {
  const bins: number[][] = Array.from({ length: ANGLES }, () => []);
  things.forEach((points, thing) => {
    // an antenna within it, or on it, sees it everywhere
    const isAround =
      points.length > 2
        ? isInside(antenna, points)
        : distanceToSegmentM(antenna, itemAt(points, 0), itemAt(points, 1)) < 0.05;
    const seen = new Set<number>();
    if (isAround) for (let i = 0; i < ANGLES; i += 1) seen.add(i);
    else
      points.forEach((p, i) => {
        if (points.length === 2 && i === 1) return;
        const q = points[(i + 1) % points.length]!;
        const [a, b] = [p, q].map(
          (c) => (Math.atan2(antenna.y - c.y, antenna.x - c.x) * 180) / Math.PI,
        ) as [number, number];
        const by = turn(b - a);
        const steps = Math.ceil((Math.abs(by) / 360) * ANGLES) + 1;
        for (let s = -1; s <= steps + 1; s += 1)
          seen.add((((bearingBin(a) + s * Math.sign(by || 1)) % ANGLES) + ANGLES) % ANGLES);
      });
    seen.forEach((bin) => bins[bin]!.push(thing));
  });
  return bins;
}

/** Walls of one kind share a table of loss by the cosine of the angle. */
const keptTables = new WeakMap<
  readonly DrawnWall[],
  { frequencyHz: number; tables: Float64Array[] }
>();

function lossTables(walls: readonly DrawnWall[], frequencyHz: number): Float64Array[] {
  const before = keptTables.get(walls);
  if (before?.frequencyHz === frequencyHz) return before.tables;
  const known = new Map<string, Float64Array>();
  const tables = walls.map((w) => {
    const key = JSON.stringify([w.material, w.thicknessM, w.layers, w.lossDb, w.allowanceDb]);
    const table =
      known.get(key) ??
      Float64Array.from(
        { length: COSINES + 1 },
        (_, i) =>
          wallLossDb(
            w,
            frequencyHz,
            Math.min(89.9, (Math.acos(Math.max(i, 0.5) / COSINES) * 180) / Math.PI),
          ) + (w.allowanceDb ?? 0),
      );
    known.set(key, table);
    return table;
  });
  keptTables.set(walls, { frequencyHz, tables });
  return tables;
}
