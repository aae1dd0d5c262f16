import { regionOfLocale } from "./regionOfLocale";

test.each([
  ["en-US,en;q=0.9", "US"],
  ["en-GB", "UK"],
  ["en-AU,en-GB;q=0.8", "AU"],
  ["de-AT,de;q=0.9,en;q=0.8", "EU"],
  ["nb-NO", "EU"],
  ["sr-Latn-RS, de-DE;q=0.5", "EU"],
  ["en", null],
  ["ja-JP,ja", null],
  ["*", null],
  [null, null],
])("languages %s: %s", (languages, region) => {
  expect(regionOfLocale(languages)).toBe(region);
});
