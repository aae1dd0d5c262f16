import { createParser } from "eventsource-parser";
import type { z } from "zod";
import type { LiveFrame } from "../../core/simulator/liveRig";
import type { DeviceError, MeterReading, Rig, RigHappening } from "../../core/simulator/rig";
import type { SimulatedWalk } from "../../core/simulator/walkAir";
import { fail, ok, type Result } from "../../core/units/result";
import {
  anything,
  liveFrame,
  meterReading,
  refusal,
  sweepChunk,
  sweepHead,
  unitReport,
} from "./answers.server";
import type { PackReport, RigPort, ScannerReport, SweepChunk, SweepHead } from "./port.server";

const RETRIES = 5;
const RETRY_MS = 250;

/** Drives receivers and packs over their HTTP interface; a sweep comes as server-sent events. */
export function httpRig(baseUrl: string): RigPort {
  async function call<T>(
    shape: z.ZodType<unknown>,
    method: string,
    path: string,
    body?: unknown,
  ): Promise<Result<T, DeviceError>> {
    try {
      const response = await fetch(`${baseUrl}${path}`, {
        method,
        signal: AbortSignal.timeout(5000),
        ...(body === undefined
          ? {}
          : { body: JSON.stringify(body), headers: { "content-type": "application/json" } }),
      });
      const answer: unknown = await response.json();
      if (!response.ok) {
        const refused = refusal.safeParse(answer);
        return fail(
          refused.success
            ? (refused.data.error as unknown as DeviceError)
            : { code: "device-unreachable", detail: `${response.status}` },
        );
      }
      const read = shape.safeParse(answer);
      return read.success
        ? ok(read.data as T)
        : fail({ code: "device-nonsense", detail: read.error.issues[0]?.path.join(".") ?? "" });
    } catch (error) {
      return fail({ code: "device-unreachable", detail: (error as Error).message });
    }
  }
  const done = (result: Result<unknown, DeviceError>): Result<null, DeviceError> =>
    result.ok ? ok(null) : result;
  const half = (receiverKey: string, index: number) =>
    `/receivers/${encodeURIComponent(receiverKey)}/halves/${index}`;

  return {
    report: () =>
      call<{
        receivers: Record<string, { halvesHz: number[]; deaf?: "A" | "B" | null }>;
        packs: Record<string, PackReport>;
        scanners: ScannerReport[];
        drill?: Rig["drill"];
      }>(unitReport, "GET", "/report"),
    tune: async (key, index, frequencyHz) =>
      done(await call(anything, "PUT", half(key, index), { frequencyHz })),
    sync: async (key, index, packKey, name) =>
      done(await call(anything, "POST", `${half(key, index)}/copy`, { packKey, name })),
    meter: (key, index) => call<MeterReading>(meterReading, "GET", `${half(key, index)}/meter`),
    practice: {
      setPack: async (packKey, change) =>
        done(await call(anything, "PATCH", `/packs/${encodeURIComponent(packKey)}`, change)),
      screwAntennaOn: async (receiverKey) =>
        done(
          await call(anything, "PUT", `/receivers/${encodeURIComponent(receiverKey)}/antennas`, {}),
        ),
      walk: (asked) =>
        call<SimulatedWalk>(
          anything,
          "POST",
          `/packs/${encodeURIComponent(asked.packKey)}/walk`,
          asked,
        ),
      dial: async (packKey, frequencyHz) =>
        done(
          await call(anything, "PUT", `/packs/${encodeURIComponent(packKey)}/number`, {
            frequencyHz,
          }),
        ),
      pair: async (key, index, packKey, identity) =>
        done(await call(anything, "POST", `${half(key, index)}/pair`, { packKey, identity })),
      learn: async (key, records) =>
        done(
          await call(anything, "POST", `/receivers/${encodeURIComponent(key)}/records`, {
            records,
          }),
        ),
      hide: async (faults, otherBlock) =>
        done(await call(anything, "PUT", "/faults", { faults, otherBlock })),
      free: async (packKey) =>
        done(await call(anything, "POST", `/packs/${encodeURIComponent(packKey)}/free`, {})),
      setClock: async (dayMs) => done(await call(anything, "PUT", "/clock", { dayMs })),
      script: async () => {
        const got = await call<{ script: RigHappening[] }>(anything, "GET", "/script");
        return got.ok ? ok(got.value.script) : got;
      },
      setScript: async (script) => done(await call(anything, "PUT", "/script", { script })),
      fitOut: async (units) => done(await call(anything, "PUT", "/units", units)),
      carryTo: async (siteKey) => done(await call(anything, "PUT", "/site", { siteKey })),
    },
    async follow(onFrame, signal) {
      const parser = createParser({
        onEvent: ({ data }) => {
          const frame = frameOf(data);
          if (frame) onFrame(frame);
        },
      });
      try {
        const response = await fetch(`${baseUrl}/frames`, { signal });
        if (!response.ok) return fail({ code: "device-unreachable", detail: `${response.status}` });
        const decoder = new TextDecoder();
        for await (const piece of response.body as unknown as AsyncIterable<Uint8Array>)
          parser.feed(decoder.decode(piece, { stream: true }));
        return fail({ code: "device-unreachable", detail: "the readings broke off" });
      } catch (error) {
        return signal.aborted
          ? fail({ code: "stopped" })
          : fail({ code: "device-unreachable", detail: (error as Error).message });
      }
    },
    async sweep(key, { passes, stretch }, onHead, onChunk, signal) {
      const begun = await call<SweepHead & { id: string }>(
        sweepHead,
        "POST",
        `/instruments/${encodeURIComponent(key)}/sweeps`,
        { passes, ...stretch },
      );
      if (!begun.ok) return begun;
      onHead(begun.value);
      let end: "done" | "stopped" | null = null;
      let lastId = "";
      let tries = 0;
      let detail = "the sweep broke off";
      // the instrument goes on measuring while nobody listens: after a break it is asked for what
      // came since
      while (end === null && tries <= RETRIES) {
        const parser = createParser({
          onEvent: ({ event, data, id }) => {
            tries = 0;
            lastId = id ?? lastId;
            if (event === "levels") {
              const chunk = chunkOf(data);
              if (chunk) onChunk(chunk);
            } else if (event === "done" || event === "stopped") end = event;
          },
        });
        try {
          const response = await fetch(`${baseUrl}/sweeps/${begun.value.id}/events`, {
            signal,
            headers: { "last-event-id": lastId },
          });
          if (!response.ok) break; // the instrument knows nothing of it any more
          const decoder = new TextDecoder();
          for await (const piece of response.body as unknown as AsyncIterable<Uint8Array>)
            parser.feed(decoder.decode(piece, { stream: true }));
        } catch (error) {
          if (signal.aborted) {
            await call(anything, "DELETE", `/sweeps/${begun.value.id}`);
            return fail({ code: "stopped" });
          }
          detail = (error as Error).message;
        }
        if (end === null)
          await new Promise((resolve) => setTimeout(resolve, RETRY_MS * (tries += 1)));
      }
      if (end === "done") return ok(null);
      return fail(end === "stopped" ? { code: "stopped" } : { code: "device-unreachable", detail });
    },
  };
}

/** A line that was cut in its middle, or is none, tells nothing. */
function read<T>(shape: z.ZodType<unknown>, data: string): T | null {
  try {
    const parsed = shape.safeParse(JSON.parse(data));
    return parsed.success ? (parsed.data as T) : null;
  } catch {
    return null;
  }
}
const frameOf = (data: string): LiveFrame | null => read<LiveFrame>(liveFrame, data);
const chunkOf = (data: string): SweepChunk | null => read<SweepChunk>(sweepChunk, data);
