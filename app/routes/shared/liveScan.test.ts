import { type LiveScanChange, liveScanOf, liveScanReducer, NO_SCAN } from "./liveScan";

const part = (receiverKey: string, change: object = {}): LiveScanChange => ({
  type: "part",
  part: {
    receiverKey,
    label: `Bag ${receiverKey}`,
    lowHz: 500e6,
    stepHz: 25e3,
    points: 4,
    passes: 2,
    ...change,
  },
});
const levels = (receiverKey: string, fromIndex: number, levelsDbm: number[]): LiveScanChange => ({
  type: "levels",
  receiverKey,
  pass: 0,
  fromIndex,
  levelsDbm,
});
const after = (...changes: LiveScanChange[]) =>
  liveScanOf(changes.reduce(liveScanReducer, NO_SCAN));

test("of every point the highest stands; what is in is told as a share of all passes of all parts", () => {
  const scan = after(
    { type: "followed" },
    part("1"),
    part("2"),
    levels("1", 0, [-100, -90, -80, -70]),
    levels("1", 0, [-95, -99]),
    levels("9", 0, [-1, -1]),
  );
  expect(scan).toMatchObject({ status: "running", labels: ["Bag 1", "Bag 2"], pass: null });
  expect(scan.fraction).toBeCloseTo(6 / 16, 12);
  expect(Array.from(scan.traces[0]!.levelsDbm)).toEqual([-95, -90, -80, -70]);
  expect(Array.from(scan.traces[1]!.levelsDbm)).toEqual([NaN, NaN, NaN, NaN]);
});

test("a scan without an end tells the pass that all its parts are in", () => {
  const endless = { passes: 1000 };
  expect(
    after(
      { type: "followed" },
      part("1", endless),
      part("2", endless),
      levels("1", 0, [1, 1, 1, 1]),
      levels("1", 0, [1, 1, 1, 1]),
      levels("2", 0, [1, 1, 1, 1]),
    ).pass,
  ).toBe(2);
});

test("what breaks off comes back and is told anew, not twice", () => {
  const begun = [{ type: "followed" }, part("1"), levels("1", 0, [-90, -90])] as const;
  const away = after(...begun, { type: "lost" });
  expect([away.isAway, away.status, away.fraction]).toEqual([true, "running", 0.25]);
  const back = after(
    ...begun,
    { type: "lost" },
    { type: "connected" },
    part("1"),
    levels("1", 0, [-90, -90, -90]),
  );
  expect([back.isAway, back.fraction, back.labels]).toEqual([false, 0.375, ["Bag 1"]]);
});

test.each<[LiveScanChange, object]>([
  [{ type: "none" }, { status: "idle", message: null }],
  [
    { type: "stored", sweepId: 3 },
    { status: "stored", message: null },
  ],
  [{ type: "stopped" }, { status: "stopped", message: /not saved; earlier scans are unchanged/ }],
  [
    { type: "failed", message: "Bag 1 went silent." },
    { status: "failed", message: /^Bag 1/ },
  ],
])("it ends: %j", (end, expected) => {
  const scan = after({ type: "followed" }, part("1"), end);
  expect(scan).toMatchObject({ traces: [], fraction: 0, labels: [] });
  for (const [name, value] of Object.entries(expected) as ["status" | "message", unknown][])
    if (value instanceof RegExp) expect(scan[name]).toMatch(value);
    else expect(scan[name]).toBe(value);
});
