import { defined } from "~/core/units/items";
import { thinLine } from "./thinLine";
import { MATERIALS, type Material } from "~/core/radio/slab";
import { fail, ok, type Result } from "~/core/units/result";
import { added, type Drawn } from "./editPlan";
import { type FloorPlan, type PlanPoint, planProblems, type PlanProblem } from "./floorPlan";

/** What marks a file as one of ours, and its lengths as metres. */
export const PLAN_FORMAT = "plain-channel-plan";
const VERSION = 1;

/** What is wrong with one thing of a drawing, or with the sheet that it lies on. */
export type FeatureFault =
  { code: "no-coordinates" } | { code: "unknown-kind"; kind: string } | { code: "out-of-range" };

export type PlanFileError =
  /** More corners than a plan is drawn with. */
  | { code: "too-detailed"; points: number; most: number }
  | { code: "not-json"; at: string }
  | { code: "not-a-collection" | "empty" }
  | { code: "newer"; version: number }
  | { code: "bad-feature"; index: number; fault: FeatureFault }
  | { code: "too-large"; extentM: number }
  | { code: "senseless"; problems: PlanProblem[] };

/** What a file brought, and what was made of it on the way. */
export interface ReadPlan {
  plan: FloorPlan;
  /** Ours, so that it stands for the whole plan; else what was added to one. */
  isWhole: boolean;
  notes: { code: "degrees" | "ignored" | "metres-taken"; count: number }[];
}

type Feature = {
  type: "Feature";
  geometry: { type: string; coordinates: unknown } | null;
  properties: Record<string, unknown> | null;
};

/**
 * A plan as GeoJSON: shapes as features, in metres from the upper left corner, and everything that
 * is no shape beside them in a member of our own.
 */
export function planToGeoJson(plan: FloorPlan): string {
  const at = ({ x, y }: PlanPoint) => [x, y];
  const feature = (
    shape: string,
    id: string,
    type: string,
    coordinates: unknown,
    properties: object,
  ) => ({
    type: "Feature",
    id,
    properties: { shape, id, ...properties },
    geometry: { type, coordinates },
  });
  const ring = (corners: readonly PlanPoint[]) => [[...corners, ...corners.slice(0, 1)].map(at)];
  const { walls, obstacles, areas, walks, antennas, ...rest } = plan;
  return `${JSON.stringify(
    {
      type: "FeatureCollection",
      format: PLAN_FORMAT,
      version: VERSION,
      units: "metres",
      sheet: rest,
      features: [
        ...walls.map(({ id, x1, y1, x2, y2, ...p }) =>
          feature(
            "wall",
            id,
            "LineString",
            [
              [x1, y1],
              [x2, y2],
            ],
            p,
          ),
        ),
        ...obstacles.map(({ id, corners, ...p }) =>
          feature("obstacle", id, "Polygon", ring(corners), p),
        ),
        ...areas.map(({ id, corners, ...p }) => feature("area", id, "Polygon", ring(corners), p)),
        ...walks.map(({ id, points, ...p }) =>
          feature("walk", id, "LineString", points.map(at), p),
        ),
        ...antennas.map(({ id, x, y, ...p }) => feature("antenna", id, "Point", [x, y], p)),
      ],
    },
    null,
    1,
  )}\n`;
}

/** Further across than this nobody places antennas: the file is a map of a town. */
const MAX_EXTENT_M = 2000;
const MAX_FEATURES = 1500;
/**
 * A file of more corners is no plan of a place; and so many are left at most, once what lies within
 * a hand of a straight line is left out.
 */
const MAX_FILE_POINTS = 50_000;
const MAX_POINTS = 1000;
const STRAIGHT_M = 0.05;
const EARTH_M_PER_DEG = 111_195;
const DEFAULT: { material: Material; thicknessM: number } = { material: "brick", thicknessM: 0.11 };

