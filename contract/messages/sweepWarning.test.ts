import { readSweepWarnings, type SweepWarning } from "~/core/spectrum/sweepWarning";
import { sweepWarningWords } from "./sweepWarning";

test("what an earlier version kept in words is told in them; the question about the unit stays one", () => {
  const kept = readSweepWarnings([
    { code: "gaps", message: "Twelve points were not measured." },
    { code: "unit-assumed-dbuv", message: "They were read as dBµV." },
    { code: "of-a-later-version", figures: 3 },
    null,
    "gaps",
  ]);
  expect(kept.map((w) => w.code)).toEqual(["told", "unit-assumed-dbuv"]);
  expect(sweepWarningWords(kept[0]!)).toBe("Twelve points were not measured.");
});

test("kept and read again, a warning is the same", () => {
  const warnings: SweepWarning[] = [
    { code: "gaps", count: 3, points: 90, range: null },
    { code: "told", as: "gaps", message: "As it was." },
  ];
  expect(readSweepWarnings(JSON.parse(JSON.stringify(warnings)))).toEqual(warnings);
});

test.each<[SweepWarning, RegExp]>([
  [{ code: "levels-missing", count: 1, firstLine: null }, /^1 level is not a number: those/],
  [{ code: "rows-cut", count: 2, firstLine: 7 }, /^2 rows are cut .*\(first in line 7\) and were/],
  [{ code: "pass-incomplete", count: 1, passes: 4 }, /^1 of 4 passes is incomplete/],
  [
    { code: "gaps", count: 5, points: 9, range: { lowHz: 470e6, highHz: 471.5e6 } },
    /between 470\.000 and 471\.500 MHz/,
  ],
  [
    { code: "resolution-known", resolutionHz: 30_000, stepHz: 25_000, byDb: -0.8 },
    /of 30 kHz at a step of 25 kHz: .* lower by 0\.8 dB/,
  ],
  [
    { code: "scan-stopped", instrument: "Bag 1", atHz: 512.34e6, pass: 2 },
    /at 512\.3 MHz of pass 2/,
  ],
])("%j", (warning, words) => {
  expect(sweepWarningWords(warning)).toMatch(words);
});
