import { itemAt } from "~/core/units/items";
import {
  channelVerification,
  channelState,
  type ChannelState,
  packFrequencyHz,
  receiverHz,
  SELF_CHOSEN_HZ,
} from "~/core/channel/channelState";
import type { Channel, DayFacts } from "~/core/channel/facts";
import type { MeterScale } from "~/core/devices/meterFigure";
import {
  verificationPartsOf,
  type VerificationState,
  scaleUsed,
  usualFigure,
} from "~/core/channel/verification";
import { canScanItself } from "~/core/evidence/unitScan";
import { neededPartsOf } from "~/core/channel/verificationParts";
import { NAME_LETTERS, packNames } from "~/core/kit/packNames";
import { pairingStanding } from "~/core/kit/pairing";
import { regionUnder } from "~/core/regulations/licences";
import { sharedTuning } from "~/core/devices/tuning";
import { nextSteps, type Step } from "~/core/channel/nextSteps";
import { type Legality, packLegalityAt, pairing } from "~/core/kit/match";
import { packRun } from "~/core/battery/ledger";
import { powerEvents } from "~/core/schedule/dayBatteries";
import { minds, sourceOfPack } from "~/core/kit/sources";
import {
  socketAt,
  socketName,
  leadsByKind,
  patchedChannels,
  patchProblems,
} from "~/core/kit/patch";
import { antennasOfStock } from "~/core/kit/antennas";
import { workingKit } from "~/core/kit/lists";
import { EMPTY_KIT, type Kit, packModel, receiverModel } from "~/core/kit/models";
import { SHIPPED_KIT } from "~/core/kit/shipped";
import { type CaseUnit, powerOf } from "~/core/kit/units";
import { prepFindings, type PrepFacts } from "~/core/schedule/prepFindings";
import { USUAL_RULE } from "~/core/schedule/batteryChanges";
import { openAnswers, withRetunes } from "~/core/report/hitStories";
import type { DeviceError } from "~/core/devices/deviceError";
import type { PackReport } from "~/core/devices/reports";
import { fail, ok, type Result } from "~/core/units/result";
import { pickedHz } from "~/core/channel/pickedFrequency";
import type { ServiceError } from "~/contract/schemas/serviceError";
import { listChannels, type StoredChannel } from "~/server/db/repositories/channels.server";
import {
  type Day,
  type DayPlace,
  findDay,
  listDays,
  listPlaces,
} from "~/server/db/repositories/days.server";
import {
  newestItems,
  newestVersions,
  type RegisteredStation,
} from "~/server/db/repositories/versionedLists.server";
import { listPlans, type StoredPlan } from "~/server/db/repositories/plans.server";
import {
  listLevels,
  listPlaceChecks,
  listSyncs,
  type StoredLevel,
  type StoredPlaceCheck,
} from "~/server/db/repositories/records.server";
import { listEvents } from "~/server/db/repositories/dayEvents.server";
import { listSweeps, type StoredSweep } from "~/server/db/repositories/sweeps.server";
import type { Database } from "~/server/db/connection.server";
import type { AppContext } from "~/server/services/appContext.server";
import { dayNowMs, todayIso } from "./clock.server";
import { readyRig } from "~/server/services/training/practiceRig.server";
import { regionNamed } from "~/server/services/frequencies/regions.server";

export interface ChannelView extends Channel, Pick<StoredChannel, "micDistanceM" | "peakFactorDb"> {
  receiverKeyName: string | null;
  packModelId: string;
  packPowerMw: number;
  /** Whether the pack may transmit in this region as it is set. */
  legality: Legality;
  state: ChannelState;
  /** Whether both of its units can be asked and driven from here. */
  isDriven: boolean;
  /**
   * What the receiver's half is set to: by its own word, else by the last record; null where
   * neither says.
   */
  receiverHz: number | null;
  packHz: number | null;
  pack: PackReport | null;
  lastLevel: StoredLevel | null;
  /** Every level that was kept of it, the oldest first. */
  levels: StoredLevel[];
  placeCheckHere: StoredPlaceCheck | null;
  lastPlaceCheck: StoredPlaceCheck | null;
  verification: VerificationState[];
  /** What its receiver's own scale usually reads; null where too few were noted. */
  usualFigure: number | null;
  /** The scale that its receiver's meter was last read on; null where nobody noted one. */
  meterScale: MeterScale | null;
  /** Other packs of the position, and what they say of themselves. */
  others: (Channel["extraPacks"][number] & {
    report: PackReport | null;
    syncedHz: number | null;
  })[];
}

