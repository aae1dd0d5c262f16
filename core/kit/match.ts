import type { TuningRange } from "../coordination/request";
import { legalWindows, type Region, type Stretch } from "../regions/region";
import type { PackModel, ReceiverModel } from "./models";

/** Why a pack and a receiver never work together. */
export type PairProblem =
  | { code: "other-make"; packMaker: string; receiverMaker: string }
  | { code: "no-common-range"; pack: Stretch; receiver: Stretch }
  | { code: "no-common-step"; packStepHz: number; receiverStepHz: number };

export type Pairing = { works: true; tuning: TuningRange } | { works: false; problem: PairProblem };

const MOST_STEPS_TO_MEET = 10_000;

/** The grid that two tuning ranges share: from the first frequency that both can be set to, in steps of their least common multiple.
 * @returns null when they overlap nowhere, or never stand on the same frequency */
export function sharedGrid(a: TuningRange, b: TuningRange): TuningRange | null {
  const lowHz = Math.max(a.lowHz, b.lowHz);
  const highHz = Math.min(a.highHz, b.highHz);
  const stepHz = (a.stepHz / greatestCommonDivisor(a.stepHz, b.stepHz)) * b.stepHz;
  const first = a.lowHz + Math.ceil((lowHz - a.lowHz) / a.stepHz - 1e-9) * a.stepHz;
  for (let i = 0; i <= Math.min(MOST_STEPS_TO_MEET, stepHz / a.stepHz); i += 1) {
    const candidateHz = first + i * a.stepHz;
    if (candidateHz > highHz) return null;
    const steps = (candidateHz - b.lowHz) / b.stepHz;
    if (Math.abs(steps - Math.round(steps)) < 1e-6) return { lowHz: candidateHz, highHz, stepHz };
  }
  return null;
}

const greatestCommonDivisor = (a: number, b: number): number => (b < 1 ? a : greatestCommonDivisor(b, a % b));

/** Whether a pack can work with a receiver, and where; else the first thing that keeps them apart. Makes are told apart first, for modulation
 *  and keys differ between them whatever the ranges say. */
export function pairing(receiver: ReceiverModel, pack: PackModel): Pairing {
  if (receiver.maker !== pack.maker) return { works: false, problem: { code: "other-make", packMaker: pack.maker, receiverMaker: receiver.maker } };
  if (receiver.tuning.lowHz > pack.tuning.highHz || pack.tuning.lowHz > receiver.tuning.highHz) {
    return { works: false, problem: { code: "no-common-range", pack: pack.tuning, receiver: receiver.tuning } };
  }
  const tuning = sharedGrid(receiver.tuning, pack.tuning);
  return tuning ? { works: true, tuning } : { works: false, problem: { code: "no-common-step", packStepHz: pack.tuning.stepHz, receiverStepHz: receiver.tuning.stepHz } };
}

/** Where a receiver and a pack can meet; null when they never can. */
export function pairTuning(receiver: ReceiverModel, pack: PackModel): TuningRange | null {
  const found = pairing(receiver, pack);
  return found.works ? found.tuning : null;
}

export type Legality =
  | { code: "fine"; where: Stretch[] }
  /** Not at the power it is set to, but at a lower one that it has. */
  | { code: "power-too-high"; setMw: number; mostMw: number; where: Stretch[] }
  | { code: "nowhere" };

/** Where in its range a pack may transmit in a region at the power it is set to; if nowhere, the highest of its powers that may. The rules are a
 *  dated summary: check with your regulator.
 * @param setMw - radiated power, > 0 */
export function packLegality(region: Region, pack: PackModel, setMw: number): Legality {
  const whereAt = (mw: number): Stretch[] => legalWindows(region, mw).flatMap((w) => {
    const lowHz = Math.max(w.lowHz, pack.tuning.lowHz);
    const highHz = Math.min(w.highHz, pack.tuning.highHz);
    return lowHz < highHz ? [{ lowHz, highHz }] : [];
  });
  const now = whereAt(setMw);
  if (now.length > 0) return { code: "fine", where: now };
  for (const mostMw of [...pack.powersMw].filter((mw) => mw < setMw).sort((a, b) => b - a)) {
    const where = whereAt(mostMw);
    if (where.length > 0) return { code: "power-too-high", setMw, mostMw, where };
  }
  return { code: "nowhere" };
}
