import { rigLineWords } from "~/contract/messages/rig";
import { ordinaryRig, type RigFacts, rigLines } from "./rigCard";

const facts: RigFacts = {
  rig: { ...ordinaryRig(1), isAsked: true },
  wear: "waist-front",
  source: "lavalier",
  isMicDirectional: false,
  towards: null,
  moves: "seated",
};
const codes = (change: Partial<RigFacts>, kind?: string) =>
  rigLines({ ...facts, ...change })
    .filter((l) => !kind || l.kind === kind)
    .map((l) => l.code);

test("nothing to mend where all is right; each thing that is wrong is one line with what it brings", () => {
  expect(codes({}, "mend")).toEqual([]);
  const bad = {
    ...facts.rig,
    isAsked: false,
    whip: "coiled" as const,
    skinContact: true,
    isLeadAcross: true,
    isNearMetal: true,
  };
  expect(
    rigLines({ ...facts, rig: bad })
      .filter((l) => l.kind === "mend")
      .map((l) => [l.code, l.gainDb]),
  ).toEqual([
    ["ask-first", null],
    ["whip-straight", 10],
    ["skin-sleeve", 7],
    ["lead-off-antenna", null],
    ["keep-from-metal", null],
  ]);
  expect(codes({ rig: { ...bad, sleeve: true } }, "mend")).not.toContain("skin-sleeve");
});

test("the pack belongs where the antennas are: round the body, or on the other hip", () => {
  expect(codes({ wear: "waist-back", towards: "front" }, "mend")).toEqual(["less-body"]);
  expect(codes({ wear: "waist-front", towards: "front" }, "mend")).toEqual([]);
  expect(codes({ towards: "left", rig: { ...facts.rig, side: "right" } }, "mend")).toEqual([
    "other-side",
  ]);
  expect(codes({ towards: "left", rig: { ...facts.rig, side: "left" } }, "mend")).toEqual([]);
});

test("a scene's cautions, a moving talker's holds, the school of the mute, a directional microphone", () => {
  const stunt = {
    ...facts.rig,
    cautions: ["implant" as const, "stunt" as const],
    mute: "may-mute" as const,
  };
  expect(codes({ rig: stunt }, "mind")).toEqual(["stunt", "implant", "pins"]);
  expect(codes({ moves: "runs, on camera B" })).toEqual(
    expect.arrayContaining(["hold-tip", "sheath"]),
  );
  expect(codes({ rig: stunt })).toContain("mute-shown");
  expect(codes({})).toContain("lock");
  expect(codes({ isMicDirectional: true })).toContain("mic-aim");
  expect(
    codes({
      source: "handheld",
      rig: { ...facts.rig, isAsked: false },
      towards: "front",
      wear: "hand",
    }),
  ).toEqual(["set-like-pack", "collar", "hold-low", "hold-mouth"]);
});

test("nobody is touched for what nobody wears; a headset is worn and pins nothing", () => {
  for (const source of ["handheld", "plug-on", "line-feed", "boom"] as const) {
    const lines = codes({ source, rig: { ...facts.rig, isAsked: false } });
    expect(lines).not.toContain("ask-first");
    expect(lines.some((c) => c.startsWith("mic-") || c === "sits-firm")).toBe(false);
  }
  const headset = codes({ source: "headset", rig: { ...facts.rig, isAsked: false } });
  expect(headset).toEqual(expect.arrayContaining(["ask-first", "mic-headset", "sits-firm"]));
  expect(headset).not.toContain("pins");
});

test("every line has words, and no two the same", () => {
  const rig = {
    ...facts.rig,
    isAsked: false,
    whip: "bent" as const,
    skinContact: true,
    isLeadAcross: true,
    isNearMetal: true,
    side: "left" as const,
    cautions: ["stunt", "water", "child", "implant"] as never,
  };
  const words = rigLines({
    ...facts,
    rig,
    towards: "right",
    moves: "runs",
    isMicDirectional: true,
  }).map((l) => rigLineWords(l, { ...facts, rig, towards: "right" }));
  expect(new Set(words).size).toBe(words.length);
  expect(words.every((w) => /^[A-Z].*\.$/.test(w))).toBe(true);
});
