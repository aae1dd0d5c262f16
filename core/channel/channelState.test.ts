import { channelState, countingScan } from "./channelState";
import type { Channel, DayFacts, SyncRecord } from "./facts";
import { movePlan } from "~/core/schedule/companyMove";
import { nextSteps } from "./nextSteps";
import {
  antennasOf,
  partnerOf,
  verificationPartsOf,
  rfOf,
  silenceOf,
  usualFigure,
} from "./verification";
import type { Scene } from "~/core/schedule/scenes";
import {
  neededPartsOf,
  VERIFICATION_OUTCOMES,
  VERIFICATION_PARTS,
  type VerificationPart,
} from "./verificationParts";

const tuning = [{ lowHz: 470e6, highHz: 542e6, stepHz: 25_000 }];
const channel = (id: number): Channel => ({
  id,
  number: id,
  talker: `T${id}`,
  mark: "T",
  part: "",
  moves: "",
  effort: "normal",
  wear: "chest",
  receiverLabel: "R",
  receiverKey: "r1",
  receiverModelId: "model",
  canScanItself: true,
  half: id - 1,
  packLabel: `Pack ${id}`,
  packKey: `p${id}`,
  meets: "tunes",
  tuning,
  packTuning: tuning,
  extraPacks: [],
  paired: null,
  pairedMs: null,
  microphoneId: "m",
  inputId: "i",
  source: "lavalier",
  socket: null,
  packName: `T${id}`,
  verificationParts: [...VERIFICATION_PARTS],
  neededParts: neededPartsOf("whole", VERIFICATION_PARTS),
  version: 1,
});
const f1 = 500e6;
const f2 = 510e6;
const minute = 60_000;
const empty = (): DayFacts => ({
  nowMs: 30 * minute,
  currentPlaceId: 1,
  channels: [channel(1), channel(2)],
  unitScans: [],
  sweeps: [],
  rescan: "each-move",
  plan: null,
  syncs: [],
  levels: [],
  placeChecks: [],
  reports: null,
  preparation: { units: 10, findings: 0 },
  places: [
    {
      id: 1,
      name: "Loft",
      setting: "indoors",
      note: "",
      startMs: 60 * minute,
      endMs: 120 * minute,
    },
    {
      id: 2,
      name: "Quay",
      setting: "outdoors",
      note: "",
      startMs: 200 * minute,
      endMs: 300 * minute,
    },
  ],
});
const seen = (
  channelId: number,
  frequencyHz: number,
  atMs: number,
  part: VerificationPart,
  outcome: string = VERIFICATION_OUTCOMES[part].good[0],
): SyncRecord => ({
  kind: "proof",
  channelId,
  placeId: 1,
  atMs,
  who: null,
  part,
  outcome,
  frequencyHz,
  packKey: `p${channelId}`,
  receiverKey: "r1",
  strongestDbm: null,
  antennasDbm: null,
  shown: null,
});
const verifications = (channelId: number, frequencyHz: number, atMs: number): SyncRecord[] => [
  { kind: "receiver-set", channelId, placeId: 1, atMs, frequencyHz, who: null },
  {
    kind: "pack-synced",
    channelId,
    placeId: 1,
    atMs: atMs + 1,
    frequencyHz,
    packKey: `p${channelId}`,
    toldHz: frequencyHz,
    who: null,
  },
  ...VERIFICATION_PARTS.map((part, i) => seen(channelId, frequencyHz, atMs + 2 + i, part)),
];
const finished = (): DayFacts => ({
  ...empty(),
  sweeps: [{ id: 7, placeId: 1, takenAtMs: 0, setup: { setting: null } }],
  plan: {
    version: 1,
    placeId: 1,
    sweepId: 7,
    acceptedAtMs: 5 * minute,
    picks: [
      { channelId: 1, frequencyHz: f1 },
      { channelId: 2, frequencyHz: f2 },
    ],
  },
  syncs: [...verifications(1, f1, 10 * minute), ...verifications(2, f2, 11 * minute)],
  levels: [1, 2].map((channelId) => ({
    channelId,
    atMs: 12 * minute,
    effort: "normal" as const,
    gainDb: -27,
    headroomDb: 12,
    finalPeakDbfs: -10,
  })),
  placeChecks: [
    [1, f1],
    [2, f2],
  ].map(([channelId, frequencyHz]) => ({
    channelId: channelId!,
    placeId: 1,
    atMs: 13 * minute,
    frequencyHz: frequencyHz!,
    marginDb: 25,
    overload: false,
  })),
});
const codes = (facts: DayFacts) => nextSteps(facts).map((s) => s.code);
const parts = (facts: DayFacts) => {
  const s = channelState(facts, facts.channels[0]!);
  return [s.frequency.code, s.sync.code, s.level.code, s.place.code];
};

