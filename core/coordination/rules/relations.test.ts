import { seededRandom } from "~/core/units/random";
import { chooseBank } from "~/core/coordination/search/banks";
import { checkSet } from "./checkSet";
import { coordinate } from "~/core/coordination/search/coordinate";
import { brokenRules } from "~/core/coordination/explaining/explain";
import { gradeOf, type ImLevels, inChannelDb, productLevel } from "./imLevels";
import { SetJudge } from "~/core/coordination/explaining/judge";
import { makeRoom, relaxed } from "~/core/coordination/changing/makeRoom";
import { PROFILES } from "~/core/coordination/problem/profile";
import { coordinateQuietFirst } from "~/core/coordination/search/quietFirst";
import { conflictsOf, type SetRelations, STRICT } from "./relations";
import type { CoordinationRequest } from "~/core/coordination/problem/request";
import { verifySet } from "./verify";

const receiver = { iip3Dbm: -5, noiseDbm: -113, requiredSnrDb: 20, bandwidthHz: 200_000 };
const levels = (receivedDbm: Record<string, number>, change: Partial<ImLevels> = {}): ImLevels => ({
  carriers: Object.entries(receivedDbm).map(([id, dbm]) => ({
    id,
    receivedDbm: dbm,
    spreadDb: 7,
    txPowerDbm: 17,
    receiver,
  })),
  packOip3OverPowerDb: 183,
  packToPack: { lossDb: 40, spreadDb: 6 },
  ...change,
});
/** A clock that moves, so that a search that cannot end comes to an end. */
const advancing = () => {
  let ms = 0;
  return { now: () => (ms += 2) };
};

describe("levels of products", () => {
  test("in the receiver, by hand (textbook; ITU-R SM.1134 from memory): 2A−B at −40/−46 dBm and IIP3 −5 is 2·(−40) − 46 + 10 = −116; three signals 6 dB more", () => {
    const at = levels({ a: -40, b: -46, c: -40, v: -60 });
    const full = {
      third2: inChannelDb("third2", 0, 200_000),
      third3: inChannelDb("third3", 0, 200_000),
    };
    const two = productLevel(at, "third2", ["a", "b"], "v", 0)!;
    expect(two.productDbm - full.third2).toBeCloseTo(-116, 6);
    expect(two.underDb).toBeCloseTo(56 - full.third2, 6);
    expect(two.madeIn).toBe("receiver");
    expect(
      productLevel(at, "third3", ["a", "c", "b"], "v", 0)!.productDbm - full.third3,
    ).toBeCloseTo(-40 - 40 - 46 + 6 + 10, 6);
    expect(
      productLevel(at, "fifth2", ["a", "b"], "v", 0)!.productDbm -
        inChannelDb("fifth2", 0, 200_000),
    ).toBeCloseTo(3 * -40 - 2 * 46 - 4 * (-5 - 1.5), 6);
  });
  test("in a pack, by hand: 17 dBm and 40 dB between packs, OIP3 30: 2·17 + (17 − 40) − 60 = −49 dBm, 66 under its own carrier", () => {
    const at = levels({ a: -50, b: -50, v: -50 }, { packOip3OverPowerDb: 13 });
    for (const c of at.carriers) c.receiver = { ...receiver, iip3Dbm: 100 };
    const made = productLevel(at, "third2", ["a", "b"], "v", 0)!;
    expect(made.madeIn).toBe("packs");
    // b's own pack makes the same product 40 dB weaker
    expect(made.productDbm).toBeCloseTo(
      -50 - 66 + inChannelDb("third2", 0, 200_000) + 10 * Math.log10(1 + 10 ** -4),
      3,
    );
  });
  test("how often it is heard agrees with a simulation of 200,000 draws", () => {
    const at = levels({ a: -38, b: -40, v: -62 });
    const { heardShare } = productLevel(at, "third2", ["a", "b"], "v", 0)!;
    const random = seededRandom(5);
    const normal = () => Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
    let heard = 0;
    for (let i = 0; i < 200_000; i += 1) {
      const product =
        2 * (-38 + 7 * normal()) - 40 + 7 * normal() + 10 + inChannelDb("third2", 0, 200_000);
      if (-62 + 7 * normal() - product < 20) heard += 1;
    }
    expect(heardShare).toBeGreaterThan(0.01);
    expect(Math.abs(heardShare - heard / 200_000)).toBeLessThan(0.003);
  });
  test("grades: buried only where it is 40 dB under and practically never heard; unknown levels are never excused", () => {
    expect(
      gradeOf(productLevel(levels({ a: -70, b: -70, v: -60 }), "third2", ["a", "b"], "v", 0)!),
    ).toBe("buried");
    expect(
      gradeOf(productLevel(levels({ a: -20, b: -20, v: -60 }), "third2", ["a", "b"], "v", 0)!),
    ).toBe("often");
    expect(productLevel(levels({ a: -70, v: -60 }), "third2", ["a", "b"], "v", 0)).toBeNull();
    const missed = productLevel(
      levels({ a: -20, b: -20, v: -60 }),
      "third2",
      ["a", "b"],
      "v",
      400_000,
    )!;
    expect(missed.underDb).toBeGreaterThan(
      productLevel(levels({ a: -20, b: -20, v: -60 }), "third2", ["a", "b"], "v", 0)!.underDb + 20,
    );
  });
});

