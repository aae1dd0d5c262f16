import { bodyLossTowardsDb, beamPatternDb, FIN, dipolePatternDb, packSideDeg, type Wear } from "../radio/antenna";
import { coverageSize } from "../radio/coverage";
import { linkBudget, type LinkQuestion, wallLossDb } from "../radio/link";
import { freeSpaceLossDb, indoorLossDb, planeEarthLossDb } from "../radio/propagation";
import { type DrawnWall, distanceToSegmentM, type FloorPlan, isInside, type PlacedAntenna, planPieces, type PlanPoint } from "./floorPlan";
import { obstacleWay, type PlanPack } from "./planLink";
import { isOpaque, knownWayRound } from "./wayRound";

export interface PlanCoverageAsked {
  plan: FloorPlan;
  pack: Omit<PlanPack, "x" | "y" | "facingDeg">;
  receiver: LinkQuestion["receiver"];
  cellM: number;
}

/** What one antenna hears of a pack in each cell: margin with the body taken out, and which way the antenna lies from there. */
export interface AntennaCoverage {
  columns: number;
  rows: number;
  cellM: number;
  /** Row by row from y = 0, at the middle of each cell. */
  marginDb: Float32Array;
  towardsDeg: Float32Array;
}

const NEAREST_M = 1;
const DISTANCES = 4096;
const ANGLES = 720;
const COSINES = 512;

/** The margin over a whole plan for one antenna, as {@link planLink} has it but for rounding in its tables: walls by their angle, steel and obstacles by the way that loses least, this place's corrections. The body is left to {@link withBody}, so that turning it costs nothing.
 *  Walls and obstacles are looked up by the angle under which the antenna sees them, so that a cell asks only those on its own bearing.
 */
export function antennaCoverage(asked: PlanCoverageAsked, antenna: PlacedAntenna): AntennaCoverage {
  const steps = antennaCoverageSteps(asked, antenna);
  for (;;) {
    const { done, value } = steps.next();
    if (done) return value;
  }
}

/** The same row by row, for whoever must look up between: gives the share that is done after each. */
export function* antennaCoverageSteps({ plan, pack, receiver, cellM }: PlanCoverageAsked, antenna: PlacedAntenna): Generator<number, AntennaCoverage, undefined> {
  const { columns, rows } = coverageSize({ widthM: plan.widthM, heightM: plan.heightM, cellM });
  const { frequencyHz } = pack;
  const dz = antenna.heightM - pack.heightM;
  const pieces = planPieces(plan);
  const constantDb = besideThePathDb(pack, antenna, receiver) + (plan.fit?.general?.db ?? 0);
  const perWallDb = plan.fit?.perWall?.db ?? 0;
  const mostM = Math.hypot(plan.widthM, plan.heightM);
  const airDb = Float64Array.from({ length: DISTANCES + 2 }, (_, i) => -airAndPatternDb(plan, pack, antenna, (i * mostM) / DISTANCES, dz));
  const walls = byBearing(antenna, pieces.map((w) => [{ x: w.x1, y: w.y1 }, { x: w.x2, y: w.y2 }]));
  const inTheWay = byBearing(antenna, plan.obstacles.map((o) => o.corners));
  const tables = lossTables(pieces, frequencyHz);
  const round = knownWayRound(pieces, antenna, frequencyHz);
  const shapes = pieces.map((w) => ({ ...w, wx: w.x2 - w.x1, wy: w.y2 - w.y1, isSteel: isOpaque(w.material), lengthM: Math.hypot(w.x2 - w.x1, w.y2 - w.y1) }));
  const marginDb = new Float32Array(columns * rows);
  const towardsDeg = new Float32Array(columns * rows);
  const isFin = antenna.kind === "fin";
  const { hypot, atan2, abs, min, max, floor } = Math;
  const degrees = 180 / Math.PI;
  for (let row = 0; row < rows; row += 1) {
    const y = (row + 0.5) * cellM;
    for (let column = 0; column < columns; column += 1) {
      const x = (column + 0.5) * cellM;
      const [dx, dy] = [antenna.x - x, antenna.y - y];
      const flatM = hypot(dx, dy);
      const bearingDeg = atan2(dy, dx) * degrees;
      const bin = bearingBin(bearingDeg);
      const at = min(DISTANCES, (flatM / mostM) * DISTANCES);
      const below = floor(at);
      let lossDb = airDb[below]! + (airDb[below + 1]! - airDb[below]!) * (at - below);
      const rayM = hypot(flatM, dz);
      let [steelDb, steels, others] = [0, 0, 0];
      for (const w of walls[bin]!) {
        const s = shapes[w]!;
        const along = crossing(x, y, dx, dy, s);
        if (!along) continue;
        const cos = min(1, abs(dx * s.wy - dy * s.wx) / (s.lengthM * max(1e-9, rayM)));
        const c = cos * COSINES;
        const i = min(COSINES - 1, floor(c));
        const table = tables[w]!;
        const wallDb = table[i]! + (table[i + 1]! - table[i]!) * (c - i);
        if (s.isSteel) [steelDb, steels] = [steelDb + wallDb, steels + 1];
        else [lossDb, others] = [lossDb + wallDb, others + 1];
      }
      if (steels > 0) lossDb += min(steelDb, round.lossDb({ x, y }));
      lossDb -= perWallDb * (others + (steels > 0 ? 1 : 0));
      for (const o of inTheWay[bin]!) {
        const way = obstacleWay(plan.obstacles[o]!, { from: { x, y, heightM: pack.heightM }, to: antenna, frequencyHz });
        if (way) lossDb += way.lossDb;
      }
      if (isFin) lossDb -= beamPatternDb(turn(bearingDeg + 180 - antenna.aimDeg), FIN.beamwidthDeg, FIN.frontToBackDb);
      marginDb[row * columns + column] = constantDb - lossDb;
      towardsDeg[row * columns + column] = bearingDeg;
    }
    yield (row + 1) / rows;
  }
  return { columns, rows, cellM, marginDb, towardsDeg };
}

