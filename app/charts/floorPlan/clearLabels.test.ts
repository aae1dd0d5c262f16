import { clearLabels } from "./clearLabels";

const room = { x: 0, y: 0, width: 200, height: 60 };
const box = (x: number, y: number) => ({ x, y, width: 60, height: 14 });

test("the first stays, the next goes beside it, and what finds no room is left out", () => {
  const [first, second] = clearLabels([box(20, 20), box(22, 21)], [], room);
  expect(first).toEqual({ dx: 0, dy: 0 });
  expect(second).not.toBeNull();
  expect(second).not.toEqual({ dx: 0, dy: 0 });
  const crowd = clearLabels(
    Array.from({ length: 20 }, () => box(70, 20)),
    [],
    room,
  );
  expect(crowd.some((c) => c === null)).toBe(true);
});

test("no label covers a mark or leaves the drawing", () => {
  const [moved] = clearLabels([box(20, 2)], [{ x: 18, y: 0, width: 30, height: 18 }], room);
  expect(moved).not.toBeNull();
  expect(20 + (moved?.dx ?? 0) > 48 || 2 + (moved?.dy ?? 0) > 18).toBe(true);
  expect(clearLabels([box(20, 20)], [room], room)).toEqual([null]);
});
