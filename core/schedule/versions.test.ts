import { SHIPPED_KIT } from "~/core/kit/shipped";
import { REGIONS } from "~/core/regulations/region";
import { sketchGeometry } from "~/core/location/placeSketch";
import { packUnit, receiverUnit } from "~/testkit/case";
import {
  inBlock,
  isBetterVersion,
  systemVersions,
  type SystemVersion,
  versionChannel,
  versionFacts,
  versionVerdict,
} from "./versions";

const site = (distanceM: number) =>
  sketchGeometry({ setting: "indoors", walls: "timber", wallCount: 0, distanceM });
const near = site(12);
const versions = systemVersions(SHIPPED_KIT);
const bag = versions.find((v) => v.receiver.id === "tarnfell-r2-47")!;
const self = versions.find((v) => v.packs[0]!.adaptive !== null)!;
const facts = (v: SystemVersion, more: Partial<Parameters<typeof versionFacts>[1]> = {}) =>
  versionFacts(v, {
    region: REGIONS.EU,
    geometry: near,
    units: [],
    open: [],
    scanned: null,
    ...more,
  });

describe("versions", () => {
  test("every receiver with the packs that tune alike with it, each pack once in it", () => {
    for (const v of versions) {
      expect(v.packs.length).toBeGreaterThan(0);
      expect(new Set(v.packs.map((p) => p.id)).size).toBe(v.packs.length);
    }
    expect(bag.packs.map((p) => p.id)).toContain("tarnfell-ph-47");
    expect(new Set(versions.map((v) => v.id)).size).toBe(versions.length);
  });
  test("chains of the kit are counted by receiver channel and pack, keys too", () => {
    const units = [
      receiverUnit("r", "tarnfell-r2-47"),
      packUnit("a", "tarnfell-p-47"),
      packUnit("b", "tarnfell-p-47", 50, { keyName: "blue" }),
    ];
    expect(facts(bag, { units }).have).toBe(1);
    expect(facts(bag, { units: [...units, packUnit("c", "tarnfell-ph-47")] }).have).toBe(2);
    // a block on offer is not what the kit has, though it is the same system
    expect(facts(inBlock(bag, "K9", { lowHz: 610e6, highHz: 640e6 }), { units }).have).toBe(0);
  });
  test("what the rules and the scan leave, in hertz or in numbers; unscanned is not known", () => {
    const scanned = { lowHz: 470e6, highHz: 500e6 };
    const open = [{ lowHz: 480e6, highHz: 486e6 }];
    expect(facts(bag, { scanned, open })).toMatchObject({ isScanned: true, clearHz: 6e6 });
    const away = inBlock(bag, "K9", { lowHz: 610e6, highHz: 640e6 });
    expect(facts(away, { scanned, open })).toMatchObject({ isScanned: false, clearHz: null });
    const lists = versions.find((v) => v.tuning.every((t) => t.lowHz === t.highHz) && v.tuning[0])!;
    // in another block it goes by an ordinary step, whatever its numbers had
    expect(inBlock(lists, "K9", { lowHz: 610e6, highHz: 640e6 }).tuning).toEqual([
      { lowHz: 610e6, highHz: 640e6, stepHz: 25_000 },
    ]);
    const { numbers } = facts(lists);
    expect(numbers!.allowed).toBeLessThanOrEqual(lists.tuning.length);
    expect(numbers!.clear).toBeNull();
  });
});

describe("the verdict", () => {
  const units = [receiverUnit("r", "tarnfell-r2-47"), packUnit("a", "tarnfell-p-47")];
  const own = facts(bag, { units });
  test("enough, more to rent, too few places: the first thing that it fails by", () => {
    expect(versionVerdict(own, 1, 1)).toEqual({ code: "bring" });
    expect(versionVerdict(own, 3, 3)).toEqual({ code: "rent", more: 2 });
    expect(versionVerdict(own, 3, 2)).toEqual({ code: "too-few", fit: 2 });
  });
  test("forbidden and unruled blocks, by the highest power that is allowed", () => {
    const mobile = facts(inBlock(bag, "M", { lowHz: 700e6, highHz: 730e6 }));
    expect(["forbidden", "no-rule"]).toContain(versionVerdict(mobile, 1, 1).code);
    expect(
      versionChannel(inBlock(bag, "M", { lowHz: 700e6, highHz: 730e6 }), { powerMw: null }),
    ).toBe(null);
  });
  test("what chooses for itself by its room and its reach", () => {
    const limit = facts(self).roomLimit!;
    expect(versionVerdict(facts(self), limit + 1, null)).toEqual({ code: "too-few", fit: limit });
    const { rangeM } = self.packs[0]!.adaptive!;
    expect(versionVerdict(facts(self, { geometry: site(rangeM + 20) }), 1, null)).toEqual({
      code: "out-of-reach",
      rangeM,
      distanceM: rangeM + 20,
    });
    expect(versionChannel(self, facts(self))).toBeNull();
  });
  test("what is owned and does it comes before what must be rented, that before what fails", () => {
    const of = (f: typeof own, wanted: number, fit: number) => ({
      facts: f,
      verdict: versionVerdict(f, wanted, fit),
    });
    const rows = [of(own, 3, 1), of(facts(bag), 1, 1), of(own, 1, 1), of(own, 3, 2)];
    expect(rows.sort(isBetterVersion).map((r) => r.verdict)).toEqual([
      { code: "bring" },
      { code: "rent", more: 1 },
      { code: "too-few", fit: 2 },
      { code: "too-few", fit: 1 },
    ]);
  });
});
