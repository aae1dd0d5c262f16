import { readFileSync, readdirSync } from "node:fs";
import { readRegionFile } from "~/contract/codecs/regionFile";
import { serviceErrorWords } from "~/contract/messages/error";
import { getDayView } from "~/server/services/day/dayView.server";
import { getPreparation } from "~/server/services/prep/preparation.server";
import {
  addRegionFile,
  chooseRegion,
  dropRegionFile,
  knownRegions,
} from "~/server/services/frequencies/regions.server";
import { allPacksOff } from "~/server/services/sync/syncs.server";
import { practiceApp, propose, scanToEnd, type PracticeApp } from "./practiceApp";

const shipped = (name: string) => readFileSync(`core/regulations/rules/${name}.json`, "utf8");

describe("region files", () => {
  test.each(readdirSync("core/regulations/rules"))("%s, which ships, is a good one", (file) =>
    expect(readRegionFile(readFileSync(`core/regulations/rules/${file}`, "utf8"))).toMatchObject({
      ok: true,
    }),
  );

  const eu = shipped("eu").split("\n");
  const lineOf = (text: string) => eu.findIndex((l) => l.includes(text)) + 1;
  const changed = (from: string, to: string) => readRegionFile(shipped("eu").replace(from, to));
  test.each([
    ["a comma gone", '"EU-8",', '"EU-8"', () => lineOf("maxBandwidthHz"), /not JSON here/],
    [
      "a band upside down",
      '"highHz": 823000000',
      '"highHz": 693000000',
      () => lineOf('694000000, "highHz": 823'),
      /bands\.1\.highHz: must be above lowHz/,
    ],
    [
      "a power below nothing",
      '"maxEirpMw": 20',
      '"maxEirpMw": -20',
      () => lineOf('823000000, "highHz": 826'),
      /bands\.2\.maxEirpMw/,
    ],
    [
      "a date in words",
      '"asOf": "2026-11" },\n    { "lowHz": 694',
      '"asOf": "last year" },\n    { "lowHz": 694',
      () => lineOf("470000000"),
      /bands\.0\.asOf: a date such as 2026-11/,
    ],
    ["a raster nobody knows", '"EU-8"', '"EU-9"', () => lineOf('"raster"'), /raster/],
    ["no title", '  "title": "European Union, general",\n', "", () => 1, /title/],
  ])("%s is refused with its line", (_, from, to, line, what) => {
    const read = changed(from, to);
    expect(read).toMatchObject({ ok: false, error: { code: "region-file-broken", line: line() } });
    if (!read.ok) expect(read.error.what).toMatch(what);
  });
  test("nothing, a list, a picture", () => {
    for (const text of ["", "[]", "\u0089PNG"]) expect(readRegionFile(text).ok).toBe(false);
  });
});

describe("in a day", () => {
  let practice: PracticeApp;
  beforeEach(async () => {
    practice = await practiceApp();
  });
  afterEach(() => practice.stop());
  const codes = async () => {
    const prep = await getPreparation(practice.app, practice.dayId);
    return prep.ok ? prep.value.findings.map((f) => f.code) : [];
  };

  test("a corrected region counts at once, everywhere, and can be taken back", async () => {
    await allPacksOff(practice.app, practice.dayId);
    await scanToEnd(practice);
    // 470 to 540 MHz sold off, the rest at 25 mW
    const text = shipped("eu").replace(
      '"lowHz": 470000000, "highHz": 694000000, "licence": "individual licence", "maxEirpMw": 50',
      '"lowHz": 540000000, "highHz": 694000000, "licence": "individual licence", "maxEirpMw": 30',
    );
    expect(await addRegionFile(practice.app, text)).toEqual({ ok: true, value: "EU" });
    expect((await codes()).filter((c) => c === "power-too-high").length).toBeGreaterThanOrEqual(5);
    const day = await getDayView(practice.app, practice.dayId);
    expect(day.ok && day.value.channels.map((c) => c.legality.code)).toEqual([
      "power-too-high",
      "power-too-high",
      "power-too-high",
      "power-too-high",
      "fine",
    ]);
    const { result } = await propose(practice);
    expect(result.assignments.map((a) => a.channelId)).toEqual(["ch5"]);
    expect(result.assignments[0]!.frequencyHz).toBeGreaterThan(540e6);
    expect((await knownRegions(practice.app.db)).find((k) => k.region.name === "EU")!.origin).toBe(
      "corrected",
    );
    expect(await dropRegionFile(practice.app, "EU")).toEqual({ ok: true, value: "EU" });
    expect((await propose(practice)).result.unplaced).toEqual([]);
  });

  test("a region of one's own can be chosen; one that is not there cannot", async () => {
    expect(await chooseRegion(practice.app, practice.dayId, "Skerry Isles")).toMatchObject({
      ok: false,
      error: { code: "not-found" },
    });
    await addRegionFile(
      practice.app,
      shipped("au").replace('"AU"', '"Skerry Isles"').replace('"Australia"', '"the Skerry Isles"'),
    );
    expect(await chooseRegion(practice.app, practice.dayId, "Skerry Isles")).toEqual({
      ok: true,
      value: "the Skerry Isles",
    });
    const day = await getDayView(practice.app, practice.dayId);
    expect(day.ok && day.value.day.region).toBe("Skerry Isles");
    expect(await dropRegionFile(practice.app, "Skerry Isles")).toMatchObject({ ok: false });
  });

  test("a broken file changes nothing, and says where it breaks", async () => {
    const broken = await addRegionFile(practice.app, shipped("eu").replace('"EU-8",', '"EU-8"'));
    expect(!broken.ok && serviceErrorWords(broken.error)).toMatch(
      /^The region file was not imported\. Line 5: not JSON here \(CommaExpected\)\. The regulations in use are unchanged\.$/,
    );
    expect((await knownRegions(practice.app.db)).every((k) => k.origin === "ships")).toBe(true);
  });
});
