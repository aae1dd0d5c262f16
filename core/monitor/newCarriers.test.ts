import { afterLook, levelAround } from "./newCarriers";
import { site, SCANNER, look } from "~/testkit/scannerLooks";
const ours = {
  picks: [
    { channelId: 1, frequencyHz: 491e6 },
    { channelId: 2, frequencyHz: 500.5e6 },
    { channelId: 3, frequencyHz: 500.975e6 },
  ],
  spares: [496.3e6, 506.5e6],
};
const known = look([], 0)
  .carriers.map((c) => c.frequencyHz)
  .concat(515.25e6);

test.each([
  [40_000, 0],
  [75_000, 0],
  [111_000, 3000],
  [180_000, 6250],
  [240_000, 5000],
  [300_000, 9000],
])(
  "looks at air in which nobody came tell of nobody, %i ms on, steps that lie %i Hz aside of our carriers",
  (ms, asideHz) =>
    expect(afterLook([], look([], ms, site.air, asideHz), known, ours, ms).came).toEqual([]),
);

test("who comes is told with whom he is near, and which spare is not clear any more; seen again he is the same, gone he is forgotten", () => {
  const came = afterLook(
    [],
    look(
      [
        { frequencyHz: 496.4e6, levelDbm: -72 },
        { frequencyHz: 491.1e6, levelDbm: -60 },
      ],
      200_000,
    ),
    known,
    ours,
    200_000,
  );
  expect(
    came.came.map((n) => [Math.round(n.frequencyHz / 1e5) / 10, n.nearest!.channelId, n.spareHz]),
  ).toEqual([
    [491.1, 1, null],
    [496.4, 2, 496.3e6],
  ]);
  expect(came.came[0]!.nearest!.offHz).toBeLessThan(130_000);
  const again = afterLook(
    came.newCarriers,
    look([{ frequencyHz: 496.4e6, levelDbm: -70 }], 260_000),
    known,
    ours,
    260_000,
  );
  expect([
    again.came.length,
    again.newCarriers.map((n) => [n.firstSeenMs, n.lastSeenMs]).sort(),
  ]).toEqual([
    0,
    [
      [200_000, 200_000],
      [200_000, 260_000],
    ],
  ]);
  expect(afterLook(again.newCarriers, look([], 700_000), known, ours, 700_000).newCarriers).toEqual(
    [],
  );
});

test("somebody inside a television channel is told where he stands clearly over the station; the station alone is nobody", () => {
  const first = look([], 0);
  const inStation = { frequencyHz: 504.4e6, levelDbm: -66 };
  const came = afterLook([], look([inStation], 200_000), known, ours, 200_000, first);
  expect(came.came.map((n) => Math.round(n.frequencyHz / 1e5) / 10)).toEqual([504.4]);
  expect(Math.abs(came.came[0]!.levelDbm - (inStation.levelDbm + SCANNER.readsDb))).toBeLessThan(2);
  // what the station has of its own is there at the first look already
  expect(
    afterLook([], look([inStation], 240_000), known, ours, 240_000, look([inStation], 0)).came,
  ).toEqual([]);
  // one that the station covers is none
  expect(look([{ ...inStation, levelDbm: -88 }], 280_000).overTelevision).toEqual([]);
});

test("the air around a frequency without what stands on it: noise that comes raises it by as much", () => {
  const noisy = {
    ...site.air,
    broadband: [{ centreHz: 491e6, widthHz: 6e6, levelDbmPer200kHz: -92 }],
  };
  const before = levelAround(look([], 0), 491e6)!;
  const after = levelAround(look([], 5000, noisy), 491e6)!;
  expect(after - before).toBeGreaterThan(8);
  expect(after - before).toBeLessThan(20);
  expect(Math.abs(levelAround(look([], 9000), 491e6)! - before)).toBeLessThan(1.5);
  expect(levelAround(look([], 0), 600e6)).toBeNull();
});
