import { coverage, type CoverageQuestion, crosses } from "./coverage";
import { freeSpaceLossDb } from "./propagation";
import { slabLossDb } from "./slab";

const open: CoverageQuestion = {
  frequencyHz: 600e6,
  txPowerDbm: 17,
  txHeightM: 1.2,
  widthM: 10.2,
  heightM: 6,
  cellM: 0.5,
  walls: [],
  antennas: [{ x: 0.25, y: 3.25, heightM: 2, gainDbi: 2.15 }],
  model: "free-space",
};
const wall = { x1: 5, y1: -1, x2: 5, y2: 8, material: "concrete" as const, thicknessM: 0.2 };

test("cells, in the open: each is free space from its middle, row by row", () => {
  const { columns, rows, levelsDbm } = coverage(open);
  expect([columns, rows, levelsDbm.length, levelsDbm[0]!.length]).toEqual([21, 12, 2, 252]);
  const [x, y] = [17, 9];
  const distanceM = Math.hypot(8.75 - 0.25, 4.75 - 3.25, 0.8);
  expect(levelsDbm[1]![y * columns + x]).toBeCloseTo(
    17 + 2.15 - freeSpaceLossDb({ distanceM, frequencyHz: 600e6 }),
    9,
  );
  // nearer than a metre counts as a metre
  expect(levelsDbm[0]![6 * columns]).toBeCloseTo(
    17 + 2.15 - freeSpaceLossDb({ distanceM: 1, frequencyHz: 600e6 }),
    9,
  );
});

test("a wall costs its slab at the true angle, and only behind it; two antennas give the better", () => {
  const bare = coverage(open);
  const walled = coverage({ ...open, walls: [wall] });
  const at = (x: number, y: number) => y * bare.columns + x;
  expect(walled.levelsDbm[0]![at(6, 2)]).toBe(bare.levelsDbm[0]![at(6, 2)]);
  const [dx, dy, dz] = [9.25 - 0.25, 0.25 - 3.25, 0.8];
  const incidenceDeg = (Math.acos(dx / Math.hypot(dx, dy, dz)) * 180) / Math.PI;
  const lossDb = slabLossDb({
    material: "concrete",
    thicknessM: 0.2,
    frequencyHz: 600e6,
    incidenceDeg,
    polarisation: "TE",
  });
  expect(bare.levelsDbm[0]![at(18, 0)]! - walled.levelsDbm[0]![at(18, 0)]!).toBeCloseTo(lossDb, 2);
  const two = coverage({
    ...open,
    walls: [wall],
    antennas: [...open.antennas, { x: 9.9, y: 3, heightM: 2, gainDbi: 2.15 }],
  });
  two.levelsDbm[0]!.forEach((best, i) =>
    expect(best).toBe(Math.max(two.levelsDbm[1]![i]!, two.levelsDbm[2]![i]!)),
  );
});

test("crossing a wall: through it, past its end, along it", () => {
  const upright = { x1: 1, y1: 0, x2: 1, y2: 2 };
  expect([
    crosses(0, 1, 2, 1, upright),
    crosses(0, 3, 2, 3, upright),
    crosses(1, 3, 1, 5, upright),
    crosses(0, 1, 0.9, 1, upright),
    crosses(0, 2, 2, 2, upright),
  ]).toEqual([true, false, false, false, true]);
});

test("what makes no sense is refused with its name", () => {
  expect(() => coverage({ ...open, cellM: 0 })).toThrow(/cellM/);
  expect(() => coverage({ ...open, walls: [{ ...wall, thicknessM: 0 }] })).toThrow(/thicknessM/);
});
