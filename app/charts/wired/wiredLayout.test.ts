import { wiredLayout } from "./wiredLayout";

const hour = 3_600_000;
const span = (talker: string, from: number, to: number) => ({
  talker,
  startMs: from * hour,
  endMs: to * hour,
  sceneNumbers: ["1"],
});
const range = (from: number, to: number, ...talkers: string[]) => ({
  startMs: from * hour,
  endMs: to * hour,
  talkers,
});
const size = { widthPx: 862, have: 1 };

test("the day from its first whole hour to its last, each pack a row, a pack that changes hands marked", () => {
  const layout = wiredLayout(
    [[span("A", 8.25, 9), span("B", 10, 11), span("B", 12, 13)], [span("C", 8.25, 9)]],
    [range(8.25, 9, "A", "C"), range(10, 13, "B")],
    size,
  );
  expect(layout.rows.map((r) => r.spans.map((s) => [s.talker, s.isAssignedOn]))).toEqual([
    [
      ["A", false],
      ["B", true],
      ["B", false],
    ],
    [["C", false]],
  ]);
  expect(layout.rows[0]!.spans[0]!.x).toBeCloseTo(58 + 0.25 * 160, 6);
  expect(layout.rows[0]!.spans[1]!.width).toBeCloseTo(160, 6);
  expect(layout.counts.map((c) => [c.count, c.isOver])).toEqual([
    [2, true],
    [1, false],
  ]);
  expect(layout.ticks.map((t) => t.text)).toEqual([
    "08:00",
    "09:00",
    "10:00",
    "11:00",
    "12:00",
    "13:00",
  ]);
});
test("on a narrow screen fewer hours are written; past midnight they go on", () => {
  expect(
    wiredLayout([[span("A", 8, 20)]], [range(8, 20, "A")], { ...size, widthPx: 330 }).ticks.length,
  ).toBeLessThanOrEqual(6);
  expect(
    wiredLayout([[span("A", 23, 25)]], [range(23, 25, "A")], size).ticks.map((t) => t.text),
  ).toEqual(["23:00", "00:00", "01:00"]);
});
test("a day of nothing is no picture", () =>
  expect(wiredLayout([], [], size)).toEqual({ heightPx: 0, rows: [], counts: [], ticks: [] }));
