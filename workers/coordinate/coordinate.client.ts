import { proxy, wrap } from "comlink";
import type { CoordinationRequest, CoordinationResult } from "../../core/coordination/request";
import { fail, ok, type Result } from "../../core/units/result";
import type { CoordinateApi, SearchProgress } from "./coordinate.api";

export type SearchError = { code: "cancelled" } | { code: "worker-crashed"; detail: string };

export interface RunningSearch {
  result: Promise<Result<CoordinationResult, SearchError>>;
  cancel: () => void;
}

/** Searches in a worker of its own, so that no frame waits. Always settles: found, cancelled, or crashed. */
export function searchInWorker(request: CoordinationRequest, onProgress: (progress: SearchProgress) => void): RunningSearch {
  const worker = new Worker(new URL("./coordinate.worker.ts", import.meta.url), { type: "module" });
  let settle: (result: Result<CoordinationResult, SearchError>) => void = () => undefined;
  const result = new Promise<Result<CoordinationResult, SearchError>>((resolve) => {
    settle = (answer) => {
      worker.terminate();
      resolve(answer);
    };
  });
  worker.addEventListener("error", (event) => settle(fail({ code: "worker-crashed", detail: event.message || "the worker could not start" })));
  wrap<CoordinateApi>(worker).search(request, proxy(onProgress)).then(
    (found) => settle(ok(found)),
    (error: unknown) => settle(fail({ code: "worker-crashed", detail: error instanceof Error ? error.message : String(error) })),
  );
  return { result, cancel: () => settle(fail({ code: "cancelled" })) };
}
