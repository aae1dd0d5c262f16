import type { TuningRange } from "~/core/devices/tuning";
import type { PackModel, ReceiverModel } from "./models";

/** What is known of a unit when only its name plate was read. */
export interface NamePlate {
  maker: string;
  name: string;
  block: string | null;
  tuning: TuningRange[];
  halves: number;
  powersMw: number[];
}

/** "Moor & Sons", "R 2" → "moor-sons-r-2": letters and digits of any script, the rest hyphens. */
export const slug = (text: string): string =>
  text
    .normalize("NFKD")
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]+/gu, "-")
    .replace(/^-+|-+$/g, "")
    .slice(0, 60) || "x";

/** An id for a new model that none has. */
export function freeModelId(
  model: { maker: string; name: string; kind: "receiver" | "pack" },
  taken: readonly string[],
): string {
  const wanted = `${slug(`${model.maker} ${model.name}`)}-${model.kind === "receiver" ? "rx" : "tx"}`;
  for (let n = 1; ; n += 1) {
    const id = n === 1 ? wanted : `${wanted}-${n}`;
    if (!taken.includes(id)) return id;
  }
}

/**
 * One maker's analogue systems are taken to understand each other, and nobody else's, until
 * somebody says otherwise.
 */
const modulationOf = (maker: string): string[] => [`${maker} FM`];

/**
 * A receiver model of ordinary figures (common practice, no published source), to be corrected by
 * its own data sheet.
 */
export const typicalReceiver = (p: NamePlate): ReceiverModel => ({
  id: `${slug(`${p.maker} ${p.name}`)}-rx`,
  kind: "receiver",
  maker: p.maker,
  name: p.name,
  form: p.halves > 1 ? "bag" : "camera",
  diversity: "two-paths",
  block: p.block,
  halves: p.halves,
  halfSpanHz: null,
  tuning: p.tuning,
  adaptive: null,
  modulations: modulationOf(p.maker),
  syncMethods: ["by-hand"],
  readout: "mhz",
  antennaConnector: "SMA",
  note: "",
  banks: [],
  bandwidthHz: 200_000,
  noiseFigureDb: 10,
  requiredSnrDb: 22,
  overloadDbm: -28,
  output: { fullScaleDbu: 0, stepsDb: [0, -6, -12, -18, -24] },
  // most can look for free places by themselves
  sweep: { stepHz: 25_000, msPerStep: 40 },
});

/** The same for a pack. */
export const typicalPack = (p: NamePlate): PackModel => ({
  id: `${slug(`${p.maker} ${p.name}`)}-tx`,
  kind: "pack",
  maker: p.maker,
  name: p.name,
  form: "bodypack",
  block: p.block,
  tuning: p.tuning,
  adaptive: null,
  modulations: modulationOf(p.maker),
  syncMethods: ["by-hand"],
  readout: "mhz",
  antennaConnector: "screw-on whip",
  note: "",
  powersMw: p.powersMw,
  gainStepsDb: Array.from({ length: 21 }, (_, i) => -3 * i),
  // so that an ordinary voice on a lavalier starts at about −27 on this scale
  fullScaleInputDbu: -51,
  inputNoiseDbu: -120,
  limiterDb: null,
  cell: { kind: "aa", perPack: 2, hours: 6.5 },
});
