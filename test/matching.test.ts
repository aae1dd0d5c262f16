import type { Chain } from "~/core/kit/chains";
import { recast } from "~/core/coordination/changing/recast";
import { coordinate } from "~/core/coordination/search/coordinate";
import { carrierId } from "~/core/coordination/problem/dayProblem";
import { loadDay } from "~/server/services/day/dayView.server";
import { offeredMoves, putOnUnits } from "~/server/services/frequencies/recast.server";
import { pickBasis } from "~/server/services/frequencies/plans.server";
import { addUnit } from "~/server/services/prep/kits.server";
import { getPreparation } from "~/server/services/prep/preparation.server";
import { addTalker } from "~/server/services/prep/talkers.server";
import { getVersions } from "~/server/services/prep/versions.server";
import { newShoot } from "~/server/services/shoots/shoots.server";
import { ownApp } from "./practiceApp";

const EVE = new Date(2027, 4, 3, 19, 40).getTime();
let own: Awaited<ReturnType<typeof ownApp>>;
let dayId: number;
let version: number;
const put = async (...modelIds: string[]) => {
  for (const modelId of modelIds) {
    const added = await addUnit(own.app, dayId, { modelId, expectedVersion: version });
    expect(added.ok).toBe(true);
    version += 1;
  }
};
const day = async () => (await loadDay(own.app, dayId))!;

/** Five wear packs of four numbers; a receiver of another block stands beside them unused. */
beforeEach(async () => {
  own = await ownApp(EVE);
  const made = await newShoot(own.app, {
    name: "Tin Roof",
    dateIso: "2027-05-04",
    town: "Moor Lane",
    region: "EU",
    place: "Kitchen",
  });
  if (!made.ok) throw new Error();
  dayId = made.value;
  version = 0;
  for (const talker of ["Ada", "Ben", "Cy", "Dot", "Eli"]) {
    await put("brae-v4", "brae-vt");
    const added = await addTalker(own.app, dayId, { talker, source: "lavalier" });
    expect(added.ok).toBe(true);
  }
  await put("tarnfell-r2-47", "tarnfell-p-47");
});
afterEach(() => own.stop());

const asked = async () => {
  const { request } = await pickBasis(own.app, await day(), "tight");
  const hooks = { now: () => performance.now() };
  return { request, hooks, unplaced: coordinate(request, hooks).unplaced };
};

test("a full list: a channel on the spare chain of another block makes room, and is put there with its way back", async () => {
  const { request, hooks, unplaced } = await asked();
  expect(unplaced).toHaveLength(1);
  const offered = await offeredMoves(own.app, dayId);
  if (!offered.ok) throw new Error();
  const [found] = recast(
    request,
    unplaced.map((u) => u.channelId),
    offered.value,
    hooks,
  );
  const moves = found!.offers.map((i) => {
    const { channelId, to } = offered.value[i]!.move;
    return { channelId, expectedVersion: 1, to };
  });
  expect(moves).toHaveLength(1);
  expect(moves[0]).toMatchObject({
    to: { receiverKey: "receiver-6", half: 0, packKey: "pack-f" },
  });
  expect(carrierId(moves[0]!.channelId)).toBe(unplaced[0]!.channelId);
  const done = await putOnUnits(own.app, dayId, moves);
  if (!done.ok) throw new Error();
  expect((await asked()).unplaced).toEqual([]);
  expect((await putOnUnits(own.app, dayId, done.value.before)).ok).toBe(true);
  expect((await asked()).unplaced).toHaveLength(1);
});

test("of several moves all are made or none: taken units, unknown ones and old versions change nothing", async () => {
  const before = (await day()).stored;
  const unitsOf = ({ receiverKey, half, packKey }: Chain): Chain => ({
    receiverKey,
    half,
    packKey,
  });
  const to = { receiverKey: "receiver-6", half: 0, packKey: "pack-f" };
  const other = { receiverKey: "receiver-6", half: 1, packKey: "pack-f" };
  for (const [moves, code] of [
    [
      [
        { channelId: 1, expectedVersion: 1, to },
        { channelId: 2, expectedVersion: 1, to: other },
      ],
      "setting-unknown",
    ],
    [[{ channelId: 1, expectedVersion: 1, to: { ...to, half: 2 } }], "not-found"],
    [
      [
        { channelId: 1, expectedVersion: 1, to },
        { channelId: 2, expectedVersion: 7, to: unitsOf(before[0]!) },
      ],
      "changed-meanwhile",
    ],
  ] as const)
    expect(await putOnUnits(own.app, dayId, moves)).toMatchObject({ ok: false, error: { code } });
  expect((await day()).stored).toEqual(before);
  // two that change places with each other are no conflict
  const swapped = [
    { channelId: 1, expectedVersion: 1, to: unitsOf(before[1]!) },
    { channelId: 2, expectedVersion: 1, to: unitsOf(before[0]!) },
  ];
  expect((await putOnUnits(own.app, dayId, swapped)).ok).toBe(true);
});

test("spare chains are told, and versions are compared, blocks on offer among them", async () => {
  const prep = await getPreparation(own.app, dayId);
  if (!prep.ok) throw new Error();
  expect(prep.value.spare).toMatchObject({
    chains: [{ receiverKey: "receiver-6", half: 0, packKey: "pack-f", isLegal: true }],
    receivers: [{ receiverKey: "receiver-6", half: 1 }],
    packKeys: [],
  });
  const bring = await getVersions(own.app, dayId, {
    placeId: null,
    wanted: null,
    like: "tarnfell-r2-47/tarnfell-p-47",
    blocksText: "K9: 610-640\nnonsense",
  });
  if (!bring.ok) throw new Error();
  expect(bring.value).toMatchObject({ wanted: 5, refusedBlocks: ["nonsense"], scannedAtMs: null });
  // the user's own data names what is in the kit, and no invented models beside it
  expect(bring.value.versions.map((v) => [v.name, v.facts.have])).toEqual([
    ["Tarnfell R2, block 47", 1],
    ["Brae V4, four presets", 5],
    ["Tarnfell R2, block 47", 0],
  ]);
  expect(bring.value.versions.at(-1)).toMatchObject({ offered: "K9" });
});
