import { emptyPlan, type FloorPlan } from "./floorPlan";
import { clearances } from "./clearance";
import { bindToLaw, imHeadroom, tooHot, tooStrong } from "./tooHot";
import { sideTowards } from "./forecast";
import { walkPoints } from "./walk";

const receiver = {
  figures: { bandwidthHz: 200_000, noiseFigureDb: 8, requiredSnrDb: 20, overloadDbm: -20 },
  isDiversity: true,
};
const pack = {
  heightM: 1.1,
  frequencyHz: 600e6,
  txPowerDbm: 20,
  wear: "free" as const,
  skinContact: false,
  sleeve: false,
  tiltDeg: 0,
  facingDeg: "along" as const,
};
const plan: FloorPlan = {
  ...emptyPlan({ model: "free-space", room: "office" }),
  widthM: 60,
  heightM: 20,
  antennas: [
    {
      id: "a",
      name: "A",
      x: 10,
      y: 10,
      heightM: 1.1,
      kind: "butterfly",
      aimDeg: 0,
      tiltDeg: 0,
      feed: [],
    },
  ],
};
const walk = {
  id: "w",
  channelId: 1,
  name: "past",
  points: [
    { x: 11, y: 10 },
    { x: 55, y: 10 },
  ],
  speedMps: 1,
};

test("who comes within a metre of an antenna overloads it; lower power first, then distance, then pads, each with what the far end keeps", () => {
  const hot = tooHot(plan, { walk, pack }, receiver, [10, 50, 100])!;
  expect(hot.at.atM).toBe(0);
  expect(hot.headroomDb).toBeLessThan(0);
  expect(hot.coolers.map((c) => [c.code, c.value])).toEqual([
    ["power", 50],
    ["power", 10],
    ["distance", 2],
    ["distance", 4],
    ["pad", 6],
    ["pad", 12],
    ["pad", 18],
  ]);
  const at = (code: string, value: number) =>
    hot.coolers.find((c) => c.code === code && c.value === value)!;
  expect(at("power", 10).headroomDb - hot.headroomDb).toBeCloseTo(10, 6);
  expect(at("pad", 12).headroomDb - hot.headroomDb).toBeCloseTo(12, 6);
  // a pad before the receiver costs a weak signal less than it takes from a strong one only where
  // noise comes in with it: here it costs all
  expect(at("pad", 6).worstMarginDb).toBeLessThan(at("distance", 2).worstMarginDb);
  expect(at("distance", 2).headroomDb - hot.headroomDb).toBeCloseTo(20 * Math.log10(3), 6);
  expect(at("pad", 18).isEnough).toBe(true);
  expect(
    tooHot(
      plan,
      {
        walk: {
          ...walk,
          points: [
            { x: 30, y: 10 },
            { x: 55, y: 10 },
          ],
        },
        pack,
      },
      receiver,
      [100],
    ),
  ).toBeNull();
  expect([bindToLaw([10, 50, 100], 50), bindToLaw([100], 50), bindToLaw([100], null)]).toEqual([
    50,
    null,
    100,
  ]);
});

test("two strong packs make a product: thrice as steep as what makes it, twice the stronger and once the other, against the receiver's noise", () => {
  const other = {
    walk: {
      ...walk,
      id: "o",
      channelId: 2,
      points: [
        { x: 30, y: 10 },
        { x: 50, y: 10 },
      ],
    },
    pack,
  };
  const at = (txPowerDbm: number) =>
    imHeadroom(
      plan,
      [other, { walk, pack }].map((w) => ({ ...w, pack: { ...pack, txPowerDbm } })),
      receiver,
    )!;
  const im = at(pack.txPowerDbm - 6);
  expect(im.walks).toEqual([1, 0]);
  expect(im.productDbm).toBeCloseTo(2 * im.levelsDbm[0] + im.levelsDbm[1] - 2 * (-20 + 9.6), 9);
  expect(im.underNoiseDb).toBeLessThan(0);
  const quieter = at(pack.txPowerDbm - 16);
  expect(quieter.underNoiseDb - im.underNoiseDb).toBeCloseTo(30, 9);
  // far over its compression a receiver makes no more
  expect(at(pack.txPowerDbm + 20).productDbm).toBe(receiver.figures.overloadDbm - 5);
  // one talker's two walks are one pack
  expect(
    imHeadroom(
      plan,
      [
        { walk, pack },
        { walk: { ...walk, id: "b" }, pack },
      ],
      receiver,
    ),
  ).toBeNull();
  expect(imHeadroom({ ...plan, antennas: [] }, [other, { walk, pack }], receiver)).toBeNull();
  const powersMw = [10, 50];
  const asked = [other, { walk, pack }].map((w) => ({ ...w, receiver, powersMw }));
  expect(tooStrong(plan, asked)).toEqual({
    hot: asked.map((w) => tooHot(plan, w, receiver, powersMw)),
    im: at(pack.txPowerDbm),
  });
  // one receiver without diversity hears one antenna only: the other's levels are not its own
  const single = asked.map((w, i) => ({ ...w, receiver: { ...receiver, isDiversity: i > 0 } }));
  expect(tooStrong(plan, single).im).toEqual(imHeadroom(plan, asked, single[0]!.receiver));
});

test("how high to look over what stands between: more near the talker than near the antenna", () => {
  const box = (x: number) => [
    { x, y: 8 },
    { x: x + 2, y: 8 },
    { x: x + 2, y: 12 },
    { x, y: 12 },
  ];
  const with_ = (x: number) => ({
    ...plan,
    obstacles: [
      {
        id: "v",
        name: "van",
        corners: box(x),
        heightM: 2.4,
        material: "steel" as const,
        thicknessM: 0.002,
      },
    ],
  });
  const need = (x: number) =>
    clearances(with_(x), { x: 40, y: 10, heightM: 1.1, frequencyHz: 600e6 }, plan.antennas[0]!)[0]!
      .needM;
  expect(need(35)).toBeGreaterThan(need(13));
  expect(need(13)).toBeGreaterThan(2.4);
  expect(
    clearances(plan, { x: 40, y: 10, heightM: 1.1, frequencyHz: 600e6 }, plan.antennas[0]!),
  ).toEqual([]);
});

test("on which side the antennas lie as one walks: away from them behind, past them on a side, in the midst nowhere", () => {
  const side = (points: { x: number; y: number }[]) =>
    sideTowards({ points: walkPoints({ points, speedMps: 1 }) as never }, plan.antennas);
  expect(
    side([
      { x: 12, y: 10 },
      { x: 40, y: 10 },
    ]),
  ).toBe("back");
  expect(
    side([
      { x: 40, y: 10 },
      { x: 12, y: 10 },
    ]),
  ).toBe("front");
  // down the plan is to the right of who walks to the right
  expect(
    side([
      { x: 8, y: 4 },
      { x: 12, y: 4 },
    ]),
  ).toBe("right");
  expect(
    side([
      { x: 12, y: 4 },
      { x: 8, y: 4 },
    ]),
  ).toBe("left");
  expect(
    side([
      { x: 0, y: 10.1 },
      { x: 20, y: 10.1 },
    ]),
  ).toBeNull();
});
