import { ordinaryRig } from "~/core/report/rigCard";
import { walkForecast } from "~/core/location/forecast";
import { linkCorrections } from "~/core/location/linkWalk";
import { walkedResults, walkTest } from "~/core/location/walkTest";
import { defaultSetup } from "~/core/kit/setups";
import { linkBudget } from "~/core/radio/link";
import { pathQuestion } from "~/core/radio/pathSetup";
import { practiceWalk } from "~/server/services/training/practiceWalk.server";
import {
  keepFit,
  keepPlace,
  keepRange,
  linksHere,
} from "~/server/services/range/placeChecks.server";
import {
  beginDrawing,
  keepDrawing,
  keepPicture,
  keepRig,
  pictureOf,
  placeRange,
  undoDrawings,
  undoRigs,
} from "~/server/services/range/placePlans.server";
import { getDayView } from "~/server/services/day/dayView.server";
import { addPlace } from "~/server/services/prep/places.server";
import { newestList } from "~/server/services/prep/versionedLists.server";
import { moveTo } from "~/server/services/day/moves.server";
import { acceptFound, practiceApp, type PracticeApp, scanToEnd } from "./practiceApp";

/** A room for a link that nobody drew. */
const LOFT = {
  model: "indoor",
  room: "office",
  distanceM: 14,
  txHeightM: 1.1,
  rxHeightM: 1.8,
} as const;
let practice: PracticeApp;
beforeAll(async () => {
  practice = await practiceApp();
});
afterAll(() => practice.stop());

async function range() {
  const read = await placeRange(practice.app, practice.dayId);
  if (!read.ok) throw new Error(read.error.code);
  return read.value;
}
const code = (r: { ok: boolean; error?: { code: string } }) => (r.ok ? "ok" : r.error!.code);

test("the practice day comes with its places drawn, and everybody who walks there carries what the day says", async () => {
  const { drawing, walkers, version } = await range();
  expect(version).toBe(1);
  expect(
    drawing!.plan.walks.map((w) => walkers.find((x) => x.channelId === w.channelId)?.talker),
  ).toEqual(["Marit", "Tobiah", "Agnete"]);
  expect(walkers.find((w) => w.talker === "Nils")).toMatchObject({
    mostMw: 30,
    law: { maxEirpMw: 50 },
  });
});

test("a plan is kept whole or not at all: nothing senseless, nothing over what somebody else drew; and back", async () => {
  const { drawing, version, placeId } = await range();
  const plan = { ...drawing!.plan, walls: drawing!.plan.walls.slice(1) };
  const keep = (change: object, expectedVersion = version) =>
    keepDrawing(practice.app, practice.dayId, {
      expectedVersion,
      placeId,
      plan: { ...plan, ...change },
      picture: null,
      how: "test",
    });
  expect(
    code(
      await keep({
        walls: [{ id: "w", x1: 1, y1: 1, x2: 1, y2: 1, material: "brick", thicknessM: 0.1 }],
      }),
    ),
  ).toBe("drawing-refused");
  expect(
    code(
      await keepDrawing(practice.app, practice.dayId, {
        expectedVersion: version,
        placeId,
        plan,
        picture: { id: 99, x: 0, y: 0, widthM: 5, heightM: 5 },
        how: "",
      }),
    ),
  ).toBe("not-found");
  expect(code(await keep({}))).toBe("ok");
  expect(code(await keep({}))).toBe("list-changed");
  expect((await range()).drawing!.plan.walls).toHaveLength(plan.walls.length);
  expect(code(await undoDrawings(practice.app, practice.dayId, version + 1))).toBe("ok");
  expect((await range()).drawing!.plan).toEqual(drawing!.plan);
});

test("a picture is known by its own bytes, and is given back as it came", async () => {
  const { app, dayId } = practice;
  const png = Uint8Array.from([0x89, 0x50, 0x4e, 0x47, 1, 2, 3]);
  const kept = await keepPicture(app, dayId, png);
  expect(kept.ok && (await pictureOf(app, dayId, kept.value))).toEqual({
    ok: true,
    value: { type: "image/png", bytes: Buffer.from(png) },
  });
  expect(
    code(await keepPicture(app, dayId, new TextEncoder().encode("<svg onload=alert(1)>"))),
  ).toBe("picture-refused");
  expect(code(await keepPicture(app, dayId, new Uint8Array(9 * 1024 * 1024)))).toBe(
    "picture-refused",
  );
  expect(code(await pictureOf(app, dayId, 12345))).toBe("not-found");
});

