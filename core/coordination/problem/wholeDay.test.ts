import { coordinate } from "~/core/coordination/search/coordinate";
import { PROFILES } from "./profile";
import type { CoordinationRequest } from "./request";
import { verifySet } from "~/core/coordination/rules/verify";
import { requestForAll } from "./wholeDay";

const at = (extra: Partial<CoordinationRequest>): CoordinationRequest => ({
  windows: [{ lowHz: 470e6, highHz: 500e6 }],
  exclusions: [],
  noise: [{ lowHz: 470e6, highHz: 500e6, levelDbm: -105 }],
  maxNoiseDbm: -95,
  others: [],
  profile: PROFILES.normal,
  groups: [],
  spares: 1,
  timeLimitMs: 1000,
  seed: 1,
  channels: ["a", "b", "c"].map((id) => ({
    id,
    tuning: [{ lowHz: 470e6, highHz: 500e6, stepHz: 25_000 }],
    bandwidthHz: 200_000,
  })),
  ...extra,
});
const loft = at({
  exclusions: [{ lowHz: 478e6, highHz: 486e6, reason: "TV 22" }],
  others: [{ id: "x", frequencyHz: 490e6 }],
});
const quay = at({
  exclusions: [
    { lowHz: 478e6, highHz: 486e6, reason: "TV 22" },
    { lowHz: 494e6, highHz: 500e6, reason: "TV 24" },
  ],
  others: [
    { id: "y", frequencyHz: 490.01e6 },
    { id: "z", frequencyHz: 472e6 },
  ],
});
const deck = at({
  noise: [
    { lowHz: 474e6, highHz: 500e6, levelDbm: -100 },
    { lowHz: 487e6, highHz: 489e6, levelDbm: -90 },
  ],
});

test("what answers for all places stands at each of them by itself; what one place takes is taken, named with the place", () => {
  const all = requestForAll([
    { name: "the loft", request: loft },
    { name: "the quay", request: quay },
    { name: "the deck", request: deck },
  ]);
  expect(all.exclusions).toEqual([
    { lowHz: 478e6, highHz: 486e6, reason: "TV 22 at the loft, the quay" },
    { lowHz: 494e6, highHz: 500e6, reason: "TV 24 at the quay" },
    { lowHz: 470e6, highHz: 474e6, reason: "not measured at the deck" },
  ]);
  expect(all.others.map((o) => o.id)).toEqual(["x", "z"]);
  const found = coordinate(all, { now: () => 0 });
  expect(found.unplaced).toEqual([]);
  for (const request of [loft, quay, deck]) {
    expect(
      verifySet(
        request,
        {
          picks: found.assignments.map(({ channelId, frequencyHz }) => ({
            channelId,
            frequencyHz,
          })),
          spares: found.spares.map((s) => s.frequencyHz),
        },
        null,
      ),
    ).toEqual({ picks: [], spares: [] });
  }
});

test("one place is itself; none is a mistake of the caller", () => {
  expect(requestForAll([{ name: "the loft", request: loft }]).others).toEqual(loft.others);
  expect(() => requestForAll([])).toThrow(RangeError);
});
