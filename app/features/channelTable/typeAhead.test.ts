import { foundBy, typedAfter } from "./typeAhead";

const rows = [
  { id: 1, number: 1, name: "Marit" },
  { id: 2, number: 12, name: "Östen" },
];

const typed = (keys: string): string | null =>
  Array.from(keys).reduce<string | null>((before, key) => typedAfter(before ?? "", key), "");

test("digits are a number, a capital letter begins a name, small letters stay commands", () => {
  expect(foundBy(typed("12") ?? "", rows)?.id).toBe(2);
  expect(foundBy(typed("Mar") ?? "", rows)?.id).toBe(1);
  expect(foundBy(typed("Ös") ?? "", rows)?.id).toBe(2);
  expect(typed("m")).toBeNull();
  expect(typed("[")).toBeNull();
  expect(foundBy("9", rows)).toBeNull();
});

test("a digit after a name begins a number, and the other way round", () => {
  expect(typed("M1")).toBe("1");
  expect(typed("1M")).toBe("M");
});
