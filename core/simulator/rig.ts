import { defined, itemAt, numberAt } from "~/core/units/items";
import { hashText, seededRandom } from "~/core/units/random";
import { type AirCarrier, readAir, sweepAir } from "./air";
import { mwToDbm } from "~/core/units/decibels";
import type { PathSetup, ReceiverFigures } from "~/core/radio/pathSetup";
import { arrivingDbm, type Site } from "./site";
import type { Wear } from "~/core/radio/antenna";
import type { Chemistry } from "~/core/battery/discharge";
import type { TuningRange } from "~/core/devices/tuning";
import { canBeSet, nearestSetting, tuningSpan } from "~/core/devices/tuning";
import type { FrequencyRange } from "~/core/regulations/region";
import type { SyncMethod } from "~/core/kit/models";
import type { PairingIdentity } from "~/core/kit/pairing";
import type { MeterReading } from "~/core/devices/readings";
import { UNPAIRED_HZ } from "~/core/devices/reports";
import type { UnitRefusal } from "~/core/devices/deviceError";

/**
 * The practice rig: receivers and packs that behave like real ones on a simulated site. Its state
 * is plain data.
 */
export interface RigReceiver {
  key: string;
  /** Not empty. */
  tuning: TuningRange[];
  figures: ReceiverFigures;
  sweep: { stepHz: number; msPerStep: number };
  halvesHz: number[];
  /** An antenna that is off or loose; absent: both are on. */
  deaf?: "A" | "B" | null;
  /**
   * Its halves stand no further apart: one that is set drags the other along. Absent or null: each
   * goes where it likes.
   */
  halfSpanHz?: number | null;
  /** Whether it shows who is heard; absent: it does not. */
  tells?: boolean;
  /**
   * It and its packs choose for themselves, so many to a room; its halves stand at 0. Absent or
   * null: it is tuned.
   */
  adaptive?: { mostPerRoom: number } | null;
  /** The packs that it knows by name, group number and key. */
  knows?: (PairingIdentity & { packKey: string })[];
}

export interface RigPack {
  key: string;
  /** Not empty. */
  tuning: TuningRange[];
  frequencyHz: number;
  powerMw: number;
  isOn: boolean;
  isMuted: boolean;
  isMicPlugged: boolean;
  /** Keeps a new number only when told to. */
  storesByHand?: boolean;
  /** What it comes back with when its number was not stored; absent or null: it is stored. */
  keptHz?: number | null;
  /** It goes to its nearest edge where it cannot go, and says nothing; absent: it refuses. */
  clips?: boolean;
  /** What it really tunes, where its label lies; absent: as labelled. */
  truly?: TuningRange[];
  /** The number is kept only by switching it off; pulled cells lose it. */
  storesAtOff?: boolean;
  /** How it can be synced; absent: by infrared. */
  methods?: SyncMethod[];
  /** Its window, or its socket, is behind its door. */
  isBehindDoor?: boolean;
  isDoorOpen?: boolean;
  /** Held to the receiver's mark or window; absent: it is. */
  isNear?: boolean;
  /** On the cable from the receiver. */
  isCabled?: boolean;
  /** The half that it was paired with, where it chooses for itself. */
  pairedWith?: { receiverKey: string; half: number } | null;
  /** What it is known by, where it pairs by name, group number and key. */
  identity?: PairingIdentity | null;
  /** What it calls itself; absent: as it left its maker. */
  name?: string;
  wear: Wear;
  /** Absent: cells that never end. */
  cells?: RigBatteries;
  /**
   * What comes on top of the way it has usually: a body or a hull between, or somebody who stands
   * before the antennas. Absent: nothing.
   */
  extraDb?: number;
}

/** The set in a practice pack. Times are the rig's own. */
export interface RigBatteries {
  chemistry: Chemistry;
  /** A full set lasts so long as it is used here. */
  hours: number;
  /** Up to the last switching. */
  usedHours: number;
  /** Since when it has been on; null while it is off. */
  onSinceMs: number | null;
}

/** An instrument that does nothing but sweep. */
export interface RigScanner {
  key: string;
  label: string;
  lowHz: number;
  highHz: number;
  stepHz: number;
  msPerStep: number;
  figures: ReceiverFigures;
  /** How much higher it reads than the receivers do. */
  readsDb: number;
  /** Lines of its own, evenly spaced from a multiple of the spacing on; null when it is clean. */
  lines: { everyHz: number; levelDbm: number } | null;
}

