import { requireDay } from "~/server/services/day/dayView.server";
import { addStations } from "~/server/services/frequencies/stations.server";
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
    expect(
      await addStations(app, dayId, { text: "nothing here\nnor here", expectedVersion }),
    ).toMatchObject({ ok: false, error: { code: "list-unreadable" } });
    const added = await addStations(app, dayId, {
      text: `channel;name\n${first!.channel};Harbour Hill\n47;Skerry Head\n99;Nowhere\n`,
      expectedVersion,
    });
    expect(added).toMatchObject({ ok: true, value: { added: 2, problems: [{ line: 4 }] } });
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
