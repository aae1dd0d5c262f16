import { request as ask } from "node:http";
import { PORT_ELLERY_SITES } from "~/core/simulator/portEllery";
import { PORT_ELLERY_PLANS } from "~/core/simulator/portElleryPlans";
import type { LiveFrame } from "~/core/devices/readings";
import type { SweepChunk, SweepHead } from "~/core/devices/sweeping";
import type { Rig } from "~/core/simulator/rig";
import { httpRig } from "./httpRig.server";
import type { RigPort } from "./port.server";
import { type RigSimulator, startRigSimulator } from "./simulator/rigServer.server";
import type { SimulatorControl } from "./simulatorControl.server";
import { httpSimulator } from "./httpSimulator.server";

const tuning = [{ lowHz: 470e6, highHz: 474e6, stepHz: 25_000 }];
const figures = { bandwidthHz: 200_000, noiseFigureDb: 8, requiredSnrDb: 20, overloadDbm: -25 };
const rig = (): Rig => ({
  siteKey: "net-loft",
  receivers: [
    {
      key: "r",
      tuning,
      figures,
      sweep: { stepHz: 25_000, msPerStep: 35 },
      halvesHz: [471e6, 472e6],
    },
  ],
  packs: [
    {
      key: "p",
      tuning,
      frequencyHz: 470.5e6,
      powerMw: 50,
      isOn: false,
      isMuted: false,
      isMicPlugged: true,
      wear: "chest",
    },
    {
      key: "far",
      tuning: [{ lowHz: 566e6, highHz: 614e6, stepHz: 25_000 }],
      frequencyHz: 570e6,
      powerMw: 50,
      isOn: true,
      isMuted: false,
      isMicPlugged: true,
      wear: "chest",
    },
  ],
  scanners: [
    {
      key: "s",
      label: "Scanner",
      lowHz: 470e6,
      highHz: 480e6,
      stepHz: 12_500,
      msPerStep: 2,
      figures,
      readsDb: 3,
      lines: { everyHz: 2e6, levelDbm: -90 },
    },
  ],
});

