import { rankRoom } from "./openSpectrum";
import { RASTERS } from "./raster";
import { distanceOnEarthM, radioHorizonM, stationsAt, type Transmitter } from "./register";

const raster = RASTERS["EU-8"];
const span = (lowMhz: number, highMhz: number) => ({ lowHz: lowMhz * 1e6, highHz: highMhz * 1e6 });

describe("what a register predicts", () => {
  // geometry: one degree of a great circle is 1/360 of 2π·6371.0088 km
  test("distance on the sphere: a degree along the equator, along a meridian, at the same spot, across the date line", () => {
    const at = (latitudeDeg: number, longitudeDeg: number) => ({ latitudeDeg, longitudeDeg });
    expect(distanceOnEarthM(at(0, 0), at(0, 1))).toBeCloseTo(111_195.08, 0);
    expect(distanceOnEarthM(at(60, 10), at(61, 10))).toBeCloseTo(111_195.08, 0);
    expect(distanceOnEarthM(at(60, 0), at(60, 1))).toBeCloseTo(55_596, -1);
    expect(distanceOnEarthM(at(5, 5), at(5, 5))).toBe(0);
    expect(distanceOnEarthM(at(0, 179.5), at(0, -179.5))).toBeCloseTo(111_195.08, 0);
  });
  const mast: Transmitter = {
    channel: 22,
    name: "Mast",
    erpKw: 1,
    latitudeDeg: 0,
    longitudeDeg: 0,
  };
  test("free space and the allowance: 1 kW at 10 km on 482 MHz", () => {
    // ITU-R P.525: 20·log10(4π·10 km·482 MHz / c) = 106.11 dB; 60 dBm + 2.15 − 106.11 − 18
    const [found] = stationsAt(
      [mast],
      { latitudeDeg: 10_000 / 111_195.08, longitudeDeg: 0 },
      "outdoors",
      raster,
    );
    expect(found!.levelDbm).toBeCloseTo(60 + 2.15 - 106.11 - 18, 1);
    expect(
      stationsAt(
        [mast],
        { latitudeDeg: 10_000 / 111_195.08, longitudeDeg: 0 },
        "indoors",
        raster,
      )[0]!.levelDbm,
    ).toBeCloseTo(found!.levelDbm - 12, 6);
  });
  test("nothing reaches beyond the radio horizon, however strong; a high mast reaches farther", () => {
    // 4.12·√h km (textbook): 71.4 km for 300 m, 5.8 km for 2 m
    expect(radioHorizonM(300, 2)).toBeCloseTo(4121 * (Math.sqrt(300) + Math.sqrt(2)), -3);
    const at = { latitudeDeg: 85_000 / 111_195.08, longitudeDeg: 0 };
    const strong = { ...mast, erpKw: 500 };
    expect(stationsAt([strong], at, "outdoors", raster)).toEqual([]);
    expect(stationsAt([{ ...strong, heightM: 500 }], at, "outdoors", raster)).toHaveLength(1);
  });
  test("strongest first; too far, or on no channel of the raster, is not there", () => {
    const far = { ...mast, channel: 25, name: "Far", longitudeDeg: 60 };
    const near = { ...mast, channel: 28, name: "Near", longitudeDeg: 0.01 };
    const odd = { ...mast, channel: 99, name: "Odd" };
    expect(
      stationsAt(
        [mast, far, near, odd],
        { latitudeDeg: 0, longitudeDeg: 0.02 },
        "outdoors",
        raster,
      ).map((s) => s.name),
    ).toEqual(["Near", "Mast"]);
  });
});

describe("room for a kit", () => {
  const packs = [
    { label: "A", tuning: [span(470, 542)] },
    { label: "B", tuning: [span(470, 542)] },
    { label: "E", tuning: [span(518, 566)] },
    { label: "G", tuning: [] },
  ];
  const open = [span(470, 694)];
  test("neighbouring free channels are one stretch; a station parts them", () => {
    const ranked = rankRoom(raster, open, new Set([22, 25, 28, 31]), packs);
    const by = Object.fromEntries(
      ranked.map((r) => [r.channels.join("+"), [r.packMhz, r.packs.join("")]]),
    );
    // 526 to 534 is taken; 518 to 526 is shared by all three
    expect(by["26+27"]).toEqual([8 * 2 + 8 * 3, "ABE"]);
    expect(by["23+24"]).toEqual([32, "AB"]);
    expect(by["21"]).toEqual([16, "AB"]);
    expect(by["29+30"]).toEqual([8 * 3 + 8, "ABE"]);
    expect(ranked[0]!.channels).toEqual([26, 27]);
  });
  test("only what is open counts, and what nobody tunes is worth nothing", () => {
    const ranked = rankRoom(raster, [span(471, 473), span(600, 606)], new Set(), packs);
    expect(ranked.map((r) => [r.usableHz / 1e6, r.packMhz])).toEqual([
      [2, 4],
      [6, 0],
    ]);
    expect(rankRoom(raster, [], new Set(), packs)).toEqual([]);
  });
});
