import { useEffect, useState } from "react";

/**
 * The day's clock, going on from what the server said. @param nowMs - of the last load; @param key
 * - changes with every load
 */
export function useNow(nowMs: number): number {
  const [state, setState] = useState({ base: nowMs, elapsedMs: 0 });
  useEffect(() => {
    const start = performance.now();
    const timer = setInterval(
      () => setState({ base: nowMs, elapsedMs: performance.now() - start }),
      1000,
    );
    return () => clearInterval(timer);
  }, [nowMs]);
  return nowMs + (state.base === nowMs ? state.elapsedMs : 0);
}
