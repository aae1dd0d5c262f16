import {
  firstRecords,
  groupKind,
  heldFrom,
  pairingProblems,
  pairingStanding,
  type PairingRecord,
} from "./pairing";

const rules = {
  keyDigits: 8,
  groups: { common: [1, 9] as [number, number], private: [100, 200] as [number, number] },
};
const fine = { name: "MARIT", group: 100, key: "0123abcd" };
const codes = (change: Partial<typeof fine>, others: string[] = []) =>
  pairingProblems({ ...fine, ...change }, rules, others, 6).map((p) => p.code);

test("a name that fits and is nobody else's, a group of one of the ranges, a key of the right length in a private one and none in a common one", () => {
  expect(codes({})).toEqual([]);
  expect(codes({ group: 3, key: "" })).toEqual([]);
  expect(codes({ name: "MARITTA" })).toEqual(["name-long"]);
  expect(codes({ name: "Märit" })).toEqual(["name-letters"]);
  expect(codes({ name: " " })).toEqual(["name-empty"]);
  expect(codes({}, ["marit"])).toEqual(["name-twice"]);
  expect(codes({ key: "0123abc" })).toEqual(["key-length"]);
  expect(codes({ key: "0123abcg" })).toEqual(["key-letters"]);
  expect(codes({ group: 50 })).toEqual(["group-outside"]);
  expect(codes({ group: 3 })).toEqual(["key-in-common"]);
  expect([1, 9, 10, 100, 200, 201, 1.5].map((g) => groupKind(rules, g))).toEqual([
    "common",
    "common",
    null,
    "private",
    "private",
    null,
    null,
  ]);
});

test("all three elements must be the same at both ends; the first that differs is told", () => {
  const held = (change: object): PairingRecord => ({
    packKey: "p",
    ...fine,
    heldBy: [{ receiverKey: "r", ...fine, ...change }],
  });
  expect(
    [{}, { name: "IRSA" }, { group: 101 }, { key: "ffffffff" }, { key: "0123ABCD" }].map((c) =>
      pairingStanding(held(c), "r"),
    ),
  ).toEqual(["same", "name", "group", "key", "same"]);
  expect(pairingStanding(held({}), "other")).toBe("not-held");
  // one that holds the same has held it since then; one that held another key holds this one from
  // now on
  expect(heldFrom(held({ sinceMs: 5 }), "r", 9).heldBy).toEqual([
    { receiverKey: "r", ...fine, sinceMs: 5 },
  ]);
  expect(heldFrom(held({ key: "ffffffff", sinceMs: 5 }), "r", 9).heldBy).toEqual([
    { receiverKey: "r", ...fine, sinceMs: 9 },
  ]);
});

test("first identities: names that fit and differ, the lowest private group, a key each", () => {
  let n = 0;
  const made = firstRecords(
    [
      { packKey: "a", wornBy: "Agnete", label: "A", letters: 4, rules },
      { packKey: "b", wornBy: "Agnes", label: "B", letters: 4, rules },
    ],
    () => (n += 1) % 16,
  );
  expect(made.map((r) => [r.name, r.group, r.key.length, r.heldBy])).toEqual([
    ["AGNE", 100, 8, []],
    ["AGN2", 100, 8, []],
  ]);
  expect(made[0]!.key).not.toBe(made[1]!.key);
});
