import { CAUSE_IDS, causesOf, type CheckId, CHECK_IDS, CHECKS } from "./causes";
import { type ChannelKnowledge, knownOf, meterSays } from "./dayKnows";
import { type Finding, likelihood, nextChecks, rankCauses } from "./faultFinder";

test("every look's outcomes add up for every cause, and only outcomes it has are told", () => {
  for (const check of CHECK_IDS) {
    const { outcomes, usual, shows } = CHECKS[check];
    for (const cause of CAUSE_IDS)
      expect(
        outcomes.reduce((sum, outcome) => sum + likelihood(cause, { check, outcome }), 0),
      ).toBeCloseTo(1, 9);
    for (const seen of [usual, ...Object.values(shows)])
      for (const outcome of typeof seen === "string" ? [seen] : Object.keys(seen))
        expect(outcomes).toContain(outcome);
  }
  expect(() => rankCauses([{ check: "mute", outcome: "sideways" }])).toThrow(RangeError);
});

test("expected information by hand: with two causes left, muted or microphone out and equally likely, the look at mute and plug tells 1 bit less what a slip costs", () => {
  const weights = Object.fromEntries(
    CAUSE_IDS.map((c) => [c, c === "muted" ? 1 / 9 : c === "microphone-out" ? 1 / 6 : 0]),
  );
  const told = nextChecks([], { weights }).find((c) => c.check === "mute")!;
  // each shows its own with 0.96, the other's with 0.02, and 0.02 tells nothing: 0.98 of the looks
  // are a channel that slips in 0.02/0.98; 0.98·(1 − H(0.020408)) with H(0.020408) = 0.14373 bits
  // (Shannon's binary channel)
  expect(told.bits).toBeCloseTo(0.98 * (1 - 0.14373), 3);
  expect(nextChecks([], { weights }).find((c) => c.check === "blocks")!.bits).toBeCloseTo(0, 9);
});

test("what the day knows counts: a cause that it rules out is never named, a look that cannot be made is never asked, nobody is touched where that may not be", () => {
  const silent: Finding[] = [{ check: "rf-on", outcome: "none" }];
  expect(
    rankCauses(silent, { weights: { "wrong-block": 0 } }).find((r) => r.cause === "wrong-block")!
      .probability,
  ).toBe(0);
  expect(rankCauses(silent, { weights: { "wrong-block": 500 } })[0]!.cause).toBe("wrong-block");
  expect(nextChecks([], { has: { pairing: false } }).map((c) => c.check)).not.toContain(
    "modulation",
  );
  for (const { check } of nextChecks(silent, {}, false))
    expect(CHECKS[check].touches).toBeUndefined();
});

describe("what the day knows", () => {
  const plain: ChannelKnowledge = {
    pickHz: 500e6,
    receiverHz: 500e6,
    packHz: 500e6,
    isPackOn: true,
    meets: "tunes",
    hasWheels: false,
    isPaired: false,
    isOtherOnIt: false,
    verification: [],
    marginDb: null,
    isOverloaded: null,
    meter: null,
  };
  const first = (change: Partial<ChannelKnowledge>, ...seen: Finding[]) => {
    const { findings, knows } = knownOf({ ...plain, ...change });
    return rankCauses([...findings, ...seen], knows)[0]!.cause;
  };
  const silent: Finding = { check: "rf-on", outcome: "none" };
  test.each<[string, Partial<ChannelKnowledge>, Finding[]]>([
    ["wrong-block", { meets: "never", packHz: 570e6 }, [silent]],
    ["pack-off", { isPackOn: false, packHz: 480e6 }, [silent]],
    ["pack-elsewhere", { packHz: 480e6 }, [silent]],
    ["receiver-elsewhere", { receiverHz: 501e6 }, [silent]],
    ["own-second-pack", { isOtherOnIt: true }, [{ check: "rf-off", outcome: "steady" }]],
    ["stranger", { verification: [{ part: "silent", outcome: "steady" }] }, []],
    [
      "antenna-off",
      { verification: [{ part: "antennas", outcome: "only-a-serves" }] },
      [{ check: "rf-on", outcome: "weak" }],
    ],
    ["too-far", { marginDb: 3 }, [{ check: "rf-on", outcome: "weak" }]],
    ["too-near", { isOverloaded: true }, [{ check: "rf-on", outcome: "red" }]],
  ])("%s", (cause, change, seen) => expect(first(change, ...seen)).toBe(cause));
  test("one that chooses for itself is never told of numbers, blocks or antennas; what the room and its supply say counts", () => {
    const own = { inRoom: 2, roomLimit: 8, isWithoutPhantom: false, isFedFromOutside: true };
    const of = (change: Partial<ChannelKnowledge>, ...seen: Finding[]) =>
      first({ meets: "adaptive", pickHz: null, selfChoosing: own, ...change }, ...seen);
    const dark: Finding = { check: "link-light", outcome: "dark" };
    expect(of({ selfChoosing: { ...own, isWithoutPhantom: true } }, dark)).toBe("no-supply");
    expect(of({}, dark, { check: "wakes", outcome: "wakes" })).toBe("asleep");
    expect(
      of({}, { check: "link-light", outcome: "searching" }, { check: "wakes", outcome: "was-on" }),
    ).toBe("not-paired");
    expect(
      of(
        {},
        { check: "voice", outcome: "hiss-or-breaks" },
        { check: "radios-off", outcome: "clears" },
      ),
    ).toBe("crowded");
    expect(
      of({ selfChoosing: { ...own, inRoom: 9 } }, { check: "fewer-on", outcome: "clears" }),
    ).toBe("room-full");
    expect(of({ marginDb: 2 }, { check: "link-light", outcome: "drops" })).toBe("too-far");
    const lit = (outcome: string) =>
      knownOf({
        ...plain,
        meets: "adaptive",
        selfChoosing: own,
        verification: [{ part: "rf", outcome }],
      }).findings;
    expect(lit("weak")).toEqual([{ check: "link-light", outcome: "drops" }]);
    expect(lit("none")).toEqual([]);
    const kind = "self-choosing";
    expect(nextChecks([], { kind }).every((c) => CHECKS[c.check].only !== "tuned")).toBe(true);
    expect(
      rankCauses([], { kind })
        .map((r) => r.cause)
        .sort(),
    ).toEqual(causesOf(kind).sort());
  });
  test("the meter answers only what it can, with the pack as the look asks for it", () => {
    const meter = { strongestDbm: -60, hasAudio: false };
    expect(
      ["rf-on", "rf-off", "tap", "cell"].map((c) =>
        meterSays(c as CheckId, { meter, isPackOn: true }),
      ),
    ).toEqual(["full", null, "not-heard", null]);
    expect(
      ["rf-on", "rf-off", "tap"].map((c) => meterSays(c as CheckId, { meter, isPackOn: false })),
    ).toEqual([null, "steady", null]);
    expect(
      [-110, -90, -20].map((strongestDbm) =>
        meterSays("rf-on", { meter: { strongestDbm, hasAudio: true }, isPackOn: null }),
      ),
    ).toEqual(["none", "weak", "red"]);
    expect(meterSays("rf-on", { meter: null, isPackOn: true })).toBeNull();
  });
});
