import { existsSync, readdirSync } from "node:fs";
import { join } from "node:path";
import type { RouteConfigEntry } from "@react-router/dev/routes";
import routes from "~/app/routes";
import { dayIntents } from "~/app/routes/day/intents";
import { levelIntents } from "~/app/routes/level/intents";
import { pickIntents } from "~/app/routes/frequencies/intents";
import { ordinaryRig } from "~/core/report/rigCard";
import { emptyPlan } from "~/core/location/floorPlan";
import { rangeIntents } from "~/app/routes/range/intents";
import { placeIntents } from "~/app/routes/linkBudget/intents";
import { scanIntents } from "~/app/routes/scan/intents";
import { syncIntents } from "~/app/routes/sync/intents";
import { batteryIntents } from "~/app/routes/batteries/intents";
import { exerciseIntents } from "~/app/routes/exercise/intents";
import { keepIntents } from "~/app/routes/backups/intents";
import { logIntents } from "~/app/routes/log/intents";
import { movingIntents } from "~/app/routes/companyMove/intents";
import { rollIntents } from "~/app/routes/roll/intents";
import { channelOfDigits } from "~/app/routes/roll/useHitKey";
import { addressOf, screenAt, SHEETS, STAGES } from "~/app/routes/shared/addresses";
import { addressNow } from "~/server/http/oldAddresses.server";
import { wrapIntents } from "~/app/routes/wrapUp/intents";
import { dayIdOf, readIntent } from "~/app/routes/shared/reply.server";
import { airOf, limitLine, spectrumOf } from "~/app/features/air/spectrumOf";
import { chosenChannel } from "~/app/features/channel/ChannelChooser";
import { RASTERS } from "~/core/regulations/raster";
import { displayCookie, USUAL_DISPLAY } from "~/contract/schemas/displayChoices";
import { displayOf } from "~/contract/schemas/displaySettings";

const flatten = (list: RouteConfigEntry[], base = ""): { path: string; file: string }[] =>
  list.flatMap((r) => {
    const path = r.index ? `${base}/` : `${base}/${r.path ?? ""}`.replace(/\/+/g, "/");
    return [{ path, file: r.file }, ...flatten(r.children ?? [], path)];
  });

test("every address has one file, every file one address, every screen's folder is in the table", () => {
  const all = flatten(routes);
  expect(new Set(all.map((r) => r.path)).size).toBe(all.length);
  expect(new Set(all.map((r) => r.file)).size).toBe(all.length);
  for (const { file } of all) expect(existsSync(join("app", file))).toBe(true);
  const folders = readdirSync("app/routes", { withFileTypes: true })
    .filter((d) => d.isDirectory() && d.name !== "shared")
    .map((d) => d.name);
  expect(all.map((r) => r.file.split("/")[1]).sort()).toEqual(folders.sort());
});

test("the address of a day's screen is its folder's name, so that what leads there and what guards it mean the same", () => {
  const ofDay = routes.find((r) => r.path === "day/:dayId")?.children ?? [];
  for (const { path, file } of ofDay) {
    const screen = file.split("/")[1] ?? "";
    expect([addressOf(screen), screenAt(path)]).toEqual([path ?? "", screen]);
  }
  const led = [...STAGES, ...SHEETS.flatMap((s) => [...s.list])].map((s) => s.screen);
  expect(led.filter((s) => !ofDay.some((r) => r.file === `routes/${s}/route.tsx`))).toEqual([]);
});

test.each([
  ["/day/3/handed", "/day/3/assigned"],
  ["/day/3/walked.data?_routes=x", "/day/3/walk-test.data?_routes=x"],
  ["/day/12/cells.ics", "/day/12/batteries.ics"],
  ["/day/3/pick?at=490", "/day/3/frequencies?at=490"],
  ["/day/3/seen", "/day/3/observations"],
  ["/keep", "/backups"],
  ["/day/3/frequencies", null],
  ["/day/3", null],
  ["/day/3/toString", null],
  ["/day/x/handed", null],
  ["/assets/keep", null],
])("the old address %s is now %s", (old, now) => {
  expect(addressNow(old)).toBe(now);
});

const scanStart = {
  intent: "start",
  passes: 3,
  scannerKey: null,
  stretch: null,
  setting: "indoors",
  antenna: "",
};