/** What every adapter must hold. A real receiver's adapter gets a line here when it is written. */
describe.each([
  [
    "the simulator over HTTP",
    (speed: number) =>
      startRigSimulator({
        sites: PORT_ELLERY_SITES,
        initialRig: rig(),
        stateFile: null,
        speed,
        nowMs: () => 1_000_000,
      }),
  ],
])("%s", (_, start) => {
  let simulator: RigSimulator;
  let port: RigPort;
  let hands: SimulatorControl;
  beforeEach(async () => {
    simulator = await start(500);
    port = httpRig(simulator.url);
    hands = httpSimulator(simulator.url);
  });
  afterEach(() => simulator.close());

  test("a half goes where it is told and says so; the other half stays", async () => {
    expect(await port.tune("r", 0, 473_025_000)).toEqual({ ok: true, value: null });
    expect(await port.report()).toMatchObject({
      ok: true,
      value: { receivers: { r: { halvesHz: [473_025_000, 472e6] } } },
    });
  });

  test.each([
    ["outside its block", ["r", 0, 480e6], "outside-tuning"],
    ["between two steps", ["r", 0, 471_010_000], "off-grid"],
    ["not a number", ["r", 0, Number.NaN], "outside-tuning"],
    ["no such half", ["r", 5, 471e6], "no-such-unit"],
    ["no such receiver", ["x", 0, 471e6], "no-such-unit"],
  ] as const)("tuning %s is refused and changes nothing", async (_words, [key, half, hz], code) => {
    const before = await port.report();
    expect(await port.tune(key, half, hz)).toMatchObject({ ok: false, error: { code } });
    expect(await port.report()).toEqual(before);
  });

  test("a pack takes the half's frequency only when it is on and can go there", async () => {
    expect(await port.sync("r", 1, "p")).toMatchObject({
      ok: false,
      error: { code: "pack-is-off", key: "p" },
    });
    await hands.setPack("p", { isOn: true });
    expect(await port.sync("r", 1, "p")).toEqual({ ok: true, value: null });
    expect(await port.report()).toMatchObject({
      ok: true,
      value: { packs: { p: { frequencyHz: 472e6, isOn: true } } },
    });
    expect(await port.sync("r", 1, "far")).toMatchObject({
      ok: false,
      error: { code: "outside-tuning", lowHz: 566e6 },
    });
    expect(await port.sync("r", 1, "nobody")).toMatchObject({
      ok: false,
      error: { code: "no-such-unit" },
    });
  });

  test("what every half shows comes in about ten times a second, each moment with the next number, until it is not wanted any more", async () => {
    const frames: LiveFrame[] = [];
    const abort = new AbortController();
    const followed = port.follow((f) => frames.push(f), abort.signal);
    await new Promise((resolve) => setTimeout(resolve, 1300));
    abort.abort();
    expect(await followed).toMatchObject({ ok: false, error: { code: "stopped" } });
    expect(frames.length).toBeGreaterThan(5);
    expect(frames.slice(1).every((f, i) => f.number === frames[i]!.number + 1)).toBe(true);
    expect(frames[0]!.halves.map((h) => [h.receiverKey, h.half])).toEqual([
      ["r", 0],
      ["r", 1],
    ]);
    const count = frames.length;
    await new Promise((resolve) => setTimeout(resolve, 300));
    expect(frames).toHaveLength(count);
  });

  test("a line that breaks ends the following with a word, not with silence", async () => {
    const followed = port.follow(() => undefined, new AbortController().signal);
    await new Promise((resolve) => setTimeout(resolve, 300));
    simulator.dropConnections();
    expect(await followed).toMatchObject({ ok: false, error: { code: "device-unreachable" } });
  });

  test("what is to happen goes by the day's clock; a set that is empty takes its pack off the air until fresh cells are in", async () => {
    await hands.setClock(36_000_000);
    await hands.setPack("p", { isOn: true });
    await hands.setScript([
      { id: "m", fromMs: 36_500_000, untilMs: null, kind: "muted", packKey: "p" },
    ]);
    const muted = async () => {
      const r = await port.report();
      return r.ok && r.value.packs["p"]!.isMuted;
    };
    expect(await muted()).toBe(false);
    await hands.setClock(36_600_000);
    expect(await muted()).toBe(true);
    expect(await hands.script()).toMatchObject({
      ok: true,
      value: [{ id: "m", state: { isOver: true } }],
    });
    expect(await hands.free("nobody")).toMatchObject({
      ok: false,
      error: { code: "no-such-unit" },
    });
    await hands.setPack("p", { isFresh: true });
    const after = await port.report();
    expect(after.ok && after.value.packs["p"]!.isOn).toBe(false);
  });

  test("the meter: nothing with the pack off, RF and audio with it on, RF alone when muted", async () => {
    await hands.setPack("p", { isOn: true });
    await port.sync("r", 0, "p");
    const read = async () => {
      const reading = await port.meter("r", 0);
      if (!reading.ok) throw new Error(reading.error.code);
      return reading.value;
    };
    expect((await read()).rfADbm).toBeGreaterThan(-70);
    expect((await read()).hasAudio).toBe(true);
    await hands.setPack("p", { isMuted: true });
    expect(await read()).toMatchObject({ hasAudio: false });
    expect((await read()).rfBDbm).toBeGreaterThan(-70);
    await hands.setPack("p", { isOn: false });
    expect((await read()).rfADbm).toBeLessThan(-98);
    expect(await port.meter("r", 2)).toMatchObject({ ok: false, error: { code: "no-such-unit" } });
  });

  test("a sweep comes in order and whole, each pass", async () => {
    let head: SweepHead | null = null;
    const chunks: SweepChunk[] = [];
    const result = await port.sweep(
      "r",
      { passes: 2, stretch: null },
      (h) => {
        head = h;
      },
      (c) => chunks.push(c),
      new AbortController().signal,
    );
    expect(result).toEqual({ ok: true, value: null });
    expect(head).toMatchObject({ lowHz: 470e6, stepHz: 25_000, points: 161, passes: 2 });
    for (const pass of [0, 1]) {
      const mine = chunks.filter((c) => c.pass === pass);
      expect(mine.map((c) => c.fromIndex)).toEqual(
        mine.map((_c, i) => mine.slice(0, i).reduce((n, p) => n + p.levelsDbm.length, 0)),
      );
      expect(mine.reduce((n, c) => n + c.levelsDbm.length, 0)).toBe(161);
    }
  });

  test("a sweep can be stopped, and the receiver is free again", async () => {
    const slow = await start(2);
    const stop = new AbortController();
    const running = httpRig(slow.url).sweep(
      "r",
      { passes: 1, stretch: null },
      () => undefined,
      () => stop.abort(),
      stop.signal,
    );
    expect(await running).toEqual({ ok: false, error: { code: "stopped" } });
    expect((await httpRig(slow.url).tune("r", 0, 471e6)).ok).toBe(true);
    await slow.close();
  });

  test("a scanner sweeps its range or a stretch of it, reads its own way and leaves its lines; beyond its range it says so", async () => {
    const reported = await port.report();
    expect(reported).toMatchObject({
      ok: true,
      value: { scanners: [{ key: "s", lowHz: 470e6, highHz: 480e6, stepHz: 12_500 }] },
    });
    let head: SweepHead | null = null;
    const levels: number[] = [];
    await port.sweep(
      "s",
      { passes: 1, stretch: { lowHz: 473.99e6, highHz: 475e6 } },
      (h) => {
        head = h;
      },
      (c) => levels.push(...c.levelsDbm),
      new AbortController().signal,
    );
    expect(head).toMatchObject({ lowHz: 474e6, points: 81 });
    expect(levels[0]).toBeGreaterThan(-90);
    expect(levels[1]).toBeLessThan(-100);
    expect(
      await port.sweep(
        "s",
        { passes: 1, stretch: { lowHz: 600e6, highHz: 610e6 } },
        () => undefined,
        () => undefined,
        new AbortController().signal,
      ),
    ).toMatchObject({ ok: false, error: { code: "outside-tuning", highHz: 480e6 } });
  });

  test("a sweep goes on where it was after the connection dropped twice: each piece comes once", async () => {
    const slow = await start(60);
    const chunks: SweepChunk[] = [];
    const result = await httpRig(slow.url).sweep(
      "r",
      { passes: 1, stretch: null },
      () => undefined,
      (c) => {
        chunks.push(c);
        if (chunks.length === 1 || chunks.length === 2) slow.dropConnections();
      },
      new AbortController().signal,
    );
    expect(result).toEqual({ ok: true, value: null });
    expect(chunks.length).toBeGreaterThanOrEqual(1);
    expect(chunks.map((c) => c.fromIndex)).toEqual(
      chunks.map((_c, i) => chunks.slice(0, i).reduce((n, p) => n + p.levelsDbm.length, 0)),
    );
    expect(chunks.reduce((n, c) => n + c.levelsDbm.length, 0)).toBe(161);
    await slow.close();
  });

  test("a pack is walked only when it is there and on; another place is another air; two laps are not the same one", async () => {
    const { plan: make } = PORT_ELLERY_PLANS["net-loft"]!;
    const plan = make(() => null);
    const pack = {
      heightM: 1.3,
      frequencyHz: 471e6,
      txPowerDbm: 17,
      wear: "chest" as const,
      skinContact: false,
      sleeve: false,
      tiltDeg: 20,
      facingDeg: "along" as const,
    };
    const walk = (packKey: string, seed = 1) =>
      hands.walk({
        packKey,
        plan,
        walk: plan.walks[0]!,
        antennas: plan.antennas,
        pack,
        receiver: { figures, isDiversity: true },
        seed,
      });
    expect(await walk("p")).toMatchObject({ ok: false, error: { code: "pack-is-off", key: "p" } });
    expect(await walk("nobody")).toMatchObject({ ok: false, error: { code: "no-such-unit" } });
    await hands.setPack("p", { isOn: true });
    const [once, again, other] = [await walk("p"), await walk("p"), await walk("p", 2)];
    expect(once).toMatchObject({
      ok: true,
      value: { readings: expect.arrayContaining([expect.objectContaining({ atS: 0 })]) as unknown },
    });
    expect(again).toEqual(once);
    expect(other).not.toEqual(once);
    await hands.carryTo("quay");
    expect(await walk("p")).not.toEqual(once);
  });

  test("carried to another place it hears another air", async () => {
    expect(await hands.carryTo("nowhere")).toMatchObject({
      ok: false,
      error: { code: "no-such-unit" },
    });
    const levels = async () => {
      const all: number[] = [];
      await port.sweep(
        "r",
        { passes: 1, stretch: null },
        () => undefined,
        (c) => all.push(...c.levelsDbm),
        new AbortController().signal,
      );
      return all;
    };
    const loft = await levels();
    await hands.carryTo("quay");
    expect(await levels()).not.toEqual(loft);
  });
});

