import { carrierId } from "~/core/coordination/problem/dayProblem";
import { pickRelations } from "./dayRelations";
import { packDays, peakOf, talkerSpans, wiredRanges, type Scene } from "./scenes";
import { seededRandom } from "~/core/units/random";

const hour = 3_600_000;
const scene = (number: string, from: number, to: number, ...speakers: string[]): Scene => ({
  number,
  title: "",
  placeId: null,
  startMs: from * hour,
  endMs: to * hour,
  speakers,
  isRepeatable: true,
});

test("the day is cut where anybody begins or ends; one may begin as another ends", () => {
  const day = [scene("1", 8, 10, "a", "b"), scene("2", 9, 11, "b", "c"), scene("3", 11, 12, "d")];
  expect(
    wiredRanges(day).map((s) => [
      s.startMs / hour,
      s.endMs / hour,
      s.talkers.join(""),
      s.sceneNumbers.join(),
    ]),
  ).toEqual([
    [8, 9, "ab", "1"],
    [9, 10, "abc", "1,2"],
    [10, 11, "bc", "2"],
    [11, 12, "d", "3"],
  ]);
  expect(peakOf(day)).toMatchObject({
    talkers: ["a", "b", "c"],
    sceneNumbers: ["1", "2"],
    startMs: 9 * hour,
  });
  expect([peakOf([]), wiredRanges([scene("1", 8, 9)])]).toEqual([null, []]);
});

test("over midnight a scene is one scene", () => {
  expect(peakOf([scene("1", 23, 25, "a"), scene("2", 24.5, 26, "b")])).toMatchObject({
    talkers: ["a", "b"],
    startMs: 24.5 * hour,
  });
});

test("spans: scenes nearer than a re-rig are one, a break makes two", () => {
  const day = [scene("1", 8, 9, "a"), scene("2", 9, 10, "a", "b"), scene("3", 12, 13, "a")];
  expect(
    talkerSpans(day, hour / 4).map((s) => [
      s.talker,
      s.startMs / hour,
      s.endMs / hour,
      s.sceneNumbers.join(),
    ]),
  ).toEqual([
    ["a", 8, 10, "1,2"],
    ["b", 9, 10, "2"],
    ["a", 12, 13, "3"],
  ]);
});

test("packs are handed on where there is time, and a talker gets their own back first", () => {
  const day = [scene("1", 8, 9, "a", "b"), scene("2", 10, 11, "c"), scene("3", 12, 13, "b", "a")];
  const ways = packDays(day, hour / 4).map((p) => p.spans.map((s) => s.talker).join(">"));
  expect(ways).toEqual(["a>c>a", "b>b"]);
  // c takes the pack of whoever needs theirs again last
  const later = [
    scene("1", 8, 9, "a", "b"),
    scene("2", 10, 11, "c", "a"),
    scene("3", 12, 13, "b", "a"),
  ];
  expect(packDays(later, hour / 4).map((p) => p.spans.map((s) => s.talker).join(">"))).toEqual([
    "a>a>a",
    "b>c>b",
  ]);
  expect(packDays([scene("1", 8, 9, "a"), scene("2", 9, 10, "b")], hour / 4)).toHaveLength(2);
  expect(packDays([scene("1", 8, 9, "a"), scene("2", 9, 10, "b")], 0)).toHaveLength(1);
});

// outside check: interval scheduling's peak against a brute force over every minute of the day
test.each([1, 2, 3, 4, 5, 6, 7, 8])(
  "peak and number of packs equal a count minute by minute, seed %i",
  (seed) => {
    const random = seededRandom(seed);
    const minute = 60_000;
    const day = Array.from({ length: 14 }, (_, i) => {
      const startMs = Math.floor(random() * 600) * minute;
      const speakers = "abcdefghij".split("").filter(() => random() < 0.3);
      return {
        ...scene(String(i), 0, 0, ...speakers),
        startMs,
        endMs: startMs + (10 + Math.floor(random() * 120)) * minute,
      };
    });
    let most = 0;
    for (let t = 0; t < 900; t += 1) {
      most = Math.max(
        most,
        new Set(
          day
            .filter((s) => s.startMs <= t * minute && t * minute < s.endMs)
            .flatMap((s) => s.speakers),
        ).size,
      );
    }
    expect(peakOf(day)?.talkers.length ?? 0).toBe(most);
    // with no re-rig the fewest packs are the peak itself, by spans of each talker
    const spans = talkerSpans(day, 0);
    let mostSpans = 0;
    for (let t = 0; t < 900; t += 1)
      mostSpans = Math.max(
        mostSpans,
        spans.filter((s) => s.startMs <= t * minute && t * minute < s.endMs).length,
      );
    expect(packDays(day, 0)).toHaveLength(mostSpans);
    for (const { spans: way } of packDays(day, 15 * minute)) {
      for (let i = 1; i < way.length; i += 1)
        expect(way[i]!.startMs - way[i - 1]!.endMs).toBeGreaterThanOrEqual(
          way[i]!.talker === way[i - 1]!.talker ? 0 : 15 * minute,
        );
    }
  },
);

test("wider guards are for who speaks here in a scene that cannot be repeated", () => {
  const once = (placeId: number | null, ...speakers: string[]): Scene => ({
    ...scene("9", 8, 9, ...speakers),
    placeId,
    isRepeatable: false,
  });
  const channels = ["a", "b", "c"].map((talker, i) => ({ id: i + 1, talker }));
  const scenes = [once(1, "a"), once(2, "b"), once(null, "c")];
  expect(pickRelations(null, channels, scenes, 1).careful?.channelIds).toEqual(
    [1, 3].map((id) => carrierId(id)),
  );
  expect(pickRelations(null, channels, [once(2, "b")], 1).careful).toBeNull();
});