describe("what comes in with a request is understood or refused, never guessed", () => {
  const setup = {
    wear: "chest",
    skinContact: false,
    sleeve: false,
    tiltDeg: 0,
    distanceM: 5,
    walls: [],
    antenna: "fin",
    feed: [],
    txPowerDbm: 17,
  };
  const settings = {
    effort: "soft",
    micDistanceM: 0.2,
    peakFactorDb: 18,
    gainDb: -27,
    outputDb: 0,
    inputGainDb: 0,
  };
  const detail = {
    loudestSplAt1mDb: 66,
    school: "low",
    aim: "minus-20",
    measured: null,
    looked: [],
  };
  const proposal = {
    basePlanVersion: 0,
    sweepId: null,
    profile: "normal",
    picks: [{ channelId: 1, frequencyHz: 500_000_000, isLocked: false }],
    allows: { usesTogether: false, allowsBuried: false },
    how: "found",
    spares: [],
  };
  test.each([
    ["day", dayIntents, { intent: "move-to", placeId: 2 }, { intent: "move-to", placeId: "2" }],
    ["day", dayIntents, { intent: "clock-on", minutes: 15 }, { intent: "clock-on", minutes: -15 }],
    ["scan", scanIntents, scanStart, { ...scanStart, passes: 0 }],
    [
      "scan",
      scanIntents,
      { ...scanStart, passes: null, stretch: { lowHz: 480e6, highHz: 490e6 } },
      { ...scanStart, stretch: { lowHz: 490e6, highHz: 480e6 } },
    ],
    [
      "pick",
      pickIntents,
      { intent: "accept", proposal },
      {
        intent: "accept",
        proposal: { ...proposal, picks: [{ channelId: 1, frequencyHz: 500.5, isLocked: false }] },
      },
    ],
    [
      "pick",
      pickIntents,
      { intent: "restore", version: 1, basePlanVersion: 2 },
      { intent: "restore", version: 0, basePlanVersion: 2 },
    ],
    ["sync", syncIntents, { intent: "prove", channelId: 1 }, { intent: "prove" }],
    [
      "sync",
      syncIntents,
      { intent: "handle-pack", packKey: "p", change: { isOn: true } },
      { intent: "handle-pack", packKey: "", change: {} },
    ],
    [
      "level",
      levelIntents,
      {
        intent: "keep",
        channelId: 1,
        expectedVersion: 1,
        microphoneId: "pebble",
        settings,
        detail,
      },
      {
        intent: "keep",
        channelId: 1,
        expectedVersion: 1,
        microphoneId: "pebble",
        settings: { ...settings, micDistanceM: 0 },
        detail,
      },
    ],
    [
      "level",
      levelIntents,
      {
        intent: "keep",
        channelId: 1,
        expectedVersion: 1,
        microphoneId: "pebble",
        settings,
        detail: {
          ...detail,
          measured: { peakDbfs: -9, voiceDbfs: null, pausesDbfs: -70, found: ["rub"] },
        },
      },
      {
        intent: "keep",
        channelId: 1,
        expectedVersion: 1,
        microphoneId: "pebble",
        settings,
        detail: { ...detail, school: "loudest" },
      },
    ],
    [
      "range",
      rangeIntents,
      {
        intent: "keep",
        expectedVersion: 0,
        placeId: 1,
        plan: emptyPlan({ model: "indoor", room: "office" }),
        picture: null,
        how: "",
      },
      {
        intent: "keep",
        expectedVersion: 0,
        placeId: 1,
        plan: { ...emptyPlan({ model: "indoor", room: "office" }), widthM: 0 },
        picture: null,
        how: "",
      },
    ],
    [
      "range",
      rangeIntents,
      { intent: "rig", expectedVersion: 0, rig: ordinaryRig(1) },
      { intent: "rig", expectedVersion: 0, rig: { ...ordinaryRig(1), cautions: ["fire"] } },
    ],
    [
      "place",
      placeIntents,
      { intent: "keep", channelId: 1, expectedVersion: 1, setup },
      {
        intent: "keep",
        channelId: 1,
        expectedVersion: 1,
        setup: { ...setup, walls: [{ material: "paper", thicknessM: 1 }] },
      },
    ],
    [
      "roll",
      rollIntents,
      { intent: "hit", channelId: 1, agoMs: 400, idempotencyKey: "h" },
      { intent: "hit", channelId: 1, agoMs: -1, idempotencyKey: "h" },
    ],
    [
      "roll",
      rollIntents,
      { intent: "answer", hitId: 1, answer: "retune" },
      { intent: "answer", hitId: 1, answer: "pray" },
    ],
    [
      "log",
      logIntents,
      { intent: "correct", ofKey: "event-1", text: "x", idempotencyKey: null },
      { intent: "correct", ofKey: "", text: "x", idempotencyKey: null },
    ],
    [
      "cells",
      batteryIntents,
      { intent: "fresh", packKey: "p", chemistry: "nimh" },
      { intent: "fresh", packKey: "p", chemistry: "zinc-carbon" },
    ],
    [
      "cells",
      batteryIntents,
      {
        intent: "rule",
        expectedVersion: 0,
        rule: {
          policy: "fresh",
          reserveHours: 1,
          packsOn: "through",
          breaks: [{ startMs: 0, endMs: 1 }],
        },
      },
      {
        intent: "rule",
        expectedVersion: 0,
        rule: {
          policy: "fresh",
          reserveHours: 1,
          packsOn: "through",
          breaks: [{ startMs: 1, endMs: 1 }],
        },
      },
    ],
    [
      "moving",
      movingIntents,
      { intent: "join", talker: "Oswin" },
      { intent: "join", talker: "  " },
    ],
    [
      "exercise",
      exerciseIntents,
      { intent: "keep", kind: "air", seed: 12, points: 80, bestPoints: 100 },
      { intent: "keep", kind: "air", seed: 12, points: 180, bestPoints: 100 },
    ],
    [
      "keep",
      keepIntents,
      { intent: "restore", name: "practice-2027.sqlite" },
      { intent: "restore", name: "" },
    ],
    [
      "wrap",
      wrapIntents,
      { intent: "tick", step: "off a", isDone: true },
      { intent: "tick", step: "off a" },
    ],
  ] as const)("%s", (_, intents, good, bad) => {
    expect(intents.safeParse(good).success).toBe(true);
    expect(intents.safeParse(bad).success).toBe(false);
  });

  test("a body that is not JSON, or not an intent, is a 400 that says that nothing was changed", async () => {
    for (const body of ["", "{", "[]", '{"intent":"explode"}']) {
      const read = await readIntent(
        new Request("http://127.0.0.1/", { method: "POST", body }),
        dayIntents,
      );
      expect(read.ok).toBe(false);
      if (!read.ok)
        expect([read.reply.init?.status, read.reply.data.message]).toEqual([
          400,
          expect.stringMatching(/Nothing was changed\.$/),
        ]);
    }
  });

  test.each(["abc", "-1", "1.5", "", "99999999999"])("a day called %p is not there", (dayId) => {
    expect(() => dayIdOf({ dayId })).toThrow();
    expect(dayIdOf({ dayId: "12" })).toBe(12);
  });
});