/**
 * Reads a GeoJSON file. One of ours is the whole plan again. Any other is taken for degrees, as its
 * standard says (RFC 7946), laid flat about its middle and added: lines as walls, areas as
 * obstacles, points as stands; one that cannot be degrees is taken for metres.
 * @param parse - reads and checks our own shapes, so that nothing senseless comes in; null where it
 *   does not fit
 */
export function readGeoJson(
  text: string,
  onto: FloorPlan,
  parse: (candidate: unknown) => FloorPlan | null,
): Result<ReadPlan, PlanFileError> {
  let json: unknown;
  try {
    json = JSON.parse(text.replace(/^\uFEFF/, ""));
  } catch (error) {
    return fail({ code: "not-json", at: error instanceof Error ? error.message.slice(0, 80) : "" });
  }
  const file = json as {
    type?: string;
    format?: string;
    version?: number;
    sheet?: object;
    features?: Feature[];
  } | null;
  const features =
    file?.type === "FeatureCollection" && Array.isArray(file.features)
      ? file.features
      : file?.type === "Feature"
        ? [json as Feature]
        : null;
  if (!file || !features) return fail({ code: "not-a-collection" });
  if (file.format === PLAN_FORMAT) {
    if ((file.version ?? 0) > VERSION)
      return fail({ code: "newer", version: defined(file.version) });
    return readOwn(file.sheet ?? {}, features, parse);
  }
  if (features.length === 0 || features.length > MAX_FEATURES) return fail({ code: "empty" });
  return readForeign(features, onto);
}

function readOwn(
  sheet: object,
  features: readonly Feature[],
  parse: (candidate: unknown) => FloorPlan | null,
): Result<ReadPlan, PlanFileError> {
  const lists: Record<string, unknown[]> = {
    wall: [],
    obstacle: [],
    area: [],
    walk: [],
    antenna: [],
  };
  for (const [index, f] of features.entries()) {
    const { shape, ...p } = f.properties ?? {};
    const list = lists[String(shape)];
    const points = pointsOf(f);
    if (!list || points.length === 0)
      return fail({
        code: "bad-feature",
        index,
        fault: list ? { code: "no-coordinates" } : { code: "unknown-kind", kind: String(shape) },
      });
    const [a, b] = points;
    list.push(
      shape === "wall"
        ? { ...p, x1: defined(a).x, y1: defined(a).y, x2: b?.x, y2: b?.y }
        : shape === "antenna"
          ? { ...p, ...a }
          : shape === "walk"
            ? { ...p, points }
            : { ...p, corners: points.slice(0, -1) },
    );
  }
  const plan = parse({
    ...sheet,
    walls: lists["wall"],
    obstacles: lists["obstacle"],
    areas: lists["area"],
    walks: lists["walk"],
    antennas: lists["antenna"],
  });
  if (!plan)
    return fail({
      code: "bad-feature",
      index: 0,
      fault: { code: "out-of-range" },
    });
  const problems = planProblems(plan);
  return problems.length > 0
    ? fail({ code: "senseless", problems })
    : ok({ plan, isWhole: true, notes: [] });
}

/** All positions of a feature in their order; of an area its outline. */
function pointsOf({ geometry }: Feature): PlanPoint[] {
  const c = geometry?.coordinates;
  const list =
    geometry?.type === "Point"
      ? [c]
      : geometry?.type === "LineString"
        ? c
        : geometry?.type === "Polygon"
          ? (c as unknown[] | undefined)?.[0]
          : null;
  if (!Array.isArray(list)) return [];
  return list.flatMap((p: unknown) =>
    Array.isArray(p) && Number.isFinite(p[0]) && Number.isFinite(p[1])
      ? [{ x: p[0] as number, y: p[1] as number }]
      : [],
  );
}

/** Lines and areas of several parts as several. */
function apart(f: Feature): Feature[] {
  const { geometry } = f;
  const one = (type: string) =>
    (defined(geometry).coordinates as unknown[]).map((coordinates) => ({
      ...f,
      geometry: { type, coordinates },
    }));
  if (!geometry || !Array.isArray(geometry.coordinates)) return [];
  return geometry.type === "MultiLineString"
    ? one("LineString")
    : geometry.type === "MultiPolygon"
      ? one("Polygon")
      : geometry.type === "MultiPoint"
        ? one("Point")
        : [f];
}

