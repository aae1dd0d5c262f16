import { type AirScene, airNoiseDbm, sweepAir } from "~/core/simulator/air";
import { RASTERS, rasterChannels } from "~/core/regulations/raster";
import { seededRandom } from "~/core/units/random";
import { analyseSweep } from "./analyseSweep";
import { channelNoise } from "./channelNoise";
import { readSweepFile } from "./readSweepFile";
import type { Measurement } from "./sweep";

const bytes = (text: string) => new TextEncoder().encode(text);
const eu = RASTERS["EU-8"];
const station = (channel: number, levelDbm: number) => ({
  ...rasterChannels(eu).find((c) => c.channel === channel)!,
  levelDbm,
});
const quietScene: AirScene = {
  seed: "t",
  noiseDbmPer200kHz: -106,
  slopeDbPer100MHz: 0,
  looks: 4,
  stations: [],
  carriers: [],
  broadband: [],
};
const measured = (scene: AirScene, passes = 1): Measurement => {
  const list = Array.from({ length: passes }, (_, p) =>
    sweepAir(scene, 470e6, 542e6, 25_000, p * 60_000, 2),
  );
  return {
    format: "columns",
    lowHz: 470e6,
    stepHz: 25_000,
    points: list[0]!.length,
    passes: list,
    completePasses: passes,
    warnings: [],
  };
};
const mic = (frequencyHz: number, levelDbm: number) => ({
  id: `m${frequencyHz}`,
  frequencyHz,
  levelDbm,
  widthHz: 110_000,
  rhythm: null,
});
const columns = (line: (i: number) => string, n = 40) =>
  Array.from({ length: n }, (_, i) => line(i)).join("\n");
const level = (i: number) => (-100 - (i % 7) / 2).toFixed(1);

describe("reading columns", () => {
  const mhz = (i: number) => (470 + i * 0.025).toFixed(3);
  test.each([
    ["comma, MHz", columns((i) => `${mhz(i)},${level(i)}`)],
    ["semicolon and decimal comma", columns((i) => `${mhz(i)};${level(i)}`.replaceAll(".", ","))],
    ["blank and decimal comma", columns((i) => `${mhz(i)} ${level(i)}`.replaceAll(".", ","))],
    ["comma between decimal commas", columns((i) => `${mhz(i)},${level(i)}`.replaceAll(".", ","))],
    [
      "tab, kHz, headings and comments",
      `# taken inside\nFrequency (kHz)\tLevel (dBm)\n${columns((i) => `${470_000 + i * 25}\t${level(i)}`)}\n`,
    ],
    [
      "Hz, Windows lines, byte-order mark, a third column",
      `\ufefffreq,level,x\r\n${columns((i) => `${470e6 + i * 25_000},${level(i)},0`).replaceAll("\n", "\r\n")}`,
    ],
  ])("%s", (_, text) => {
    const read = readSweepFile(bytes(text));
    if (!read.ok) throw new Error(JSON.stringify(read.error));
    expect(read.value).toMatchObject({ format: "columns", lowHz: 470e6, points: 40, warnings: [] });
    expect(read.value.stepHz).toBeCloseTo(25_000, 3);
    expect(read.value.passes[0]![1]).toBeCloseTo(-100.5, 6);
  });
  test("dBµV: told by a heading, assumed with a warning without one", () => {
    const body = columns((i) => `${mhz(i)},${(6.99 + (i % 3)).toFixed(2)}`);
    const told = readSweepFile(bytes(`MHz,dBµV\n${body}`));
    const assumed = readSweepFile(bytes(body));
    if (!told.ok || !assumed.ok) throw new Error("not read");
    expect(told.value.passes[0]![0]).toBeCloseTo(-100, 2);
    expect(told.value.warnings).toEqual([]);
    expect(assumed.value.warnings[0]!.code).toBe("unit-assumed-dbuv");
  });
  test("a resolution bandwidth in a comment is known, and is no unit of the columns", () => {
    const read = readSweepFile(
      bytes(
        `# RBW: 50 kHz\n# span 1 kHz steps\nfrequency,level\n${columns((i) => `${mhz(i)},${level(i)}`)}`,
      ),
    );
    if (!read.ok) throw new Error(JSON.stringify(read.error));
    expect(read.value).toMatchObject({
      lowHz: 470e6,
      resolutionHz: 50_000,
      warnings: [{ code: "resolution-known" }],
    });
    expect(read.value.passes[0]![1]).toBeCloseTo(-100.5, 6);
  });
  test("out of order, not numbers, cut in mid-line: read with a warning each", () => {
    const lines = columns((i) => `${mhz(i)},${i === 7 ? "NaN" : level(i)}`).split("\n");
    const read = readSweepFile(
      bytes([...lines.slice(20), ...lines.slice(0, 20), "471.0"].join("\n")),
    );
    if (!read.ok) throw new Error("not read");
    expect(read.value.warnings.map((w) => w.code).sort()).toEqual([
      "gaps",
      "last-line-cut",
      "levels-missing",
      "rows-out-of-order",
    ]);
    expect(read.value.passes[0]![7]).toBeNaN();
    expect(read.value.points).toBe(40);
  });
  test.each([
    ["0 bytes", new Uint8Array(0), "file-empty"],
    ["blank lines", bytes("\n \n"), "file-empty"],
    ["binary", Uint8Array.from([0x89, 0x50, 0, 0]), "file-binary"],
    ["prose", bytes("dear sound department\nplease find attached\n"), "file-not-a-sweep"],
    [
      "words half way",
      bytes(
        `${columns((i) => `${mhz(i)},${level(i)}`)}\nhello,world\n${columns((i) => `${mhz(i)},${level(i)}`)}`,
      ),
      "file-not-a-sweep",
    ],
    ["only NaN", bytes(columns((i) => `${mhz(i)},NaN`)), "file-nothing-usable"],
    [
      "gigahertz without a heading",
      bytes(columns((i) => `${(0.47 + i * 0.000025).toFixed(6)},${level(i)}`)),
      "file-wrong-unit",
    ],
    ["levels in watts", bytes(columns((i) => `${mhz(i)},0.00000000001`)), "file-wrong-unit"],
    ["two points", bytes("470.0,-90\n470.1,-91\n"), "file-too-few-points"],
  ])("%s is refused", (_, data, code) =>
    expect(readSweepFile(data)).toMatchObject({ ok: false, error: { code } }),
  );
  test("a refusal names the line", () => {
    const text = `${columns((i) => `${mhz(i)},${level(i)}`, 4)}\nnonsense here\n${columns((i) => `${mhz(i)},${level(i)}`, 4)}`;
    expect(readSweepFile(bytes(text))).toEqual({
      ok: false,
      error: { code: "file-not-a-sweep", line: 5, text: "nonsense here" },
    });
  });
});

