import { mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { wavFile } from "~/core/audio/wav";
import { runCli } from "./run";
import { VERBS } from "./verbs";

const ask = (verb: string, request: unknown) =>
  runCli([verb], () => (typeof request === "string" ? request : JSON.stringify(request)));
const answer = (verb: string, request: unknown) => {
  const { exitCode, stdout, stderr } = ask(verb, request);
  if (exitCode !== 0) throw new Error(stderr);
  return JSON.parse(stdout) as Record<string, never>;
};
const refusal = (verb: string, request: unknown) => {
  const { exitCode, stdout, stderr } = ask(verb, request);
  expect([exitCode, stdout]).toEqual([2, ""]);
  return (JSON.parse(stderr) as { error: { code: string; message: string; path: string } }).error;
};

const profile = {
  minSpacingHz: 350_000,
  guards: { third2Hz: 100_000, third3Hz: 50_000, fifth2Hz: 0 },
};
const link = {
  frequencyHz: 600e6,
  txPowerDbm: 17,
  tx: { antenna: { gainDbi: 0 }, wear: "free" },
  rx: { antenna: { gainDbi: 0 } },
  path: { distanceM: 30, model: "free-space" },
  receiver: { bandwidthHz: 200_000, noiseFigureDb: 8, requiredSnrDb: 20, overloadDbm: -20 },
};
const level = {
  talker: { effort: "normal", distanceM: 0.2, peakFactorDb: 18 },
  microphone: { sensitivityMvPerPa: 6, selfNoiseDba: 28, maxSplDb: 135 },
  transmitter: { gainDb: 20, fullScaleInputDbu: 0, inputNoiseDbu: -110 },
  receiver: { outputFullScaleDbu: 12, outputDb: -12 },
  input: { kind: "mic", fullScaleDbu: 0, gainDb: 0, noiseDbu: -100 },
};
const channel = {
  id: "a",
  tuning: [{ lowHz: 470e6, highHz: 480e6, stepHz: 25_000 }],
  bandwidthHz: 200_000,
};
const coordinate = { windows: [{ lowHz: 470e6, highHz: 480e6 }], profile, channels: [channel] };

const battery = {
  packs: [{ id: "a", cell: "aa-alkaline", usedHours: 2 }],
  needs: [
    { packId: "a", start: "2031-05-04T08:00", end: "2031-05-04T12:00" },
    { packId: "a", start: "2031-05-04T13:00", end: "2031-05-05T00:30" },
  ],
  breaks: [{ start: "2031-05-04T12:00", end: "2031-05-04T13:00" }],
  policy: "counted",
};

describe("what anything wrong with a request gets", () => {
  test.each([
    ["no verb", [], "{}", "verb-missing"],
    ["an unknown verb", ["scan-all"], "{}", "verb-unknown"],
    ["nothing on standard input", ["check-set"], " \n", "request-missing"],
    ["two JSON values", ["check-set"], "{} {}", "request-not-json"],
    ["an array", ["check-set"], "[]", "request-not-object"],
    ["a number", ["check-set"], "7", "request-not-object"],
    ["NaN", ["check-set"], '{"carriers":NaN}', "request-not-json"],
    ["a word too many", ["check-set", "now"], "{}", "argument-unknown"],
    ["a property of every object for a verb", ["constructor"], "{}", "verb-unknown"],
  ])("%s", (_, args, stdin, code) => {
    const { exitCode, stdout, stderr } = runCli(args, () => stdin);
    expect([
      exitCode,
      stdout,
      (JSON.parse(stderr) as { error: { code: string } }).error.code,
    ]).toEqual([2, "", code]);
  });

  test.each([
    [
      "check-set",
      { carriers: [{ id: "a", frequencyHz: "500000000" }], profile },
      "carriers.0.frequencyHz",
    ],
    ["check-set", { carriers: [{ id: "a", frequencyHz: 5 }], profile }, "carriers.0.frequencyHz"],
    [
      "check-set",
      {
        carriers: [
          { id: "a", frequencyHz: 5e8 },
          { id: "a", frequencyHz: 6e8 },
        ],
        profile,
      },
      "carriers.1.id",
    ],
    ["check-set", { carriers: [] }, "profile"],
    [
      "coordinate",
      { ...coordinate, channels: [{ ...channel, bandwidthHz: -1 }] },
      "channels.0.bandwidthHz",
    ],
    ["coordinate", { ...coordinate, channels: [{ ...channel, group: "r9" }] }, "channels.0.group"],
    ["coordinate", { ...coordinate, mode: "best" }, "mode"],
    ["coordinate", { ...coordinate, mode: "bank" }, "banks"],
    [
      "coordinate",
      { ...coordinate, channels: [{ ...channel, lockedHz: 475_000_000.5 }] },
      "channels.0.lockedHz",
    ],
    [
      "check-set",
      { carriers: [{ id: "a", frequencyHz: 500_000_000.25 }], profile },
      "carriers.0.frequencyHz",
    ],
    ["link", { ...link, path: { distanceM: 0, model: "free-space" } }, "path.distanceM"],
    [
      "link",
      {
        ...link,
        path: {
          ...link.path,
          walls: [{ material: "concrete", thicknessM: 0.1, incidenceDeg: 90 }],
        },
      },
      "path.walls.0.incidenceDeg",
    ],
    [
      "link",
      { ...link, path: { ...link.path, walls: [{ material: "cheese", thicknessM: 0.1 }] } },
      "path.walls.0.material",
    ],
    ["link", { ...link, tx: { ...link.tx, tiltDeg: 181 } }, "tx.tiltDeg"],
    ["level-chain", { ...level, talker: { ...level.talker, effort: "yelling" } }, "talker.effort"],
    ["level-chain", { ...level, talker: { ...level.talker, distanceM: -1 } }, "talker.distanceM"],
    ["tv-raster", { region: "MOON" }, "region"],
    ["analyse-sweep", { files: [] }, "files"],
    [
      "coverage",
      {
        frequencyHz: 6e8,
        txPowerDbm: 17,
        txHeightM: 1,
        widthM: 10,
        heightM: 10,
        cellM: 0.001,
        antennas: [{ x: 1, y: 1, heightM: 2, gainDbi: 0 }],
        model: "free-space",
      },
      "cellM",
    ],
    [
      "fading",
      {
        meanMarginDb: [20],
        kFactorDb: null,
        antennaSpacingM: 0.5,
        frequencyHz: 6e8,
        speedMps: 1,
        combining: "selection",
      },
      "meanMarginDb",
    ],
    [
      "fading",
      {
        meanMarginDb: [20],
        kFactorDb: null,
        antennaSpacingM: 0.5,
        frequencyHz: 6e8,
        speedMps: -1,
        combining: "none",
      },
      "speedMps",
    ],
    [
      "battery-plan",
      { ...battery, packs: [{ ...battery.packs[0], cell: "d-cell" }] },
      "packs.0.cell",
    ],
    [
      "battery-plan",
      { ...battery, needs: [{ ...battery.needs[0], packId: "z" }] },
      "needs.0.packId",
    ],
    [
      "battery-plan",
      { ...battery, needs: [{ ...battery.needs[0], end: "2031-05-04T07:00" }] },
      "needs.0.end",
    ],
    [
      "battery-plan",
      { ...battery, needs: [{ ...battery.needs[0], start: "2031-04-31T08:00" }] },
      "needs.0.start",
    ],
    [
      "battery-plan",
      { ...battery, needs: [{ ...battery.needs[0], start: "2031-05-04T08:00Z" }] },
      "needs.0.start",
    ],
    ["analyse-wav", {}, "file"],
    ["analyse-wav", { file: "/nowhere/at/all.wav" }, "file"],
    ["analyse-wav", { file: tmpdir() }, "file"],
    ["analyse-sweep", { files: ["/nowhere/at/all.csv"] }, "files.0"],
  ])("%s names the field: %#", (verb, request, path) =>
    expect(refusal(verb, request).path).toBe(path),
  );

  test("a byte-order mark before the request is no harm", () =>
    expect(ask("tv-raster", '\ufeff{"region":"EU"}').exitCode).toBe(0));
  test("help lists the verbs and each verb's fields", () => {
    const overview = runCli(["--help"], () => "").stdout;
    for (const name of Object.keys(VERBS)) {
      expect(overview).toContain(name);
      expect(runCli([name, "--help"], () => "").stdout).toContain('"properties"');
    }
  });
});

describe("answers", () => {
  // the national television tables (from memory)
  test("tv-raster: edges, and a forbidden stretch as a band of 0 mW", () => {
    const us = answer("tv-raster", { region: "US" }) as unknown as {
      channels: { channel: number; lowHz: number }[];
      bands: { lowHz: number; highHz: number; maxEirpMw: number }[];
    };
    expect(us.channels.at(0)).toMatchObject({ channel: 14, lowHz: 470e6 });
    expect(us.bands.some((b) => b.maxEirpMw === 0 && b.lowHz <= 608e6 && b.highHz >= 614e6)).toBe(
      true,
    );
  });
  test("check-set: an even row of three conflicts with itself; the counts are those of the formulas", () => {
    const carriers = ["a", "b", "c"].map((id, i) => ({ id, frequencyHz: 500e6 + i * 1e6 }));
    const found = answer("check-set", { carriers, profile }) as unknown as {
      conflicts: { kind: string; sources: string[]; victim: string }[];
      products: object;
    };
    expect(found.conflicts.map((c) => [c.kind, ...c.sources, c.victim].join(" ")).sort()).toEqual([
      "third2 b a c",
      "third2 b c a",
    ]);
    expect(found.products).toEqual({ third2: 6, third3: 3, fifth2: 6 });
  });
  test("coordinate: what it answers holds under check-set", () => {
    const channels = ["a", "b", "c", "d"].map((id) => ({ ...channel, id }));
    const found = answer("coordinate", { ...coordinate, channels, spares: 2 }) as unknown as {
      assignments: { channelId: string; frequencyHz: number }[];
      spares: { frequencyHz: number }[];
    };
    expect([found.assignments.length, found.spares.length]).toEqual([4, 2]);
    const carriers = [
      ...found.assignments.map((x) => ({ id: x.channelId, frequencyHz: x.frequencyHz })),
      ...found.spares.map((s, i) => ({ id: `s${i}`, frequencyHz: s.frequencyHz })),
    ];
    expect(
      (answer("check-set", { carriers, profile }) as unknown as { conflicts: [] }).conflicts,
    ).toEqual([]);
  });
  // ITU-R P.525: 57.553 dB at 600 MHz and 30 m
  test("link: what else may be told of it is optional and counts: sheets of a wall, how the whip hangs, what it is cut for, what is on the frequency", () => {
    const of = (change: { tx?: object; path?: object; interference?: object[] }) =>
      answer("link", {
        ...link,
        ...change,
        tx: { ...link.tx, ...change.tx },
        path: { ...link.path, ...change.path },
      }) as unknown as { receivedDbm: number; marginDb: number; interferenceDbm: number | null };
    const bare = of({});
    expect(bare.receivedDbm - of({ tx: { whip: "bent" } }).receivedDbm).toBeCloseTo(4, 9);
    expect(bare.receivedDbm - of({ tx: { cutForHz: 500e6 } }).receivedDbm).toBeGreaterThan(1);
    const glass = { material: "glass", thicknessM: 0.004 };
    expect(
      bare.receivedDbm -
        of({
          path: {
            walls: [{ ...glass, layers: [glass, { material: "air", thicknessM: 0.012 }, glass] }],
          },
        }).receivedDbm,
    ).toBeGreaterThan(0.1);
    const noisy = of({ interference: [{ label: "neighbour", dbm: -90 }] });
    expect([noisy.interferenceDbm, noisy.receivedDbm]).toEqual([-90, bare.receivedDbm]);
    expect(noisy.marginDb).toBeLessThan(bare.marginDb - 15);
    expect(refusal("link", { ...link, tx: { ...link.tx, whip: "floppy" } }).path).toBe("tx.whip");
    expect(refusal("link", { ...link, interference: [{ label: "x", dbm: null }] }).path).toBe(
      "interference.0.dbm",
    );
  });
  test("link: the terms add up, and free space is the published value", () => {
    const found = answer("link", link) as unknown as {
      receivedDbm: number;
      sensitivityDbm: number;
      marginDb: number;
      terms: { db: number }[];
    };
    expect(found.receivedDbm).toBeCloseTo(17 - 57.553, 3);
    expect(found.terms.reduce((sum, t) => sum + t.db, 0)).toBeCloseTo(found.receivedDbm - 17, 9);
    expect(found.marginDb).toBeCloseTo(found.receivedDbm - found.sensitivityDbm, 9);
    // physics: −120.97 dBm in 200 kHz at 290 K
    expect(found.sensitivityDbm).toBeCloseTo(-120.97 + 8 + 20, 1);
  });
  test("battery-plan: past midnight; what no change can mend is told, cells are counted by kind", () => {
    const found = answer("battery-plan", battery) as unknown as {
      changes: { packId: string; at: string }[];
      cells: object;
      violations: { at: string; packId: string }[];
    };
    expect(found.changes).toMatchObject([{ packId: "a", at: "2031-05-04T12:05" }]);
    expect(found.cells).toEqual({ aa: 2 });
    expect(found.violations).toMatchObject([{ packId: "a", at: "2031-05-04T20:00" }]);
  });
  test("level-chain: advice comes as words", () => {
    const found = answer("level-chain", level) as unknown as {
      advice: string[];
      finalPeakDbfs: number;
      stages: { name: string }[];
    };
    expect(found.advice.every((a) => typeof a === "string" && a.length > 10)).toBe(true);
    expect(found.stages.map((s) => s.name)).toEqual([
      "talker",
      "microphone",
      "transmitter",
      "receiver",
      "input",
    ]);
  });
});

describe("sweep files", () => {
  let folder: string;
  beforeAll(() => {
    folder = mkdtempSync(join(tmpdir(), "plain-channel-cli-"));
  });
  afterAll(() => rmSync(folder, { recursive: true }));
  const write = (name: string, text: string) => {
    writeFileSync(join(folder, name), text);
    return join(folder, name);
  };
  const wobble = (i: number) => -112 + ((i * 37) % 11) / 5;

  test("columns with a carrier, whatever the file is called", () => {
    const path = write(
      "notes.txt",
      Array.from(
        { length: 800 },
        (_, i) =>
          `${(470 + i * 0.025).toFixed(3)};${(Math.abs(i - 400) <= 3 ? -70 : wobble(i)).toFixed(1)}`,
      ).join("\n"),
    );
    const found = answer("analyse-sweep", {
      files: [path],
      raster: "EU-8",
      ownCarriers: [{ id: "mine", frequencyHz: 480e6 }],
    }) as unknown as {
      format: string;
      points: number;
      noiseFloorDbm: number;
      carriers: { frequencyHz: number; own: string }[];
      floor: unknown[];
    };
    expect(found).toMatchObject({ format: "columns", points: 800, sweeps: 1, lowHz: 470e6 });
    expect(found.carriers).toHaveLength(1);
    expect(found.carriers[0]).toMatchObject({ own: "mine" });
    expect(found.noiseFloorDbm).toBeCloseTo(-111, 0);
    expect(found.floor).toHaveLength(800);
  });

  test("two files of one place are merged on frequency", () => {
    const part = (lowMhz: number) =>
      write(
        `${lowMhz}.csv`,
        Array.from(
          { length: 400 },
          (_, i) => `${(lowMhz + i * 0.025).toFixed(3)},${wobble(i).toFixed(1)}`,
        ).join("\n"),
      );
    expect(answer("analyse-sweep", { files: [part(470), part(480)] })).toMatchObject({
      points: 800,
      lowHz: 470e6,
      tv: [],
    });
  });

  test("a file that is not a sweep says which line", () => {
    const path = write("bad.csv", "470.0,-90\n470.1,-91\nhello there\n470.3,-90\n");
    expect(refusal("analyse-sweep", { files: [path] })).toMatchObject({
      code: "file-not-a-sweep",
      path: "files.0",
      message: expect.stringContaining("Line 3") as string,
    });
  });
});

test("analyse-wav reads a file from disk track by track; one that is none is refused in words", () => {
  const folder = mkdtempSync(join(tmpdir(), "plain-channel-cli-"));
  const take = join(folder, "take.bin");
  const tone = Float64Array.from(
    { length: 96_000 },
    (_, i) => 0.5 * Math.sin((2 * Math.PI * 997 * i) / 48_000),
  );
  writeFileSync(
    take,
    wavFile([tone, new Float64Array(96_000)], {
      encoding: "pcm16",
      sampleRateHz: 48_000,
      isRf64: true,
    }),
  );
  const { tracks, seconds, sampleRateHz } = answer("analyse-wav", { file: take }) as unknown as {
    tracks: Record<string, number | null>[];
    seconds: number;
    sampleRateHz: number;
  };
  expect([seconds, sampleRateHz, tracks.length]).toEqual([2, 48_000, 2]);
  // −6.02 dBFS peak; 3.01 less as root mean square; BS.1770: −3.01 − 6.02 LUFS
  expect(tracks[0]).toMatchObject({
    peakDbfs: expect.closeTo(-6.02, 2) as number,
    rmsDbfs: expect.closeTo(-9.03, 2) as number,
    integratedLufs: expect.closeTo(-9.03, 1) as number,
    clippedSamples: 0,
    shortTermMaxLufs: null,
  });
  expect(tracks[1]).toMatchObject({
    peakDbfs: null,
    truePeakDbtp: null,
    rmsDbfs: null,
    integratedLufs: null,
  });
  writeFileSync(take, "RIFF, or so it says");
  expect(refusal("analyse-wav", { file: take })).toMatchObject({
    code: "not-wav",
    message: expect.stringContaining("not a WAV file") as string,
  });
  rmSync(folder, { recursive: true });
});
