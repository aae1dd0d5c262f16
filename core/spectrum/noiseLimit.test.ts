import { noiseLimit } from "./noiseLimit";

const at = (floorDbm: number, givenDbm: number | null = null) =>
  noiseLimit({ floorDbm, neededDbm: -95, givenDbm });

test("a floor under what the receivers need leaves that; one near or over it is judged by itself", () => {
  expect(at(-96)).toEqual({ limitDbm: -90.5, floorDbm: -96, limitBy: "instrument" });
  expect(at(-108)).toEqual({ limitDbm: -95, floorDbm: -108, limitBy: "receiver" });
});

test("a limit set by hand stands, over the floor or under it", () => {
  expect(at(-96, -80)).toMatchObject({ limitDbm: -80, limitBy: "given" });
  expect(at(-96, -110)).toMatchObject({ limitDbm: -110, limitBy: "given" });
});
