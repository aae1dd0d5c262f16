import { execFileSync } from "node:child_process";
import { dayHeadline } from "~/contract/messages/day";
import { batteryHeadline } from "~/contract/messages/battery";
import { setHeadline } from "~/contract/messages/frequencies";
import { levelsHeadline } from "~/contract/messages/level";
import { rollHeadline } from "~/contract/messages/roll";
import { verifiedHeadline } from "~/contract/messages/sync";
import type { ChannelState } from "~/core/channel/channelState";

interface Text {
  path: string;
  line: number;
  text: string;
  /** A word that stands beside its number, as "two packs". */
  isCounted?: true;
}

const texts = (
  JSON.parse(
    execFileSync(process.execPath, ["scripts/texts.mjs", "--json"], { maxBuffer: 64e6 }).toString(),
  ) as Text[]
).filter(({ path }) => !path.endsWith("practiceDay.server.ts"));
const MAX_HEADLINE = 60;

/** Words of an earlier vocabulary; the glossary has those that stand for them. */
const GONE =
  /\b(cells?|handed[ -]down|television|law|talkers|in hand|prov(e|ed|es|en)|proofs?|tick(ed|s)?|what is wrong|spoiled|an eye on|seam|humps?|combs?|newcomers?|somebody|nobody|mend(ed)?|strike|struck|one look|by the book|reckon(ed|ing)?|the case|fresh|happenings?|taken (in|away)|anew|put away|sent away|lamps?)\b/i;
/** Where a word of that list means something else: a lamp that makes noise, the heading of a file. */
const MEANT = [/lamps, screens, motors/, /a lamp, a motor or a screen/, /a talker and a frequency/];

test("no text uses a word of the earlier vocabulary", () => {
  expect(texts.length).toBeGreaterThan(3000);
  expect(
    texts
      .filter(({ text }) => GONE.test(text) && !MEANT.some((m) => m.test(text)))
      .map(({ path, line, text }) => `${path}:${line} ${text}`),
  ).toEqual([]);
});

test("every text of a screen stands in the catalogue", () => {
  expect(
    texts
      .filter(({ path, isCounted }) => path.startsWith("app/") && !isCounted)
      .map(({ path, line, text }) => `${path}:${line} ${text}`),
  ).toEqual([]);
});

test("no text shouts, and none ends in points where nothing opens", () => {
  expect(
    texts
      .filter(({ text }) => /[\p{L}\d]!(\s|$)/u.test(text))
      .map(({ path, line, text }) => `${path}:${line} ${text}`),
  ).toEqual([]);
});

test("the texts read easily: short sentences, short words", () => {
  const told = JSON.parse(
    execFileSync(process.execPath, ["scripts/readability.mjs", "--json"]).toString(),
  ) as { sentences: number; wordsPerSentence: number; fleschReadingEase: number };
  expect(told.sentences).toBeGreaterThan(1500);
  expect(told.wordsPerSentence).toBeLessThanOrEqual(14);
  expect(told.fleschReadingEase).toBeGreaterThanOrEqual(65);
});

/** "is drawn", "was saved": a headline says who does what. */
const PASSIVE =
  /\b(is|are|was|were|been|being|be) (\w+ed|drawn|found|kept|lost|made|set|shown|taken)\b/i;

const talkers = ["Marit", "Tobiah", "Irsa", "Agnete", "Nils"];
const state = (isDone: boolean): ChannelState => {
  const status = isDone ? "done" : "todo";
  return {
    channelId: 1,
    frequency: { status, code: "not-picked" },
    sync: { status, code: "not-proved" },
    level: { status, code: "not-set" },
    place: { status, code: "not-checked" },
  } as unknown as ChannelState;
};

describe.each([1, 5, 16])("with %p channels", (n) => {
  const set = { kind: "plan" as const, wanted: n, tightestDb: 12.4 };
  const named = Array.from({ length: n }, (_, i) => ({
    talker: talkers[i % 5] ?? "",
    words: "another transmitter",
  }));
  const headlines = [
    ...[0, n - 1, n].map((ready) =>
      dayHeadline(
        Array.from({ length: n }, (_, i) => state(i < ready)),
        "Lighthouse stair",
      ),
    ),
    setHeadline({ ...set, kind: "nothing", placed: 0, broken: 0, unplaced: 0 }),
    setHeadline({ ...set, placed: n, broken: 0, unplaced: 0 }),
    setHeadline({ ...set, placed: n, broken: n, unplaced: 0 }),
    setHeadline({ ...set, placed: n - 1, broken: 0, unplaced: 1 }),
    verifiedHeadline(0, n, null),
    verifiedHeadline(n, n, null),
    verifiedHeadline(n - 1, n, { talker: "Agnete", words: "only antenna A receives" }),
    levelsHeadline(n - 1, n, { talker: "Agnete", words: "clips by 3 dB" }),
    levelsHeadline(0, n, null),
    batteryHeadline(
      named.map((c) => ({ ...c, atMs: 8 * 3_600_000 })),
      n,
    ),
    batteryHeadline([], n),
    rollHeadline({ bad: named, watch: [], ok: 0, all: n }),
    rollHeadline({ bad: [], watch: named, ok: n, all: n }),
  ];
  test.each(headlines)("%s", (headline) => {
    expect(headline.length).toBeLessThanOrEqual(MAX_HEADLINE);
    expect(headline).toMatch(/^[\p{Lu}\d]/u);
    expect(headline).not.toMatch(PASSIVE);
  });
});
