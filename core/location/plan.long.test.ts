import { type PlacedAntenna } from "./floorPlan";
import { gridSpots, placeAntennas, worstOfWalks } from "./search";
import { walkMargins } from "./walk";
import { receiver, antenna, walk, walked, behind } from "~/testkit/quayPlan";

describe("placing antennas", () => {
  const asked = {
    plan: behind,
    walks: [{ walk, pack: walked }],
    receiver: { figures: receiver, isDiversity: true },
    spots: gridSpots(behind, 6, 2.5),
    kinds: ["butterfly" as const],
  };
  test("the pair found is better than the start, and within 1 dB of every pair there is", () => {
    const found = placeAntennas(asked)!;
    const margin = (antennas: PlacedAntenna[]) =>
      Math.min(
        ...walkMargins(behind, walk, walked, antennas, receiver).map((p) =>
          Math.max(...p.marginsDb),
        ),
      );
    expect(found.worstMarginDb).toBeCloseTo(margin(found.antennas), 9);
    expect(found.worstMarginDb).toBeGreaterThan(margin(behind.antennas) + 3);
    let most = -Infinity;
    const all = asked.spots.map((s, i) => antenna(String(i), s.x, s.y, { heightM: s.heightM }));
    for (const [i, a] of all.entries())
      for (const b of all.slice(i + 1)) most = Math.max(most, margin([a, b]));
    expect(found.worstMarginDb).toBeGreaterThan(most - 1);
    expect(found.outage).toBeLessThan(
      worstOfWalks(behind, asked.walks, behind.antennas, asked.receiver).outage,
    );
  });
});
