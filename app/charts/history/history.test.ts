import { cropHistory } from "./cropHistory";
import { inkOf } from "./HistoryChart";

test("a history under a spectrum of another range: cut and padded, cell by cell", () => {
  const history = {
    lowHz: 470,
    highHz: 480,
    columns: 10,
    rows: [
      [0, 1, 2, 3, 4, 5, 6, 7, 8, 9],
      [-1, -1, -1, -1, -1, -1, -1, -1, -1, 9],
    ],
  };
  expect(cropHistory(history, { lowHz: 468, highHz: 474 })).toEqual({
    lowHz: 468,
    highHz: 474,
    columns: 6,
    rows: [[-1, -1, 0, 1, 2, 3]],
  });
  expect(cropHistory(history, history).rows).toEqual(history.rows);
});

test("noise is paper, what is strong is ink", () =>
  expect([0, 4, 5, 40, 60].map(inkOf)).toEqual([0, 0, 0.15, 1, 1]));
