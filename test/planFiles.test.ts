import { serviceErrorWords } from "~/contract/messages/error";
import {
  planCsv,
  planFileOf,
  readPlanFile,
  trackCsv,
  trackSheet,
} from "~/server/services/frequencies/planFiles.server";
import { acceptFound, practiceApp, type PracticeApp, scanToEnd } from "./practiceApp";

let practice: PracticeApp;
beforeAll(async () => {
  practice = await practiceApp();
  await scanToEnd(practice);
  await acceptFound(practice);
}, 60_000);
afterAll(() => practice.stop());
const read = async (text: string) => readPlanFile(practice.app, practice.dayId, text);

test("a plan goes out as JSON and as a table, and comes in again as if it were typed", async () => {
  const file = await planFileOf(practice.app, practice.dayId);
  if (!file.ok) throw new Error(file.error.code);
  expect(file.value.picks.map((p) => p.talker)).toEqual([
    "Marit",
    "Tobiah",
    "Irsa",
    "Agnete",
    "Nils",
  ]);
  for (const p of file.value.picks) {
    expect(p.tvChannel).toBe(21 + Math.floor((p.frequencyHz - 470e6) / 8e6));
    expect(p.receiver.shows).toBe(`${(p.frequencyHz / 1e6).toFixed(3)} MHz`);
  }
  const [json, csv] = [await read(JSON.stringify(file.value)), await read(planCsv(file.value))];
  expect(json).toEqual(csv);
  expect(json).toMatchObject({ ok: true, value: { unknown: [] } });
  if (json.ok)
    expect(Object.values(json.value.texts)).toEqual(
      file.value.picks.map((p) => (p.frequencyHz / 1e6).toFixed(3)),
    );
  // a name nobody here has, a semicolon and a decimal comma
  expect(await read("who;primary MHz\nmarit;512,375\nSomeone;513\nspare for x;1\n")).toMatchObject({
    ok: true,
    value: { texts: { 1: "512.375" }, unknown: ["Someone"] },
  });
});

test("the track sheet says who is on which track, by what", async () => {
  const sheet = await trackSheet(practice.app, practice.dayId);
  if (!sheet.ok) throw new Error(sheet.error.code);
  expect(sheet.value[1]).toMatchObject({
    track: 2,
    talker: "Tobiah",
    packName: "TOBIAH",
    pack: "Pack B",
    receiver: "Bag 1",
  });
  expect(trackCsv(sheet.value).split("\n")).toHaveLength(6);
});

test.each([
  ["{", "starts like JSON"],
  ['{"format":"x"}', "format"],
  ["a,b\n1,2\n", "headings"],
  ["talker,frequency\nMarit,loud\n", "row 1"],
  ["talker,frequency\nMarit,\n", "no row"],
])("%j is refused with what is wrong with it", async (text, words) => {
  const refused = await read(text);
  expect(refused).toMatchObject({ ok: false, error: { code: "plan-file" } });
  expect(refused.ok ? "" : serviceErrorWords(refused.error)).toContain(words);
});
