import { defined, itemAt } from "~/core/units/items";
import { coordinate, type SearchHooks } from "./coordinate";
import { SetJudge } from "~/core/coordination/explaining/judge";
import type {
  ChannelRequest,
  CoordinationRequest,
  CoordinationResult,
} from "~/core/coordination/problem/request";
import { canBeSet, presets, type Bank } from "~/core/devices/tuning";

/**
 * Finds frequencies all from one bank: the bank that places most, then the one with the larger
 * worst margin, then the quieter. Channels are only put on members that their own tuning can be set
 * to; a locked channel stays where it is locked. Every rule is kept as in the free search, for a
 * bank knows nothing of stations, of others on the air, nor of the noise here.
 * @param banks - in the order of preference among equals
 * @returns `bank` names the one taken; null, with all unplaced, when there is no bank
 */
export function coordinateInBank(
  request: CoordinationRequest,
  banks: readonly Bank[],
  hooks: SearchHooks,
): CoordinationResult {
  const startMs = hooks.now();
  let best = null as CoordinationResult | null;
  let isCut = false;
  banks.forEach((bank, i) => {
    const leftMs = request.timeLimitMs - (hooks.now() - startMs);
    const found = coordinate(
      {
        ...request,
        timeLimitMs: Math.max(0, leftMs / (banks.length - i)),
        channels: request.channels.map((c) => withinBank(c, bank)),
      },
      hooks,
    );
    isCut ||= !found.stats.exhausted;
    if (best === null || isBetter(found, best)) best = { ...found, bank: bank.id };
  });
  const answer: CoordinationResult =
    best ??
    coordinate(
      {
        ...request,
        spares: 0,
        channels: request.channels.map((c) => withinBank(c, { id: "", frequenciesHz: [] })),
      },
      hooks,
    );
  return { ...answer, stats: { elapsedMs: hooks.now() - startMs, exhausted: !isCut } };
}

/** Channels of one model, and the banks that it has. */
export interface ModelBanks {
  model: string;
  channelIds: string[];
  banks: Bank[];
}

/** One bank of a model, or several mixed, with what came of it here. */
export interface BankChoice {
  model: string;
  /** Null: members of all its banks mixed. */
  bank: string | null;
  members: number;
  /** Members that law, scan and others' carriers leave, each by itself. */
  freeHz: number[];
  placed: number;
  wanted: number;
  /**
   * The least that any of these channels has in hand over spacing and guards; null of none placed.
   */
  inHandHz: number | null;
  isTaken: boolean;
}

/**
 * Finds a set in which each model keeps to one of its own banks: the one that places most, then has
 * most in hand. Only where no single bank places all of a model's channels its banks are mixed,
 * whose members were not made to stand together; every rule is checked here in any case. Channels
 * of models without banks stand where they like around them.
 * @returns the set, and for every model all its banks, best first, the one taken marked
 */