/** Margins with the wearer turned some way, the best of the antennas in each cell. @param facingDeg - null: in each cell the way that is worst for that antenna */
export function withBody(plan: Pick<FloorPlan, "fit">, wear: Wear, facingDeg: number | null, antennas: readonly AntennaCoverage[]): Float32Array {
  const behindDb = wear === "free" ? 0 : (plan.fit?.behindBody?.db ?? 0);
  const best = new Float32Array(antennas[0]?.marginDb.length ?? 0).fill(-Infinity);
  const worst = behindDb - bodyLossTowardsDb(wear, null);
  const byDegree = facingDeg === null ? null : Float64Array.from({ length: 721 }, (_, i) => {
    const offDeg = facingDeg - (i - 360);
    return (wear !== "free" && Math.cos(((offDeg - packSideDeg(wear)) * Math.PI) / 180) < 0 ? behindDb : 0) - bodyLossTowardsDb(wear, offDeg);
  });
  for (const { marginDb, towardsDeg } of antennas) {
    for (let i = 0; i < best.length; i += 1) {
      const m = marginDb[i]! + (byDegree ? byDegree[Math.round(towardsDeg[i]!) + 360]! : worst);
      if (m > best[i]!) best[i] = m;
    }
  }
  return best;
}

/** The least of a map within the playing areas; everywhere that is not inside an obstacle, where there are none. Null where nothing is left. */
export function worstCell(plan: FloorPlan, { columns, cellM }: Pick<AntennaCoverage, "columns" | "cellM">, marginDb: Float32Array): (PlanPoint & { marginDb: number }) | null {
  let worst: (PlanPoint & { marginDb: number }) | null = null;
  marginDb.forEach((m, i) => {
    if (worst && m >= worst.marginDb) return;
    const p = { x: ((i % columns) + 0.5) * cellM, y: (Math.floor(i / columns) + 0.5) * cellM };
    if (p.x > plan.widthM || p.y > plan.heightM) return;
    const counts = plan.areas.length > 0 ? plan.areas.some((a) => isInside(p, a.corners)) : !plan.obstacles.some((o) => isInside(p, o.corners));
    if (counts) worst = { ...p, marginDb: m };
  });
  return worst;
}

