import { walkForecast } from "~/core/location/forecast";
import {
  applyHelp,
  gridSpots,
  helpsMost,
  placeAntennas,
  type WalkedPack,
  whatHelps,
  worstOfWalks,
} from "~/core/location/search";
import { PORT_ELLERY_PLANS } from "./portElleryPlans";
import { simulateWalk } from "./walkAir";
import { airWalks, judgedForecasts } from "~/testkit/airWalks";
import { receiver, place } from "~/testkit/practicePlace";

test("foretold and walked, at the four places, in an air that is made by a model of its own: “holds” is not said wrongly, levels come within what is told, and a walk test brings it nearer", () => {
  const walks = airWalks(3, 12, 4);
  const [byBook, walked] = [judgedForecasts(walks, "byBook"), judgedForecasts(walks, "walked")];
  expect(byBook.held).toBeGreaterThan(5);
  expect(byBook.heldWrongly + walked.heldWrongly).toBeLessThanOrEqual(
    Math.ceil((byBook.held + walked.held) / 20),
  );
  expect(Math.abs(byBook.biasDb)).toBeLessThan(2.5);
  expect(byBook.within2).toBeGreaterThan(0.45);
  expect(walked.within2).toBeGreaterThan(0.65);
  expect(walked.within2).toBeGreaterThan(byBook.within2);
  expect(walked.inRange).toBeGreaterThan(0.6);
});

describe.each(Object.keys(PORT_ELLERY_PLANS))("%s", (key) => {
  const { plan, walks, truth } = place(key);
  const spots = gridSpots(plan, Math.max(3, Math.sqrt((plan.widthM * plan.heightM) / 14)), 2.5);
  const atHand = {
    spots,
    kinds: plan.atHand.kinds,
    mastM: plan.atHand.mastM,
    mostPowersDbm: walks.map(() => 17),
  };

  test("the change that helps most is found, and in the air of this place, which is not quite as in the book, it keeps its promise", () => {
    const helps = whatHelps({ plan, walks, receiver, atHand });
    const { help, before } = helpsMost(helps)!;
    const then = applyHelp(plan, walks, help);
    const said = then.walks.map((w) =>
      walkForecast(then.plan, w.walk, w.pack, then.plan.antennas, receiver),
    );
    const air = (p: typeof plan, w: WalkedPack) =>
      simulateWalk({
        plan: p,
        truth,
        walk: w.walk,
        pack: w.pack,
        antennas: p.antennas,
        receiver,
        seed: 8,
        laps: 20,
        readingsPerS: 1,
      });
    const [was, is] = [walks.map((w) => air(plan, w)), then.walks.map((w) => air(then.plan, w))];
    expect(Math.max(...is.map((s) => s.outage))).toBeLessThan(
      Math.max(...was.map((s) => s.outage)) / 10,
    );
    expect(Math.max(...said.map((s) => s.outage))).toBeLessThan(before.outage / 10);
    // what was promised, within what was said not to be known: two standard deviations, and a count
    // of few
    said.forEach((s, i) => {
      const minutes = is[i]!.seconds / 60;
      const most = Math.max(s.worse.dropoutsPerMinute, s.dropoutsPerMinute);
      expect(is[i]!.dropouts).toBeLessThan(4 * most * minutes + 5);
    });
  });

  test("two places found for the antennas are better than where they stood", () => {
    const closer = gridSpots(plan, Math.sqrt((plan.widthM * plan.heightM) / 60), 2.5);
    const found = placeAntennas({
      plan,
      walks,
      receiver,
      spots: closer,
      kinds: plan.atHand.kinds,
    })!;
    expect(found.outage).toBeLessThan(
      worstOfWalks(plan, walks, plan.antennas, receiver).outage / 3,
    );
  });
});
