import type { Bank } from "~/core/devices/tuning";
import { judgePlace, NoiseIndex } from "./candidates";
import type { CoordinationRequest } from "./request";
import { mergeRanges, type FrequencyRange } from "~/core/regulations/region";
import { openRanges } from "./dayProblem";

/** A range where carriers may stand, and how good it is. */
export interface QuietRange extends FrequencyRange {
  /**
   * The noise per channel bandwidth at its quietest and its noisiest place; null where nothing was
   * measured.
   */
  quietestDbm: number | null;
  noisiestDbm: number | null;
  /** How many carriers fit side by side at the profile's spacing; products are not counted. */
  fits: number;
}

/** The open ranges of a request, the quietest first. */
export function quietRanges(
  request: CoordinationRequest,
  bandwidthHz: number,
  stepHz = 25_000,
): QuietRange[] {
  const noise = new NoiseIndex(request.noise);
  return openRanges(request, bandwidthHz, stepHz)
    .map(({ lowHz, highHz }): QuietRange => {
      let quietestDbm: number | null = null;
      let noisiestDbm: number | null = null;
      for (let hz = lowHz; hz <= highHz; hz += stepHz) {
        const { noiseDbm } = judgePlace(
          request,
          [{ lowHz: -Infinity, highHz: Infinity }],
          noise.near(hz - bandwidthHz / 2, hz + bandwidthHz / 2),
          bandwidthHz,
          hz,
        );
        if (noiseDbm === null) continue;
        quietestDbm = quietestDbm === null ? noiseDbm : Math.min(quietestDbm, noiseDbm);
        noisiestDbm = noisiestDbm === null ? noiseDbm : Math.max(noisiestDbm, noiseDbm);
      }
      return {
        lowHz,
        highHz,
        quietestDbm,
        noisiestDbm,
        fits: 1 + Math.floor((highHz - lowHz) / Math.max(1, request.profile.minSpacingHz)),
      };
    })
    .sort((a, b) => (a.quietestDbm ?? 0) - (b.quietestDbm ?? 0) || b.fits - a.fits);
}

/** How much of a bank is usable here, and which of its members. */
export interface BankRoom {
  id: string;
  members: number;
  freeHz: number[];
}

/** Members of each bank that are allowed, quiet and clear of others, the bank with most first. */
export function bankRoom(
  request: CoordinationRequest,
  banks: readonly Bank[],
  bandwidthHz: number,
): BankRoom[] {
  const noise = new NoiseIndex(request.noise);
  const windows = mergeRanges(request.windows);
  const isFree = (hz: number) => {
    const near = noise.near(hz - bandwidthHz / 2, hz + bandwidthHz / 2);
    return (
      judgePlace(request, windows, near, bandwidthHz, hz).verdict === "fine" &&
      !(request.noise.length > 0 && near.length === 0) &&
      !request.others.some((o) => Math.abs(o.frequencyHz - hz) < request.profile.minSpacingHz)
    );
  };
  return banks
    .map((b) => ({
      id: b.id,
      members: b.frequenciesHz.length,
      freeHz: b.frequenciesHz.filter(isFree),
    }))
    .sort((a, b) => b.freeHz.length - a.freeHz.length);
}

/** How much of a block (what one kind of receiver tunes) is open. */
export interface BlockRoom {
  block: string;
  receivers: string[];
  openHz: number;
  wholeHz: number;
  fits: number;
  banks: BankRoom[];
}

/** What each kind of receiver of the case finds here. */
export function blockRoom(
  request: CoordinationRequest,
  ranges: readonly QuietRange[],
  kinds: readonly {
    name: string;
    receivers: string[];
    tuning: readonly FrequencyRange[];
    banks: readonly Bank[];
    bandwidthHz: number;
  }[],
): BlockRoom[] {
  return kinds
    .map(({ name, receivers, tuning, banks, bandwidthHz }) => {
      const open = ranges.flatMap((s) =>
        tuning.flatMap((t) => {
          const [lowHz, highHz] = [Math.max(s.lowHz, t.lowHz), Math.min(s.highHz, t.highHz)];
          return lowHz <= highHz ? [{ lowHz, highHz }] : [];
        }),
      );
      return {
        block: name,
        receivers,
        wholeHz: tuning.reduce((n, t) => n + t.highHz - t.lowHz, 0),
        openHz: open.reduce((n, s) => n + s.highHz - s.lowHz, 0),
        fits: open.reduce(
          (n, s) =>
            n + 1 + Math.floor((s.highHz - s.lowHz) / Math.max(1, request.profile.minSpacingHz)),
          0,
        ),
        banks: bankRoom(request, banks, bandwidthHz),
      };
    })
    .sort((a, b) => b.fits - a.fits);
}
