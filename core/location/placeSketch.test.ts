import { linkBudget } from "~/core/radio/link";
import { pathQuestion } from "~/core/radio/pathSetup";
import { wallLossDb } from "~/core/radio/link";
import { type PlaceSketch, sketchGeometry, WALL_WORDS, type WallWord } from "./placeSketch";

const receiver = { bandwidthHz: 200_000, noiseFigureDb: 8, requiredSnrDb: 20, overloadDbm: -20 };
const arrives = (sketch: PlaceSketch): number => {
  const geometry = sketchGeometry(sketch);
  const setup = {
    wear: "free" as const,
    skinContact: false,
    sleeve: false,
    tiltDeg: 0,
    distanceM: sketch.distanceM,
    walls: geometry.walls,
    antenna: "dipole" as const,
    feed: [],
    txPowerDbm: 17,
  };
  return linkBudget(pathQuestion(geometry, setup, receiver, 550e6)).receivedDbm;
};

test("choosing another material costs what that wall costs, and switches no exponent", () => {
  const inside = { setting: "indoors" as const, distanceM: 20 };
  const plain = arrives({ ...inside, walls: "plasterboard", wallCount: 1 });
  for (const word of ["timber", "glass", "brick", "concrete", "stone"] satisfies WallWord[])
    expect(plain - arrives({ ...inside, walls: word, wallCount: 1 })).toBeCloseTo(
      wallLossDb(WALL_WORDS[word], 550e6, 0) - wallLossDb(WALL_WORDS.plasterboard, 550e6, 0),
      6,
    );
  // a hall with nothing in it is about free space
  const open = arrives({ ...inside, walls: "open", wallCount: 0 });
  expect(Math.abs(open - plain - wallLossDb(WALL_WORDS.plasterboard, 550e6, 0))).toBeLessThan(1);
});