test("an empty day: scan first, then pick; packs that are on come before the scan", () => {
  expect(codes(empty())).toEqual(["scan", "pick", "level", "place", "move"]);
  expect(
    codes({
      ...empty(),
      reports: { receivers: {}, packs: { p2: { isOn: true, frequencyHz: 480e6 } } },
    })[0],
  ).toBe("packs-off");
  expect(parts(empty())).toEqual(["not-picked", "no-frequency", "not-set", "not-checked"]);
  const itself = empty();
  const choosing = {
    ...itself,
    channels: itself.channels.map((c) => ({ ...c, meets: "adaptive" as const, tuning: [] })),
  };
  expect([codes(itself).includes("scan"), codes(choosing).includes("scan")]).toEqual([true, false]);
  const ears = empty();
  const fed = { ...ears, channels: ears.channels.map((c) => ({ ...c, feedsEars: true as const })) };
  expect(parts(fed)[2]).toBe("not-recorded");
});

test("a finished place leaves only the move", () => {
  expect(parts(finished())).toEqual(["picked", "proved", "set", "in-range"]);
  expect(codes(finished())).toEqual(["move"]);
});

test("moving makes stale what depends on the place, and only that", () => {
  const moved = { ...finished(), currentPlaceId: 2, nowMs: 210 * minute };
  expect(parts(moved)).toEqual(["picked-elsewhere", "proof-stale", "set", "checked-elsewhere"]);
  expect(codes(moved)).toEqual(["scan", "pick", "place"]);
  expect(codes({ ...finished(), nowMs: 201 * minute })[0]).toBe("move");
});

test("with a daily rule one scan and its plan go along; each move asks again, and so does the other side of the door", () => {
  const moved = { ...finished(), currentPlaceId: 2, nowMs: 210 * minute };
  expect(codes({ ...moved, rescan: "daily" })).toEqual(["prove", "place"]);
  expect(codes({ ...moved, rescan: "daily", nowMs: 25 * 60 * minute })[0]).toBe("scan");
  const outside = {
    ...finished(),
    sweeps: [{ id: 7, placeId: 1, takenAtMs: 0, setup: { setting: "outdoors" as const } }],
  };
  expect(countingScan(outside)).toBeNull();
  expect(codes(outside)[0]).toBe("scan");
  expect(
    countingScan({
      ...outside,
      places: outside.places.map((p) => ({ ...p, setting: "outdoors" as const })),
    })?.id,
  ).toBe(7);
});

test("a new frequency undoes the proof; the old pack is told apart", () => {
  const facts = finished();
  facts.plan = {
    ...facts.plan!,
    picks: [
      { channelId: 1, frequencyHz: 520e6 },
      { channelId: 2, frequencyHz: f2 },
    ],
  };
  expect(parts(facts)[1]).toBe("receiver-not-set");
  facts.syncs.push({
    kind: "receiver-set",
    channelId: 1,
    placeId: 1,
    atMs: 20 * minute,
    frequencyHz: 520e6,
    who: null,
  });
  expect(channelState(facts, facts.channels[0]!).sync).toEqual({
    status: "problem",
    code: "pack-elsewhere",
    packHz: f1,
  });
  expect(nextSteps(facts)[0]).toMatchObject({
    code: "sync-pack",
    channelIds: [1],
    packHz: f1,
    frequencyHz: 520e6,
  });
});

test("a pack that was told where to go and went elsewhere is of another block, whatever its label says", () => {
  const facts = finished();
  facts.syncs.push({
    kind: "pack-synced",
    channelId: 1,
    placeId: 1,
    atMs: 20 * minute,
    frequencyHz: 566e6,
    packKey: "p1",
    toldHz: f1,
    who: null,
  });
  expect(channelState(facts, facts.channels[0]!).sync).toEqual({
    status: "problem",
    code: "pack-wont-go",
    packHz: 566e6,
  });
  expect(nextSteps(facts)[0]).toMatchObject({ code: "swap-pack", channelIds: [1] });
});

