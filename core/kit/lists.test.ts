import { formatLists, listsCsv, listsPerTvChannel, parseLists, withLists } from "./lists";
import { packModel, receiverModel } from "./models";
import { SHIPPED_KIT } from "./shipped";
import { halvesOneOf } from "./halves";

const lists = (text: string) => {
  const read = parseLists(text);
  return read.ok ? read.value : read.error.code;
};

test.each([
  ["1: 470.1 471.15", [{ id: "1", frequenciesHz: [470.1e6, 471.15e6] }]],
  ["1: 470.1, 471.15", [{ id: "1", frequenciesHz: [470.1e6, 471.15e6] }]],
  ["K4 / 33: 566.35", [{ id: "33", block: "K4", frequenciesHz: [566.35e6] }]],
  ["user U1: 470.1", [{ id: "U1", isUser: true, frequenciesHz: [470.1e6] }]],
  ["7: 566.1 by 0.375 x 3", [{ id: "7", frequenciesHz: [566.1e6, 566.475e6, 566.85e6] }]],
  ["7: 566.1 by 375 kHz x 2", [{ id: "7", frequenciesHz: [566.1e6, 566.475e6] }]],
  [
    "TV 21-22: 0.35 by 0.4 x 2",
    [
      { id: "21", frequenciesHz: [470.35e6, 470.75e6] },
      { id: "22", frequenciesHz: [478.35e6, 478.75e6] },
    ],
  ],
  // a maker's table, pasted: dots, tabs, semicolons; plain counting needs no names
  ["group,channel,MHz\n11,1,574.3\n11,2,575.1", [{ id: "11", frequenciesHz: [574.3e6, 575.1e6] }]],
  ["11.1\t574,3\n11.2\t575,1", [{ id: "11", frequenciesHz: [574.3e6, 575.1e6] }]],
  ["K4;33;05;567.95", [{ id: "33", block: "K4", numbers: ["05"], frequenciesHz: [567.95e6] }]],
  ["9-4, 523.1", [{ id: "9", numbers: ["4"], frequenciesHz: [523.1e6] }]],
])("lists as people have them: %s", (text, banks) => expect(lists(text)).toEqual(banks));

test.each([
  ["1 470.1 471", "list-line"],
  ["1: 470.1 x", "list-line"],
  ["TV 90-95: 0 by 1 x 3", "list-line"],
  ["1: 470.1\n1: 480.1", "list-twice"],
  [`1: 470 by 0.001 x 401`, "too-long"],
])("no lists: %#", (text, code) => expect(lists(text)).toBe(code));

test("what ships reads back as it was written, as text and as a table", () => {
  for (const { banks } of SHIPPED_KIT.receivers) {
    expect(parseLists(formatLists(banks))).toEqual({ ok: true, value: banks });
    if (banks.length > 0) expect(parseLists(listsCsv(banks))).toEqual({ ok: true, value: banks });
  }
});

test("a channel's last numbers do not reach into the next", () => {
  const [first] = listsPerTvChannel({
    raster: "US-6",
    from: 14,
    to: 14,
    offsetHz: 0,
    stepHz: 1e6,
    count: 9,
  });
  // by hand: US channel 14 is 470 to 476 MHz
  expect(first?.frequenciesHz).toEqual([470, 471, 472, 473, 474, 475].map((m) => m * 1e6));
});

test("packs go by their receivers' lists where they have none of their own, and tune nowhere else", () => {
  const kit = withLists(SHIPPED_KIT);
  const groups = receiverModel(kit, "corran-g4-58");
  const pack = packModel(kit, "corran-b-58");
  expect(pack.banks).toEqual(groups.banks);
  expect(pack.tuning).toEqual(groups.tuning);
  expect(groups.tuning).toHaveLength(new Set(groups.banks.flatMap((b) => b.frequenciesHz)).size);
  expect(receiverModel(kit, "tarnfell-r2-47").tuning).toHaveLength(1);
});

test("the halves of a receiver share a block, or a list", () => {
  const of = (id: string) => halvesOneOf(receiverModel(SHIPPED_KIT, id)).halvesOneOf;
  expect(of("marram-k2")?.[3]).toEqual([{ lowHz: 566e6, highHz: 590e6 }]);
  expect(of("corran-g4-58")).toHaveLength(4);
  expect(of("tarnfell-r2-47")).toBeUndefined();
});