test("kept for everybody, it stands as their check of this place; who has no walk stays open", async () => {
  const { app, dayId } = practice;
  expect(await keepRange(app, dayId)).toMatchObject({ ok: true, value: "three channels" });
  const view = await getDayView(app, dayId);
  if (!view.ok) throw new Error(view.error.code);
  const of = (talker: string) => view.value.channels.find((c) => c.talker === talker)!;
  expect(of("Irsa").state.place.code).toBe("not-checked");
  const { drawing, walkers } = await range();
  const walker = walkers.find((w) => w.talker === "Agnete")!;
  const said = walkForecast(
    drawing!.plan,
    drawing!.plan.walks.find((w) => w.channelId === walker.channelId)!,
    walker.pack,
    drawing!.plan.antennas,
    walker.receiver,
  );
  expect(of("Agnete").placeCheckHere!.marginDb).toBeCloseTo(said.worstMarginDb, 6);
});

test("practice walks only with a pack that is on; what it read corrects this place, and what is reckoned after goes by it", async () => {
  const { app, dayId } = practice;
  const { drawing, walkers, version, placeId } = await range();
  const { plan } = drawing!;
  const walker = walkers.find((w) => w.talker === "Agnete")!;
  const walk = plan.walks.find((w) => w.channelId === walker.channelId)!;
  const asked = { walkId: walk.id, channelId: walker.channelId, seed: 5 };
  expect(code(await practiceWalk(app, dayId, asked))).toBe("device");
  await app.simulator!.setPack("pack-d", { isOn: true });
  const walked = await practiceWalk(app, dayId, asked);
  if (!walked.ok) throw new Error(walked.error.code);
  expect(walked.value.readings.length).toBeGreaterThan(40);
  expect(code(await practiceWalk(app, dayId, { ...asked, walkId: "nowhere" }))).toBe("not-found");
  const { fit } = walkTest(plan, plan.antennas, [
    { walk, pack: walker.pack, receiver: walker.receiver, readings: walked.value.readings },
  ]);
  expect(fit.biasDb).toBeLessThan(0);
  expect(
    code(await keepFit(app, dayId, { expectedVersion: version, placeId, fit, walked: [] })),
  ).toBe("ok");
  const after = await range();
  expect(after.drawing!.plan.fit!.general!.db).toBeCloseTo(fit.general!.db, 9);
  const worst = (p: typeof plan) =>
    walkForecast(p, walk, walker.pack, p.antennas, walker.receiver).worstMarginDb;
  expect(worst(after.drawing!.plan)).toBeLessThan(worst(plan));
  expect(
    code(
      await keepFit(app, dayId, { expectedVersion: after.version, placeId, fit: null, walked: [] }),
    ),
  ).toBe("ok");
});