/** Margin without air, walls, body and what turns with the place: both ends' antennas, skin, lean, feed and noise. */
function besideThePathDb(pack: PlanCoverageAsked["pack"], antenna: PlacedAntenna, receiver: LinkQuestion["receiver"]): number {
  const { marginDb } = linkBudget({
    frequencyHz: pack.frequencyHz, txPowerDbm: pack.txPowerDbm,
    tx: { antenna: "whip-quarter", ...(pack.whip ? { whip: pack.whip } : {}), wear: pack.wear, bodyLossDb: 0, skinContact: pack.skinContact, sleeve: pack.sleeve, tiltDeg: pack.tiltDeg, heightM: pack.heightM },
    rx: { antenna: antenna.kind, tiltDeg: antenna.tiltDeg, offAxisDeg: 0, heightM: antenna.heightM }, path: { distanceM: 1, model: "free-space", walls: [], edges: [] }, feed: antenna.feed, receiver,
    ...(pack.interference ? { interference: pack.interference } : {}),
  });
  return marginDb + freeSpaceLossDb({ distanceM: 1, frequencyHz: pack.frequencyHz });
}

/** Air, and what an upright antenna loses to a pack that lies above or below it; as a gain. */
function airAndPatternDb(plan: FloorPlan, { frequencyHz, heightM }: PlanCoverageAsked["pack"], antenna: PlacedAntenna, flatM: number, dz: number): number {
  const distanceM = Math.max(NEAREST_M, Math.abs(dz), Math.hypot(flatM, dz));
  const lossDb = plan.model === "indoor" ? indoorLossDb({ distanceM, frequencyHz, room: plan.room })
    : plan.model === "plane-earth" ? planeEarthLossDb({ distanceM, frequencyHz, txHeightM: heightM, rxHeightM: antenna.heightM }) : freeSpaceLossDb({ distanceM, frequencyHz });
  const isUpright = antenna.kind === "whip-quarter" || antenna.kind === "dipole";
  return (isUpright ? dipolePatternDb((Math.atan2(dz, Math.max(1e-6, flatM)) * 180) / Math.PI) : 0) - lossDb;
}

const turn = (deg: number): number => ((((deg + 180) % 360) + 360) % 360) - 180;
const bearingBin = (deg: number): number => Math.min(ANGLES - 1, Math.max(0, Math.floor(((deg + 180) / 360) * ANGLES)));

/** For each bearing from a cell to the antenna, which things may lie on it. */
function byBearing(antenna: PlanPoint, things: readonly (readonly PlanPoint[])[]): number[][] {
  const bins: number[][] = Array.from({ length: ANGLES }, () => []);
  things.forEach((points, thing) => {
    // an antenna within it, or on it, sees it everywhere
    const isAround = points.length > 2 ? isInside(antenna, points) : distanceToSegmentM(antenna, points[0]!, points[1]!) < 0.05;
    const seen = new Set<number>();
    if (isAround) for (let i = 0; i < ANGLES; i += 1) seen.add(i);
    else points.forEach((p, i) => {
      if (points.length === 2 && i === 1) return;
      const q = points[(i + 1) % points.length]!;
      const [a, b] = [p, q].map((c) => (Math.atan2(antenna.y - c.y, antenna.x - c.x) * 180) / Math.PI) as [number, number];
      const by = turn(b - a);
      const steps = Math.ceil((Math.abs(by) / 360) * ANGLES) + 1;
      for (let s = -1; s <= steps + 1; s += 1) seen.add((((bearingBin(a) + s * Math.sign(by || 1)) % ANGLES) + ANGLES) % ANGLES);
    });
    seen.forEach((bin) => bins[bin]!.push(thing));
  });
  return bins;
}

function crossing(x: number, y: number, dx: number, dy: number, w: { x1: number; y1: number; wx: number; wy: number }): boolean {
  const across = dx * w.wy - dy * w.wx;
  if (across === 0) return false;
  const t = ((w.x1 - x) * w.wy - (w.y1 - y) * w.wx) / across;
  if (t < 0 || t > 1) return false;
  const u = ((w.x1 - x) * dy - (w.y1 - y) * dx) / across;
  return u >= 0 && u <= 1;
}

/** Walls of one kind share a table of loss by the cosine of the angle. */
function lossTables(walls: readonly DrawnWall[], frequencyHz: number): Float64Array[] {
  const known = new Map<string, Float64Array>();
  return walls.map((w) => {
    const key = JSON.stringify([w.material, w.thicknessM, w.layers]);
    const table = known.get(key) ?? Float64Array.from({ length: COSINES + 1 }, (_, i) => wallLossDb(w, frequencyHz, Math.min(89.9, (Math.acos(Math.max(i, 0.5) / COSINES) * 180) / Math.PI)));
    known.set(key, table);
    return table;
  });
}
