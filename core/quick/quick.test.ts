import { settingStepWords } from "~/contract/messages/setting";
import { REGIONS } from "~/core/regulations/region";
import { adviceOf, expectedPeakDbfs, levelOf } from "./level";
import { carriedText, readCarried } from "./address";
import { cardOf } from "./card";
import { aroundOf, assess, lawOfSet, ourChoices, scanChoices } from "./choices";
import { matchOf } from "./match";
import { firstChangeMs, powerOf } from "./power";
import {
  placeText,
  QUICK_KINDS,
  type QuickPlace,
  type QuickSet,
  setProblem,
  usualSet,
  withLearned,
} from "./quickSet";
import { foldSession, nextStep, type QuickEvent, type QuickSession } from "./session";

const region = REGIONS.EU;
const where = { region: "EU", setting: "outdoors", place: "" } as const;
const HOUR = 3_600_000;
const mhz = (n: number): QuickPlace => ({
  list: null,
  number: null,
  frequencyHz: Math.round(n * 1e6),
});
const own = (list: string, number: string, frequencyMhz: number | null = null): QuickPlace => ({
  list,
  number,
  frequencyHz: frequencyMhz === null ? null : Math.round(frequencyMhz * 1e6),
});

type Said = QuickEvent extends infer E
  ? E extends QuickEvent
    ? Omit<E, "id" | "atMs">
    : never
  : never;
const events = (...said: Said[]): QuickEvent[] =>
  said.map((s, i) => ({ id: `e${i}`, atMs: i * 1000, ...s }));
const session = (...said: Said[]): QuickSession => {
  const folded = foldSession(events(...said));
  if (!folded) throw new Error("nothing was begun");
  return folded;
};
const begun = (set: QuickSet): Said => ({
  what: "begun",
  set,
  where,
  level: null,
  assigned: [],
  ranBefore: null,
});
const seen = (
  part: "silent" | "rf" | "voice",
  outcome: "nothing" | "full" | "follows" | "steady",
): Said => ({
  what: "seen",
  system: 0,
  part,
  outcome,
});
const verified: Said[] = [seen("silent", "nothing"), seen("rf", "full"), seen("voice", "follows")];
const ranges = (lowMhz: number, highMhz: number) => [
  { lowHz: Math.round(lowMhz * 1e6), highHz: Math.round(highMhz * 1e6) },
];
const level = (set: QuickSet): Said => {
  const { gainDb, outputDb, inputGainDb } = levelOf(set, { voice: "normal", isNoisy: false });
  return {
    what: "level",
    system: 0,
    level: { voice: "normal", isNoisy: false, gainDb, outputDb, inputGainDb, seenDbfs: null },
  };
};
const fresh: Said = { what: "batteries", system: 0, end: "pack", ranHours: 0 };

