import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import { type JudgedSet, SetJudge } from "~/core/coordination/explaining/judge";
import type { CoordinationRequest } from "~/core/coordination/problem/request";
import type { Raster } from "~/core/regulations/raster";
import { judgeWorker, type JudgeWorker } from "~/workers/coordinate/coordinate.client";

export interface JudgedPicks {
  channelId: string;
  frequencyHz: number;
}

/**
 * A set judged at once, and others as fast as they are asked for: those go to a worker, for there
 * may be one with every frame.
 */
export function useJudge(
  request: CoordinationRequest,
  raster: Raster,
  settled: readonly JudgedPicks[],
) {
  const here = useMemo(() => new SetJudge(request, raster), [request, raster]);
  const now = useMemo(() => here.judge(settled), [here, settled]);
  const [asked, setAsked] = useState<JudgedSet | null>(null);
  const worker = useRef<JudgeWorker | null>(null);
  const close = useCallback(() => {
    worker.current?.close();
    worker.current = null;
  }, []);
  // a worker of another request answers no more
  useEffect(() => close, [request, raster, close]);
  const ask = useCallback(
    (picks: JudgedPicks[] | null) => {
      if (picks === null) {
        setAsked(null);
        return;
      }
      worker.current ??= judgeWorker(request, raster, setAsked);
      worker.current.ask(picks);
    },
    [request, raster],
  );
  return { now, asked, ask };
}
