import { noiseLimit } from "./noiseLimit";

const at = (noiseFloorDbm: number, givenDbm: number | null = null) =>
  noiseLimit({ noiseFloorDbm, stepHz: 25_000, bandwidthHz: 200_000, neededDbm: -95, givenDbm });

test("a floor under what the receivers need leaves that; one near or over it is judged by itself", () => {
  expect(at(-105).limitBy).toBe("instrument");
  expect(at(-105).floorDbm).toBeCloseTo(-95.97, 2);
  expect(at(-105).limitDbm).toBeCloseTo(-90.97, 2);
  expect(at(-117)).toMatchObject({ limitBy: "receiver", limitDbm: -95 });
  // a wider step holds more of the channel already
  expect(
    noiseLimit({
      noiseFloorDbm: -105,
      stepHz: 200_000,
      bandwidthHz: 200_000,
      neededDbm: -95,
      givenDbm: null,
    }),
  ).toEqual({ limitDbm: -95, floorDbm: -105, limitBy: "receiver" });
});

test("a limit set by hand stands, over the floor or under it", () => {
  expect(at(-105, -80)).toMatchObject({ limitDbm: -80, limitBy: "given" });
  expect(at(-105, -110)).toMatchObject({ limitDbm: -110, limitBy: "given" });
});
