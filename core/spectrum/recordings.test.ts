import { gzipSync, zipSync, strToU8 } from "fflate";
import fixture from "~/testkit/welchFixture.json";
import { seededRandom } from "~/core/units/random";
import { analyseSweep } from "./analyseSweep";
import { fft } from "./fft";
import { readSweepFile, readSweepFiles } from "./readSweepFile";
import { maxOfPasses, type Measurement } from "./sweep";
import { writeColumns, writeRows, writeSweepJson } from "./sweepJson";
import { welch } from "./welch";
import { unpackSweepFiles } from "~/contract/codecs/sweepArchive";

const bytes = (text: string) => new TextEncoder().encode(text);
const db = (p: number) => 10 * Math.log10(p);

describe("spectra", () => {
  // testkit/welchFixture.py: scipy.signal.welch (SciPy 1.17) of the same signal
  test("Welch's method as SciPy has it", () => {
    const { power, segments } = welch(
      (n, out) => {
        const [a, b, c] = [
          2 * Math.PI * 0.11 * n,
          -2 * Math.PI * (0.31 * n + 0.00005 * n * n),
          0.01 * Math.cos(1.7 * n * n),
        ];
        out[0] = 0.3 * Math.cos(a) + 0.05 * Math.cos(b) + c;
        out[1] = 0.3 * Math.sin(a) + 0.05 * Math.sin(b);
      },
      1000,
      64,
    );
    expect(segments).toBe(30);
    power.forEach((p, i) => expect(Math.abs(p - fixture[i]!)).toBeLessThan(1e-9));
  });
  test("the transform against its definition", () => {
    const random = seededRandom(5);
    const [re, im] = [
      Float64Array.from({ length: 32 }, random),
      Float64Array.from({ length: 32 }, random),
    ];
    const direct = Array.from({ length: 32 }, (_, k) =>
      re.reduce(
        (s, r, n) =>
          s +
          r * Math.cos((2 * Math.PI * k * n) / 32) +
          im[n]! * Math.sin((2 * Math.PI * k * n) / 32),
        0,
      ),
    );
    fft(re, im);
    re.forEach((v, k) => expect(v).toBeCloseTo(direct[k]!, 9));
    expect(() => fft(new Float64Array(12), new Float64Array(12))).toThrow(/power of two.*12/);
  });
});

const RATE = 2_048_000;
/** A recording of noise and one narrow carrier, as 16-bit, 8-bit or float samples. */
function recording(
  datatype: "ci16_le" | "cu8" | "cf32_le",
  p: {
    samples?: number;
    noiseDb?: number;
    toneDb?: number;
    toneHz?: number;
    centreHz?: number;
    dc?: number;
  } = {},
) {
  const {
    samples = 65_536,
    noiseDb = -60,
    toneDb = -40,
    toneHz = 300_000,
    centreHz = 500e6,
    dc = 0,
  } = p;
  const random = seededRandom(11);
  const sigma = Math.sqrt(10 ** (noiseDb / 10) / 2);
  const size = { ci16_le: 2, cu8: 1, cf32_le: 4 }[datatype];
  const data = new Uint8Array(samples * 2 * size);
  const view = new DataView(data.buffer);
  for (let n = 0; n < samples; n += 1) {
    const [u, v] = [Math.sqrt(-2 * Math.log(1 - random())), 2 * Math.PI * random()];
    const phase = (2 * Math.PI * toneHz * n) / RATE;
    const amplitude = 10 ** (toneDb / 20);
    [
      sigma * u * Math.cos(v) + amplitude * Math.cos(phase) + dc,
      sigma * u * Math.sin(v) + amplitude * Math.sin(phase),
    ].forEach((x, k) => {
      const at = (n * 2 + k) * size;
      if (datatype === "cf32_le") view.setFloat32(at, x, true);
      else if (datatype === "ci16_le") view.setInt16(at, Math.round(x * 32768), true);
      else view.setUint8(at, Math.max(0, Math.min(255, Math.round(x * 127.5 + 127.5))));
    });
  }
  // field names: SigMF specification 1.0 (from memory)
  const meta = {
    global: { "core:datatype": datatype, "core:sample_rate": RATE, "core:version": "1.0.0" },
    captures: [{ "core:sample_start": 0, "core:frequency": centreHz }],
    annotations: [],
  };
  return { meta: bytes(JSON.stringify(meta)), data, metaObject: meta };
}

