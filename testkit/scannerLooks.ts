import { PORT_ELLERY_SITES } from "~/core/simulator/portEllery";
import { packCarriers, type Rig, rigSweep, type SweepInstrument } from "~/core/simulator/rig";
import { analyseSweep, type SweepAnalysis } from "~/core/spectrum/analyseSweep";
import { RASTERS } from "~/core/regulations/raster";

export const site = PORT_ELLERY_SITES.find((s) => s.key === "net-loft")!;
export const figures = {
  bandwidthHz: 200_000,
  noiseFigureDb: 10,
  requiredSnrDb: 20,
  overloadDbm: -20,
};
export const SCANNER: SweepInstrument = {
  key: "s",
  lowHz: 470e6,
  highHz: 545e6,
  stepHz: 12_500,
  msPerStep: 1.5,
  figures,
  readsDb: 3.2,
  lines: { everyHz: 8e6, levelDbm: -101 },
};
export const tuning = [{ lowHz: 470e6, highHz: 542e6, stepHz: 25_000 }];
export const rig = (strangers: Rig["strangers"] & object): Rig => ({
  siteKey: site.key,
  receivers: [],
  scanners: [],
  strangers,
  packs: [491, 500.5, 500.975].map((mhz, i) => ({
    key: `p${i}`,
    tuning,
    frequencyHz: mhz * 1e6,
    powerMw: 50,
    isOn: true,
    isMuted: false,
    isMicPlugged: true,
    wear: "chest" as const,
  })),
});
export const look = (
  strangers: Rig["strangers"] & object,
  startMs: number,
  air = site.air,
  asideHz = 0,
): SweepAnalysis => {
  const r = rig(strangers);
  const scanner = { ...SCANNER, lowHz: SCANNER.lowHz + asideHz };
  const points = Math.floor((scanner.highHz - scanner.lowHz) / scanner.stepHz) + 1;
  expect(packCarriers(site, r, scanner)).toHaveLength(strangers.length + 3);
  const levels = rigSweep({ ...site, air }, r, scanner, 0, points, startMs);
  return analyseSweep(
    {
      format: "rows",
      lowHz: scanner.lowHz,
      stepHz: scanner.stepHz,
      points,
      completePasses: 1,
      warnings: [],
      passes: [levels],
    },
    RASTERS["EU-8"],
    r.packs.map((p) => ({ id: p.key, frequencyHz: p.frequencyHz })),
  );
};