/** A fault that was hidden for practice. */
export type HiddenFault =
  | { kind: "wrong-block"; packKey: string }
  | { kind: "not-stored"; packKey: string }
  | { kind: "neighbour"; frequencyHz: number }
  | { kind: "antenna"; receiverKey: string; antenna: "A" | "B" }
  | { kind: "muted"; packKey: string };

export interface Rig {
  siteKey: string;
  /** Somebody else's packs that came on the air. */
  strangers?: { frequencyHz: number; levelDbm: number }[];
  /** Faults hidden for practice, and when; absent or null: none. */
  drill?: { startedMs: number; faults: HiddenFault[] } | null;
  /** What is to happen over the day, and what of it has; absent: nothing. */
  script?: ScriptedEvent[];
  /**
   * Where the rig's own clock stood when it was last told, milliseconds of the day; absent: it goes
   * by the computer's.
   */
  clockMs?: number;
  receivers: RigReceiver[];
  packs: RigPack[];
  scanners: RigScanner[];
}

/**
 * Something that happens on a practice day, at a moment of the rig's own clock. `state`: what it
 * came to when its moment came.
 */
export type ScriptedEvent = {
  id: string;
  fromMs: number;
  /** Null: until somebody does something about it. */ untilMs: number | null;
  state?: { frequencyHz: number | null; isOver?: boolean };
} &
  /** Somebody comes on the air so far from where a pack of ours is just then. */
  (
    | { kind: "newcomer"; nearPack: string; offsetHz: number; levelDbm: number }
    /**
     * Somebody comes on the air with whom a pack of ours makes a product that falls onto another of
     * ours, made where the two packs are close: twice him less ours, or twice ours less him.
     */
    | {
        kind: "product";
        withPack: string;
        ontoPack: string;
        newcomerDbm: number;
        productDbm: number;
        /** Absent: the new carrier. */ doubled?: "newcomer" | "pack";
      }
    /** A drive or a wall of lamps raises the floor around where a pack is. */
    | { kind: "noise"; aroundPack: string; widthHz: number; dbmPer200kHz: number }
    /** More, or less, on the way from a pack. */
    | { kind: "behind" | "skin" | "near"; packKey: string; db: number }
    /** The set in a pack has only so much left. */
    | { kind: "weak-cells"; packKey: string; leftHours: number }
    | { kind: "muted" | "switched-off" | "mic-out"; packKey: string }
    | { kind: "antenna"; receiverKey: string; antenna: "A" | "B" }
  );

/** Anything that sweeps, as a sweep needs it. */
export type SweepInstrument = Omit<RigScanner, "label">;

export const sweepsOfReceiver = ({ key, tuning, sweep, figures }: RigReceiver): SweepInstrument => {
  const { lowHz, highHz } = defined(tuningSpan(tuning));
  return { key, lowHz, highHz, ...sweep, figures, readsDb: 0, lines: null };
};

const PACK_WIDTH_HZ = 160_000;
const DEAF_LOSS_DB = 24;
const SQUELCH_OVER_NOISE_DB = 8;
/** A second crew across the yard. */
const STRANGER_DBM = -72;

/** How a pack worn that way reaches the bag over the site's own geometry. */
export const siteSetup = (site: Site, pack: Pick<RigPack, "wear" | "powerMw">): PathSetup => ({
  wear: pack.wear,
  skinContact: false,
  sleeve: false,
  tiltDeg: 20,
  distanceM: site.geometry.distanceM,
  walls: site.geometry.walls,
  antenna: "whip-quarter",
  feed: [],
  txPowerDbm: mwToDbm(pack.powerMw),
});

/** By pack and receiver: asked ten times a second, and another only when something changed. */
const levels = new WeakMap<RigPack, WeakMap<ReceiverFigures, { site: Site; levelDbm: number }>>();

/** What arrives from a pack as it stands, with its wearer. */
function levelOf(site: Site, pack: RigPack, figures: ReceiverFigures): number {
  const ofPack =
    levels.get(pack) ?? new WeakMap<ReceiverFigures, { site: Site; levelDbm: number }>();
  levels.set(pack, ofPack);
  const known = ofPack.get(figures);
  if (known?.site.geometry === site.geometry && known.site.key === site.key) return known.levelDbm;
  // every body differs a little from the book
  const personalDb = (seededRandom(hashText(`${site.key}|${pack.key}`))() - 0.5) * 5;
  const levelDbm =
    arrivingDbm(site, siteSetup(site, pack), figures, pack.frequencyHz) +
    personalDb +
    (pack.extraDb ?? 0);
  ofPack.set(figures, { site, levelDbm });
  return levelDbm;
}