const ids = ["a", "b", "c", "d", "e", "f"];
const relations = (change: Partial<SetRelations> = {}): SetRelations => ({
  ...STRICT,
  together: null,
  careful: null,
  levels: null,
  ...change,
});
const request = (
  widthHz: number,
  change: Partial<CoordinationRequest> = {},
): CoordinationRequest => ({
  windows: [{ lowHz: 470e6, highHz: 470e6 + widthHz }],
  exclusions: [],
  noise: [],
  maxNoiseDbm: null,
  others: [],
  profile: PROFILES.normal,
  groups: [],
  spares: 0,
  timeLimitMs: 4000,
  seed: 1,
  channels: ids.map((id) => ({
    id,
    tuning: [{ lowHz: 470e6, highHz: 480e6, stepHz: 25_000 }],
    bandwidthHz: 200_000,
  })),
  ...change,
});
const carriersIn = (r: ReturnType<typeof coordinate>) =>
  r.assignments.map((a) => ({ id: a.channelId, frequencyHz: a.frequencyHz }));

describe("who is who", () => {
  test("without relations the conflicts are check-set's; those who never meet excuse each other, and nobody else", () => {
    const random = seededRandom(9);
    for (let round = 0; round < 30; round += 1) {
      const carriers = ids.map((id) => ({
        id,
        frequencyHz: 470e6 + Math.floor(random() * 120) * 25_000,
      }));
      const all = checkSet(carriers, PROFILES.normal).conflicts;
      expect(conflictsOf(carriers, PROFILES.normal, null)).toEqual(all);
      const met = conflictsOf(
        carriers,
        PROFILES.normal,
        relations({
          together: [
            ["a", "b", "c"],
            ["c", "d"],
          ],
          usesTogether: true,
        }),
      );
      const meets = (members: string[]) =>
        [
          ["a", "b", "c"],
          ["c", "d"],
        ].some((l) => members.every((m) => l.includes(m) || m === "e" || m === "f"));
      expect(met).toEqual(
        all.filter((c) => meets([...c.sources, ...(c.victim ? [c.victim] : [])])),
      );
    }
  });
  test("where all six have no place at once, two crews that never meet share it; told not to, they do not", () => {
    const together = [
      ["a", "b", "c"],
      ["d", "e", "f"],
    ];
    const strict = request(1.2e6, { relations: relations({ together }) });
    const strictly = coordinate(strict, advancing());
    expect(strictly.unplaced.length).toBeGreaterThan(0);
    expect(checkSet(carriersIn(strictly), PROFILES.normal).conflicts).toEqual([]);
    const room = makeRoom(strict, advancing());
    expect(room.map((r) => r.relaxations)).toContainEqual([{ code: "apart" }]);
    const bent = relaxed(strict, [{ code: "apart" }]);
    const found = coordinate(bent, advancing());
    expect(found.unplaced).toEqual([]);
    expect(conflictsOf(carriersIn(found), PROFILES.normal, bent.relations)).toEqual([]);
    expect(found.excused!.length).toBeGreaterThan(0);
    expect(verifySet(bent, { picks: found.assignments, spares: [] }, null).picks).toEqual([]);
    expect(
      verifySet(strict, { picks: found.assignments, spares: [] }, null).picks.length,
    ).toBeGreaterThan(0);
  });
  test("weak products may coincide when that is allowed, strong ones never", () => {
    const far = Object.fromEntries(ids.map((id) => [id, -75]));
    const near = Object.fromEntries(ids.map((id) => [id, -25]));
    // spacing alone asks for 1.75 MHz between the outer centres; five different gaps of at least
    // seven steps of 50 kHz for 2.25
    const wide = 0.2e6 + 2.05e6;
    for (const [dbm, fits] of [
      [far, true],
      [near, false],
    ] as const) {
      const found = coordinate(
        request(wide, { relations: relations({ levels: levels(dbm), allowsBuried: true }) }),
        advancing(),
      );
      expect(found.unplaced.length === 0).toBe(fits);
    }
  });
  test("wider guards for what cannot be repeated are kept where there is room, and given up where there is none", () => {
    const careful = { channelIds: ["a"], extraHz: 100_000 };
    const roomy = coordinateQuietFirst(
      request(10e6, { relations: relations({ careful }) }),
      advancing(),
    );
    expect(roomy.careful).toEqual(["a"]);
    expect(conflictsOf(carriersIn(roomy), PROFILES.normal, relations({ careful }))).toEqual([]);
    const tight = coordinateQuietFirst(
      request(2.6e6, { relations: relations({ careful: { channelIds: ids, extraHz: 400_000 } }) }),
      advancing(),
    );
    expect(tight.careful).toBeUndefined();
    expect(tight.unplaced.length).toBe(coordinate(request(2.6e6), advancing()).unplaced.length);
  });
  test("who comes first stands on the quietest of the set's places", () => {
    const noise = Array.from({ length: 400 }, (_, i) => ({
      lowHz: 470e6 + i * 25_000,
      highHz: 470e6 + (i + 1) * 25_000,
      levelDbm: -120 + ((i * 37) % 23),
    }));
    const channels = request(10e6).channels.map((c, i) => ({ ...c, priority: i === 4 ? 1 : 2 }));
    const found = coordinate(request(10e6, { channels, noise, maxNoiseDbm: -90 }), advancing());
    const best = Math.max(...found.assignments.map((a) => a.margins.noiseDb!));
    expect(found.assignments.find((a) => a.channelId === "e")!.margins.noiseDb).toBe(best);
    expect(checkSet(carriersIn(found), PROFILES.normal).conflicts).toEqual([]);
  });
});

