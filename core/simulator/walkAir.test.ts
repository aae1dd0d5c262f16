import { planProblems } from "~/core/location/floorPlan";
import { type WalkedPack, worstOfWalks } from "~/core/location/search";
import { PORT_ELLERY_SITES } from "./portEllery";
import { PORT_ELLERY_PLANS } from "./portElleryPlans";
import { rigWalk, simulateWalk } from "./walkAir";
import { receiver, place } from "~/testkit/practicePlace";

test("readings come as often as asked, the same for the same seed, and fade about the levels of the link", () => {
  const { plan, walks, truth } = place("net-loft");
  const walked = () =>
    simulateWalk({
      plan,
      truth,
      ...walks[0]!,
      antennas: plan.antennas,
      receiver,
      seed: 4,
      laps: 1,
      readingsPerS: 10,
    });
  const { readings, seconds } = walked();
  expect(readings.length).toBeGreaterThan(seconds * 10 - 2);
  expect(walked()).toEqual({ ...walked(), readings });
  const levels = readings.map((r) => r.aDbm);
  expect(Math.max(...levels) - Math.min(...levels)).toBeGreaterThan(15);
});

test("a practice place keeps to its own walls and peculiarities, whatever was drawn of it; the pack counts as it is set, not as it was planned", () => {
  const site = PORT_ELLERY_SITES.find((s) => s.key === "net-loft")!;
  const { plan, walks } = place("net-loft");
  const [{ walk, pack }] = walks as [WalkedPack, ...WalkedPack[]];
  const unit = { powerMw: 50, wear: pack.wear, frequencyHz: 520e6 };
  const asked = { packKey: "p", plan, walk, antennas: plan.antennas, pack, receiver, seed: 6 };
  const mean = ({ readings }: ReturnType<typeof rigWalk>) =>
    10 * Math.log10(readings.reduce((sum, r) => sum + 10 ** (r.aDbm / 10), 0) / readings.length);
  const walked = rigWalk(site, unit, asked);
  expect(walked.readings.length).toBeGreaterThan(walked.seconds * 4);
  expect(
    rigWalk(site, unit, {
      ...asked,
      plan: { ...plan, walls: [], obstacles: [], model: "free-space" },
    }),
  ).toEqual(walked);
  expect(mean(walked) - mean(rigWalk(site, { ...unit, powerMw: 5 }, asked))).toBeCloseTo(10, 0);
  // an antenna that was really moved is heard from where it stands
  const nearer = {
    ...asked,
    antennas: plan.antennas.map((a) => ({ ...a, x: 20, y: 8, heightM: 2.5 })),
  };
  expect(mean(rigWalk(site, unit, nearer))).toBeGreaterThan(mean(walked) + 6);
});

describe.each(Object.keys(PORT_ELLERY_PLANS))("%s", (key) => {
  const { plan, walks } = place(key);
  test("the plan makes sense, and starts with somebody who drops out", () => {
    expect(planProblems(plan)).toEqual([]);
    expect(worstOfWalks(plan, walks, plan.antennas, receiver).dropoutsPerMinute).toBeGreaterThan(1);
  });
});
