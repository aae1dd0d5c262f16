import { proxy, wrap } from "comlink";
import type { PresentPick } from "../../core/coordination/changeFewest";
import type { RoomFound } from "../../core/coordination/makeRoom";
import type { CoordinationRequest } from "../../core/coordination/request";
import { fail, ok, type Result } from "../../core/units/result";
import type { CoordinateApi, SearchAnswer, SearchProgress } from "./coordinate.api";

export type SearchError = { code: "cancelled" } | { code: "worker-crashed"; detail: string };

export interface Running<T> {
  result: Promise<Result<T, SearchError>>;
  cancel: () => void;
}

/** One question to a worker of its own, so that no frame waits. Always settles: answered, cancelled, or crashed. */
function askWorker<T>(ask: (worker: ReturnType<typeof wrap<CoordinateApi>>) => Promise<T>): Running<T> {
  const worker = new Worker(new URL("./coordinate.worker.ts", import.meta.url), { type: "module" });
  let settle: (result: Result<T, SearchError>) => void = () => undefined;
  const result = new Promise<Result<T, SearchError>>((resolve) => {
    settle = (answer) => {
      worker.terminate();
      resolve(answer);
    };
  });
  worker.addEventListener("error", (event) => settle(fail({ code: "worker-crashed", detail: event.message || "the worker could not start" })));
  ask(wrap<CoordinateApi>(worker)).then(
    (found) => settle(ok(found)),
    (error: unknown) => settle(fail({ code: "worker-crashed", detail: error instanceof Error ? error.message : String(error) })),
  );
  return { result, cancel: () => settle(fail({ code: "cancelled" })) };
}

export const searchInWorker = (request: CoordinationRequest, present: readonly PresentPick[] | null, onProgress: (progress: SearchProgress) => void): Running<SearchAnswer> =>
  askWorker((worker) => worker.search(request, present, proxy(onProgress)));

/** What could be given up so that all find a place. */
export const roomInWorker = (request: CoordinationRequest): Running<RoomFound[]> => askWorker((worker) => worker.room(request));
