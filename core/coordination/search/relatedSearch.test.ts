import { seededRandom } from "~/core/units/random";
import { PROFILES } from "~/core/coordination/problem/profile";
import { type RelatedProblem, searchRelated } from "./relatedSearch";
import { STRICT } from "~/core/coordination/rules/relations";

const relations = {
  ...STRICT,
  usesTogether: true,
  together: [["a", "b"]],
  careful: null,
  levels: null,
};
const slot = (id: string, ...places: number[]): RelatedProblem["slots"][number] => ({
  id,
  placesHz: Float64Array.from(places),
  cost: new Float64Array(places.length),
  allows: () => true,
});
const search = (problem: Omit<RelatedProblem, "profile" | "relations">, isOver = () => false) => [
  ...searchRelated(
    { ...problem, profile: PROFILES.normal, relations },
    { random: seededRandom(1), isOver, mostSteps: 50 },
  ),
];

test("a place that clashes with a carrier that stays is no place, whoever else would go", () => {
  const fixed = [{ id: "stays", frequencyHz: 500e6 }];
  expect(search({ slots: [slot("a", 500.1e6)], fixed })).toEqual([NaN]);
  expect(search({ slots: [slot("a", 500.1e6), slot("b", 500.2e6, 501e6)], fixed })).toEqual([
    NaN,
    501e6,
  ]);
});

test("hundreds that stay and leave no place are held against the places only until that is known", () => {
  const fixed = Array.from({ length: 500 }, (_, i) => ({
    id: `stays ${i}`,
    frequencyHz: 470e6 + i * 375_000,
  }));
  const asked: number[] = [];
  const places = Array.from({ length: 400 }, (_, i) => 480e6 + i * 25_000);
  expect(
    search({ slots: [slot("a", ...places)], fixed }, () => {
      asked.push(1);
      return false;
    }),
  ).toEqual([NaN]);
  expect(asked.length).toBeLessThan(100);
});
