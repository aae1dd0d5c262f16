import { airNoiseDbm, type AirScene, isOnAir, readAir, sweepAir } from "./air";
import { PORT_ELLERY_SITES, PORT_ELLERY_STATIONS } from "./portEllery";
import {
  packCarriers,
  type Rig,
  rigHandle,
  rigHide,
  rigMend,
  rigMeter,
  type RigPack,
  type RigReceiver,
  rigSweep,
  rigSync,
  rigTune,
  sweepPoints,
  sweepsOfReceiver,
} from "./rig";
import { mwToDbm } from "~/core/units/decibels";
import { arrivingDbm } from "./site";
import { siteSetup } from "./rig";
import { analyseSweep } from "~/core/spectrum/analyseSweep";
import { rasterChannels, RASTERS } from "~/core/regulations/raster";

const scene: AirScene = {
  seed: "s",
  noiseDbmPer200kHz: -108,
  slopeDbPer100MHz: 0,
  looks: 200,
  stations: [],
  carriers: [],
  broadband: [],
};
const carrier = { id: "c", frequencyHz: 500e6, levelDbm: -60, widthHz: 180_000, rhythm: null };
const tuning = [{ lowHz: 470e6, highHz: 542e6, stepHz: 25_000 }];
const receiver: RigReceiver = {
  key: "r",
  tuning,
  halvesHz: [500e6, 510e6],
  sweep: { stepHz: 25_000, msPerStep: 35 },
  figures: { bandwidthHz: 200_000, noiseFigureDb: 8, requiredSnrDb: 20, overloadDbm: -25 },
};
const pack = (key: string, change: Partial<RigPack> = {}): RigPack => ({
  key,
  tuning,
  frequencyHz: 500e6,
  powerMw: 50,
  isOn: true,
  isMuted: false,
  isMicPlugged: true,
  wear: "chest",
  ...change,
});
const rig = (packs: RigPack[]): Rig => ({
  siteKey: "net-loft",
  receivers: [receiver],
  packs,
  scanners: [],
});
const loft = PORT_ELLERY_SITES[0]!;

describe("the air", () => {
  test("the same scene, frequency and moment give the same reading; another seed another", () => {
    expect(readAir(scene, 500e6, 25_000, 7)).toBe(readAir(scene, 500e6, 25_000, 7));
    expect(readAir({ ...scene, seed: "t" }, 500e6, 25_000, 7)).not.toBe(
      readAir(scene, 500e6, 25_000, 7),
    );
  });
  test("noise is a power density: eight times the bandwidth is 9 dB more", () => {
    expect(airNoiseDbm(scene, 500e6, 200_000) - airNoiseDbm(scene, 500e6, 25_000)).toBeCloseTo(
      9.03,
      2,
    );
    const mean = (bandwidthHz: number) =>
      sweepAir(scene, 480e6, 490e6, bandwidthHz, 0, 1).reduce((s, l) => s + 10 ** (l / 10), 0) /
      Math.floor(10e6 / bandwidthHz);
    expect(10 * Math.log10(mean(25_000))).toBeCloseTo(-117.03, 0);
  });
  test("a carrier's bins add up to its level", () => {
    const quiet = { ...scene, noiseDbmPer200kHz: -160, carriers: [carrier] };
    const sum = sweepAir(quiet, 499e6, 501e6, 25_000, 0, 0).reduce((s, l) => s + 10 ** (l / 10), 0);
    expect(10 * Math.log10(sum)).toBeCloseTo(-60, 1);
  });
  test("a rhythm: on for its time in each period, before its offset too", () => {
    const talkback = { ...carrier, rhythm: { onMs: 20, periodMs: 90, offsetMs: 5 } };
    expect([0, 5, 24, 25, 94, 95, 114, 115, -85, -86].map((t) => isOnAir(talkback, t))).toEqual([
      false,
      true,
      true,
      false,
      false,
      true,
      true,
      false,
      true,
      false,
    ]);
  });
});