test("what units say themselves beats what was recorded", () => {
  const facts = {
    ...finished(),
    reports: {
      receivers: { r1: { halvesHz: [f1, f2] } },
      packs: { p1: { isOn: true, frequencyHz: 488e6 }, p2: { isOn: false, frequencyHz: 0 } },
    },
  };
  expect(parts(facts)[1]).toBe("pack-elsewhere");
  expect(channelState(facts, facts.channels[1]!).sync.code).toBe("proved");
});

test("a pack of another block, an occupied frequency, no audio", () => {
  const facts = finished();
  facts.channels[0] = {
    ...channel(1),
    packTuning: [{ lowHz: 566e6, highHz: 614e6, stepHz: 25_000 }],
  };
  expect(parts(facts)[1]).toBe("pack-cannot");
  const never = empty();
  never.channels[0] = { ...channel(1), meets: "never", tuning: [] };
  expect([parts(never)[0], parts(never)[1]]).toEqual(["no-common-tuning", "pack-cannot"]);
  const heard = finished();
  heard.syncs.push(seen(1, f1, 20 * minute, "silent", "steady"));
  expect(parts(heard)[1]).toBe("someone-there");
  const silent = finished();
  silent.syncs.push(seen(1, f1, 26 * minute, "voice", "nothing"));
  expect(codes(silent)[0]).toBe("fault");
  const far = finished();
  far.syncs.push(seen(1, f1, 26 * minute, "far", "still"));
  expect(channelState(far, far.channels[0]!).sync).toEqual({
    status: "problem",
    code: "proof-bad",
    part: "far",
    outcome: "still",
  });
});

test("another pack in hand needs its own sync and proof; the live test alone proves nothing", () => {
  const swapped = finished();
  swapped.channels[0] = { ...channel(1), packKey: "p9" };
  expect(parts(swapped)[1]).toBe("pack-not-synced");
  const unverified = finished();
  unverified.syncs = unverified.syncs.filter((s) => s.kind !== "proof" || s.part !== "silent");
  expect(channelState(unverified, unverified.channels[0]!).sync).toEqual({
    status: "todo",
    code: "not-proved",
    left: ["silent"],
  });
});

test("each change makes its own parts of a proof stale, and says which; the rest holds", () => {
  const after = (change: (facts: DayFacts) => void) => {
    const facts = finished();
    change(facts);
    const { sync } = channelState(facts, facts.channels[0]!);
    return sync.code === "proof-stale" ? [sync.why, sync.parts] : sync.code;
  };
  const at = { channelId: 1, placeId: 1, atMs: 20 * minute, who: null };
  expect(after((f) => f.syncs.push({ ...at, kind: "cells", packKey: "p1" }))).toEqual([
    "cells",
    ["rf", "partner", "voice", "mute"],
  ]);
  expect(after((f) => f.syncs.push({ ...at, kind: "cells", packKey: "p2" }))).toBe("proved");
  expect(
    after((f) =>
      f.syncs.push({ ...at, kind: "pack-synced", packKey: "p1", frequencyHz: f1, toldHz: null }),
    ),
  ).toEqual(["synced", ["rf", "partner", "voice"]]);
  expect(
    after((f) => {
      f.currentPlaceId = 2;
    }),
  ).toEqual(["place", ["silent", "phones", "rf", "antennas"]]);
  expect(
    after((f) => {
      f.channels[0] = { ...f.channels[0]!, receiverKey: "r2" };
    }),
  ).toEqual(["receiver", ["silent", "phones", "rf", "antennas", "partner", "voice"]]);
  // on another number nothing of the air or the link holds; what the hand does on the pack does,
  // and so do the antennas
  const moved = (f: DayFacts) => {
    f.plan = {
      ...f.plan!,
      picks: [{ channelId: 1, frequencyHz: f1 + 1e6 }, ...f.plan!.picks.slice(1)],
    };
    f.syncs.push(
      { ...at, kind: "receiver-set", frequencyHz: f1 + 1e6 },
      { ...at, kind: "pack-synced", packKey: "p1", frequencyHz: f1 + 1e6, toldHz: f1 + 1e6 },
    );
  };
  expect(after(moved)).toEqual(["plan", ["silent", "phones", "rf", "partner", "voice"]]);
  // another pack was bad on this frequency: that is not held against this one
  expect(
    after((f) => {
      f.syncs.push({
        ...seen(1, f1, 20 * minute, "voice", "nothing"),
        packKey: "p9",
      } as SyncRecord);
    }),
  ).toBe("proved");
});

