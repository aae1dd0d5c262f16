import { coordinate } from "~/core/coordination/search/coordinate";
import { isUnitRule, makeRoom, relaxed } from "./makeRoom";
import { PROFILES } from "~/core/coordination/problem/profile";
import type { CoordinationRequest } from "~/core/coordination/problem/request";

let ms = 0;
const hooks = { now: () => (ms += 2) };
const tuning = [{ lowHz: 470e6, highHz: 474e6, stepHz: 25_000 }];
const request = (count: number, extra: Partial<CoordinationRequest> = {}): CoordinationRequest => ({
  windows: [{ lowHz: 469e6, highHz: 475e6 }],
  exclusions: [],
  noise: [],
  maxNoiseDbm: null,
  others: [],
  profile: PROFILES.normal,
  groups: [],
  spares: 0,
  timeLimitMs: 20_000,
  seed: 2,
  channels: Array.from({ length: count }, (_, i) => ({
    id: `c${i}`,
    tuning,
    bandwidthHz: 200_000,
  })),
  ...extra,
});

test("a lock in the way is named, and with it gone all stand", () => {
  const base = request(2);
  const r = {
    ...base,
    channels: base.channels.map((c, i) => ({ ...c, lockedHz: i === 0 ? 471e6 : 471.1e6 })),
  };
  expect(coordinate(r, hooks).unplaced).toHaveLength(1);
  const found = makeRoom(r, hooks);
  expect(found.map((f) => f.relaxations)).toEqual([
    [{ code: "unlock", channelId: "c0" }],
    [{ code: "unlock", channelId: "c1" }],
  ]);
  for (const f of found) expect(coordinate(relaxed(r, f.relaxations), hooks).unplaced).toEqual([]);
});

test("noise in the way: the least step that does, no larger one beside it", () => {
  const noise = [{ lowHz: 469e6, highHz: 475e6, levelDbm: -91 }];
  const found = makeRoom(request(2, { noise, maxNoiseDbm: -95 }), hooks);
  expect(found.map((f) => f.relaxations)).toEqual([[{ code: "more-noise", byDb: 6 }]]);
});

test("two things together where one is not enough; nothing where nothing helps", () => {
  const noise = [{ lowHz: 469e6, highHz: 475e6, levelDbm: -91 }];
  const base = request(2, { noise, maxNoiseDbm: -95 });
  const r = {
    ...base,
    channels: base.channels.map((c, i) => ({ ...c, lockedHz: i === 0 ? 480e6 : null })),
  };
  expect(makeRoom(r, hooks).map((f) => f.relaxations)).toEqual([
    [
      { code: "unlock", channelId: "c0" },
      { code: "more-noise", byDb: 6 },
    ],
  ]);
  expect(makeRoom(request(2, { windows: [{ lowHz: 600e6, highHz: 610e6 }] }), hooks)).toEqual([]);
});

test("what the units keep to is told where it alone is in the way, and is nothing to give up", () => {
  const points = [470, 470.1].map((m) => ({ lowHz: m * 1e6, highHz: m * 1e6, stepHz: 1 }));
  const far = { lowHz: 474e6, highHz: 474e6, stepHz: 1 };
  const base = request(3);
  const numbers = {
    ...base,
    channels: base.channels.map((c) => ({ ...c, tuning: [...points, far] })),
  };
  expect(makeRoom(numbers, hooks).map((f) => f.relaxations)).toEqual([
    [{ code: "own-numbers", channelIds: ["c0", "c1", "c2"] }],
  ]);
  const bound = {
    ...request(2),
    channels: request(2).channels.map((c) => ({ ...c, group: "r" })),
    groups: [{ id: "r", maxSpanHz: 300_000 }],
  };
  const [found] = makeRoom(bound, hooks);
  expect(found!.relaxations).toEqual([{ code: "shared-halves", groups: ["r"] }]);
  expect(found!.relaxations.every(isUnitRule)).toBe(true);
});