/**
 * The carriers that our own packs put on the air, and those of strangers that came, as one receiver
 * hears them.
 */
export function packCarriers(
  site: Site,
  rig: Pick<Rig, "packs" | "strangers">,
  receiver: Pick<RigReceiver, "figures">,
): AirCarrier[] {
  const others = (rig.strangers ?? []).map((s, i): AirCarrier => ({
    id: `stranger ${i + 1}`,
    widthHz: PACK_WIDTH_HZ,
    rhythm: null,
    ...s,
  }));
  return others.concat(
    rig.packs
      .filter((p) => p.isOn && p.tuning.length > 0)
      .map((p) => ({
        id: p.key,
        frequencyHz: p.frequencyHz,
        widthHz: PACK_WIDTH_HZ,
        rhythm: null,
        levelDbm: levelOf(site, p, receiver.figures),
      })),
  );
}

/** A range of an instrument's sweep: levels of its steps [from, to), each at its own moment. */
export function rigSweep(
  site: Site,
  rig: Pick<Rig, "packs" | "strangers">,
  instrument: SweepInstrument,
  from: number,
  to: number,
  startMs: number,
): Float64Array {
  const { stepHz, msPerStep, readsDb, lines } = instrument;
  const lowHz = instrument.lowHz + from * stepHz;
  const levels = sweepAir(
    site.air,
    lowHz,
    lowHz + (to - from - 1) * stepHz,
    stepHz,
    startMs + from * msPerStep,
    msPerStep,
    packCarriers(site, rig, instrument),
  );
  return levels.map((level, i) => {
    const hz = lowHz + i * stepHz;
    const isLine =
      lines !== null && Math.abs(hz - Math.round(hz / lines.everyHz) * lines.everyHz) < stepHz / 2;
    return (
      readsDb + (isLine ? 10 * Math.log10(10 ** (level / 10) + 10 ** (lines.levelDbm / 10)) : level)
    );
  });
}

/** How many steps a range has. */
export const sweepPoints = ({
  lowHz,
  highHz,
  stepHz,
}: Pick<SweepInstrument, "lowHz" | "highHz" | "stepHz">): number =>
  Math.floor((highHz - lowHz) / stepHz + 1e-9) + 1;

/**
 * The instrument held to a part of its range, on its own grid; null where the range lies
 * outside it.
 */
export function narrowedTo(
  instrument: SweepInstrument,
  { lowHz, highHz }: FrequencyRange,
): SweepInstrument | null {
  const { stepHz } = instrument;
  const first = Math.max(0, Math.ceil((lowHz - instrument.lowHz) / stepHz - 1e-9));
  const last = Math.min(
    sweepPoints(instrument) - 1,
    Math.floor((highHz - instrument.lowHz) / stepHz + 1e-9),
  );
  return last - first < 2
    ? null
    : {
        ...instrument,
        lowHz: instrument.lowHz + first * stepHz,
        highHz: instrument.lowHz + last * stepHz,
      };
}

/**
 * What the meters of one half show at a moment: RF on both antennas, fading apart, and the audio
 * behind the squelch.
 */
