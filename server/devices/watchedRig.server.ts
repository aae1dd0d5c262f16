import type { Result } from "../../core/units/result";
import { briefly } from "./briefly";
import type { RigPort } from "./port.server";

/** So long one word of the units serves everybody who asks. */
const SHARED_MS = 250;

/**
 * The same rig for many pages: what units say of themselves is asked once for all who ask in a
 * moment, and whatever is changed on one is told.
 * @param nowMs - a clock that only goes forward
 */
export function watchedRig(
  rig: RigPort,
  onChange: () => void,
  nowMs: () => number = () => performance.now(),
): RigPort {
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
  const { practice } = rig;
  return {
    ...rig,
    report: report.ask,
    meter: meter.ask,
    tune: told(rig.tune),
    sync: told(rig.sync),
    practice: practice && {
      ...practice,
      setPack: told(practice.setPack),
      screwAntennaOn: told(practice.screwAntennaOn),
      carryTo: told(practice.carryTo),
      fitOut: told(practice.fitOut),
      hide: told(practice.hide),
      dial: told(practice.dial),
      pair: told(practice.pair),
      learn: told(practice.learn),
      free: told(practice.free),
      setClock: anew(practice.setClock),
      setScript: anew(practice.setScript),
    },
  };
}
