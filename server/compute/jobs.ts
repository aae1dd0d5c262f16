import type { z } from "zod";
import { readJsonFile } from "~/contract/codecs/jsonFile";
import { readKitFile } from "~/contract/codecs/kitFile";
import { pairingFile } from "~/contract/schemas/pairingFile";
import { readRegionFile } from "~/contract/codecs/regionFile";
import { unpackSweepFiles } from "~/contract/codecs/sweepArchive";
import { alignMeasurements } from "~/core/spectrum/scale";
import { analyseSweep, type OwnCarrier, type SweepAnalysis } from "~/core/spectrum/analyseSweep";
import { mergedSize, mergeMeasurements } from "~/core/spectrum/mergeMeasurements";
import { type NamedFile, readSweepFiles } from "~/core/spectrum/readSweepFile";
import { gridError, type Measurement } from "~/core/spectrum/sweep";
import type { Raster } from "~/core/regulations/raster";
import { fail, ok, type Result } from "~/core/units/result";
import type { ServiceError } from "~/contract/schemas/serviceError";
import { readPlanLines } from "./planLines";
import { readArchive } from "./readArchive";
import { readSceneFile, readTable, type Table } from "./tables";

/**
 * What is reckoned beside the event loop: reading what came from outside, and what a scan means.
 * Each is a function of plain data alone; what it takes is bounded by whoever runs it.
 */
export const JOBS = {
  "read-table": ({ text }: { text: string }): Result<Table, ServiceError> => readTable(text),
  "read-scene-file": ({
    text,
    dateIso,
  }: {
    text: string;
    dateIso: string;
  }): Result<Table, ServiceError> => readSceneFile(text, dateIso),
  "read-kit-file": ({ text }: { text: string }): ReturnType<typeof readKitFile> =>
    readKitFile(text),
  "read-region-file": ({ text }: { text: string }): ReturnType<typeof readRegionFile> =>
    readRegionFile(text),
  "read-plan-file": ({ text }: { text: string }): ReturnType<typeof readPlanLines> =>
    readPlanLines(text),
  "read-pairing-file": ({
    text,
  }: {
    text: string;
  }): Result<z.output<typeof pairingFile>, ServiceError> => {
    const read = readJsonFile(text, pairingFile);
    return read.ok
      ? read
      : fail({
          code: "pairing-file",
          problem: { code: "line", line: read.error.line, what: read.error.what },
        });
  },
  "read-sweep-files": ({ files }: { files: NamedFile[] }): Result<Measurement, ServiceError> => {
    const unpacked: NamedFile[] = [];
    for (const file of files) {
      const inside = unpackSweepFiles(file);
      if (!inside.ok) return fail({ code: "sweep-archive", name: file.name, error: inside.error });
      unpacked.push(...inside.value);
    }
    const read = readSweepFiles(unpacked);
    if (!read.ok) return read;
    const aligned = alignMeasurements(read.value);
    const tooLarge = gridError(mergedSize(aligned));
    return tooLarge
      ? fail({ code: "sweep-file", name: files.map((f) => f.name).join(", "), error: tooLarge })
      : ok(mergeMeasurements(aligned));
  },
  "read-archive": ({ bytes }: { bytes: Uint8Array }): ReturnType<typeof readArchive> =>
    readArchive(bytes),
  "analyse-sweep": ({
    measurement,
    raster,
    own,
    ownLinesHz,
  }: {
    measurement: Measurement;
    raster: Raster;
    own: OwnCarrier[];
    ownLinesHz: number[];
  }): SweepAnalysis => analyseSweep(measurement, raster, own, ownLinesHz),
} as const;

export type JobName = keyof typeof JOBS;
export type JobInput<J extends JobName> = Parameters<(typeof JOBS)[J]>[0];
export type JobOutput<J extends JobName> = ReturnType<(typeof JOBS)[J]>;
