import { PORT_ELLERY_PLANS } from "~/core/simulator/portElleryPlans";
import {
  forecasts,
  helps,
  type MapAsked,
  PlaceMaps,
  type PlanMap,
  placement,
  spotsOf,
} from "./place.api";

const plan = PORT_ELLERY_PLANS["lighthouse-stair"]!.plan(() => 1);
const pack = {
  heightM: 1.3,
  frequencyHz: 520e6,
  txPowerDbm: 17,
  wear: "chest" as const,
  skinContact: false,
  sleeve: false,
  tiltDeg: 20,
  facingDeg: "along" as const,
};
const receiver = {
  figures: { bandwidthHz: 200_000, noiseFigureDb: 8, requiredSnrDb: 20, overloadDbm: -25 },
  isDiversity: true,
};
const asked: MapAsked = { plan, pack, receiver, facingDeg: null };
const walks = plan.walks.map((walk) => ({ walk, pack, receiver }));
const clock = () => {
  let ms = 0;
  return () => {
    ms += 5;
    return ms;
  };
};
const quick = () => new PlaceMaps(clock(), () => Promise.resolve());

test("a map comes coarse, then fine; higher bands lie in lower ones; turning the body asks for nothing anew", async () => {
  const maps = quick();
  const got: PlanMap[] = [];
  expect(await maps.map(asked, (m) => got.push(m))).toBe(true);
  expect(got.map((m) => m.isCoarse)).toEqual([true, false]);
  expect(got[1]!.cellM).toBeLessThan(got[0]!.cellM);
  expect(got[1]!.bands.map((b) => b.fromDb)).toEqual([0, 10, 20, 30]);
  expect(got[1]!.bands[0]!.path.startsWith("M")).toBe(true);
  const turned: PlanMap[] = [];
  await maps.map({ ...asked, facingDeg: 90 }, (m) => turned.push(m));
  expect(turned[1]!.worst!.marginDb).toBeGreaterThanOrEqual(got[1]!.worst!.marginDb);
});

test("an older question is given up for a newer one", async () => {
  const maps = quick();
  const got: string[] = [];
  const [first, second] = await Promise.all([
    maps.map(asked, () => got.push("old")),
    maps.map({ ...asked, pack: { ...pack, txPowerDbm: 10 } }, () => got.push("new")),
  ]);
  expect([first, second]).toEqual([false, true]);
  expect(got).toEqual(["new", "new"]);
});

test("stands that are named are kept to; progress ends at all of it; without walks there is nothing to judge", () => {
  const named = {
    ...plan,
    atHand: {
      ...plan.atHand,
      stands: [
        { x: 14.5, y: 10 },
        { x: 17, y: 14 },
        { x: 14, y: 9 },
      ],
    },
  };
  expect(spotsOf(named, 40).map(({ x, y }) => ({ x, y }))).toEqual(named.atHand.stands);
  const shares: number[] = [];
  const ranked = helps(named, walks, [17, 17], (s) => shares.push(s));
  expect(shares.at(-1)).toBe(1);
  expect(
    ranked
      .filter((r) => r.help.code === "move")
      .every(
        (r) =>
          "to" in r.help && named.atHand.stands.some((s) => "to" in r.help && s.x === r.help.to.x),
      ),
  ).toBe(true);
  const found = placement(named, walks, () => undefined)!;
  expect(
    found.antennas.every((a) => named.atHand.stands.some((s) => s.x === a.x && s.y === a.y)),
  ).toBe(true);
  expect(forecasts({ ...named, antennas: found.antennas }, walks)[0]!.outage).toBeLessThan(
    forecasts(named, walks)[0]!.outage,
  );
  expect([helps(plan, [], [], () => undefined), placement(plan, [], () => undefined)]).toEqual([
    [],
    null,
  ]);
});
