import { PROFILES } from "./profile";
import type { CoordinationRequest } from "./request";
import { bankRoom, blockRoom, quietRanges } from "./quietPlaces";
import {
  differenceWords,
  broadbandNoiseSentence,
  tvAgainstRegister,
  tvStateWords,
} from "~/contract/messages/scan";

const request: CoordinationRequest = {
  windows: [{ lowHz: 470e6, highHz: 490e6 }],
  exclusions: [{ lowHz: 478e6, highHz: 482e6, reason: "TV" }],
  maxNoiseDbm: -95,
  others: [{ id: "o", frequencyHz: 486e6 }],
  profile: PROFILES.normal,
  noise: Array.from({ length: 200 }, (_, i) => ({
    lowHz: 470e6 + i * 100_000,
    highHz: 470.1e6 + i * 100_000,
    levelDbm: i < 80 ? -100 : -110,
  })),
  channels: [],
  groups: [],
  spares: 0,
  timeLimitMs: 0,
  seed: 1,
};

test("the quietest first, with its noise and what fits side by side; nothing beside others, in television, or unmeasured", () => {
  const ranges = quietRanges(request, 200_000, 100_000);
  expect(ranges.map((s) => [s.lowHz / 1e6, s.highHz / 1e6, s.quietestDbm, s.fits])).toEqual([
    [482.1, 485.6, -110, 11],
    [486.4, 489.9, -110, 11],
    [470.1, 477.9, -100, 23],
  ]);
});

test("banks by what is free, blocks by what fits", () => {
  const banks = [
    { id: "1", frequenciesHz: [471e6, 479e6, 486.1e6] },
    { id: "2", frequenciesHz: [471e6, 475e6, 484e6, 600e6] },
  ];
  expect(bankRoom(request, banks, 200_000).map((b) => [b.id, b.freeHz.length, b.members])).toEqual([
    ["2", 3, 4],
    ["1", 1, 3],
  ]);
  const kinds = [
    {
      name: "low",
      receivers: ["R"],
      tuning: [{ lowHz: 470e6, highHz: 476e6 }],
      banks,
      bandwidthHz: 200_000,
    },
    {
      name: "full",
      receivers: ["S"],
      tuning: [{ lowHz: 478e6, highHz: 482e6 }],
      banks: [],
      bandwidthHz: 200_000,
    },
  ];
  expect(
    blockRoom(request, quietRanges(request, 200_000, 100_000), kinds).map((b) => [
      b.block,
      Math.round(b.openHz / 1e5),
      b.fits,
    ]),
  ).toEqual([
    ["low", 59, 17],
    ["full", 0, 0],
  ]);
});

test("what differs, in words", () => {
  const carrier = {
    frequencyHz: 545.6012e6,
    levelDbm: -74.2,
    widthHz: 200_000,
    occupancy: 1,
    own: null,
    isSpur: false,
  };
  const tv = {
    channel: 24,
    lowHz: 0,
    highHz: 1,
    state: "busy" as const,
    levelDbm: -70,
    filled: 1,
    covered: 1,
  };
  const none = {
    lowHz: 0,
    highHz: 1,
    floorRoseDb: 0.4,
    came: [],
    went: [],
    changed: [],
    tvCame: [],
    tvWent: [],
    tvChanged: [],
    rose: [],
  };
  expect(differenceWords(none)).toEqual([]);
  expect(
    differenceWords({
      ...none,
      floorRoseDb: -3.2,
      came: [carrier],
      tvWent: [tv],
      rose: [{ lowHz: 493.02e6, highHz: 500e6, byDb: 12 }],
    }),
  ).toEqual([
    "The floor is 3 dB lower",
    "Appeared: 545.600 (−74 dBm)",
    "TV stations gone: TV 24",
    "Noisier by 12 dB: 493–500 MHz",
  ]);
  expect([
    tvStateWords(tv),
    tvStateWords({ state: "partial", covered: 0.5 }),
    tvStateWords({ state: "partial", covered: 1 }),
  ]).toEqual(["taken", "partly seen", "doubtful: partly filled"]);
  expect([
    tvAgainstRegister(tv, true),
    tvAgainstRegister(tv, false),
    tvAgainstRegister({ state: "clear" }, true),
  ]).toEqual(["", "received, on no list", "expected, not received here"]);
  expect(
    broadbandNoiseSentence([{ lowHz: 493.04e6, highHz: 537e6, overDb: 19.4, levelDbm: -90 }]),
  ).toBe(
    "Broadband noise 493–537 MHz, 19 dB above the rest: a lamp, a motor or a screen, not a transmitter.",
  );
});