export interface PackView extends CaseUnit {
  carriedBy: number | null;
  report: PackReport | null;
}

/** Everything the frame and most screens of a day show. */
export interface DayView {
  day: Day;
  kit: Kit;
  nowMs: number;
  places: (DayPlace & { lastScanAtMs: number | null })[];
  channels: ChannelView[];
  packs: PackView[];
  receivers: CaseUnit[];
  stations: RegisteredStation[];
  steps: Step[];
  plan: StoredPlan | null;
  planHistory: Pick<StoredPlan, "version" | "placeId" | "acceptedAtMs" | "how">[];
  sweepsHere: StoredSweep[];
  rig:
    | { state: "none" }
    | { state: "ready"; isPractice: boolean }
    | { state: "silent"; error: DeviceError };
}

/** Time to take a pack from one person and wire the next (common practice, no published source). */
export const RERIG_MS = 15 * 60_000;

/** What is stored of a day, and what follows from that alone. */
async function storedDay(db: Database, dayId: number) {
  const found = await findDay(db, dayId);
  if (!found) return null;
  const [
    places,
    stored,
    units,
    own,
    stock,
    ownAntennas,
    distributions,
    supplies,
    destinations,
    patches,
    scenes,
    stations,
    pairings,
    unitScans,
    cellRules,
    drawings,
    sweeps,
    plans,
    syncs,
    levels,
    placeChecks,
    events,
  ] = await Promise.all([
    listPlaces(db, dayId),
    listChannels(db, dayId),
    newestItems(db, "units", dayId),
    newestItems(db, "models", dayId),
    newestItems(db, "stock", dayId),
    newestVersions(db, "antennas", dayId),
    newestItems(db, "distributions", dayId),
    newestItems(db, "supplies", dayId),
    newestItems(db, "destinations", dayId),
    newestItems(db, "patches", dayId),
    newestItems(db, "scenes", dayId),
    newestItems(db, "stations", dayId),
    newestItems(db, "pairings", dayId),
    newestItems(db, "unitScans", dayId),
    newestItems(db, "cellRules", dayId),
    newestItems(db, "drawings", dayId),
    listSweeps(db, dayId),
    listPlans(db, dayId),
    listSyncs(db, dayId),
    listLevels(db, dayId),
    listPlaceChecks(db, dayId),
    listEvents(db, dayId),
  ]);
  // the place where the unit was may have been taken off the list since
  const day: Day = places.some((p) => p.id === found.currentPlaceId)
    ? found
    : { ...found, currentPlaceId: places[0]?.id ?? 0 };
  const region = regionUnder(await regionNamed(db, day.region), day.licences);
  const kit = workingKit(SHIPPED_KIT, own[0] ?? EMPTY_KIT);
  const unit = (key: string): CaseUnit => {
    // what is missing is shown as missing: the day stays readable, and undo within reach
    return (
      units.find((u) => u.key === key) ?? {
        key,
        kind: "pack",
        modelId: key,
        label: `${key} (missing)`,
        powerMw: null,
        serial: null,
        keyName: null,
      }
    );
  };
  // a pack that is not in the case any more is nobody's
  const extraPacksOf = (c: StoredChannel): CaseUnit[] =>
    units.filter((u) => u.kind === "pack" && u.key !== c.packKey && c.extraPacks.includes(u.key));
  const pairedOf = ({ packKey, receiverKey }: StoredChannel): Channel["paired"] => {
    if (
      !packModel(kit, unit(packKey).modelId).pairs ||
      !receiverModel(kit, unit(receiverKey).modelId).pairs
    )
      return null;
    const record = pairings.find((r) => r.packKey === packKey);
    return record ? pairingStanding(record, receiverKey) : "no-identity";
  };
  const names = packNames(
    stored.map((c) => c.talker),
    stored.map((c) => packModel(kit, unit(c.packKey).modelId).nameLetters ?? NAME_LETTERS),
  );
  const channels = stored.map((c, i): Channel => {
    const [receiverUnit, packUnit] = [unit(c.receiverKey), unit(c.packKey)];
    const pack = packModel(kit, packUnit.modelId);
    const receiver = receiverModel(kit, receiverUnit.modelId);
    const line = patches.find((l) => l.channelId === c.id);
    const seat = line && socketAt(destinations, line.socketId);
    const verificationParts = verificationPartsOf(receiver, pack);
    const found = pairing(receiver, pack, {
      receiver: receiverUnit.keyName,
      pack: packUnit.keyName,
    });
    return {
      id: c.id,
      number: c.number,
      talker: c.talker,
      mark: c.mark,
      part: c.part,
      moves: c.moves,
      effort: c.effort,
      wear: c.wear,
      microphoneId: c.microphoneId,
      inputId: seat?.socket.inputId ?? c.inputId,
      socket: seat
        ? { id: seat.socket.id, name: socketName(seat), track: seat.socket.track }
        : null,
      source: c.source ?? sourceOfPack(pack.form),
      receiverLabel: receiverUnit.label,
      receiverModelId: receiver.id,
      canScanItself: canScanItself(receiver),
      ...(receiver.form === "ear" ? { feedsEars: true as const } : {}),
      receiverKey: c.receiverKey,
      half: c.half,
      packLabel: packUnit.label,
      packKey: c.packKey,
      meets: !found.works ? "never" : found.isAdaptive ? "adaptive" : "tunes",
      tuning: found.works
        ? extraPacksOf(c).reduce(
            (left, u) => sharedTuning(left, packModel(kit, u.modelId).tuning),
            found.tuning,
          )
        : [],
      packTuning: pack.tuning,
      version: c.version,
      extraPacks: extraPacksOf(c).map((u) => ({
        packKey: u.key,
        packLabel: u.label,
        tuning: packModel(kit, u.modelId).tuning,
      })),
      paired: pairedOf(c),
      pairedMs:
        pairings
          .find((r) => r.packKey === c.packKey)
          ?.heldBy.find((h) => h.receiverKey === c.receiverKey)?.sinceMs ?? null,
      packName: itemAt(names, i),
      verificationParts,
      neededParts: neededPartsOf(day.verificationForm ?? "whole", verificationParts),
    };
  });
  const plan = plans.at(-1) ?? null;
  // before anybody told them one by one, antennas were counted with the rest of the kit
  const antennas = ownAntennas.at(-1)?.items ?? antennasOfStock(stock);
  const lastEventMs = events.reduce((last, e) => Math.max(last, e.atMs), 0);
  const prepFacts: PrepFacts = {
    region,
    kit,
    scenes,
    talkers: stored.map((c) => c.talker),
    units,
    stock,
    antennas,
    distributions,
    rerigMs: RERIG_MS,
    places,
    chains: channels.map((c) => ({
      talker: c.talker,
      wear: c.wear,
      powerMw: powerOf(kit, unit(c.packKey)),
      receiver: receiverModel(kit, unit(c.receiverKey).modelId),
      tuning: c.tuning,
      pack: packModel(kit, unit(c.packKey).modelId),
      mindsLoudspeakers: minds(c.source, {
        pattern: kit.microphones.find((m) => m.id === c.microphoneId)?.pattern ?? "omni",
      }),
      usedHours: packRun(powerEvents(c.packKey, events, syncs), lastEventMs).ranHours,
    })),
    rule: cellRules[0] ?? USUAL_RULE,
    patch:
      destinations.length === 0
        ? []
        : patchProblems({
            kit,
            destinations,
            lines: patches,
            channels: patchedChannels(stored, kit, unit),
            haveLeads: leadsByKind(stock),
          }),
  };
  const findings = prepFindings(prepFacts);
  const retuned = plan && withRetunes(plan, openAnswers(events));
  return {
    day,
    region,
    kit,
    places,
    stored,
    units,
    unit,
    stations,
    sweeps,
    unitScans,
    antennas,
    distributions,
    supplies,
    destinations,
    patches,
    plans,
    plan,
    retuned,
    syncs,
    events,
    levels,
    placeChecks,
    channels,
    prepFacts,
    findings,
    cellRule: cellRules[0] ?? USUAL_RULE,
    drawings,
  };
}