/** Ten kinds: what its screen says, and how the number and the hands' work are told then. */
const KINDS: {
  kind: string;
  set: QuickSet;
  heard: Said[];
  use: QuickPlace | null;
  shown: string | null;
  pack: RegExp;
}[] = [
  {
    kind: "banks and channels",
    set: { ...usualSet("banks", "Camera A"), ranges: ranges(520, 562) },
    heard: [
      { what: "heard", system: 0, word: { kind: "members", list: "7", free: ["3", "9"], of: 12 } },
    ],
    use: own("7", "9", 531.425),
    shown: "7.9",
    pack: /window to the receiver/,
  },
  {
    kind: "groups and channels in a rack",
    set: { ...usualSet("groups", "Rack"), ranges: ranges(606, 613) },
    heard: [{ what: "heard", system: 0, word: { kind: "count", list: "2", free: 11, of: 12 } }],
    use: own("2", "4", 612.9),
    shown: "2.4",
    pack: /Choose group 2/,
  },
  {
    kind: "dual halves by thirds",
    set: {
      ...usualSet("dual", "Bag"),
      hasThirds: true,
      ranges: ranges(470, 542),
      scan: "proposal",
    },
    heard: [{ what: "heard", system: 0, word: { kind: "proposal", place: mhz(473.5) } }],
    use: mhz(473.5),
    shown: "473.500",
    pack: /window to the receiver/,
  },
  {
    kind: "two code switches",
    set: { ...usualSet("codes", "Old faithful"), ranges: ranges(537.6, 537.6) },
    heard: [],
    use: mhz(553.9),
    shown: "A3",
    pack: /left switch to A, the right one to 3/,
  },
  {
    kind: "whole-range analyser",
    set: { ...usualSet("mhz", "Bag"), ranges: ranges(470, 608), scan: "graph" },
    heard: [{ what: "heard", system: 0, word: { kind: "graph", place: mhz(512.375) } }],
    use: mhz(512.375),
    shown: "512.375",
    pack: /window to the receiver/,
  },
  {
    kind: "a coordinator's number in a TV channel",
    set: { ...usualSet("tv-number", "Crew 3"), ranges: ranges(566, 590) },
    heard: [],
    use: own("33", "05", 568.375),
    shown: "33.05",
    pack: /Choose TV channel 33/,
  },
  {
    kind: "chooses for itself",
    set: usualSet("self-choosing", "Clip-on"),
    heard: [],
    use: null,
    shown: null,
    pack: /Pair both ends/,
  },
  {
    kind: "near-field touch",
    set: { ...usualSet("mhz", "Camera B"), ranges: ranges(470, 542), carry: "near-field" },
    heard: [{ what: "heard", system: 0, word: { kind: "proposal", place: mhz(500.1) } }],
    use: mhz(500.1),
    shown: "500.100",
    pack: /hold the two marks together/,
  },
  {
    kind: "pairing by name and key",
    set: {
      ...usualSet("mhz", "Digital"),
      ranges: ranges(470, 608),
      carry: "pairing",
      scan: "graph",
    },
    heard: [{ what: "heard", system: 0, word: { kind: "graph", place: mhz(590.2) } }],
    use: mhz(590.2),
    shown: "590.200",
    pack: /Pair both ends/,
  },
  {
    kind: "plug-on",
    set: { ...usualSet("plug-on", "Reporter"), ranges: ranges(606, 613) },
    heard: [{ what: "heard", system: 0, word: { kind: "proposal", place: mhz(610.7) } }],
    use: mhz(610.7),
    shown: "610.700",
    pack: /Set 610.700 MHz/,
  },
];

test.each(KINDS)("from nothing to go: $kind", ({ set, heard, use, shown, pack }) => {
  expect(setProblem(set)).toBeNull();
  const said: Said[] = [begun(set), ...heard];
  const isSelf = use === null;
  expect(nextStep(session(...said)).step).toBe(isSelf ? "match" : "frequency");
  if (use) {
    said.push({ what: "used", system: 0, place: use, from: heard.length > 0 ? "scan" : "given" });
    const s = session(...said);
    expect(placeText(s.systems[0]!.set, s.systems[0]!.use!.place)).toBe(shown);
    expect(assess(use, "given", aroundOf(s, 0, region)).problem).toBeNull();
  }
  const now = session(...said);
  const match = matchOf(now.systems[0]!.set, now.systems[0]!.use?.place ?? null);
  expect(match.shown).toBe(shown);
  expect(match.pack.map(settingStepWords).join(" ")).toMatch(pack);
  // nobody is told a number that its unit cannot show
  const words = [...match.receiver, ...match.pack].map(settingStepWords).join(" ");
  if (shown !== null)
    expect(words).toContain(shown.replace(/^A3$/, "shows A3").replace(/^code /, ""));
  for (const [step, next] of [
    ["match", { what: "matched", system: 0 }],
    ["verify", null],
    ["level", level(set)],
    ["batteries", fresh],
  ] as const) {
    expect(nextStep(session(...said)).step).toBe(step);
    said.push(...(next ? [next] : verified));
  }
  expect(nextStep(session(...said)).step).toBe("go");
  const card = cardOf({ session: session(...said), system: 0, region, nowMs: HOUR })!;
  expect(card.isVerified).toBe(true);
  expect(card.number).toBe(shown);
  expect(card.changeAtMs).toBeGreaterThan(HOUR);
});