describe("a recording of the air", () => {
  test.each(["ci16_le", "cf32_le"] as const)(
    "%s: noise at its density, a carrier at its whole power and place; either file first",
    (datatype) => {
      const { meta, data } = recording(datatype);
      const read = readSweepFile(meta, data);
      if (!read.ok) throw new Error(read.error.code);
      const m = read.value;
      expect([m.format, m.points, m.stepHz, m.lowHz]).toEqual(["iq", 256, 8000, 500e6 - RATE / 2]);
      const found = analyseSweep(m, null);
      // noise of −60 dB in the whole rate: −60 − 10·log10(256) in a bin
      expect(found.noiseFloorDbm).toBeCloseTo(-60 - db(256), 0);
      expect(found.carriers).toHaveLength(1);
      expect(Math.abs(found.carriers[0]!.frequencyHz - 500.3e6)).toBeLessThan(4000);
      expect(Math.abs(found.carriers[0]!.levelDbm + 40)).toBeLessThan(0.3);
      expect(readSweepFile(data, meta)).toEqual(read);
    },
  );
  test("eight bits hold less, and still tell", () => {
    const { meta, data } = recording("cu8", { noiseDb: -30, toneDb: -12 });
    const read = readSweepFile(meta, data);
    const found = analyseSweep((read as { value: Measurement }).value, null);
    expect(Math.abs(found.carriers[0]!.levelDbm + 12)).toBeLessThan(0.5);
  });
  test("the receiver's own spike in the middle is told as such, a carrier beside it stays", () => {
    const { meta, data } = recording("cf32_le", { dc: 0.02, toneHz: 64_000 });
    const read = readSweepFile(meta, data);
    if (!read.ok) throw new Error();
    expect(read.value.warnings.map((w) => w.code)).toEqual(["dc-spike"]);
    expect(
      analyseSweep(read.value, null).carriers.map((c) => Math.round(c.frequencyHz / 1000)),
    ).toEqual([500_064]);
  });
  test("several captures become one grid", () => {
    const { data, metaObject } = recording("ci16_le", { samples: 40_000 });
    const meta = bytes(
      JSON.stringify({
        ...metaObject,
        captures: [
          { "core:sample_start": 0, "core:frequency": 500e6 },
          { "core:sample_start": 20_000, "core:frequency": 502e6 },
        ],
      }),
    );
    const read = readSweepFile(meta, data);
    expect(read.ok && [read.value.points, read.value.lowHz]).toEqual([506, 500e6 - RATE / 2]);
  });
  const meta = (change: object) =>
    bytes(JSON.stringify({ ...recording("cu8", { samples: 300 }).metaObject, ...change }));
  const data = new Uint8Array(600).fill(120).map((v, i) => (i === 3 ? 0 : v));
  test.each([
    ["no frequency", meta({ captures: [{}] }), data, "recording-meta-broken"],
    ["no captures", meta({ captures: [] }), data, "recording-meta-broken"],
    [
      "a kind of samples nobody knows",
      meta({ global: { "core:datatype": "rf64_be", "core:sample_rate": 1e6 } }),
      data,
      "recording-datatype",
    ],
    ["no rate", meta({ global: { "core:datatype": "cu8" } }), data, "recording-meta-broken"],
    [
      "metadata that speak of samples not there",
      meta({ captures: [{ "core:sample_start": 9000, "core:frequency": 5e8 }] }),
      data,
      "recording-disagrees",
    ],
    ["too short", meta({}), data.slice(0, 40), "recording-short"],
    ["broken JSON", bytes('{"core:datatype": '), data, "recording-meta-broken"],
  ])("%s is refused with its reason", (_, m, d, code) =>
    expect(readSweepFile(m, d)).toMatchObject({ ok: false, error: { code } }),
  );
  test("half of one", () => {
    expect(readSweepFile(meta({}))).toEqual({
      ok: false,
      error: { code: "recording-half", has: "metadata" },
    });
    expect(readSweepFiles([{ name: "a.sigmf-data", bytes: data }])).toMatchObject({
      ok: false,
      error: { name: "a.sigmf-data", error: { code: "file-binary" } },
    });
  });
});

