import type { ArchiveError } from "~/contract/schemas/fileErrors";
import type { LevelAdvice } from "~/core/audio/levelChain";
import type { Conflict } from "~/core/coordination/rules/checkSet";
import type { BrokenRule } from "~/core/coordination/explaining/explain";
import { lastOf } from "~/core/units/items";
import { gradeOf, type ProductLevel } from "~/core/coordination/rules/imLevels";
import type { ProductKind } from "~/core/coordination/rules/products";
import type { PickReason } from "~/core/coordination/explaining/explainPick";
import type { RecordingMetaFault, SweepFileError, SweepJsonFault } from "~/core/spectrum/sweep";
import { formatMhz, type FrequencyTextError } from "~/core/units/frequencyText";
import { formatDb, formatDbfs, formatRfLevel, formatSpan, mhz } from "./format";

/** One place where codes become words. Numbers carry their unit; nobody is blamed. */
export function sweepFileErrorWords(error: SweepFileError): string {
  switch (error.code) {
    case "file-empty":
      return "The file is empty: it has no measured points.";
    case "file-binary":
      return `The file is not text (first at byte ${error.byte}). It must be a CSV sweep.`;
    case "file-not-a-sweep":
      return `Line ${error.line} is not a frequency and a level, nor a row of a sweep: "${error.text}".`;
    case "file-nothing-usable":
      return `No level in the file is a number (first in line ${error.line}).`;
    case "file-wrong-unit":
      return error.what === "frequency"
        ? `The frequencies (${error.lowest} to ${error.highest}) are not in Hz, kHz or MHz as they stand. Add a heading such as "MHz".`
        : `The levels (${error.lowest} to ${error.highest}) are neither dBm nor dBµV.`;
    case "recording-half":
      return `That is the ${error.has} of a recording; its ${error.has === "metadata" ? "data" : "metadata"} file belongs to it: choose both, or a zip with both.`;
    case "recording-meta-broken":
      return `The recording’s metadata is incomplete: ${META_FAULTS[error.why]}.`;
    case "recording-datatype":
      return `The recording has samples of type "${error.datatype.slice(0, 20)}"; ci16_le, ci8, cu8 and cf32_le can be read.`;
    case "recording-short":
      return `The recording has only ${error.samples} samples; at least ${error.needed} are needed.`;
    case "recording-disagrees":
      return `Metadata and data of the recording disagree: sample ${error.needed} is named, ${error.samples} are there.`;
    case "json-not-a-sweep":
      return `The file says it is a sweep, but it is not: ${sweepJsonFaultWords(error.fault)}.`;
    case "file-too-few-points":
      return `The file has only ${error.points} point${error.points === 1 ? "" : "s"}; a sweep needs at least 3.`;
    case "file-too-many-points":
      return `It would take ${(error.points / 1e6).toFixed(1)} million points, and at most ${error.most / 1e6} million are read: sweep a narrower range, or use a wider step.`;
    case "file-too-sparse":
      return `Its ${error.measured} measured points are so far apart that ${Math.round(100 * (1 - error.measured / error.points))} % of the range between them would be gaps: import each range as its own file.`;
  }
}

export function archiveErrorWords(error: ArchiveError): string {
  switch (error.code) {
    case "archive-too-large":
      return `Unpacked, it is larger than ${Math.round(error.mostBytes / 1048576)} MB; it was not read further.`;
    case "archive-broken":
      return `It starts like a ${error.kind} file and is damaged further on.`;
    case "archive-empty":
      return "It is empty.";
  }
}

export function frequencyTextErrorWords(error: FrequencyTextError): string {
  switch (error.code) {
    case "frequency-empty":
      return "Type a frequency, such as 512.375.";
    case "frequency-not-a-number":
      return `"${error.text}" is not a frequency. Type megahertz, such as 512.375.`;
    case "frequency-out-of-range":
      return `"${error.text}" is not a radio frequency between 1 MHz and 100 GHz.`;
  }
}

const khz = (hz: number) => `${Math.round(hz / 100) / 10} kHz`;

