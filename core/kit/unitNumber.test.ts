import { withLists } from "./lists";
import { packModel, receiverModel } from "./models";
import { SHIPPED_KIT } from "./shipped";
import {
  displayMhz,
  freeLevels,
  isListsOnly,
  lacksLists,
  type Numbered,
  readChannelNumber,
  readUnitNumber,
  shownAs,
  unitNumber,
  writtenAs,
} from "./unitNumber";

const KIT = withLists(SHIPPED_KIT);
const receiver = (id: string) => receiverModel(KIT, id);
const pack = (id: string) => packModel(KIT, id);
const coded = receiver("skerrick-s-53");
const groups = receiver("corran-g4-58");
const numbers = receiver("marram-k2");
const decimal = pack("oystercatch-g-51");
const read = (model: Numbered, text: string) => {
  const found = readUnitNumber(model, text);
  return found.ok ? found.value : found.error.code;
};

test.each<[Numbered, number, string | null]>([
  [coded, 553.9e6, "code A3"],
  // between two positions of its switches
  [coded, 553.95e6, null],
  [receiver("brae-v4"), 864.1e6, "preset 3"],
  [groups, 568.375e6, "group 2.3"],
  [groups, 568.4e6, null],
  [numbers, 567.95e6, "TV K4 · 33-05"],
  [decimal, 523.175e6, "523.1 MHz"],
  [receiver("tarnfell-r2-47"), 477.95e6, "477.950 MHz"],
  [receiver("hollin-d2"), 2.41e9, null],
])("how a unit shows a frequency: %#", (model, hz, text) => {
  expect(unitNumber(model, hz) ? writtenAs(model, hz) : null).toBe(text);
});

test("what is told beside megahertz is not megahertz, and a display with one decimal cuts off", () => {
  expect(shownAs(receiver("tarnfell-r2-47"), 477.95e6)).toBeNull();
  expect(shownAs(decimal, 523.125e6)?.text).toBe("523.1");
  expect(displayMhz({ numbering: { decimals: 2 } }, 523.199e6)).toBe("523.19");
});

test.each<[Numbered, string, number | string]>([
  [groups, "2.3", 568.375e6],
  [groups, "2-3", 568.375e6],
  [groups, "group 2 channel 3", 568.375e6],
  [groups, "568.375", 568.375e6],
  [groups, "568.4", "not-settable"],
  [groups, "2.9", "no-such-member"],
  [groups, "soft", "unreadable"],
  [numbers, "33-05", 567.95e6],
  [numbers, "33.5", 567.95e6],
  [numbers, "K4 · 33-05", 567.95e6],
  [numbers, "k4/33/05", 567.95e6],
  // TV 33 lies in K4
  [numbers, "K3 · 33-05", "unreadable"],
  [coded, "A3", 553.9e6],
  [coded, "code a3", 553.9e6],
  [receiver("brae-v4"), "preset 3", 864.1e6],
  [decimal, "523.125", 523.125e6],
  [decimal, "523.1", "ambiguous"],
])("what is typed: %#, %s", (model, text, expected) => {
  expect(read(model, text)).toBe(expected);
});

test("a number that stands for several is asked, each in megahertz", () => {
  const found = readUnitNumber(decimal, "523.1");
  expect(!found.ok && found.error.code === "ambiguous" && found.error.readings).toEqual(
    [523.1, 523.125, 523.15, 523.175].map((m) => ({
      frequencyHz: Math.round(m * 1e6),
      text: `${m.toFixed(3)} MHz`,
    })),
  );
});

test("one number in two blocks is asked; with its block it is not", () => {
  const twice: Numbered = {
    kind: "receiver",
    tuning: [{ lowHz: 470e6, highHz: 600e6, stepHz: 25_000 }],
    readout: "bank-and-number",
    banks: [
      { id: "1", block: "A", frequenciesHz: [480e6, 481e6] },
      { id: "1", block: "B", frequenciesHz: [580e6, 581e6] },
    ],
  };
  expect(read(twice, "1.2")).toBe("ambiguous");
  expect([read(twice, "A 1.2"), read(twice, "B · 1.2")]).toEqual([481e6, 581e6]);
});

test("either end's way of writing is understood, and only what both can be set to", () => {
  const ends = [receiver("oystercatch-c1-51"), decimal];
  const tuning = [{ lowHz: 518e6, highHz: 566e6, stepHz: 100_000 }];
  expect(readChannelNumber(ends, tuning, "523.1")).toEqual({ ok: true, value: 523.1e6 });
  const coarse = [{ lowHz: 518e6, highHz: 566e6, stepHz: 50_000 }];
  expect(readChannelNumber(ends, coarse, "523.1")).toMatchObject({
    ok: false,
    error: { code: "ambiguous", readings: [{ frequencyHz: 523.1e6 }, { frequencyHz: 523.15e6 }] },
  });
});

test("what shows lists only is bound to them; without lists its own number is not known", () => {
  expect([groups, numbers, receiver("tarnfell-r2-47"), coded].map(isListsOnly)).toEqual([
    true,
    true,
    false,
    false,
  ]);
  const bare = { ...groups, banks: [] };
  expect([lacksLists(groups), lacksLists(bare), unitNumber(bare, 568.375e6)]).toEqual([
    false,
    true,
    null,
  ]);
  expect(writtenAs(bare, 568.375e6)).toBe("568.375 MHz");
});

test("free members are told at each level", () => {
  const free = freeLevels(numbers, (hz) => hz === 567.95e6);
  expect(free.length).toBe(12);
  expect(free.filter((l) => l.members.some((m) => m.isFree))).toEqual([
    expect.objectContaining({ block: "K4", list: "33" }),
  ]);
  expect(free.at(-3)?.members[4]).toEqual({ number: "05", frequencyHz: 567.95e6, isFree: true });
});