describe("the application's own files", () => {
  const random = seededRandom(3);
  const measurement: Measurement = {
    format: "rows",
    lowHz: 470.0125e6,
    stepHz: 25_000,
    points: 1000,
    completePasses: 2,
    warnings: [],
    passes: [0, 1].map((k) =>
      Float64Array.from({ length: 1000 }, (_, i) =>
        k === 1 && i > 20 && i < 30 ? NaN : Math.round((-105 + 6 * random()) * 100) / 100,
      ),
    ),
  };
  test("JSON goes out and comes back whole", () => {
    const text = writeSweepJson(measurement, {
      takenAt: "2027-05-04T07:30",
      place: "Net loft",
      instrument: "Bag 1",
    });
    expect(readSweepFile(bytes(text))).toEqual({
      ok: true,
      value: { ...measurement, format: "json" },
    });
    expect(readSweepFile(bytes(text.replace('"points":1000', '"points":999')))).toMatchObject({
      ok: false,
      error: {
        code: "json-not-a-sweep",
        fault: { code: "pass-length", pass: 1, points: 999 },
      },
    });
    expect(readSweepFile(bytes(text.slice(0, -9)))).toMatchObject({
      ok: false,
      error: { code: "json-not-a-sweep" },
    });
  });
  test("rows and columns hold the same air", () => {
    const rows = readSweepFile(bytes(writeRows(measurement, Date.UTC(2027, 4, 4))));
    expect(
      rows.ok && [rows.value.format, rows.value.points, rows.value.passes.length, rows.value.lowHz],
    ).toEqual(["rows", 1000, 2, 470.0125e6]);
    if (rows.ok)
      rows.value.passes[1]!.forEach((v, i) =>
        Number.isNaN(measurement.passes[1]![i]!)
          ? expect(v).toBeNaN()
          : expect(v).toBeCloseTo(measurement.passes[1]![i]!, 2),
      );
    const highest = maxOfPasses(measurement.passes);
    const columns = readSweepFile(bytes(writeColumns(measurement)));
    if (!columns.ok) throw new Error();
    expect([columns.value.points, columns.value.lowHz, columns.value.stepHz]).toEqual([
      1000, 470.0125e6, 25_000,
    ]);
    columns.value.passes[0]!.forEach((v, i) =>
      expect(Math.abs(v - highest[i]!)).toBeLessThan(0.006),
    );
  });
});

describe("packed files", () => {
  const text = bytes("MHz,dBm\n470.0,-100\n470.1,-101\n470.2,-99\n");
  test("gzip and zip, told from their content", () => {
    expect(unpackSweepFiles({ name: "a.csv", bytes: gzipSync(text) })).toEqual({
      ok: true,
      value: [{ name: "a.csv", bytes: text }],
    });
    const { meta, data } = recording("cu8", { samples: 4000 });
    const zip = unpackSweepFiles({
      name: "x",
      bytes: zipSync({
        "r/air.sigmf-meta": meta,
        "r/air.sigmf-data": data,
        "__MACOSX/r/x": strToU8("?"),
        "b.csv": text,
      }),
    });
    if (!zip.ok) throw new Error();
    expect(zip.value.map((f) => f.name).sort()).toEqual([
      "b.csv",
      "r/air.sigmf-data",
      "r/air.sigmf-meta",
    ]);
    const read = readSweepFiles(zip.value);
    expect(read.ok && read.value.map((m) => m.measurement.format).sort()).toEqual([
      "columns",
      "iq",
    ]);
  });
  test("a bomb stops at the limit; damaged and empty ones are told", () => {
    const bomb = gzipSync(new Uint8Array(3_000_000));
    expect(bomb.length).toBeLessThan(10_000);
    expect(unpackSweepFiles({ name: "b", bytes: bomb }, 1_000_000)).toEqual({
      ok: false,
      error: { code: "archive-too-large", mostBytes: 1_000_000 },
    });
    expect(
      unpackSweepFiles({ name: "b", bytes: zipSync({ a: new Uint8Array(3_000_000) }) }, 1_000_000),
    ).toMatchObject({ ok: false, error: { code: "archive-too-large" } });
    expect(unpackSweepFiles({ name: "b", bytes: zipSync({}) })).toMatchObject({ ok: false });
    expect(unpackSweepFiles({ name: "b", bytes: gzipSync(text).slice(0, 15) })).toMatchObject({
      ok: false,
    });
    expect(unpackSweepFiles({ name: "b", bytes: text })).toEqual({
      ok: true,
      value: [{ name: "b", bytes: text }],
    });
  });
});
