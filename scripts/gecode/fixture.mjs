// Asks Gecode (Debian: minizinc, flatzinc) for the shortest grids on which small sets of carriers
// fit, and writes them for the unit tests: each shortest one fits, one step less does not.
import { execFileSync } from "node:child_process";
import { writeFileSync } from "node:fs";
import { dirname, join } from "node:path";
import { fileURLToPath } from "node:url";

const here = dirname(fileURLToPath(import.meta.url));
let state = 12_345;
const random = (n) => (state = (state * 1_103_515_245 + 12_345) % 2_147_483_648) % n;

/**
 * Whether so many carriers fit on so many places, by Gecode; throws where it took too long to say.
 */
export function fits({ n, slots, spacing, third2, third3 }, timeoutMs = 60_000) {
  const data = `n=${n};slots=${slots};spacing=${spacing};third2=${third2};third3=${third3}`;
  const out = execFileSync("minizinc", ["--solver", "gecode", "-D", data, join(here, "plan.mzn")], {
    timeout: timeoutMs,
    encoding: "utf8",
    stdio: ["ignore", "pipe", "ignore"],
  });
  return out.includes("----------");
}

if (process.argv[1] === fileURLToPath(import.meta.url)) {
  const cases = [];
  for (let k = 0; k < 20; k += 1) {
    const p = {
      n: 4 + (k % 4),
      spacing: 2 + random(13),
      third2: 1 + random(5),
      third3: 1 + random(3),
    };
    let slots = (p.n - 1) * p.spacing + 1;
    while (!fits({ ...p, slots })) slots += 1;
    cases.push({ ...p, shortest: slots });
    console.log(cases.at(-1));
  }
  writeFileSync(
    join(here, "..", "..", "core", "coordination", "gecode.fixture.json"),
    `${JSON.stringify(cases).replaceAll("},{", "},\n{")}\n`,
  );
}