type StoredDay = Awaited<ReturnType<typeof storedDay>>;
/** Days that are open at once, on all screens together. */
const MAX_REMEMBERED = 6;
const remembered = new WeakMap<
  Database,
  { generation: string; writes: number; days: Map<number, Promise<StoredDay>> }
>();

/**
 * The same, read once for everybody until something is written. What it gives is shared: nobody
 * changes it.
 */
function sharedDay(db: Database, dayId: number): Promise<StoredDay> {
  const known = remembered.get(db);
  const holds =
    known?.generation === db.generation && known.writes === db.writes
      ? known
      : {
          generation: db.generation,
          writes: db.writes,
          days: new Map<number, Promise<StoredDay>>(),
        };
  remembered.set(db, holds);
  const day = holds.days.get(dayId) ?? storedDay(db, dayId);
  if (holds.days.size >= MAX_REMEMBERED) holds.days.clear();
  holds.days.set(dayId, day);
  // what failed is read again
  day.catch(() => holds.days.delete(dayId));
  return day;
}

/** The facts of a day as the core judges them now, with what else the screens need. */
export async function loadDay(app: AppContext, dayId: number) {
  const shared = await sharedDay(app.db, dayId);
  if (!shared) return null;
  const { retuned, syncs, channels, ...rest } = shared;
  const { day, places, stored, units, kit, sweeps, unitScans, levels, placeChecks, findings } =
    rest;
  const rig = await readyRig(app, { day, places, stored, units, kit });
  const report = rig ? await rig.report() : null;
  const facts: DayFacts = {
    nowMs: dayNowMs(app, day),
    places,
    currentPlaceId: day.currentPlaceId,
    channels,
    sweeps,
    unitScans,
    rescan: day.rescan,
    plan: retuned,
    syncs,
    levels,
    placeChecks,
    reports: report?.ok ? report.value : null,
    preparation: { units: units.length, findings: findings.length },
  };
  return { ...rest, facts, report };
}

