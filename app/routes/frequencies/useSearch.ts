import { useCallback, useEffect, useRef, useState } from "react";
import { FREQUENCIES_TEXTS } from "~/contract/messages/screens/frequencies";
import type { CoordinationRequest, CoordinationResult } from "~/core/coordination/problem/request";
import type { SearchAnswer, SearchWay } from "~/workers/coordinate/coordinate.api";
import { type Running, searchInWorker } from "~/workers/coordinate/coordinate.client";

export interface Found extends SearchAnswer {
  request: CoordinationRequest;
  way: SearchWay["way"];
}

export type Search =
  | { status: "idle" }
  | {
      status: "running";
      placed: number;
      phase: string;
      fraction: number;
      best: CoordinationResult | null;
    }
  | { status: "failed"; message: string };

const PHASES = {
  place: [FREQUENCIES_TEXTS.findingPlaces, 0.3],
  widen: [FREQUENCIES_TEXTS.makingRoomBetweenThem, 0.7],
  quieten: [FREQUENCIES_TEXTS.choosingTheQuietest, 0.9],
} as const;

/** The search for a set, run in a worker; a new one replaces one that runs.
 * @param onFound - told the answer, or the best so far where that was good enough */
export function useSearch(onFound: (found: Found) => void) {
  const [search, setSearch] = useState<Search>({ status: "idle" });
  const running = useRef<{
    job: Running<SearchAnswer>;
    request: CoordinationRequest;
    way: SearchWay["way"];
  } | null>(null);
  const tell = useRef(onFound);
  useEffect(() => {
    tell.current = onFound;
  }, [onFound]);

  const start = useCallback((request: CoordinationRequest, how: SearchWay = { way: "anew" }) => {
    running.current?.job.cancel();
    setSearch({
      status: "running",
      placed: 0,
      phase: FREQUENCIES_TEXTS.findingPlaces,
      fraction: 0.05,
      best: null,
    });
    const job = searchInWorker(request, how, ({ phase, placed, best }) => {
      const [words, fraction] = PHASES[phase];
      setSearch((s) =>
        s.status === "running" ? { status: "running", placed, phase: words, fraction, best } : s,
      );
    });
    const mine = { job, request, way: how.way };
    running.current = mine;
    void job.result.then((result) => {
      if (running.current !== mine) return;
      running.current = null;
      setSearch(
        result.ok || result.error.code === "cancelled"
          ? { status: "idle" }
          : {
              status: "failed",
              message: FREQUENCIES_TEXTS.theSearchStoppedThePlan(result.error.detail),
            },
      );
      if (result.ok) tell.current({ ...result.value, request, way: mine.way });
    });
  }, []);
  /** Stops; with a set, that one is the answer. */
  const stop = useCallback((best: CoordinationResult | null = null) => {
    const mine = running.current;
    if (!mine) return;
    mine.job.cancel();
    if (best)
      tell.current({
        result: best,
        retuned: null,
        isProved: false,
        banks: null,
        request: mine.request,
        way: mine.way,
      });
  }, []);
  useEffect(() => () => running.current?.job.cancel(), []);
  return { search, start, stop };
}
