import { channelAt, rasterChannels, RASTERS } from "./raster";
import { legalWindows, mergeRanges, REGIONS } from "./region";

// Published edges: the national television tables (from memory).
describe("raster edges", () => {
  test.each([
    ["US-6", 14, 470, 476],
    ["US-6", 36, 602, 608],
    ["EU-8", 21, 470, 478],
    ["EU-8", 48, 686, 694],
    ["AU-7", 28, 526, 533],
    ["AU-7", 51, 687, 694],
  ] as const)("%s channel %i is %i to %i MHz", (name, channel, lowMhz, highMhz) => {
    const found = rasterChannels(RASTERS[name]).find((c) => c.channel === channel);
    expect(found).toEqual({ channel, lowHz: lowMhz * 1e6, highHz: highMhz * 1e6 });
  });
  test("the US list never holds 37", () => {
    expect(rasterChannels(RASTERS["US-6"]).some((c) => c.channel === 37)).toBe(false);
  });
  test("neighbours touch, and a shared edge belongs to the upper one", () => {
    const list = rasterChannels(RASTERS["EU-8"]);
    for (let i = 1; i < list.length; i += 1) expect(list[i]!.lowHz).toBe(list[i - 1]!.highHz);
    expect(channelAt(RASTERS["EU-8"], 478e6)?.channel).toBe(22);
    expect(channelAt(RASTERS["EU-8"], 694e6)).toBeNull();
  });
});

describe("law", () => {
  test("every band is dated, sourced, ordered", () => {
    for (const region of Object.values(REGIONS)) {
      expect(region.advice).toMatch(/check with your regulator/);
      for (const band of region.bands) {
        expect(band.highHz).toBeGreaterThan(band.lowHz);
        expect(band.asOf).toMatch(/^\d{4}-\d{2}/);
        expect(band.source.length).toBeGreaterThan(5);
      }
    }
  });
  test("forbidden stretches are cut out, power limits count", () => {
    // what chooses for itself at 2.4 GHz is another matter
    const mhz = (list: { lowHz: number; highHz: number }[]) =>
      list.filter((w) => w.lowHz < 1e9).map((w) => [w.lowHz / 1e6, w.highHz / 1e6]);
    expect(mhz(legalWindows(REGIONS.US, 50))).toEqual([[470, 608]]);
    expect(mhz(legalWindows(REGIONS.US, 20))).toEqual([
      [470, 608],
      [614, 616],
      [653, 663],
    ]);
    expect(mhz(legalWindows(REGIONS.EU, 60))).toEqual([]);
    expect(legalWindows(REGIONS.EU, 60)).toEqual([{ lowHz: 2400e6, highHz: 2483.5e6 }]);
  });
  test("touching stretches become one", () => {
    expect(
      mergeRanges([
        { lowHz: 5, highHz: 8 },
        { lowHz: 1, highHz: 5 },
      ]),
    ).toEqual([{ lowHz: 1, highHz: 8 }]);
  });
});