test("a set judged in one pass breaks the rules that each pick breaks by itself", () => {
  const random = seededRandom(3);
  const noise = Array.from({ length: 200 }, (_, i) => ({
    lowHz: 470e6 + i * 25_000,
    highHz: 470e6 + (i + 1) * 25_000,
    levelDbm: -120 + Math.floor(random() * 30),
  }));
  const asked = request(9e6, {
    noise,
    maxNoiseDbm: -95,
    exclusions: [{ lowHz: 472e6, highHz: 473e6, reason: "x" }],
    others: [{ id: "o", frequencyHz: 474.1e6 }],
  });
  const judge = new SetJudge(asked, null);
  for (let round = 0; round < 20; round += 1) {
    const picks = ids.map((id) => ({
      channelId: id,
      frequencyHz: 470e6 + Math.floor(random() * 420) * 25_000,
    }));
    const standing = [
      ...picks.map((p) => ({ id: p.channelId, frequencyHz: p.frequencyHz })),
      ...asked.others,
    ];
    for (const p of judge.judge(picks).picks) {
      const alone = brokenRules(
        asked,
        asked.channels.find((c) => c.id === p.channelId)!,
        p.frequencyHz,
        standing,
        null,
      );
      const key = (rules: typeof alone) => rules.map((r) => JSON.stringify(r)).sort();
      expect(key(p.broken)).toEqual(key(alone));
    }
  }
});

test("each model keeps to its own bank; only where none has room for all are banks mixed", () => {
  const bank = (id: string, ...mhz: number[]) => ({ id, frequenciesHz: mhz.map((m) => m * 1e6) });
  const asked = request(10e6);
  const rich = [bank("1", 470.5, 471.5), bank("2", 470.5, 471.5, 474.5, 479.5)];
  const { result, banks } = chooseBank(
    asked,
    [{ model: "M", channelIds: ["a", "b", "c"], banks: rich }],
    advancing(),
  );
  expect(banks[0]).toMatchObject({
    bank: "2",
    members: 4,
    freeHz: rich[1]!.frequenciesHz,
    placed: 3,
    wanted: 3,
    isTaken: true,
  });
  expect(banks.slice(1).map((b) => b.bank)).toEqual(["1"]);
  for (const a of result.assignments.slice(0, 3))
    expect(rich[1]!.frequenciesHz).toContain(a.frequencyHz);
  expect(result.unplaced).toEqual([]);
  const poor = [bank("1", 470.5, 471.5), bank("2", 474.5, 479.5)];
  const mixed = chooseBank(
    asked,
    [{ model: "M", channelIds: ["a", "b", "c"], banks: poor }],
    advancing(),
  );
  expect(mixed.banks[0]).toMatchObject({ bank: null, members: 4, placed: 3, isTaken: true });
});

test("each receiver's own needs: two keep the wider spacing, and a product the guard of whom it hits", () => {
  const own = { ...Object.fromEntries(ids.map((id) => [id, PROFILES.tight])), a: PROFILES.wide };
  const asked = request(3.4e6, { profile: PROFILES.wide, relations: relations({ profiles: own }) });
  expect(coordinate({ ...asked, relations: null }, advancing()).unplaced.length).toBeGreaterThan(0);
  const found = coordinate(asked, advancing());
  expect(found.unplaced).toEqual([]);
  const carriers = carriersIn(found);
  for (const c of checkSet(carriers, PROFILES.wide).conflicts) {
    const isKept =
      c.kind === "spacing"
        ? !c.sources.includes("a") && c.missHz >= PROFILES.tight.minSpacingHz
        : c.victim !== "a" && c.missHz >= PROFILES.tight.guards[`${c.kind}Hz`];
    expect(isKept).toBe(true);
  }
  expect(verifySet(asked, { picks: found.assignments, spares: [] }, null).picks).toEqual([]);
});
