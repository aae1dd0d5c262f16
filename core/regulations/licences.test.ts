import { legalWindows, REGIONS, unruledRanges } from "./region";
import { accessOf, licencesAsked, regionUnder } from "./licences";

test.each([
  ["none needed", "free"],
  ["unlicensed in the television band", "free"],
  ["class licence", "free"],
  ["individual licence or none, by country", "depends"],
  ["individual licence", "licence"],
  ["licensed, low power auxiliary", "licence"],
] as const)("%s: %s", (licence, access) => {
  expect(accessOf(licence)).toBe(access);
});

// 47 CFR 15.236: 50 mW in the television band without a licence; 74.861: 250 mW with one (from memory)
test("100 mW where 50 is the limit without a licence is too much, and allowed with one", () => {
  const at = (mw: number, held: string[] | null) =>
    legalWindows(regionUnder(REGIONS.US, held), mw).some(
      (w) => w.lowHz <= 500e6 && w.highHz >= 501e6,
    );
  const [licence] = licencesAsked(REGIONS.US);
  expect([at(50, []), at(100, []), at(100, [licence!]), at(100, null)]).toEqual([
    true,
    false,
    true,
    true,
  ]);
});

test("a band whose licence is not held is not allowed, which is another answer than not known", () => {
  const without = regionUnder(REGIONS.EU, []);
  expect(legalWindows(without, 10).some((w) => w.lowHz < 500e6)).toBe(false);
  expect(unruledRanges(without, [{ lowHz: 480e6, highHz: 490e6 }])).toEqual([]);
  expect(legalWindows(without, 10).some((w) => w.lowHz <= 863e6 && w.highHz >= 865e6)).toBe(true);
  // of these nothing is known, with a licence or without
  expect(unruledRanges(without, [{ lowHz: 1.88e9, highHz: 1.93e9 }])).toHaveLength(1);
  expect(unruledRanges(without, [{ lowHz: 174e6, highHz: 216e6 }])).toHaveLength(1);
});
