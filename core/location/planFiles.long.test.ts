import { seededRandom } from "~/core/units/random";
import { floorPlanShape } from "~/contract/schemas/placePlan";
import { emptyPlan, type FloorPlan } from "./floorPlan";
import { readGeoJson } from "./planFiles";

const parse = (candidate: unknown): FloorPlan | null => {
  const read = floorPlanShape.safeParse(candidate);
  return read.success ? read.data : null;
};
const empty = emptyPlan({ model: "indoor", room: "office" });
const read = (json: unknown) => readGeoJson(JSON.stringify(json), empty, parse);

const line = (points: [number, number][]) => ({
  type: "FeatureCollection",
  features: [
    { type: "Feature", properties: {}, geometry: { type: "LineString", coordinates: points } },
  ],
});

test("a wall that was traced with thousands of points is a wall of a few; a scribble of as many is refused and nothing changes", () => {
  const traced = read(
    line(
      Array.from({ length: 8000 }, (_, i) => [
        i < 4000 ? i / 100 : 40,
        i < 4000 ? 0 : (i - 4000) / 200,
      ]),
    ),
  );
  expect(traced.ok && traced.value.plan.walls.length).toBe(2);
  const random = seededRandom(5);
  expect(
    read(line(Array.from({ length: 8000 }, () => [random() * 200 + 200, random() * 200]))),
  ).toMatchObject({ ok: false, error: { code: "too-detailed", most: 1000 } });
  // none of them near a straight line: told without looking at each against all
  expect(
    read(
      line(
        Array.from({ length: 49_000 }, (_, i) => [
          i * 0.002 + 200,
          i % 2 === 0 ? 0 : 90 - i * 0.0015,
        ]),
      ),
    ),
  ).toMatchObject({ ok: false, error: { code: "too-detailed", points: 49_000, most: 1000 } });
  expect(read(line(Array.from({ length: 60_000 }, (_, i) => [i / 1000 + 200, 0])))).toMatchObject({
    ok: false,
    error: { code: "too-detailed", most: 50_000 },
  });
});
