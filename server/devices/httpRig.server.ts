import { createParser } from "eventsource-parser";
import type { LiveFrame } from "../../core/air/liveRig";
import type { DeviceError, MeterReading, Rig, RigHappening } from "../../core/air/rig";
import type { SimulatedWalk } from "../../core/air/walkAir";
import { fail, ok, type Result } from "../../core/units/result";
import type { PackReport, RigPort, ScannerReport, SweepChunk, SweepHead } from "./port.server";

const RETRIES = 5;
const RETRY_MS = 250;

/** Drives receivers and packs over their HTTP interface; a sweep comes as server-sent events. */
export function httpRig(baseUrl: string): RigPort {
  async function call<T>(method: string, path: string, body?: unknown): Promise<Result<T, DeviceError>> {
    try {
      const response = await fetch(`${baseUrl}${path}`, {
        method, signal: AbortSignal.timeout(5000),
        ...(body === undefined ? {} : { body: JSON.stringify(body), headers: { "content-type": "application/json" } }),
      });
      const answer = (await response.json()) as T & { error?: DeviceError };
      return response.ok ? ok(answer) : fail(answer.error ?? { code: "device-unreachable", detail: `${response.status}` });
    } catch (error) {
      return fail({ code: "device-unreachable", detail: (error as Error).message });
    }
  }
  const done = (result: Result<unknown, DeviceError>): Result<null, DeviceError> => (result.ok ? ok(null) : result);
  const half = (receiverKey: string, index: number) => `/receivers/${encodeURIComponent(receiverKey)}/halves/${index}`;

  return {
    report: () => call<{ receivers: Record<string, { halvesHz: number[]; deaf?: "A" | "B" | null }>; packs: Record<string, PackReport>; scanners: ScannerReport[]; drill?: Rig["drill"] }>("GET", "/report"),
    tune: async (key, index, frequencyHz) => done(await call("PUT", half(key, index), { frequencyHz })),
    sync: async (key, index, packKey, name) => done(await call("POST", `${half(key, index)}/copy`, { packKey, name })),
    meter: (key, index) => call<MeterReading>("GET", `${half(key, index)}/meter`),
    practice: {
      setPack: async (packKey, change) => done(await call("PATCH", `/packs/${encodeURIComponent(packKey)}`, change)),
      screwAntennaOn: async (receiverKey) => done(await call("PUT", `/receivers/${encodeURIComponent(receiverKey)}/antennas`, {})),
      walk: (asked) => call<SimulatedWalk>("POST", `/packs/${encodeURIComponent(asked.packKey)}/walk`, asked),
      dial: async (packKey, frequencyHz) => done(await call("PUT", `/packs/${encodeURIComponent(packKey)}/number`, { frequencyHz })),
      pair: async (key, index, packKey, identity) => done(await call("POST", `${half(key, index)}/pair`, { packKey, identity })),
      learn: async (key, records) => done(await call("POST", `/receivers/${encodeURIComponent(key)}/records`, { records })),
      hide: async (faults, otherBlock) => done(await call("PUT", "/faults", { faults, otherBlock })),
      free: async (packKey) => done(await call("POST", `/packs/${encodeURIComponent(packKey)}/free`, {})),
      setClock: async (dayMs) => done(await call("PUT", "/clock", { dayMs })),
      script: async () => {
        const got = await call<{ script: RigHappening[] }>("GET", "/script");
        return got.ok ? ok(got.value.script) : got;
      },
      setScript: async (script) => done(await call("PUT", "/script", { script })),
      fitOut: async (units) => done(await call("PUT", "/units", units)),
      carryTo: async (siteKey) => done(await call("PUT", "/site", { siteKey })),
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
        for await (const piece of response.body as unknown as AsyncIterable<Uint8Array>) parser.feed(decoder.decode(piece, { stream: true }));
        return fail({ code: "device-unreachable", detail: "the readings broke off" });
      } catch (error) {
        return signal.aborted ? fail({ code: "stopped" }) : fail({ code: "device-unreachable", detail: (error as Error).message });
      }
    },
    async sweep(key, { passes, stretch }, onHead, onChunk, signal) {
      const begun = await call<SweepHead & { id: string }>("POST", `/instruments/${encodeURIComponent(key)}/sweeps`, { passes, ...stretch });
      if (!begun.ok) return begun;
      onHead(begun.value);
      let end: "done" | "stopped" | null = null;
      let lastId = "";
      let tries = 0;
      let detail = "the sweep broke off";
      // the instrument goes on measuring while nobody listens: after a break it is asked for what came since
      while (end === null && tries <= RETRIES) {
        const parser = createParser({
          onEvent: ({ event, data, id }) => {
            tries = 0;
            lastId = id ?? lastId;
            if (event === "levels") onChunk(JSON.parse(data) as SweepChunk);
            else if (event === "done" || event === "stopped") end = event;
          },
        });
        try {
          const response = await fetch(`${baseUrl}/sweeps/${begun.value.id}/events`, { signal, headers: { "last-event-id": lastId } });
          if (!response.ok) break; // the instrument knows nothing of it any more
          const decoder = new TextDecoder();
          for await (const piece of response.body as unknown as AsyncIterable<Uint8Array>) parser.feed(decoder.decode(piece, { stream: true }));
        } catch (error) {
          if (signal.aborted) {
            await call("DELETE", `/sweeps/${begun.value.id}`);
            return fail({ code: "stopped" });
          }
          detail = (error as Error).message;
        }
        if (end === null) await new Promise((resolve) => setTimeout(resolve, RETRY_MS * (tries += 1)));
      }
      if (end === "done") return ok(null);
      return fail(end === "stopped" ? { code: "stopped" } : { code: "device-unreachable", detail });
    },
  };
}

/** A line that was cut in its middle tells nothing. */
function frameOf(data: string): LiveFrame | null {
  try {
    return JSON.parse(data) as LiveFrame;
  } catch {
    return null;
  }
}