describe("what a scan said", () => {
  const set = { ...usualSet("banks", "Camera A"), ranges: ranges(520, 562) };
  test("members that it calls free are offered, what it passed over is told; a hit number does not come back", () => {
    const s = session(
      begun(set),
      {
        what: "heard",
        system: 0,
        word: { kind: "members", list: "7", free: ["3", "9", "12"], of: 12 },
      },
      { what: "used", system: 0, place: own("7", "9"), from: "scan" },
      { what: "hit", system: 0, next: own("7", "12") },
    );
    const around = aroundOf(s, 0, region);
    expect(assess(own("7", "4"), "given", around).problem).toEqual({ code: "passed-over" });
    expect(assess(own("7", "9"), "given", around).problem).toEqual({ code: "hit-before" });
    expect(scanChoices(around).map((c) => [c.place.number, c.problem?.code ?? null])).toEqual([
      ["3", null],
      ["12", null],
      ["9", "hit-before"],
    ]);
    expect(s.systems[0]!.use!.place.number).toBe("12");
    expect(nextStep(s).step).toBe("match");
  });
  test("without its megahertz a number is allowed where its whole range is, else that is not known", () => {
    const lawIn = (lowMhz: number, highMhz: number) =>
      assess(
        own("7", "4"),
        "scan",
        aroundOf(session(begun({ ...set, ranges: ranges(lowMhz, highMhz) })), 0, region),
      ).law.code;
    expect([lawIn(520, 562), lawIn(680, 710), lawIn(700, 720), lawIn(174, 216)]).toEqual([
      "allowed",
      "not-known",
      "not-allowed",
      "no-rule",
    ]);
  });
  test("its own number and the megahertz together are learned", () => {
    const learned = withLearned(withLearned(set, own("7", "9", 531.425)), own("7", "3", 528.125));
    expect(placeText(learned, mhz(531.425))).toBe("7.9");
    expect(placeText(learned, own("7", "3"))).toBe("7.3");
    expect(matchOf(learned, own("7", "3")).receiver.map(settingStepWords).join(" ")).toContain(
      "528.125 MHz",
    );
    expect(matchOf(set, own("7", "3")).receiver.map(settingStepWords)).toEqual([
      "Choose bank 7.",
      "Choose number 3 in it.",
      "It shows 7.3.",
    ]);
  });
  test("what is forbidden, outside the range, or a product of a second pack is told", () => {
    const first = session(begun({ ...usualSet("mhz", "A"), ranges: ranges(470, 760) }));
    const around = aroundOf(first, 0, region);
    expect(assess(mhz(710), "given", around).problem).toEqual({ code: "not-allowed" });
    expect(assess(mhz(800), "given", around).problem).toEqual({ code: "not-tunable" });
    expect(assess(mhz(500.1), "given", { ...around, othersHz: [500.3e6] }).problem).toEqual({
      code: "too-near",
      offHz: 200_000,
    });
    // 2 × 501 − 500 = 502
    expect(assess(mhz(502), "given", { ...around, othersHz: [500e6, 501e6] }).problem).toEqual({
      code: "product",
      missHz: 0,
    });
  });
});