describe("reading rows", () => {
  const row = (t: number, lowHz: number, levels: number[]) =>
    `2027-05-04, 07:3${t}:00, ${lowHz}, ${lowHz + levels.length * 100_000}, 100000.00, 20, ${levels.join(", ")}`;
  const pass = (t: number) =>
    [470e6, 471e6, 470.5e6].map((low, k) => row(t, low, [-100 - t, -101, -102, -103, -104 - k]));
  test("many rows to a sweep, in any order; many sweeps to a file; a level sits half a step up", () => {
    const read = readSweepFile(bytes([...pass(0), ...pass(1)].join("\n")));
    if (!read.ok) throw new Error(JSON.stringify(read.error));
    expect(read.value).toMatchObject({
      format: "rows",
      lowHz: 470.05e6,
      stepHz: 100_000,
      points: 15,
      completePasses: 2,
      warnings: [],
    });
    expect(read.value.passes.map((p) => p[0])).toEqual([-100, -101]);
    expect(read.value.passes[0]![14]).toBeCloseTo(-105);
  });
  test("a row cut short is left out, and said", () => {
    const lines = [...pass(0), ...pass(1)];
    const read = readSweepFile(bytes(lines.join("\n").slice(0, -8)));
    if (!read.ok) throw new Error("not read");
    expect(read.value.completePasses).toBe(1);
    expect(read.value.warnings.map((w) => w.code)).toEqual(["rows-cut", "pass-incomplete"]);
  });
});

describe("the noise floor", () => {
  test.each(["a", "b", "c", "d"])(
    "stays within 1 dB of the truth beside stations, carriers and a slope, seed %s",
    (seed) => {
      const scene: AirScene = {
        ...quietScene,
        seed,
        slopeDbPer100MHz: 4,
        stations: [station(22, -60), station(25, -72), station(26, -50)],
        carriers: [mic(472e6, -60), mic(500e6, -75)],
      };
      const { floorDbm, lowHz, stepHz, noiseFloorDbm } = analyseSweep(measured(scene), eu);
      const errors = [...floorDbm]
        .map((f, i) => Math.abs(f - airNoiseDbm(scene, lowHz + i * stepHz, stepHz)))
        .sort((a, b) => a - b);
      expect(errors[errors.length >> 1]).toBeLessThan(1);
      expect(errors[Math.floor(errors.length * 0.9)]).toBeLessThan(2.5);
      expect(Math.abs(noiseFloorDbm - airNoiseDbm(scene, 506e6, 25_000))).toBeLessThan(1);
    },
  );
});

