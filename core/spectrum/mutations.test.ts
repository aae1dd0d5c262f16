import fc from "fast-check";
import { analyseSweep } from "./analyseSweep";
import { RASTERS } from "~/core/regulations/raster";
import { seededRandom } from "~/core/units/random";
import { readSweepFile, readSweepFiles } from "./readSweepFile";
import { writeColumns, writeRows, writeSweepJson } from "./sweepJson";
import { RowReader } from "./readRows";
import { maxOfPasses, meanOfPasses, type Measurement } from "./sweep";
import { unpackSweepFiles } from "~/contract/codecs/sweepArchive";
import { spoil, spoiling } from "~/testkit/spoil";
import { gzipSync, zipSync } from "fflate";

const random = seededRandom(17);
const measurement: Measurement = {
  format: "rows",
  lowHz: 470e6,
  stepHz: 100_000,
  points: 60,
  completePasses: 2,
  warnings: [],
  passes: [0, 1].map(() => Float64Array.from({ length: 60 }, () => -104 + 4 * random())),
};
const encode = (text: string) => new TextEncoder().encode(text);
const columns = encode(writeColumns(measurement));
const meta = encode(
  JSON.stringify({
    global: { "core:datatype": "cu8", "core:sample_rate": 1e6, "core:version": "1.0.0" },
    captures: [{ "core:sample_start": 0, "core:frequency": 5e8 }],
  }),
);
const FILES = {
  columns,
  rows: encode(writeRows(measurement, 0)),
  json: encode(writeSweepJson(measurement, { takenAt: null, place: null, instrument: null })),
  meta,
  decimalComma: encode(writeColumns(measurement).replace(/,/g, ";").replace(/\./g, ",")),
  gzip: gzipSync(columns),
  zip: zipSync({
    "a.csv": columns,
    "r.sigmf-meta": meta,
    "r.sigmf-data": new Uint8Array(900).map((_, i) => (i * 37) & 255),
  }),
};

test("2,100 spoiled files: each is read or refused with a reason, none crashes or hangs (seed 20270504)", () => {
  let read = 0;
  let refused = 0;
  fc.assert(
    fc.property(
      fc.constantFrom(...(Object.keys(FILES) as (keyof typeof FILES)[])),
      fc.array(spoiling, { minLength: 1, maxLength: 4 }),
      (name, mutations) => {
        const interference = mutations.reduce(spoil, FILES[name]);
        const unpacked = unpackSweepFiles({ name, bytes: interference }, 4_000_000);
        const result = unpacked.ok ? readSweepFiles(unpacked.value) : unpacked;
        if (!result.ok) {
          refused += 1;
          expect(result.error.code.length).toBeGreaterThan(0);
        } else {
          read += 1;
          for (const x of result.value) {
            expect(x.measurement.passes.every((p) => p.length === x.measurement.points)).toBe(true);
            expect(x.measurement.stepHz).toBeGreaterThan(0);
            expect(x.measurement.passes.some((p) => p.some((v) => !Number.isNaN(v)))).toBe(true);
            if (x.measurement.points < 20_000) analyseSweep(x.measurement, RASTERS["EU-8"]);
          }
        }
      },
    ),
    { numRuns: 2100, seed: 20270504 },
  );
  expect(read).toBeGreaterThan(200);
  expect(refused).toBeGreaterThan(300);
}, 120_000);

test.each([
  [
    "two sweeps of different grids in one file",
    "2027-05-04, 10:00:00, 470000000, 470400000, 100000, 1, -100, -101, -99, -100\n2027-05-04, 10:00:01, 470000000, 470400000, 50000, 1, -100, -101, -99, -100, -100, -101, -99, -100\n",
    true,
  ],
  [
    "overlapping rows",
    "2027-05-04, 10:00:00, 470000000, 470400000, 100000, 1, -100, -101, -99, -100\n2027-05-04, 10:00:00, 470200000, 470600000, 100000, 1, -100, -101, -99, -100\n",
    true,
  ],
  [
    "time going backwards",
    "2027-05-04, 10:00:09, 470000000, 470400000, 100000, 1, -100, -101, -99, -100\n2027-05-04, 10:00:01, 470000000, 470400000, 100000, 1, -100, -101, -99, -100\n",
    true,
  ],
  [
    "levels all equal",
    Array.from({ length: 80 }, (_, i) => `${470 + i / 10},-100`).join("\n"),
    true,
  ],
  [
    "dBµV without saying so",
    Array.from({ length: 80 }, (_, i) => `${470 + i / 10},${12 + (i % 3)}`).join("\n"),
    true,
  ],
])("%s", (_, text, isRead) => {
  const result = readSweepFile(encode(text));
  expect(result.ok).toBe(isRead);
  if (result.ok) expect(Number.isFinite(analyseSweep(result.value, null).noiseFloorDbm)).toBe(true);
});

test("a long rows file is put together in bounded room: the mean stays, the highest of each bin is kept, an odd carrier is still found", () => {
  const random2 = seededRandom(23);
  const rowOf = (k: number) =>
    `2027-05-04, 10:00:00, 470000000, 480000000, 25000, 1, ${Array.from({ length: 400 }, (_, i) => ((k === 40 && i > 198 && i < 204 ? -70 : -105) + 2 * random2()).toFixed(2)).join(", ")}\n`;
  const text = Array.from({ length: 100 }, (_, k) => rowOf(k)).join("");
  const whole = readSweepFile(encode(text));
  const reader = new RowReader(400 * 12);
  const bytes = encode(text);
  for (let at = 0; at < bytes.length; at += 7001) reader.push(bytes.subarray(at, at + 7001));
  const short = reader.finish();
  if (!whole.ok || !short.ok) throw new Error();
  expect(short.value.passes.length).toBeLessThanOrEqual(12);
  expect(short.value.warnings.map((w) => w.code)).toContain("sweeps-put-together");
  const [mean, kept] = [meanOfPasses(whole.value.passes), meanOfPasses(short.value.passes)];
  // groups differ by a sweep or two, so that the mean of their means does a little
  kept.forEach((v, i) => expect(Math.abs(v - mean[i]!)).toBeLessThan(i > 198 && i < 204 ? 3 : 0.3));
  short.value.peakDbm!.forEach((v, i) =>
    expect(v).toBeCloseTo(maxOfPasses(whole.value.passes)[i]!, 4),
  );
  expect(
    analyseSweep(short.value, null).carriers.map((c) => Math.round(c.frequencyHz / 1e5)),
  ).toEqual([4750]);
});
