import { REGIONS } from "~/core/regulations/region";
import { SHIPPED_KIT } from "~/core/kit/shipped";
import { spareChains } from "~/core/kit/chains";
import { packUnit, receiverUnit } from "~/testkit/case";
import { type CastChannel, RECAST_MINUTES, recastMoves } from "./recastMoves";

const channel = (id: number, receiverKey: string, half: number, packKey: string): CastChannel => ({
  id,
  number: id,
  source: null,
  extraPacks: [],
  receiverKey,
  half,
  packKey,
});
const bags = ["bag", "bag2"].map((k) => receiverUnit(k, "tarnfell-r2-47"));
const packs = ["a", "b", "c"].map((k) => packUnit(k, "tarnfell-p-47"));
const other = receiverUnit("cam", "oystercatch-c1-51");
const facts = { kit: SHIPPED_KIT, region: REGIONS.EU };

describe("moves of a channel", () => {
  test("to another block by both ends, in minutes of the work; to what tunes alike by none", () => {
    const moves = recastMoves({
      ...facts,
      units: [...bags, ...packs, other, packUnit("e", "oystercatch-t-51", 30)],
      channels: [channel(1, "bag", 0, "a")],
    });
    const away = moves.filter((m) => m.to.receiverKey === "cam");
    expect(away).toHaveLength(1);
    expect(away[0]).toMatchObject({
      channelId: 1,
      to: { receiverKey: "cam", half: 0, packKey: "e" },
      asked: { id: 1, powerMw: 30, receiverKey: "cam" },
    });
    expect(away[0]!.work.map((w) => w.what)).toEqual(["rerig", "patch", "set"]);
    expect(away[0]!.work.reduce((n, w) => n + w.minutes, 0)).toBe(
      RECAST_MINUTES.rerig + RECAST_MINUTES.patch + RECAST_MINUTES.set,
    );
    // no move to a pack of the same block in the same receiver
    expect(moves.some((m) => m.to.receiverKey === "bag")).toBe(false);
  });
  test("units that are alike each stand for one of several; taken and forbidden ones for none", () => {
    const units = [
      ...bags,
      ...packs,
      other,
      receiverUnit("cam2", "oystercatch-c1-51"),
      ...["e", "f", "g"].map((k) => packUnit(k, "oystercatch-t-51", 30)),
      packUnit("loud", "oystercatch-t-51", 100_000),
    ];
    const moves = recastMoves({
      ...facts,
      units,
      channels: [channel(1, "bag", 0, "a"), channel(2, "cam", 0, "e")],
    });
    const away = moves.filter((m) => m.channelId === 1 && m.to.receiverKey.startsWith("cam"));
    expect(away.map((m) => m.to)).toEqual([{ receiverKey: "cam2", half: 0, packKey: "f" }]);
    expect(moves.every((m) => m.to.packKey !== "loud")).toBe(true);
  });
  test("a handheld's source goes on no bodypack; a position with two packs stays", () => {
    const units = [
      ...bags,
      packUnit("h", "tarnfell-ph-47"),
      other,
      packUnit("e", "oystercatch-t-51", 30),
    ];
    const asHandheld = { ...channel(1, "bag", 0, "h"), source: "handheld" as const };
    expect(
      recastMoves({ ...facts, units, channels: [asHandheld] }).filter((m) => m.to.packKey === "e"),
    ).toEqual([]);
    expect(
      recastMoves({
        ...facts,
        units,
        channels: [{ ...channel(1, "bag", 0, "h"), extraPacks: ["x"] }],
      }),
    ).toEqual([]);
  });
});

describe("spare chains", () => {
  test("as many as work at once, with what is left over told", () => {
    const spare = spareChains(
      SHIPPED_KIT,
      REGIONS.EU,
      [...bags, ...packs, other],
      [{ receiverKey: "bag", half: 0, packKey: "a" }],
    );
    expect(
      spare.chains.map(({ receiverKey, half, packKey }) => [receiverKey, half, packKey]),
    ).toEqual([
      ["bag", 1, "b"],
      ["bag2", 0, "c"],
    ]);
    expect(spare.receivers).toEqual([
      { receiverKey: "bag2", half: 1 },
      { receiverKey: "cam", half: 0 },
    ]);
    expect(spare.packKeys).toEqual([]);
  });
  test("what may transmit here before what may not, without losing a chain", () => {
    const one = { ...receiverUnit("r", "oystercatch-c1-51") };
    const spare = spareChains(
      SHIPPED_KIT,
      REGIONS.EU,
      [one, packUnit("loud", "oystercatch-t-51", 100_000), packUnit("e", "oystercatch-t-51", 30)],
      [],
    );
    expect(spare.chains.map((c) => [c.packKey, c.isLegal])).toEqual([["e", true]]);
    expect(spare.packKeys).toEqual(["loud"]);
  });
});
