import { pickedHz } from "~/core/channel/pickedFrequency";
import { countingUnitScans } from "~/core/channel/channelState";
import { carrierId } from "~/core/coordination/problem/dayProblem";
import { SetJudge } from "~/core/coordination/explaining/judge";
import type { BrokenRule } from "~/core/coordination/rules/brokenRule";
import {
  canScanItself,
  findingKindsOf,
  type UnitFinding,
  type UnitFindingKind,
  type UnitScan,
} from "~/core/evidence/unitScan";
import { modelName, type ReceiverModel, receiverModel } from "~/core/kit/models";
import { memberText, type Numbered } from "~/core/kit/unitNumber";
import { rasterOf } from "~/core/regulations/region";
import type { LoadedDay } from "~/server/services/day/dayView.server";
import type { PickBasis } from "~/server/services/frequencies/plans.server";
import { evidenceHere } from "./unitScans.server";

/** A place of a receiver, what its own scan told of it, and what else speaks for or against it. */
export interface RoomPlace {
  frequencyHz: number;
  /** "2.7" where it is a member of a bank. */
  name: string | null;
  told: "free" | "busy" | null;
  /** The first rule that it breaks for these channels; null where it is clear of all that is known. */
  rule: BrokenRule | null;
  /** Whose frequency it is in the standing plan. */
  talker: string | null;
}

/** A receiver that somebody reads, and how its screen can tell what it found. */
export interface ReadReceiver {
  key: string;
  label: string;
  model: string;
  modelId: string;
  canScan: boolean;
  kinds: UnitFindingKind[];
  /** How the last of this model was told; null before the first. */
  lastKind: UnitFindingKind | null;
  /** How it writes its numbers. */
  numbered: Numbered;
  banks: { id: string; block: string | null; count: number | null; members: RoomPlace[] }[];
  /** Places that were told of and are in no bank. */
  places: RoomPlace[];
  /** When its model was last read here; null before the first. */
  atMs: number | null;
  /** Places that are told free and clear of all that is known. */
  usable: number;
  /** Whether a channel plays through it. */
  isUsed: boolean;
  /** Packs of other receivers that have their frequency: on while this one scans, it keeps clear. */
  packsBefore: string[];
}

/** What was told in one go of one receiver. */
export interface ToldScan {
  ids: string[];
  receiver: string;
  atMs: number;
  who: string | null;
  findings: UnitFinding[];
  place: string;
  /** Whether it answers for here and now. */
  counts: boolean;
}

/** What the receivers' own screens told, receiver by receiver, held against all else that is known. */
export function unitScreensOf(
  loaded: LoadedDay,
  { request }: PickBasis,
): { receivers: ReadReceiver[]; told: ToldScan[] } {
  const { units, kit, region, facts, unitScans, places } = loaded;
  const evidence = evidenceHere(loaded);
  // what a receiver passed over is told as that, not as a rule
  const judge = new SetJudge(
    { ...request, exclusions: request.exclusions.filter((e) => !isToldBusy(e, evidence)) },
    rasterOf(region),
  );
  const isUsed = (key: string) => facts.channels.some((c) => c.receiverKey === key);
  const standing = facts.channels.flatMap((c) => {
    const frequencyHz = pickedHz(facts.plan, c.id);
    return frequencyHz === null ? [] : [{ channelId: carrierId(c.id), frequencyHz, c }];
  });
  const receivers = units
    .filter((u) => u.kind === "receiver")
    .map((unit): ReadReceiver => {
      const model = receiverModel(kit, unit.modelId);
      const told = evidence.get(model.id);
      const mine = facts.channels.filter((c) => c.receiverModelId === model.id);
      const asked = mine[0] && request.channels.find((c) => c.id === carrierId(mine[0]?.id ?? 0));
      const placeOf = (frequencyHz: number): RoomPlace => {
        const word = told?.places.find((p) => p.frequencyHz === frequencyHz);
        const holder = standing.find((s) => s.frequencyHz === frequencyHz);
        const rule =
          asked && !holder
            ? (judge
                .judge([
                  ...standing.filter((s) => s.channelId !== asked.id),
                  { channelId: asked.id, frequencyHz },
                ])
                .picks.at(-1)?.broken[0] ?? null)
            : null;
        return {
          frequencyHz,
          name: memberText(model, frequencyHz),
          told: word ? (word.isFree ? "free" : "busy") : null,
          rule,
          talker: holder?.c.talker ?? null,
        };
      };
      const banks = model.banks.map((b) => ({
        id: b.id,
        block: b.block ?? null,
        count: told?.counts.find((c) => c.bank === b.id)?.free ?? null,
        members: b.frequenciesHz.map(placeOf),
      }));
      const inBanks = new Set(model.banks.flatMap((b) => b.frequenciesHz));
      const others = (told?.places ?? [])
        .filter((p) => !inBanks.has(p.frequencyHz))
        .map((p) => placeOf(p.frequencyHz));
      const all = [...banks.flatMap((b) => b.members), ...others];
      return {
        key: unit.key,
        label: unit.label,
        model: modelName(model),
        modelId: model.id,
        canScan: canScanItself(model),
        kinds: findingKindsOf(model),
        lastKind: unitScans.findLast((s) => s.modelId === model.id)?.finding.kind ?? null,
        numbered: numberedOf(model),
        banks,
        places: others,
        atMs: told?.atMs ?? null,
        isUsed: isUsed(unit.key),
        packsBefore: standing
          .filter((s) => s.c.receiverKey !== unit.key)
          .map((s) => units.find((u) => u.key === s.c.packKey)?.label ?? ""),
        usable: new Set(
          all.filter((p) => p.told === "free" && p.rule === null).map((p) => p.frequencyHz),
        ).size,
      };
    })
    .filter((r) => r.kinds.length > 0)
    .sort((a, b) => Number(isUsed(b.key)) - Number(isUsed(a.key)));
  const counting = new Set(countingUnitScans(facts).map((s) => s.id));
  return {
    receivers,
    told: inOneGo(unitScans)
      .map((scans): ToldScan => {
        const [{ receiverKey, atMs, who, placeId }] = scans;
        return {
          ids: scans.map((s) => s.id),
          receiver: units.find((u) => u.key === receiverKey)?.label ?? receiverKey,
          atMs,
          who,
          findings: scans.map((s) => s.finding),
          place: places.find((p) => p.id === placeId)?.name ?? "an earlier location",
          counts: counting.has(scans[0].id),
        };
      })
      .reverse()
      .slice(0, MAX_TOLD),
  };
}

const numberedOf = (m: ReceiverModel): Numbered => ({
  kind: m.kind,
  tuning: m.tuning,
  readout: m.readout,
  banks: m.banks,
  ...(m.raster ? { raster: m.raster } : {}),
  ...(m.numbering ? { numbering: m.numbering } : {}),
});

const MAX_TOLD = 20;

/** What was told of one receiver at one moment, together. */
function inOneGo(scans: readonly UnitScan[]): [UnitScan, ...UnitScan[]][] {
  const groups: [UnitScan, ...UnitScan[]][] = [];
  for (const scan of scans) {
    const last = groups.at(-1);
    if (last?.[0].receiverKey === scan.receiverKey && last[0].atMs === scan.atMs) last.push(scan);
    else groups.push([scan]);
  }
  return groups;
}

const isToldBusy = (
  e: { lowHz: number; highHz: number },
  evidence: ReturnType<typeof evidenceHere>,
): boolean =>
  [...evidence.values()].some((v) =>
    v.places.some((p) => !p.isFree && (e.lowHz + e.highHz) / 2 === p.frequencyHz),
  );
