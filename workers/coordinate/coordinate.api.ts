import { type ProxyMethods, releaseProxy } from "comlink";
import type { SearchHooks } from "../../core/coordination/coordinate";
import { coordinateQuietFirst } from "../../core/coordination/quietFirst";
import type { CoordinationRequest, CoordinationResult } from "../../core/coordination/request";

export type SearchProgress = Parameters<NonNullable<SearchHooks["onProgress"]>>[0];

const REPORT_EVERY_MS = 80;

/** What the worker does: the core's search, with its progress sent on now and then. */
export const coordinateApi = {
  search(request: CoordinationRequest, onProgress: (progress: SearchProgress) => void): CoordinationResult {
    let reportedMs = -Infinity;
    const now = () => performance.now();
    const result = coordinateQuietFirst(request, {
      now,
      onProgress: (progress) => {
        if (now() - reportedMs < REPORT_EVERY_MS) return;
        reportedMs = now();
        onProgress(progress);
      },
    });
    // across a port the listener is a proxy that holds its own port open until it is let go
    (onProgress as Partial<ProxyMethods>)[releaseProxy]?.();
    return result;
  },
};

export type CoordinateApi = typeof coordinateApi;
