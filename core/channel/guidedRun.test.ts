import type { Channel, DayFacts, SyncRecord } from "./facts";
import { guidedRun } from "./guidedRun";
import { neededPartsOf, VERIFICATION_OUTCOMES, VERIFICATION_PARTS } from "./verificationParts";

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
  receiverKey: "r",
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
  packName: "T",
  verificationParts: [...VERIFICATION_PARTS],
  neededParts: neededPartsOf("whole", VERIFICATION_PARTS),
  version: 1,
});
const hz = (id: number) => 500e6 + id * 1e6;
const at = (id: number, atMs: number) => ({ channelId: id, placeId: 1, atMs, who: null });
const synced = (id: number, atMs: number): SyncRecord[] => [
  { ...at(id, atMs), kind: "receiver-set", frequencyHz: hz(id) },
  { ...at(id, atMs), kind: "pack-synced", frequencyHz: hz(id), packKey: `p${id}`, toldHz: hz(id) },
];
const proved = (id: number, atMs: number): SyncRecord[] =>
  VERIFICATION_PARTS.map((part) => ({
    ...at(id, atMs),
    kind: "proof",
    part,
    outcome: VERIFICATION_OUTCOMES[part].good[0],
    frequencyHz: hz(id),
    packKey: `p${id}`,
    receiverKey: "r",
    strongestDbm: null,
    antennasDbm: null,
    shown: null,
  }));

test("the run from nothing to a checked plan, a step at a time", () => {
  const facts: DayFacts = {
    nowMs: 10,
    places: [{ id: 1, name: "Loft", setting: "indoors", note: "", startMs: 0, endMs: 1 }],
    currentPlaceId: 1,
    channels: [channel(1), channel(2)],
    unitScans: [],
    sweeps: [],
    rescan: "each-move",
    plan: null,
    syncs: [],
    levels: [],
    placeChecks: [],
    preparation: { units: 4, findings: 0 },
    reports: {
      receivers: {},
      packs: { p1: { isOn: false, frequencyHz: 0 }, p2: { isOn: true, frequencyHz: 480e6 } },
    },
  };
  const packs = facts.reports!.packs;
  const step = () => guidedRun(facts).step;
  const scanned = (id: number, takenAtMs: number) =>
    facts.sweeps.push({ id, placeId: 1, takenAtMs, setup: { setting: null } });
  const plan = (version: number, sweepId: number, ...ids: number[]) => {
    facts.plan = {
      version,
      placeId: 1,
      sweepId,
      acceptedAtMs: version,
      picks: ids.map((id) => ({ channelId: id, frequencyHz: hz(id) })),
    };
  };

  expect(step()).toEqual({ code: "packs-off", packLabels: ["Pack 2"] });
  packs["p2"] = { isOn: false, frequencyHz: 480e6 };
  expect(step()).toEqual({ code: "scan", channelId: 1, onCount: 0 });
  scanned(1, 5);
  expect(step()).toEqual({ code: "choose", channelId: 1 });
  plan(1, 1, 1);
  expect(step()).toEqual({ code: "set-receiver", channelId: 1 });
  facts.syncs.push(synced(1, 6)[0]!);
  expect(step()).toEqual({ code: "switch-on", channelId: 1 });
  packs["p1"] = { isOn: true, frequencyHz: 480e6 };
  expect(step()).toEqual({ code: "set-pack", channelId: 1 });
  packs["p1"] = { isOn: true, frequencyHz: hz(1), isStored: false };
  facts.syncs.push(synced(1, 6)[1]!);
  expect(step()).toEqual({ code: "store", channelId: 1 });
  packs["p1"] = { isOn: true, frequencyHz: hz(1), isStored: true };
  expect(step()).toEqual({ code: "prove", channelId: 1 });
  facts.syncs.push(...proved(1, 7));
  expect(guidedRun(facts)).toEqual({
    step: { code: "scan", channelId: 2, onCount: 1 },
    done: 1,
    of: 2,
  });
  packs["p1"] = { isOn: false, frequencyHz: hz(1), isStored: true };
  expect(step()).toEqual({ code: "leave-on", channelId: 1 });
  packs["p1"] = { isOn: true, frequencyHz: hz(1), isStored: true };
  scanned(2, 8);
  expect(step()).toEqual({ code: "choose", channelId: 2 });
  plan(2, 2, 1, 2);
  packs["p2"] = { isOn: true, frequencyHz: hz(2) };
  facts.syncs.push(...synced(2, 9), ...proved(2, 9));
  expect(step()).toEqual({ code: "last-scan" });
  scanned(3, 10);
  expect(step()).toEqual({ code: "check" });
  // somebody came up who was silent before: a way on, not the same refusal again
  expect(guidedRun(facts, 2).step).toEqual({ code: "choose-again", channelId: 2 });
  plan(3, 3, 1, 2);
  expect(guidedRun(facts)).toEqual({ step: { code: "done" }, done: 2, of: 2 });
  // a plan of another place is no plan of this run; what is wrong is to be mended first
  facts.syncs.push({ ...proved(2, 11)[5]!, outcome: "nothing" } as SyncRecord);
  expect(step()).toEqual({ code: "mend", channelId: 2 });
  facts.plan = { ...facts.plan!, placeId: 9 };
  expect(step().code).toBe("choose");
});
