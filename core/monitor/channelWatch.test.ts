import { dropoutsIn, isUsual, watchChannel, type WatchedChannel } from "./channelWatch";
import { followUsual } from "./hitEvidence";
import type { ChannelReading } from "./reading";

const good: ChannelReading = {
  rfADbm: -60,
  rfBDbm: -62,
  audioDbfs: -20,
  hasAudio: true,
  isOverloaded: false,
  isMuted: false,
  isPartner: true,
  quality: 0.9,
};
const run = (count: number, change: Partial<ChannelReading> = {}): ChannelReading[] =>
  Array.from({ length: count }, () => ({ ...good, ...change }));
const base: WatchedChannel = {
  limits: { sensitivityDbm: -86, noiseDbm: -106, overloadDbm: -20, bandwidthHz: 200_000 },
  recent: run(600),
  usual: { aDbm: -60, bDbm: -62 },
  cells: null,
  tellsPartner: true,
  isWanted: true,
};
const codes = (change: Partial<WatchedChannel>) =>
  watchChannel({ ...base, ...change }).attention.map((a) => a.code);
const weak = { rfADbm: -95, rfBDbm: -97 };

describe("what needs a hand", () => {
  test("noise in the voice is told from silence: a receiver mutes some ten decibels over its noise", () => {
    const recent = [
      ...run(400),
      ...run(2, weak),
      ...run(98),
      ...run(2, { rfADbm: -98, rfBDbm: -99 }),
    ];
    expect(watchChannel({ ...base, recent: [...recent, ...run(98)] }).attention).toEqual([
      { level: "watch", code: "dropouts", count: 2, mutedCount: 1 },
    ]);
  });
  test("nothing does while all is well; what is in hand is the least of ten seconds", () => {
    expect(watchChannel(base)).toMatchObject({ attention: [], marginDb: 26 });
    expect(
      watchChannel({
        ...base,
        recent: [...run(550), ...run(1, { rfADbm: -72, rfBDbm: -75 }), ...run(49)],
      }).marginDb,
    ).toBe(14);
  });
  test.each<[string, Partial<WatchedChannel>]>([
    ["stalled", { recent: [...run(580), ...Array.from({ length: 20 }, () => null)] }],
    [
      "gone",
      { recent: [...run(580), ...run(20, { rfADbm: -104, rfBDbm: -105, isPartner: false })] },
    ],
    ["spoiled", { recent: [...run(560), ...run(40, { quality: 0.1 })] }],
    ["overload", { recent: [...run(590), ...run(10, { isOverloaded: true, rfADbm: -15 })] }],
    ["dropouts", { recent: [...run(500), ...run(2, weak), ...run(98)] }],
    ["thin", { recent: [...run(590), ...run(10, { rfADbm: -81, rfBDbm: -82 })] }],
    ["fallen", { recent: [...run(500), ...run(100, { rfADbm: -72, rfBDbm: -73 })] }],
    ["one-antenna", { recent: [...run(500), ...run(100, { rfBDbm: -84 })] }],
    ["muted", { recent: [...run(560), ...run(40, { isMuted: true, hasAudio: false })] }],
    ["silent", { recent: [...run(100), ...run(500, { hasAudio: false })] }],
    ["not-ours", { recent: [...run(570), ...run(30, { isPartner: false })] }],
    [
      "retuning",
      { isRetuning: true, recent: run(600, { rfADbm: -105, rfBDbm: -105, isPartner: false }) },
    ],
    ["noise-rose", { roseDb: 7 }],
    ["cells-now", { cells: { hours: 0.2, by: "clock", isWeak: false, voltsSpanHours: null } }],
    ["cells-soon", { cells: { hours: 3, by: "volts", isWeak: true, voltsSpanHours: 1 } }],
  ])("%s", (code, change) => expect(codes(change)).toEqual([code]));
  test("worst first; a jitter of a second is no stall", () => {
    expect(
      codes({
        recent: [...run(560), ...run(40, { quality: 0.1, isMuted: true, hasAudio: false })],
      }),
    ).toEqual(["spoiled", "muted"]);
    expect(codes({ recent: [...run(592), ...Array.from({ length: 8 }, () => null)] })).toEqual([]);
  });
  test("noise that has come is bad where it is more than what was in hand, whatever a receiver shows that does not tell of its link", () => {
    const blind = run(600, { quality: null });
    expect(
      [5, 8, 31].map((roseDb) =>
        watchChannel({ ...base, recent: blind, roseDb }).attention.map((a) => [a.code, a.level]),
      ),
    ).toEqual([[], [["noise-rose", "watch"]], [["noise-rose", "bad"]]]);
  });
  test("a pack that is meant to be off worries nobody; its cells still do", () => {
    const off = {
      isWanted: false,
      recent: run(600, { rfADbm: -105, rfBDbm: -105, isPartner: false }),
    };
    expect(codes(off)).toEqual([]);
    expect(
      watchChannel({
        ...base,
        ...off,
        cells: { hours: 0.1, by: "clock", isWeak: false, voltsSpanHours: null },
      }).attention,
    ).toMatchObject([{ level: "watch", code: "cells-soon" }]);
  });
});

test("what is usual follows slowly, and only where nothing is wrong", () => {
  const [usual, low] = [
    { aDbm: -60, bDbm: -62 },
    { aDbm: -80, bDbm: -82 },
  ];
  expect(followUsual(usual, low, 0.01)!.aDbm).toBeCloseTo(-60.2, 9);
  expect([followUsual(null, low, 0.01), followUsual(usual, null, 0.01)]).toEqual([low, usual]);
  expect([
    isUsual([]),
    isUsual([{ level: "watch", code: "muted" }]),
    isUsual([{ level: "watch", code: "fallen", db: 12 }]),
  ]).toEqual([true, true, false]);
});

test("dropouts: from to, the least; what does not end is not one yet, a gap ends without one", () => {
  expect(dropoutsIn([...run(5), ...run(3, weak), ...run(2), ...run(1, weak)], -86)).toEqual([
    { from: 5, to: 8, leastDbm: -95 },
  ]);
  expect(dropoutsIn([...run(5), ...run(3, weak), null, ...run(5)], -86)).toEqual([]);
});
