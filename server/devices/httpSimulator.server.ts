import { ok } from "~/core/units/result";
import { hiddenFaults, script, simulatedWalk } from "./answers.server";
import { deviceHttp } from "./deviceHttp.server";
import type { SimulatorControl } from "./simulatorControl.server";

/** Hands on the practice units, over the simulator's own HTTP interface. */
export function httpSimulator(baseUrl: string): SimulatorControl {
  const { ask, tell } = deviceHttp(baseUrl);
  const pack = (key: string, what = "") => `/packs/${encodeURIComponent(key)}${what}`;
  const receiver = (key: string, what: string) => `/receivers/${encodeURIComponent(key)}${what}`;
  return {
    setPack: (packKey, change) => tell("PATCH", pack(packKey), change),
    dial: (packKey, frequencyHz) => tell("PUT", pack(packKey, "/number"), { frequencyHz }),
    free: (packKey) => tell("POST", pack(packKey, "/free"), {}),
    walk: (asked) => ask(simulatedWalk, "POST", pack(asked.packKey, "/walk"), asked),
    screwAntennaOn: (receiverKey) => tell("PUT", receiver(receiverKey, "/antennas"), {}),
    pair: (receiverKey, half, packKey, identity) =>
      tell("POST", receiver(receiverKey, `/halves/${half}/pair`), { packKey, identity }),
    learn: (receiverKey, records) =>
      tell("POST", receiver(receiverKey, "/records"), { records: [...records] }),
    hide: (faults, otherBlock) => tell("PUT", "/faults", { faults, otherBlock }),
    hidden: async () => {
      const got = await ask(hiddenFaults, "GET", "/faults");
      return got.ok ? ok(got.value.drill) : got;
    },
    setClock: (dayMs) => tell("PUT", "/clock", { dayMs }),
    script: async () => {
      const got = await ask(script, "GET", "/script");
      return got.ok ? ok(got.value.script) : got;
    },
    setScript: (events) => tell("PUT", "/script", { script: events }),
    carryTo: (siteKey) => tell("PUT", "/site", { siteKey }),
    fitOut: (units) => tell("PUT", "/units", units),
  };
}
