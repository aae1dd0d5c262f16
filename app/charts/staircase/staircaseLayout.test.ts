import { staircaseLayout, type StairStage } from "./staircaseLayout";

const stage = (change: Partial<StairStage> = {}): StairStage => ({
  name: "Pack",
  setting: "−27 dB",
  headroomDb: 12,
  peakToRmsDb: 18,
  snrDb: 46,
  ...change,
});
const size = { widthPx: 644, heightPx: 250, aimHeadroomDb: 10 };

test("every stage hangs under one ceiling: peak, speech, noise in that order downwards", () => {
  const { steps, ceilingY } = staircaseLayout([stage(), stage({ headroomDb: 40 })], size);
  for (const s of steps)
    expect([ceilingY, s.peakY, s.rmsY, s.noiseY]).toEqual(
      [ceilingY, s.peakY, s.rmsY, s.noiseY].sort((a, b) => a - b),
    );
  expect(steps[1]!.peakY).toBeGreaterThan(steps[0]!.peakY);
  expect(steps.map((s) => [s.x, s.width])).toEqual([
    [44, 300],
    [344, 300],
  ]);
});
test("one that clips stands over the ceiling and says so; one short of the aim is tight", () => {
  const { steps, ceilingY } = staircaseLayout(
    [stage({ headroomDb: -4 }), stage({ headroomDb: 3 }), stage({ headroomDb: 10 })],
    size,
  );
  expect(steps.map((s) => [s.isClipping, s.isTight])).toEqual([
    [true, false],
    [false, true],
    [false, false],
  ]);
  expect(steps[0]!.peakY).toBeLessThan(ceilingY);
});
test("far under the scale everything stays in the picture; no stages are no steps", () => {
  const { steps, heightPx } = staircaseLayout([stage({ headroomDb: 300, snrDb: 400 })], size);
  expect(steps[0]!.noiseY).toBeLessThanOrEqual(heightPx);
  expect(staircaseLayout([], size).steps).toEqual([]);
});
