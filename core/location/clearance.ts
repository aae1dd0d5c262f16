import { itemAt } from "~/core/units/items";
import { clearHeightM } from "~/core/radio/antennaDesk";
import { type FloorPlan, meetsAt, type PlacedAntenna, type PlanPoint } from "./floorPlan";

export interface Clearance {
  obstacleId: string;
  /**
   * How high this antenna must stand to have six tenths of the first Fresnel zone clear over it.
   */
  needM: number;
}

/**
 * What stands in the line from a pack to an antenna and how high the antenna must go to look over
 * it; the highest first. Walls go to the ceiling: over them there is no way.
 */
export function clearances(
  plan: FloorPlan,
  pack: PlanPoint & { heightM: number; frequencyHz: number },
  antenna: PlacedAntenna,
): Clearance[] {
  const flatM = Math.hypot(antenna.x - pack.x, antenna.y - pack.y);
  return plan.obstacles
    .flatMap((o): Clearance[] => {
      const meets = o.corners.flatMap(
        (c, i) => meetsAt(pack, antenna, c, itemAt(o.corners, (i + 1) % o.corners.length)) ?? [],
      );
      if (meets.length === 0) return [];
      // the edge that asks for most: near the pack the line is still low
      const needM = Math.max(
        ...[Math.min(...meets), Math.max(...meets)].map((t) => {
          const d1M = Math.min(flatM - 0.05, Math.max(0.05, t * flatM));
          return clearHeightM({
            frequencyHz: pack.frequencyHz,
            packHeightM: pack.heightM,
            obstacle: { heightM: o.heightM, d1M, d2M: flatM - d1M },
          });
        }),
      );
      return [{ obstacleId: o.id, needM }];
    })
    .sort((a, b) => b.needM - a.needM);
}