export function rigMeter(
  site: Site,
  rig: Rig,
  receiver: RigReceiver,
  half: number,
  timeMs: number,
): MeterReading {
  const frequencyHz = numberAt(receiver.halvesHz, half);
  const carriers = packCarriers(site, rig, receiver);
  const branch = (name: string): number => {
    const random = seededRandom(
      hashText(`${site.key}|${receiver.key}|${half}|${name}|${Math.floor(timeMs / 120)}`),
    );
    // a Rayleigh-like flutter of the own packs only; the rest of the air is read as it is
    const faded = carriers.map((c) => ({
      ...c,
      levelDbm: c.levelDbm + 20 * Math.log10(0.55 + 0.65 * random()),
    }));
    const heard = readAir(
      site.air,
      frequencyHz,
      receiver.figures.bandwidthHz,
      timeMs + (name === "B" ? 1 : 0),
      faded,
    );
    // an open socket still hears a little; noise of the receiver itself stays
    return receiver.deaf === name
      ? Math.max(heard - DEAF_LOSS_DB, Math.min(heard, site.air.noiseDbmPer200kHz - 1))
      : heard;
  };
  const rfADbm = branch("A");
  const rfBDbm = branch("B");
  if (receiver.adaptive) return adaptiveMeter(site, rig, receiver, half, timeMs);
  const pack = rig.packs.find(
    (p) => p.isOn && !p.pairedWith && Math.abs(p.frequencyHz - frequencyHz) < 1000,
  );
  const noiseDbm = site.air.noiseDbmPer200kHz;
  const isOpen = Math.max(rfADbm, rfBDbm) > noiseDbm + SQUELCH_OVER_NOISE_DB;
  // who has not the key hears that there is somebody, and nothing of what is said
  const hasAudio =
    isOpen && pack !== undefined && !pack.isMuted && pack.isMicPlugged && isKnown(receiver, pack);
  const speech = seededRandom(
    hashText(`${receiver.key}|${half}|speech|${Math.floor(timeMs / 150)}`),
  )();
  return {
    rfADbm,
    rfBDbm,
    hasAudio,
    audioDbfs: hasAudio ? -30 + 18 * speech : isOpen ? -75 : null,
    partner: receiver.tells && isOpen && pack ? { name: pack.name ?? pack.key } : null,
  };
}

/**
 * Whether a receiver holds the very name, group number and key of a pack; a pack without them is
 * open to all.
 */
const isKnown = ({ knows = [] }: RigReceiver, { key, identity }: RigPack): boolean =>
  !identity ||
  knows.some(
    (k) =>
      k.packKey === key &&
      k.name === identity.name &&
      k.group === identity.group &&
      k.key.toLowerCase() === identity.key.toLowerCase(),
  );

/**
 * Systems that choose for themselves: a paired pack is heard, unless more of them are on than a
 * room bears.
 */
function adaptiveMeter(
  site: Site,
  rig: Rig,
  receiver: RigReceiver,
  half: number,
  timeMs: number,
): MeterReading {
  const mine = rig.packs.find(
    (p) => p.isOn && p.pairedWith?.receiverKey === receiver.key && p.pairedWith.half === half,
  );
  const isCrowded =
    rig.packs.filter((p) => p.isOn && p.pairedWith).length > defined(receiver.adaptive).mostPerRoom;
  const noiseDbm = site.air.noiseDbmPer200kHz;
  const level = (name: string) =>
    (mine ? -58 : noiseDbm) +
    6 * seededRandom(hashText(`${receiver.key}|${half}|${name}|${Math.floor(timeMs / 120)}`))();
  const breaks =
    isCrowded &&
    seededRandom(hashText(`${receiver.key}|${half}|crowd|${Math.floor(timeMs / 400)}`))() < 0.5;
  const hasAudio = mine !== undefined && !mine.isMuted && mine.isMicPlugged && !breaks;
  return {
    rfADbm: level("A"),
    rfBDbm: level("B"),
    hasAudio,
    audioDbfs: hasAudio ? -20 : mine && !breaks ? -75 : null,
    partner: mine && receiver.tells ? { name: mine.name ?? mine.key } : null,
  };
}

/**
 * The rig with other units: those that stay keep how they are set, what a new one brings is its
 * own. Settings that a unit cannot have any more give way.
 */
export function fitOutRig(rig: Rig, units: Pick<Rig, "receivers" | "packs">): Rig {
  return {
    ...rig,
    receivers: units.receivers.map((r) => {
      const known = rig.receivers.find((k) => k.key === r.key);
      return {
        ...r,
        ...(known?.knows ? { knows: known.knows } : {}),
        deaf: known ? (known.deaf ?? null) : (r.deaf ?? null),
        halvesHz: r.halvesHz.map((own, i) =>
          known?.halvesHz[i] !== undefined && canBeSet(r.tuning, numberAt(known.halvesHz, i))
            ? numberAt(known.halvesHz, i)
            : own,
        ),
      };
    }),
    packs: units.packs.map((p) => {
      const known = rig.packs.find((k) => k.key === p.key);
      if (!known) return p;
      if (p.tuning.length === 0)
        return {
          ...p,
          isOn: known.isOn,
          isMuted: known.isMuted,
          isMicPlugged: known.isMicPlugged,
          pairedWith: known.pairedWith ?? null,
          frequencyHz: known.pairedWith ? 0 : UNPAIRED_HZ,
        };
      const { isOn, isMuted, isMicPlugged, name = p.name, cells = p.cells } = known;
      return {
        ...p,
        ...(cells ? { cells } : {}),
        ...(name === undefined ? {} : { name }),
        isOn,
        isMuted,
        isMicPlugged,
        keptHz: known.keptHz ?? null,
        ...(known.identity ? { identity: known.identity } : {}),
        isDoorOpen: known.isDoorOpen ?? false,
        isNear: known.isNear ?? true,
        isCabled: known.isCabled ?? false,
        ...(known.truly ? { truly: known.truly, clips: true } : {}),
        frequencyHz: canBeSet(known.truly ?? p.tuning, known.frequencyHz)
          ? known.frequencyHz
          : p.frequencyHz,
      };
    }),
  };
}

