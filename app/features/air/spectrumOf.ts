import type { AirView, LawView, TraceView } from "~/contract/schemas/airView";
import { unpackLevels } from "~/contract/codecs/levels";
import { FEATURES_TEXTS } from "~/contract/messages/screens/parts/features";
import type {
  NoiseLimitLine,
  SpectrumData,
  SpectrumTrace,
} from "~/app/charts/spectrum/spectrumLayout";
import type { FrequencyRange } from "~/core/regulations/region";

/** The range that the spectrum shows: everything the channels tune. */
export function spectrumOf(
  channels: readonly { tuning: readonly FrequencyRange[] }[],
): FrequencyRange {
  const tuned = channels.flatMap((c) => c.tuning);
  if (tuned.length === 0) return { lowHz: 470e6, highHz: 694e6 };
  return {
    lowHz: Math.min(...tuned.map((t) => t.lowHz)),
    highHz: Math.max(...tuned.map((t) => t.highHz)),
  };
}

/** The air above the spectrum: a scan, its floor, and what law and television take away. */
export function airOf(
  spectrum: FrequencyRange,
  air: AirView | null,
  law: LawView,
  live: SpectrumTrace[] | null = null,
): SpectrumData {
  const traces =
    live ??
    (air ? [{ lowHz: air.lowHz, stepHz: air.stepHz, levelsDbm: unpackLevels(air.maxDbm) }] : []);
  return {
    ...spectrum,
    traces,
    flags: [],
    roots: [],
    floor:
      air && !live
        ? { lowHz: air.lowHz, stepHz: air.stepHz, levelsDbm: unpackLevels(air.floorDbm) }
        : null,
    taken: [
      ...closedByLaw(spectrum, law),
      ...law.taken.map((t) => ({
        lowHz: t.lowHz,
        highHz: t.highHz,
        label: FEATURES_TEXTS.tv(t.channel),
        kind: "tv" as const,
      })),
    ],
    limit: null,
  };
}

/** What the windows leave out, by what is known of it: not allowed, or no rule known. */
function closedByLaw(
  spectrum: FrequencyRange,
  { windows, unruled }: Pick<LawView, "windows" | "unruled">,
): SpectrumData["taken"] {
  return gapsOf(spectrum, windows).flatMap((gap) => {
    const unknown = unruled.flatMap((u): FrequencyRange[] =>
      u.lowHz < gap.highHz && u.highHz > gap.lowHz
        ? [{ lowHz: Math.max(u.lowHz, gap.lowHz), highHz: Math.min(u.highHz, gap.highHz) }]
        : [],
    );
    return [
      ...gapsOf(gap, unknown).map((s) => ({
        ...s,
        label: FEATURES_TEXTS.notAllowed,
        kind: "law" as const,
      })),
      ...unknown.map((s) => ({ ...s, label: FEATURES_TEXTS.noRuleKnown, kind: "law" as const })),
    ].sort((a, b) => a.lowHz - b.lowHz);
  });
}

/** What of a range others leave out. */
function gapsOf(whole: FrequencyRange, covered: readonly FrequencyRange[]): FrequencyRange[] {
  const gaps: FrequencyRange[] = [];
  let fromHz = whole.lowHz;
  for (const { lowHz, highHz } of [...covered].sort((a, b) => a.lowHz - b.lowHz)) {
    if (lowHz > fromHz && fromHz < whole.highHz)
      gaps.push({ lowHz: fromHz, highHz: Math.min(lowHz, whole.highHz) });
    fromHz = Math.max(fromHz, highHz);
  }
  if (fromHz < whole.highHz) gaps.push({ lowHz: fromHz, highHz: whole.highHz });
  return gaps;
}

/**
 * The noise limit as the silhouette shows it: it holds for a channel's whole bandwidth, and one step
 * of the silhouette holds so much less.
 */
export const limitLine = (
  maxNoiseDbm: number,
  stepHz: number,
  bandwidthHz = 200_000,
): NoiseLimitLine => ({
  binDbm: maxNoiseDbm + 10 * Math.log10(stepHz / bandwidthHz),
  channelDbm: Math.round(maxNoiseDbm),
  bandwidthHz,
});

export const traceOf = (t: TraceView): SpectrumTrace => ({
  lowHz: t.lowHz,
  stepHz: t.stepHz,
  levelsDbm: unpackLevels(t.levelsDbm),
});
