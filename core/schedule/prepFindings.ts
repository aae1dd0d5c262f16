import { kindsOfAir, roomLimit } from "~/core/kit/selfChoosing";
import { itemAt } from "~/core/units/items";
import {
  antennaSeats,
  type FedReceiver,
  seatAntennas,
  type SeatedAntenna,
} from "~/core/kit/antennaPlan";
import type { PatchProblem } from "~/core/kit/patch";
import type { KitAntenna } from "~/core/kit/antennas";
import {
  type Distribution,
  type DistributionProblem,
  distributionProblems,
} from "~/core/kit/distribution";
import { channelsOf, type Fitted, mostPairs, pairOf } from "~/core/kit/chains";
import { packLegality } from "~/core/kit/match";
import { type FirmwareBehind, firmwareBehind } from "~/core/kit/firmware";
import {
  type Kit,
  packModel,
  receiverModel,
  type PackModel,
  type ReceiverModel,
} from "~/core/kit/models";
import { powerOf, type CaseUnit, type StockItem, type StockKind } from "~/core/kit/units";
import { defaultSetup } from "~/core/kit/setups";
import { pathQuestion } from "~/core/radio/pathSetup";
import type { SiteGeometry } from "~/core/location/siteGeometry";
import type { TuningRange } from "~/core/devices/tuning";
import { tuningSpan } from "~/core/devices/tuning";
import type { Wear } from "~/core/radio/antenna";
import { linkBudget } from "~/core/radio/link";
import type { Region, FrequencyRange } from "~/core/regulations/region";
import { MIN_MARGIN_DB } from "~/core/channel/channelState";
import type { BatteryRule } from "./batteryChanges";
import { batteriesNeeded, type BatteriesNeeded } from "./batteryNeeds";
import { peakOf, wiredRanges, type Scene } from "./scenes";

export interface PrepFacts {
  region: Region;
  kit: Kit;
  scenes: readonly Scene[];
  /** Talkers that have a channel already. */
  talkers: readonly string[];
  units: readonly CaseUnit[];
  stock: readonly StockItem[];
  antennas: readonly KitAntenna[];
  distributions: readonly Distribution[];
  rerigMs: number;
  /** How a talker reaches the receivers at each place, as it was sketched beforehand. */
  places: readonly {
    id: number;
    name: string;
    geometry: SiteGeometry;
    hasLoudspeakers?: boolean;
  }[];
  /** What is wrong with the patch; absent: none is told. */
  patch?: readonly PatchProblem[];
  /** How each talker who has a channel is wired. */
  chains: readonly {
    talker: string;
    wear: Wear;
    powerMw: number;
    receiver: ReceiverModel;
    tuning: readonly TuningRange[];
    pack: PackModel;
    /** Whether its microphone hears all around, so that loudspeakers come back through it. */
    mindsLoudspeakers?: boolean;
    /** What the set in the pack has run; null where nobody knows. */
    usedHours: number | null;
  }[];
  /** How batteries are kept. */
  rule: BatteryRule;
}

/** One thing that would go wrong tomorrow, with what shows it. */
export type Finding =
  | {
      code: "chains-short";
      limit: "receiver-channels" | "packs" | "chains" | "pairs";
      sceneNumbers: string[];
      needed: number;
      have: number;
    }
  | { code: "tracks-short"; sceneNumbers: string[]; needed: number; have: number }
  | { code: "talker-without-channel"; talker: string; sceneNumbers: string[] }
  | { code: "no-wired-recorder"; sceneNumbers: string[]; needed: number; have: number }
  /** Something about what feeds several receivers from one pair of antennas. */
  | { code: "distribution"; problem: DistributionProblem }
  /** What is wrong with the patch into cameras and recorders. */
  | { code: "patch"; problem: PatchProblem }
  /** Live loudspeakers play there, and these microphones hear all around. */
  | { code: "loudspeakers"; place: string; talkers: string[]; sceneNumbers: string[] }
  | { code: "cells-short"; cell: "aa" | "9v"; needed: number; have: number }
  | {
      code: "antennas-short";
      block: string | null;
      receivers: string[];
      needed: number;
      have: number;
    }
  | { code: "microphones-short"; sceneNumbers: string[]; needed: number; have: number }
  | { code: "leads-short"; sceneNumbers: string[]; needed: number; have: number }
  | {
      code: "pack-fits-nothing";
      unit: string;
      why: "other-modulation" | "other-key" | "no-common-range" | "no-common-step";
    }
  | { code: "power-too-high"; unit: string; setMw: number; mostMw: number }
  | { code: "legal-nowhere"; unit: string }
  /** No band of the region speaks of (part of) its range. */
  | { code: "no-rule"; unit: string; where: FrequencyRange[] }
  /** Units that run older firmware than is out for their model. */
  | ({ code: "firmware-behind" } & FirmwareBehind)
  /** More systems that choose for themselves at once than one room carries. */
  | { code: "room-full"; sceneNumbers: string[]; needed: number; most: number }
  /** A talker farther off than such a system reaches in the open. */
  /**
   * A receiver that cannot choose between two paths: it drops out where waves cancel at its one.
   */
  | { code: "one-path"; unit: string; hasAntennas: 1 | 2 }
  /** A place where whips at the bag leave too little in hand. */
  | {
      code: "thin-range";
      place: string;
      talkers: string[];
      marginDb: number;
      distanceM: number;
      sceneNumbers: string[];
    }
  | {
      code: "beyond-range";
      sceneNumbers: string[];
      place: string;
      distanceM: number;
      rangeM: number;
    };