const formulaWords = (kind: ProductKind, s: readonly string[]): string =>
  ({
    third2: `2 × ${s[0]} − ${s[1]}`,
    third3: `${s[0]} + ${s[1]} − ${s[2]}`,
    fifth2: `3 × ${s[0]} − 2 × ${s[1]}`,
  })[kind];

/** How much a product matters: its level under the wanted carrier, and how often it is heard. */
export function productLevelWords(level: ProductLevel): string {
  const heard = {
    buried: "too weak to matter",
    seldom: "seldom noticed",
    "now-and-then": `noticed about ${Math.max(1, Math.round(level.heardShare * 100))} % of the time`,
    often: `noticed about ${Math.round(level.heardShare * 100)} % of the time`,
  }[gradeOf(level)];
  return `${underWords(level)}, ${heard}`;
}

const underWords = ({ underDb }: ProductLevel): string =>
  `${formatDb(Math.round(Math.abs(underDb)))} ${underDb >= 0 ? "under" : "over"} it`;

export function conflictWords(conflict: Conflict, nameOf: (id: string) => string): string {
  const s = conflict.sources.map(nameOf);
  if (conflict.kind === "spacing")
    return `${s[0]} and ${s[1]} are only ${(conflict.missHz / 1e6).toFixed(3)} MHz apart`;
  return `${formulaWords(conflict.kind, s)} falls ${conflict.missHz === 0 ? "exactly on" : `${khz(conflict.missHz)} from`} ${nameOf(conflict.victim ?? "")}`;
}

/** More ranges than this are told by their number and their ends. */
const MAX_RANGES = 4;
const tunedWords = (ranges: readonly { lowHz: number; highHz: number }[]): string => {
  const [first] = ranges;
  if (!first) return "no range that both ends share,";
  return ranges.length > MAX_RANGES
    ? `only ${ranges.length} numbers from ${formatMhz(first.lowHz)} to ${formatMhz(lastOf(ranges).highHz)}`
    : ranges
        .map((r) =>
          r.lowHz === r.highHz
            ? formatMhz(r.lowHz)
            : `${formatMhz(r.lowHz)} to ${formatMhz(r.highHz)}`,
        )
        .join(", ");
};

export function brokenRuleWords(rule: BrokenRule, nameOf: (id: string) => string): string {
  switch (rule.code) {
    case "not-tunable":
      return `outside its tuning: it tunes ${tunedWords(rule.ranges)} MHz`;
    case "off-grid":
      return `between two steps: the nearest is ${mhz(rule.nearestHz)}`;
    case "not-allowed":
      return "not allowed here at that power";
    case "kept-free":
      return rule.reason;
    case "too-noisy":
      return `noisy: ${formatRfLevel(rule.noiseDbm)} measured, limit ${formatRfLevel(rule.maxNoiseDbm)}`;
    case "not-measured":
      return "not measured in this scan";
    case "receiver-shares":
      return `its receiver needs both channels in one block or list: ${mhz(rule.otherHz)}, the other one, is in another`;
    case "receiver-span":
      return `too far from ${mhz(rule.otherHz)}, the other channel of its receiver: both must stay within ${rule.maxSpanHz / 1e6} MHz`;
    case "conflict":
      return (
        conflictWords(rule.conflict, nameOf) +
        (rule.level ? ` (${productLevelWords(rule.level)})` : "")
      );
  }
}

export function levelAdviceWords(advice: LevelAdvice): string {
  switch (advice.code) {
    case "microphone-overloads":
      return `The voice is ${formatDb(advice.byDb)} more than the microphone takes: move it away or use a less sensitive one.`;
    case "pack-clips":
      return `The pack clips by ${formatDb(advice.byDb)} on peaks: set its gain ${formatDb(advice.lowerByDb)} lower. Nothing after it can repair that.`;
    case "pack-limits":
      return `The pack's limiter reduces peaks by ${formatDb(advice.byDb)} : set its gain lower.`;
    case "pack-starved":
      return `The pack has ${formatDb(advice.raiseByDb)} to spare: raise its gain first.`;
    case "input-clips":
      return `The recorder's input clips by ${formatDb(advice.byDb)}: lower the receiver's output or that input.`;
    case "input-low":
      return `Peaks reach only ${formatDbfs(advice.peakDbfs)} at the recorder: raise the receiver's output or the input by ${formatDb(advice.raiseByDb)}.`;
    case "input-noisiest":
      return "The recorder's input makes most of the noise: send it more level and turn it down.";
    case "phantom-off":
      return "Microphone input: keep +48 V off. The receiver has its own power.";
    case "fine":
      return `OK: ${formatDb(advice.headroomDb)} above the peaks, the voice ${formatDb(advice.snrDb)} above the noise.`;
  }
}

