import { packLegality, pairing } from "../kit/match";
import { packModel, receiverModel, type PackModel, type ReceiverModel } from "../kit/models";
import type { Region } from "../regions/region";
import { packDays, peakOf, wiredStretches, type PackDay, type Scene } from "./scenes";

/** What lies in the case beside receivers and packs. */
export type StockKind = "recorder-track" | "camera-track" | "wired-recorder" | "aa-cell" | "9v-cell" | "antenna" | "lead";

export interface StockItem {
  kind: StockKind;
  /** The block an antenna is cut for; null for anything else, and for wideband ones. */
  block: string | null;
  count: number;
}

export interface CaseUnit {
  key: string;
  kind: "receiver" | "pack";
  modelId: string;
  label: string;
  /** What a pack is set to radiate; null for receivers. */
  powerMw: number | null;
}

export interface PrepFacts {
  region: Region;
  scenes: readonly Scene[];
  /** Talkers that have a channel already. */
  talkers: readonly string[];
  units: readonly CaseUnit[];
  stock: readonly StockItem[];
  rerigMs: number;
}

/** One thing that would go wrong tomorrow, with what shows it. */
export type Finding =
  | { code: "chains-short"; limit: "receiver-channels" | "packs" | "pairs"; sceneNumbers: string[]; needed: number; have: number }
  | { code: "tracks-short"; sceneNumbers: string[]; needed: number; have: number }
  | { code: "talker-without-channel"; talker: string; sceneNumbers: string[] }
  | { code: "no-wired-recorder"; sceneNumbers: string[]; needed: number; have: number }
  | { code: "cells-short"; cell: "aa" | "9v"; needed: number; have: number }
  | { code: "antennas-short"; block: string; receivers: string[]; needed: number; have: number }
  | { code: "leads-short"; sceneNumbers: string[]; needed: number; have: number }
  | { code: "pack-fits-nothing"; unit: string; why: "other-make" | "no-common-range" | "no-common-step" }
  | { code: "power-too-high"; unit: string; setMw: number; mostMw: number }
  | { code: "legal-nowhere"; unit: string };

export const ANTENNAS_PER_RECEIVER = 2;
/** Cells are changed this long before they would be empty (common practice, no published source). */
const RESERVE_HOURS = 1;

interface Receiver {
  unit: CaseUnit;
  model: ReceiverModel;
}

/** Everything that the scenes ask for and the case does not have, and everything in the case that cannot do its work here. An empty list is a
 *  day that can begin. In the order in which one would mend it: what needs another unit first, then what needs a setting, then supplies. */
export function prepFindings(facts: PrepFacts): Finding[] {
  const receivers = facts.units.filter((u) => u.kind === "receiver").map((unit): Receiver => ({ unit, model: receiverModel(unit.modelId) }));
  const packs = facts.units.filter((u) => u.kind === "pack").map((unit) => ({ unit, model: packModel(unit.modelId) }));
  const findings: Finding[] = [];
  chainFindings(facts, receivers, packs, findings);
  for (const { unit, model } of packs) {
    const tries = receivers.map((r) => pairing(r.model, model));
    const problems = tries.flatMap((t) => (t.works ? [] : [t.problem]));
    if (tries.length > 0 && problems.length === tries.length) {
      // of several reasons the nearest miss is told: a range or a step of the same make before another make
      const near = problems.find((p) => p.code !== "other-make") ?? problems[0]!;
      findings.push({ code: "pack-fits-nothing", unit: unit.label, why: near.code });
    }
    const legality = packLegality(facts.region, model, unit.powerMw ?? Math.max(...model.powersMw));
    if (legality.code === "power-too-high") findings.push({ code: "power-too-high", unit: unit.label, setMw: legality.setMw, mostMw: legality.mostMw });
    if (legality.code === "nowhere") findings.push({ code: "legal-nowhere", unit: unit.label });
  }
  antennaFindings(facts, receivers, findings);
  cellFindings(facts, packs.map((p) => p.model), findings);
  return findings;
}

const stockOf = (facts: PrepFacts, kind: StockKind): number => facts.stock.filter((s) => s.kind === kind).reduce((n, s) => n + s.count, 0);

