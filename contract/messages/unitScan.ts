import type { BrokenRule } from "~/core/coordination/rules/brokenRule";
import type { UnitFinding, UnitFindingError, UnitFindingKind } from "~/core/evidence/unitScan";
import { formatMhz } from "~/core/units/frequencyText";
import { listWords, mhz } from "./format";
import { meterFigureErrorWords } from "./handRun";
import { unitNumberErrorWords } from "./unitNumber";

/** Ways in which a receiver's own screen tells what it found. */
export const FINDING_KINDS: Readonly<Record<UnitFindingKind, string>> = {
  "bank-count": "Bank counts",
  "bank-members": "Bank members",
  ranked: "Ranked list",
  proposal: "Proposal",
  graph: "Graph",
  noise: "Meter",
  "passed-over": "Skipped",
};

/** What it can and cannot tell, in one sentence. */
export const UNIT_SCAN_LIMITS =
  "A receiver’s own scan misses carriers below its threshold, and any that are off just then. Verify with the pack off.";

/** A run of members as people say it: "1–4, 6, 9". */
function membersWords(members: readonly number[]): string {
  const runs: [number, number][] = [];
  for (const n of members) {
    const last = runs.at(-1);
    if (last && last[1] === n - 1) last[1] = n;
    else runs.push([n, n]);
  }
  return runs.map(([a, b]) => (a === b ? `${a}` : `${a}–${b}`)).join(", ");
}

/** What was read on its screen. */
export function findingWords(finding: UnitFinding): string {
  switch (finding.kind) {
    case "bank-count":
      return `bank ${finding.bank}: ${finding.free} free`;
    case "bank-members":
      return finding.free.length === 0
        ? `bank ${finding.bank}: none free`
        : `bank ${finding.bank}: ${finding.free.length} free (${membersWords(finding.free)})`;
    case "ranked":
      return `quietest first: ${finding.frequenciesHz.map(formatMhz).join(", ")}`;
    case "proposal":
      return `proposes ${mhz(finding.frequencyHz)}${finding.from === null ? "" : `, from the ${finding.from}`}`;
    case "graph":
      return `quietest on its graph: ${mhz(finding.frequencyHz)}`;
    case "noise":
      return `${mhz(finding.frequencyHz)}: meter ${finding.shown} with packs off`;
    case "passed-over":
      return `${mhz(finding.frequencyHz)} is not offered`;
  }
}

/** Why it cannot be what the receiver showed. */
export function unitFindingErrorWords(error: UnitFindingError): string {
  switch (error.code) {
    case "no-such-bank":
      return `there is no bank ${error.bank}: it has ${error.banks.join(", ") || "none"}`;
    case "more-than-bank":
      return `bank ${error.bank} has ${error.members} members, not ${error.free}`;
    case "no-such-member":
      return `bank ${error.bank} has no member ${error.member}: it ends at ${error.members}`;
    case "not-tunable":
      return `it cannot be set to ${error.text}`;
    case "number":
      return unitNumberErrorWords(error.error);
    case "no-place":
      return `"${error.text}" is not a frequency, a member or a code`;
    case "nothing-given":
      return "nothing was typed";
    case "meter":
      return meterFigureErrorWords(error.error);
  }
}

/** Why a place that a receiver offers is none, as short as a grid needs. */
export function shortRuleWords(rule: BrokenRule): string {
  switch (rule.code) {
    case "not-allowed":
      return "regulations";
    case "kept-free":
      return rule.channel === null ? "taken" : `TV ${rule.channel}`;
    case "conflict":
      return rule.conflict.kind === "spacing" ? "too near" : "intermod";
    case "too-noisy":
      return "noisy";
    case "receiver-span":
    case "receiver-shares":
      return "other half";
    case "not-measured":
      return "not scanned";
    default:
      return "tuning";
  }
}

/** Said of a place that a receiver's own scan does not offer. */
export const passedOverReason = (receiver: string): string =>
  `not offered by ${receiver}’s own scan`;

/** One receiver after the other: what it proposes keeps clear of the packs that are on. */
export const stepwiseWords = ({ packsBefore }: { packsBefore: readonly string[] }): string =>
  packsBefore.length === 0
    ? "One receiver after the other: use its proposal, switch its pack on and leave it on. Then scan with the next one."
    : `${listWords(packsBefore)} ${packsBefore.length === 1 ? "has its" : "have their"} frequency: switch ${packsBefore.length === 1 ? "it" : "them"} on and leave ${packsBefore.length === 1 ? "it" : "them"} on while this one scans, and its proposal keeps clear.`;
