import { noiseLimit } from "./noiseLimit";

test("a floor under the limit leaves the limit that was set; one near or over it is judged by itself", () => {
  const at = (noiseFloorDbm: number) =>
    noiseLimit({ noiseFloorDbm, stepHz: 25_000, bandwidthHz: 200_000, givenDbm: -95 });
  expect(at(-105).limitBy).toBe("instrument");
  expect(at(-105).floorDbm).toBeCloseTo(-95.97, 2);
  expect(at(-105).limitDbm).toBeCloseTo(-90.97, 2);
  expect(at(-117)).toMatchObject({ limitBy: "given", limitDbm: -95 });
  // a wider step holds more of the channel already
  expect(
    noiseLimit({ noiseFloorDbm: -105, stepHz: 200_000, bandwidthHz: 200_000, givenDbm: -95 }),
  ).toEqual({ limitDbm: -95, floorDbm: -105, limitBy: "given" });
});
