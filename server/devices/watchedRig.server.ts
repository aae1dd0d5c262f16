import type { Result } from "../../core/units/result";
import type { RigPort } from "./port.server";

/** The same rig; whatever changed on a unit is told. */
export function watchedRig(rig: RigPort, onChange: () => void): RigPort {
  const told = <A extends unknown[], T, E extends { code: string }>(call: (...args: A) => Promise<Result<T, E>>) => async (...args: A): Promise<Result<T, E>> => {
    const done = await call(...args);
    if (done.ok) onChange();
    return done;
  };
  const { practice } = rig;
  return {
    ...rig, tune: told(rig.tune), sync: told(rig.sync),
    practice: practice && { ...practice, setPack: told(practice.setPack), screwAntennaOn: told(practice.screwAntennaOn), carryTo: told(practice.carryTo), fitOut: told(practice.fitOut), hide: told(practice.hide), dial: told(practice.dial), pair: told(practice.pair), learn: told(practice.learn), free: told(practice.free) },
  };
}
