import { checkSet } from "~/core/coordination/rules/checkSet";
import { PROFILES } from "~/core/coordination/problem/profile";
import { canBeSet, nearestSetting, presets, sharedGrid, sharedTuning } from "~/core/devices/tuning";
import { packLegality, packLegalityAt, pairing } from "./match";
import { packModel, receiverModel } from "./models";
import { SHIPPED_KIT } from "./shipped";
import { hzToSwitchCode, switchCodeToHz } from "./switchCode";
import { REGIONS } from "~/core/regulations/region";
import { parseClockText } from "~/core/units/clockText";

// common practice, no published source: two 16-position switches, 256 steps of 0.1 MHz above the
// block's start
describe("two-switch codes", () => {
  test("all 256 positions go there and back", () => {
    const codes = new Set<string>();
    for (let n = 0; n < 256; n += 1) {
      const frequencyHz = 537_600_000 + n * 100_000;
      const code = hzToSwitchCode(frequencyHz, 537_600_000);
      if (!code.ok) throw new Error(code.error.code);
      codes.add(code.value);
      expect(switchCodeToHz(code.value, 537_600_000)).toEqual({ ok: true, value: frequencyHz });
    }
    expect(codes.size).toBe(256);
  });
  test("as people write them", () => {
    for (const text of ["a3", "A3", " A-3 ", "a 3", "A/3"])
      expect(switchCodeToHz(text, 537.6e6)).toEqual({ ok: true, value: 553_900_000 });
    for (const text of ["", "A", "G1", "A33", "ten"])
      expect(switchCodeToHz(text, 537.6e6)).toMatchObject({
        ok: false,
        error: { code: "switch-code-unreadable" },
      });
  });
  test("outside the block, between two positions", () => {
    expect(hzToSwitchCode(563_200_000, 537_600_000)).toMatchObject({
      ok: false,
      error: { code: "switch-out-of-block", highHz: 563_100_000 },
    });
    expect(hzToSwitchCode(537_500_000, 537_600_000)).toMatchObject({
      ok: false,
      error: { code: "switch-out-of-block" },
    });
    expect(hzToSwitchCode(540_050_000, 537_600_000)).toMatchObject({
      ok: false,
      error: { code: "switch-off-grid", nearestHz: 540_100_000 },
    });
  });
});

const grid = (lowHz: number, highHz: number, stepHz: number) => ({ lowHz, highHz, stepHz });

describe("who works with whom, and why not", () => {
  test("the shared grid starts where both can stand", () => {
    expect(sharedGrid(grid(470e6, 480e6, 25_000), grid(470e6, 480e6, 25_000))).toEqual(
      grid(470e6, 480e6, 25_000),
    );
    expect(sharedGrid(grid(470e6, 480e6, 25_000), grid(471.0125e6, 490e6, 12_500))).toEqual(
      grid(471.025e6, 480e6, 25_000),
    );
    expect(sharedGrid(grid(470e6, 480e6, 100_000), grid(470.05e6, 480e6, 150_000))).toEqual(
      grid(470.2e6, 480e6, 300_000),
    );
    expect(sharedGrid(grid(470e6, 480e6, 50_000), grid(470.025e6, 480e6, 50_000))).toBeNull();
    expect(sharedGrid(grid(470e6, 480e6, 25_000), grid(480.025e6, 490e6, 25_000))).toBeNull();
    expect(sharedGrid(grid(470e6, 480e6, 25_000), grid(480e6, 490e6, 25_000))).toEqual(
      grid(480e6, 480e6, 25_000),
    );
  });
  test("the nearest setting is on the grid of the nearest range, and a range ends at its last whole step", () => {
    const tuning = [grid(470e6, 470.06e6, 25_000), grid(480e6, 490e6, 50_000)];
    expect([471e6, 460e6, 475.1e6, 481.03e6].map((hz) => nearestSetting(tuning, hz))).toEqual([
      470.05e6, 470e6, 480e6, 481.05e6,
    ]);
    expect(nearestSetting([], 500.1e6)).toBe(500.1e6);
  });
  test("the first thing that keeps them apart is told", () => {
    const bag = receiverModel(SHIPPED_KIT, "tarnfell-r2-47");
    expect(pairing(bag, packModel(SHIPPED_KIT, "tarnfell-p-47"))).toEqual({
      works: true,
      isAdaptive: false,
      tuning: [grid(470e6, 542e6, 25_000)],
    });
    expect(pairing(bag, packModel(SHIPPED_KIT, "tarnfell-p-56"))).toMatchObject({
      works: false,
      problem: { code: "no-common-range" },
    });
    expect(pairing(bag, packModel(SHIPPED_KIT, "oystercatch-t-51"))).toMatchObject({
      works: false,
      problem: { code: "other-modulation", pack: ["Oystercatch companded FM"] },
    });
    const shifted = {
      ...packModel(SHIPPED_KIT, "tarnfell-p-47"),
      tuning: [grid(470.0125e6, 542e6, 25_000)],
    };
    expect(pairing(bag, shifted)).toMatchObject({
      works: false,
      problem: { code: "no-common-step" },
    });
    expect(
      pairing(bag, packModel(SHIPPED_KIT, "tarnfell-p-47"), { receiver: "harbour", pack: null }),
    ).toEqual({ works: false, problem: { code: "other-key", receiver: "harbour", pack: null } });
    expect(
      pairing(bag, packModel(SHIPPED_KIT, "tarnfell-p-47"), {
        receiver: "harbour",
        pack: "harbour",
      }).works,
    ).toBe(true);
  });
  test("presets meet presets and grids where both have them; what chooses for itself meets only its like", () => {
    const [brae, braePack] = [
      receiverModel(SHIPPED_KIT, "brae-v4"),
      packModel(SHIPPED_KIT, "brae-vt"),
    ];
    expect(pairing({ ...brae, tuning: presets([863.1e6, 864.9e6]) }, braePack)).toMatchObject({
      works: true,
      tuning: presets([863.1e6, 864.9e6]),
    });
    expect(sharedTuning(presets([470e6, 471.01e6, 500e6]), [grid(470e6, 480e6, 25_000)])).toEqual(
      presets([470e6]),
    );
    expect(
      sharedTuning(
        [grid(470e6, 480e6, 25_000), grid(500e6, 510e6, 25_000)],
        [grid(475e6, 505e6, 25_000)],
      ),
    ).toEqual([grid(475e6, 480e6, 25_000), grid(500e6, 505e6, 25_000)]);
    const [hollin, hollinPack] = [
      receiverModel(SHIPPED_KIT, "hollin-d2"),
      packModel(SHIPPED_KIT, "hollin-dt"),
    ];
    expect(pairing(hollin, hollinPack)).toEqual({ works: true, tuning: [], isAdaptive: true });
    expect(pairing(hollin, { ...braePack, modulations: hollin.modulations })).toMatchObject({
      problem: { code: "other-modulation" },
    });
  });
  test("the banks that ship are free of third-order products inside themselves", () => {
    for (const r of SHIPPED_KIT.receivers) {
      for (const bank of r.banks.filter(
        (b) => b.block === undefined && b.frequenciesHz.length > 4,
      )) {
        expect([
          bank.id,
          checkSet(
            bank.frequenciesHz.map((frequencyHz) => ({ id: String(frequencyHz), frequencyHz })),
            PROFILES.normal,
          ).conflicts,
        ]).toEqual([bank.id, []]);
        for (const f of bank.frequenciesHz) expect(canBeSet(r.tuning, f)).toBe(true);
      }
    }
  });
});