test("a receiver and a pack are proved by what they have; the usual figure of a receiver is the middle of those noted", () => {
  const tuned = { adaptive: null };
  expect(verificationPartsOf({ ...tuned, diversity: "none" }, { hasMute: false })).toEqual([
    "silent",
    "phones",
    "rf",
    "voice",
    "far",
    "kept",
  ]);
  const one = { diversity: "one-path" as const, tells: ["battery" as const] };
  expect(verificationPartsOf({ ...tuned, ...one }, {})).toEqual([...VERIFICATION_PARTS]);
  // what plays into ears goes no further
  expect(verificationPartsOf({ ...tuned, ...one, form: "ear" }, {})).toEqual(
    VERIFICATION_PARTS.filter((p) => p !== "far"),
  );
  // what chooses for itself has one link light: nobody sees two antennas take turns
  const adaptive = { lowHz: 2400e6, highHz: 2483.5e6, mostPerRoom: 8, rangeM: 30 };
  expect(verificationPartsOf({ ...one, adaptive }, {})).toEqual(
    VERIFICATION_PARTS.filter((p) => p !== "antennas"),
  );
  const noted = ["40", "38", "full", "41", "15"].map(
    (shown, i): SyncRecord => ({ ...seen(1, f1, i, "rf"), shown }) as SyncRecord,
  );
  expect([
    usualFigure(noted, "r1"),
    usualFigure(noted, "r2"),
    usualFigure(noted.slice(0, 1), "r1"),
  ]).toEqual([40, null, null]);
  expect([silenceOf([-110, -104]), silenceOf([-110, -80]), silenceOf([-70, -80])]).toEqual([
    "nothing",
    "flickers",
    "steady",
  ]);
  expect([-110, -90, -60, -20].map(rfOf)).toEqual(["none", "weak", "full", "red"]);
  expect([antennasOf([-60, -66]), antennasOf([-60, -84]), antennasOf([-84, -60])]).toEqual([
    "both-take-turns",
    "only-a-serves",
    "only-b-serves",
  ]);
  const tunes = { meets: "tunes" } as const;
  expect([
    partnerOf(null, tunes, "PACK A"),
    partnerOf("PACK A", tunes, "PACK A"),
    partnerOf("PACK B", tunes, "PACK A"),
    partnerOf("PACK B", { meets: "adaptive" }, "PACK A"),
  ]).toEqual(["nothing-told", "its-own", "another-pack", "its-own"]);
});

test("two packs of one position: allowed, and told while both are on", () => {
  const facts = finished();
  facts.channels[0] = {
    ...channel(1),
    extraPacks: [{ packKey: "h1", packLabel: "Hand 1", tuning }],
  };
  expect(parts(facts)[1]).toBe("proved");
  const reports = (hz: number) => ({
    receivers: { r1: { halvesHz: [f1, f2] } },
    packs: { p1: { isOn: true, frequencyHz: f1 }, h1: { isOn: true, frequencyHz: hz } },
  });
  expect(channelState({ ...facts, reports: reports(f1) }, facts.channels[0]).sync).toEqual({
    status: "problem",
    code: "two-on",
    packKeys: ["p1", "h1"],
  });
  expect(nextSteps({ ...facts, reports: reports(f1) })[0]).toMatchObject({
    code: "two-on",
    channelIds: [1],
  });
  expect(channelState({ ...facts, reports: reports(f1 + 2e6) }, facts.channels[0]).sync.code).toBe(
    "proved",
  );
});

test("age, voice, thin margins", () => {
  expect(parts({ ...finished(), nowMs: 241 * minute })[0]).toBe("scan-old");
  const rescanned = finished();
  rescanned.sweeps.push({ id: 8, placeId: 1, takenAtMs: 20 * minute, setup: { setting: null } });
  expect(parts(rescanned)[0]).toBe("scan-newer");
  const louder = finished();
  louder.channels[0] = { ...channel(1), effort: "shout" };
  expect(parts(louder)[2]).toBe("voice-changed");
  const thin = finished();
  thin.placeChecks[0] = { ...thin.placeChecks[0]!, marginDb: 6 };
  expect(parts(thin)[3]).toBe("thin");
  // a walk is judged by what is lost on it, not by its mean
  const lost = finished();
  lost.placeChecks[0] = { ...lost.placeChecks[0]!, marginDb: 18, holds: false };
  expect(parts(lost)[3]).toBe("thin");
});

