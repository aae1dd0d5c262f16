import { itemAt } from "~/core/units/items";
import type { RigPort } from "~/server/devices/port.server";
import { MeterFeed } from "~/server/services/sync/meterFeed.server";
import { readMeters } from "~/server/services/sync/syncs.server";
import { practiceApp, type PracticeApp } from "./practiceApp";

let practice: PracticeApp;
let asked = 0;
let isBroken = false;
let feed: MeterFeed;
beforeAll(async () => {
  practice = await practiceApp();
  const rig: RigPort = {
    ...practice.app.rig!,
    meter: (key, half) => {
      if (isBroken) return Promise.reject(new Error("a made-up fault of the line"));
      asked += 1;
      return practice.app.rig!.meter(key, half);
    },
  };
  feed = new MeterFeed((dayId) => readMeters({ ...practice.app, rig }, dayId), 5);
});
afterAll(() => practice.stop());

/** As many readings of the day as are asked for. */
const readings = (count: number) =>
  new Promise<string[]>((resolve) => {
    const told: string[] = [];
    const end = feed.follow(practice.dayId, (text) => {
      told.push(text);
      if (told.length < count) return;
      end();
      resolve(told);
    });
  });

test("two who look are told the same, by one reading of each channel; when nobody looks nothing is read", async () => {
  const [first, second] = await Promise.all([readings(3), readings(3)]);
  expect(first).toEqual(second);
  const meters = JSON.parse(itemAt(first, 0)) as Record<string, { rfADbm: number }>;
  expect(Object.keys(meters)).toHaveLength(5);
  expect(meters["1"]!.rfADbm).toBeLessThan(0);
  expect(asked).toBe(3 * 5);
  await new Promise((resolve) => setTimeout(resolve, 50));
  expect(asked).toBe(3 * 5);
  await readings(1);
  expect(asked).toBe(4 * 5);
});

test("a day that is not there gives an empty list, not a broken line", async () => {
  const told = await new Promise<string>((resolve) => {
    const end = feed.follow(99, (text) => {
      end();
      resolve(text);
    });
  });
  expect(told).toBe("{}");
});

test("a reading that breaks is nothing read, and the next comes through to who is looking", async () => {
  isBroken = true;
  const told: string[] = [];
  await new Promise<void>((resolve) => {
    const end = feed.follow(practice.dayId, (text) => {
      told.push(text);
      isBroken = false;
      if (told.length < 2) return;
      end();
      resolve();
    });
  });
  expect(told[0]).toBe("{}");
  expect(Object.keys(JSON.parse(told[1]!) as object)).toHaveLength(5);
});