describe("Port Ellery", () => {
  test("every station of the register stands on the EU raster, and the loft hears what its scene holds", () => {
    const channels = rasterChannels(RASTERS["EU-8"]).map((c) => c.channel);
    for (const s of PORT_ELLERY_STATIONS) expect(channels).toContain(s.channel);
    const levels = sweepAir(loft.air, 470e6, 566e6, 25_000, 6000, 35);
    const { tv, carriers } = analyseSweep(
      {
        format: "columns",
        lowHz: 470e6,
        stepHz: 25_000,
        points: levels.length,
        passes: [levels],
        completePasses: 1,
        warnings: [],
      },
      RASTERS["EU-8"],
    );
    expect(tv.filter((t) => t.state === "busy").map((t) => t.channel)).toEqual([22, 25, 28, 31]);
    const crew = loft.air.carriers.filter((c) => c.rhythm === null).map((c) => c.frequencyHz);
    for (const f of crew)
      expect(carriers.some((c) => Math.abs(c.frequencyHz - f) < 30_000)).toBe(true);
    expect(carriers.length).toBeLessThanOrEqual(crew.length + 1);
  });
  // a lamp that makes noise over 22 MHz is a floor of its own: the car deck is left out
  test.each(
    PORT_ELLERY_SITES.filter((s) => s.air.broadband.length === 0).map((s) => [s.key, s] as const),
  )("the floor found at the %s is the floor that was made", (_, site) => {
    const levels = sweepAir(site.air, 470e6, 566e6, 25_000, 0, 35);
    const { noiseFloorDbm } = analyseSweep(
      {
        format: "columns",
        lowHz: 470e6,
        stepHz: 25_000,
        points: levels.length,
        passes: [levels],
        completePasses: 1,
        warnings: [],
      },
      RASTERS["EU-8"],
    );
    expect(Math.abs(noiseFloorDbm - airNoiseDbm(site.air, 518e6, 25_000))).toBeLessThan(1.5);
  });
});

describe("the rig", () => {
  test("only packs that are on are on the air, at the level that the site's path gives, each body within 2.5 dB", () => {
    const [only, ...none] = packCarriers(
      loft,
      rig([pack("a"), pack("b", { isOn: false })]),
      receiver,
    );
    expect(none).toEqual([]);
    expect(
      Math.abs(
        only!.levelDbm - arrivingDbm(loft, siteSetup(loft, pack("a")), receiver.figures, 500e6),
      ),
    ).toBeLessThanOrEqual(2.5);
    expect(mwToDbm(50)).toBeCloseTo(16.99, 2);
  });
  test("a sweep in pieces is the sweep in one", () => {
    const r = rig([pack("a")]);
    const whole = rigSweep(loft, r, sweepsOfReceiver(receiver), 0, 400, 99);
    const pieces = [
      ...rigSweep(loft, r, sweepsOfReceiver(receiver), 0, 150, 99),
      ...rigSweep(loft, r, sweepsOfReceiver(receiver), 150, 400, 99),
    ];
    expect([...whole]).toEqual(pieces);
    expect(sweepPoints(sweepsOfReceiver(receiver))).toBe(2881);
  });
  test.each([
    ["on", {}, true, true],
    ["off", { isOn: false }, false, false],
    ["muted", { isMuted: true }, true, false],
    ["without a microphone", { isMicPlugged: false }, true, false],
    ["on another frequency", { frequencyHz: 520e6 }, false, false],
  ] as const)("a pack %s", (_, change, hasRf, hasAudio) => {
    for (const timeMs of [0, 777, 12_345]) {
      const reading = rigMeter(loft, rig([pack("a", change)]), receiver, 0, timeMs);
      expect(Math.max(reading.rfADbm, reading.rfBDbm) > -88).toBe(hasRf);
      expect(reading.hasAudio).toBe(hasAudio);
      expect(reading.audioDbfs === null).toBe(!hasRf);
    }
  });
  test("the two antennas do not fade together", () => {
    const r = rig([pack("a")]);
    const differences = Array.from({ length: 40 }, (_, i) =>
      rigMeter(loft, r, receiver, 0, i * 120),
    ).map((m) => Math.abs(m.rfADbm - m.rfBDbm));
    expect(Math.max(...differences)).toBeGreaterThan(1.5);
  });
  test("tuning and syncing give a new rig and leave the old one", () => {
    const before = rig([pack("a", { frequencyHz: 480e6 })]);
    const tuned = rigTune(before, "r", 1, 512_025_000);
    const synced = tuned.ok ? rigSync(tuned.value, "r", 1, "a") : tuned;
    expect(
      synced.ok && [synced.value.receivers[0]!.halvesHz, synced.value.packs[0]!.frequencyHz],
    ).toEqual([[500e6, 512_025_000], 512_025_000]);
    expect(before.receivers[0]!.halvesHz).toEqual([500e6, 510e6]);
    expect(rigTune(before, "r", 0, 512_010_000)).toMatchObject({
      ok: false,
      error: { code: "off-grid" },
    });
    expect(rigSync(before, "r", 9, "a")).toMatchObject({
      ok: false,
      error: { code: "no-such-unit" },
    });
  });
});

