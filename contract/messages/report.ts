import type { DayReport, ReportHit } from "~/core/report/dayReport";
import { formatClock, formatDuration, listWords, mhz } from "./format";
import {
  hitAnswerWords,
  hitCauseWords,
  observationWords,
  gradedCauseWords,
  likelihoodWord,
} from "./roll";

/** What the day came to, under the report's title. */
export function reportSummary(
  { hits, causes, rolledMs }: Pick<DayReport, "hits" | "causes" | "rolledMs">,
  madeAtMs: number,
): string {
  const by = listWords(causes.map((c) => `${c.count} × ${hitCauseWords(c.cause)}`));
  const called =
    hits.length === 0
      ? "No interference logged"
      : `${hits.length} ${hits.length === 1 ? "hit" : "hits"}: ${by}`;
  return `${called}. Rolled ${formatDuration(rolledMs)}. As of ${formatClock(madeAtMs)}.`;
}

/** The likeliest cause of a hit with what it rests on: readings, or what a person noticed. */
export function reportCauseWords({ cause, share, observed }: ReportHit): string {
  if (cause === null || share === null) return hitCauseWords(null);
  if (!observed) return `${hitCauseWords(cause)} (${likelihoodWord(share)}, by its readings)`;
  return `${gradedCauseWords(cause, share) ?? hitCauseWords(null)} (${observationWords(observed)})`;
}

/** What became of a hit, for the report. */
export function reportOutcomeWords(h: ReportHit): string {
  const took =
    h.tookMs === null
      ? ""
      : h.tookMs < 60_000
        ? `, in ${Math.max(1, Math.round(h.tookMs / 1000))} s`
        : `, in ${formatDuration(h.tookMs)}`;
  switch (h.outcome) {
    case "retuned":
      return `retuned to ${h.toHz === null ? "another frequency" : mhz(h.toHz)}, plan ${h.planVersion ?? "?"}${took}`;
    case "retuned-not-verified":
      return `retuned to ${h.toHz === null ? "another frequency" : mhz(h.toHz)}, not verified, plan ${h.planVersion ?? "?"}${took}`;
    case "done":
      return `${h.answer === null ? "answered" : hitAnswerWords(h.answer).what.toLowerCase()}, then OK${took}`;
    case "left":
      return "left for the edit";
    case "nothing-found":
      return "nothing found";
    case "taken-back":
      return "undone";
    case "open":
      return "not answered yet";
  }
}
