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
    { code: "number", frequencyHz: 512.375e6 },
  ]);
  expect(bag.pack).toEqual([
    { code: "block", block: "47" },
    { code: "copy", method: "infrared", isBehindDoor: false },
    { code: "read-back" },
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
        const [step] = settingSteps(r, p, hz).receiver.filter((s) => s.code !== "block");
        if (step?.code === "switches")
          expect(switchCodeToHz(step.left + step.right, t.lowHz)).toEqual({ ok: true, value: hz });
        else
          expect(step).toMatchObject({ code: "preset", preset: String(r.tuning.indexOf(t) + 1) });
      }
    }
  }
});

test("systems that choose for themselves are paired", () => {
  expect(
    settingSteps(
      receiver("hollin-d2"),
      SHIPPED_KIT.packs.find((p) => p.maker === "Hollin")!,
      null,
    ),
  ).toEqual({ receiver: [{ code: "pair" }], pack: [{ code: "pair" }] });
});
