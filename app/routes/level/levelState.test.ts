import { SHIPPED_KIT } from "~/core/kit/shipped";
import { type LevelAbout, isAsSuggested, levelReducer, levelsOf, startLevels } from "./levelState";

type Kept = NonNullable<LevelAbout["channel"]["lastLevel"]>;
const KEPT = {
  atMs: 5,
  gainDb: -30,
  outputDb: 0,
  inputGainDb: 12,
  school: "hot",
  aim: "minus-18",
  looked: ["seen-before"],
  loudestSplAt1mDb: 71,
} as unknown as Kept;
const about = (level: string, lastLevel: Kept | null = null): LevelAbout => {
  const channel = {
    id: 1,
    talker: "Marit",
    receiverModelId: "oystercatch-c1-51",
    packModelId: "oystercatch-t-51",
    inputId: "recorder-line",
    microphoneId: "pebble",
    effort: "normal",
    micDistanceM: 0.2,
    peakFactorDb: 14,
    packLabel: "Pack A",
    receiverLabel: "Bag 1",
    lastPlaceCheck: null,
    lastLevel,
    state: { level: { code: level } },
  } as unknown as LevelAbout["channel"];
  return { view: { kit: SHIPPED_KIT, channels: [channel] }, channel, hasLoudspeakers: false };
};

test("a voice that nobody set yet begins with what is suggested: low at the pack, and that is as good as it gets", () => {
  const start = startLevels(about("none"));
  expect([start.school, start.aim, start.loudestSplAt1mDb]).toEqual(["low", "minus-20", 66]);
  const levels = levelsOf(about("none"), start);
  expect(start.settings).toMatchObject(levels.suggested.low.settings);
  expect(isAsSuggested(levels)).toBe(true);
});

test("what was kept stands again, on the nearest step that the units have; where it went stale only its school does", () => {
  const kept = startLevels(about("set", KEPT));
  expect([kept.school, kept.aim, kept.looked, kept.loudestSplAt1mDb]).toEqual([
    "hot",
    "minus-18",
    ["seen-before"],
    71,
  ]);
  const steps = SHIPPED_KIT.packs.find((p) => p.id === "oystercatch-t-51")!.gainStepsDb;
  expect(steps).toContain(kept.settings.gainDb);
  expect(Math.abs(kept.settings.gainDb - KEPT.gainDb)).toBe(
    Math.min(...steps.map((s) => Math.abs(s - KEPT.gainDb))),
  );
  const stale = startLevels(about("stale", KEPT));
  expect([stale.school, stale.loudestSplAt1mDb]).toEqual(["hot", 66]);
  expect(stale.settings).toMatchObject(
    levelsOf(about("stale", KEPT), stale).suggested.hot.settings,
  );
});

test("a gain that is turned stays; a louder voice takes the settings along", () => {
  const of = about("none");
  const start = startLevels(of);
  const steps = levelsOf(of, start).stepsDb.pack;
  const turned = levelReducer(of, start, {
    type: "set",
    settings: { gainDb: Math.min(...steps) },
  });
  expect(turned.settings.gainDb).toBe(Math.min(...steps));
  expect(isAsSuggested(levelsOf(of, turned))).toBe(false);
  const louder = levelReducer(of, turned, {
    type: "asked",
    change: { loudestSplAt1mDb: 95 },
    voice: { effort: "loud" },
  });
  expect(louder.settings).toMatchObject({
    effort: "loud",
    ...levelsOf(of, louder).suggested.low.settings,
  });
  expect(levelReducer(of, louder, { type: "turned", change: { looked: ["x"] } }).looked).toEqual([
    "x",
  ]);
});
