import { matchesWords } from "./matchesWords";

test.each([
  ["Go to Walk test", "test wa", true],
  ["Channel 12: Märta", "12 mar", true],
  ["Go to Walk test", "alk", false],
  ["Go to Range", "", true],
])("%s found by %p: %p", (text, typed, isFound) => {
  expect(matchesWords(text, typed)).toBe(isFound);
});