test("a walk that dropped stands on the day, whatever the model says, until it is walked again; undo and forget take it with them; one link tells the same as the plan", async () => {
  const { app, dayId } = practice;
  const stateOf = async (talker: string) => {
    const view = await getDayView(app, dayId);
    if (!view.ok) throw new Error(view.error.code);
    const c = view.value.channels.find((x) => x.talker === talker)!;
    const { geometry } = view.value.places.find((p) => p.id === view.value.day.currentPlaceId)!;
    return { ...c.state.place, check: c.placeCheckHere!, geometry };
  };
  await keepRange(app, dayId);
  expect(["in-range", "thin"]).toContain((await stateOf("Agnete")).code);
  const before = await range();
  const { plan } = before.drawing!;
  const walker = before.walkers.find((w) => w.talker === "Agnete")!;
  const { channelId, pack, receiver } = walker;
  const walk = plan.walks.find((w) => w.channelId === channelId)!;
  const seen = {
    points: [5, 8, 11].map((atM) => ({ atM, sign: "dropped" as const })),
    heldToM: null,
  };
  const tested = { walk, pack, receiver, readings: [], seen };
  const { fit, windows } = walkTest(plan, plan.antennas, [tested]);
  const walked = [{ channelId, ...walkedResults([tested], windows).get(walk.id)! }];
  const keep = (expectedVersion: number, ofFit: typeof fit | null) =>
    keepFit(app, dayId, { expectedVersion, placeId: before.placeId, fit: ofFit, walked });
  expect(code(await keep(before.version, fit))).toBe("ok");
  expect(await stateOf("Agnete")).toMatchObject({ code: "dropped", drops: 3, atM: 5 });
  expect((await stateOf("Marit")).code).not.toBe("dropped");
  // by the corrected model alone nobody says that it holds now
  await keepRange(app, dayId);
  expect((await stateOf("Agnete")).code).toBe("walk-again");
  const link = await linksHere(app, dayId);
  if (!link.ok) throw new Error(link.error.code);
  const { check, geometry } = await stateOf("Agnete");
  const found = link.value[channelId]!;
  const alone = linkBudget(
    pathQuestion(geometry, check.setup, found.receiver.figures, check.frequencyHz, {
      corrections: linkCorrections(found, check.setup),
      ...(found.interference ? { interference: found.interference } : {}),
    }),
  );
  expect(alone.marginDb).toBeCloseTo(check.marginDb, 6);
  // what was kept meanwhile by the corrected model stays
  expect(code(await undoDrawings(app, dayId, before.version + 1))).toBe("ok");
  expect(["in-range", "thin"]).toContain((await stateOf("Agnete")).code);
  expect(code(await keep(before.version + 2, fit))).toBe("ok");
  expect((await stateOf("Agnete")).code).toBe("dropped");
  expect(code(await keep(before.version + 3, null))).toBe("ok");
  expect(["in-range", "thin"]).toContain((await stateOf("Agnete")).code);
  expect(code(await undoDrawings(app, dayId, before.version + 4))).toBe("ok");
  expect((await stateOf("Agnete")).code).toBe("dropped");
  await keep(before.version + 5, null);
});

test("a walk away from the antennas without a plan: what dropped stands on the day and corrects the link; one of no length is taken, not crashed on", async () => {
  const { app, dayId } = practice;
  const view = async () => {
    const got = await getDayView(app, dayId);
    if (!got.ok) throw new Error(got.error.code);
    return got.value.channels.find((c) => c.talker === "Irsa")!;
  };
  const before = await view();
  const setup = (await range()).walkers.find((w) => w.talker === "Irsa")!.pack;
  const keep = async (atM: number) => {
    const c = await view();
    return keepPlace(app, dayId, {
      channelId: c.id,
      expectedVersion: c.version,
      setup: {
        ...defaultSetup({ ...LOFT, walls: [] }, c.wear, 50),
        txPowerDbm: setup.txPowerDbm,
        distanceM: 30,
      },
      walk: { points: [{ atM, sign: "dropped" }], heldToM: atM },
    });
  };
  expect(before.state.place.code).toBe("not-checked");
  expect(code(await keep(0))).toBe("ok");
  expect(code(await keep(22))).toBe("ok");
  const after = await view();
  expect(after.state.place).toMatchObject({ code: "dropped", drops: 1, atM: 22 });
  expect(after.placeCheckHere!.general!.db).toBeLessThan(0);
});

