import type { Result } from "~/core/units/result";
import { briefly } from "./briefly";
import type { RigPort } from "./port.server";
import type { SimulatorControl } from "./simulatorControl.server";

/** So long one word of the units serves everybody who asks. */
const SHARED_MS = 250;

/** What can be driven, and where it is practice, the hands on it. */
export interface Driven {
  rig: RigPort;
  simulator: SimulatorControl;
}

/**
 * The same rig for many pages: what units say of themselves is asked once for all who ask in a
 * moment, and whatever is changed on one is told.
 * @param nowMs - a clock that only goes forward
 */
export function watchedRig(
  { rig, simulator }: Driven,
  onChange: () => void,
  nowMs: () => number = () => performance.now(),
): Driven {
  const report = briefly(SHARED_MS, nowMs, rig.report);
  const meter = briefly(SHARED_MS, nowMs, rig.meter);
  const forget = () => {
    report.forget();
    meter.forget();
  };
  /** What was read before it is not what stands after it. */
  const anew =
    <A extends unknown[], T>(call: (...args: A) => Promise<T>) =>
    async (...args: A): Promise<T> => {
      try {
        return await call(...args);
      } finally {
        forget();
      }
    };
  const told = <A extends unknown[], T, E extends { code: string }>(
    call: (...args: A) => Promise<Result<T, E>>,
  ) =>
    anew(async (...args: A): Promise<Result<T, E>> => {
      const done = await call(...args);
      forget();
      if (done.ok) onChange();
      return done;
    });
  return {
    rig: {
      ...rig,
      report: report.ask,
      meter: meter.ask,
      tune: told(rig.tune),
      sync: told(rig.sync),
    },
    simulator: {
      ...simulator,
      setPack: told(simulator.setPack),
      screwAntennaOn: told(simulator.screwAntennaOn),
      carryTo: told(simulator.carryTo),
      fitOut: told(simulator.fitOut),
      hide: told(simulator.hide),
      dial: told(simulator.dial),
      pair: told(simulator.pair),
      learn: told(simulator.learn),
      free: told(simulator.free),
      setClock: anew(simulator.setClock),
      setScript: anew(simulator.setScript),
    },
  };
}