describe("where a pack may transmit", () => {
  const pack = { ...packModel(SHIPPED_KIT, "tarnfell-p-47"), powersMw: [10, 25, 50, 100] };
  test("fine, only lower, nowhere", () => {
    expect(packLegality(REGIONS.EU, pack, 50)).toEqual({
      code: "fine",
      where: [{ lowHz: 470e6, highHz: 542e6 }],
    });
    expect(packLegality(REGIONS.EU, pack, 100)).toMatchObject({
      code: "power-too-high",
      setMw: 100,
      mostMw: 50,
    });
    const sold = { ...pack, tuning: [grid(700e6, 720e6, 25_000)] };
    expect(packLegality(REGIONS.EU, sold, 10)).toEqual({ code: "nowhere" });
    // where no band speaks it is unknown, not forbidden
    const cordless = { ...pack, tuning: [grid(1_880_000_000, 1_930_000_000, 25_000)] };
    expect(packLegality(REGIONS.EU, cordless, 10)).toEqual({
      code: "no-rule",
      where: [{ lowHz: 1.88e9, highHz: 1.93e9 }],
    });
    expect(packLegalityAt(REGIONS.AU, pack, 50, 480e6, 200_000)).toEqual({
      code: "tuned-to-unruled",
      frequencyHz: 480e6,
    });
    const edge = { ...pack, tuning: [grid(606e6, 620e6, 25_000)] };
    expect(packLegality(REGIONS.US, edge, 20)).toEqual({
      code: "fine",
      where: [
        { lowHz: 606e6, highHz: 608e6 },
        { lowHz: 614e6, highHz: 616e6 },
      ],
    });
    expect(packLegality(REGIONS.EU, packModel(SHIPPED_KIT, "brae-vt"), 10)).toMatchObject({
      code: "fine",
      where: [{ lowHz: 863.1e6, highHz: 863.1e6 }, {}, {}, {}],
    });
    expect(packLegality(REGIONS.EU, packModel(SHIPPED_KIT, "hollin-dt"), 10)).toEqual({
      code: "fine",
      where: [{ lowHz: 2400e6, highHz: 2483.5e6 }],
    });
    expect([
      packLegalityAt(REGIONS.US, edge, 20, 607e6, 200_000).code,
      packLegalityAt(REGIONS.US, edge, 20, 611e6, 200_000).code,
      packLegalityAt(REGIONS.US, edge, 20, 607.95e6, 200_000).code,
      packLegalityAt(REGIONS.US, edge, 20, null, 200_000).code,
    ]).toEqual(["fine", "tuned-to-forbidden", "tuned-to-forbidden", "fine"]);
    expect(packLegality(REGIONS.AU, pack, 100)).toEqual({
      code: "fine",
      where: [{ lowHz: 520e6, highHz: 542e6 }],
    });
  });
});

describe("times as people write them", () => {
  test.each([
    ["08:30", 510],
    ["8.30", 510],
    ["0830", 510],
    ["8h30", 510],
    ["8", 480],
    ["8:30 pm", 1230],
    ["12 am", 0],
    ["12:15 pm", 735],
    ["24:00", 1440],
    ["08:30:00", 510],
  ])("%s", (text, minutes) =>
    expect(parseClockText(text)).toEqual({ ok: true, value: minutes * 60_000 }),
  );
  test.each(["", "25:00", "8:60", "24:01", "noon", "13 pm", "8:3", "-1"])("%p is not one", (text) =>
    expect(parseClockText(text).ok).toBe(false),
  );
});