test("how a talker is rigged goes into the range: an antenna on skin costs nine decibels, a sleeve gives seven back", async () => {
  const { app, dayId } = practice;
  const margin = async () => {
    const { drawing, walkers } = await range();
    const w = walkers.find((x) => x.talker === "Marit")!;
    return walkForecast(
      drawing!.plan,
      drawing!.plan.walks[0]!,
      w.pack,
      drawing!.plan.antennas,
      w.receiver,
    ).worstMarginDb;
  };
  const { walkers } = await range();
  const { channelId } = walkers.find((w) => w.talker === "Marit")!;
  const before = await margin();
  expect(
    await keepRig(app, dayId, {
      expectedVersion: 0,
      rig: { ...ordinaryRig(channelId), skinContact: true },
    }),
  ).toMatchObject({ ok: true, value: "Marit" });
  expect(before - (await margin())).toBeCloseTo(9, 6);
  expect(code(await keepRig(app, dayId, { expectedVersion: 0, rig: ordinaryRig(channelId) }))).toBe(
    "list-changed",
  );
  await keepRig(app, dayId, {
    expectedVersion: 1,
    rig: { ...ordinaryRig(channelId), skinContact: true, sleeve: true },
  });
  expect(before - (await margin())).toBeCloseTo(2, 6);
  await keepRig(app, dayId, {
    expectedVersion: 2,
    rig: { ...ordinaryRig(channelId), whip: "coiled" },
  });
  expect(before - (await margin())).toBeCloseTo(10, 6);
  expect(code(await undoRigs(app, dayId, 3))).toBe("ok");
  expect(before - (await margin())).toBeCloseTo(2, 6);
  expect(code(await keepRig(app, dayId, { expectedVersion: 4, rig: ordinaryRig(4711) }))).toBe(
    "not-found",
  );
});

test("once a place is scanned, its air is in the way of everybody as much as the receiver's own noise; of a plan that is clear no product is", async () => {
  const before = await range();
  expect(before.walkers.every((w) => w.pack.interference === undefined && !w.isPicked)).toBe(true);
  const { app } = practice;
  for (const key of ["pack-c", "pack-d"]) await app.simulator!.setPack(key, { isOn: false });
  expect((await scanToEnd(practice)).type).toBe("stored");
  await acceptFound(practice);
  const after = await range();
  for (const w of after.walkers.filter((x) => x.isPicked)) {
    expect(w.pack.interference).toEqual([
      {
        label: "noise of this location, as scanned",
        dbm: expect.any(Number) as number,
        isFromAround: true,
      },
    ]);
    expect(w.pack.interference![0]!.dbm).toBeLessThanOrEqual(-95);
  }
  const worst = ({ drawing, walkers }: typeof after) => {
    const w = walkers.find((x) => x.talker === "Agnete")!;
    const { plan } = drawing!;
    return walkForecast(
      plan,
      plan.walks.find((k) => k.channelId === w.channelId)!,
      w.pack,
      plan.antennas,
      w.receiver,
    ).worstMarginDb;
  };
  expect(worst(after)).toBeLessThan(worst(before) - 1);
});

test("a place that nobody drew begins as an empty sheet of its size", async () => {
  const { app, dayId } = practice;
  const { version } = await newestList(app, "places", dayId);
  await addPlace(app, dayId, {
    expectedVersion: version,
    place: {
      name: "Fish market",
      note: "",
      startMs: 20 * 3_600_000,
      endMs: 21 * 3_600_000,
      siteKey: null,
      position: null,
      sketch: { setting: "indoors", walls: "concrete", wallCount: 2, distanceM: 24 },
    },
  });
  const place = (await newestList(app, "places", dayId)).items.at(-1)!;
  await moveTo(app, dayId, place.id);
  const empty = await range();
  expect(empty.drawing).toBeNull();
  expect(code(await keepRange(app, dayId))).toBe("not-found");
  expect(
    code(await beginDrawing(app, dayId, { expectedVersion: empty.version, placeId: place.id })),
  ).toBe("ok");
  const { plan } = (await range()).drawing!;
  // as large as the place, and nothing in it that nobody put there
  expect(plan.widthM).toBe(30);
  expect([plan.walls, plan.walks, plan.antennas, plan.cart]).toEqual([[], [], [], null]);
});

test("a day keeps so many pictures and no more; the plan is as it was", async () => {
  const { app, dayId } = practice;
  const png = Uint8Array.from([0x89, 0x50, 0x4e, 0x47, 1]);
  let kept = 0;
  for (let i = 0; i < 61; i += 1) if ((await keepPicture(app, dayId, png)).ok) kept += 1;
  expect(kept).toBeLessThanOrEqual(60);
  expect(await keepPicture(app, dayId, png)).toMatchObject({
    ok: false,
    error: { code: "picture-refused", why: "many" },
  });
});
