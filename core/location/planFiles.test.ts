import { thinLine } from "./thinLine";
import { PORT_ELLERY_PLANS } from "~/core/simulator/portElleryPlans";
import { floorPlanShape } from "~/contract/schemas/placePlan";
import { emptyPlan, type FloorPlan } from "./floorPlan";
import { planToGeoJson, planToSvg, readGeoJson } from "./planFiles";

const parse = (candidate: unknown): FloorPlan | null => {
  const read = floorPlanShape.safeParse(candidate);
  return read.success ? read.data : null;
};
const empty = emptyPlan({ model: "indoor", room: "office" });
const read = (json: unknown) => readGeoJson(JSON.stringify(json), empty, parse);
const feature = (type: string, coordinates: unknown, properties: object = {}) => ({
  type: "Feature",
  geometry: { type, coordinates },
  properties,
});
const collection = (...features: object[]) => ({ type: "FeatureCollection", features });

test.each(Object.keys(PORT_ELLERY_PLANS))("%s comes back as it went out", (key) => {
  const plan = PORT_ELLERY_PLANS[key]!.plan(() => 3);
  const back = readGeoJson(planToGeoJson(plan), empty, parse);
  expect(back).toEqual({ ok: true, value: { plan, isWhole: true, notes: [] } });
  expect(planToSvg(plan)).toContain(`viewBox="0 0 ${plan.widthM} ${plan.heightM}"`);
  expect(
    planToSvg({ ...plan, areas: [{ id: "x", name: '<Bar & "Grill">', corners: [] }] }),
  ).toContain("&lt;Bar &amp; &quot;Grill&quot;&gt;");
});

test("degrees are laid flat: 0.001° of latitude are 111 m, of longitude half of that at 60° north; north is up", () => {
  const found = read(
    collection(
      feature("LineString", [
        [5, 60],
        [5.001, 60],
      ]),
      feature(
        "LineString",
        [
          [5, 60],
          [5, 60.001],
        ],
        { material: "concrete", thicknessM: 0.3 },
      ),
      feature(
        "Polygon",
        [
          [
            [5.0002, 60.0002],
            [5.0004, 60.0002],
            [5.0004, 60.0004],
            [5.0002, 60.0002],
          ],
        ],
        { name: "Depot", height: 7 },
      ),
      feature("Point", [5.0005, 60.0005]),
    ),
  );
  if (!found.ok) throw new Error(found.error.code);
  const { plan, notes, isWhole } = found.value;
  expect([isWhole, notes]).toEqual([false, [{ code: "degrees", count: 4 }]]);
  const [level, upright] = plan.walls;
  expect(level!.x2 - level!.x1).toBeCloseTo(55.6, 0);
  expect(upright!.y1 - upright!.y2).toBeCloseTo(111.2, 0);
  expect(upright).toMatchObject({ material: "concrete", thicknessM: 0.3 });
  expect(plan.obstacles[0]).toMatchObject({ name: "Depot", heightM: 7 });
  expect(plan.atHand.stands).toHaveLength(1);
});

test("what cannot be degrees is metres; several parts come apart; what is no shape for a plan is left out and counted", () => {
  const found = read(
    collection(
      feature("MultiLineString", [
        [
          [1000, 500],
          [1010, 500],
        ],
        [
          [1010, 500],
          [1010, 508],
        ],
      ]),
      feature("GeometryCollection", []),
    ),
  );
  if (!found.ok) throw new Error(found.error.code);
  expect(found.value.notes).toEqual([
    { code: "metres-taken", count: 2 },
    { code: "ignored", count: 1 },
  ]);
  expect(found.value.plan.walls.map((w) => [w.x1, w.y1, w.x2, w.y2])).toEqual([
    [2, 2, 12, 2],
    [12, 2, 12, 10],
  ]);
  const bow = read(
    collection(
      feature("Polygon", [
        [
          [0, 300],
          [5, 305],
          [5, 300],
          [0, 305],
          [0, 300],
        ],
      ]),
      feature("LineString", [
        [0, 300],
        [9, 300],
      ]),
    ),
  );
  expect(bow.ok && bow.value.notes).toEqual([
    { code: "metres-taken", count: 2 },
    { code: "ignored", count: 1 },
  ]);
});

test("what is no plan is refused by name", () => {
  const code = (json: unknown) => {
    const r = read(json);
    return r.ok ? "ok" : r.error.code;
  };
  expect(readGeoJson("{", empty, parse)).toMatchObject({ ok: false, error: { code: "not-json" } });
  expect([
    code([]),
    code({ type: "Topology" }),
    code(collection()),
    code(collection(feature("LineString", [["a", 1]]))),
    code(
      collection(
        feature("LineString", [
          [0, 0],
          [5000, 900],
        ]),
      ),
    ),
  ]).toEqual(["not-a-collection", "not-a-collection", "empty", "empty", "too-large"]);
  const own = JSON.parse(planToGeoJson(PORT_ELLERY_PLANS["quay"]!.plan(() => null))) as {
    version: number;
    features: { properties: Record<string, unknown> }[];
  };
  expect(code({ ...own, version: 9 })).toBe("newer");
  expect(
    code({ ...own, features: [...own.features, feature("Point", [1, 1], { shape: "lamp" })] }),
  ).toBe("bad-feature");
  own.features[0]!.properties["heightM"] = -4;
  expect(code(own)).toBe("bad-feature");
});

test("a line keeps its ends and every corner that is farther off than the tolerance", () => {
  expect(
    thinLine(
      [
        { x: 0, y: 0 },
        { x: 1, y: 0.01 },
        { x: 2, y: 0 },
      ],
      0.05,
    ),
  ).toEqual([
    { x: 0, y: 0 },
    { x: 2, y: 0 },
  ]);
  const zigzag = Array.from({ length: 20 }, (_, i) => ({ x: i, y: i % 2 }));
  expect(thinLine(zigzag, 0.05)).toEqual(zigzag);
  expect(thinLine([{ x: 3, y: 3 }], 0.05)).toEqual([{ x: 3, y: 3 }]);
});
