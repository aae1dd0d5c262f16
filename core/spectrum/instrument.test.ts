import { isSameInstrument, rememberedSetup, surprisingFloorDb } from "./instrument";
import { PLAIN_SETUP, type SweepSetup } from "./setup";

const file = (
  change: Partial<{ fileName: string | null; lowHz: number; stepHz: number }> = {},
  setup: Partial<SweepSetup> = {},
) => {
  const { fileName = "scan-0412.csv", lowHz = 470e6, stepHz = 25_000 } = change;
  return { lowHz, stepHz, setup: { ...PLAIN_SETUP, fileName, ...setup } };
};

test("one instrument's files: a series of names on one grid, or the same heading whatever the name", () => {
  const is = (b: ReturnType<typeof file>, a = file()) => isSameInstrument(a, b);
  expect(is(file({ fileName: "scan-0598.csv" }))).toBe(true);
  expect(is(file({ fileName: "other.csv" }))).toBe(false);
  // two scans of receivers come from no file
  expect(is(file({ fileName: null }), file({ fileName: null }))).toBe(false);
  expect(is(file({ lowHz: 500e6 }))).toBe(false);
  expect(is(file({ stepHz: 50_000 }))).toBe(false);
  const headed = file({}, { heading: "# Ostra 9 sweep" });
  expect(
    is(file({ fileName: "kai.csv", lowHz: 606e6 }, { heading: "# Ostra 9 sweep" }), headed),
  ).toBe(true);
  expect(is(file({}, { heading: "# Ostra 7 sweep" }), headed)).toBe(false);
});

test("what was said of its last file holds for the next; of another's, of nothing, or of what was taken back, nothing", () => {
  const said = {
    antenna: "roof fin",
    correctionDb: -18,
    unit: "dbm" as const,
    resolutionHz: 30_000,
  };
  expect(rememberedSetup(file(), [file({ fileName: "other.csv" }, said), file({}, said)])).toEqual(
    said,
  );
  expect(rememberedSetup(file(), [file({ stepHz: 50_000 }, said)])).toBeNull();
  // the newest speaks
  expect(rememberedSetup(file(), [file(), file({}, said)])).toBeNull();
  const lines = { ownLinesHz: [500_000_000] };
  expect(rememberedSetup(file(), [file({}, lines)])).toMatchObject(lines);
});

test("a floor 20 dB over another instrument's is questioned, whatever the steps; a usual difference is not", () => {
  const bag = { floorDbm: -117, stepHz: 25_000 };
  expect(surprisingFloorDb({ floorDbm: -91, stepHz: 25_000 }, bag)).toBeCloseTo(26, 9);
  // ten times the step holds ten times the noise
  expect(surprisingFloorDb({ floorDbm: -91, stepHz: 250_000 }, bag)).toBeNull();
  expect(surprisingFloorDb({ floorDbm: -130, stepHz: 25_000 }, bag)).toBeNull();
});