/**
 * Hands on a pack. What was not stored is lost when it is switched on again, or when its cells are
 * pulled; one kind stores by being switched off. With fresh cells it stays off until it is switched
 * on again.
 * @param nowMs - of the rig's own clock; its cells count by it
 */
export function rigHandle(
  pack: RigPack,
  change: {
    isOn?: boolean;
    isMuted?: boolean;
    isMicPlugged?: boolean;
    powerMw?: number;
    isStored?: boolean;
    isDoorOpen?: boolean;
    isNear?: boolean;
    isCabled?: boolean;
    isFresh?: boolean;
    identity?: PairingIdentity;
  },
  nowMs = 0,
): RigPack {
  if (change.isFresh)
    return {
      ...rigHandle(pack, { isOn: false }, nowMs),
      ...(pack.cells ? { cells: { ...pack.cells, usedHours: 0, onSinceMs: null } } : {}),
    };
  const isStopping = change.isOn === false && pack.isOn;
  const held = {
    ...pack,
    ...(change.isDoorOpen === undefined ? {} : { isDoorOpen: change.isDoorOpen }),
    ...(change.isNear === undefined ? {} : { isNear: change.isNear }),
    ...(change.isCabled === undefined ? {} : { isCabled: change.isCabled }),
    ...(change.identity ? { identity: change.identity, name: change.identity.name } : {}),
  };
  const stored =
    change.isStored || (isStopping && pack.storesAtOff) ? { ...held, keptHz: null } : held;
  const isStarting = change.isOn === true && !stored.isOn;
  const started =
    isStarting && (stored.keptHz ?? null) !== null
      ? { ...stored, frequencyHz: defined(stored.keptHz), keptHz: null }
      : stored;
  const cells =
    started.cells && (isStarting || isStopping)
      ? {
          ...started.cells,
          usedHours: usedHoursOf(started.cells, nowMs),
          onSinceMs: isStarting ? nowMs : null,
        }
      : started.cells;
  return {
    ...started,
    ...(cells ? { cells } : {}),
    isOn: change.isOn ?? started.isOn,
    isMuted: change.isMuted ?? started.isMuted,
    isMicPlugged: change.isMicPlugged ?? started.isMicPlugged,
    powerMw: change.powerMw ?? started.powerMw,
  };
}

/** How long a set has run by now; never less than before, whatever the clock does. */
export const usedHoursOf = ({ usedHours, onSinceMs }: RigBatteries, nowMs: number): number =>
  usedHours + (onSinceMs === null ? 0 : Math.max(0, nowMs - onSinceMs) / 3_600_000);

/**
 * Sets a receiver's half to a frequency; halves that share a span are dragged along, without a
 * word. The rig that goes in stays as it is.
 */
export function rigTune(
  rig: Rig,
  key: string,
  half: number,
  frequencyHz: number,
): { ok: true; value: Rig } | { ok: false; error: UnitRefusal } {
  const receiver = rig.receivers.find((r) => r.key === key);
  if (!receiver || half < 0 || half >= receiver.halvesHz.length)
    return { ok: false, error: { code: "no-such-unit", key } };
  const wrong = tuningError(key, receiver.tuning, frequencyHz);
  if (wrong) return { ok: false, error: wrong };
  const { halfSpanHz, tuning } = receiver;
  const dragged = (f: number) =>
    !halfSpanHz || Math.abs(f - frequencyHz) <= halfSpanHz
      ? f
      : nearestSetting(tuning, frequencyHz + Math.sign(f - frequencyHz) * halfSpanHz);
  const receivers = rig.receivers.map((r) =>
    r === receiver
      ? { ...r, halvesHz: r.halvesHz.map((f, i) => (i === half ? frequencyHz : dragged(f))) }
      : r,
  );
  return { ok: true, value: { ...rig, receivers } };
}