test("digits of a hit: sure where no longer number begins with them", () => {
  expect(channelOfDigits("2", [1, 2, 3])).toEqual({ sure: 2, may: [2] });
  expect(channelOfDigits("1", [1, 2, 10, 16])).toEqual({ sure: null, may: [1, 10, 16] });
  expect(channelOfDigits("16", [1, 2, 10, 16])).toEqual({ sure: 16, may: [16] });
  expect(channelOfDigits("9", [1, 2])).toEqual({ sure: null, may: [] });
});

describe("what screens share", () => {
  const law = {
    windows: [
      { lowHz: 470e6, highHz: 480e6 },
      { lowHz: 490e6, highHz: 500e6 },
    ],
    taken: [{ channel: 22, lowHz: 478e6, highHz: 486e6, reason: "r" }],
    open: [],
    raster: RASTERS["EU-8"],
    maxNoiseDbm: -95,
    limit: null,
    unruled: [],
    regionTitle: "",
    advice: "",
    licence: "",
  };
  test("the spine shows all that is tuned; what the law closes is hatched between its windows and beyond", () => {
    const spectrum = spectrumOf([
      { tuning: [{ lowHz: 475e6, highHz: 505e6 }] },
      { tuning: [] },
      { tuning: [{ lowHz: 480e6, highHz: 510e6 }] },
    ]);
    expect(spectrum).toEqual({ lowHz: 475e6, highHz: 510e6 });
    const { taken, floor, traces } = airOf(spectrum, null, law);
    expect(taken.map((t) => [t.kind, t.lowHz / 1e6, t.highHz / 1e6])).toEqual([
      ["law", 480, 490],
      ["law", 500, 510],
      ["tv", 478, 486],
    ]);
    expect([floor, traces]).toEqual([null, []]);
    expect(spectrumOf([])).toEqual({ lowHz: 470e6, highHz: 694e6 });
  });
  test("a channel's limit brought to one step", () =>
    expect(
      [limitLine(-95, 25_000), limitLine(-95, 200_000)].map((l) => Math.round(l.binDbm)),
    ).toEqual([-104, -95]));
  test("the channel that is asked for, else the first that is open, else the first", () => {
    const channels = [
      { id: 1, done: true },
      { id: 2, done: false },
      { id: 3, done: false },
    ];
    const isOpen = (c: { done: boolean }) => !c.done;
    expect([
      chosenChannel(channels, "3", isOpen)?.id,
      chosenChannel(channels, "9", isOpen)?.id,
      chosenChannel(channels, null, isOpen)?.id,
      chosenChannel(channels, null, () => false)?.id,
      chosenChannel<(typeof channels)[number]>([], null, isOpen)?.id,
    ]).toEqual([3, 2, 2, 1, undefined]);
  });
  test("what a browser chose is read back; what it never chose is usual", () => {
    expect([
      displayOf(null).theme,
      displayOf("a=b; plain-channel-theme=night; c=d").theme,
      displayOf("plain-channel-display=%7Bnonsense").theme,
      displayOf("x-plain-channel-theme=night").theme,
    ]).toEqual(["system", "night", "system", "system"]);
    const chosen = { ...displayOf(null), clock: "12", level: "dbuv" } as const;
    expect(displayOf(displayCookie(chosen).split(";")[0]!)).toEqual(chosen);
    // what a later version may write falls back by itself, the rest stays
    expect(
      displayOf(`plain-channel-display=${encodeURIComponent('{"theme":"sepia","clock":"12"}')}`),
    ).toEqual({ ...USUAL_DISPLAY, clock: "12" });
    expect(displayOf(null, "en-US,en;q=0.9")).toEqual({
      ...USUAL_DISPLAY,
      clock: "12",
      date: "mdy",
    });
  });
});