test("a receiver that does not answer is a value, not a crash", async () => {
  const gone = httpRig("http://127.0.0.1:9");
  expect(await gone.report()).toMatchObject({ ok: false, error: { code: "device-unreachable" } });
  expect(
    await gone.sweep(
      "r",
      { passes: 1, stretch: null },
      () => undefined,
      () => undefined,
      new AbortController().signal,
    ),
  ).toMatchObject({ ok: false, error: { code: "device-unreachable" } });
});

test("the simulated rig keeps its settings while it is off", async () => {
  const { mkdtempSync, rmSync, writeFileSync } = await import("node:fs");
  const { join } = await import("node:path");
  const { tmpdir } = await import("node:os");
  const folder = mkdtempSync(join(tmpdir(), "plain-channel-rig-"));
  const options = {
    sites: PORT_ELLERY_SITES,
    initialRig: rig(),
    stateFile: join(folder, "rig.json"),
    speed: 100,
    nowMs: () => 0,
  };
  const first = await startRigSimulator(options);
  await httpRig(first.url).tune("r", 0, 473e6);
  await first.close();
  const second = await startRigSimulator(options);
  expect(await httpRig(second.url).report()).toMatchObject({
    ok: true,
    value: { receivers: { r: { halvesHz: [473e6, 472e6] } } },
  });
  await second.close();
  writeFileSync(options.stateFile, "{ not json");
  const third = await startRigSimulator(options);
  expect((await httpRig(third.url).report()).ok).toBe(true);
  await third.close();
  rmSync(folder, { recursive: true });
});

