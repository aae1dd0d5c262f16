import { proxy, wrap } from "comlink";
import type { JudgedSet } from "../../core/coordination/judge";
import type { RoomFound } from "../../core/coordination/makeRoom";
import type { CoordinationRequest } from "../../core/coordination/request";
import type { DayPlans, PlaceRequest } from "../../core/day/dayPlans";
import type { Raster } from "../../core/regions/raster";
import { fail, ok, type Result } from "../../core/units/result";
import type { CoordinateApi, SearchAnswer, SearchNews, SearchWay } from "./coordinate.api";

export type SearchError = { code: "cancelled" } | { code: "worker-crashed"; detail: string };

export interface Running<T> {
  result: Promise<Result<T, SearchError>>;
  cancel: () => void;
}

const startWorker = () => new Worker(new URL("./coordinate.worker.ts", import.meta.url), { type: "module" });

/** One question to a worker of its own, so that no frame waits. Always settles: answered, cancelled, or crashed. */
function askWorker<T>(ask: (worker: ReturnType<typeof wrap<CoordinateApi>>) => Promise<T>): Running<T> {
  const worker = startWorker();
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

export const searchInWorker = (request: CoordinationRequest, how: SearchWay, onProgress: (news: SearchNews) => void): Running<SearchAnswer> =>
  askWorker((worker) => worker.search(request, how, proxy(onProgress)));

/** What could be given up so that all find a place. */
export const roomInWorker = (request: CoordinationRequest): Running<RoomFound[]> => askWorker((worker) => worker.room(request));

const DAY_LIMIT_MS = 15_000;

/** A plan for each place of a day. */
export const dayInWorker = (places: readonly PlaceRequest[]): Running<DayPlans> => askWorker((worker) => worker.day([...places], DAY_LIMIT_MS));

export interface JudgeWorker {
  /** Asks for a set; where the worker is behind, only the newest set asked for is judged. */
  ask: (picks: { channelId: string; frequencyHz: number }[]) => void;
  close: () => void;
}

/** A worker that judges one request's sets as they are moved, frame by frame. */
export function judgeWorker(request: CoordinationRequest, raster: Raster, onJudged: (set: JudgedSet) => void): JudgeWorker {
  const worker = startWorker();
  const remote = wrap<CoordinateApi>(worker);
  let isClosed = false;
  let isBusy = false;
  let waiting: { channelId: string; frequencyHz: number }[] | null = null;
  const ready = remote.judgeBy(request, raster);
  const next = async () => {
    if (isBusy || !waiting) return;
    isBusy = true;
    const picks = waiting;
    waiting = null;
    await ready;
    const judged = await remote.judge(picks);
    isBusy = false;
    if (judged && !isClosed) onJudged(judged);
    await next();
  };
  return {
    ask: (picks) => {
      waiting = picks;
      // a worker that was ended answers no more: nobody waits for it
      void next().catch(() => undefined);
    },
    close: () => {
      isClosed = true;
      worker.terminate();
    },
  };
}
