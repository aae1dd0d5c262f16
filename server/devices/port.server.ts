import type { LiveFrame, MeterReading } from "~/core/devices/readings";
import type { DeviceError } from "~/core/devices/deviceError";
import type { PackReport, UnitReports } from "~/core/devices/reports";
import type { Result } from "~/core/units/result";
import type { ScannerReport, SweepAsked, SweepChunk, SweepHead } from "~/core/devices/sweeping";

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
}