function readForeign(
  features: readonly Feature[],
  onto: FloorPlan,
): Result<ReadPlan, PlanFileError> {
  const shapes = features.flatMap(apart).map((f) => ({ f, points: pointsOf(f) }));
  const all = shapes.flatMap((s) => s.points);
  if (all.length === 0) return fail({ code: "empty" });
  if (all.length > MAX_FILE_POINTS)
    return fail({ code: "too-detailed", points: all.length, most: MAX_FILE_POINTS });
  const range = (of: (p: PlanPoint) => number) =>
    [
      all.reduce((least, p) => Math.min(least, of(p)), Infinity),
      all.reduce((most, p) => Math.max(most, of(p)), -Infinity),
    ] as const;
  const [[west, east], [south, north]] = [range((p) => p.x), range((p) => p.y)];
  const isDegrees =
    west >= -180 &&
    east <= 180 &&
    south >= -90 &&
    north <= 90 &&
    east - west < 2 &&
    north - south < 2;
  const perX = isDegrees ? EARTH_M_PER_DEG * Math.cos((((south + north) / 2) * Math.PI) / 180) : 1;
  // north is up on a map, and down the sheet is what is counted
  const to = (p: PlanPoint): PlanPoint =>
    isDegrees
      ? { x: (p.x - west) * perX + EDGE_M, y: (north - p.y) * EARTH_M_PER_DEG + EDGE_M }
      : { x: p.x - west + EDGE_M, y: p.y - south + EDGE_M };
  const [widthM, heightM] = [
    (east - west) * perX + 2 * EDGE_M,
    (north - south) * (isDegrees ? EARTH_M_PER_DEG : 1) + 2 * EDGE_M,
  ];
  if (Math.max(widthM, heightM) > MAX_EXTENT_M)
    return fail({ code: "too-large", extentM: Math.max(widthM, heightM) });
  let ignored = 0;
  const drawn = shapes.flatMap(({ f, points }): Drawn[] => {
    const found = drawnOf(f, points.map(to));
    if (!found) ignored += 1;
    return found ? [found] : [];
  });
  return addAll(onto, drawn, { widthM, heightM }, [
    { code: isDegrees ? "degrees" : "metres-taken", count: drawn.length },
    ...(ignored > 0 ? [{ code: "ignored" as const, count: ignored }] : []),
  ]);
}

const EDGE_M = 2;

function drawnOf({ geometry, properties }: Feature, points: PlanPoint[]): Drawn | null {
  const p = properties ?? {};
  const named =
    typeof p["material"] === "string" && p["material"] in MATERIALS
      ? { material: p["material"] as Material, thicknessM: 0.2 }
      : DEFAULT;
  const number = (key: string, fallback: number) =>
    typeof p[key] === "number" && p[key] > 0 ? p[key] : fallback;
  const rounded = points.map((q) => ({
    x: Math.round(q.x * 100) / 100,
    y: Math.round(q.y * 100) / 100,
  }));
  if (geometry?.type === "LineString")
    return {
      kind: "wall",
      points: rounded,
      ...named,
      thicknessM: number("thicknessM", named.thicknessM),
    };
  if (geometry?.type === "Polygon")
    return {
      kind: "obstacle",
      points: rounded.slice(0, -1),
      ...named,
      thicknessM: number("thicknessM", named.thicknessM),
      heightM: number("height", 3),
      name: typeof p["name"] === "string" ? p["name"].slice(0, 80) : "",
    };
  return geometry?.type === "Point" ? { kind: "stand", points: rounded } : null;
}

