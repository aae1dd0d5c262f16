import { freePair, monogram } from "./freePair";
import {
  isSameSketch,
  sketchGeometry,
  sketchOf,
  WALL_WORDS,
  type WallWord,
} from "~/core/location/placeSketch";
import { readTypedScene } from "./sceneTable";
import { SHIPPED_KIT } from "~/core/kit/shipped";
import { REGIONS } from "~/core/regulations/region";
import { packUnit, receiverUnit } from "~/testkit/case";
import { parsePosition } from "~/contract/messages/place";

describe("a pair for one more talker", () => {
  const [bag, camera] = [
    receiverUnit("bag", "tarnfell-r2-47"),
    receiverUnit("cam", "oystercatch-c1-51"),
  ];
  const find = (
    units: Parameters<typeof freePair>[2],
    taken: Parameters<typeof freePair>[3] = [],
  ) => freePair(SHIPPED_KIT, REGIONS.EU, units, taken);
  test("what fits, not what comes first; what may transmit before what may not", () => {
    expect(
      find([
        bag,
        packUnit("g", "tarnfell-p-56"),
        packUnit("f", "tarnfell-ph-47", 100),
        packUnit("a", "tarnfell-p-47"),
      ]),
    ).toEqual({ pair: { receiverKey: "bag", half: 0, packKey: "a" } });
    expect(find([bag, packUnit("f", "tarnfell-ph-47", 100)])).toEqual({
      pair: { receiverKey: "bag", half: 0, packKey: "f" },
    });
  });
  test("the pair that leaves most for others: two receivers with one pack each, the second fits only one of them", () => {
    const wide = {
      ...SHIPPED_KIT,
      receivers: SHIPPED_KIT.receivers.map((m) =>
        m.id === "oystercatch-c1-51"
          ? { ...m, modulations: [...m.modulations, "Tarnfell companded FM"] }
          : m,
      ),
    };
    const one = { ...bag, modelId: "tarnfell-r2-47" };
    // the camera understands both; a pack of its own kind must not take the bag's place
    expect(
      freePair(
        wide,
        REGIONS.EU,
        [camera, one, packUnit("a", "tarnfell-p-47"), packUnit("e", "oystercatch-t-51", 30)],
        [{ receiverKey: "bag", half: 1, packKey: "x" }],
      ),
    ).toEqual({ pair: { receiverKey: "cam", half: 0, packKey: "e" } });
  });
  test("too little of what", () => {
    const a = packUnit("a", "tarnfell-p-47");
    expect(find([a])).toEqual({ why: "kit-no-receiver" });
    expect(find([bag, a], [{ receiverKey: "bag", half: 0, packKey: "a" }])).toEqual({
      why: "no-pack",
    });
    expect(find([camera, a])).toEqual({ why: "none-fit" });
  });
  test("monograms differ", () =>
    expect([
      monogram("Marit", []),
      monogram("Mara", ["Ma"]),
      monogram("Ma", ["Ma"]),
      monogram("O", ["O"]),
      monogram("!", []),
    ]).toEqual(["Ma", "Mr", "M2", "O2", "?2"]));
});

describe("a place told in a word", () => {
  test.each(Object.keys(WALL_WORDS) as WallWord[])("%s goes there and back", (walls) => {
    const sketch = {
      setting: "indoors" as const,
      walls,
      wallCount: walls === "open" ? 0 : 2,
      distanceM: 17,
    };
    const geometry = sketchGeometry(sketch, { txHeightM: 1.4 });
    expect(geometry).toMatchObject({ model: "indoor", distanceM: 17, txHeightM: 1.4 });
    expect(sketchOf("indoors", geometry)).toEqual(sketch);
    expect(isSameSketch(sketch, { ...sketch, distanceM: 18 })).toBe(false);
  });
  test("outside it is the ground that counts", () =>
    expect(
      sketchGeometry({ setting: "outdoors", walls: "open", wallCount: 0, distanceM: 30 }),
    ).toMatchObject({ model: "plane-earth", walls: [] }));
  test.each([
    ["57.6, -15.2", { latitudeDeg: 57.6, longitudeDeg: -15.2 }],
    ["57.6° −15.2°", { latitudeDeg: 57.6, longitudeDeg: -15.2 }],
    ["", null],
  ])("position %p", (text, value) => expect(parsePosition(text)).toEqual({ ok: true, value }));
  test.each(["91, 0", "here", "57.6", "1, 200"])("%p is none", (text) =>
    expect(parsePosition(text).ok).toBe(false),
  );
});

test("a typed scene is read by the rules of a list", () => {
  const told = {
    number: "14",
    title: "Everybody",
    placeId: 3,
    start: "11.15",
    end: "0:30",
    speakers: "Ann and Bo",
    isRepeatable: false,
  };
  expect(readTypedScene(told, ["1"])).toEqual({
    problems: [],
    notes: [{ code: "over-midnight" }],
    scene: {
      number: "14",
      title: "Everybody",
      placeId: 3,
      startMs: 11.25 * 3_600_000,
      endMs: 24.5 * 3_600_000,
      speakers: ["Ann", "Bo"],
      isRepeatable: false,
    },
  });
  expect(readTypedScene({ ...told, number: " ", start: "soon" }, [])).toMatchObject({
    scene: null,
    problems: [{ code: "number-missing" }, { code: "time-unreadable" }],
  });
  expect(readTypedScene(told, ["14"])).toMatchObject({
    scene: null,
    problems: [{ code: "number-taken", number: "14" }],
  });
});
