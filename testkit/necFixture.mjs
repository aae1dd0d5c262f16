// Makes necFixture.json with NEC2 (Debian's nec2c): node testkit/necFixture.mjs. For tests only.
import { execFileSync } from "node:child_process";
import { mkdtempSync, readFileSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { tmpdir } from "node:os";

const MHZ = 600;
const WAVE_M = 299.792458 / MHZ;
const folder = mkdtempSync(join(tmpdir(), "nec-"));

/** Runs a deck and gives what NEC2 wrote. */
function nec(name, cards) {
  const [from, to] = [join(folder, `${name}.nec`), join(folder, `${name}.out`)];
  writeFileSync(from, ["CM made for a check", "CE", ...cards, "EN", ""].join("\n"));
  execFileSync("nec2c", ["-i", from, "-o", to]);
  return readFileSync(to, "utf8");
}

/** Total gain by elevation angle theta, dBi. */
function gains(text) {
  const table = text.slice(text.indexOf("RADIATION PATTERNS"));
  return Object.fromEntries(
    [
      ...table.matchAll(
        /^\s*(-?\d+\.\d+)\s+(-?\d+\.\d+)\s+(-?\d+\.\d+)\s+(-?\d+\.\d+)\s+(-?\d+\.\d+)\s/gm,
      ),
    ].map((m) => [Number(m[1]), Number(m[5])]),
  );
}

/** Magnitude of the current in a segment of a wire, amperes. */
function current(text, tag, segment) {
  const table = text.slice(text.indexOf("CURRENTS AND LOCATION"));
  const row = [
    ...table.matchAll(
      /^\s*(\d+)\s+(\d+)\s+-?[\d.]+\s+-?[\d.]+\s+-?[\d.]+\s+[\d.]+\s+(-?[\d.E+-]+)\s+(-?[\d.E+-]+)\s+([\d.E+-]+)/gm,
    ),
  ].find((r) => Number(r[2]) === tag && Number(r[1]) === segment);
  return Number(row[5]);
}

const half = (0.5 * WAVE_M * 0.95) / 2;
const r = 0.0005;
const dipole = gains(
  nec("dipole", [
    `GW 1 21 0 0 ${-half} 0 0 ${half} ${r}`,
    "GE 0",
    `FR 0 1 0 0 ${MHZ} 0`,
    "EX 0 1 11 0 1 0",
    "RP 0 10 1 1000 0 0 10 0",
  ]),
);
const monopole = gains(
  nec("monopole", [
    `GW 1 11 0 0 0 0 0 ${half} ${r}`,
    "GE 1",
    "GN 1",
    `FR 0 1 0 0 ${MHZ} 0`,
    "EX 0 1 1 0 1 0",
    "RP 0 9 1 1000 10 0 10 0",
  ]),
);
/**
 * A receiving dipole ten metres away, leaning in the plane across the way, its middle loaded: what
 * flows there against standing upright.
 */
const tilted = Object.fromEntries(
  [0, 30, 45, 60, 80].map((deg) => {
    const [s, c] = [Math.sin((deg * Math.PI) / 180) * half, Math.cos((deg * Math.PI) / 180) * half];
    const text = nec(`pair${deg}`, [
      `GW 1 21 0 0 ${-half} 0 0 ${half} ${r}`,
      `GW 2 21 10 ${-s} ${-c} 10 ${s} ${c} ${r}`,
      "GE 0",
      "LD 4 2 11 11 73 0",
      `FR 0 1 0 0 ${MHZ} 0`,
      "EX 0 1 11 0 1 0",
      "XQ 0",
    ]);
    return [deg, current(text, 2, 32)];
  }),
);
const lossDb = Object.fromEntries(
  Object.entries(tilted).map(([deg, amps]) => [
    deg,
    Number((-20 * Math.log10(amps / tilted[0])).toFixed(3)),
  ]),
);
writeFileSync(
  new URL("necFixture.json", import.meta.url),
  `${JSON.stringify({ made: "nec2c 1.3, node testkit/necFixture.mjs", mhz: MHZ, dipoleDbiByTheta: dipole, monopoleOverGroundDbiByTheta: monopole, lossOfTiltedPairDb: lossDb }, null, 1)}\n`,
);
