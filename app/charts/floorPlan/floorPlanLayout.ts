import {
  type DrawnWall,
  type FloorPlan,
  type PlanPoint,
  wallPieces,
} from "~/core/location/floorPlan";

/** The stretch of a plan that is on the screen, in metres. */
export interface View extends PlanPoint {
  widthM: number;
  heightM: number;
}

/** Where metres of a plan lie on the screen. */
export interface PlanScale {
  pxPerM: number;
  x: (m: number) => number;
  y: (m: number) => number;
  /** A point as SVG writes it: "12.0,40.5". */
  at: (p: PlanPoint) => string;
}

/** The scale at which a view is as large as it may be. */
export function planScale(view: View, within: { widthPx: number; heightPx: number }): PlanScale {
  const pxPerM = Math.min(within.widthPx / view.widthM, within.heightPx / view.heightM);
  const x = (m: number) => (m - view.x) * pxPerM;
  const y = (m: number) => (m - view.y) * pxPerM;
  return { pxPerM, x, y, at: (p) => `${x(p.x).toFixed(1)},${y(p.y).toFixed(1)}` };
}

export const wholeView = ({ widthM, heightM }: FloorPlan): View => ({
  x: 0,
  y: 0,
  widthM,
  heightM,
});

const MAX_ZOOM = 12;

/**
 * Nearer or further, with what lies under the hand staying there; never further than the whole,
 * never off it.
 */
export function zoomed(
  plan: FloorPlan,
  view: View,
  by: number,
  about: PlanPoint = { x: view.x + view.widthM / 2, y: view.y + view.heightM / 2 },
): View {
  const scale = Math.min(1, Math.max(1 / MAX_ZOOM, view.widthM / by / plan.widthM));
  const [widthM, heightM] = [plan.widthM * scale, plan.heightM * scale];
  const [u, v] = [(about.x - view.x) / view.widthM, (about.y - view.y) / view.heightM];
  return inPlan(plan, { x: about.x - u * widthM, y: about.y - v * heightM, widthM, heightM });
}

export const panned = (plan: FloorPlan, view: View, dx: number, dy: number): View =>
  inPlan(plan, { ...view, x: view.x + dx, y: view.y + dy });

const inPlan = (plan: FloorPlan, view: View): View => ({
  ...view,
  x: Math.min(plan.widthM - view.widthM, Math.max(0, view.x)),
  y: Math.min(plan.heightM - view.heightM, Math.max(0, view.y)),
});

/** A round length for grid and scale: about a tenth of what is shown. */
export function scaleStepM(widthM: number): number {
  const steps = [0.5, 1, 2, 5, 10, 20, 50, 100, 200];
  return steps.find((s) => s >= widthM / 14) ?? 500;
}

export const pathOf = (points: readonly PlanPoint[], at: (p: PlanPoint) => string): string =>
  points.length === 0 ? "" : `M${points.map(at).join("L")}`;

/** Cable lies along walls: over, then up. */
export const cableRun = (from: PlanPoint, to: PlanPoint): PlanPoint[] => [
  from,
  { x: to.x, y: from.y },
  to,
];

/**
 * A wall's stretches as strokes: as thick as they are where that can be seen, never too thin to
 * see.
 */
export function wallStrokes(
  wall: DrawnWall,
  pxPerM: number,
): {
  key: string;
  x1: number;
  y1: number;
  x2: number;
  y2: number;
  material: string;
  widthPx: number;
}[] {
  return wallPieces(wall).map((p) => ({
    key: p.id,
    x1: p.x1,
    y1: p.y1,
    x2: p.x2,
    y2: p.y2,
    material: p.layers ? "layers" : p.material,
    widthPx: Math.min(14, Math.max(p.material === "glass" ? 2 : 3, p.thicknessM * pxPerM)),
  }));
}
