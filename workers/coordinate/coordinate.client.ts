import { proxy, wrap } from "comlink";
import type { PresentPick } from "../../core/coordination/changeFewest";
import type { CoordinationRequest } from "../../core/coordination/request";
import { fail, ok, type Result } from "../../core/units/result";
import type { CoordinateApi, SearchAnswer, SearchProgress } from "./coordinate.api";

export type SearchError = { code: "cancelled" } | { code: "worker-crashed"; detail: string };

export interface RunningSearch {
  result: Promise<Result<SearchAnswer, SearchError>>;
  cancel: () => void;
}

/** Searches in a worker of its own, so that no frame waits. Always settles: found, cancelled, or crashed. */
export function searchInWorker(request: CoordinationRequest, present: readonly PresentPick[] | null, onProgress: (progress: SearchProgress) => void): RunningSearch {
  const worker = new Worker(new URL("./coordinate.worker.ts", import.meta.url), { type: "module" });
  let settle: (result: Result<SearchAnswer, SearchError>) => void = () => undefined;
  const result = new Promise<Result<SearchAnswer, SearchError>>((resolve) => {
    settle = (answer) => {
      worker.terminate();
      resolve(answer);
    };
  });
  worker.addEventListener("error", (event) => settle(fail({ code: "worker-crashed", detail: event.message || "the worker could not start" })));
  wrap<CoordinateApi>(worker).search(request, present, proxy(onProgress)).then(
    (found) => settle(ok(found)),
    (error: unknown) => settle(fail({ code: "worker-crashed", detail: error instanceof Error ? error.message : String(error) })),
  );
  return { result, cancel: () => settle(fail({ code: "cancelled" })) };
}