/**
 * Copies a half's frequency, and a name where one is given, to a pack held before its infrared
 * window: the pack must be on and able to go there.
 */
export function rigSync(
  rig: Rig,
  key: string,
  half: number,
  packKey: string,
  name?: string,
): { ok: true; value: Rig } | { ok: false; error: UnitRefusal } {
  const receiver = rig.receivers.find((r) => r.key === key);
  const pack = rig.packs.find((p) => p.key === packKey);
  const frequencyHz = receiver?.halvesHz[half];
  if (frequencyHz === undefined) return { ok: false, error: { code: "no-such-unit", key } };
  if (!pack) return { ok: false, error: { code: "no-such-unit", key: packKey } };
  if (!pack.isOn) return { ok: false, error: { code: "pack-is-off", key: packKey } };
  const held = copyError(pack);
  if (held) return { ok: false, error: held };
  const tuning = pack.truly ?? pack.tuning;
  const wrong = tuningError(packKey, tuning, frequencyHz);
  if (wrong && !pack.clips) return { ok: false, error: wrong };
  const setHz = wrong ? nearestSetting(tuning, frequencyHz) : frequencyHz;
  return {
    ok: true,
    value: {
      ...rig,
      packs: rig.packs.map((p) =>
        p === pack
          ? {
              ...p,
              ...(name === undefined ? {} : { name }),
              frequencyHz: setHz,
              keptHz:
                (p.storesByHand || p.storesAtOff) && p.frequencyHz !== setHz
                  ? (p.keptHz ?? p.frequencyHz)
                  : (p.keptHz ?? null),
            }
          : p,
      ),
    },
  };
}

/**
 * What keeps a copy to a pack from beginning, by the quickest way that it has: infrared, near-field
 * touch, cable.
 */
function copyError({
  key,
  methods = ["infrared"],
  isBehindDoor,
  isDoorOpen,
  isNear,
  isCabled,
}: RigPack): UnitRefusal | null {
  const way = (["infrared", "near-field", "cable"] as const).find((m) => methods.includes(m));
  if (!way) return { code: "no-such-way", key };
  if (way !== "near-field" && isBehindDoor && !isDoorOpen) return { code: "door-shut", key };
  if (way === "cable") return isCabled ? null : { code: "no-cable", key };
  return isNear === false ? { code: "not-near", key } : null;
}

/** A number set on the pack itself, by its keys or its switches. */
export function rigDial(
  rig: Rig,
  packKey: string,
  frequencyHz: number,
): { ok: true; value: Rig } | { ok: false; error: UnitRefusal } {
  const pack = rig.packs.find((p) => p.key === packKey);
  if (!pack) return { ok: false, error: { code: "no-such-unit", key: packKey } };
  const tuning = pack.truly ?? pack.tuning;
  const wrong = tuningError(packKey, tuning, frequencyHz);
  if (wrong && !pack.clips) return { ok: false, error: wrong };
  const setHz = wrong ? nearestSetting(tuning, frequencyHz) : frequencyHz;
  const keptHz =
    (pack.storesByHand || pack.storesAtOff) && setHz !== pack.frequencyHz
      ? (pack.keptHz ?? pack.frequencyHz)
      : (pack.keptHz ?? null);
  return {
    ok: true,
    value: {
      ...rig,
      packs: rig.packs.map((p) => (p === pack ? { ...p, frequencyHz: setHz, keptHz } : p)),
    },
  };
}

/**
 * Pairs a pack with a half, both in the base: what it is known by goes to both; one that chooses
 * for itself from then on finds that half.
 */
