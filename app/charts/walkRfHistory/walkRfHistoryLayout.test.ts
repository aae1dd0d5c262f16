import { walkRfHistoryLayout } from "./walkRfHistoryLayout";

test("outward by what is in hand, A up and B down; where both have too little it is pinched", () => {
  const s = walkRfHistoryLayout(
    [
      { atM: 0, aDb: 20, bDb: 10 },
      { atM: 5, aDb: -2, bDb: -3 },
      { atM: 10, aDb: -2, bDb: 12 },
      { atM: 20, aDb: 90, bDb: 5 },
    ],
    442,
    158,
  );
  expect(s.middlePx).toBe(70);
  expect([s.up(0), s.down(0), s.up(45), s.down(999), s.up(-5)]).toEqual([70, 70, 4, 136, 70]);
  expect(s.pinched).toEqual([{ fromPx: 34, toPx: 234 }]);
  expect(s.x(20)).toBe(434);
  expect(
    walkRfHistoryLayout(
      [
        { atM: 0, aDb: 3, bDb: null },
        { atM: 1, aDb: 3, bDb: null },
      ],
      300,
      100,
    ).b,
  ).toBeNull();
});
