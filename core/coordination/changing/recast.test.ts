import { coordinate } from "~/core/coordination/search/coordinate";
import type { CoordinationRequest } from "~/core/coordination/problem/request";
import { channel, hooks, request as plain } from "~/testkit/coordinationRequest";
import { recast, type RecastOffer, withOffer } from "./recast";

const narrow = [{ lowHz: 470e6, highHz: 470.2e6, stepHz: 25_000 }];
const other = [{ lowHz: 520e6, highHz: 540e6, stepHz: 25_000 }];
const windows = [{ lowHz: 519e6, highHz: 541e6 }];
const request = (count: number): CoordinationRequest =>
  plain({
    windows: [{ lowHz: 469e6, highHz: 475e6 }],
    spares: 0,
    timeLimitMs: 20_000,
    channels: Array.from({ length: count }, (_, i) => channel(`c${i}`, { tuning: narrow })),
  });
const offer = (channelId: string, unit: string, minutes: number): RecastOffer => ({
  channelId,
  channel: channel(channelId, { tuning: other }),
  group: null,
  windows,
  minutes,
  roomLeft: null,
  kind: "other block",
  takes: [unit],
});
const unplacedOf = (r: CoordinationRequest) =>
  coordinate(r, hooks).unplaced.map((u) => u.channelId);

test("one too many in a block: any of them may go, least work first, and the set is proved", () => {
  const r = request(2);
  const without = unplacedOf(r);
  expect(without).toHaveLength(1);
  const offers = [offer("c0", "p1", 20), offer("c1", "p1", 6)];
  const found = recast(r, without, offers, hooks);
  expect(found.map((f) => [f.offers, f.minutes])).toEqual([
    [[1], 6],
    [[0], 20],
  ]);
  for (const f of found) {
    expect(f.result.unplaced).toEqual([]);
    expect(unplacedOf(f.offers.reduce((x, i) => withOffer(x, offers[i]!), r))).toEqual([]);
  }
});

test("two too many: two moves, each on a unit of its own; one spare is not enough", () => {
  const r = request(3);
  const without = unplacedOf(r);
  expect(without).toHaveLength(2);
  expect(recast(r, without, [offer("c0", "p1", 5), offer("c1", "p1", 5)], hooks)).toEqual([]);
  const offers = ["c0", "c1", "c2"].flatMap((c) => [offer(c, "p1", 5), offer(c, "p2", 5)]);
  const [found] = recast(r, without, offers, hooks);
  expect(found!.minutes).toBe(10);
  expect(new Set(found!.offers.map((i) => offers[i]!.channelId)).size).toBe(2);
  expect(new Set(found!.offers.flatMap((i) => offers[i]!.takes)).size).toBe(2);
});

test("what chooses for itself leaves the question; a block as full as this one is no answer", () => {
  const r = request(2);
  const without = unplacedOf(r);
  const self = { ...offer("c0", "p1", 4), channel: null, kind: "self" };
  const [found] = recast(r, without, [self], hooks);
  expect(found!.result.assignments.map((a) => a.channelId)).toEqual(["c1"]);
  const same = {
    ...offer("c0", "p1", 4),
    channel: channel("c0", { tuning: narrow }),
  };
  expect(recast(r, without, [same], hooks)).toEqual([]);
});

test("a room takes no more of those that choose for themselves than it has left", () => {
  const r = request(3);
  const without = unplacedOf(r);
  expect(without).toHaveLength(2);
  const offers = (roomLeft: number) =>
    ["c0", "c1", "c2"].map((c, i) => ({
      ...offer(c, `p${i}`, 4),
      channel: null,
      kind: "self",
      roomLeft,
    }));
  expect(recast(r, without, offers(2), hooks)).toHaveLength(1);
  expect(recast(r, without, offers(1), hooks)).toEqual([]);
});
