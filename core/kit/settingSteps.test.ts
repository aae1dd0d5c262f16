import { withLists } from "./lists";
import { packModel, receiverModel } from "./models";
import { switchCodeToHz } from "./switchCode";
import { SHIPPED_KIT } from "./shipped";
import { settingSteps, type SettingStep } from "./settingSteps";

const receiver = (id: string) => SHIPPED_KIT.receivers.find((r) => r.id === id)!;
const pack = (id: string) => SHIPPED_KIT.packs.find((p) => p.id === id)!;
const codes = (steps: SettingStep[]) => steps.map((s) => s.code);

test("block before number, copied where both ends can, stored where it must be, and read once more", () => {
  const bag = settingSteps(receiver("tarnfell-r2-47"), pack("tarnfell-p-47"), 512.375e6);
  expect(bag.receiver).toEqual([
    { code: "block", block: "47" },
    {
      code: "number",
      frequencyHz: 512.375e6,
      shown: "512.375",
      coarse: null,
      fineHz: null,
    },
    { code: "read-back", shown: "512.375 MHz", isAfterOff: false },
  ]);
  expect(bag.pack).toEqual([
    { code: "block", block: "47" },
    { code: "copy", method: "infrared", isBehindDoor: false },
    { code: "read-back", shown: "512.375 MHz", isAfterOff: true },
  ]);
  expect(codes(settingSteps(receiver("kelda-q2-49"), pack("kelda-m1-49"), 500e6).pack)).toEqual([
    "block",
    "base",
    "copy",
    "read-back",
  ]);
  expect(
    codes(settingSteps(receiver("oystercatch-c1-51"), pack("oystercatch-t-51"), 550e6).pack),
  ).toEqual(["block", "copy", "store", "read-back"]);
});

test("what a unit is set by is the frequency, at every place of its grid", () => {
  const own = [
    [receiver("skerrick-s-53"), pack("skerrick-k-53")],
    [receiver("brae-v4"), pack("brae-vt")],
  ] as const;
  for (const [r, p] of own) {
    for (const t of r.tuning) {
      for (let hz = t.lowHz; hz <= t.highHz; hz += t.stepHz) {
        // the pack's: a receiver has a window for the code
        const [step] = settingSteps(r, p, hz).pack.filter((s) => s.code !== "block");
        if (step?.code === "switches")
          expect(switchCodeToHz(step.left + step.right, t.lowHz)).toEqual({ ok: true, value: hz });
        else
          expect(step).toMatchObject({ code: "preset", preset: String(r.tuning.indexOf(t) + 1) });
      }
    }
  }
});

test("each level of a menu in its order, at both ends, and in the end what it shows in its own form", () => {
  const kit = withLists(SHIPPED_KIT);
  const of = (r: string, p: string, hz: number) =>
    settingSteps(receiverModel(kit, r), packModel(kit, p), hz);
  expect(of("skerrick-s-53", "skerrick-k-53", 553.9e6).receiver).toEqual([
    { code: "block", block: "53" },
    { code: "code-window", text: "A3" },
    { code: "read-back", shown: "code A3", isAfterOff: false },
  ]);
  // the third of group 2 by the table: 568.375
  const group = of("corran-g4-58", "corran-h-58", 568.375e6);
  expect(group.pack).toEqual([
    { code: "block", block: "58" },
    { code: "list", word: "group", list: "2", isUser: false },
    { code: "list-number", number: "3", frequencyHz: 568.375e6 },
    { code: "store", how: "asks" },
    { code: "read-back", shown: "group 2.3", isAfterOff: true },
  ]);
  expect(group.receiver.slice(1)).toEqual([
    ...group.pack.slice(1, -1),
    { ...group.pack.at(-1), isAfterOff: false },
  ]);
  // TV 33 begins at 566; its fifth number lies 0.35 + 4 · 0.4 above: 567.95
  expect(of("marram-k2", "marram-t", 567.95e6).receiver).toEqual([
    { code: "choose-block", block: "K4" },
    { code: "tv", channel: "33" },
    { code: "tv-number", number: "05", frequencyHz: 567.95e6 },
    { code: "store", how: "by-hand" },
    { code: "read-back", shown: "TV K4 · 33-05", isAfterOff: false },
  ]);
  expect(of("samphire-s2-47", "samphire-b-47", 523.125e6).receiver.slice(1, 3)).toEqual([
    { code: "choose-block", block: "high third" },
    {
      code: "number",
      frequencyHz: 523.125e6,
      shown: "523.125",
      coarse: { stepHz: 1e6, toHz: 523e6 },
      fineHz: 25e3,
    },
  ]);
});

test("systems that choose for themselves are woken, paired with the others off, and identified", () => {
  expect(
    settingSteps(
      receiver("hollin-d2"),
      SHIPPED_KIT.packs.find((p) => p.maker === "Hollin")!,
      null,
    ),
  ).toEqual({
    receiver: [
      { code: "wake" },
      { code: "others-off" },
      { code: "pair" },
      { code: "linked", tellsName: true },
    ],
    pack: [{ code: "pair" }, { code: "identify" }],
  });
});