test("halves that share a span are dragged along; faults that are hidden show only by what is heard and read, and are mended whole", () => {
  const tuning = [{ lowHz: 470e6, highHz: 542e6, stepHz: 25_000 }];
  const figures = { bandwidthHz: 200_000, noiseFigureDb: 8, requiredSnrDb: 20, overloadDbm: -25 };
  const rig: Rig = {
    siteKey: "net-loft",
    scanners: [],
    receivers: [
      {
        key: "r",
        tuning,
        figures,
        sweep: { stepHz: 25_000, msPerStep: 1 },
        halvesHz: [480e6, 490e6],
        halfSpanHz: 24e6,
      },
    ],
    packs: ["a", "b", "c"].map((key) => ({
      key,
      tuning,
      frequencyHz: 480e6,
      powerMw: 30,
      isOn: true,
      isMuted: false,
      isMicPlugged: true,
      wear: "chest" as const,
    })),
  };
  const tuned = rigTune(rig, "r", 0, 530e6);
  expect(tuned.ok && tuned.value.receivers[0]!.halvesHz).toEqual([530e6, 506e6]);
  const other = { lowHz: 566e6, highHz: 614e6, stepHz: 25_000 };
  const hidden = rigHide(
    rig,
    [
      { kind: "wrong-block", packKey: "a" },
      { kind: "not-stored", packKey: "b" },
      { kind: "muted", packKey: "c" },
      { kind: "neighbour", frequencyHz: 490e6 },
      { kind: "antenna", receiverKey: "r", antenna: "A" },
    ],
    5,
    other,
  );
  const synced = rigSync(hidden, "r", 0, "a");
  expect(synced.ok && synced.value.packs[0]!.frequencyHz).toBe(566e6);
  expect(
    rigHandle(rigHandle(hidden.packs[1]!, { isOn: false }), { isOn: true }).frequencyHz,
  ).not.toBe(480e6);
  const meter = rigMeter(loft, hidden, hidden.receivers[0]!, 1, 0);
  expect([meter.rfBDbm > -80, meter.rfBDbm - meter.rfADbm > 15, meter.hasAudio]).toEqual([
    true,
    true,
    false,
  ]);
  const mended = rigMend(synced.ok ? synced.value : hidden);
  expect([
    mended.strangers,
    mended.drill,
    mended.receivers[0]!.deaf,
    mended.packs.map((p) => [p.truly, p.isMuted, p.keptHz]),
  ]).toEqual([[], null, null, Array.from({ length: 3 }, () => [undefined, false, null])]);
});

test("a pack that stores only when told comes back with its old number, unless it was", () => {
  const rig: Rig = {
    siteKey: "net-loft",
    scanners: [],
    receivers: [
      {
        key: "r",
        tuning: [{ lowHz: 518e6, highHz: 566e6, stepHz: 25_000 }],
        figures: { bandwidthHz: 200_000, noiseFigureDb: 8, requiredSnrDb: 20, overloadDbm: -25 },
        sweep: { stepHz: 25_000, msPerStep: 1 },
        halvesHz: [550e6],
      },
    ],
    packs: [
      {
        key: "p",
        tuning: [{ lowHz: 518e6, highHz: 566e6, stepHz: 25_000 }],
        frequencyHz: 520e6,
        powerMw: 30,
        isOn: true,
        isMuted: false,
        isMicPlugged: true,
        wear: "chest",
        storesByHand: true,
      },
    ],
  };
  const synced = rigSync(rig, "r", 0, "p");
  if (!synced.ok) throw new Error(synced.error.code);
  const pack = synced.value.packs[0]!;
  const restarted = (p: typeof pack) => rigHandle(rigHandle(p, { isOn: false }), { isOn: true });
  expect(pack.frequencyHz).toBe(550e6);
  expect(restarted(pack).frequencyHz).toBe(520e6);
  expect(restarted(rigHandle(pack, { isStored: true })).frequencyHz).toBe(550e6);
  expect(restarted({ ...pack, storesByHand: false, keptHz: null }).frequencyHz).toBe(550e6);
});
