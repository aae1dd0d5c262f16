import { numberAt } from "~/core/units/items";
import {
  type Cause,
  CAUSES,
  causesOf,
  type ChainKind,
  CHECK_IDS,
  type CheckId,
  CHECKS,
} from "./causes";

export interface Finding {
  check: CheckId;
  outcome: string;
}

export interface RankedCause {
  cause: Cause;
  /** 0…1; those of all causes add up to 1. */
  probability: number;
}

/**
 * What the day knows beforehand: how many times as likely a cause is as usual (0 rules it out), and
 * what cannot be looked at.
 */
export interface DayKnows {
  /** Absent: one that is tuned. */
  kind?: ChainKind;
  weights?: Partial<Record<Cause, number>>;
  has?: { wheels?: boolean; pairing?: boolean };
}

export interface NextCheck {
  check: CheckId;
  /** What it is expected to tell, bits, and that for each minute it takes. */
  bits: number;
  bitsPerMinute: number;
}

/**
 * What a look nearly always shows is seen this often; the rest is shared by the other outcomes:
 * people misread.
 */
const SURE = 0.94;

/** Probability of an outcome where a cause holds. */
export function likelihood(cause: Cause, { check, outcome }: Finding): number {
  const { outcomes, usual, shows } = CHECKS[check];
  const seen = shows[cause] ?? usual;
  const shares = typeof seen === "string" ? { [seen]: 1 } : seen;
  const slip = (1 - SURE) / outcomes.length;
  return SURE * (shares[outcome] ?? 0) + slip;
}

/**
 * Causes by probability after some findings (Bayes' rule; findings are taken to be independent of
 * each other given the cause).
 * @throws {RangeError} for an outcome that a check does not have
 */
export function rankCauses(findings: readonly Finding[], knows: DayKnows = {}): RankedCause[] {
  for (const f of findings)
    if (!CHECKS[f.check].outcomes.includes(f.outcome))
      throw new RangeError(`"${f.check}" cannot show "${f.outcome}"`);
  const causes = causesOf(knows.kind ?? "tuned");
  const weights = causes.map((cause) =>
    findings.reduce(
      (w, f) => w * likelihood(cause, f),
      CAUSES[cause] * (knows.weights?.[cause] ?? 1),
    ),
  );
  const sum = weights.reduce((a, b) => a + b, 0);
  return causes
    .map((cause, i) => ({
      cause,
      probability: sum > 0 ? numberAt(weights, i) / sum : 1 / causes.length,
    }))
    .sort((a, b) => b.probability - a.probability);
}

const entropyBits = (shares: readonly number[]): number =>
  shares.reduce((h, p) => (p > 0 ? h - p * Math.log2(p) : h), 0);

/**
 * The checks that are left, the one first that tells most for its effort: the expected fall of the
 * entropy over causes (Shannon), for each minute.
 * @param mayTouch - whether what touches a person may be advised now
 */
export function nextChecks(
  findings: readonly Finding[],
  knows: DayKnows = {},
  mayTouch = true,
): NextCheck[] {
  const ranked = rankCauses(findings, knows);
  const before = entropyBits(ranked.map((r) => r.probability));
  const done = new Set(findings.map((f) => f.check));
  return CHECK_IDS.filter(
    (check) => !done.has(check) && isPossible(check, knows) && (mayTouch || !CHECKS[check].touches),
  )
    .map((check) => {
      const bits =
        before -
        CHECKS[check].outcomes.reduce((sum, outcome) => {
          const joint = ranked.map((r) => r.probability * likelihood(r.cause, { check, outcome }));
          const share = joint.reduce((a, b) => a + b, 0);
          return share > 0 ? sum + share * entropyBits(joint.map((j) => j / share)) : sum;
        }, 0);
      return { check, bits, bitsPerMinute: bits / (CHECKS[check].minutes + MINUTES_TO_ASK) };
    })
    .sort((a, b) => b.bitsPerMinute - a.bitsPerMinute);
}

/** Walking over, reading a question and answering it takes time too. */
const MINUTES_TO_ASK = 1;

function isPossible(check: CheckId, { has, kind = "tuned" }: DayKnows): boolean {
  const { needs, only = kind } = CHECKS[check];
  if (only !== kind) return false;
  return needs === undefined || has?.[needs] !== false;
}