type Receiver = Fitted<ReceiverModel>;
type Pack = Fitted<PackModel>;

/**
 * Everything that the scenes ask for and the case does not have, and everything in the case that
 * cannot do its work here. An empty list is a day that can begin. In the order in which one would
 * mend it: what needs another unit first, then what needs a setting, then supplies.
 */
export function prepFindings(facts: PrepFacts): Finding[] {
  const receivers = facts.units
    .filter((u) => u.kind === "receiver")
    .map((unit) => ({ unit, model: receiverModel(facts.kit, unit.modelId) }));
  const packs = facts.units
    .filter((u) => u.kind === "pack")
    .map((unit) => ({ unit, model: packModel(facts.kit, unit.modelId) }));
  const findings: Finding[] = [];
  chainFindings(facts, receivers, packs, findings);
  for (const pack of packs) {
    const { unit, model } = pack;
    const tries = receivers.map((r) => pairOf(r, pack));
    const problems = tries.flatMap((t) => (t.works ? [] : [t.problem]));
    if (tries.length > 0 && problems.length === tries.length) {
      // of several reasons the nearest miss is told: a range or a step of what would understand
      // each other before another modulation
      const near = problems.find((p) => p.code !== "other-modulation") ?? itemAt(problems, 0);
      findings.push({ code: "pack-fits-nothing", unit: unit.label, why: near.code });
    }
    const legality = packLegality(facts.region, model, powerOf(facts.kit, unit));
    if (legality.code === "power-too-high")
      findings.push({
        code: "power-too-high",
        unit: unit.label,
        setMw: legality.setMw,
        mostMw: legality.mostMw,
      });
    if (legality.code === "no-rule")
      findings.push({ code: "no-rule", unit: unit.label, where: legality.where });
    if (legality.code === "nowhere") findings.push({ code: "legal-nowhere", unit: unit.label });
  }
  for (const { unit, model } of receivers)
    if (model.diversity !== "two-paths")
      findings.push({
        code: "one-path",
        unit: unit.label,
        hasAntennas: model.diversity === "none" ? 1 : 2,
      });
  for (const behind of firmwareBehind(facts.kit, facts.units))
    findings.push({ code: "firmware-behind", ...behind });
  rangeFindings(facts, findings);
  adaptiveFindings(facts, receivers, packs, findings);
  antennaFindings(facts, receivers, findings);
  for (const problem of facts.patch ?? []) findings.push({ code: "patch", problem });
  loudspeakerFindings(facts, findings);
  batteryFindings(
    facts,
    packs.map((p) => p.model),
    findings,
  );
  return findings;
}

/** The scenes of every stretch that asks for more voices than this. */
const scenesWithMore = (scenes: readonly Scene[], have: number): string[] => [
  ...new Set(
    wiredRanges(scenes)
      .filter((s) => s.talkers.length > have)
      .flatMap((s) => s.sceneNumbers),
  ),
];
const stockOf = (facts: PrepFacts, kind: StockKind): number =>
  facts.stock.filter((s) => s.kind === kind).reduce((n, s) => n + s.count, 0);

