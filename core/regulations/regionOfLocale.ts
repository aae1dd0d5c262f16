import type { RegionName } from "./region";

const OWN_RULES: Readonly<Record<string, RegionName>> = { US: "US", GB: "UK", AU: "AU" };
/** The European Union, and who goes by the same recommendation (ERC/REC 70-03; list from memory). */
const EUROPE = new Set(
  "AT BE BG CH CY CZ DE DK EE ES FI FR GR HR HU IE IS IT LI LT LU LV MT NL NO PL PT RO SE SI SK".split(
    " ",
  ),
);

/**
 * The region whose rules ship that a reader's languages point to: the country of the first one that
 * names a country we have rules for. A guess to begin with, to be seen and changed.
 * @param acceptLanguage - as a browser sends it: "en-GB,en;q=0.9"; null where it sends none
 * @returns null where no country is named, or none that is known here
 * @example regionOfLocale("de-AT,de;q=0.9,en;q=0.8") // "EU"
 */
export function regionOfLocale(acceptLanguage: string | null): RegionName | null {
  for (const entry of (acceptLanguage ?? "").split(",")) {
    const country = /^\s*[a-z]{2,3}(?:-[a-z]{4})?-([a-z]{2})\b/i.exec(entry)?.[1]?.toUpperCase();
    if (country === undefined) continue;
    const own = OWN_RULES[country];
    if (own) return own;
    if (EUROPE.has(country)) return "EU";
  }
  return null;
}
