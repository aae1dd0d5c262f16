import { packUnit, receiverUnit } from "~/testkit/case";
import { compareFirmware, firmwareBehind } from "./firmware";
import { mergeKits, EMPTY_KIT, packModel } from "./models";
import { SHIPPED_KIT } from "./shipped";

describe("firmware", () => {
  // in order, the oldest first
  test.each([
    [["1.0", "1.0b", "1.0.1", "1.2", "1.10", "2.0"]],
    [["v1.9", "Ver. 1.11", "V2"]],
    [["2.0a", "2.0b", "2.0 c"]],
    [["20240131", "20251101"]],
  ])("%j stand in the order in which they came out", (list) => {
    for (let i = 0; i < list.length; i += 1)
      for (let j = 0; j < list.length; j += 1)
        expect(Math.sign(compareFirmware(list[i]!, list[j]!))).toBe(Math.sign(i - j));
  });
  test.each([
    ["1.2", "v1.2"],
    ["1.2", "1.2.0"],
    ["2.0B", "2.0b"],
    ["1-4", "1.4"],
  ])("%s and %s are one", (a, b) => expect(compareFirmware(a, b)).toBe(0));

  const units = [
    packUnit("A", "brae-vt", 10, { firmware: "1.2" }),
    packUnit("B", "brae-vt", 10, { firmware: "1.10" }),
    packUnit("C", "brae-vt", 10),
    receiverUnit("R", "brae-v4", { firmware: "1.0" }),
  ];
  test("who runs an older one than another of its model is named; whom nobody looked at is not, nor another model", () => {
    expect(firmwareBehind(SHIPPED_KIT, units)).toEqual([
      { model: "Brae VT, four presets", newest: "1.10", units: [{ label: "A", has: "1.2" }] },
    ]);
    expect(firmwareBehind(SHIPPED_KIT, units.slice(1))).toEqual([]);
  });
  test("the newest that is told with the model counts, where no unit runs a newer one", () => {
    const kit = (newestFirmware: string) =>
      mergeKits(SHIPPED_KIT, {
        ...EMPTY_KIT,
        packs: [{ ...packModel(SHIPPED_KIT, "brae-vt"), newestFirmware }],
      });
    expect(firmwareBehind(kit("2.0"), units)[0]).toMatchObject({
      newest: "2.0",
      units: [{ label: "A" }, { label: "B" }],
    });
    expect(firmwareBehind(kit("1.1"), units)[0]!.newest).toBe("1.10");
  });
});
