import { useCallback, useEffect, useRef, useState } from "react";
import type { PresentPick } from "../../../core/coordination/changeFewest";
import type { CoordinationRequest, CoordinationResult } from "../../../core/coordination/request";
import type { SearchAnswer } from "../../../workers/coordinate/coordinate.api";
import { type Running, searchInWorker } from "../../../workers/coordinate/coordinate.client";

export type Search =
  | { status: "idle" }
  | { status: "running"; placed: number; phase: string; fraction: number }
  | { status: "found"; request: CoordinationRequest; result: CoordinationResult; retuned: string[] | null; isProved: boolean }
  | { status: "failed"; message: string };

const PHASES = { place: ["Finding places", 0.3], widen: ["Making room between them", 0.7], quieten: ["Choosing the quietest", 0.9] } as const;

/** The search for a set, run in a worker; a new one replaces one that runs. */
export function useSearch() {
  const [search, setSearch] = useState<Search>({ status: "idle" });
  const running = useRef<Running<SearchAnswer> | null>(null);

  const start = useCallback((request: CoordinationRequest, present: readonly PresentPick[] | null = null) => {
    running.current?.cancel();
    setSearch({ status: "running", placed: 0, phase: "Finding places", fraction: 0.05 });
    const mine = searchInWorker(request, present, ({ phase, placed }) => {
      const [words, fraction] = PHASES[phase];
      setSearch((s) => (s.status === "running" ? { status: "running", placed, phase: words, fraction } : s));
    });
    running.current = mine;
    void mine.result.then((result) => {
      if (running.current !== mine) return;
      running.current = null;
      if (result.ok) setSearch({ status: "found", request, ...result.value });
      else if (result.error.code === "cancelled") setSearch({ status: "idle" });
      else setSearch({ status: "failed", message: `The search broke off (${result.error.detail}). The plan is as it was; try again.` });
    });
  }, []);
  const cancel = useCallback(() => running.current?.cancel(), []);
  const clear = useCallback(() => setSearch({ status: "idle" }), []);
  useEffect(() => () => running.current?.cancel(), []);
  return { search, start, cancel, clear };
}
