import { SHIPPED_KIT } from "~/core/kit/shipped";
import { receiverModel } from "~/core/kit/models";
import {
  checkFinding,
  findingKindsOf,
  isQuietFigure,
  offeredBy,
  readMembers,
  readUnitPlace,
  readUnitPlaces,
  type UnitFinding,
  type UnitScan,
  unitEvidence,
} from "./unitScan";

const banked = receiverModel(SHIPPED_KIT, "tarnfell-r2-47");
const coded = receiverModel(SHIPPED_KIT, "skerrick-s-53");
const preset = receiverModel(SHIPPED_KIT, "brae-v4");
const adaptive = receiverModel(SHIPPED_KIT, "hollin-d2");
const member = (bank: string, n: number) =>
  banked.banks.find((b) => b.id === bank)!.frequenciesHz[n - 1]!;

let at = 0;
const scan = (finding: UnitFinding): UnitScan => ({
  id: `s${(at += 1)}`,
  receiverKey: "bag-1",
  modelId: banked.id,
  placeId: 1,
  setting: "indoors",
  atMs: at * 1000,
  who: null,
  finding,
});
const evidenceOf = (...findings: UnitFinding[]) => unitEvidence(findings.map(scan), banked)!;

test.each([
  [banked, "510.375", 510_375_000],
  [banked, "510,375", 510_375_000],
  [banked, "2.7", 487_650_000],
  [banked, "1/3", 472_725_000],
  [coded, "A3", 553_900_000],
  [coded, "553.9", 553_900_000],
  [preset, "3", 864_100_000],
  [preset, "863.5", 863_500_000],
])("a place as the receiver names it: %#, %s", (model, text, hz) => {
  expect(readUnitPlace(text, model)).toEqual({ ok: true, value: hz });
});

test.each([
  [banked, "2.13", "no-such-member"],
  [banked, "600", "not-settable"],
  [banked, "quiet", "unreadable"],
  [preset, "9", "not-settable"],
])("a place that it has not: %#, %s", (model, text, code) => {
  const read = readUnitPlace(text, model);
  expect(!read.ok && read.error.code === "number" && read.error.error.code).toBe(code);
});

test("several places in their order, doubles once; members as ranges", () => {
  expect(readUnitPlaces("863.5, 863.1; 864.9 863.5", preset)).toEqual({
    ok: true,
    value: [863_500_000, 863_100_000, 864_900_000],
  });
  const bank = banked.banks[0]!;
  expect(readMembers("1-3, 7 9–10", bank)).toEqual({ ok: true, value: [1, 2, 3, 7, 9, 10] });
  expect(readMembers("all", bank).ok && readMembers("none", bank)).toEqual({
    ok: true,
    value: [],
  });
  const wrong = readMembers("11-13", bank);
  expect(!wrong.ok && wrong.error).toEqual({
    code: "no-such-member",
    bank: "1",
    member: 13,
    members: 12,
  });
});

test("what cannot be is refused with what is wrong with it", () => {
  const codeOf = (f: UnitFinding) => {
    const checked = checkFinding(f, banked);
    return checked.ok ? "ok" : checked.error.code;
  };
  expect(codeOf({ kind: "bank-count", bank: "1", free: 13 })).toBe("more-than-bank");
  expect(codeOf({ kind: "bank-count", bank: "9", free: 1 })).toBe("no-such-bank");
  expect(codeOf({ kind: "bank-members", bank: "1", free: [0] })).toBe("no-such-member");
  expect(codeOf({ kind: "graph", frequencyHz: 600e6 })).toBe("not-tunable");
  expect(codeOf({ kind: "noise", frequencyHz: 500e6, shown: "7 of 5" })).toBe("meter");
  expect(codeOf({ kind: "noise", frequencyHz: 500e6, shown: "1/5" })).toBe("ok");
});

test("a model tells in the ways that it has: by its meter first where it is noted as without a scan", () => {
  expect(findingKindsOf(banked)[0]).toBe("bank-count");
  expect(findingKindsOf(preset)[0]).toBe("noise");
  expect(findingKindsOf(adaptive)).toEqual([]);
});

test("ticked members are free, the others taken; the newest word on each counts", () => {
  const told = evidenceOf(
    { kind: "bank-members", bank: "1", free: [1, 2, 3] },
    { kind: "passed-over", frequencyHz: member("1", 2) },
    { kind: "proposal", frequencyHz: member("1", 9), from: "top" },
  );
  const free = told.places.filter((p) => p.isFree).map((p) => p.frequencyHz);
  expect(free).toEqual([member("1", 9), member("1", 1), member("1", 3)]);
  expect(told.places).toHaveLength(12);
});

test("a ranked list keeps its order and comes before ticks", () => {
  const told = evidenceOf(
    { kind: "bank-members", bank: "3", free: [4, 5] },
    { kind: "ranked", frequenciesHz: [500e6, 480e6, member("3", 5)] },
  );
  expect(offeredBy(told, banked, 2)).toEqual([500e6, 480e6, member("3", 5), member("3", 4)]);
});

test("of counts alone, the bank with most free is offered; and the next where that is too few", () => {
  const counts = [
    { kind: "bank-count", bank: "1", free: 3 },
    { kind: "bank-count", bank: "2", free: 5 },
    { kind: "bank-count", bank: "3", free: 0 },
  ] as const satisfies UnitFinding[];
  const told = evidenceOf(...counts);
  expect(told.counts.map((c) => c.bank)).toEqual(["2", "1"]);
  expect(offeredBy(told, banked, 4)).toHaveLength(12);
  // two members of bank 1 are in bank 3 as well, where nothing is free
  expect(offeredBy(told, banked, 6)).toHaveLength(22);
  // none free is known of every member
  expect(told.places.filter((p) => !p.isFree)).toHaveLength(12);
  // the members that were ticked since say more than the count
  const ticked = evidenceOf(...counts, { kind: "bank-members", bank: "2", free: [7] });
  expect(ticked.counts.map((c) => c.bank)).toEqual(["1"]);
});

test("a place that the receiver passes over is not offered from a counted bank again", () => {
  const told = evidenceOf(
    { kind: "bank-count", bank: "2", free: 5 },
    { kind: "passed-over", frequencyHz: member("2", 1) },
  );
  expect(offeredBy(told, banked, 1)).not.toContain(member("2", 1));
  expect(offeredBy(told, banked, 1)).toHaveLength(11);
});

test("a meter with packs off: an empty one is quiet, a half full one is somebody", () => {
  expect(["0 of 5", "1 of 5", "-104 dBm", "5 dBµV", "10 %"].map(isQuietFigure)).toEqual(
    Array(5).fill(true),
  );
  expect(["3 of 5", "-80 dBm", "30 dBµV", "60 %", "?"].map(isQuietFigure)).toEqual(
    Array(5).fill(false),
  );
});
