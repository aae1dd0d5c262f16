import type { DeviceError } from "~/core/devices/deviceError";
import type { Position, PredictedStation } from "~/core/regulations/register";
import { ok, type Result } from "~/core/units/result";
import { predictedStations } from "./answers.server";
import { deviceHttp } from "./deviceHttp.server";

/** What a register of television must answer. */
export interface RegisterPort {
  stationsAt: (
    at: Position,
    setting: "indoors" | "outdoors",
  ) => Promise<Result<PredictedStation[], DeviceError>>;
}

/** Asks a register over HTTP. */
export function httpRegister(baseUrl: string): RegisterPort {
  const { ask } = deviceHttp(baseUrl);
  return {
    async stationsAt(at, setting) {
      const query = new URLSearchParams({
        latitude: String(at.latitudeDeg),
        longitude: String(at.longitudeDeg),
        setting,
      });
      const got = await ask(predictedStations, "GET", `/stations?${query.toString()}`);
      return got.ok ? ok(got.value.stations) : got;
    },
  };
}
