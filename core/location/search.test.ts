import { emptyPlan, type FloorPlan, type PlacedAntenna } from "./floorPlan";
import {
  applyHelp,
  cableM,
  feedTo,
  gridSpots,
  type Help,
  helpsMost,
  type RankedHelp,
  recabled,
  refed,
  type WalkedPack,
  whatHelps,
} from "./search";

const antenna = (id: string, change: Partial<PlacedAntenna> = {}): PlacedAntenna => ({
  id,
  name: id,
  x: 3,
  y: 3,
  heightM: 1,
  kind: "whip-quarter",
  aimDeg: 0,
  tiltDeg: 0,
  feed: [],
  ...change,
});
const plan: FloorPlan = {
  ...emptyPlan({
    model: "indoor",
    room: "office",
    atHand: { kinds: [], mastM: 3, stands: [], amplifier: { gainDb: 12, noiseFigureDb: 3 } },
  }),
  widthM: 40,
  heightM: 20,
  cart: { x: 3, y: 3 },
  cable: { type: "RG-58", mostM: 25 },
  antennas: [antenna("A"), antenna("B", { x: 3.3 })],
  walls: [{ id: "w", x1: 12, y1: 0, x2: 12, y2: 20, material: "concrete", thicknessM: 0.3 }],
};
const walks: WalkedPack[] = [
  {
    walk: {
      id: "k",
      channelId: 1,
      name: "",
      points: [
        { x: 20, y: 5 },
        { x: 36, y: 15 },
      ],
      speedMps: 1.2,
    },
    pack: {
      heightM: 1,
      frequencyHz: 560e6,
      txPowerDbm: 10,
      wear: "waist-back",
      skinContact: true,
      sleeve: false,
      whip: "bent",
      tiltDeg: 20,
      facingDeg: "along",
    },
  },
];
const receiver = {
  figures: { bandwidthHz: 200_000, noiseFigureDb: 8, requiredSnrDb: 20, overloadDbm: -25 },
  isDiversity: true,
};
const spot = { x: 20, y: 10, heightM: 2.5 };

describe("what hands can do", () => {
  test.each<[Help, (p: FloorPlan, w: readonly WalkedPack[]) => unknown, unknown]>([
    [{ code: "raise", antennaId: "A", toM: 3 }, (p) => p.antennas.map((a) => a.heightM), [3, 1]],
    [{ code: "turn", antennaId: "B", aimDeg: 90 }, (p) => p.antennas[1]!.aimDeg, 90],
    [
      { code: "other-antenna", antennaId: "A", kind: "fin", aimDeg: 45 },
      (p) => [p.antennas[0]!.kind, p.antennas[0]!.aimDeg],
      ["fin", 45],
    ],
    [
      { code: "move", antennaId: "A", to: spot, cableM: 30 },
      (p) => [p.antennas[0]!.x, p.antennas[0]!.heightM],
      [20, 2.5],
    ],
    [
      { code: "move-receiver", at: spot },
      (p) => [p.cart, p.antennas.map((a) => [a.x, a.feed.length])],
      [
        { x: 20, y: 10 },
        [
          [19.5, 0],
          [20.5, 0],
        ],
      ],
    ],
    [
      { code: "amplifier", antennaId: "A" },
      (p) => p.antennas[0]!.feed,
      [{ kind: "amplifier", gainDb: 12, noiseFigureDb: 3 }],
    ],
    [{ code: "sleeve", walk: 0 }, (_, w) => w[0]!.pack.sleeve, true],
    [{ code: "straighten", walk: 0 }, (_, w) => w[0]!.pack.whip, "straight"],
    [{ code: "ankle", walk: 0 }, (_, w) => [w[0]!.pack.wear, w[0]!.pack.heightM], ["ankle", 0.25]],
    [{ code: "power", walk: 0, toDbm: 17 }, (_, w) => w[0]!.pack.txPowerDbm, 17],
  ])("%j", (help, of, wanted) => {
    const before = JSON.stringify([plan, walks]);
    const then = applyHelp(plan, walks, help);
    expect(of(then.plan, then.walks)).toEqual(wanted);
    expect(JSON.stringify([plan, walks])).toBe(before);
  });
  test("a second antenna is another of the first's kind, on a cable of its own", () => {
    const one = { ...plan, antennas: [antenna("A")] };
    const { antennas } = applyHelp(one, walks, {
      code: "second-antenna",
      at: { x: 10, y: 6, heightM: 2 },
    }).plan;
    expect(antennas.map((a) => [a.name, a.kind, a.feed])).toEqual([
      ["A", "whip-quarter", []],
      ["B", "whip-quarter", [{ kind: "coax", type: "RG-58", lengthM: 14 }]],
    ]);
  });
});

