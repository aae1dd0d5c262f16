import { batteryVolts } from "~/core/battery/discharge";
import type { Scene } from "~/core/schedule/scenes";
import { dayScript, SCRIPTED_EVENTS } from "./dayScript";
import { liveHalves, rigFree, rigNow, stepRig } from "./liveRig";
import { PORT_ELLERY_SITES } from "./portEllery";
import { type Rig, rigHandle, type ScriptedEvent, type RigPack, usedHoursOf } from "./rig";

const site = PORT_ELLERY_SITES.find((s) => s.key === "net-loft")!;
const figures = { bandwidthHz: 200_000, noiseFigureDb: 8, requiredSnrDb: 20, overloadDbm: -20 };
const tuning = [{ lowHz: 470e6, highHz: 520e6, stepHz: 25_000 }];
const HOUR = 3_600_000;
const pack = (key: string, frequencyHz: number, change: Partial<RigPack> = {}): RigPack => ({
  key,
  tuning,
  frequencyHz,
  powerMw: 50,
  isOn: true,
  isMuted: false,
  isMicPlugged: true,
  wear: "chest",
  name: key,
  cells: { chemistry: "alkaline", hours: 8, usedHours: 0, onSinceMs: 0 },
  ...change,
});
const rig = (script: ScriptedEvent[] = [], change: Partial<Rig> = {}): Rig => ({
  siteKey: "net-loft",
  script,
  scanners: [],
  receivers: [
    {
      key: "r",
      tuning,
      figures,
      sweep: { stepHz: 25_000, msPerStep: 10 },
      halvesHz: [491e6, 494e6],
      tells: true,
    },
  ],
  packs: [pack("a", 491e6), pack("b", 494e6)],
  ...change,
});
const at = (r: Rig, ms: number) => liveHalves(rigNow(r, site, ms), ms);
const mean = (list: number[]) => list.reduce((a, b) => a + b, 0) / list.length;

describe("what the practice receivers show while it rolls", () => {
  test("the same moment shows the same, and no two antennas fade alike", () => {
    expect(at(rig(), 12_345)).toEqual(at(rig(), 12_345));
    const moments = Array.from({ length: 600 }, (_, i) => at(rig(), HOUR + i * 100)[0]!);
    const [a, b] = [moments.map((m) => m.rfADbm), moments.map((m) => m.rfBDbm)];
    const [ma, mb] = [mean(a), mean(b)];
    const cov = mean(a.map((v, i) => (v - ma) * (b[i]! - mb)));
    const dev = (list: number[], m: number) => Math.sqrt(mean(list.map((v) => (v - m) ** 2)));
    expect(dev(a, ma)).toBeGreaterThan(0.8);
    expect(Math.abs(cov / (dev(a, ma) * dev(b, mb)))).toBeLessThan(0.7);
  });
  test("somebody speaks in turns: there is voice, and there are pauses", () => {
    const voice = Array.from({ length: 600 }, (_, i) => at(rig(), HOUR + i * 100)[0]!.hasAudio);
    expect(voice.filter(Boolean).length).toBeGreaterThan(100);
    expect(voice.filter((v) => !v).length).toBeGreaterThan(100);
  });
  test("muted: RF stays, the voice is gone and the pack says so; off: nothing and nobody", () => {
    const muted = at(
      rig([], { packs: [pack("a", 491e6, { isMuted: true }), pack("b", 494e6, { isOn: false })] }),
      HOUR,
    );
    expect(muted[0]).toMatchObject({ hasAudio: false, partner: { name: "a", isMuted: true } });
    expect(muted[1]).toMatchObject({ hasAudio: false, partner: null, audioDbfs: null });
    expect(muted[1]!.rfADbm).toBeLessThan(-95);
  });
});

describe("the set in a practice pack", () => {
  test("runs while it is on, tells its voltage, and the pack dies with it", () => {
    expect(at(rig(), 2 * HOUR)[0]!.partner!.volts).toBeCloseTo(batteryVolts("alkaline", 0.25), 2);
    expect(at(rig(), 8 * HOUR + 1000)[0]!.partner).toBeNull();
    expect(rigNow(rig(), site, 8 * HOUR + 1000).rig.packs[0]!.isOn).toBe(false);
  });
  test("loses signal slowly before the end", () => {
    const level = (ms: number) =>
      mean(Array.from({ length: 200 }, (_, i) => at(rig(), ms + i)[0]!.rfADbm));
    expect(rigNow(rig(), site, 7.99 * HOUR).rig.packs[0]!.extraDb).toBeLessThan(-5);
    expect(level(7.99 * HOUR)).toBeLessThan(level(7.9 * HOUR) + 30);
  });
  test("switched off it does not run; fresh cells begin anew and leave it off; a clock that steps back takes nothing off", () => {
    const off = rigHandle(pack("a", 491e6), { isOn: false }, 3 * HOUR);
    expect([usedHoursOf(off.cells!, 5 * HOUR), off.isOn]).toEqual([3, false]);
    const on = rigHandle(off, { isOn: true }, 6 * HOUR);
    expect([usedHoursOf(on.cells!, 7 * HOUR), usedHoursOf(on.cells!, 5 * HOUR)]).toEqual([4, 3]);
    const fresh = rigHandle(on, { isFresh: true }, 8 * HOUR);
    expect([fresh.isOn, usedHoursOf(fresh.cells!, 9 * HOUR)]).toEqual([false, 0]);
  });
});