function chainFindings(
  facts: PrepFacts,
  receivers: Receiver[],
  packs: Pack[],
  findings: Finding[],
): void {
  const peak = peakOf(facts.scenes);
  const needed = peak?.talkers.length ?? 0;
  const channels = channelsOf(receivers);
  const chains = mostPairs(channels, packs);
  const scenesOver = (have: number) => scenesWithMore(facts.scenes, have);
  if (needed > chains) {
    const limit =
      channels.length <= chains
        ? packs.length <= chains
          ? "chains"
          : "receiver-channels"
        : packs.length <= chains
          ? "packs"
          : "pairs";
    findings.push({
      code: "chains-short",
      limit,
      sceneNumbers: scenesOver(chains),
      needed,
      have: chains,
    });
  }
  const tracks = stockOf(facts, "recorder-track") + stockOf(facts, "camera-track");
  if (needed > tracks)
    findings.push({ code: "tracks-short", sceneNumbers: scenesOver(tracks), needed, have: tracks });
  const microphones = stockOf(facts, "microphone");
  if (needed > microphones)
    findings.push({
      code: "microphones-short",
      sceneNumbers: scenesOver(microphones),
      needed,
      have: microphones,
    });
  const leads = stockOf(facts, "lead");
  if (needed > leads)
    findings.push({ code: "leads-short", sceneNumbers: scenesOver(leads), needed, have: leads });
  for (const talker of new Set(facts.scenes.flatMap((s) => s.speakers))) {
    if (facts.talkers.some((t) => t.toLowerCase() === talker.toLowerCase())) continue;
    findings.push({
      code: "talker-without-channel",
      talker,
      sceneNumbers: facts.scenes.filter((s) => s.speakers.includes(talker)).map((s) => s.number),
    });
  }
  const once = facts.scenes.filter((s) => !s.isRepeatable && s.speakers.length > 0);
  const recordersNeeded = peakOf(once)?.talkers.length ?? 0;
  const recorders = stockOf(facts, "wired-recorder");
  if (recordersNeeded > recorders)
    findings.push({
      code: "no-wired-recorder",
      sceneNumbers: once.map((s) => s.number),
      needed: recordersNeeded,
      have: recorders,
    });
}

/**
 * Where whips at the receivers would leave less in hand than a body or a door takes: better known
 * the evening before, with cable and antennas still in reach.
 */
function rangeFindings(facts: PrepFacts, findings: Finding[]): void {
  for (const place of facts.places) {
    const scenes = facts.scenes.filter((s) => s.placeId === place.id);
    const thin = facts.chains
      .filter((c) =>
        scenes.some((s) => s.speakers.some((n) => n.toLowerCase() === c.talker.toLowerCase())),
      )
      .flatMap((c) => {
        // those that choose for themselves are held against their maker's reach instead
        const span = tuningSpan(c.tuning);
        if (!span) return [];
        const question = pathQuestion(
          place.geometry,
          defaultSetup(place.geometry, c.wear, c.powerMw),
          c.receiver,
          Math.round((span.lowHz + span.highHz) / 2),
        );
        const { marginDb } = linkBudget(question);
        return marginDb < MIN_MARGIN_DB ? [{ talker: c.talker, marginDb }] : [];
      });
    if (thin.length === 0) continue;
    findings.push({
      code: "thin-range",
      place: place.name,
      talkers: thin.map((t) => t.talker),
      marginDb: Math.min(...thin.map((t) => t.marginDb)),
      distanceM: place.geometry.distanceM,
      sceneNumbers: scenes
        .filter((s) =>
          s.speakers.some((n) => thin.some((t) => t.talker.toLowerCase() === n.toLowerCase())),
        )
        .map((s) => s.number),
    });
  }
}

/**
 * Systems that choose for themselves need no frequency, but a room carries only so many, and not
 * far (common practice, no published source).
 */
function adaptiveFindings(
  facts: PrepFacts,
  receivers: Receiver[],
  packs: Pack[],
  findings: Finding[],
): void {
  const peak = peakOf(facts.scenes)?.talkers.length ?? 0;
  const kinds = kindsOfAir([...receivers, ...packs], ({ model }) => model.adaptive).map(
    ({ airs, items }) => ({
      limit: Math.min(...airs.map((a) => roomLimit(a, facts.region.name))),
      pairs: mostPairs(
        channelsOf(receivers.filter((r) => items.includes(r))),
        packs.filter((p) => items.includes(p)),
      ),
    }),
  );
  if (kinds.length === 0) return;
  const self = packs.flatMap((p) => p.model.adaptive ?? []);
  const tuned = mostPairs(
    channelsOf(receivers.filter((r) => r.model.adaptive === null)),
    packs.filter((p) => p.model.adaptive === null),
  );
  const most = kinds.reduce((n, k) => n + Math.min(k.pairs, k.limit), 0);
  const needed = Math.min(
    peak - tuned,
    kinds.reduce((n, k) => n + k.pairs, 0),
  );
  if (needed > most)
    findings.push({
      code: "room-full",
      sceneNumbers: scenesWithMore(facts.scenes, tuned + most),
      needed,
      most,
    });
  if (self.length === 0) return;
  const rangeM = Math.min(...self.map((a) => a.rangeM));
  for (const place of facts.places.filter((p) => p.geometry.distanceM > rangeM)) {
    const asking = facts.scenes.filter((s) => s.placeId === place.id && s.speakers.length > tuned);
    if (asking.length > 0)
      findings.push({
        code: "beyond-range",
        sceneNumbers: asking.map((s) => s.number),
        place: place.name,
        distanceM: place.geometry.distanceM,
        rangeM,
      });
  }
}

