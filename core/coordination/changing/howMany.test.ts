import { hooks, request } from "~/testkit/coordinationRequest";
import { howMany, type SystemAsked } from "./howMany";

const place = request({
  windows: [],
  exclusions: [{ lowHz: 476e6, highHz: 600e6, reason: "TV 22" }],
  channels: [],
  spares: 0,
  timeLimitMs: 20_000,
});
const asked = (group: SystemAsked["group"], halves = 1): SystemAsked => ({
  channel: {
    id: "v",
    tuning: [470, 470.7, 475, 480].map((m) => ({ lowHz: m * 1e6, highHz: m * 1e6, stepHz: 1 })),
    bandwidthHz: 200_000,
    group: group?.id ?? null,
  },
  halves,
  group,
  windows: [{ lowHz: 460e6, highHz: 490e6 }],
  spacing: "normal",
});

test("as many as the place leaves, the station's range left out; spares of what is left", () => {
  expect(howMany(place, asked(null), 8, hooks)).toMatchObject({ fit: 3 });
  expect(howMany({ ...place, spares: 2 }, asked(null), 2, hooks)).toMatchObject({
    fit: 2,
    spares: 1,
  });
});

test("halves that share a span bind two channels each, not all of them", () => {
  const group = { id: "r", maxSpanHz: 1e6 };
  // two halves within 1 MHz: 470 and 470.7; a third channel is another receiver's
  expect(howMany(place, asked(group, 2), 2, hooks).fit).toBe(2);
  expect(howMany(place, asked(group, 2), 3, hooks).fit).toBe(3);
  expect(howMany(place, asked(group, 3), 3, hooks).fit).toBe(2);
});
