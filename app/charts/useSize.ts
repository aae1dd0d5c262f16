import { useEffect, useRef, useState } from "react";
import { defined } from "~/core/units/items";

/** The room a chart has, followed as the window changes. Before the first look it is guessed. */
export function useSize<T extends HTMLElement>(guess: { widthPx: number; heightPx: number }) {
  const ref = useRef<T>(null);
  const [size, setSize] = useState(guess);
  useEffect(() => {
    const element = ref.current;
    if (!element) return undefined;
    const observer = new ResizeObserver(([entry]) => {
      const { width, height } = defined(entry).contentRect;
      setSize({ widthPx: Math.max(200, Math.floor(width)), heightPx: Math.floor(height) });
    });
    observer.observe(element);
    return () => observer.disconnect();
  }, []);
  return { ref, ...size };
}
