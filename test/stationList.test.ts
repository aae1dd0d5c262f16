import { requireDay } from "~/server/services/day/dayView.server";
import { importStations, previewStations } from "~/server/services/frequencies/stations.server";
import { newestList } from "~/server/services/prep/versionedLists.server";
import { practiceApp } from "./practiceApp";

test("a list of stations joins what stands: same channels are replaced, others stay; an empty one changes nothing", async () => {
  const practice = await practiceApp();
  try {
    const { app, dayId } = practice;
    const stations = async () => {
      const day = await requireDay(app, dayId);
      if (!day.ok) throw new Error(day.error.code);
      return day.value.stations;
    };
    const before = await stations();
    const [first] = before;
    const { version: expectedVersion } = await newestList(app, "stations", dayId);
    const take = async (text: string, leaveOutBad = false) => {
      const preview = await previewStations(app, dayId, text, null);
      if (!preview.ok) throw new Error(preview.error.code);
      return importStations(app, dayId, {
        text,
        map: preview.value.map,
        leaveOutBad,
        expectedVersion,
      });
    };
    expect(await take("nothing here\nnor here")).toMatchObject({
      ok: false,
      error: { code: "list-rows-bad" },
    });
    // no line of headings: its first line is a station too
    const text = `${first!.channel};Harbour Hill\n47;Skerry Head\n99;Nowhere\n`;
    expect(await take(text)).toMatchObject({ ok: false, error: { rows: [3] } });
    expect(await stations()).toEqual(before);
    expect(await take(text, true)).toMatchObject({ ok: true, value: { imported: 2, leftOut: 1 } });
    const after = await stations();
    expect(after).toHaveLength(before.length + 1);
    expect(after.find((s) => s.channel === first!.channel)?.name).toBe("Harbour Hill");
    expect(after.map((s) => s.channel)).toEqual(
      [...new Set([...before.map((s) => s.channel), 47])].sort((a, b) => a - b),
    );
  } finally {
    await practice.stop();
  }
});
