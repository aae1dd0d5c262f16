import { sweepWarningWords } from "~/contract/messages/sweepWarning";
import { closeSync, existsSync, fstatSync, openSync, readFileSync, readSync } from "node:fs";
import type { z } from "zod";
import { analyseWavRequest, levelChainRequest } from "~/contract/schemas/audio";
import { checkSetRequest, coordinateRequest } from "~/contract/schemas/coordination";
import { batteryPlanRequest } from "~/contract/schemas/power";
import { coverageRequest, fadingRequest, linkRequest } from "~/contract/schemas/radio";
import { analyseSweepRequest, rasterRequest, surveyRequest } from "~/contract/schemas/sweep";
import { unpackSweepFiles } from "~/contract/codecs/sweepArchive";
import { wavErrorWords, wavWarningWords } from "~/contract/messages/level";
import {
  archiveErrorWords,
  levelAdviceWords,
  sweepFileErrorWords,
} from "~/contract/messages/words";
import { analyseWav } from "~/core/audio/analyseWav";
import { judgeVoice } from "~/core/audio/voiceFindings";
import { levelChain } from "~/core/audio/levelChain";
import type { ByteSource } from "~/core/audio/wav";
import { checkSet } from "~/core/coordination/rules/checkSet";
import { coordinateInBank } from "~/core/coordination/search/banks";
import { coordinate } from "~/core/coordination/search/coordinate";
import { coverage, type CoverageQuestion } from "~/core/radio/coverage";
import { fading } from "~/core/radio/fading";
import { linkBudget, type LinkQuestion } from "~/core/radio/link";
import { rasterChannels, RASTERS } from "~/core/regulations/raster";
import { bandsFor, legalWindows, rasterOf, REGIONS } from "~/core/regulations/region";
import { alignMeasurements, perStepDb } from "~/core/spectrum/scale";
import { analyseSweep } from "~/core/spectrum/analyseSweep";
import { surveyAir } from "~/core/spectrum/survey";
import type { SweepWarning } from "~/core/spectrum/sweepWarning";
import { mergeMeasurements } from "~/core/spectrum/mergeMeasurements";
import { readSweepFiles, type SweepRead } from "~/core/spectrum/readSweepFile";
import { batteryPlan } from "./batteryPlan";
import { RequestError } from "./requestError";

/** A verb: the shape of its request, and what the core says to it. No logic of its own. */
export interface Verb {
  about: string;
  request: z.ZodType;
  run: (request: never) => unknown;
}

const verb = <S extends z.ZodType>(
  about: string,
  request: S,
  run: (request: z.output<S>) => unknown,
): Verb => ({ about, request, run: run });

function readBytes(path: string, index: number): Uint8Array {
  try {
    return readFileSync(path);
  } catch {
    throw new RequestError(
      "file-not-found",
      `the file "${path}" cannot be opened`,
      `files.${index}`,
    );
  }
}

/** The other file of a recording, beside the one that was named. */
function partnerOf(path: string): string | null {
  const other = path.endsWith(".sigmf-meta")
    ? path.replace(/meta$/, "data")
    : path.endsWith(".sigmf-data")
      ? path.replace(/data$/, "meta")
      : null;
  return other !== null && existsSync(other) ? other : null;
}

function readMeasurements(paths: readonly string[]): SweepRead[] {
  const asPartner = new Set<string>();
  return paths.flatMap((path, index) => {
    if (asPartner.has(path)) return [];
    const partner = partnerOf(path);
    const names = partner === null ? [path] : [path, partner];
    if (partner !== null) asPartner.add(partner);
    const files = names.flatMap((name) => {
      const unpacked = unpackSweepFiles({ name, bytes: readBytes(name, index) });
      if (!unpacked.ok)
        throw new RequestError(
          unpacked.error.code,
          archiveErrorWords(unpacked.error),
          `files.${index}`,
        );
      return unpacked.value;
    });
    const measured = readSweepFiles(files);
    if (!measured.ok)
      throw new RequestError(
        measured.error.error.code,
        sweepFileErrorWords(measured.error.error),
        `files.${index}`,
      );
    return measured.value;
  });
}

/** Does something with a file that is read piece by piece, however long it is. */
function withFile<T>(path: string, use: (source: ByteSource) => T): T {
  let handle: number;
  try {
    handle = openSync(path, "r");
  } catch {
    throw new RequestError("file-not-found", `the file "${path}" cannot be opened`, "file");
  }
  try {
    const read = (offset: number, length: number) => {
      const bytes = new Uint8Array(length);
      return bytes.subarray(0, readSync(handle, bytes, 0, length, offset));
    };
    if (!fstatSync(handle).isFile())
      throw new RequestError("file-not-found", `"${path}" is not a file`, "file");
    return use({ size: fstatSync(handle).size, read });
  } finally {
    closeSync(handle);
  }
}

const warningOf = (warning: SweepWarning) => ({
  code: warning.code === "told" ? warning.as : warning.code,
  message: sweepWarningWords(warning),
});

