import { termsLayout } from "./termsLayout";

const term = (label: string, db: number) => ({ label, db, source: "s" });

test("each line starts where the one before ended; the last ends at what arrives", () => {
  const terms = [term("antenna", 2), term("air", -50), term("wall", -5)];
  const { rows, startX, endX, endDbm } = termsLayout(terms, {
    startDbm: 17,
    needDbm: -93,
    widthPx: 300,
  });
  expect(rows[0]!.fromX).toBe(startX);
  for (let i = 1; i < rows.length; i += 1) expect(rows[i]!.fromX).toBe(rows[i - 1]!.toX);
  expect(rows.at(-1)!.toX).toBe(endX);
  expect(endDbm).toBe(-36);
  expect(rows[0]!.toX).toBeGreaterThan(rows[0]!.fromX);
  expect(rows[1]!.toX).toBeLessThan(rows[1]!.fromX);
});
test("what is needed is always in sight, above or below what arrives", () => {
  for (const needDbm of [-93, 30]) {
    const { needX, startX } = termsLayout([term("air", -50)], {
      startDbm: 17,
      needDbm,
      widthPx: 300,
    });
    expect(needX).toBeGreaterThan(0);
    expect(needX).toBeLessThan(300);
    expect(needX < startX).toBe(needDbm < 17);
  }
});
test("no terms: it arrives as it was sent", () =>
  expect(termsLayout([], { startDbm: 17, needDbm: -93, widthPx: 300 })).toMatchObject({
    rows: [],
    endDbm: 17,
  }));
