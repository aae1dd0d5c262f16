import { coordinate, type SearchHooks } from "./coordinate";
import type { ChannelRequest, CoordinationRequest, CoordinationResult } from "./request";
import { canBeSet, presets } from "./tuning";

/** A maker's list of frequencies that work together. */
export interface Bank {
  id: string;
  frequenciesHz: number[];
}

/** Finds frequencies all from one bank: the bank that places most, then the one with the larger worst margin, then the quieter. Channels are only put on
 *  members that their own tuning can be set to; a locked channel stays where it is locked. Every rule is kept as in the free search, for a bank knows
 *  nothing of stations, of others on the air, nor of the noise here.
 * @param banks - in the order of preference among equals
 * @returns `bank` names the one taken; null, with all unplaced, when there is no bank */
export function coordinateInBank(request: CoordinationRequest, banks: readonly Bank[], hooks: SearchHooks): CoordinationResult {
  const startMs = hooks.now();
  let best: CoordinationResult | null = null;
  let isCut = false;
  banks.forEach((bank, i) => {
    const leftMs = request.timeLimitMs - (hooks.now() - startMs);
    const found = coordinate({ ...request, timeLimitMs: Math.max(0, leftMs / (banks.length - i)), channels: request.channels.map((c) => withinBank(c, bank)) }, hooks);
    isCut ||= !found.stats.exhausted;
    if (best === null || isBetter(found, best)) best = { ...found, bank: bank.id };
  });
  const answer: CoordinationResult = best ?? coordinate({ ...request, spares: 0, channels: request.channels.map((c) => withinBank(c, { id: "", frequenciesHz: [] })) }, hooks);
  return { ...answer, stats: { elapsedMs: hooks.now() - startMs, exhausted: !isCut } };
}

/** The channel with the bank's members as its only places. */
function withinBank(channel: ChannelRequest, bank: Bank): ChannelRequest {
  if (channel.lockedHz !== undefined && channel.lockedHz !== null) return channel;
  return { ...channel, tuning: presets(bank.frequenciesHz.filter((f) => canBeSet(channel.tuning, f))) };
}

function isBetter(a: CoordinationResult, b: CoordinationResult): boolean {
  if (a.assignments.length !== b.assignments.length) return a.assignments.length > b.assignments.length;
  const [worstA, worstB] = [worstMarginHz(a), worstMarginHz(b)];
  if (worstA !== worstB) return worstA > worstB;
  return quietestDb(a) > quietestDb(b);
}

const least = (values: (number | null)[]): number => values.reduce<number>((m, v) => (v === null ? m : Math.min(m, v)), Infinity);
const worstMarginHz = (r: CoordinationResult): number => least(r.assignments.flatMap(({ margins: m }) => [m.spacingHz, m.third2Hz, m.third3Hz]));
const quietestDb = (r: CoordinationResult): number => least(r.assignments.map((a) => a.margins.noiseDb));
