import type { TuningRange } from "../../core/coordination/request";
import type { LiveFrame } from "../../core/simulator/liveRig";
import type {
  DeviceError,
  HiddenFault,
  MeterReading,
  Rig,
  RigHappening,
} from "../../core/simulator/rig";
import type { SimulatedWalk, WalkAsked } from "../../core/simulator/walkAir";
import type { UnitReports } from "../../core/day/facts";
import type { FrequencyRange } from "../../core/regulations/region";
import type { PairingIdentity } from "../../core/kit/pairing";
import type { Result } from "../../core/units/result";

/** A piece of a sweep as it comes in. */
export interface SweepChunk {
  pass: number;
  fromIndex: number;
  levelsDbm: number[];
}

export interface SweepHead {
  lowHz: number;
  stepHz: number;
  points: number;
  passes: number;
}

/** What of an instrument's range to sweep, and how often. */
export interface SweepAsked {
  passes: number;
  /** Null: everything it reaches. */
  stretch: FrequencyRange | null;
}

/** An instrument beside the receivers that sweeps and does nothing else. */
export interface ScannerReport extends FrequencyRange {
  key: string;
  label: string;
  stepHz: number;
}

export interface PackPractice {
  isOn?: boolean | undefined;
  isMuted?: boolean | undefined;
  isMicPlugged?: boolean | undefined;
  powerMw?: number | undefined;
  /** Presses the key that stores its number. */
  isStored?: boolean | undefined;
  isDoorOpen?: boolean | undefined;
  /** Held to the receiver, or taken away from it. */
  isNear?: boolean | undefined;
  isCabled?: boolean | undefined;
  /** A full set goes in: it is off after. */
  isFresh?: boolean | undefined;
  /** What it is known by, where its menu was used. */
  identity?: PairingIdentity | undefined;
}

export interface PackReport {
  isOn: boolean;
  frequencyHz: number;
  isMuted: boolean;
  isMicPlugged: boolean;
  /** Whether it would come back with its number. */
  isStored: boolean;
  isDoorOpen: boolean;
  isNear: boolean;
  isCabled: boolean;
}

/**
 * What anything must do that lets the application drive receivers and packs. Every adapter passes
 * the same contract test.
 */
export interface RigPort {
  /** What the units say of themselves now. */
  report: () => Promise<
    Result<
      UnitReports & {
        packs: Record<string, PackReport>;
        scanners: ScannerReport[];
        drill?: Rig["drill"];
      },
      DeviceError
    >
  >;
  tune: (
    receiverKey: string,
    half: number,
    frequencyHz: number,
  ) => Promise<Result<null, DeviceError>>;
  /** Copies a half's frequency to a pack that is held before it, and the name it is to go by. */
  sync: (
    receiverKey: string,
    half: number,
    packKey: string,
    name?: string,
  ) => Promise<Result<null, DeviceError>>;
  meter: (receiverKey: string, half: number) => Promise<Result<MeterReading, DeviceError>>;
  /**
   * Sweeps with a receiver or a scanner; pieces come as they are measured, each once and in order,
   * also when the connection drops between. Stops when the signal says so, and then answers
   * "stopped".
   */
  sweep: (
    key: string,
    asked: SweepAsked,
    onHead: (head: SweepHead) => void,
    onChunk: (chunk: SweepChunk) => void,
    signal: AbortSignal,
  ) => Promise<Result<null, DeviceError>>;
  /**
   * What every half shows, ten times a second, until the signal says stop or the line breaks.
   * Nothing is caught up after a break: a moment that was missed is not known.
   */
  follow: (
    onFrame: (frame: LiveFrame) => void,
    signal: AbortSignal,
  ) => Promise<Result<null, DeviceError>>;
  /** Hands on practice units. Real units have hands of their own: null there. */
  practice: {
    setPack: (packKey: string, change: PackPractice) => Promise<Result<null, DeviceError>>;
    /** Hides faults to be found, or with none takes all away. */
    hide: (
      faults: readonly HiddenFault[],
      otherBlock: TuningRange,
    ) => Promise<Result<null, DeviceError>>;
    /** Sets a number on the pack itself, by its keys or its switches. */
    dial: (packKey: string, frequencyHz: number) => Promise<Result<null, DeviceError>>;
    /**
     * Pairs a pack with a half, both in the base. @param identity - what it is to be known by; null
     * for one that chooses for itself
     */
    pair: (
      receiverKey: string,
      half: number,
      packKey: string,
      identity: PairingIdentity | null,
    ) => Promise<Result<null, DeviceError>>;
    /** Carries records of packs to a receiver, as a file. */
    learn: (
      receiverKey: string,
      records: readonly (PairingIdentity & { packKey: string })[],
    ) => Promise<Result<null, DeviceError>>;
    /**
     * Somebody carries a pack along a walk, at once: levels of both antennas as the receiver reads
     * them. The air is the place's own, whatever was drawn of it.
     */
    walk: (asked: WalkAsked) => Promise<Result<SimulatedWalk, DeviceError>>;
    /** Screws the missing antenna of a receiver on. */
    screwAntennaOn: (receiverKey: string) => Promise<Result<null, DeviceError>>;
    /**
     * What stands in the way of a pack is taken away: it is turned over, gets a sleeve, its wearer
     * is asked to stand elsewhere.
     */
    free: (packKey: string) => Promise<Result<null, DeviceError>>;
    /** The clock of the practice day. */
    setClock: (dayMs: number) => Promise<Result<null, DeviceError>>;
    /** What is to happen over the day, and what of it has. */
    script: () => Promise<Result<RigHappening[], DeviceError>>;
    setScript: (script: readonly RigHappening[]) => Promise<Result<null, DeviceError>>;
    /** The whole rig carried to another place. */
    carryTo: (siteKey: string) => Promise<Result<null, DeviceError>>;
    /** Another case unpacked: units that were there before keep their settings. */
    fitOut: (units: Pick<Rig, "receivers" | "packs">) => Promise<Result<null, DeviceError>>;
  } | null;
}
