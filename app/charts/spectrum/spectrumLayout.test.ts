import { seededRandom } from "~/core/units/random";
import { columnsOf } from "./columns";
import { runs } from "./drawAir";
import { levelAt, spectrumLayout, type SpectrumData, type SpectrumLayout } from "./spectrumLayout";

const size = { widthPx: 960, airPx: 150, rootsPx: 40 };
const data = (change: Partial<SpectrumData> = {}): SpectrumData => ({
  lowHz: 470e6,
  highHz: 566e6,
  traces: [],
  floor: null,
  taken: [],
  flags: [],
  roots: [],
  limit: null,
  ...change,
});
const trace = (levels: number[], lowHz = 470e6, stepHz = 25_000) => ({
  lowHz,
  stepHz,
  levelsDbm: levels,
});
const flag = (mhz: number, id = `f${mhz}`) => ({
  id,
  mark: "Ma",
  frequencyHz: mhz * 1e6,
  kind: "own" as const,
});
const heights = (layout: SpectrumLayout) => [...layout.air[0]!];

test("frequency to pixel and back", () => {
  const { xOf, frequencyAtPx } = spectrumLayout(data(), size);
  expect([xOf(470e6), xOf(566e6), xOf(518e6)]).toEqual([0, 960, 480]);
  expect(frequencyAtPx(xOf(512.375e6))).toBeCloseTo(512.375e6, 3);
});

test("nothing measured draws nothing; the axis stands all the same", () => {
  const layout = spectrumLayout(data(), size);
  expect([layout.air, layout.floor, layout.flags, layout.roots]).toEqual([[], null, [], []]);
  expect(layout.ticks.map((t) => t.text)).toEqual([
    "480",
    "490",
    "500",
    "510",
    "520",
    "530",
    "540",
    "550",
    "560",
  ]);
});

test("one bin of 3,841 keeps its height however narrow the picture", () => {
  const levels = Array.from({ length: 3841 }, (_, i) => (i === 1700 ? -60 : -115));
  for (const widthPx of [200, 390, 960, 2000]) {
    const layout = spectrumLayout(data({ traces: [trace(levels)] }), { ...size, widthPx });
    expect(Math.min(...heights(layout))).toBeCloseTo(layout.yOf(-60), 0);
  }
});

test("columns against looking at every bin, at every nearness: the same, or a neighbour half a pixel away (seed 6)", () => {
  const random = seededRandom(6);
  const levels = Array.from({ length: 20_000 }, (_, i) =>
    i % 900 < 40 ? NaN : -120 + 60 * random(),
  );
  for (const widthHz of [500e6, 100e6, 20e6, 2e6, 0.3e6]) {
    const view = { lowHz: 480e6, highHz: 480e6 + widthHz };
    const pxHz = widthHz / 400;
    const highestIn = (fromHz: number, toHz: number) =>
      levels.reduce((most, level, i) => {
        const hz = 470e6 + i * 25_000;
        return hz + 12_500 > fromHz &&
          hz - 12_500 < toHz &&
          !(level <= most) &&
          !Number.isNaN(level)
          ? Math.max(level, Number.isNaN(most) ? -Infinity : most)
          : most;
      }, NaN);
    const columns = columnsOf(trace(levels), view, 400);
    for (let c = 0; c < 400; c += 37) {
      const exact = highestIn(view.lowHz + c * pxHz, view.lowHz + (c + 1) * pxHz);
      const near = highestIn(view.lowHz + (c - 0.5) * pxHz, view.lowHz + (c + 1.5) * pxHz);
      if (Number.isNaN(exact))
        expect(Number.isNaN(columns[c]!) || columns[c]! <= near + 0.01).toBe(true);
      else {
        expect(columns[c]!).toBeGreaterThanOrEqual(exact - 0.01);
        expect(columns[c]!).toBeLessThanOrEqual(near + 0.01);
      }
    }
  }
});

