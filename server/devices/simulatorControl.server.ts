import type { TuningRange } from "~/core/devices/tuning";
import type { DeviceError } from "~/core/devices/deviceError";
import type { PairingIdentity } from "~/core/kit/pairing";
import type { HiddenFault, Rig, ScriptedEvent } from "~/core/simulator/rig";
import type { SimulatedWalk, WalkAsked } from "~/core/simulator/walkAir";
import type { Result } from "~/core/units/result";

/** What hands do to a practice pack. */
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

/**
 * What only the simulator can do: hands on practice units, its clock, its script. Real units have
 * hands of their own.
 */
export interface SimulatorControl {
  setPack: (packKey: string, change: PackPractice) => Promise<Result<null, DeviceError>>;
  /** Hides faults to be found, or with none takes all away. */
  hide: (
    faults: readonly HiddenFault[],
    otherBlock: TuningRange,
  ) => Promise<Result<null, DeviceError>>;
  /** The faults that are hidden now, and since when; null: none. */
  hidden: () => Promise<Result<NonNullable<Rig["drill"]> | null, DeviceError>>;
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
  script: () => Promise<Result<ScriptedEvent[], DeviceError>>;
  setScript: (script: readonly ScriptedEvent[]) => Promise<Result<null, DeviceError>>;
  /** The whole rig carried to another place. */
  carryTo: (siteKey: string) => Promise<Result<null, DeviceError>>;
  /** Another case unpacked: units that were there before keep their settings. */
  fitOut: (units: Pick<Rig, "receivers" | "packs">) => Promise<Result<null, DeviceError>>;
}
