import { seededRandom } from "~/core/units/random";
import { findInstrumentLines } from "./instrumentLines";

const line = (mhz: number, widthHz = 20_000) => ({
  frequencyHz: Math.round(mhz * 1e6),
  widthHz,
  levelDbm: -90,
});

test("lines at one spacing are a comb, with a place hidden by a station and each off by a third of a bin (seed 7)", () => {
  const random = seededRandom(7);
  const own = Array.from({ length: 12 }, (_, k) =>
    line(471.013 + k * 8 + (random() - 0.5) * 0.008),
  ).filter((_, k) => k !== 5);
  const others = [line(480.2, 180_000), line(499.3, 90_000), line(515.25), line(530.7)];
  const instrumentLines = findInstrumentLines([...others, ...own], 12_500);
  expect(instrumentLines).toHaveLength(1);
  expect(instrumentLines[0]!.spacingHz / 1e6).toBeCloseTo(8, 2);
  expect(instrumentLines[0]!.linesHz).toEqual(own.map((l) => l.frequencyHz));
});

test("stations may hide half of a comb", () => {
  const hides = (hz: number) =>
    [480, 504, 512, 528, 552].some((mhz) => Math.abs(hz - mhz * 1e6) < 4e6);
  const own = Array.from({ length: 12 }, (_, k) => line(472 + k * 8)).filter(
    (l) => !hides(l.frequencyHz),
  );
  expect(findInstrumentLines(own, 12_500, hides)[0]!.linesHz).toEqual(
    own.map((l) => l.frequencyHz),
  );
  expect(findInstrumentLines(own, 12_500)).toEqual([]);
});

test("carriers with speech on them are none, however even they stand, nor are four lines, nor what a coarse sweep shows", () => {
  const even = (count: number, widthHz: number) =>
    Array.from({ length: count }, (_, k) => line(480 + k * 0.7, widthHz));
  expect(findInstrumentLines(even(8, 150_000), 12_500)).toEqual([]);
  expect(findInstrumentLines(even(4, 20_000), 12_500)).toEqual([]);
  expect(findInstrumentLines(even(8, 100_000), 100_000)).toEqual([]);
  expect(findInstrumentLines(even(8, 20_000), 12_500)).toHaveLength(1);
});

test("thirty lines at random make no comb in 50 tries (seeds 1 to 50)", () => {
  let instrumentLines = 0;
  for (let seed = 1; seed <= 50; seed += 1) {
    const random = seededRandom(seed);
    instrumentLines += findInstrumentLines(
      Array.from({ length: 30 }, () => line(470 + random() * 224)),
      12_500,
    ).length;
  }
  expect(instrumentLines).toBe(0);
});
