import { ChangeFeed } from "./changes.server";

beforeEach(() => void jest.useFakeTimers());
afterEach(() => void jest.useRealTimers());

test("the first change is told at once, what follows twice a second at most, the last of it always", () => {
  const feed = new ChangeFeed();
  const told: [number, number][] = [];
  const began = Date.now();
  feed.follow((revision) => told.push([revision, Date.now() - began]));
  for (let i = 0; i < 30; i += 1) {
    feed.bump();
    jest.advanceTimersByTime(100);
  }
  jest.advanceTimersByTime(5000);
  expect(told[0]).toEqual([1, 0]);
  expect(told.length).toBeLessThanOrEqual(8);
  expect(told.at(-1)![0]).toBe(30);
  feed.bump();
  expect(told.at(-1)![0]).toBe(31);
});

test("many pages are told one after the other, and the rarer; who left is told no more", () => {
  const feed = new ChangeFeed();
  const told = Array.from({ length: 20 }, () => [] as number[]);
  const leave = told.map((mine) => feed.follow(() => mine.push(Date.now())));
  const began = Date.now();
  feed.bump();
  leave[19]!();
  feed.bump();
  jest.advanceTimersByTime(999);
  expect(told.map((t) => t.map((ms) => ms - began))).toEqual([
    ...Array.from({ length: 19 }, (_, i) => [i * 25]),
    [],
  ]);
  jest.advanceTimersByTime(1000);
  expect(told.map((t) => t.length)).toEqual([...Array.from({ length: 19 }, () => 2), 0]);
});