describe("signals", () => {
  const scene: AirScene = {
    ...quietScene,
    stations: [station(22, -55), station(25, -80)],
    carriers: [mic(489.2e6, -70), mic(497.025e6, -88)],
  };
  test("stations fill their channels, carriers do not", () => {
    const { tv } = analyseSweep(measured(scene), eu);
    const state = (n: number) => tv.find((t) => t.channel === n)!;
    expect([21, 22, 23, 24, 25, 26].map((n) => state(n).state)).toEqual([
      "clear",
      "busy",
      "clear",
      "clear",
      "busy",
      "clear",
    ]);
    expect(state(22).levelDbm!).toBeCloseTo(-55, 0);
    expect([30, 40].map((n) => state(n).state)).toEqual(["unseen", "unseen"]);
    expect(
      analyseSweep(measured(scene), { firstChannel: 1, firstLowHz: 538e6, widthHz: 8e6, count: 1 })
        .tv[0]!.state,
    ).toBe("partial");
  });
  test("carriers: centre, level, width, and whether it is ours", () => {
    const { carriers } = analyseSweep(measured(scene), eu, [
      { id: "Pack B", frequencyHz: 489.2e6 },
    ]);
    expect(carriers.map((c) => c.own)).toEqual(["Pack B", null]);
    expect(Math.abs(carriers[0]!.frequencyHz - 489.2e6)).toBeLessThanOrEqual(12_500);
    expect(carriers[0]!.levelDbm).toBeCloseTo(-70, 0);
    expect(carriers[0]!.widthHz).toBeLessThan(250_000);
  });
  test.each([1, 2, 3, 4, 5])(
    "on simulated air nearly all is found and nearly nothing invented, seed %i",
    (seed) => {
      const random = seededRandom(seed);
      const truth = Array.from(
        { length: 18 },
        (_, i) => 494.5e6 + i * 2.5e6 + Math.floor(random() * 40) * 25_000,
      );
      // 10 dB over the noise in its own bandwidth
      const noisy: AirScene = {
        ...quietScene,
        seed: `s${seed}`,
        stations: [station(21, -60)],
        carriers: truth.map((f) => mic(f, -96 + random() * 20)),
      };
      const { carriers } = analyseSweep(measured(noisy), eu);
      const found = truth.filter((f) => carriers.some((c) => Math.abs(c.frequencyHz - f) < 40_000));
      const invented = carriers.filter(
        (c) => !truth.some((f) => Math.abs(c.frequencyHz - f) < 200_000),
      );
      expect(found.length).toBeGreaterThanOrEqual(truth.length - 1);
      expect(invented.length).toBeLessThanOrEqual(1);
    },
  );
  test("broad noise is neither a carrier nor a station", () => {
    const lamp: AirScene = {
      ...quietScene,
      broadband: [{ centreHz: 507e6, widthHz: 14e6, levelDbmPer200kHz: -84 }],
    };
    const { carriers, tv } = analyseSweep(measured(lamp), eu);
    expect(carriers).toEqual([]);
    expect(tv.filter((t) => t.state === "busy")).toEqual([]);
  });
  test("a talkback that is on in two of thirty passes is found with its share", () => {
    const rhythm = { onMs: 100_000, periodMs: 1_800_000, offsetMs: 290_000 };
    const shy: AirScene = { ...quietScene, carriers: [{ ...mic(511.1e6, -85), rhythm }] };
    const { carriers } = analyseSweep(measured(shy, 30), eu);
    expect(carriers).toHaveLength(1);
    expect(carriers[0]!.occupancy).toBeCloseTo(2 / 30, 1);
  });
});

test("noise per channel bandwidth adds the bins up, and gaps say nothing", () => {
  const levels = new Float64Array(200).fill(-115);
  for (let i = 150; i < 200; i += 1) levels[i] = NaN;
  const noise = channelNoise(levels, 470e6, 25_000, 200_000);
  expect(noise).toHaveLength(150);
  expect(noise[50]!.levelDbm).toBeCloseTo(-115 + 10 * Math.log10(8), 6);
});

test("a grid written with few decimals has as many points as lines", () => {
  const lines = Array.from(
    { length: 401 },
    (_, k) => `${(470 + k * 0.0125).toFixed(2)},${-100 - (k % 7)}`,
  );
  const read = readSweepFile(bytes(lines.join("\n")));
  expect(read).toMatchObject({ ok: true, value: { points: 401, warnings: [] } });
});
