import type { AppContext } from "~/server/services/appContext.server";
import { nextSteps } from "~/core/channel/nextSteps";
import { receiverModel } from "~/core/kit/models";
import type { UnitFinding } from "~/core/evidence/unitScan";
import { requireDay } from "~/server/services/day/dayView.server";
import { logOf } from "~/server/services/day/log.server";
import { moveTo } from "~/server/services/day/moves.server";
import { acceptPlan, passOver, pickBasis } from "~/server/services/frequencies/plans.server";
import { addUnitScans, removeUnitScans } from "~/server/services/scan/unitScans.server";
import { unitScreensOf } from "~/server/services/scan/unitScanView.server";
import { practiceApp, type PracticeApp, propose } from "./practiceApp";

/** A day with nothing connected and no file: only the receivers' own screens tell of the air. */
let practice: PracticeApp;
let app: AppContext;
beforeAll(async () => {
  practice = await practiceApp();
  app = { ...practice.app, rig: null, simulator: null };
});
afterAll(() => practice.stop());

async function valueOf<T>(
  result: Promise<{ ok: true; value: T } | { ok: false; error: { code: string } }>,
): Promise<T> {
  const got = await result;
  if (!got.ok) throw new Error(JSON.stringify(got.error));
  return got.value;
}
const day = () => valueOf(requireDay(app, practice.dayId));
const basis = async () => pickBasis(app, await day(), "normal");
const screens = async () => unitScreensOf(await day(), await basis());
const BANKED = "tarnfell-r2-47";
const tell = async (...findings: UnitFinding[]) => {
  practice.pass(1000);
  const receiver = (await day()).units.find((u) => u.modelId === BANKED)!;
  return addUnitScans(app, practice.dayId, { receiverKey: receiver.key, findings });
};
const scanStep = async () => nextSteps((await day()).facts).find((s) => s.code === "scan");

test("nothing connected: the receivers' own screens are the way to a scan", async () => {
  expect(await scanStep()).toMatchObject({ by: "own-screen", why: "never" });
});

test("what cannot be is refused, and nothing is stored", async () => {
  expect(await tell({ kind: "bank-count", bank: "1", free: 99 })).toMatchObject({
    ok: false,
    error: { code: "unit-scan", error: { code: "more-than-bank", members: 12 } },
  });
  expect((await screens()).told).toEqual([]);
});

test("counted banks: the pick comes from the one with most free, clear of law and stations", async () => {
  await valueOf(
    tell(
      { kind: "bank-count", bank: "1", free: 5 },
      { kind: "bank-count", bank: "2", free: 9 },
      { kind: "bank-count", bank: "3", free: 0 },
    ),
  );
  const found = await propose({ app, dayId: practice.dayId });
  const { facts, kit } = await day();
  const bank = receiverModel(kit, BANKED).banks.find((b) => b.id === "2")!.frequenciesHz;
  const mine = facts.channels.filter((c) => c.receiverModelId === BANKED).map((c) => c.id);
  const picks = found.picks.filter((p) => mine.includes(p.channelId));
  expect(picks.length).toBe(mine.length);
  expect(picks.every((p) => bank.includes(p.frequencyHz))).toBe(true);
  const { result: _, ...proposal } = found;
  await valueOf(acceptPlan(app, practice.dayId, proposal));
});

test("a receiver that does not offer its frequency: noted as its word, and the next one is taken", async () => {
  const before = await day();
  const channel = before.facts.channels.find((c) => c.receiverModelId === BANKED)!;
  const fromHz = before.plan!.picks.find((p) => p.channelId === channel.id)!.frequencyHz;
  const { moved } = await valueOf(passOver(app, practice.dayId, channel.id));
  expect(moved!.frequencyHz).not.toBe(fromHz);
  const { request } = await basis();
  expect(request.exclusions.some((e) => e.lowHz < fromHz && e.highHz > fromHz)).toBe(true);
});

test("told members are judged against all else that is known: TV here, near a pick, free", async () => {
  await valueOf(tell({ kind: "bank-members", bank: "1", free: [1, 2, 6, 7, 8] }));
  const { receivers } = await screens();
  const bank = receivers.find((r) => r.modelId === BANKED)!.banks.find((b) => b.id === "1")!;
  expect(bank.members.map((m) => m.told).slice(0, 3)).toEqual(["free", "free", "busy"]);
  // 482.175 is in a station's channel: what the receiver offers does not make it ours
  expect(bank.members[5]).toMatchObject({ told: "free", rule: { code: "kept-free" } });
  expect(receivers.find((r) => r.modelId === BANKED)!.usable).toBeLessThan(5);
  // no level is made of it
  const { request } = await basis();
  expect([request.noise, request.maxNoiseDbm]).toEqual([[], null]);
});

test("it counts for this place and for its time, is taken back with one press, and is in the log", async () => {
  const ids = (await screens()).told[0]!.ids;
  await valueOf(removeUnitScans(app, practice.dayId, ids));
  expect((await screens()).told.flatMap((t) => t.ids)).not.toContain(ids[0]);
  const { entries } = await valueOf(logOf(app, practice.dayId));
  expect(JSON.stringify(entries)).toContain("bank 2: 9 free");
  const counting = async () => (await screens()).told.filter((t) => t.counts).length;
  expect(await counting()).toBeGreaterThan(0);
  practice.pass(5 * 3_600_000);
  expect(await counting()).toBe(0);
  await valueOf(tell({ kind: "bank-count", bank: "1", free: 5 }));
  expect(await counting()).toBe(1);
  const elsewhere = (await day()).places[1]!;
  await valueOf(moveTo(app, practice.dayId, elsewhere.id));
  expect(await counting()).toBe(0);
});
