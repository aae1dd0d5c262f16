import { sceneAfter, slateAt } from "./slate";

const scenes = [
  { number: "12", placeId: 1, startMs: 0, endMs: 1000 },
  { number: "14A", placeId: 1, startMs: 2000, endMs: 3000 },
];
const said = (atMs: number, scene: string, take: number, placeId = 1) => ({
  atMs,
  placeId,
  what: { kind: "take" as const, scene, take },
});

test("what was said last at the place, else the scene that is planned, else nothing", () => {
  const at = (atMs: number, events: ReturnType<typeof said>[] = [], placeId = 1) =>
    slateAt({ events, scenes, placeId, atMs });
  expect(at(500)).toEqual({ scene: "12", take: null, isSaid: false });
  expect(at(1500)).toEqual({ scene: null, take: null, isSaid: false });
  const events = [said(600, "12", 1), said(700, "12", 2), said(800, "7", 1, 2)];
  expect(at(650, events)).toEqual({ scene: "12", take: 1, isSaid: true });
  expect(at(2500, events)).toEqual({ scene: "12", take: 2, isSaid: true });
  expect(at(5 * 3_600_000, events).isSaid).toBe(false);
});

test("the next scene goes through the list and round", () => {
  expect(["12", "14A", "99", null].map((s) => sceneAfter(s, scenes))).toEqual([
    "14A",
    "12",
    "12",
    "12",
  ]);
  expect(sceneAfter("12", [])).toBeNull();
});
