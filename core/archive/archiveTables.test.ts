import { shapeOf } from "~/contract/schemas/shootArchive";
import { type ArchiveColumn, fitsColumn } from "./archiveTables";

const COLUMNS: readonly ArchiveColumn[] = ["int", "int?", "real", "real?", "text", "text?", "flag"];
const VALUES: readonly unknown[] = [
  0,
  -1,
  470_100_000,
  0.5,
  -1e300,
  1e300,
  2 ** 53,
  NaN,
  Infinity,
  null,
  undefined,
  "",
  "Marit",
  "x".repeat(200_000),
  "x".repeat(200_001),
  true,
  false,
  "7",
  {},
  [],
];

test("what is stored and what is archived go by the same: each kind of column takes the same values on both sides", () => {
  for (const column of COLUMNS) {
    const shape = shapeOf(column);
    for (const value of VALUES) {
      // a column of the data file that nobody gave is null there; an archive always has it
      if (value === undefined) continue;
      expect([column, value, fitsColumn(column, value)]).toEqual([
        column,
        value,
        shape.safeParse(value).success,
      ]);
    }
  }
  expect([fitsColumn("text?", undefined), fitsColumn("text", undefined)]).toEqual([true, false]);
});
