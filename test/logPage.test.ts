import { correctEntry, logPage } from "~/server/services/day/log.server";
import { putNote } from "~/server/services/roll/roll.server";
import { type PracticeApp, practiceApp } from "./practiceApp";

let practice: PracticeApp;
beforeAll(async () => {
  practice = await practiceApp();
});
afterAll(() => practice.stop());

const note = async (text: string) => {
  expect(
    (
      await putNote(practice.app, practice.dayId, {
        text,
        channelId: null,
        agoMs: 0,
        idempotencyKey: null,
      })
    ).ok,
  ).toBe(true);
};
const page = async (search = "", most = 20) => {
  const got = await logPage(
    practice.app,
    practice.dayId,
    { groups: null, channelId: null, search },
    most,
  );
  if (!got.ok) throw new Error(got.error.code);
  return got.value;
};

test("a page holds the newest that fit, counts the rest, and has what was noted or put right a moment ago", async () => {
  for (let i = 0; i < 60; i += 1) await note(i === 3 ? "a gull in the rafters" : `take ${i}`);
  const first = await page();
  expect([
    first.entries.length,
    first.found,
    first.total >= 60,
    first.groups.includes("notes"),
  ]).toEqual([20, first.total, true, true]);
  expect(first.entries.at(-1)!.what).toMatchObject({ event: { text: "take 59" } });
  // what is searched is looked for in all of it
  const gull = await page("GULL rafters");
  expect([gull.found, gull.entries.length, gull.total]).toEqual([1, 1, first.total]);
  expect(
    (
      await correctEntry(practice.app, practice.dayId, {
        ofKey: gull.entries[0]!.key,
        text: "a pigeon",
        idempotencyKey: null,
      })
    ).ok,
  ).toBe(true);
  expect((await page("pigeon")).entries.map((e) => e.corrections[0]?.text)).toEqual(["a pigeon"]);
  await note("the last one");
  expect((await page()).entries.at(-1)!.what).toMatchObject({ event: { text: "the last one" } });
});