/** Puts shapes onto a plan whose sheet grows as far as they need. */
export function addAll(
  onto: FloorPlan,
  drawn: readonly Drawn[],
  size: { widthM: number; heightM: number },
  notes: ReadPlan["notes"],
): Result<ReadPlan, PlanFileError> {
  let plan: FloorPlan = {
    ...onto,
    widthM: Math.max(onto.widthM, Math.ceil(size.widthM)),
    heightM: Math.max(onto.heightM, Math.ceil(size.heightM)),
  };
  const corners = (shapes: readonly Drawn[]) => shapes.reduce((n, d) => n + d.points.length, 0);
  if (corners(drawn) > MAX_FILE_POINTS)
    return fail({ code: "too-detailed", points: corners(drawn), most: MAX_FILE_POINTS });
  const thin: Drawn[] = [];
  let left = MAX_POINTS;
  for (const d of drawn) {
    const points = d.points.length > 2 ? thinLine(d.points, STRAIGHT_M, left) : d.points;
    left -= points.length;
    if (left < 0) return fail({ code: "too-detailed", points: corners(drawn), most: MAX_POINTS });
    thin.push({ ...d, points });
  }
  let lost = 0;
  for (const d of thin) {
    const next = added(plan, d);
    // an outline that crosses itself stays out, the rest comes in
    if (next && planProblems(next.plan).length <= planProblems(plan).length) plan = next.plan;
    else lost += 1;
  }
  if (lost === drawn.length) return fail({ code: "empty" });
  const known = notes.find((n) => n.code === "ignored");
  const rest = notes.filter((n) => n.code !== "ignored");
  const ignored = (known?.count ?? 0) + lost;
  return ok({
    plan,
    isWhole: false,
    notes: ignored > 0 ? [...rest, { code: "ignored", count: ignored }] : rest,
  });
}

/**
 * A plan as a picture in metres that any drawing program opens, one millimetre to a hundred; the
 * plan itself goes along in it.
 */
export function planToSvg(plan: FloorPlan): string {
  const text = (s: string) =>
    s.replace(/[&<>"]/g, (c) =>
      defined({ "&": "&amp;", "<": "&lt;", ">": "&gt;", '"': "&quot;" }[c]),
    );
  const list = (points: readonly PlanPoint[]) => points.map((p) => `${p.x},${p.y}`).join(" ");
  const lines = [
    ...plan.areas.map(
      (a) =>
        `<polygon class="area" points="${list(a.corners)}" fill="none" stroke="#505b69" stroke-width="0.05" stroke-dasharray="0.4 0.3"><title>${text(a.name)}</title></polygon>`,
    ),
    ...plan.obstacles.map(
      (o) =>
        `<polygon class="obstacle" data-height-m="${o.heightM}" data-material="${o.material}" points="${list(o.corners)}" fill="#cdbfa6" stroke="#18212c" stroke-width="0.06"><title>${text(o.name)}</title></polygon>`,
    ),
    ...plan.walls.map(
      (w) =>
        `<line class="wall" data-material="${w.material}" x1="${w.x1}" y1="${w.y1}" x2="${w.x2}" y2="${w.y2}" stroke="#18212c" stroke-width="${Math.max(0.05, w.thicknessM)}"/>`,
    ),
    ...plan.walks.map(
      (w) =>
        `<polyline class="walk" points="${list(w.points)}" fill="none" stroke="#b83a14" stroke-width="0.06" stroke-dasharray="0.2 0.2"><title>${text(w.name)}</title></polyline>`,
    ),
    ...plan.antennas.map(
      (a) =>
        `<circle class="antenna" cx="${a.x}" cy="${a.y}" r="0.25" fill="#b83a14"><title>${text(a.name)}</title></circle>`,
    ),
  ];
  return `<?xml version="1.0" encoding="UTF-8"?>\n<svg xmlns="http://www.w3.org/2000/svg" width="${plan.widthM * 10}mm" height="${plan.heightM * 10}mm" viewBox="0 0 ${plan.widthM} ${plan.heightM}">\n<metadata>${text(planToGeoJson(plan))}</metadata>\n${lines.join("\n")}\n</svg>\n`;
}
