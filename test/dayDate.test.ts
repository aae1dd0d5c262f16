import { setTake } from "~/server/services/roll/slate.server";
import { changeDay, newShoot } from "~/server/services/shoots/shoots.server";
import { requireDay } from "~/server/services/day/dayView.server";
import { ownApp } from "./practiceApp";

test("correcting the date moves the day's clock, not the age of what was put down", async () => {
  const own = await ownApp(new Date(2027, 4, 4, 10, 0).getTime());
  try {
    const made = await newShoot(own.app, {
      name: "Tin Roof",
      dateIso: "2027-05-05",
      town: "",
      region: "EU",
      place: "Hall",
    });
    if (!made.ok) throw new Error(made.error.code);
    expect((await setTake(own.app, made.value, { scene: "1", take: 1 })).ok).toBe(true);
    const ages = async () => {
      const day = await requireDay(own.app, made.value);
      if (!day.ok) throw new Error(day.error.code);
      const { facts, events } = day.value;
      return { nowMs: facts.nowMs, ageMs: events.map((e) => facts.nowMs - e.atMs) };
    };
    const before = await ages();
    expect(before).toEqual({ nowMs: -14 * 3_600_000, ageMs: [0] });
    await changeDay(own.app, made.value, { dateIso: "2027-05-04" });
    expect(await ages()).toEqual({ nowMs: 10 * 3_600_000, ageMs: [0] });
    // and back
    await changeDay(own.app, made.value, { dateIso: "2027-05-05" });
    expect(await ages()).toEqual(before);
  } finally {
    await own.stop();
  }
});