test("a place that somebody walked since is not reckoned as before for anybody; what dropped there stands until it is walked again", () => {
  const facts = finished();
  const [mine, theirs] = facts.placeChecks;
  const walked = { droppedAtM: [9], lengthM: 20, leastMarginDb: null };
  facts.placeChecks.push({ ...theirs!, atMs: 14 * minute, walked });
  const placeOf = (index: number) => channelState(facts, facts.channels[index]!).place;
  expect(placeOf(0)).toMatchObject({ status: "stale", code: "walked-since" });
  expect(placeOf(1)).toMatchObject({ status: "problem", code: "dropped", atM: 9, marginDb: 0 });
  facts.placeChecks.push({ ...mine!, atMs: 15 * minute }, { ...theirs!, atMs: 15 * minute });
  expect(placeOf(0)).toMatchObject({ code: "in-range", isWalked: false });
  expect(placeOf(1).code).toBe("walk-again");
});

test("an empty day is told where to begin; on the eve, what is missing comes first", () => {
  const codes = (change: Partial<DayFacts>) =>
    nextSteps({ ...empty(), ...change }).map((s) => s.code);
  expect(codes({ preparation: { units: 0, findings: 0 }, channels: [] })).toEqual(["fill-case"]);
  expect(codes({ channels: [] })).toEqual(["find-talkers"]);
  expect(
    codes({ nowMs: -5 * 3_600_000, preparation: { units: 3, findings: 2 } }).slice(0, 2),
  ).toEqual(["prepare", "scan"]);
  expect(codes({ preparation: { units: 3, findings: 2 } })[0]).toBe("scan");
});

describe("a move", () => {
  const scenes: Scene[] = [
    {
      number: "1",
      title: "",
      placeId: 1,
      startMs: 60 * minute,
      endMs: 110 * minute,
      speakers: ["T1", "T2"],
      isRepeatable: true,
    },
    {
      number: "2",
      title: "",
      placeId: 2,
      startMs: 200 * minute,
      endMs: 260 * minute,
      speakers: ["T1", "Oswin"],
      isRepeatable: true,
    },
  ];
  const how = { scanMinutes: 2, isDriven: true };
  test("what holds here and would not there, in the order of the work, for those who speak there", () => {
    const plan = movePlan({ ...finished(), nowMs: 120 * minute }, scenes, 2, how);
    expect(plan.becomesStale).toEqual({ frequencies: 2, verifications: 2, ranges: 2, scan: true });
    expect(plan.steps.map((s) => s.code)).toEqual([
      "antennas",
      "scan",
      "pick",
      "sync",
      "prove",
      "range",
    ]);
    expect(plan.steps.find((s) => s.code === "prove")!.channelIds).toEqual([1]);
    expect([plan.sideChanges, plan.canWait, plan.joins, plan.leaves]).toEqual([
      true,
      [2],
      ["Oswin"],
      [2],
    ]);
    expect(plan.firstTakeMs! - plan.beginByMs!).toBeCloseTo(plan.minutes * minute, 3);
  });
  test("on the place itself: what is left, and nothing when all is done; packs that are on come off before a scan", () => {
    expect(movePlan(finished(), scenes, 1, how)).toMatchObject({
      isThere: true,
      steps: [],
      minutes: 0,
      becomesStale: { frequencies: 0, verifications: 0, ranges: 0, scan: false },
    });
    const on = {
      ...finished(),
      sweeps: [],
      reports: { receivers: {}, packs: { p1: { isOn: true, frequencyHz: f1 } } },
    };
    expect(
      movePlan(on, scenes, 1, how)
        .steps.slice(0, 2)
        .map((s) => [s.code, s.channelIds]),
    ).toEqual([
      ["packs-off", [1]],
      ["scan", []],
    ]);
  });
  test("too late is told by how much; once a day is enough where that is the rule", () => {
    const late = movePlan({ ...finished(), nowMs: 198 * minute }, scenes, 2, how);
    expect(late.lateMs).toBeCloseTo((198 - (200 - late.minutes)) * minute, 3);
    expect(
      movePlan({ ...finished(), nowMs: 120 * minute, rescan: "daily" }, scenes, 2, how).steps.map(
        (s) => s.code,
      ),
    ).not.toContain("scan");
  });
});