describe("cable", () => {
  test("along walls and up the stand, with a tenth to spare; none on the cart; none where it does not reach", () => {
    expect(cableM({ x: 0, y: 0 }, { x: 10, y: 5, heightM: 2 })).toBe(Math.ceil(17 * 1.1));
    expect(cableM({ x: 0, y: 0 }, { x: 0.3, y: 0, heightM: 2 })).toBe(0);
    expect(feedTo(plan, { x: 12, y: 6, heightM: 2.5 })).toEqual([
      { kind: "coax", type: "RG-58", lengthM: 16 },
    ]);
    expect(feedTo(plan, { x: 35, y: 15, heightM: 2.5 })).toBeNull();
    expect(feedTo({ ...plan, cable: null }, { x: 12, y: 6, heightM: 2.5 })).toBeNull();
    expect(feedTo({ ...plan, cart: null }, spot)).toEqual([]);
  });
  test("an antenna that was moved by hand keeps its kind of cable and whatever else is in the line, as long as it now must be", () => {
    const far = antenna("A", {
      ...spot,
      feed: [
        { kind: "amplifier", gainDb: 10, noiseFigureDb: 3 },
        { kind: "coax", type: "RG-213", lengthM: 5 },
      ],
    });
    expect(refed(plan, far)).toEqual([
      { kind: "coax", type: "RG-213", lengthM: 30 },
      { kind: "amplifier", gainDb: 10, noiseFigureDb: 3 },
    ]);
    const away = { ...plan, cart: { x: 13, y: 3 } };
    expect(recabled(away, { kind: "cart", id: "cart" }).antennas.map((a) => a.feed)).toEqual([
      [{ kind: "coax", type: "RG-58", lengthM: 13 }],
      [{ kind: "coax", type: "RG-58", lengthM: 12 }],
    ]);
    expect(recabled(away, { kind: "antenna", id: "B" }).antennas.map((a) => a.feed.length)).toEqual(
      [0, 1],
    );
    expect(recabled(away, { kind: "wall", id: "w" })).toBe(away);
    expect(
      refed(plan, antenna("A", { x: 3.2, feed: [{ kind: "coax", type: "RG-58", lengthM: 5 }] })),
    ).toEqual([]);
  });
});

test("everything that is at hand is tried: what lies on a skin, hangs bent, or could be louder within the law is named; what gains nothing is not", () => {
  const shares: number[] = [];
  const spots = gridSpots(plan, 5, 2.5);
  const helps = whatHelps(
    {
      plan,
      walks,
      receiver,
      atHand: { spots, kinds: ["whip-quarter", "butterfly", "fin"], mastM: 3, mostPowersDbm: [17] },
    },
    (s) => shares.push(s),
  );
  const codes = helps.map((h) => h.help.code);
  // a bare whip does not stand at the end of a cable: another kind goes there
  for (const { help } of helps)
    if (help.code === "move" && help.cableM) expect(help.kind).toBe("butterfly");
  expect(codes).toEqual(
    expect.arrayContaining(["move", "move-receiver", "power", "sleeve", "straighten"]),
  );
  // behind concrete hardly a ray is direct: what counts is what the body takes all around
  expect(codes).toContain("ankle");
  // two whips side by side are one to a change
  expect(codes.filter((c) => c === "move")).toHaveLength(1);
  expect(codes).not.toContain("turn");
  expect(helps.find((h) => h.help.code === "power")!.gainDb).toBeCloseTo(7, 6);
  expect(helps.find((h) => h.help.code === "straighten")!.gainDb).toBeCloseTo(4, 6);
  expect(shares.at(-1)).toBeCloseTo(1, 9);
  expect([...shares].sort((a, b) => a - b)).toEqual(shares);
  const most = helpsMost(helps)!;
  for (const h of helps) expect(most.after.outage).toBeLessThanOrEqual(h.after.outage);
  expect(helpsMost([])).toBeNull();
  const right: WalkedPack[] = [
    {
      ...walks[0]!,
      pack: {
        ...walks[0]!.pack,
        skinContact: false,
        whip: "straight",
        txPowerDbm: 17,
        wear: "ankle",
        heightM: 0.25,
      },
    },
  ];
  const left: RankedHelp[] = whatHelps({
    plan,
    walks: right,
    receiver,
    atHand: { spots: [], kinds: [], mastM: 1, mostPowersDbm: [17] },
  });
  expect(left).toEqual([]);
});

test("an amplifier at the antenna's end makes up for a long cable, and is offered only where there is one to make up for", () => {
  const long = {
    ...plan,
    antennas: [
      antenna("A", {
        x: 16,
        y: 6,
        heightM: 2.5,
        feed: [{ kind: "coax", type: "RG-174", lengthM: 20 }],
      }),
    ],
  };
  const atHand = { spots: [], kinds: [], mastM: 2.5, mostPowersDbm: [10] };
  const [help] = whatHelps({
    plan: long,
    walks: [
      {
        ...walks[0]!,
        pack: { ...walks[0]!.pack, skinContact: false, whip: "straight", wear: "free" },
      },
    ],
    receiver,
    atHand,
  });
  expect(help!.help).toEqual({ code: "amplifier", antennaId: "A" });
  expect(help!.gainDb).toBeGreaterThan(6);
  const codes = (p: FloorPlan) =>
    whatHelps({ plan: p, walks, receiver, atHand }).map((h) => h.help.code);
  expect(codes({ ...long, atHand: { ...long.atHand, amplifier: null } })).not.toContain(
    "amplifier",
  );
  expect(codes({ ...long, antennas: [{ ...long.antennas[0]!, feed: [] }] })).not.toContain(
    "amplifier",
  );
});

test("spots lie on the plan and in nothing that stands there", () => {
  const van = {
    id: "v",
    name: "",
    corners: [
      { x: 15, y: 5 },
      { x: 25, y: 5 },
      { x: 25, y: 15 },
      { x: 15, y: 15 },
    ],
    heightM: 2,
    material: "steel" as const,
    thicknessM: 0.002,
  };
  const all = gridSpots({ ...plan, obstacles: [van] }, 4, 5);
  expect(all.length).toBe(50 - 6);
  expect(all.every((s) => s.x > 0 && s.x < 40 && s.y > 0 && s.y < 20 && s.heightM === 5)).toBe(
    true,
  );
});
