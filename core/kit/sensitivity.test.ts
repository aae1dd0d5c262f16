import { parseSensitivity, requiredSnrFromDb } from "./sensitivity";
import { sensitivityDbm } from "./setups";

test.each([
  ["−97 dBm", -97],
  ["-97", -97],
  ["1 µV", -107],
  ["2,2 uV for 20 dB SINAD", -100.14],
  ["10 dBµV (S/N 12 dB)", -97],
])("%s", (text, dbm) => {
  const read = parseSensitivity(text);
  expect(read.ok && read.value).toBeCloseTo(dbm, 1);
});

test.each(["", "good", "0 µV", "-3 µV", "97 W"])("no sensitivity: %s", (text) =>
  expect(parseSensitivity(text).ok).toBe(false),
);

test("there and back: what a receiver needs over its noise gives its sensitivity again", () => {
  const receiver = { bandwidthHz: 200e3, noiseFigureDb: 8 };
  const requiredSnrDb = requiredSnrFromDb(-95, receiver);
  expect(sensitivityDbm({ ...receiver, requiredSnrDb })).toBeCloseTo(-95, 1);
});
