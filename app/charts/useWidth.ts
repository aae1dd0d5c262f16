import { defined } from "~/core/units/items";
import { useEffect, useRef, useState } from "react";

/** The width a chart has, followed as the window changes. Before the first look it is guessed. */
export function useWidth<T extends HTMLElement>(guessPx: number) {
  const ref = useRef<T>(null);
  const [widthPx, setWidthPx] = useState(guessPx);
  useEffect(() => {
    const element = ref.current;
    if (!element) return undefined;
    const observer = new ResizeObserver(([entry]) =>
      setWidthPx(Math.max(200, Math.floor(defined(entry).contentRect.width))),
    );
    observer.observe(element);
    return () => observer.disconnect();
  }, []);
  return { ref, widthPx };
}