describe("where nothing can scan", () => {
  test("ours are allowed, apart, and each in another TV channel", () => {
    const s = session(begun({ ...usualSet("mhz", "A"), scan: "none", ranges: ranges(470, 760) }));
    const ours = ourChoices(aroundOf(s, 0, region), 5);
    expect(ours).toHaveLength(5);
    expect(new Set(ours.map((c) => c.tvChannel)).size).toBe(5);
    expect(ours.every((c) => c.law.code === "allowed" && c.place.frequencyHz! < 694e6)).toBe(true);
  });
  test("code switches get codes that they have; presets only theirs", () => {
    const codes = session(begun({ ...usualSet("codes", "A"), ranges: ranges(537.6, 537.6) }));
    const [first] = ourChoices(aroundOf(codes, 0, region), 3);
    expect(placeText(codes.systems[0]!.set, first!.place)).toMatch(/^[0-9A-F]{2}$/);
    const presets = session(
      begun({
        ...usualSet("presets", "A"),
        ranges: [863.1, 864.1].map((f) => ranges(f, f)[0]!),
      }),
    );
    expect(ourChoices(aroundOf(presets, 0, region), 5).map((c) => c.place.frequencyHz)).toEqual(
      expect.arrayContaining([863.1e6, 864.1e6]),
    );
  });
});

describe("bad input", () => {
  test.each([
    [[], { code: "range-missing" }],
    [ranges(562, 520), { code: "range-upside-down", lowHz: 562e6, highHz: 520e6 }],
    [ranges(1, 3), { code: "range-unlikely", lowHz: 1e6, highHz: 3e6 }],
    [ranges(470, 1800), { code: "range-unlikely", lowHz: 470e6, highHz: 1800e6 }],
  ])("%j", (tunes, problem) =>
    expect(setProblem({ ...usualSet("mhz", "A"), ranges: tunes })).toEqual(problem),
  );
});

test("the regulations on a whole range: how much of it, under which licence, or nothing known", () => {
  expect(lawOfSet(region, { ...usualSet("mhz", "A"), ranges: ranges(520, 562) })).toMatchObject({
    allowedHz: 42e6,
    wholeHz: 42e6,
    licences: ["individual licence"],
    hasUnruled: false,
  });
  expect(lawOfSet(region, { ...usualSet("mhz", "A"), ranges: ranges(690, 730) }).allowedHz).toBe(
    4e6,
  );
  expect(lawOfSet(region, { ...usualSet("mhz", "A"), ranges: ranges(174, 216) })).toMatchObject({
    allowedHz: 0,
    hasUnruled: true,
  });
  expect(lawOfSet(region, usualSet("self-choosing", "A")).licences).toEqual(["none needed"]);
});

test("moved: the scan and the verification are gone, the number stays to be asked about", () => {
  const set = { ...usualSet("mhz", "A"), ranges: ranges(470, 542) };
  const before: Said[] = [
    begun(set),
    { what: "heard", system: 0, word: { kind: "proposal", place: mhz(500.1) } },
    { what: "used", system: 0, place: mhz(500.1), from: "scan" },
    { what: "matched", system: 0 },
    ...verified,
  ];
  const s = session(...before, { what: "moved", where: { ...where, place: "Quay" } });
  expect(s.systems[0]).toMatchObject({ words: [], seen: [], use: null, last: mhz(500.1) });
  expect(nextStep(s).step).toBe("frequency");
});

test("what was said can be taken back", () => {
  const set = { ...usualSet("mhz", "A"), ranges: ranges(470, 542) };
  const all = events(begun(set), { what: "used", system: 0, place: mhz(500.1), from: "given" });
  const undo: QuickEvent = { id: "u", atMs: 9, what: "undo", of: "e1" };
  expect(foldSession([...all, undo])!.systems[0]!.use).toBeNull();
});