/** An edge farther off is no reason. */
const NEAR_EDGE_HZ = 500_000;
/** A product farther off is not worth a level. */
const NEAR_PRODUCT_HZ = 300_000;

/**
 * What stands nearest to a pick: an edge of what is allowed, and the intermod product with least to
 * spare.
 */
export function pickReasonWords(reason: PickReason, nameOf: (id: string) => string): string {
  const parts: string[] = [];
  const edge = reason.nearestEdge;
  if (edge && edge.missHz < NEAR_EDGE_HZ)
    parts.push(`${formatSpan(edge.missHz)} from ${edge.reason ?? "the end of the allowed range"}`);
  const product = reason.nearestProduct;
  if (product)
    parts.push(
      `intermod ${formulaWords(product.kind, product.sources.map(nameOf))} falls ${formatSpan(product.missHz)} from ${nameOf(product.victim)}`,
    );
  if (product?.level && product.inHandHz < NEAR_PRODUCT_HZ)
    parts.push(product.inHandHz < 0 ? productLevelWords(product.level) : underWords(product.level));
  return parts.join("; ") || "no carrier near";
}

const MAX_RULES = 4;

/**
 * What one place is to a channel: every rule that it breaks, or how it compares with where the
 * channel stands.
 * @param now - of where it stands; null where it stands nowhere
 */
export function askedPlaceWords(
  there: { reason: PickReason; broken: readonly BrokenRule[] },
  now: PickReason | null,
  nameOf: (id: string) => string,
): string {
  if (there.broken.length > 0) {
    const more = there.broken.length - MAX_RULES;
    return (
      there.broken
        .slice(0, MAX_RULES)
        .map((b) => brokenRuleWords(b, nameOf))
        .join("; ") + (more > 0 ? `; and ${more} more` : "")
    );
  }
  const { noiseDbm, margins, nearestProduct } = there.reason;
  const parts: string[] = [];
  if (noiseDbm !== null && now && now.noiseDbm !== null) {
    const byDb = Math.round(noiseDbm - now.noiseDbm);
    parts.push(
      byDb === 0 ? "as quiet" : `${formatDb(Math.abs(byDb))} ${byDb > 0 ? "worse" : "quieter"}`,
    );
  } else if (margins.noiseDb !== null)
    parts.push(`${formatDb(Math.floor(margins.noiseDb))} under the noise limit`);
  if (margins.spacingHz !== null)
    parts.push(`${formatSpan(margins.spacingHz)} to spare to the nearest carrier`);
  if (nearestProduct) parts.push(`${formatSpan(nearestProduct.inHandHz)} off a product`);
  return `fine here${parts.length > 0 ? `: ${parts.join(", ")}` : ""}`;
}

const META_FAULTS: Readonly<Record<RecordingMetaFault, string>> = {
  "not-json": "it is not JSON",
  "no-sample-rate": "core:sample_rate is missing or no sample rate",
  "no-frequency": "a capture has no core:frequency between 1 MHz and 100 GHz",
  "no-captures": "it has no captures, so the frequency is not known",
};

function sweepJsonFaultWords(fault: SweepJsonFault): string {
  switch (fault.code) {
    case "not-json":
      return fault.message;
    case "other-version":
      return "its version is not 1";
    case "low-edge":
      return "lowHz must be between 1 MHz and 100 GHz";
    case "step":
      return "stepHz must be above 0";
    case "points":
      return "points must be a whole number from 3";
    case "no-passes":
      return "passes must hold at least one list of levels";
    case "pass-length":
      return `pass ${fault.pass} must hold ${fault.points} levels`;
    case "no-level":
      return `level ${fault.level} of pass ${fault.pass} is no level in dBm`;
    case "all-missing":
      return "no level in it is a number";
  }
}
