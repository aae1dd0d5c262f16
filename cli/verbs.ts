import { readFileSync } from "node:fs";
import type { z } from "zod";
import { levelChainRequest } from "../contract/audio";
import { checkSetRequest, coordinateRequest } from "../contract/coordination";
import { linkRequest } from "../contract/radio";
import { analyseSweepRequest, rasterRequest } from "../contract/sweep";
import { levelAdviceWords, sweepFileErrorWords } from "../contract/words";
import { levelChain } from "../core/audio/levelChain";
import { checkSet } from "../core/coordination/checkSet";
import { coordinateInBank } from "../core/coordination/banks";
import { coordinate } from "../core/coordination/coordinate";
import { linkBudget, type LinkQuestion } from "../core/radio/link";
import { rasterChannels, RASTERS } from "../core/regions/raster";
import { rasterOf, REGIONS } from "../core/regions/region";
import { analyseSweep } from "../core/sweep/analyseSweep";
import { mergeMeasurements } from "../core/sweep/mergeMeasurements";
import { readSweepFile } from "../core/sweep/readSweepFile";
import type { Measurement } from "../core/sweep/sweep";
import { RequestError } from "./requestError";

/** A verb: the shape of its request, and what the core says to it. No logic of its own. */
export interface Verb {
  about: string;
  request: z.ZodType;
  run: (request: never) => unknown;
}

const verb = <S extends z.ZodType>(about: string, request: S, run: (request: z.output<S>) => unknown): Verb => ({ about, request, run: run as Verb["run"] });

function readMeasurement(path: string, index: number): Measurement {
  let bytes: Uint8Array;
  try {
    bytes = readFileSync(path);
  } catch {
    throw new RequestError("file-not-found", `the file "${path}" cannot be opened`, `files.${index}`);
  }
  const read = readSweepFile(bytes);
  if (!read.ok) throw new RequestError(read.error.code, sweepFileErrorWords(read.error), `files.${index}`);
  return read.value;
}

export const VERBS: Readonly<Record<string, Verb>> = {
  "tv-raster": verb("television channels and bands of a region", rasterRequest, ({ region }) => ({
    channels: rasterChannels(rasterOf(REGIONS[region])), bands: REGIONS[region].bands, advice: REGIONS[region].advice,
  })),
  "analyse-sweep": verb("what a sweep file holds: floor, television, carriers", analyseSweepRequest, ({ files, raster, ownCarriers }) => {
    const measurement = mergeMeasurements(files.map(readMeasurement));
    const found = analyseSweep(measurement, typeof raster === "string" ? RASTERS[raster] : raster, ownCarriers);
    return {
      format: measurement.format, sweeps: found.sweeps, points: found.points, lowHz: found.lowHz, highHz: found.highHz, stepHz: found.stepHz,
      noiseFloorDbm: found.noiseFloorDbm, tv: found.tv, carriers: found.carriers, warnings: found.warnings,
      floor: Array.from(found.floorDbm, (levelDbm, i) => ({ frequencyHz: found.lowHz + i * found.stepHz, levelDbm })),
    };
  }),
  "check-set": verb("spacing and intermodulation of a set of carriers", checkSetRequest, ({ carriers, profile }) => checkSet(carriers, profile)),
  coordinate: verb("find frequencies for all channels, and spares", coordinateRequest, (request) => {
    const hooks = { now: () => performance.now() };
    return request.mode === "bank" ? coordinateInBank(request, request.banks, hooks) : coordinate(request, hooks);
  }),
  link: verb("received level and margin of one path, term by term", linkRequest, (request) => linkBudget(request as LinkQuestion)),
  "level-chain": verb("levels, headroom and noise from the voice to the recorder", levelChainRequest, (request) => {
    const answer = levelChain(request);
    return { ...answer, advice: answer.advice.map(levelAdviceWords) };
  }),
};
