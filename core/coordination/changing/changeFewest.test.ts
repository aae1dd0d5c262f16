import { changeFewest } from "./changeFewest";
import { checkSet } from "~/core/coordination/rules/checkSet";
import { coordinate } from "~/core/coordination/search/coordinate";
import { PROFILES } from "~/core/coordination/problem/profile";
import type { CoordinationRequest } from "~/core/coordination/problem/request";

const hooks = { now: () => 0 };
const request = (extra: Partial<CoordinationRequest> = {}): CoordinationRequest => ({
  windows: [{ lowHz: 470e6, highHz: 500e6 }],
  exclusions: [],
  noise: [],
  maxNoiseDbm: null,
  others: [],
  profile: PROFILES.normal,
  groups: [],
  spares: 1,
  timeLimitMs: 3000,
  seed: 3,
  channels: ["a", "b", "c", "d", "e", "f"].map((id) => ({
    id,
    tuning: [{ lowHz: 470e6, highHz: 500e6, stepHz: 25_000 }],
    bandwidthHz: 200_000,
  })),
  ...extra,
});
const present = coordinate(request(), hooks).assignments.map(({ channelId, frequencyHz }) => ({
  channelId,
  frequencyHz,
}));
const at = (id: string) => present.find((p) => p.channelId === id)!.frequencyHz;

test("nothing wrong: nobody retunes, and that is certain", () => {
  const { result, retuned, isProved } = changeFewest(request(), present, hooks);
  expect(retuned).toEqual([]);
  expect(isProved).toBe(true);
  expect(result.assignments.map((a) => a.frequencyHz)).toEqual(
    request().channels.map((c) => at(c.id)),
  );
});

test("a newcomer on one frequency retunes that one; a station over two retunes those two; a new talker nobody", () => {
  expect(
    changeFewest(
      request({ others: [{ id: "van", frequencyHz: at("c") + 30_000 }] }),
      present,
      hooks,
    ).retuned,
  ).toEqual(["c"]);
  const taken = [at("a"), at("d")].map((hz) => ({
    lowHz: hz - 50_000,
    highHz: hz + 50_000,
    reason: "TV",
  }));
  expect(changeFewest(request({ exclusions: taken }), present, hooks).retuned).toEqual(["a", "d"]);
  const joined = changeFewest(
    request({ channels: [...request().channels, { ...request().channels[0]!, id: "new" }] }),
    present,
    hooks,
  );
  expect(joined.retuned).toEqual([]);
  expect(joined.result.assignments).toHaveLength(7);
});

test("picks that clash among themselves: the fewest that undo every clash move, and the set is clean", () => {
  // 2b − a falls on c: one of the three goes, and the others stay
  const clashing = present
    .map((p) => (p.channelId === "c" ? { ...p, frequencyHz: 2 * at("b") - at("a") } : p))
    .filter((p) => p.frequencyHz > 470.1e6 && p.frequencyHz < 499.9e6);
  const { result, retuned } = changeFewest(request(), clashing, hooks);
  expect(retuned.length).toBeLessThanOrEqual(1);
  expect(
    checkSet(
      result.assignments.map((a) => ({ id: a.channelId, frequencyHz: a.frequencyHz })),
      PROFILES.normal,
    ).conflicts,
  ).toEqual([]);
  // a lock of the user's stays whatever it costs
  const locked = changeFewest(
    request({
      channels: request().channels.map((c) =>
        c.id === "b" ? { ...c, lockedHz: at("a") + 100_000 } : c,
      ),
    }),
    present,
    hooks,
  );
  expect(locked.result.assignments.find((a) => a.channelId === "b")!.frequencyHz).toBe(
    at("a") + 100_000,
  );
  expect(locked.retuned).toContain("a");
});
