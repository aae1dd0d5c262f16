import { proxy, type Remote, wrap } from "comlink";
import type { JudgedSet } from "~/core/coordination/explaining/judge";
import type { RoomFound } from "~/core/coordination/changing/makeRoom";
import type { HowMany, SystemAsked } from "~/core/coordination/changing/howMany";
import type { Recast, RecastOffer } from "~/core/coordination/changing/recast";
import type { CoordinationRequest } from "~/core/coordination/problem/request";
import type { DayPlans, PlaceRequest } from "~/core/coordination/search/dayPlans";
import type { Raster } from "~/core/regulations/raster";
import { askWorker, type Running } from "~/workers/ask";
import type { CoordinateApi, SearchAnswer, SearchNews, SearchWay } from "./coordinate.api";

export type { Running };

const startWorker = () =>
  new Worker(new URL("./coordinate.worker.ts", import.meta.url), { type: "module" });

const ask = <T>(question: (worker: Remote<CoordinateApi>) => Promise<T>): Running<T> =>
  askWorker<CoordinateApi, T>(startWorker, question);

export const searchInWorker = (
  request: CoordinationRequest,
  how: SearchWay,
  onProgress: (news: SearchNews) => void,
): Running<SearchAnswer> => ask((worker) => worker.search(request, how, proxy(onProgress)));

/** What could be given up so that all find a place. */
export const roomInWorker = (request: CoordinationRequest): Running<RoomFound[]> =>
  ask((worker) => worker.room(request));

/** Which channels to put on other units so that all find a place. */
export const recastInWorker = (
  request: CoordinationRequest,
  unplaced: readonly string[],
  offers: readonly RecastOffer[],
): Running<Recast[]> => ask((worker) => worker.recast(request, [...unplaced], [...offers]));

/**
 * How many channels of each kind of system find a frequency at a place.
 * @param onEach - told as each is known
 */
export const howManyInWorker = (
  place: CoordinationRequest,
  kinds: readonly { id: string; asked: SystemAsked; isScanned: boolean }[],
  wanted: number,
  onEach: (id: string, many: HowMany) => void,
): Running<null> =>
  ask(async (worker) => {
    // where the scan did not look, the rules and the station list are all that is known
    const unscanned = { ...place, noise: [], maxNoiseDbm: null };
    for (const { id, asked, isScanned } of kinds)
      onEach(id, await worker.howMany(isScanned ? place : unscanned, asked, wanted));
    return null;
  });

const DAY_LIMIT_MS = 15_000;

/** A plan for each place of a day. */
export const dayInWorker = (places: readonly PlaceRequest[]): Running<DayPlans> =>
  ask((worker) => worker.day([...places], DAY_LIMIT_MS));

export interface JudgeWorker {
  /** Asks for a set; where the worker is behind, only the newest set asked for is judged. */
  ask: (picks: { channelId: string; frequencyHz: number }[]) => void;
  close: () => void;
}

/** A worker that judges one request's sets as they are moved, frame by frame. */
export function judgeWorker(
  request: CoordinationRequest,
  raster: Raster,
  onJudged: (set: JudgedSet) => void,
): JudgeWorker {
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
