import type { DeviceError } from "../../core/simulator/rig";
import type { Position, PredictedStation } from "../../core/regulations/register";
import { fail, ok, type Result } from "../../core/units/result";

/** What a register of television must answer. */
export interface RegisterPort {
  stationsAt: (
    at: Position,
    setting: "indoors" | "outdoors",
  ) => Promise<Result<PredictedStation[], DeviceError>>;
}

/** Asks a register over HTTP. */
export const httpRegister = (baseUrl: string): RegisterPort => ({
  async stationsAt(at, setting) {
    try {
      const query = new URLSearchParams({
        latitude: String(at.latitudeDeg),
        longitude: String(at.longitudeDeg),
        setting,
      });
      const response = await fetch(`${baseUrl}/stations?${query.toString()}`, {
        signal: AbortSignal.timeout(5000),
      });
      if (!response.ok)
        return fail({ code: "device-unreachable", detail: `it answered ${response.status}` });
      return ok(((await response.json()) as { stations: PredictedStation[] }).stations);
    } catch (error) {
      return fail({ code: "device-unreachable", detail: (error as Error).message });
    }
  },
});
