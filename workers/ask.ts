import { wrap } from "comlink";
import { fail, ok, type Result } from "~/core/units/result";

export type WorkerError = { code: "cancelled" } | { code: "worker-crashed"; detail: string };

export interface Running<T> {
  result: Promise<Result<T, WorkerError>>;
  cancel: () => void;
}

/**
 * One question to a worker of its own, so that no frame waits. Always settles: answered, cancelled,
 * or crashed.
 */
export function askWorker<Api, T>(
  start: () => Worker,
  ask: (worker: ReturnType<typeof wrap<Api>>) => Promise<T>,
): Running<T> {
  const worker = start();
  let settle: (result: Result<T, WorkerError>) => void = () => undefined;
  const result = new Promise<Result<T, WorkerError>>((resolve) => {
    settle = (answer) => {
      worker.terminate();
      resolve(answer);
    };
  });
  worker.addEventListener("error", (event) =>
    settle(fail({ code: "worker-crashed", detail: event.message || "the worker could not start" })),
  );
  ask(wrap<Api>(worker)).then(
    (found) => settle(ok(found)),
    (error: unknown) =>
      settle(
        fail({
          code: "worker-crashed",
          detail: error instanceof Error ? error.message : String(error),
        }),
      ),
  );
  return { result, cancel: () => settle(fail({ code: "cancelled" })) };
}
