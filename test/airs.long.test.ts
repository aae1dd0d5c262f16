import { airHeadline, airSentences } from "~/contract/messages/scan";
import { PORT_ELLERY_SITES } from "~/core/simulator/portEllery";
import {
  airViewOf,
  elsewhereOf,
  lawViewOf,
  quietViewOf,
} from "~/server/services/scan/airViews.server";
import { loadDay } from "~/server/services/day/dayView.server";
import { moveTo } from "~/server/services/day/moves.server";
import { coordinate } from "~/core/coordination/search/coordinate";
import { verifySet } from "~/core/coordination/rules/verify";
import { requestForAll } from "~/core/coordination/problem/wholeDay";
import {
  pickBasis,
  placeRequests,
  scannedPlaces,
} from "~/server/services/frequencies/plans.server";
import { describeScan, setRescanRule } from "~/server/services/scan/scans.server";
import { allPacksOff } from "~/server/services/sync/syncs.server";
import { practiceApp, type PracticeApp, scanToEnd } from "./practiceApp";

let practice: PracticeApp;
beforeAll(async () => {
  practice = await practiceApp(2000);
  await allPacksOff(practice.app, practice.dayId);
});
afterAll(() => practice.stop());

const seen = async () => {
  const loaded = (await loadDay(practice.app, practice.dayId))!;
  const basis = await pickBasis(practice.app, loaded, "normal");
  return {
    loaded,
    basis,
    air: await airViewOf(practice.app, basis),
    law: lawViewOf(loaded, basis),
    quiet: quietViewOf(loaded, basis),
  };
};

test("on the four airs the lines say what is there: every station, carrier and hump of the made-up truth, and nothing else", async () => {
  const spectrum = { lowHz: 470e6, highHz: 566e6 };
  const lines: string[] = [];
  for (const [i, site] of PORT_ELLERY_SITES.entries()) {
    const { loaded } = await seen();
    if (i > 0)
      expect((await moveTo(practice.app, practice.dayId, loaded.places[i]!.id)).ok).toBe(true);
    if (i === 1)
      expect(
        await elsewhereOf(practice.app, (await seen()).loaded, (await seen()).basis),
      ).toMatchObject({ place: "Net loft", setting: "indoors", isSamePlace: false });
    await scanToEnd(practice, { passes: 10 });
    const { air, law, quiet } = await seen();
    const registered = loaded.stations.map((s) => s.channel);
    const headline = airHeadline(law.open, quiet!.ranges, loaded.stored.length);
    const words = airSentences(air!, spectrum, registered);
    lines.push(headline);
    // stations whose 8 MHz stand over the floor of 25 kHz steps
    const strong = site.air.stations.filter(
      (s) => s.levelDbm - 10 * Math.log10(8e6 / 25_000) > site.air.noiseDbmPer200kHz - 9 + 6,
    );
    expect(air!.tv.filter((t) => t.state === "busy").map((t) => t.channel)).toEqual(
      strong.map((s) => s.channel),
    );
    for (const s of strong.filter((x) => !registered.includes(x.channel)))
      expect(words).toMatch(new RegExp(`TV ${s.channel}.* on no list`));
    expect(words.includes("roadband noise")).toBe(site.air.broadband.length > 0);
    const found = air!.carriers
      .filter((c) => !c.isSpur)
      .map((c) => c.frequencyHz)
      .sort((a, b) => a - b);
    // what stands inside a station cannot be told apart from it
    const wanted = site.air.carriers
      .filter(
        (c) =>
          !strong.some((t) => c.frequencyHz > t.lowHz && c.frequencyHz < t.highHz) &&
          !site.air.broadband.some((h) => Math.abs(h.centreHz - c.frequencyHz) < h.widthHz),
      )
      .map((c) => c.frequencyHz)
      .sort((a, b) => a - b);
    expect(found.map((hz) => wanted.find((w) => Math.abs(w - hz) <= 25_000))).toEqual(wanted);
    if (wanted.includes(515_250_000))
      expect(words).toMatch(/Now and then: 515\.250 \(\d\d % of the time\)/);
    expect(words).not.toContain("One look each");
  }
  expect(lines[0]).toMatch(/^\d\d MHz quiet and free, quietest at 5\d\d(\.\d)?–5\d\d(\.\d)?$/);
  expect(new Set(lines).size).toBe(4);
}, 60_000);

test("one set for the whole day: found, and clear at each of the four places by its own scan", async () => {
  const { loaded } = await seen();
  expect(scannedPlaces(loaded).map((p) => p.name)).toEqual(loaded.places.map((p) => p.name));
  const request = requestForAll(await placeRequests(practice.app, loaded, "normal"));
  const { assignments, unplaced } = coordinate(
    { ...request, timeLimitMs: 3000 },
    { now: () => performance.now() },
  );
  expect(unplaced).toEqual([]);
  for (const place of loaded.places) {
    await moveTo(practice.app, practice.dayId, place.id);
    const there = (await seen()).basis.request;
    expect([
      place.name,
      verifySet(
        there,
        {
          picks: assignments.map(({ channelId, frequencyHz }) => ({ channelId, frequencyHz })),
          spares: [],
        },
        null,
      ).picks,
    ]).toEqual([place.name, []]);
  }
}, 30_000);

test("a correction moves what follows; with a daily rule one scan counts elsewhere too", async () => {
  const { air, loaded, basis } = await seen();
  const undo = await describeScan(practice.app, practice.dayId, {
    sweepId: air!.sweepId,
    source: "spectrum meter",
    setup: { ...air!.setup, correctionDb: 6, resolutionHz: 50_000 },
  });
  const after = (await seen()).air!;
  // 6 dB up, and the half of what a filter of two steps counts taken out (with its noise bandwidth,
  // 3.3 dB)
  expect(after.noiseFloorDbm - air!.noiseFloorDbm).toBeCloseTo(6 - 3.26, 1);
  expect(after.source).toBe("spectrum meter");
  expect(undo.ok && undo.value.before.source).toBe(air!.source);
  expect(await setRescanRule(practice.app, practice.dayId, "daily")).toEqual({
    ok: true,
    value: "each-move",
  });
  await moveTo(practice.app, practice.dayId, loaded.places[0]!.id);
  expect((await seen()).basis.sweep?.id).toBe(basis.sweep!.id);
  await setRescanRule(practice.app, practice.dayId, "each-move");
  expect((await seen()).basis.sweep?.id).not.toBe(basis.sweep!.id);
});
