import { PORT_ELLERY_SITES } from "~/core/simulator/portEllery";
import { sweepAir } from "~/core/simulator/air";
import { RASTERS } from "~/core/regulations/raster";
import { analyseSweep } from "./analyseSweep";
import { compareSweeps } from "./compareSweeps";
import type { Measurement } from "./sweep";

const sweepOf = (key: string, passes = 1): Measurement => {
  const { air } = PORT_ELLERY_SITES.find((s) => s.key === key)!;
  const list = Array.from({ length: passes }, (_, k) =>
    sweepAir(air, 470e6, 566e6, 25_000, k * 200_000, 35),
  );
  return {
    format: "rows",
    lowHz: 470e6,
    stepHz: 25_000,
    points: list[0]!.length,
    passes: list,
    completePasses: passes,
    warnings: [],
  };
};
const analysed = (key: string) => analyseSweep(sweepOf(key), RASTERS["EU-8"]);

test("the bad lamp of the car deck is broadband noise with its extent, and no station; the other places have none", () => {
  const { broadband: broadband, tv } = analysed("car-deck");
  expect(broadband).toHaveLength(1);
  // a bell of 22 MHz between its half-power points, around 509 MHz, 20 dB over the noise
  expect(broadband[0]!.lowHz).toBeGreaterThan(480e6);
  expect(broadband[0]!.lowHz).toBeLessThan(500e6);
  expect(broadband[0]!.highHz).toBeGreaterThan(518e6);
  expect(broadband[0]!.highHz).toBeLessThan(540e6);
  expect(Math.abs(broadband[0]!.overDb - 20)).toBeLessThan(3);
  expect(
    tv
      .filter((t) => t.state === "busy" && t.lowHz > 486e6 && t.highHz < 534e6)
      .map((t) => t.channel),
  ).toEqual([]);
  for (const key of ["net-loft", "quay", "lighthouse-stair"])
    expect([key, analysed(key).broadband]).toEqual([key, []]);
});

test("two sweeps compared: what came, what went, what rose", () => {
  const [loft, quay, deck] = ["net-loft", "quay", "car-deck"].map(analysed);
  const out = compareSweeps(loft!, quay!)!;
  expect(out.came.some((c) => Math.abs(c.frequencyHz - 545.6e6) < 30_000)).toBe(true);
  expect(out.went).toEqual([]);
  expect(out.tvCame.map((t) => t.channel)).toEqual([24]);
  expect(out.tvChanged.map((t) => t.channel)).toEqual(expect.arrayContaining([22, 25, 28, 31]));
  expect(Math.abs(out.floorRoseDb - 3)).toBeLessThan(1.5);
  const in_ = compareSweeps(loft!, deck!)!;
  expect(in_.rose.some((r) => r.lowHz < 514e6 && r.highHz > 514e6 && r.byDb > 10)).toBe(true);
  expect(in_.went.length).toBeGreaterThanOrEqual(2);
  expect(compareSweeps(loft!, loft!)).toMatchObject({
    floorRoseDb: 0,
    came: [],
    went: [],
    changed: [],
    tvCame: [],
    tvWent: [],
    tvChanged: [],
    rose: [],
  });
  expect(compareSweeps(loft!, { ...loft!, lowHz: 800e6, highHz: 900e6 })).toBeNull();
});
