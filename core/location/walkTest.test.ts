import { PORT_ELLERY_PLANS } from "~/core/simulator/portElleryPlans";
import { simulateWalk } from "~/core/simulator/walkAir";
import { walkForecast } from "./forecast";
import { readWalkReadings } from "./walkReadings";
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

test("walked in the air of a practice place, its peculiarities come back within three standard deviations, and what is reckoned comes nearer to what is heard", () => {
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
  for (const [found, true_] of [
    [fit.general, truth.generalDb],
    [fit.perWall, truth.perWallDb],
    [fit.behindBody, truth.behindBodyDb],
  ] as const) {
    expect(found).not.toBeNull();
    expect(Math.abs(found!.db - true_)).toBeLessThan(3 * found!.uncertaintyDb + 0.5);
  }
  const corrected = { ...plan, fit: { ...fit, atMs: 0 } };
  // what was not known before is known better now
  const [before, after] = [plan, corrected].map((p) =>
    walkForecast(p, plan.walks[0]!, pack, plan.antennas, receiver),
  );
  expect(after!.spreadDb).toBeLessThan(before!.spreadDb);
  const offBy = (p: typeof plan) =>
    plan.walks.reduce((sum, walk) => {
      const air = simulateWalk({
        plan,
        truth,
        walk,
        pack,
        antennas: plan.antennas,
        receiver,
        seed: 9,
        laps: 30,
        readingsPerS: 1,
      });
      return (
        sum +
        Math.abs(Math.log(walkForecast(p, walk, pack, plan.antennas, receiver).outage / air.outage))
      );
    }, 0);
  expect(offBy(corrected)).toBeLessThan(0.8 * offBy(plan));
});

describe("readings as people write them", () => {
  const rows = [
    { atS: 0, aDbm: -61.5, bDbm: -70 },
    { atS: 65, aDbm: -80, bDbm: -77.25 },
  ];
  test.each([
    ["commas", "time, A, B\n0, -61.5, -70\n65, -80, -77.25\n"],
    ["no spaces", "0,-61.5,-70\n65,-80,-77.25"],
    ["semicolons, decimal commas, minutes", "Zeit;A;B\n0:00;-61,5;-70\n1:05;-80;-77,25"],
    ["tabs, true minus signs", "# walk\n\n0\t−61.5\t−70\r\n65\t−80\t−77.25"],
    ["spaces and units", "0 -61.5dBm -70dBm\n65 -80dBm -77.25dBm"],
    ["dBµV", "s, dBµV A, dBµV B\n0, 45.49, 36.99\n65, 26.99, 29.74"],
  ])("%s", (_name, text) => {
    const read = readWalkReadings(text);
    if (!read.ok) throw new Error(read.error.code);
    read.value.forEach((r, i) => {
      expect(r.atS).toBe(rows[i]!.atS);
      expect(r.aDbm).toBeCloseTo(rows[i]!.aDbm, 1);
      expect(r.bDbm).toBeCloseTo(rows[i]!.bDbm, 1);
    });
  });
  test("one antenna only; and what cannot be is told by its line", () => {
    expect(readWalkReadings("0 -60\n1 -61")).toEqual({
      ok: true,
      value: [
        { atS: 0, aDbm: -60, bDbm: null },
        { atS: 1, aDbm: -61, bDbm: null },
      ],
    });
    const error = (text: string) => {
      const r = readWalkReadings(text);
      return r.ok ? null : r.error;
    };
    expect(error("")).toEqual({ code: "empty" });
    expect(error("0 -60\n1 quiet")).toEqual({ code: "line", line: 2, text: "1 quiet" });
    expect(error("5 -60\n1 -61")).toEqual({ code: "order", line: 2 });
    expect(error("0 -60\n1 900")).toEqual({ code: "range", line: 2, dbm: 900 });
  });
});