/** The receivers as antennas see them. Their own frequencies are not told the evening before. */
const fedReceivers = (receivers: readonly Receiver[]): FedReceiver[] =>
  receivers.map(({ unit, model }) => ({
    key: unit.key,
    label: unit.label,
    model,
    frequenciesHz: [],
  }));

/** More than this is no antenna for a receiver, whether it screws on or not. */
const MAX_LOSS_DB = 3;

/**
 * What antennas the receivers and distributions ask for, block by block, and what of the kit serves
 * them, each antenna once.
 * @returns `cut`: those whose own range says so; `have`: those of unmarked range too
 */
export function antennaNeeds(
  facts: Pick<PrepFacts, "kit" | "antennas" | "distributions">,
  receivers: readonly Receiver[],
): { block: string | null; receivers: string[]; needed: number; cut: number; have: number }[] {
  const seated = seatAntennas(
    facts.kit,
    facts.antennas,
    antennaSeats(fedReceivers(receivers), facts.distributions),
  );
  const blockOf = ({ seat }: SeatedAntenna): string | null =>
    seat.kind === "receiver"
      ? (receivers.find((r) => r.unit.key === seat.key)?.model.block ?? null)
      : null;
  return [...new Set(seated.map(blockOf))].map((block) => {
    const mine = seated.filter((s) => blockOf(s) === block);
    const served = mine.filter((s) => s.antenna && (s.lossDb ?? 0) < MAX_LOSS_DB);
    return {
      block,
      receivers: [...new Set(mine.flatMap((s) => s.seat.receivers))],
      needed: mine.length,
      cut: served.filter((s) => s.lossDb !== null).length,
      have: served.length,
    };
  });
}

function loudspeakerFindings(facts: PrepFacts, findings: Finding[]): void {
  for (const place of facts.places.filter((p) => p.hasLoudspeakers)) {
    const scenes = facts.scenes.filter((s) => s.placeId === place.id);
    const talkers = facts.chains
      .filter((c) => c.mindsLoudspeakers && scenes.some((s) => s.speakers.includes(c.talker)))
      .map((c) => c.talker);
    if (talkers.length > 0)
      findings.push({
        code: "loudspeakers",
        place: place.name,
        talkers,
        sceneNumbers: scenes.map((s) => s.number),
      });
  }
}

function antennaFindings(facts: PrepFacts, receivers: Receiver[], findings: Finding[]): void {
  for (const { block, receivers: labels, needed, have } of antennaNeeds(facts, receivers)) {
    if (have < needed)
      findings.push({ code: "antennas-short", block, receivers: labels, needed, have });
  }
  for (const problem of distributionProblems(facts.distributions, fedReceivers(receivers)))
    findings.push({ code: "distribution", problem });
}

/** What the day uses up of each kind of battery, by the rule that stands. */
export const batteriesOf = (facts: PrepFacts, packs: readonly PackModel[]): BatteriesNeeded[] =>
  batteriesNeeded({
    worn: facts.chains.flatMap((c) =>
      facts.scenes.length === 0 || facts.scenes.some((s) => s.speakers.includes(c.talker))
        ? [{ talker: c.talker, model: c.pack, powerMw: c.powerMw, usedHours: c.usedHours }]
        : [],
    ),
    scenes: facts.scenes,
    rule: facts.rule,
    rerigMs: facts.rerigMs,
    typical: packs[0] ?? null,
    packs: packs.length,
  });

function batteryFindings(facts: PrepFacts, packs: PackModel[], findings: Finding[]): void {
  if (facts.scenes.length === 0) return;
  for (const { kind, batteries: needed } of batteriesOf(facts, packs)) {
    if (kind === "internal") continue;
    const have = stockOf(facts, kind === "aa" ? "aa-cell" : "9v-cell");
    if (needed > have) findings.push({ code: "cells-short", cell: kind, needed, have });
  }
}
