import { copiesToDrop } from "./copyRotation";

const HOUR = 3_600_000;
const at = (hoursAgo: number) => ({
  name: `${hoursAgo}`,
  atMs: 1_000_000 * HOUR - hoursAgo * HOUR,
});
const now = 1_000_000 * HOUR;

test("the newest stay, one an hour for a day, one a day for three weeks; older go", () => {
  const copies = Array.from({ length: 24 * 30 * 4 }, (_, i) => at(i / 4));
  const dropped = new Set(copiesToDrop(copies, now).map((c) => c.name));
  const kept = copies.filter((c) => !dropped.has(c.name));
  expect(kept.length).toBeGreaterThanOrEqual(5 + 22 + 19);
  expect(kept.length).toBeLessThanOrEqual(6 + 25 + 22);
  expect(kept.slice(0, 6)).toEqual(copies.slice(0, 6));
  expect(Math.max(...kept.map((c) => now - c.atMs))).toBeLessThanOrEqual(22 * 24 * HOUR);
});
test("few copies all stay, and the newest however old", () => {
  expect(copiesToDrop([at(1), at(2), at(900)], now)).toEqual([]);
  expect(copiesToDrop([], now)).toEqual([]);
});