export function chooseBank(
  request: CoordinationRequest,
  models: readonly ModelBanks[],
  hooks: SearchHooks,
): { result: CoordinationResult; banks: BankChoice[] } {
  const startMs = hooks.now();
  const tries = models.reduce((n, m) => n + m.banks.length + 1, 1);
  const solve = (kept: ReadonlyMap<string, Bank>) => {
    const timeLimitMs = Math.max(
      0,
      Math.min(request.timeLimitMs / tries, request.timeLimitMs - (hooks.now() - startMs)),
    );
    return coordinate(
      {
        ...request,
        timeLimitMs,
        channels: request.channels.map((c) =>
          kept.has(c.id) ? withinBank(c, defined(kept.get(c.id))) : c,
        ),
      },
      hooks,
    );
  };
  const kept = new Map<string, Bank>();
  const banks: BankChoice[] = [];
  let result: CoordinationResult | null = null;
  for (const { model, channelIds, banks: all } of models) {
    const choices = all.map((bank): { bank: Bank; id: string | null } => ({ bank, id: bank.id }));
    const tried = choices
      .map((choice) => {
        const found = solve(
          new Map([...kept, ...channelIds.map((id) => [id, choice.bank] as const)]),
        );
        const mine = found.assignments.filter((a) => channelIds.includes(a.channelId));
        return {
          ...choice,
          found,
          placed: mine.length,
          inHandHz:
            mine.length === 0
              ? null
              : least(mine.flatMap(({ margins: m }) => [m.spacingHz, m.third2Hz, m.third3Hz])),
        };
      })
      .sort(
        (a, b) =>
          b.placed - a.placed ||
          b.found.assignments.length - a.found.assignments.length ||
          (b.inHandHz ?? -Infinity) - (a.inHandHz ?? -Infinity),
      );
    if ((tried[0]?.placed ?? 0) < channelIds.length && all.length > 1) {
      const mixed = { id: "", frequenciesHz: [...new Set(all.flatMap((b) => b.frequenciesHz))] };
      const found = solve(new Map([...kept, ...channelIds.map((id) => [id, mixed] as const)]));
      const mine = found.assignments.filter((a) => channelIds.includes(a.channelId));
      const choice = {
        bank: mixed,
        id: null,
        found,
        placed: mine.length,
        inHandHz:
          mine.length === 0
            ? null
            : least(mine.flatMap(({ margins: m }) => [m.spacingHz, m.third2Hz, m.third3Hz])),
      };
      if (choice.placed > (tried[0]?.placed ?? 0)) tried.unshift(choice);
      else tried.push(choice);
    }
    tried.forEach(({ bank, id, placed, inHandHz }, i) =>
      banks.push({
        model,
        bank: id,
        members: bank.frequenciesHz.length,
        freeHz: freeMembers(request, channelIds, bank),
        placed,
        wanted: channelIds.length,
        inHandHz: inHandHz === Infinity ? null : inHandHz,
        isTaken: i === 0,
      }),
    );
    const [best] = tried;
    if (!best) continue;
    for (const id of channelIds) kept.set(id, best.bank);
    result = best.found;
  }
  result ??= coordinate(request, hooks);
  const taken = banks.filter((b) => b.isTaken);
  return {
    result: {
      ...result,
      bank: taken.length === 1 ? itemAt(taken, 0).bank : null,
      stats: { ...result.stats, elapsedMs: hooks.now() - startMs },
    },
    banks,
  };
}

function freeMembers(
  request: CoordinationRequest,
  channelIds: readonly string[],
  bank: Bank,
): number[] {
  const channel = request.channels.find((c) => channelIds.includes(c.id));
  if (!channel) return [];
  const judge = new SetJudge(request, null);
  return bank.frequenciesHz.filter(
    (frequencyHz) =>
      itemAt(judge.judge([{ channelId: channel.id, frequencyHz }]).picks, 0).broken.length === 0,
  );
}

/** The channel with the bank's members as its only places. */
function withinBank(channel: ChannelRequest, bank: Bank): ChannelRequest {
  if (channel.lockedHz !== undefined && channel.lockedHz !== null) return channel;
  return {
    ...channel,
    tuning: presets(bank.frequenciesHz.filter((f) => canBeSet(channel.tuning, f))),
  };
}

function isBetter(a: CoordinationResult, b: CoordinationResult): boolean {
  if (a.assignments.length !== b.assignments.length)
    return a.assignments.length > b.assignments.length;
  const [worstA, worstB] = [worstMarginHz(a), worstMarginHz(b)];
  if (worstA !== worstB) return worstA > worstB;
  return quietestDb(a) > quietestDb(b);
}

const least = (values: (number | null)[]): number =>
  values.reduce<number>((m, v) => (v === null ? m : Math.min(m, v)), Infinity);
const worstMarginHz = (r: CoordinationResult): number =>
  least(r.assignments.flatMap(({ margins: m }) => [m.spacingHz, m.third2Hz, m.third3Hz]));
const quietestDb = (r: CoordinationResult): number =>
  least(r.assignments.map((a) => a.margins.noiseDb));
