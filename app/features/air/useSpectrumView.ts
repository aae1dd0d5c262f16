import { useCallback, useEffect, useRef, useState } from "react";
import { useSearchParams } from "react-router";
import type { FrequencyRange } from "~/core/regulations/region";
import { fit } from "~/app/charts/spectrum/view";

const mhz = (text: string | null): number => Number(text ?? NaN) * 1e6;
const SETTLED_MS = 200;

/**
 * What of the spectrum is looked at, kept in the address (from, to, in MHz), so that a view can be
 * shared and comes back on a reload.
 * @param onSettled - told once the view has stood still for a moment, as the address is; keep it
 *   the same
 */
export function useSpectrumView(
  whole: FrequencyRange,
  onSettled?: (view: FrequencyRange | null) => void,
): { view: FrequencyRange | null; setView: (view: FrequencyRange | null) => void } {
  const [params] = useSearchParams();
  const [view, show] = useState<FrequencyRange | null>(() => {
    const asked = { lowHz: mhz(params.get("from")), highHz: mhz(params.get("to")) };
    return asked.highHz > asked.lowHz ? fit(asked, whole) : null;
  });
  const timer = useRef<number | undefined>(undefined);
  const settle = useCallback(
    (next: FrequencyRange | null) => {
      // not a navigation: nothing is loaded again for a look from nearer
      const url = new URL(window.location.href);
      if (next) {
        url.searchParams.set("from", (next.lowHz / 1e6).toFixed(3));
        url.searchParams.set("to", (next.highHz / 1e6).toFixed(3));
      } else {
        url.searchParams.delete("from");
        url.searchParams.delete("to");
      }
      window.history.replaceState(window.history.state, "", url);
      onSettled?.(next);
    },
    [onSettled],
  );
  const setView = useCallback(
    (next: FrequencyRange | null) => {
      show(next);
      // a drag changes it with every frame: what hangs on it follows when it stands still
      window.clearTimeout(timer.current);
      timer.current = window.setTimeout(() => settle(next), SETTLED_MS);
    },
    [settle],
  );
  useEffect(() => () => window.clearTimeout(timer.current), []);
  useEffect(() => {
    if (view) onSettled?.(view);
    // once, for a view that came with the address
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, []);
  return { view, setView };
}
