import { z } from "zod";
import type { DeviceError, UnitRefusal } from "~/core/devices/deviceError";
import { fail, ok, type Result } from "~/core/units/result";

const TIMEOUT_MS = 5000;

const key = z.string();
const unitRefusal: z.ZodType<UnitRefusal> = z.discriminatedUnion("code", [
  z.object({
    code: z.literal("outside-tuning"),
    key,
    // what is not a number goes as null in JSON
    frequencyHz: z
      .number()
      .nullable()
      .transform((hz) => hz ?? NaN),
    lowHz: z.number(),
    highHz: z.number(),
  }),
  z.object({
    code: z.literal("off-grid"),
    key,
    frequencyHz: z
      .number()
      .nullable()
      .transform((hz) => hz ?? NaN),
    stepHz: z.number(),
  }),
  z.object({
    code: z.enum([
      "no-such-unit",
      "pack-is-off",
      "door-shut",
      "not-near",
      "no-cable",
      "no-such-way",
    ]),
    key,
  }),
]);
const refusal = z.looseObject({ error: unitRefusal });

/** Settings that were made: what else such an answer says is not read. */
const anything = z.unknown();

/** Asks one device over HTTP; every answer is parsed before anybody sees it. */
export interface DeviceHttp {
  /** Asks for something, and reads the answer by its shape. */
  ask: <T>(
    shape: z.ZodType<T>,
    method: string,
    path: string,
    body?: unknown,
  ) => Promise<Result<T, DeviceError>>;
  /** Tells it to do something; only whether it did is read. */
  tell: (method: string, path: string, body?: unknown) => Promise<Result<null, DeviceError>>;
}

/**
 * A device's HTTP interface.
 * @returns refusals of the device with their own code; "device-nonsense" for an answer of another
 *   shape, "device-unreachable" for none within five seconds
 */
export function deviceHttp(baseUrl: string): DeviceHttp {
  const ask: DeviceHttp["ask"] = async (shape, method, path, body) => {
    try {
      const response = await fetch(`${baseUrl}${path}`, {
        method,
        signal: AbortSignal.timeout(TIMEOUT_MS),
        ...(body === undefined
          ? {}
          : { body: JSON.stringify(body), headers: { "content-type": "application/json" } }),
      });
      const answer: unknown = await response.json();
      if (!response.ok) {
        const refused = refusal.safeParse(answer);
        return fail(
          refused.success
            ? refused.data.error
            : { code: "device-unreachable", detail: `it answered ${response.status}` },
        );
      }
      const read = shape.safeParse(answer);
      return read.success
        ? ok(read.data)
        : fail({ code: "device-nonsense", detail: read.error.issues[0]?.path.join(".") ?? "" });
    } catch (error) {
      return fail({ code: "device-unreachable", detail: (error as Error).message });
    }
  };
  return {
    ask,
    tell: async (method, path, body) => {
      const told = await ask(anything, method, path, body);
      return told.ok ? ok(null) : told;
    },
  };
}
