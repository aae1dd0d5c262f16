import { type ProxyMethods, releaseProxy } from "comlink";
import { changeFewest, type PresentPick } from "../../core/coordination/changeFewest";
import type { SearchHooks } from "../../core/coordination/coordinate";
import { makeRoom, type RoomFound } from "../../core/coordination/makeRoom";
import { coordinateQuietFirst } from "../../core/coordination/quietFirst";
import type { CoordinationRequest, CoordinationResult } from "../../core/coordination/request";

export type SearchProgress = Parameters<NonNullable<SearchHooks["onProgress"]>>[0];

/** A found set; where as few as possible were to change, which did. */
export interface SearchAnswer {
  result: CoordinationResult;
  retuned: string[] | null;
  isProved: boolean;
}

const REPORT_EVERY_MS = 80;

/** What the worker does: the core's search, with its progress sent on now and then. */
export const coordinateApi = {
  /** @param present - what stands and should stay as far as it can; null: everything anew */
  search(request: CoordinationRequest, present: readonly PresentPick[] | null, onProgress: (progress: SearchProgress) => void): SearchAnswer {
    let reportedMs = -Infinity;
    const now = () => performance.now();
    const hooks: SearchHooks = {
      now,
      onProgress: (progress) => {
        if (now() - reportedMs < REPORT_EVERY_MS) return;
        reportedMs = now();
        onProgress(progress);
      },
    };
    const answer: SearchAnswer = present ? changeFewest(request, present, hooks) : { result: coordinateQuietFirst(request, hooks), retuned: null, isProved: false };
    // across a port the listener is a proxy that holds its own port open until it is let go
    (onProgress as Partial<ProxyMethods>)[releaseProxy]?.();
    return answer;
  },
  /** What could be given up so that all find a place. */
  room(request: CoordinationRequest): RoomFound[] {
    return makeRoom(request, { now: () => performance.now() });
  },
};

export type CoordinateApi = typeof coordinateApi;
