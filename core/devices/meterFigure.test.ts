import { rfOf } from "~/core/channel/verification";
import { type MeterScale, meterFigureText, readMeterFigure, rfOfFigure } from "./meterFigure";

const bars: MeterScale = { name: "bars", of: 5 };

test.each([
  ["4", bars, "4 of 5", "full"],
  ["2", bars, "2 of 5", "weak"],
  ["0", bars, "0 of 5", "none"],
  ["8/10", bars, "8 of 10", "full"],
  ["3 of 4", { name: "dbm" }, "3 of 4", "full"],
  ["80 %", bars, "80 %", "full"],
  ["40", { name: "percent" }, "40 %", "weak"],
  ["-62", bars, "-62 dBm", "full"],
  ["−91,5 dBm", bars, "-91.5 dBm", "weak"],
  ["45", { name: "dbuv" }, "45 dBµV", "full"],
  ["15 dBuV", bars, "15 dBµV", "weak"],
] as const)("%s on %o is %s: %s", (text, scale, stored, outcome) => {
  const read = readMeterFigure(text, scale);
  expect(read.ok && meterFigureText(read.value)).toBe(stored);
  expect(read.ok && rfOfFigure(read.value, rfOf)).toBe(outcome);
  // what is stored reads back as itself, whatever scale is set then
  const again = readMeterFigure(stored, bars);
  expect(again).toEqual(read);
});

test.each([
  ["6", bars, "beyond-scale"],
  ["120 %", bars, "beyond-scale"],
  ["300", { name: "dbm" }, "beyond-scale"],
  ["4/0", bars, "unreadable"],
  ["full", bars, "unreadable"],
  ["", bars, "unreadable"],
  ["2.5", bars, "unreadable"],
] as const)("%s on %o is refused: %s", (text, scale, code) => {
  const read = readMeterFigure(text, scale);
  expect(!read.ok && read.error.code).toBe(code);
});