function chainFindings(facts: PrepFacts, receivers: Receiver[], packs: { model: PackModel }[], findings: Finding[]): void {
  const peak = peakOf(facts.scenes);
  const needed = peak?.talkers.length ?? 0;
  const channels = receivers.flatMap((r) => Array.from({ length: r.model.halves }, () => r.model));
  const chains = mostPairs(channels, packs.map((p) => p.model));
  /** The scenes of every stretch that asks for more than there is. */
  const scenesOver = (have: number) => [...new Set(wiredStretches(facts.scenes).filter((s) => s.talkers.length > have).flatMap((s) => s.sceneNumbers))];
  if (needed > chains) {
    const limit = channels.length <= chains ? "receiver-channels" : packs.length <= chains ? "packs" : "pairs";
    findings.push({ code: "chains-short", limit, sceneNumbers: scenesOver(chains), needed, have: chains });
  }
  const tracks = stockOf(facts, "recorder-track") + stockOf(facts, "camera-track");
  if (needed > tracks) findings.push({ code: "tracks-short", sceneNumbers: scenesOver(tracks), needed, have: tracks });
  const leads = stockOf(facts, "lead");
  if (needed > leads) findings.push({ code: "leads-short", sceneNumbers: scenesOver(leads), needed, have: leads });
  for (const talker of new Set(facts.scenes.flatMap((s) => s.speakers))) {
    if (facts.talkers.some((t) => t.toLowerCase() === talker.toLowerCase())) continue;
    findings.push({ code: "talker-without-channel", talker, sceneNumbers: facts.scenes.filter((s) => s.speakers.includes(talker)).map((s) => s.number) });
  }
  const once = facts.scenes.filter((s) => !s.isRepeatable && s.speakers.length > 0);
  const recordersNeeded = peakOf(once)?.talkers.length ?? 0;
  const recorders = stockOf(facts, "wired-recorder");
  if (recordersNeeded > recorders) findings.push({ code: "no-wired-recorder", sceneNumbers: once.map((s) => s.number), needed: recordersNeeded, have: recorders });
}

/** The most chains that receiver channels and packs make, each used once (bipartite matching by augmenting paths). */
export function mostPairs(channels: readonly ReceiverModel[], packs: readonly PackModel[]): number {
  const channelOfPack = new Map<number, number>();
  const tryChannel = (c: number, seen: Set<number>): boolean => packs.some((pack, p) => {
    if (seen.has(p) || !pairing(channels[c]!, pack).works) return false;
    seen.add(p);
    const holder = channelOfPack.get(p);
    if (holder !== undefined && !tryChannel(holder, seen)) return false;
    channelOfPack.set(p, c);
    return true;
  });
  return channels.reduce((n, _, c) => n + (tryChannel(c, new Set()) ? 1 : 0), 0);
}

function antennaFindings(facts: PrepFacts, receivers: Receiver[], findings: Finding[]): void {
  let wideband = facts.stock.filter((s) => s.kind === "antenna" && s.block === null).reduce((n, s) => n + s.count, 0);
  for (const block of new Set(receivers.map((r) => r.model.block))) {
    const mine = receivers.filter((r) => r.model.block === block);
    const needed = mine.length * ANTENNAS_PER_RECEIVER;
    const cut = facts.stock.filter((s) => s.kind === "antenna" && s.block === block).reduce((n, s) => n + s.count, 0);
    const borrowed = Math.min(wideband, Math.max(0, needed - cut));
    wideband -= borrowed;
    if (cut + borrowed < needed) findings.push({ code: "antennas-short", block, receivers: mine.map((r) => r.unit.label), needed, have: cut + borrowed });
  }
}

/** Cells that packs use up on their days: a fresh set at the start, another each time the hours would run into the reserve. */
export function cellsForDays(days: readonly PackDay[], { perPack, hours }: { perPack: number; hours: number }): number {
  const hoursOf = (d: PackDay) => d.spans.reduce((h, s) => h + (s.endMs - s.startMs) / 3_600_000, 0);
  return days.reduce((n, d) => n + Math.max(1, Math.ceil(hoursOf(d) / Math.max(0.5, hours - RESERVE_HOURS))) * perPack, 0);
}

function cellFindings(facts: PrepFacts, packs: PackModel[], findings: Finding[]): void {
  const days = packDays(facts.scenes, facts.rerigMs);
  for (const cell of ["aa", "9v"] as const) {
    const mine = packs.filter((p) => p.cell.kind === cell);
    const typical = mine[0]?.cell;
    if (!typical) continue;
    const needed = cellsForDays(days.slice(0, mine.length), typical);
    const have = stockOf(facts, cell === "aa" ? "aa-cell" : "9v-cell");
    if (needed > have) findings.push({ code: "cells-short", cell, needed, have });
  }
}
