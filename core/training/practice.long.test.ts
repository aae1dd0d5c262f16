import { antennaExercise, bestPair, placedAt, scoreAntennas } from "./antennaExercise";

test("antennas: the best pair has all points, both at the cart fewer, one out of reach is told", () => {
  const exercise = antennaExercise(5);
  const best = bestPair(exercise)!;
  expect(scoreAntennas(exercise, best.places).points).toBe(100);
  const cart = exercise.plan.cart!;
  const lazy = scoreAntennas(exercise, [cart, { x: cart.x + 0.3, y: cart.y }]);
  expect(lazy.points).toBeLessThan(85);
  const far = {
    ...exercise,
    plan: { ...exercise.plan, cable: { type: "RG-58" as const, mostM: 1 } },
  };
  const corner = { x: exercise.plan.widthM, y: exercise.plan.heightM };
  expect(placedAt(far, corner, "A")).toBeNull();
  expect(scoreAntennas(far, [corner]).lines[0]).toEqual({ code: "unreachable", place: corner });
});
