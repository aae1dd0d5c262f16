import { answersTo, judgeHit } from "./hitCause";
import type { HitEvidence } from "./hitEvidence";
import { causeGrade, type HitObservation, NOTHING_OBSERVED } from "./hitObservation";

/** Nothing connected: no reading, no look at the air. */
const unread = (cells: HitEvidence["cells"] = null): HitEvidence => ({
  frequencyHz: 512.4e6,
  limits: { sensitivityDbm: -90, noiseDbm: -110, overloadDbm: -20, bandwidthHz: 200_000 },
  recent: [],
  usual: null,
  others: [],
  look: null,
  products: [],
  cells,
  tellsMute: false,
  lately: [],
  failed: [],
});
const judged = (observed: Partial<HitObservation>, cells: HitEvidence["cells"] = null) =>
  judgeHit(unread(cells), { ...NOTHING_OBSERVED, ...observed }).causes;

// common practice, no published source
test.each<[string, Partial<HitObservation>, string]>([
  ["another voice", { heard: "another-voice", meter: "stayed", pack: "fine" }, "neighbour"],
  ["rustle on a full meter", { heard: "rustle", meter: "stayed", pack: "fine" }, "not-radio"],
  [
    "silence, RF gone, pack blank",
    { heard: "silence", meter: "gone", pack: "off" },
    "switched-off",
  ],
  ["silence, RF gone, battery low", { heard: "silence", meter: "gone", pack: "low" }, "cells"],
  ["silence, RF up, pack muted", { heard: "silence", meter: "stayed", pack: "muted" }, "muted"],
  [
    "silence, RF up, pack as set",
    { heard: "silence", meter: "stayed", pack: "fine" },
    "microphone",
  ],
  ["swishes while the meter flickers", { heard: "swish", meter: "fell", pack: "fine" }, "fade"],
  ["one antenna's lamp only", { heard: "swish", meter: "one-antenna" }, "one-antenna"],
  ["overload lamp", { heard: "fizz", meter: "red", pack: "fine" }, "overload"],
])("%s: likely its cause, with what was noticed as the reason", (_, observed, cause) => {
  const [first] = judged(observed);
  expect(first).toMatchObject({ cause });
  expect(causeGrade(first!.share)).toBe("likely");
  expect(first!.for.map((r) => r.code)).toEqual(
    expect.arrayContaining([expect.stringMatching(/^(heard|meter-did|pack-showed)$/)]),
  );
});

test("nothing noticed is nothing judged, whatever the batteries; what can be tried stands all the same", () => {
  expect(judged({}, { hours: 0.1, isWeak: false } as HitEvidence["cells"])).toEqual([]);
  expect(answersTo([])).toContain("change-cells");
});

test("one answer alone makes nothing sure, and nothing is told that rests on no answer", () => {
  const causes = judged({ heard: "fizz" });
  expect(causeGrade(causes[0]!.share)).toBe("possible");
  const told = causes.filter((c) => causeGrade(c.share) !== null);
  expect(told.every((c) => c.for.length > 0)).toBe(true);
});

test("hours that have run tip between a switch and a battery at its end", () => {
  const gone = { heard: "silence", meter: "gone" } as const;
  const [low] = judged(gone, { hours: 0.1, isWeak: false } as HitEvidence["cells"]);
  const [full] = judged(gone, { hours: 5, isWeak: false } as HitEvidence["cells"]);
  expect([low!.cause, full!.cause]).toEqual(["cells", "switched-off"]);
});