describe("happenings", () => {
  const happens = (h: object): ScriptedEvent =>
    ({ id: "x", fromMs: HOUR, untilMs: null, ...h }) as ScriptedEvent;
  test("nothing before its moment; a newcomer stays where he came down, wherever our pack goes then", () => {
    const r = rig([
      happens({
        kind: "newcomer",
        nearPack: "a",
        offsetHz: 50_000,
        levelDbm: -60,
        untilMs: 2 * HOUR,
      }),
    ]);
    expect(stepRig(r, site, HOUR - 1)).toBe(r);
    const begun = stepRig(r, site, HOUR);
    expect(rigNow(begun, site, HOUR).rig.strangers).toEqual([
      { frequencyHz: 491_050_000, levelDbm: -60 },
    ]);
    const moved = { ...begun, packs: begun.packs.map((p) => ({ ...p, frequencyHz: 510e6 })) };
    expect(rigNow(moved, site, HOUR + 1).rig.strangers![0]!.frequencyHz).toBe(491_050_000);
    expect(rigNow(begun, site, 2 * HOUR).rig.strangers).toEqual([]);
    expect(stepRig(begun, site, 3 * HOUR)).toBe(begun);
  });
  test("one that was missed whole does not come any more", () => {
    const r = stepRig(
      rig([
        happens({
          kind: "newcomer",
          nearPack: "a",
          offsetHz: 0,
          levelDbm: -50,
          untilMs: HOUR + 10,
        }),
      ]),
      site,
      5 * HOUR,
    );
    expect([r.script![0]!.state, rigNow(r, site, 5 * HOUR).rig.strangers]).toEqual([
      { frequencyHz: null, isOver: true },
      [],
    ]);
  });
  test("a product needs its second source on", () => {
    const begun = stepRig(
      rig([
        happens({
          kind: "product",
          withPack: "b",
          ontoPack: "a",
          newcomerDbm: -60,
          productDbm: -70,
        }),
      ]),
      site,
      HOUR,
    );
    const [newCarrier, product] = rigNow(begun, site, HOUR).rig.strangers!;
    expect([newCarrier!.frequencyHz, product!.frequencyHz]).toEqual([492_500_000, 491_000_000]);
    const off = {
      ...begun,
      packs: begun.packs.map((p) => (p.key === "b" ? { ...p, isOn: false } : p)),
    };
    expect(rigNow(off, site, HOUR).rig.strangers).toHaveLength(1);
  });
  test("a product is made with somebody beside whom its source is seen, where the one that was meant would hide it in a station", () => {
    // net loft: a station on 502 … 510 MHz at −70 dBm, one on 478 … 486 MHz at −58 dBm
    const packs = [pack("a", 491e6), pack("b", 471e6), pack("c", 496.4e6)];
    const [h] = stepRig(
      rig(
        [
          happens({
            kind: "product",
            withPack: "b",
            ontoPack: "a",
            newcomerDbm: -66,
            productDbm: -52,
          }),
        ],
        { packs },
      ),
      site,
      HOUR,
    ).script!;
    expect(h).toMatchObject({ withPack: "c", state: { frequencyHz: 493_700_000 } });
    // nobody else is on, and nowhere free: it comes where it was meant, louder than the station
    const alone = stepRig(
      rig(
        [
          happens({
            kind: "product",
            withPack: "b",
            ontoPack: "a",
            newcomerDbm: -66,
            productDbm: -52,
          }),
        ],
        { packs: packs.map((p) => ({ ...p, isOn: p.key !== "c" })) },
      ),
      site,
      HOUR,
    );
    expect(alone.script![0]).toMatchObject({ withPack: "b", state: { frequencyHz: 481_000_000 } });
    expect(rigNow(alone, site, HOUR).rig.strangers![0]!.levelDbm).toBeGreaterThan(-66);
    // twice ours less him, where that is free: 2 × 495 − 516 = 474
    const twice = stepRig(
      rig(
        [
          happens({
            kind: "product",
            withPack: "b",
            ontoPack: "a",
            newcomerDbm: -66,
            productDbm: -52,
          }),
        ],
        { packs: [pack("a", 474e6), pack("b", 495e6)] },
      ),
      site,
      HOUR,
    );
    expect(rigNow(twice, site, HOUR).rig.strangers).toEqual([
      { frequencyHz: 516e6, levelDbm: -66 },
      { frequencyHz: 474e6, levelDbm: -52 },
    ]);
  });
  test("one who is only to be told of comes to the side on which he is seen", () => {
    const [h] = stepRig(
      rig(
        [
          happens({
            kind: "newcomer",
            nearPack: "a",
            offsetHz: -900_000,
            levelDbm: -70,
            untilMs: 2 * HOUR,
          }),
        ],
        { packs: [pack("a", 486.6e6)] },
      ),
      site,
      HOUR,
    ).script!;
    expect(h!.state).toEqual({ frequencyHz: 487_500_000 });
  });
  test("nor does he come outside of what is swept", () => {
    const [h] = stepRig(
      rig(
        [
          happens({
            kind: "newcomer",
            nearPack: "a",
            offsetHz: -900_000,
            levelDbm: -50,
            untilMs: 2 * HOUR,
          }),
        ],
        { packs: [pack("a", 470.25e6)] },
      ),
      site,
      HOUR,
    ).script!;
    expect(h!.state!.frequencyHz).toBeGreaterThan(470e6);
  });
  test("what stands in the way goes when somebody does something about it", () => {
    const begun = stepRig(rig([happens({ kind: "skin", packKey: "a", db: -19 })]), site, HOUR);
    expect(rigNow(begun, site, HOUR).rig.packs[0]!.extraDb).toBe(-19);
    expect(rigNow(rigFree(begun, "b"), site, HOUR).rig.packs[0]!.extraDb).toBe(-19);
    expect(rigNow(rigFree(begun, "a"), site, HOUR).rig.packs[0]!.extraDb ?? 0).toBe(0);
  });
  test("what acts once is done to the units", () => {
    const r = stepRig(
      rig([
        happens({ kind: "antenna", receiverKey: "r", antenna: "B" }),
        { ...happens({ kind: "muted", packKey: "a" }), id: "y" },
        { ...happens({ kind: "weak-cells", packKey: "b", leftHours: 0.1 }), id: "z" },
      ]),
      site,
      HOUR,
    );
    expect([r.receivers[0]!.deaf, r.packs[0]!.isMuted]).toEqual(["B", true]);
    expect(8 - usedHoursOf(r.packs[1]!.cells!, HOUR)).toBeCloseTo(0.1, 9);
  });
});

