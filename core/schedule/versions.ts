import { itemAt } from "~/core/units/items";
import { matched } from "~/core/kit/chains";
import { packLegality, pairing, type Legality } from "~/core/kit/match";
import { halvesOneOf } from "~/core/kit/halves";
import type { Adaptive, Kit, PackModel, ReceiverModel } from "~/core/kit/models";
import { roomLimit, withReach } from "~/core/kit/selfChoosing";
import { SOURCE_RULES, sourceOfPack } from "~/core/kit/sources";
import { defaultSetup } from "~/core/kit/setups";
import type { CaseUnit } from "~/core/kit/units";
import { MIN_MARGIN_DB } from "~/core/channel/channelState";
import type { PickChannel } from "~/core/coordination/problem/dayProblem";
import { overlaps, type TuningRange, tuningSpan } from "~/core/devices/tuning";
import type { SiteGeometry } from "~/core/location/siteGeometry";
import { linkBudget } from "~/core/radio/link";
import { pathQuestion } from "~/core/radio/pathSetup";
import type { FrequencyRange, Region } from "~/core/regulations/region";

/** A receiver with the packs of one block: what is brought, rented or bought as one. */
export interface SystemVersion {
  id: string;
  receiver: ReceiverModel;
  /** All of them tune alike with it. */
  packs: PackModel[];
  /** Where both ends meet; empty where they choose for themselves. */
  tuning: TuningRange[];
}

/**
 * The versions that a list of models makes: every receiver with the packs that meet it, those of
 * one range together.
 */
export function systemVersions(
  kit: Pick<Kit, "receivers" | "packs">,
  isAsked: (modelId: string) => boolean = () => true,
): SystemVersion[] {
  const packs = kit.packs.filter((p) => isAsked(p.id));
  return kit.receivers
    .filter((r) => isAsked(r.id))
    .flatMap((receiver) => {
      const versions = new Map<string, SystemVersion>();
      for (const pack of packs) {
        const found = pairing(receiver, pack);
        if (!found.works) continue;
        const id = `${receiver.id} ${JSON.stringify(found.isAdaptive ? pack.adaptive : found.tuning)}`;
        const version = versions.get(id) ?? {
          id: `${receiver.id}/${pack.id}`,
          receiver,
          packs: [],
          tuning: found.tuning,
        };
        version.packs.push(pack);
        versions.set(id, version);
      }
      return [...versions.values()];
    });
}

const USUAL_STEP_HZ = 25_000;
/** The same system as it would be in another block, by that block's own word and range. */
export const inBlock = (
  { receiver, packs }: SystemVersion,
  block: string,
  range: FrequencyRange,
): SystemVersion => {
  // single numbers have no step to go on with
  const stepHz = receiver.tuning.find((t) => t.highHz > t.lowHz)?.stepHz ?? USUAL_STEP_HZ;
  const tuning = [{ lowHz: range.lowHz, highHz: range.highHz, stepHz }];
  // its numbers and lists are those of the block that it has
  const { numbering: _, ...plain } = receiver;
  return {
    id: `${receiver.id}@${block}`,
    receiver: { ...plain, id: `${receiver.id}@${block}`, block, tuning, banks: [] },
    packs: packs.map((p) => ({ ...p, id: `${p.id}@${block}`, block, tuning })),
    tuning,
  };
};

/** What can be said of a version at a place before anything is searched. */
export interface VersionFacts {
  legality: Legality;
  /** The highest of its powers that is allowed; null: none is. */
  powerMw: number | null;
  /** What the rules leave of what it tunes, hertz. */
  allowedHz: number;
  /** Of that, what the place leaves; null where none of it was scanned. */
  clearHz: number | null;
  /** The same in single numbers where it has no ranges; null where it has. */
  numbers: { allowed: number; clear: number | null } | null;
  /** Whether the scan of the place covers some of what it may use. */
  isScanned: boolean;
  /** Whole chains of it in the kit, whether in use or not. */
  have: number;
  /** To spare at the place with whips at the receiver; null where its power is not allowed. */
  marginDb: number | null;
  /** How far its maker lets one that chooses for itself reach, against what the place asks. */
  reach: { rangeM: number; distanceM: number } | null;
  /** How many of its kind one room takes; null: as many as find a frequency. */
  roomLimit: number | null;
}

/**
 * What can be said of a version at a place by its models, the rules and the scan.
 * @param p.open - where the place leaves room for a carrier @param p.scanned - what the scan covers;
 *   null where there is none
 */