test("an instrument answers programs on this computer, and no page, of this name or another", async () => {
  const simulator = await startRigSimulator({
    sites: PORT_ELLERY_SITES,
    initialRig: rig(),
    stateFile: null,
    speed: 500,
    nowMs: () => 0,
  });
  const status = (headers: Record<string, string>) =>
    new Promise<number>((resolve, reject) =>
      ask(`${simulator.url}/report`, { headers }, (r) => {
        r.resume();
        resolve(r.statusCode!);
      })
        .on("error", reject)
        .end(),
    );
  try {
    expect(await status({})).toBe(200);
    expect(await status({ origin: "http://127.0.0.1:4510" })).toBe(403);
    expect(await status({ "sec-fetch-site": "same-site" })).toBe(403);
    expect(await status({ host: "elsewhere.example" })).toBe(403);
  } finally {
    await simulator.close();
  }
});

test.each([
  ["nothing", "null"],
  ["another thing", '{"receivers":7}'],
  ["no JSON", "<html>"],
  ["units without their state", '{"receivers":{},"packs":{"p":{"isOn":"yes"}},"scanners":[]}'],
  [
    "a level beyond all levels",
    '{"rfADbm":1e300,"rfBDbm":0,"hasAudio":true,"audioDbfs":null,"partner":null}',
  ],
])("a device that answers %s is refused in words, and nothing throws", async (_, answer) => {
  const { createServer } = await import("node:http");
  const server = createServer((request, response) => {
    request.resume();
    response.setHeader(
      "content-type",
      request.url?.endsWith("frames") || request.url?.endsWith("events")
        ? "text/event-stream"
        : "application/json",
    );
    response.end(
      request.url?.endsWith("frames") ? `data: ${answer}\n\ndata: {"number":1}\n\n` : answer,
    );
  });
  await new Promise<void>((resolve) => server.listen(0, "127.0.0.1", resolve));
  const port = httpRig(`http://127.0.0.1:${(server.address() as { port: number }).port}`);
  const frames: LiveFrame[] = [];
  try {
    for (const asked of [
      port.report(),
      port.meter("r", 0),
      port.sweep(
        "s",
        { passes: 1, stretch: null },
        () => undefined,
        () => undefined,
        new AbortController().signal,
      ),
    ]) {
      const got = await asked;
      expect([got.ok, got.ok ? "" : got.error.code]).toEqual([
        false,
        expect.stringMatching(/^device-(nonsense|unreachable)$/),
      ]);
    }
    await port.follow((frame) => frames.push(frame), new AbortController().signal);
    expect(frames).toEqual([]);
  } finally {
    server.closeAllConnections();
    server.close();
  }
});
