// Innermost loops: every index is bounded by the loop that counts it, and a checked accessor makes
// them two to seven times slower (measured side by side, docs/decisions.md).
/* eslint-disable @typescript-eslint/no-non-null-assertion */
import { itemAt } from "~/core/units/items";
import { assertPositive } from "~/core/units/guards";
import { freeSpaceLossDb, indoorLossDb, planeEarthLossDb, type Room } from "./propagation";
import { type Material, slabLossDb } from "./slab";

/** A wall on the plan, as high as the room. */
export interface PlanWall {
  x1: number;
  y1: number;
  x2: number;
  y2: number;
  material: Material;
  thicknessM: number;
}

export interface PlanAntenna {
  x: number;
  y: number;
  heightM: number;
  gainDbi: number;
}

export interface CoverageQuestion {
  frequencyHz: number;
  txPowerDbm: number;
  txHeightM: number;
  widthM: number;
  heightM: number;
  cellM: number;
  walls: readonly PlanWall[];
  antennas: readonly PlanAntenna[];
  model: "free-space" | "plane-earth" | "indoor";
  room?: Room;
}

export interface Coverage {
  columns: number;
  rows: number;
  /**
   * The best of the antennas, then each of them; row by row from y = 0, at the middle of each cell.
   */
  levelsDbm: Float64Array[];
}

/** Nearer than this counts as this far. */
const NEAREST_M = 1;
/** Loss is looked up by the cosine of the angle of incidence. */
const TABLE = 2048;

/** Cells of a plan. */
export const coverageSize = ({
  widthM,
  heightM,
  cellM,
}: Pick<CoverageQuestion, "widthM" | "heightM" | "cellM">): { columns: number; rows: number } => ({
  columns: Math.ceil(widthM / cellM - 1e-9),
  rows: Math.ceil(heightM / cellM - 1e-9),
});

/**
 * The level that each antenna gets from a pack in each cell of a plan: the model's loss over the
 * straight line, and each wall that it crosses at its true angle.
 * @param onRow - told as each row is done, for a worker that tells how far it is
 * @throws RangeError for a width, height, cell, frequency or thickness not > 0
 */
export function coverage(
  q: CoverageQuestion,
  onRow: (row: number) => void = () => undefined,
): Coverage {
  for (const name of ["widthM", "heightM", "cellM", "frequencyHz", "txHeightM"] as const)
    assertPositive(name, q[name]);
  const { columns, rows } = coverageSize(q);
  const tables = q.walls.map((w) => lossTable(w, q.frequencyHz));
  const levelsDbm = Array.from({ length: q.antennas.length + 1 }, () =>
    new Float64Array(columns * rows).fill(-Infinity),
  );
  for (let row = 0; row < rows; row += 1) {
    const y = (row + 0.5) * q.cellM;
    for (let column = 0; column < columns; column += 1) {
      const x = (column + 0.5) * q.cellM;
      const at = row * columns + column;
      let best = -Infinity;
      q.antennas.forEach((antenna, i) => {
        const level = q.txPowerDbm + antenna.gainDbi - pathLossDb(q, x, y, antenna, tables);
        levelsDbm[i + 1]![at] = level;
        if (level > best) best = level;
      });
      itemAt(levelsDbm, 0)[at] = best;
    }
    onRow(row);
  }
  return { columns, rows, levelsDbm };
}

function pathLossDb(
  q: CoverageQuestion,
  x: number,
  y: number,
  antenna: PlanAntenna,
  tables: readonly Float64Array[],
): number {
  const [dx, dy, dz] = [antenna.x - x, antenna.y - y, antenna.heightM - q.txHeightM];
  const distanceM = Math.max(NEAREST_M, Math.abs(dz), Math.hypot(dx, dy, dz));
  let lossDb =
    q.model === "indoor"
      ? indoorLossDb({ distanceM, frequencyHz: q.frequencyHz, room: q.room ?? "office" })
      : q.model === "plane-earth"
        ? planeEarthLossDb({
            distanceM,
            frequencyHz: q.frequencyHz,
            txHeightM: q.txHeightM,
            rxHeightM: antenna.heightM,
          })
        : freeSpaceLossDb({ distanceM, frequencyHz: q.frequencyHz });
  for (const [i, wall] of q.walls.entries()) {
    if (!crosses(x, y, antenna.x, antenna.y, wall)) continue;
    const [wx, wy] = [wall.x2 - wall.x1, wall.y2 - wall.y1];
    // the wall stands upright: its normal is level
    const cos =
      Math.abs(dx * wy - dy * wx) / (Math.hypot(wx, wy) * Math.max(1e-9, Math.hypot(dx, dy, dz)));
    lossDb += tableAt(tables[i]!, cos);
  }
  return lossDb;
}

/**
 * Whether the straight line from a to b passes through a wall; one that ends on it does, one along
 * it does not.
 */
export function crosses(
  ax: number,
  ay: number,
  bx: number,
  by: number,
  { x1, y1, x2, y2 }: Pick<PlanWall, "x1" | "y1" | "x2" | "y2">,
): boolean {
  const side = (px: number, py: number, qx: number, qy: number, rx: number, ry: number) =>
    (qx - px) * (ry - py) - (qy - py) * (rx - px);
  const [a, b] = [side(x1, y1, x2, y2, ax, ay), side(x1, y1, x2, y2, bx, by)];
  if ((a > 0 && b > 0) || (a < 0 && b < 0) || (a === 0 && b === 0)) return false;
  const [c, d] = [side(ax, ay, bx, by, x1, y1), side(ax, ay, bx, by, x2, y2)];
  return !((c > 0 && d > 0) || (c < 0 && d < 0));
}

/**
 * Loss of one wall by the cosine of the angle of incidence, evenly from grazing to straight
 * through. Nearer to grazing than the first step the first holds.
 */
function lossTable({ material, thicknessM }: PlanWall, frequencyHz: number): Float64Array {
  return Float64Array.from({ length: TABLE + 1 }, (_, i) =>
    slabLossDb({
      material,
      thicknessM,
      frequencyHz,
      incidenceDeg: Math.min(89.9, (Math.acos(Math.max(i, 1) / TABLE) * 180) / Math.PI),
      polarisation: "TE",
    }),
  );
}

function tableAt(table: Float64Array, cos: number): number {
  const at = Math.min(TABLE, Math.max(0, cos * TABLE));
  const i = Math.min(TABLE - 1, Math.floor(at));
  return table[i]! + (table[i + 1]! - table[i]!) * (at - i);
}