export const VERBS: Readonly<Record<string, Verb>> = {
  "tv-raster": verb("TV channels and bands of a region", rasterRequest, ({ region }) => ({
    channels: rasterChannels(rasterOf(REGIONS[region])),
    // the contract knows tuned systems alone
    bands: bandsFor(REGIONS[region]),
    advice: REGIONS[region].advice,
  })),
  "analyse-sweep": verb(
    "what a sweep file has: floor, TV stations, carriers",
    analyseSweepRequest,
    ({ files, raster, ownCarriers }) => {
      const read = readMeasurements(files);
      const measurement = mergeMeasurements(alignMeasurements(read, false));
      // the floor is told as the file's own filter read it
      const asReadDb =
        measurement.resolutionHz === undefined
          ? 0
          : -perStepDb(measurement.resolutionHz, measurement.stepHz);
      const found = analyseSweep(
        measurement,
        typeof raster === "string" ? RASTERS[raster] : raster,
        ownCarriers,
      );
      return {
        format: measurement.format,
        sweeps: found.sweeps,
        points: found.measuredPoints,
        lowHz: found.lowHz,
        highHz: found.highHz,
        stepHz: found.stepHz,
        noiseFloorDbm: found.noiseFloorDbm + asReadDb,
        tv: found.tv,
        carriers: found.carriers,
        humps: found.broadband,
        warnings: found.warnings.map(warningOf),
        floor: Array.from(found.floorDbm, (levelDbm, i) => ({
          frequencyHz: found.lowHz + i * found.stepHz,
          levelDbm: levelDbm + asReadDb,
        })),
      };
    },
  ),
  survey: verb(
    "what a sweep of one place leaves free for a kind of channel, by what limit, and why",
    surveyRequest,
    ({ files, region, tuning, bandwidthHz, receiver, limitDbm, stations, avoid }) => {
      const raster = rasterOf(REGIONS[region]);
      const named = stations.map(({ channel }, index) => {
        const found = rasterChannels(raster).find((c) => c.channel === channel);
        if (!found)
          throw new RequestError(
            "no-such-channel",
            `the raster of ${region} has no channel ${channel}`,
            `stations.${index}.channel`,
          );
        return found;
      });
      const analysis = analyseSweep(
        mergeMeasurements(alignMeasurements(readMeasurements(files), false)),
        raster,
      );
      const { floorDbm, limitBy, freeHz, freeRanges, ...survey } = surveyAir({
        analysis,
        windows: legalWindows(REGIONS[region], Number.MIN_VALUE),
        tuning,
        bandwidthHz,
        receiver,
        givenDbm: limitDbm,
        stations: named,
        avoid,
      });
      return {
        floorDbm,
        limitDbm: survey.limitDbm,
        limitBy,
        freeHz,
        freeRanges,
        carriers: analysis.carriers,
        stations: analysis.tv.map(({ channel, state, levelDbm }) => ({ channel, state, levelDbm })),
        warnings: analysis.warnings.map(warningOf),
      };
    },
  ),
  "check-set": verb(
    "spacing and intermodulation of a set of carriers",
    checkSetRequest,
    ({ carriers, profile }) => checkSet(carriers, profile),
  ),
  coordinate: verb(
    "find frequencies for all channels, and spares",
    coordinateRequest,
    (request) => {
      const hooks = { now: () => performance.now() };
      const { assignments, spares, unplaced, bank, stats } =
        request.mode === "bank"
          ? coordinateInBank(request, request.banks, hooks)
          : coordinate(request, hooks);
      return { assignments, spares, unplaced, bank, stats };
    },
  ),
  link: verb("received level and margin of one path, term by term", linkRequest, (request) =>
    linkBudget(request as LinkQuestion),
  ),
  coverage: verb(
    "level of each antenna over a plan, square by square",
    coverageRequest,
    (request) => {
      const started = performance.now();
      const { columns, rows, levelsDbm } = coverage(request as CoverageQuestion);
      return {
        columns,
        rows,
        levelsDbm: levelsDbm.map((levels) => [...levels]),
        elapsedMs: performance.now() - started,
      };
    },
  ),
  fading: verb(
    "outage and dropouts of a moving talker, with one antenna or two",
    fadingRequest,
    (request) => fading(request),
  ),
  "battery-plan": verb(
    "when each pack's batteries are changed over a day",
    batteryPlanRequest,
    batteryPlan,
  ),
  "analyse-wav": verb(
    "levels, loudness, clipping and noise of a wave file; rmsDbfs is the plain root mean square: a full-scale sine has -3.01",
    analyseWavRequest,
    ({ file }) =>
      withFile(file, (source) => {
        const found = analyseWav(source);
        if (!found.ok) throw new RequestError(found.error.code, wavErrorWords(found.error), "file");
        const { tracks, seconds, sampleRateHz, warnings } = found.value;
        return {
          tracks: tracks.map((track) => {
            const { heard: _, ...figures } = track;
            return { ...figures, findings: judgeVoice(track).findings };
          }),
          seconds,
          sampleRateHz,
          warnings: warnings.map((w) => ({ code: w.code, message: wavWarningWords(w) })),
        };
      }),
  ),
  "level-chain": verb(
    "levels, headroom and noise from the voice to the recorder",
    levelChainRequest,
    (request) => {
      const answer = levelChain(request);
      return { ...answer, advice: answer.advice.map(levelAdviceWords) };
    },
  ),
};
