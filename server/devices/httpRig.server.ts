import { createParser } from "eventsource-parser";
import type { z } from "zod";
import { fail, ok } from "~/core/units/result";
import { liveFrame, meterReading, sweepChunk, sweepHead, unitReport } from "./answers.server";
import { deviceHttp } from "./deviceHttp.server";
import type { RigPort } from "./port.server";

const RETRIES = 5;
const RETRY_MS = 250;

/** Drives receivers and packs over their HTTP interface; a sweep comes as server-sent events. */
export function httpRig(baseUrl: string): RigPort {
  const { ask, tell } = deviceHttp(baseUrl);
  const half = (receiverKey: string, index: number) =>
    `/receivers/${encodeURIComponent(receiverKey)}/halves/${index}`;

  return {
    report: () => ask(unitReport, "GET", "/report"),
    tune: (key, index, frequencyHz) => tell("PUT", half(key, index), { frequencyHz }),
    sync: (key, index, packKey, name) =>
      tell("POST", `${half(key, index)}/copy`, { packKey, name }),
    meter: (key, index) => ask(meterReading, "GET", `${half(key, index)}/meter`),
    async follow(onFrame, signal) {
      const parser = createParser({
        onEvent: ({ data }) => {
          const frame = readLine(liveFrame, data);
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
    async sweep(key, { passes, stretch: range }, onHead, onChunk, signal) {
      const begun = await ask(sweepHead, "POST", `/instruments/${encodeURIComponent(key)}/sweeps`, {
        passes,
        ...range,
      });
      if (!begun.ok) return begun;
      onHead(begun.value);
      let end = null as "done" | "stopped" | null;
      const hasEnded = () => end !== null;
      let lastId = "";
      let tries = 0;
      let detail = "the sweep broke off";
      // the instrument goes on measuring while nobody listens: after a break it is asked for what
      // came since
      while (!hasEnded() && tries <= RETRIES) {
        const parser = createParser({
          onEvent: ({ event, data, id }) => {
            tries = 0;
            lastId = id ?? lastId;
            if (event === "levels") {
              const chunk = readLine(sweepChunk, data);
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
            await tell("DELETE", `/sweeps/${begun.value.id}`);
            return fail({ code: "stopped" });
          }
          detail = (error as Error).message;
        }
        if (!hasEnded())
          await new Promise((resolve) => setTimeout(resolve, RETRY_MS * (tries += 1)));
      }
      if (end === "done") return ok(null);
      return fail(end === "stopped" ? { code: "stopped" } : { code: "device-unreachable", detail });
    },
  };
}

/** A line that was cut in its middle, or is none, tells nothing. */
function readLine<T>(shape: z.ZodType<T>, data: string): T | null {
  try {
    return shape.safeParse(JSON.parse(data)).data ?? null;
  } catch {
    return null;
  }
}