export function rigPair(
  rig: Rig,
  key: string,
  half: number,
  packKey: string,
  identity: PairingIdentity | null,
): { ok: true; value: Rig } | { ok: false; error: UnitRefusal } {
  const receiver = rig.receivers.find((r) => r.key === key);
  const pack = rig.packs.find((p) => p.key === packKey);
  if (!receiver || receiver.halvesHz[half] === undefined)
    return { ok: false, error: { code: "no-such-unit", key } };
  if (!pack) return { ok: false, error: { code: "no-such-unit", key: packKey } };
  if (pack.isNear === false) return { ok: false, error: { code: "not-near", key: packKey } };
  if (receiver.adaptive && !pack.isOn)
    return { ok: false, error: { code: "pack-is-off", key: packKey } };
  const isSame = (p: RigPack) => p.pairedWith?.receiverKey === key && p.pairedWith.half === half;
  const knows = identity
    ? [...(receiver.knows ?? []).filter((k) => k.packKey !== packKey), { packKey, ...identity }]
    : (receiver.knows ?? []);
  return {
    ok: true,
    value: {
      ...rig,
      receivers: rig.receivers.map((r) => (r === receiver ? { ...r, knows } : r)),
      // a half serves one pack: who was there before is not paired any more
      packs: rig.packs.map((p) =>
        p === pack
          ? {
              ...p,
              ...(identity ? { identity, name: identity.name } : {}),
              ...(receiver.adaptive
                ? { pairedWith: { receiverKey: key, half }, frequencyHz: 0 }
                : {}),
            }
          : receiver.adaptive && isSame(p)
            ? { ...p, pairedWith: null, frequencyHz: UNPAIRED_HZ }
            : p,
      ),
    },
  };
}

/** Records that were carried to a receiver as a file: it knows those packs from then on. */
export const rigLearn = (
  rig: Rig,
  key: string,
  records: readonly (PairingIdentity & { packKey: string })[],
): Rig => ({
  ...rig,
  receivers: rig.receivers.map((r) =>
    r.key === key
      ? {
          ...r,
          knows: [
            ...(r.knows ?? []).filter((k) => !records.some((n) => n.packKey === k.packKey)),
            ...records,
          ],
        }
      : r,
  ),
});

/** Hides faults for practice in a rig: what lay hidden before is mended first.
 * @param otherBlock - what a pack of the wrong block really tunes */
export function rigHide(
  rig: Rig,
  faults: readonly HiddenFault[],
  startedMs: number,
  otherBlock: TuningRange,
): Rig {
  const hidden = (kind: HiddenFault["kind"], key: string) =>
    faults.some(
      (f) =>
        f.kind === kind &&
        ("packKey" in f ? f.packKey : "receiverKey" in f ? f.receiverKey : "") === key,
    );
  const mended = rigMend(rig);
  return {
    ...mended,
    drill: { startedMs, faults: [...faults] },
    strangers: faults.flatMap((f) =>
      f.kind === "neighbour" ? [{ frequencyHz: f.frequencyHz, levelDbm: STRANGER_DBM }] : [],
    ),
    receivers: mended.receivers.map((r) => ({
      ...r,
      deaf:
        faults.flatMap((f) =>
          f.kind === "antenna" && f.receiverKey === r.key ? [f.antenna] : [],
        )[0] ?? null,
    })),
    packs: mended.packs.map((p) => {
      if (hidden("wrong-block", p.key))
        return {
          ...p,
          truly: [otherBlock],
          clips: true,
          frequencyHz: nearestSetting([otherBlock], p.frequencyHz),
        };
      if (hidden("not-stored", p.key))
        return {
          ...p,
          storesByHand: true,
          keptHz: nearestSetting(
            p.tuning,
            p.frequencyHz + 3_000_000 > itemAt(p.tuning, 0).highHz
              ? p.frequencyHz - 3_000_000
              : p.frequencyHz + 3_000_000,
          ),
        };
      return hidden("muted", p.key) ? { ...p, isMuted: true } : p;
    }),
  };
}

/** Takes every hidden fault away. */
export function rigMend(rig: Rig): Rig {
  return {
    ...rig,
    drill: null,
    strangers: [],
    receivers: rig.receivers.map((r) => ({ ...r, deaf: null })),
    packs: rig.packs.map(({ truly, clips, ...p }) => ({
      ...p,
      ...(truly
        ? { frequencyHz: nearestSetting(p.tuning, p.frequencyHz) }
        : clips === undefined
          ? {}
          : { clips }),
      isMuted: false,
      keptHz: null,
    })),
  };
}

function tuningError(
  key: string,
  tuning: readonly TuningRange[],
  frequencyHz: number,
): UnitRefusal | null {
  if (canBeSet(tuning, frequencyHz)) return null;
  const inside = tuning.find((t) => frequencyHz >= t.lowHz && frequencyHz <= t.highHz);
  return inside
    ? { code: "off-grid", key, frequencyHz, stepHz: inside.stepHz }
    : { code: "outside-tuning", key, frequencyHz, ...defined(tuningSpan(tuning)) };
}
