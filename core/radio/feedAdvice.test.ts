import { feedAnswer, type FeedAsked } from "./feedAdvice";

const asked: FeedAsked = {
  feed: [],
  frequencyHz: 600e6,
  receiverNoiseFigureDb: 8,
  needsBias: false,
  givesBias: false,
  passesBias: true,
};
const loss = { kind: "loss" as const, db: 5 };
const amplifier = { kind: "amplifier" as const, gainDb: 12, noiseFigureDb: 4 };
const codes = (change: Partial<FeedAsked>) =>
  feedAnswer({ ...asked, ...change }).advice.map((a) => a.code);

test("cascaded noise, Friis 1944: an amplifier behind its cable is told to move, with the decibels that references give", () => {
  const late = feedAnswer({ ...asked, feed: [loss, amplifier] });
  expect(late.noiseFigureDb).toBeCloseTo(9.54, 2);
  expect(late.advice[0]).toMatchObject({ code: "amplifier-late" });
  expect((late.advice[0] as { gainDb: number }).gainDb).toBeCloseTo(9.54 - 5.69, 2);
  const first = feedAnswer({ ...asked, feed: [amplifier, loss] });
  expect(first.noiseFigureDb).toBeCloseTo(5.69, 2);
  expect(first.sensitivityLossDb).toBeCloseTo(-2.31, 2);
  // seven decibels more than is lost: a near pack overloads that much sooner
  expect(first.advice).toEqual([{ code: "amplifier-much", overDb: 7 }]);
  expect(first.overloadShiftDb).toBeCloseTo(-7, 9);
});

test("bias where it belongs, and where it does not; a thin long cable names a thicker one", () => {
  expect(codes({ needsBias: true })).toEqual(["bias-missing"]);
  expect(
    codes({
      needsBias: true,
      givesBias: true,
      passesBias: false,
      feed: [{ kind: "splitter", ways: 4 }],
    }),
  ).toEqual(["bias-stopped"]);
  expect(
    codes({ needsBias: true, givesBias: true, feed: [{ kind: "splitter", ways: 4 }] }),
  ).toEqual([]);
  expect(codes({ givesBias: true })).toEqual(["bias-into-passive"]);
  const [lossy] = feedAnswer({
    ...asked,
    feed: [{ kind: "coax", type: "RG-174", lengthM: 10 }],
  }).advice;
  expect(lossy).toMatchObject({ code: "cable-lossy", type: "RG-213" });
  expect((lossy as { gainDb: number }).gainDb).toBeGreaterThan(4);
});
