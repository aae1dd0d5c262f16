import type { ReceiverModel } from "~/core/kit/models";
import { type Numbered, readUnitNumber, type UnitNumberError } from "~/core/kit/unitNumber";
import { canBeSet } from "~/core/devices/tuning";
import {
  type MeterFigure,
  type MeterFigureError,
  meterFigureText,
  readMeterFigure,
  shareOfScale,
} from "~/core/devices/meterFigure";
import { fail, ok, type Result } from "~/core/units/result";

/**
 * What a receiver's own screen told of the air, as somebody read it. No level is made of it: a place
 * was offered, or passed over, or its own meter showed so much.
 */
export type UnitFinding =
  /** How many members of a bank it calls free. */
  | { kind: "bank-count"; bank: string; free: number }
  /** Which members, counted from 1; it passes over the others. */
  | { kind: "bank-members"; bank: string; free: number[] }
  /** Places in the order of their noise, the quietest first. */
  | { kind: "ranked"; frequenciesHz: number[] }
  /** One place that its search stopped at. */
  | { kind: "proposal"; frequencyHz: number; from: "bottom" | "top" | null }
  /** The quietest place of its graph, read by its cursor. */
  | { kind: "graph"; frequencyHz: number }
  /** What its meter shows on one place while no pack of ours is on: "1 of 5", "-98 dBm". */
  | { kind: "noise"; frequencyHz: number; shown: string }
  /** A place that it passes over, or where somebody was heard. */
  | { kind: "passed-over"; frequencyHz: number };

export type UnitFindingKind = UnitFinding["kind"];

/** A finding with its place, its time, and who read it. */
export interface UnitScan {
  id: string;
  receiverKey: string;
  /** The model that the banks are of. */
  modelId: string;
  placeId: number;
  setting: "indoors" | "outdoors";
  atMs: number;
  /** Null at the cart. */
  who: string | null;
  finding: UnitFinding;
}

export type UnitFindingError =
  | { code: "no-such-bank"; bank: string; banks: string[] }
  | { code: "more-than-bank"; bank: string; free: number; members: number }
  | { code: "no-such-member"; bank: string; member: number; members: number }
  | { code: "not-tunable"; text: string }
  | { code: "number"; error: UnitNumberError }
  | { code: "no-place"; text: string }
  | { code: "nothing-given" }
  | { code: "meter"; error: MeterFigureError };

type Banks = Pick<ReceiverModel, "banks">;
const bankOf = ({ banks }: Banks, id: string) => banks.find((b) => b.id === id);

/** Ways to tell what its screen shows that this model can have. */
export function findingKindsOf(
  model: Pick<ReceiverModel, "banks" | "sweep" | "adaptive" | "tuning">,
): UnitFindingKind[] {
  if (model.adaptive !== null || model.tuning.length === 0) return [];
  const byBank: UnitFindingKind[] = model.banks.length > 0 ? ["bank-count", "bank-members"] : [];
  const byScan: UnitFindingKind[] = [...byBank, "proposal", "ranked", "graph"];
  // one that is noted as without a scan shows what its meter hears on each place it is set to; a
  // note can be wrong, and what it shows may be told all the same
  return model.sweep === null ? ["noise", ...byScan] : [...byScan, "noise"];
}

/** Whether a receiver says of itself that it can look for free places. */
export const canScanItself = (model: Pick<ReceiverModel, "sweep" | "tuning">): boolean =>
  model.sweep !== null && model.tuning.length > 0;

/** Reads one place as a receiver names it. */
export function readUnitPlace(text: string, model: Numbered): Result<number, UnitFindingError> {
  const read = readUnitNumber(model, text);
  return read.ok ? read : fail({ code: "number", error: read.error });
}

/**
 * Reads several places, parted by blanks, commas or semicolons, in their order.
 * @example readUnitPlaces("863.5 863.1", model) // { ok: true, value: [863500000, 863100000] }
 */
export function readUnitPlaces(text: string, model: Numbered): Result<number[], UnitFindingError> {
  const words = text.split(/[\s;]+|,(?=\s)|,(?=\d{3}\.)/).filter((w) => w !== "");
  if (words.length === 0) return fail({ code: "nothing-given" });
  const places: number[] = [];
  for (const word of words) {
    const read = readUnitPlace(word, model);
    if (!read.ok) return read;
    if (!places.includes(read.value)) places.push(read.value);
  }
  return ok(places);
}

