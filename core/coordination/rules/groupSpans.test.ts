import { seededRandom } from "~/core/units/random";
import { PROFILES } from "~/core/coordination/problem/profile";
import type { CoordinationRequest } from "~/core/coordination/problem/request";
import { coordinate } from "~/core/coordination/search/coordinate";
import { SetJudge } from "~/core/coordination/explaining/judge";
import { presets } from "~/core/devices/tuning";
import { checkSet } from "./checkSet";
import { homesOf, isAtHome } from "./groupSpans";

const at = (...mhz: number[]) => mhz.map((m) => Math.round(m * 1e6));
const list = (frequenciesHz: number[]) => frequenciesHz.map((f) => ({ lowHz: f, highHz: f }));

const request = (
  places: number[],
  channels: number,
  oneOf: { lowHz: number; highHz: number }[][],
): CoordinationRequest => ({
  windows: [{ lowHz: 470e6, highHz: 700e6 }],
  exclusions: [],
  noise: [],
  maxNoiseDbm: null,
  others: [],
  profile: PROFILES.normal,
  groups: [{ id: "r", maxSpanHz: Infinity, oneOf }],
  spares: 0,
  timeLimitMs: 60_000,
  seed: 1,
  channels: Array.from({ length: channels }, (_, i) => ({
    id: `c${i}`,
    tuning: presets(places),
    bandwidthHz: 200_000,
    lockedHz: null,
    group: "r",
  })),
});
const search = (r: CoordinationRequest) => coordinate(r, { now: () => 0 });

test("both halves go to the one list that has room for both", () => {
  const [one, two] = [at(480, 500), at(520, 521)];
  const found = search(
    request([...one.slice(0, 1), ...two], 2, [list(one.slice(0, 1)), list(two)]),
  );
  expect(found.assignments.map((a) => a.frequencyHz).sort()).toEqual(two);
});

test("a half that is locked in one block holds the other there; elsewhere it breaks a rule that is told", () => {
  const blocks = [[{ lowHz: 470e6, highHz: 494e6 }], [{ lowHz: 494e6, highHz: 518e6 }]];
  const asked = request(at(480, 490, 500, 510), 2, blocks);
  const locked = {
    ...asked,
    channels: asked.channels.map((c, i) => (i === 0 ? { ...c, lockedHz: 500e6 } : c)),
  };
  expect(search(locked).assignments.map((a) => a.frequencyHz)).toEqual([500e6, 510e6]);
  const judged = new SetJudge(asked, null).judge([
    { channelId: "c0", frequencyHz: 480e6 },
    { channelId: "c1", frequencyHz: 510e6 },
  ]);
  expect(judged.picks.map((p) => p.broken.map((b) => b.code))).toEqual([
    ["receiver-shares"],
    ["receiver-shares"],
  ]);
});

test("an edge belongs to both blocks", () => {
  const oneOf = [[{ lowHz: 470e6, highHz: 494e6 }], [{ lowHz: 494e6, highHz: 518e6 }]];
  expect(homesOf({ oneOf }, [494e6])).toHaveLength(2);
  expect(isAtHome(homesOf({ oneOf }, [480e6]), 500e6)).toBe(false);
  expect(isAtHome(homesOf({}, [480e6]), 500e6)).toBe(true);
});

/** The most channels that fit one of the lists, by trying all sets. */
function mostByTrying(lists: number[][], channels: number): number {
  let most = 0;
  for (const members of lists)
    for (let set = 0; set < 1 << members.length; set += 1) {
      const chosen = members.filter((_, i) => set & (1 << i));
      if (chosen.length <= most || chosen.length > channels) continue;
      const carriers = chosen.map((frequencyHz, i) => ({ id: `${i}`, frequencyHz }));
      if (checkSet(carriers, PROFILES.normal).conflicts.length === 0) most = chosen.length;
    }
  return most;
}

test.each([3, 17, 91])("as many as by trying all sets of all lists, seed %i", (seed) => {
  const random = seededRandom(seed);
  for (let round = 0; round < 8; round += 1) {
    const lists = Array.from({ length: 3 }, () =>
      [
        ...new Set(Array.from({ length: 7 }, () => 480e6 + Math.floor(random() * 80) * 100_000)),
      ].sort(),
    );
    const found = search(request([...new Set(lists.flat())], 4, lists.map(list)));
    expect([round, found.assignments.length]).toEqual([round, mostByTrying(lists, 4)]);
    const chosen = found.assignments.map((a) => a.frequencyHz);
    expect(lists.some((l) => chosen.every((f) => l.includes(f)))).toBe(true);
  }
});