test("a gap in what was measured is a gap in the picture", () => {
  const levels = Array.from({ length: 3841 }, (_, i) => (i > 1000 && i < 2000 ? NaN : -110));
  expect(runs(spectrumLayout(data({ traces: [trace(levels)] }), size).air[0]!)).toEqual([
    [0, 250],
    [499, 959],
  ]);
});

test("levels beyond the scale stay inside the picture", () => {
  const layout = spectrumLayout(
    data({ traces: [trace(Array.from({ length: 3841 }, (_, i) => (i % 2 ? 10 : -300)))] }),
    size,
  );
  for (const y of heights(layout)) {
    expect(y).toBeGreaterThanOrEqual(0);
    expect(y).toBeLessThanOrEqual(layout.axisY);
  }
});

test("flags too near each other go to lanes of their own; those at the edge stay inside", () => {
  const layout = spectrumLayout(
    data({ flags: [flag(470), flag(470.5), flag(471), flag(540)] }),
    size,
  );
  expect(layout.flags.map((f) => f.lane)).toEqual([0, 1, 2, 0]);
  expect(layout.flags[0]).toMatchObject({ x: 0, labelX: 17 });
  expect(layout.axisY).toBe(150 + 3 * 26);
  const last = spectrumLayout(data({ flags: [flag(566)] }), size).flags[0]!;
  expect([last.x, last.labelX]).toEqual([960, 943]);
});

test("taken stretches are cut at the edges; those outside fall away; narrow ones go without a label", () => {
  const taken = [
    [460, 478, "TV 20"],
    [480, 481, "x"],
    [600, 608, "far"],
  ].map(([low, high, label]) => ({
    lowHz: Number(low) * 1e6,
    highHz: Number(high) * 1e6,
    label: String(label),
    kind: "tv" as const,
  }));
  const { taken: placed } = spectrumLayout(data({ taken }), size);
  expect(placed.map((t) => [t.x, t.width, t.labelX])).toEqual([
    [0, 80, 40],
    [100, 10, null],
  ]);
});

test("of the products those nearest to a carrier hang, by their weight; all count in the density", () => {
  const roots = [
    { frequencyHz: 480e6, weight: 1, kind: "third2" as const },
    { frequencyHz: 480.5e6, weight: 0.5, kind: "third3" as const },
    { frequencyHz: 490e6, weight: 0, kind: "third3" as const },
    { frequencyHz: 400e6, weight: 1, kind: "third2" as const },
  ];
  const flags = [{ id: "ch1", mark: "Ma", frequencyHz: 480.1e6, kind: "own" as const }];
  const layout = spectrumLayout(data({ roots, flags }), size);
  expect(layout.roots.map((r) => r.length)).toEqual([36]);
  expect(layout.density?.filter((share) => share > 0)).toHaveLength(3);
});

test("a label without room is a mark: own carriers come before spares, and no two overlap", () => {
  const near = (kind: "own" | "spare", n: number) =>
    Array.from({ length: n }, (_, i) => ({
      id: `${kind}${i}`,
      mark: "x",
      frequencyHz: 480e6 + i * 25e3,
      kind,
    }));
  const { flags } = spectrumLayout(data({ flags: [...near("spare", 3), ...near("own", 6)] }), size);
  const labelled = flags.filter((f) => f.labelX !== null);
  expect(labelled.length).toBeLessThan(flags.length);
  expect(labelled.every((f) => f.kind === "own")).toBe(true);
  for (const a of labelled)
    for (const b of labelled)
      if (a !== b && a.lane === b.lane)
        expect(Math.abs((a.labelX ?? 0) - (b.labelX ?? 0))).toBeGreaterThanOrEqual(34);
});

test("read out: the bin at a frequency, the stronger of two traces, nothing outside", () => {
  const traces = [trace([-100, -90, NaN]), trace([-95, -99, NaN])];
  expect([
    levelAt(traces, 470e6),
    levelAt(traces, 470.025e6),
    levelAt(traces, 470.05e6),
    levelAt(traces, 480e6),
  ]).toEqual([-95, -90, null, null]);
});