/**
 * Reads members of a bank: "1-4 6 9", "all", "none".
 * @example readMembers("1-3, 7", bank) // { ok: true, value: [1, 2, 3, 7] }
 */
export function readMembers(
  text: string,
  bank: { id: string; frequenciesHz: readonly number[] },
): Result<number[], UnitFindingError> {
  const members = bank.frequenciesHz.length;
  const plain = text.trim().toLowerCase();
  if (plain === "all") return ok(Array.from({ length: members }, (_, i) => i + 1));
  if (plain === "none") return ok([]);
  const found = new Set<number>();
  for (const word of plain.split(/[\s,;]+/).filter((w) => w !== "")) {
    const [, low, high] = /^(\d{1,3})(?:[-–](\d{1,3}))?$/.exec(word) ?? [];
    if (low === undefined) return fail({ code: "no-place", text: word.slice(0, 20) });
    for (let n = Number(low); n <= Number(high ?? low); n += 1) {
      if (n < 1 || n > members)
        return fail({ code: "no-such-member", bank: bank.id, member: n, members });
      found.add(n);
    }
  }
  return ok([...found].sort((a, b) => a - b));
}

/**
 * Holds a finding against its model: banks and members that are there, places that it tunes,
 * figures that its meter can show.
 * @returns the finding as it is kept
 */
export function checkFinding(
  finding: UnitFinding,
  model: Pick<ReceiverModel, "banks" | "tuning">,
): Result<UnitFinding, UnitFindingError> {
  const off = (hz: number): Result<UnitFinding, UnitFindingError> | null =>
    canBeSet(model.tuning, hz) ? null : fail({ code: "not-tunable", text: (hz / 1e6).toFixed(3) });
  switch (finding.kind) {
    case "bank-count":
    case "bank-members": {
      const bank = bankOf(model, finding.bank);
      if (!bank)
        return fail({
          code: "no-such-bank",
          bank: finding.bank,
          banks: model.banks.map((b) => b.id),
        });
      const members = bank.frequenciesHz.length;
      if (finding.kind === "bank-count")
        return finding.free > members
          ? fail({ code: "more-than-bank", bank: bank.id, free: finding.free, members })
          : ok(finding);
      const wrong = finding.free.find((n) => n < 1 || n > members);
      return wrong === undefined
        ? ok(finding)
        : fail({ code: "no-such-member", bank: bank.id, member: wrong, members });
    }
    case "ranked": {
      if (finding.frequenciesHz.length === 0) return fail({ code: "nothing-given" });
      return finding.frequenciesHz.map(off).find((e) => e !== null) ?? ok(finding);
    }
    case "noise": {
      const figure = readMeterFigure(finding.shown, { name: "bars", of: 5 });
      if (!figure.ok) return fail({ code: "meter", error: figure.error });
      return off(finding.frequencyHz) ?? ok({ ...finding, shown: meterFigureText(figure.value) });
    }
    default:
      return off(finding.frequencyHz) ?? ok(finding);
  }
}

/** A meter that shows no more than this of its scale calls a place free. */
const FREE_SHARE = 0.2;
/** The same of one in dB, in the bandwidth of the channel: common practice, no published source. */
const FREE_DBM = -95;

/** Whether what a meter showed with every pack of ours off leaves a place free. */
export function isQuietFigure(shown: string): boolean {
  const read = readMeterFigure(shown, { name: "bars", of: 5 });
  if (!read.ok) return false;
  const share = shareOfScale(read.value);
  return share !== null ? share <= FREE_SHARE : asDbm(read.value) <= FREE_DBM;
}
const asDbm = (f: MeterFigure): number => (f.name === "dbuv" ? f.value - 107 : f.value);

/** A place that a receiver's own scan told of. */
export interface ToldPlace {
  frequencyHz: number;
  isFree: boolean;
  atMs: number;
  /** What it was told by. */
  kind: UnitFindingKind;
}

/** What the receivers of one model told of the air here. */
export interface UnitEvidence {
  modelId: string;
  /** Of the newest of them. */
  atMs: number;
  /** Every place that was told of, by the newest word on each; free ones the best first. */
  places: ToldPlace[];
  /** Banks of which only a count is known, the one with most free first. */
  counts: { bank: string; free: number; members: number; atMs: number }[];
}

