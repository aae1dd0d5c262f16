import { PORT_ELLERY_PLANS } from "~/core/simulator/portElleryPlans";
import { simulateWalk } from "~/core/simulator/walkAir";
import { walkForecast } from "./forecast";
import { walkTest, type TestedWalk } from "./walkTest";

const receiver = {
  figures: { bandwidthHz: 200_000, noiseFigureDb: 8, requiredSnrDb: 20, overloadDbm: -25 },
  isDiversity: true,
};
const pack = {
  heightM: 1,
  frequencyHz: 520e6,
  txPowerDbm: 17,
  wear: "waist-back" as const,
  skinContact: false,
  sleeve: false,
  tiltDeg: 20,
  facingDeg: "along" as const,
};

test("walked in the air of a practice place, what is reckoned comes nearer to what is heard", () => {
  const { plan: make, truth } = PORT_ELLERY_PLANS["net-loft"]!;
  const plan = make(() => 1);
  const walked = (seed: number) =>
    plan.walks.map((walk): TestedWalk & { dropouts: number; seconds: number } => {
      const { readings, dropouts, seconds } = simulateWalk({
        plan,
        truth,
        walk,
        pack,
        antennas: plan.antennas,
        receiver,
        seed,
        laps: 1,
        readingsPerS: 5,
      });
      return { walk, pack, receiver, readings, dropouts, seconds };
    });
  const { fit, windows, points, inNoise } = walkTest(plan, plan.antennas, [
    ...walked(3),
    ...walked(4),
  ]);
  expect(windows.length).toBeGreaterThan(80);
  expect(points.length).toBeGreaterThan(200);
  expect(inNoise).toBeLessThan(windows.length / 4);
  expect(fit.general).not.toBeNull();
  // what it says of itself is what is left: the air is no model of the book's
  expect(fit.errorAfterDb).toBeLessThan(fit.errorDb);
  const corrected = { ...plan, fit: { ...fit, atMs: 0 } };
  // what was not known before is known better now
  const [before, after] = [plan, corrected].map((p) =>
    walkForecast(p, plan.walks[0]!, pack, plan.antennas, receiver),
  );
  expect(after!.spreadDb).toBeLessThan(before!.spreadDb);
  // the next time they walk, levels lie nearer to what is reckoned
  const fresh = walkTest(plan, plan.antennas, walked(9)).windows.filter(
    (w) => w.lowDbm !== null && w.lowDbm === w.highDbm,
  );
  const offDb = (of: (w: (typeof fresh)[number]) => number) =>
    fresh.reduce((sum, w) => sum + Math.abs(w.lowDbm! - w.predictedDbm - of(w)), 0) / fresh.length;
  expect(
    offDb(
      (w) =>
        fit.general!.db +
        (fit.perWall?.db ?? 0) * w.wallCount +
        (w.isBehindBody ? (fit.behindBody?.db ?? 0) : 0),
    ),
  ).toBeLessThan(0.8 * offDb(() => 0));
});
