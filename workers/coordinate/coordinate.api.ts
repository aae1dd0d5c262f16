import { type ProxyMethods, releaseProxy } from "comlink";
import { type BankChoice, chooseBank, type ModelBanks } from "~/core/coordination/search/banks";
import { changeFewest, type PresentPick } from "~/core/coordination/changing/changeFewest";
import type { SearchHooks, SearchProgress } from "~/core/coordination/search/coordinate";
import { type JudgedSet, SetJudge } from "~/core/coordination/explaining/judge";
import { howMany, type HowMany, type SystemAsked } from "~/core/coordination/changing/howMany";
import { makeRoom, type RoomFound } from "~/core/coordination/changing/makeRoom";
import { recast, type Recast, type RecastOffer } from "~/core/coordination/changing/recast";
import { coordinateQuietFirst } from "~/core/coordination/search/quietFirst";
import type { CoordinationRequest, CoordinationResult } from "~/core/coordination/problem/request";
import {
  type DayPlans,
  type PlaceRequest,
  plansOverDay,
} from "~/core/coordination/search/dayPlans";
import type { Raster } from "~/core/regulations/raster";

/** Progress as it crosses the port, with the best set so far. */
export type SearchNews = Omit<SearchProgress, "best"> & { best: CoordinationResult };

/**
 * How a set is sought: computed all at once, with as few of the standing picks changed as can be,
 * or inside banks of the makers.
 */
export type SearchWay =
  | { way: "anew" }
  | { way: "fewest"; present: PresentPick[] }
  | { way: "bank"; banks: ModelBanks[] };

/**
 * A found set; where as few as possible were to change, which did; where banks were asked, which
 * there were.
 */
export interface SearchAnswer {
  result: CoordinationResult;
  retuned: string[] | null;
  isProved: boolean;
  banks: BankChoice[] | null;
}

const REPORT_EVERY_MS = 80;
let judge: SetJudge | null = null;

/**
 * What the worker does: the core's search, with its progress sent on now and then; and judging a
 * set while it is moved.
 */
export const coordinateApi = {
  search(
    request: CoordinationRequest,
    how: SearchWay,
    onProgress: (news: SearchNews) => void,
  ): SearchAnswer {
    let reportedMs = -Infinity;
    const now = () => performance.now();
    const hooks: SearchHooks = {
      now,
      onProgress: ({ best, ...progress }) => {
        if (now() - reportedMs < REPORT_EVERY_MS) return;
        reportedMs = now();
        onProgress({ ...progress, best: best() });
      },
    };
    const answer = answerTo(request, how, hooks);
    // across a port the listener is a proxy that holds its own port open until it is let go
    (onProgress as Partial<ProxyMethods>)[releaseProxy]?.();
    return answer;
  },
  /** What could be given up so that all find a place. */
  room(request: CoordinationRequest): RoomFound[] {
    return makeRoom(request, { now: () => performance.now() });
  },
  /** Which channels to put on other units so that all find a place. */
  recast(request: CoordinationRequest, unplaced: string[], offers: RecastOffer[]): Recast[] {
    return recast(request, unplaced, offers, { now: () => performance.now() });
  },
  /** How many channels of a kind of system find a frequency, alone at a place. */
  howMany(place: CoordinationRequest, asked: SystemAsked, wanted: number): HowMany {
    return howMany(place, asked, wanted, { now: () => performance.now() });
  },
  /** A plan for each place of a day, with as few retunes as can be found. */
  day(places: PlaceRequest[], timeLimitMs: number): DayPlans {
    return plansOverDay(places, timeLimitMs, { now: () => performance.now() });
  },
  /** The request that sets are judged by from now on. */
  judgeBy(request: CoordinationRequest, raster: Raster): void {
    judge = new SetJudge(request, raster);
  },
  /** Null before anything was said to judge by. */
  judge(picks: { channelId: string; frequencyHz: number }[]): JudgedSet | null {
    return judge?.judge(picks) ?? null;
  },
};

function answerTo(request: CoordinationRequest, how: SearchWay, hooks: SearchHooks): SearchAnswer {
  switch (how.way) {
    case "anew":
      return {
        result: coordinateQuietFirst(request, hooks),
        retuned: null,
        isProved: false,
        banks: null,
      };
    case "fewest":
      return { ...changeFewest(request, how.present, hooks), banks: null };
    case "bank":
      return { ...chooseBank(request, how.banks, hooks), retuned: null, isProved: false };
  }
}

export type CoordinateApi = typeof coordinateApi;