describe("the plot of a practice day", () => {
  const scene = (number: string, from: number, to: number, ...speakers: string[]): Scene => ({
    number,
    title: "",
    placeId: 1,
    startMs: from * HOUR,
    endMs: to * HOUR,
    speakers,
    isRepeatable: true,
  });
  const channels = ["A", "B", "C"].map((talker) => ({
    talker,
    packKey: `pack-${talker}`,
    receiverKey: talker === "C" ? "r2" : "r1",
  }));
  const scenes = [scene("1", 8, 10, "A", "B"), scene("2", 13, 15, "C")];
  test.each([[1], [2], [77]])(
    "twelve things, in order, in scenes, to those who speak in them, seed %i",
    (seed) => {
      const script = dayScript({ channels, scenes, seed });
      expect([script.length, new Set(script.map((h) => h.id)).size]).toEqual([
        SCRIPTED_EVENTS,
        SCRIPTED_EVENTS,
      ]);
      script.forEach((h, i) => {
        const inside = scenes.find((s) => h.fromMs >= s.startMs && h.fromMs <= s.endMs)!;
        expect(h.fromMs).toBeGreaterThanOrEqual(script[i - 1]?.fromMs ?? 0);
        const victim = "packKey" in h ? h.packKey : "nearPack" in h ? h.nearPack : null;
        if (victim) expect(inside.speakers).toContain(victim.slice(5));
      });
      expect(dayScript({ channels, scenes, seed })).toEqual(script);
    },
  );
  test("a day without scenes or people has none", () =>
    expect([
      dayScript({ channels, scenes: [], seed: 1 }),
      dayScript({ channels: [], scenes, seed: 1 }),
    ]).toEqual([[], []]));
});
