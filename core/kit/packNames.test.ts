import { packNames } from "./packNames";

test("names fit the display and stay apart", () => {
  expect(
    packNames(
      [
        "Marit",
        "Märit",
        "Agnete of the harbour",
        "Agnete of the hill",
        "Øyvind",
        "漢字",
        "Agneteof",
      ],
      [8, 8, 8, 8, 8, 8, 8],
    ),
  ).toEqual(["MARIT", "MARIT2", "AGNETEOF", "AGNETEO2", "YVIND", "CH6", "AGNETEO3"]);
  expect(packNames(["Agnete", "Agnes", "Agn"], [8, 3, 4])).toEqual(["AGNETE", "AGN", "AGN2"]);
  const many = packNames(
    Array.from({ length: 120 }, () => "Nils"),
    Array.from({ length: 120 }, () => 4),
  );
  expect(new Set(many).size).toBe(120);
  expect(Math.max(...many.map((n) => n.length))).toBeLessThanOrEqual(4);
});