export function versionFacts(
  version: SystemVersion,
  p: {
    region: Region;
    geometry: SiteGeometry;
    units: readonly CaseUnit[];
    open: readonly FrequencyRange[];
    scanned: FrequencyRange | null;
  },
): VersionFacts {
  const { receiver, packs, tuning } = version;
  const pack = itemAt(packs, 0);
  const adaptive: Adaptive | null = pack.adaptive;
  const setMw = Math.max(...pack.powersMw);
  const asTuned = adaptive ? pack : { ...pack, tuning };
  const legality = packLegality(p.region, asTuned, setMw);
  const powerMw =
    legality.code === "fine"
      ? setMw
      : legality.code === "power-too-high"
        ? legality.mostMw
        : legality.code === "no-rule"
          ? Math.min(...pack.powersMw)
          : null;
  const where = "where" in legality ? legality.where : [];
  const hzOf = (ranges: readonly FrequencyRange[]) =>
    ranges.reduce((n, r) => n + (r.highHz - r.lowHz), 0);
  const span = adaptive ?? tuningSpan(tuning);
  const isScanned = !adaptive && p.scanned !== null && overlaps(where, [p.scanned]).length > 0;
  const isPresets = tuning.length > 0 && tuning.every((t) => t.lowHz === t.highHz);
  return {
    legality,
    powerMw,
    allowedHz: hzOf(where),
    clearHz: isScanned ? hzOf(overlaps(where, p.open)) : null,
    numbers: isPresets
      ? { allowed: where.length, clear: isScanned ? overlaps(where, p.open).length : null }
      : null,
    isScanned,
    have: chainsOf(version, p.units),
    marginDb:
      powerMw === null || !span
        ? null
        : linkBudget(
            pathQuestion(
              p.geometry,
              defaultSetup(p.geometry, SOURCE_RULES[sourceOfPack(pack.form)].wear, powerMw),
              withReach(receiver, pack),
              Math.round((span.lowHz + span.highHz) / 2),
            ),
          ).marginDb,
    reach: adaptive && { rangeM: adaptive.rangeM, distanceM: p.geometry.distanceM },
    roomLimit: adaptive && roomLimit(adaptive, p.region.name),
  };
}

/** How many chains of a version the units make at the same time. */
function chainsOf({ receiver, packs }: SystemVersion, units: readonly CaseUnit[]): number {
  const halves = units
    .filter((u) => u.kind === "receiver" && u.modelId === receiver.id)
    .flatMap((u) => Array.from({ length: receiver.halves }, () => u));
  const mine = units.filter((u) => u.kind === "pack" && packs.some((p) => p.id === u.modelId));
  return matched(halves.length, mine.length, [
    (h, p) => itemAt(halves, h).keyName === itemAt(mine, p).keyName,
  ]).filter((x) => x !== null).length;
}

/** One of its channels as a search takes it; null where it needs no frequency or may have none. */
export const versionChannel = (
  { receiver, tuning }: SystemVersion,
  { powerMw }: Pick<VersionFacts, "powerMw">,
): Omit<PickChannel, "id" | "number"> | null =>
  powerMw === null || tuning.length === 0
    ? null
    : {
        tuning,
        bandwidthHz: receiver.bandwidthHz,
        powerMw,
        receiverKey: receiver.id,
        halfSpanHz: receiver.halfSpanHz,
        ...halvesOneOf(receiver),
        lockedHz: null,
      };

/** What is said of a version, the most useful first. */
export type VersionVerdict =
  | { code: "bring" }
  | { code: "rent"; more: number }
  | { code: "thin"; marginDb: number }
  | { code: "out-of-reach"; rangeM: number; distanceM: number }
  | { code: "too-few"; fit: number }
  | { code: "no-rule" }
  | { code: "forbidden" };

const RANKS: readonly VersionVerdict["code"][] = [
  "bring",
  "rent",
  "thin",
  "out-of-reach",
  "too-few",
  "no-rule",
  "forbidden",
];

/**
 * Whether a version does what is asked of it: allowed, room for all, in range; then whether there
 * are enough of it. One that fails names the first thing that it fails by.
 * @param fit - how many of the wanted channels find a frequency; null where none is needed
 */
export function versionVerdict(
  facts: VersionFacts,
  wanted: number,
  fit: number | null,
): VersionVerdict {
  if (facts.legality.code === "no-rule") return { code: "no-rule" };
  if (facts.powerMw === null) return { code: "forbidden" };
  const most = Math.min(fit ?? Infinity, facts.roomLimit ?? Infinity);
  if (most < wanted) return { code: "too-few", fit: most };
  if (facts.reach && facts.reach.distanceM > facts.reach.rangeM)
    return { code: "out-of-reach", ...facts.reach };
  if (facts.marginDb !== null && facts.marginDb < MIN_MARGIN_DB)
    return { code: "thin", marginDb: facts.marginDb };
  return facts.have >= wanted ? { code: "bring" } : { code: "rent", more: wanted - facts.have };
}

/** For sorting: the better verdict first, of equal ones that which is more of what was asked. */
export function isBetterVersion(
  a: { verdict: VersionVerdict; facts: VersionFacts },
  b: { verdict: VersionVerdict; facts: VersionFacts },
): number {
  const rank = ({ verdict }: typeof a) => RANKS.indexOf(verdict.code);
  const fit = ({ verdict }: typeof a) => (verdict.code === "too-few" ? verdict.fit : 0);
  return (
    rank(a) - rank(b) ||
    fit(b) - fit(a) ||
    b.facts.have - a.facts.have ||
    (b.facts.clearHz ?? b.facts.allowedHz) - (a.facts.clearHz ?? a.facts.allowedHz)
  );
}
