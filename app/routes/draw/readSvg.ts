import { itemAt, numberAt } from "~/core/units/items";
import svgpath from "svgpath";
import {
  addAll,
  PLAN_FORMAT,
  type PlanFileError,
  readGeoJson,
  type ReadPlan,
} from "~/core/location/planFiles";
import type { Drawn } from "~/core/location/editPlan";
import type { FloorPlan, PlanPoint } from "~/core/location/floorPlan";
import { fail, type Result } from "~/core/units/result";

export type SvgError =
  PlanFileError | { code: "not-svg" } | { code: "too-involved" } | { code: "no-scale" };

const SHAPES = "line, polyline, polygon, rect, path";
const MAX_SHAPES = 2000;
/** A drawing of more characters in its shapes has more corners than any plan takes. */
const MAX_SHAPE_CHARACTERS = 1_000_000;
/** Groups in groups: each moves the shapes in it again. */
const MAX_DEPTH = 60;
/** A curve as straight pieces. */
const CURVE_PIECES = 6;

/**
 * Reads a drawing. One of ours stands for the whole plan; any other is laid onto it: open lines as
 * walls, closed ones as obstacles. Nothing in it is run or shown: only its shapes are read.
 * @param widthM - how wide the whole drawing is in reality; null where nobody said yet
 */
export function readSvg(
  text: string,
  onto: FloorPlan,
  widthM: number | null,
  parse: (candidate: unknown) => FloorPlan | null,
): Result<ReadPlan, SvgError> {
  const file = new DOMParser().parseFromString(text, "image/svg+xml");
  const svg = file.documentElement;
  if (svg.nodeName !== "svg" || file.querySelector("parsererror")) return fail({ code: "not-svg" });
  const own = svg.querySelector("metadata")?.textContent ?? "";
  if (own.includes(PLAN_FORMAT)) return readGeoJson(own, onto, parse);
  const box = (svg.getAttribute("viewBox") ?? "").split(/[\s,]+/).map(Number);
  const [left, top, wide, high] =
    box.length === 4 && box.every(Number.isFinite) && numberAt(box, 2) > 0
      ? (box as [number, number, number, number])
      : [
          0,
          0,
          parseFloat(svg.getAttribute("width") ?? ""),
          parseFloat(svg.getAttribute("height") ?? ""),
        ];
  if (!(wide > 0) || !(high > 0)) return fail({ code: "not-svg" });
  if (widthM === null) return fail({ code: "no-scale" });
  const k = widthM / wide;
  const shapes = [...svg.querySelectorAll(SHAPES)]
    .filter((s) => !s.closest("defs, clipPath, mask, symbol, pattern"))
    .slice(0, MAX_SHAPES);
  const characters = shapes.reduce(
    (n, s) => n + (s.getAttribute("d") ?? s.getAttribute("points") ?? "").length,
    0,
  );
  if (characters > MAX_SHAPE_CHARACTERS || shapes.some((s) => isDeeper(s, MAX_DEPTH)))
    return fail({ code: "too-involved" });
  const drawn = shapes.flatMap((s) =>
    runs(s).flatMap(({ points, isClosed }): Drawn[] => {
      const inM = points.map((p) => ({
        x: Math.round((p.x - left) * k * 100) / 100,
        y: Math.round((p.y - top) * k * 100) / 100,
      }));
      if (inM.length < 2) return [];
      return isClosed && inM.length > 2
        ? [
            {
              kind: "obstacle",
              points: inM,
              material: "brick",
              thicknessM: 0.11,
              heightM: 3,
              name: "",
            },
          ]
        : [{ kind: "wall", points: inM, material: "brick", thicknessM: 0.11 }];
    }),
  );
  if (drawn.length === 0) return fail({ code: "empty" });
  return addAll(onto, drawn, { widthM, heightM: high * k }, [
    { code: "metres-taken", count: drawn.length },
  ]);
}

function isDeeper(shape: Element, most: number): boolean {
  let node: Element | null = shape;
  for (let depth = 0; depth <= most && node; depth += 1) node = node.parentElement;
  return node !== null;
}

/** The strokes of a shape, as it lies in the drawing. */
function runs(shape: Element): { points: PlanPoint[]; isClosed: boolean }[] {
  const n = (name: string) => parseFloat(shape.getAttribute(name) ?? "0") || 0;
  const list = () =>
    (shape.getAttribute("points") ?? "")
      .trim()
      .split(/[\s,]+/)
      .map(Number);
  const pairs = (v: number[]) =>
    Array.from(
      { length: Math.floor(v.length / 2) },
      (_, i) => `${numberAt(v, 2 * i)},${numberAt(v, 2 * i + 1)}`,
    ).join("L");
  const path =
    shape.tagName === "line"
      ? `M${n("x1")},${n("y1")}L${n("x2")},${n("y2")}`
      : shape.tagName === "rect"
        ? `M${n("x")},${n("y")}h${n("width")}v${n("height")}h${-n("width")}Z`
        : shape.tagName === "polyline"
          ? `M${pairs(list())}`
          : shape.tagName === "polygon"
            ? `M${pairs(list())}Z`
            : (shape.getAttribute("d") ?? "");
  let moved = svgpath(path);
  for (let node: Element | null = shape; node && node.tagName !== "svg"; node = node.parentElement)
    moved = moved.transform(node.getAttribute("transform") ?? "");
  const found: { points: PlanPoint[]; isClosed: boolean }[] = [];
  moved
    .abs()
    .unarc()
    .unshort()
    .iterate((segment: (string | number)[], _i: number, x: number, y: number) => {
      const [letter, ...v] = segment as [string, ...number[]];
      const last = found.at(-1);
      if (letter === "M")
        found.push({ points: [{ x: numberAt(v, 0), y: numberAt(v, 1) }], isClosed: false });
      else if (!last) return;
      else if (letter === "Z") last.isClosed = true;
      else if (letter === "H") last.points.push({ x: numberAt(v, 0), y });
      else if (letter === "V") last.points.push({ x, y: numberAt(v, 0) });
      else if (letter === "L") last.points.push({ x: numberAt(v, 0), y: numberAt(v, 1) });
      else if (letter === "C" || letter === "Q") last.points.push(...curve({ x, y }, v));
    });
  return found.filter((r) => r.points.every((p) => Number.isFinite(p.x) && Number.isFinite(p.y)));
}

function curve(from: PlanPoint, v: readonly number[]): PlanPoint[] {
  const all = [
    from,
    ...Array.from({ length: v.length / 2 }, (_, i) => ({
      x: numberAt(v, 2 * i),
      y: numberAt(v, 2 * i + 1),
    })),
  ];
  return Array.from({ length: CURVE_PIECES }, (_, i) => {
    const t = (i + 1) / CURVE_PIECES;
    // De Casteljau: halve until one is left
    let points = all;
    while (points.length > 1)
      points = points.slice(1).map((p, j) => ({
        x: itemAt(points, j).x + (p.x - itemAt(points, j).x) * t,
        y: itemAt(points, j).y + (p.y - itemAt(points, j).y) * t,
      }));
    return itemAt(points, 0);
  });
}
