import { seededRandom } from "~/core/units/random";
import { antennaSeats, antennasOutOfRange, type FedReceiver, seatAntennas } from "./antennaPlan";
import { antennaRange, antennasOfStock, type KitAntenna, outsideLossDb } from "./antennas";
import { newDistribution } from "./distribution";
import { receiverModel } from "./models";
import { SHIPPED_KIT } from "./shipped";
import { stockItem } from "~/testkit/case";

const bag = receiverModel(SHIPPED_KIT, "tarnfell-r2-47");
const camera = receiverModel(SHIPPED_KIT, "oystercatch-c1-51");
const kelda = receiverModel(SHIPPED_KIT, "kelda-q2-49");
const fixed = receiverModel(SHIPPED_KIT, "brae-v4");
const receiver = (key: string, model = bag, frequenciesHz: number[] = []): FedReceiver => ({
  key,
  label: key,
  model,
  frequenciesHz,
});
let count = 0;
const antenna = (
  lowMhz: number | null,
  highMhz: number | null = null,
  change: Partial<KitAntenna> = {},
): KitAntenna => ({
  id: `x${(count += 1)}`,
  label: `x${count}`,
  kind: "whip-quarter",
  range:
    lowMhz === null || highMhz === null ? null : { lowHz: lowMhz * 1e6, highHz: highMhz * 1e6 },
  block: null,
  connector: "SMA",
  owner: "receiver",
  tape: null,
  ...change,
});
const seatsOf = (receivers: FedReceiver[], antennas: KitAntenna[]) =>
  seatAntennas(SHIPPED_KIT, antennas, antennaSeats(receivers, []));

test("two receivers need four antennas: two wideband ones are not enough for both", () => {
  const wide = [antenna(470, 700), antenna(470, 700)];
  const seated = seatsOf([receiver("a"), receiver("b")], wide);
  expect(seated).toHaveLength(4);
  expect(seated.filter((s) => s.antenna !== null)).toHaveLength(2);
  expect(new Set(seated.flatMap((s) => s.antenna?.id ?? [])).size).toBe(2);
});

test("a whip of another block serves a receiver that is set inside its range", () => {
  const whips = antennasOfStock([stockItem("antenna", 2, "47", "SMA")]);
  expect(antennaRange(SHIPPED_KIT, whips[0]!)).toEqual({ lowHz: 470e6, highHz: 542e6 });
  const inside = seatsOf([receiver("k", kelda, [500e6, 510e6])], whips);
  expect(inside.map((s) => s.lossDb)).toEqual([0, 0]);
  const out = antennasOutOfRange(SHIPPED_KIT, seatsOf([receiver("c", camera, [560e6])], whips));
  expect(out).toHaveLength(2);
  expect(out[0]!.lossDb).toBeGreaterThan(0.5);
});

test("each goes where least is lost over all", () => {
  const [low, high] = [antenna(470, 542), antenna(518, 566)];
  const seated = seatsOf([receiver("c", camera, [560e6])], [low, high, antenna(518, 566)]);
  expect(seated.map((s) => s.antenna?.range?.lowHz)).toEqual([518e6, 518e6]);
});

test("fixed ones need none; other connectors do not serve; packs' own stay on packs", () => {
  expect(seatsOf([receiver("f", fixed)], [antenna(470, 900)])).toEqual([]);
  const useless = [antenna(470, 542, { connector: "BNC" }), antenna(470, 542, { owner: "pack" })];
  expect(seatsOf([receiver("a")], useless).map((s) => s.antenna)).toEqual([null, null]);
});

test("a distribution takes one pair for all its receivers, and no bare whips", () => {
  const d = {
    ...newDistribution("d", "D"),
    connector: "SMA",
    outputs: [
      { receiverKey: "a", items: [] },
      { receiverKey: "b", items: [] },
    ],
  };
  const seats = antennaSeats([receiver("a"), receiver("b"), receiver("c")], [d]);
  expect(seats.map((s) => [s.key, s.count, s.receivers])).toEqual([
    ["d", 2, ["a", "b"]],
    ["c", 2, ["c"]],
  ]);
  const whips = [antenna(470, 542), antenna(470, 542)];
  const fins = [1, 2].map(() => antenna(470, 700, { kind: "fin", owner: "stand" }));
  const seated = seatAntennas(SHIPPED_KIT, [...whips, ...fins], seats);
  expect(seated.map((s) => [s.seat.key, s.antenna?.kind])).toEqual([
    ["d", "fin"],
    ["d", "fin"],
    ["c", "whip-quarter"],
    ["c", "whip-quarter"],
  ]);
});

test("outside its range an antenna loses the more the further, inside nothing", () => {
  const range = { lowHz: 470e6, highHz: 542e6 };
  const loss = (mhz: number) => outsideLossDb(range, mhz * 1e6)!;
  expect([loss(470), loss(500), loss(542)]).toEqual([0, 0, 0]);
  expect(loss(560)).toBeGreaterThan(0);
  expect(loss(600)).toBeGreaterThan(loss(560));
  expect(loss(430)).toBeGreaterThan(loss(450));
  expect(outsideLossDb(null, 500e6)).toBeNull();
});

test.each([5, 23])(
  "as many sockets served, and as little lost, as by trying every way, seed %i",
  (seed) => {
    const random = seededRandom(seed);
    for (let round = 0; round < 12; round += 1) {
      const antennas = Array.from({ length: 1 + Math.floor(random() * 4) }, () => {
        const lowMhz = 440 + Math.floor(random() * 100);
        return antenna(lowMhz, lowMhz + 40, { connector: random() < 0.2 ? "BNC" : "SMA" });
      });
      const receivers = [receiver("a", bag, [500e6]), receiver("c", camera, [540e6])];
      const seated = seatsOf(receivers, antennas);
      const seats = antennaSeats(receivers, []);
      const lossAt = (a: KitAntenna, f: number) =>
        a.connector === "SMA" ? outsideLossDb(a.range, f)! : Infinity;
      const sockets = seats.flatMap((s) =>
        Array.from({ length: s.count }, () => s.frequenciesHz[0]!),
      );
      let best = { served: 0, lossDb: 0 };
      const go = (i: number, left: KitAntenna[], served: number, lossDb: number) => {
        if (i === sockets.length) {
          if (served > best.served || (served === best.served && lossDb < best.lossDb))
            best = { served, lossDb };
          return;
        }
        go(i + 1, left, served, lossDb);
        for (const a of left) {
          const now = lossAt(a, sockets[i]!);
          if (now < Infinity)
            go(
              i + 1,
              left.filter((x) => x !== a),
              served + 1,
              lossDb + now,
            );
        }
      };
      go(0, antennas, 0, 0);
      expect(seated.filter((s) => s.antenna).length).toBe(best.served);
      expect(seated.reduce((sum, s) => sum + (s.lossDb ?? 0), 0)).toBeCloseTo(best.lossDb, 1);
    }
  },
);