export type LoadedDay = NonNullable<Awaited<ReturnType<typeof loadDay>>>;

/** The day of a request, or "not-found". */
export async function requireDay(
  app: AppContext,
  dayId: number,
): Promise<Result<LoadedDay, ServiceError>> {
  const loaded = await loadDay(app, dayId);
  return loaded ? ok(loaded) : fail({ code: "not-found", what: "day" });
}

/** A day as the screens show it, state and next steps computed now. */
export async function getDayView(
  app: AppContext,
  dayId: number,
): Promise<Result<DayView, ServiceError>> {
  const loaded = await requireDay(app, dayId);
  if (!loaded.ok) return loaded;
  const {
    day,
    region,
    kit,
    places,
    stored,
    units,
    stations,
    sweeps,
    unitScans,
    plans,
    plan,
    levels,
    placeChecks,
    facts,
    report,
    unit,
  } = loaded.value;
  const packReports = report?.ok ? report.value.packs : {};
  const channels = facts.channels.map((c, i): ChannelView => {
    const { micDistanceM, peakFactorDb } = itemAt(stored, i);
    const mySyncs = facts.syncs.filter((s) => s.channelId === c.id);
    const mine = placeChecks.filter((p) => p.channelId === c.id);
    return {
      ...c,
      micDistanceM,
      peakFactorDb,
      receiverKeyName: unit(c.receiverKey).keyName,
      packModelId: unit(c.packKey).modelId,
      packPowerMw: powerOf(kit, unit(c.packKey)),
      legality: packLegalityAt(
        region,
        packModel(kit, unit(c.packKey).modelId),
        powerOf(kit, unit(c.packKey)),
        packFrequencyHz(facts, c, mySyncs),
        receiverModel(kit, unit(c.receiverKey).modelId).bandwidthHz,
      ),
      state: channelState(facts, c),
      isDriven:
        facts.reports?.receivers[c.receiverKey] !== undefined &&
        facts.reports.packs[c.packKey] !== undefined,
      receiverHz: receiverHz(facts, c, mySyncs),
      packHz: packFrequencyHz(facts, c, mySyncs),
      pack: packReports[c.packKey] ?? null,
      lastLevel: levels.findLast((l) => l.channelId === c.id) ?? null,
      levels: levels.filter((l) => l.channelId === c.id),
      placeCheckHere: mine.findLast((p) => p.placeId === day.currentPlaceId) ?? null,
      lastPlaceCheck: mine.at(-1) ?? null,
      verification: channelVerification(
        facts,
        c,
        c.meets === "adaptive" ? SELF_CHOSEN_HZ : (pickedHz(facts.plan, c.id) ?? SELF_CHOSEN_HZ),
      ),
      usualFigure: usualFigure(facts.syncs, c.receiverKey),
      meterScale: scaleUsed(facts.syncs, c.receiverKey),
      others: c.extraPacks.map((a) => ({
        ...a,
        report: packReports[a.packKey] ?? null,
        syncedHz: packFrequencyHz(facts, { ...c, packKey: a.packKey }, mySyncs),
      })),
    };
  });
  return ok({
    day,
    kit,
    nowMs: facts.nowMs,
    channels,
    stations,
    steps: nextSteps(facts),
    plan,
    places: places.map((p) => ({
      ...p,
      lastScanAtMs: newestOf([
        ...sweeps.filter((s) => s.placeId === p.id).map((s) => s.takenAtMs),
        ...unitScans.filter((s) => s.placeId === p.id).map((s) => s.atMs),
      ]),
    })),
    receivers: units.filter((u) => u.kind === "receiver"),
    packs: units
      .filter((u) => u.kind === "pack")
      .map((u) => ({
        ...u,
        carriedBy:
          facts.channels.find(
            (c) => c.packKey === u.key || c.extraPacks.some((a) => a.packKey === u.key),
          )?.id ?? null,
        report: packReports[u.key] ?? null,
      })),
    planHistory: plans.map(({ version, placeId, acceptedAtMs, how }) => ({
      version,
      placeId,
      acceptedAtMs,
      how,
    })),
    sweepsHere: sweeps.filter((s) => s.placeId === day.currentPlaceId),
    rig: !report
      ? { state: "none" }
      : report.ok
        ? { state: "ready", isPractice: app.simulator !== null }
        : { state: "silent", error: report.error },
  });
}

/**
 * The day to open first: today's, else the next to come, else the one that was last. A practice day
 * goes by its own clock, so that the newest of them is meant.
 */
export async function dayToOpen(app: AppContext): Promise<number | null> {
  const days = (await listDays(app.db)).filter((d) => !d.isArchived);
  const practice = days.filter((d) => d.isPractice).at(-1);
  if (practice) return practice.id;
  const today = todayIso(app);
  const byDate = [...days].sort((a, b) =>
    a.dateIso < b.dateIso ? -1 : a.dateIso > b.dateIso ? 1 : a.id - b.id,
  );
  return (byDate.find((d) => d.dateIso >= today) ?? byDate.at(-1))?.id ?? null;
}

const newestOf = (times: readonly number[]): number | null =>
  times.length === 0 ? null : Math.max(...times);