describe("levels", () => {
  const set = { ...usualSet("banks", "A"), ranges: ranges(520, 562) };
  test("a louder voice and a noisy place ask for less at the pack, and the peaks stay at their aim", () => {
    const of = (voice: "soft" | "normal" | "shout", isNoisy = false) =>
      levelOf(set, { voice, isNoisy });
    expect(of("shout").gainDb).toBeLessThan(of("normal").gainDb);
    expect(of("normal", true).gainDb).toBeLessThanOrEqual(of("normal").gainDb);
    // common practice, no published source: about −27 on a scale of 0 to −60 for a lavalier in
    // ordinary surroundings, the receiver's output at −12 to −18
    expect(of("normal")).toMatchObject({ gainDb: -27, outputDb: -18 });
    for (const l of [of("soft"), of("normal"), of("shout")])
      expect(Math.abs(l.loudestDbfs - -8)).toBeLessThanOrEqual(4);
    expect(of("normal").traps.map((t) => t.code)).toContain("auto-gain");
  });
  test("a meter that peaks too high turns one control down; as calculated it is left", () => {
    const { gainDb, outputDb, inputGainDb } = levelOf(set, { voice: "normal", isNoisy: false });
    const now = {
      voice: "normal",
      isNoisy: false,
      gainDb,
      outputDb,
      inputGainDb,
      seenDbfs: null,
    } as const;
    expect(adviceOf(set, now, expectedPeakDbfs(set, now)).code).toBe("leave");
    expect(adviceOf(set, now, -1)).toMatchObject({ code: "turn" });
    expect(adviceOf(set, now, null).code).toBe("nothing-heard");
  });
});

test("batteries: both ends run, the first to be changed is told; what nobody said is not known", () => {
  const set = { ...usualSet("mhz", "A"), ranges: ranges(470, 542) };
  const s = session(begun(set), fresh, {
    what: "batteries",
    system: 0,
    end: "receiver",
    ranHours: 2,
  });
  const power = powerOf(s.systems[0]!, 2000 + HOUR);
  expect(power[0]!.leftHours).toBeCloseTo(power[0]!.hours! - 1, 2);
  expect(firstChangeMs(power)).toBe(power[1]!.changeAtMs);
  expect(powerOf(session(begun(set)).systems[0]!, 0)[0]!.leftHours).toBeNull();
});

describe("a set in an address", () => {
  test.each(QUICK_KINDS)("%s comes back as it went", (kind) => {
    const set: QuickSet = {
      ...usualSet(kind, "Kamera Ä & B"),
      block: kind === "self-choosing" ? null : "G",
      ranges: kind === "self-choosing" ? [] : ranges(520.125, 562),
      lists:
        kind === "banks" ? withLearned(usualSet("banks", ""), own("7", "09", 531.425)).lists : [],
      packs: 2,
      source: "headset",
    };
    const carried = {
      set,
      use: own("7", "9", 531.425),
      backup: mhz(533.85),
      region: "EU",
      session: "crew-12345678",
    };
    const text = carriedText(carried);
    const back = readCarried(`#${text}`);
    expect(back).toMatchObject({
      ok: true,
      value: { set, use: carried.use, region: "EU", session: "crew-12345678" },
    });
    expect(back.ok && back.value.backup!.frequencyHz).toBe(533.85e6);
  });
  test("is plain to read", () =>
    expect(
      carriedText({
        set: { ...usualSet("banks", "Camera A"), ranges: ranges(520, 562) },
        use: own("7", "9"),
        backup: null,
        region: null,
        session: null,
      }),
    ).toBe("set=banks&name=Camera%20A&tunes=520.000-562.000&use=7.9"));
  test.each([
    ["", { code: "no-set" }],
    ["set=banjo", { code: "kind-unknown", text: "banjo" }],
    ["set=mhz&tunes=low-high", { code: "value-unreadable", name: "tunes", text: "low-high" }],
    ["set=mhz&packs=7", { code: "value-unreadable", name: "packs", text: "7" }],
    ["set=mhz&name=%E0%A4%A", { code: "value-unreadable", name: "name", text: "%E0%A4%A" }],
  ])("%s", (text, error) => expect(readCarried(text)).toEqual({ ok: false, error }));
});
