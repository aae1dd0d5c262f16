import type { Bank } from "~/core/devices/tuning";
import { coordinateInBank } from "./banks";
import { checkSet } from "~/core/coordination/rules/checkSet";
import { PROFILES } from "~/core/coordination/problem/profile";
import type { CoordinationRequest } from "~/core/coordination/problem/request";

const channel = (id: string, lockedHz: number | null = null) => ({
  id,
  tuning: [{ lowHz: 470e6, highHz: 500e6, stepHz: 25_000 }],
  bandwidthHz: 200_000,
  lockedHz,
});
const request = (change: Partial<CoordinationRequest> = {}): CoordinationRequest => ({
  windows: [{ lowHz: 470e6, highHz: 694e6 }],
  exclusions: [],
  noise: [],
  maxNoiseDbm: null,
  others: [],
  profile: PROFILES.normal,
  groups: [],
  spares: 0,
  timeLimitMs: 60_000,
  seed: 1,
  channels: ["a", "b", "c"].map((id) => channel(id)),
  ...change,
});
// 0, 1, 4, 9, 11 MHz: a Golomb ruler (OEIS A003022), so all five work together
const golomb: Bank = { id: "G", frequenciesHz: [0, 1, 4, 9, 11].map((f) => 475e6 + f * 1e6) };
const two: Bank = { id: "T", frequenciesHz: [480e6, 483e6] };
const hooks = { now: () => 0 };
const placed = (r: ReturnType<typeof coordinateInBank>) => r.assignments.map((a) => a.frequencyHz);

test("all come from the bank that places most, whatever its place in the list", () => {
  const found = coordinateInBank(request(), [two, golomb], hooks);
  expect(found.bank).toBe("G");
  expect(found.unplaced).toEqual([]);
  for (const f of placed(found)) expect(golomb.frequenciesHz).toContain(f);
});

test("a whole Golomb bank can be used at once, spares too", () => {
  const found = coordinateInBank(request({ spares: 2 }), [golomb], hooks);
  const all = [...placed(found), ...found.spares.map((s) => s.frequencyHz)];
  expect(all.sort((a, b) => a - b)).toEqual(golomb.frequenciesHz);
  expect(
    checkSet(
      all.map((frequencyHz, i) => ({ id: `${i}`, frequencyHz })),
      PROFILES.normal,
    ).conflicts,
  ).toEqual([]);
});

test("stations, others and the law count in a bank too: its free members decide", () => {
  const taken = request({ exclusions: [{ lowHz: 474e6, highHz: 482e6, reason: "TV" }] });
  const found = coordinateInBank(
    taken,
    [golomb, { id: "H", frequenciesHz: [484e6, 486e6, 490e6] }],
    hooks,
  );
  expect([found.bank, found.assignments.length]).toEqual(["H", 3]);
  expect(
    coordinateInBank(
      request({ others: [{ id: "x", frequencyHz: 475.1e6 }] }),
      [golomb],
      hooks,
    ).assignments.every((a) => a.frequencyHz !== 475e6),
  ).toBe(true);
});

test("members between two steps of a channel are none of its; a lock stays outside the bank", () => {
  const odd: Bank = { id: "O", frequenciesHz: [475.01e6, 480e6, 483e6, 600e6] };
  const found = coordinateInBank(request(), [odd], hooks);
  expect(placed(found).sort()).toEqual([480e6, 483e6]);
  expect(found.unplaced).toHaveLength(1);
  const locked = coordinateInBank(
    request({ channels: [channel("a", 490e6), channel("b")] }),
    [two],
    hooks,
  );
  expect(locked.assignments.find((a) => a.channelId === "a")!.frequencyHz).toBe(490e6);
});

test("equal banks: the larger worst margin; no bank: nobody has a place", () => {
  const near: Bank = { id: "near", frequenciesHz: [480e6, 480.4e6, 481.9e6] };
  const far: Bank = { id: "far", frequenciesHz: [480e6, 484e6, 499e6] };
  expect(coordinateInBank(request(), [near, far], hooks).bank).toBe("far");
  expect(coordinateInBank(request(), [], hooks)).toMatchObject({
    bank: null,
    assignments: [],
    spares: [],
  });
  expect(coordinateInBank(request(), [], hooks).unplaced).toHaveLength(3);
});