/** How good a word is among those that call a place free: what was looked at most closely first. */
const RANK: Readonly<Record<UnitFindingKind, number>> = {
  ranked: 0,
  graph: 0,
  proposal: 1,
  noise: 2,
  "bank-members": 3,
  "bank-count": 4,
  "passed-over": 9,
};

function toldBy({ finding, atMs }: UnitScan, { banks }: Banks): ToldPlace[] {
  const told = (frequencyHz: number, isFree: boolean): ToldPlace => ({
    frequencyHz,
    isFree,
    atMs,
    kind: finding.kind,
  });
  switch (finding.kind) {
    case "bank-count": {
      const bank = bankOf({ banks }, finding.bank);
      // of a whole bank, or of none, it is known which
      return bank && (finding.free === 0 || finding.free === bank.frequenciesHz.length)
        ? bank.frequenciesHz.map((hz) => told(hz, finding.free > 0))
        : [];
    }
    case "bank-members":
      return (bankOf({ banks }, finding.bank)?.frequenciesHz ?? []).map((hz, i) =>
        told(hz, finding.free.includes(i + 1)),
      );
    case "ranked":
      return finding.frequenciesHz.map((hz) => told(hz, true));
    case "noise":
      return [told(finding.frequencyHz, isQuietFigure(finding.shown))];
    case "passed-over":
      return [told(finding.frequencyHz, false)];
    default:
      return [told(finding.frequencyHz, true)];
  }
}

/**
 * What one model's own scans tell of the air, each place by its newest word.
 * @param scans - those that count here and now, of receivers of this model, the oldest first
 * @returns null where there is none
 */
export function unitEvidence(
  scans: readonly UnitScan[],
  model: Pick<ReceiverModel, "id" | "banks">,
): UnitEvidence | null {
  const mine = scans.filter((s) => s.modelId === model.id);
  const last = mine.at(-1);
  if (!last) return null;
  const places = new Map<number, ToldPlace & { order: number }>();
  const counts = new Map<string, UnitEvidence["counts"][number]>();
  for (const scan of mine) {
    toldBy(scan, model).forEach((p, order) => {
      const before = places.get(p.frequencyHz);
      // of one look, what ranks better is kept: a member that is also the quietest of the graph
      if (before?.isFree && p.isFree && RANK[before.kind] < RANK[p.kind]) return;
      places.set(p.frequencyHz, { ...p, order });
    });
    const { finding } = scan;
    if (finding.kind === "bank-members") counts.delete(finding.bank);
    if (finding.kind !== "bank-count") continue;
    const members = bankOf(model, finding.bank)?.frequenciesHz.length ?? 0;
    if (finding.free > 0 && finding.free < members)
      counts.set(finding.bank, {
        bank: finding.bank,
        free: finding.free,
        members,
        atMs: scan.atMs,
      });
    else counts.delete(finding.bank);
  }
  return {
    modelId: model.id,
    atMs: last.atMs,
    places: [...places.values()]
      .sort(
        (a, b) =>
          Number(b.isFree) - Number(a.isFree) ||
          RANK[a.kind] - RANK[b.kind] ||
          a.order - b.order ||
          a.frequencyHz - b.frequencyHz,
      )
      .map(({ order: _, ...p }) => p),
    counts: [...counts.values()].sort((a, b) => b.free - a.free),
  };
}

/**
 * Where a search may put the channels of a model, the best first: the places that its own scan
 * offered; where only banks were counted, the members of the bank with most free, and of the next
 * ones as long as that is too few.
 * @param wanted - how many channels are looked for
 * @returns null where it told nothing that a pick can go by
 */
export function offeredBy(
  evidence: UnitEvidence,
  { banks }: Banks,
  wanted: number,
): number[] | null {
  const free = evidence.places.filter((p) => p.isFree).map((p) => p.frequencyHz);
  const taken = new Set(evidence.places.filter((p) => !p.isFree).map((p) => p.frequencyHz));
  const offered = [...free];
  let sure = free.length;
  for (const { bank, free: count } of evidence.counts) {
    if (sure >= wanted && offered.length > 0) break;
    sure += count;
    for (const hz of bankOf({ banks }, bank)?.frequenciesHz ?? [])
      if (!taken.has(hz) && !offered.includes(hz)) offered.push(hz);
  }
  return offered.length === 0 && taken.size === 0 ? null : offered;
}
