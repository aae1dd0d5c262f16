import { type RefObject, useLayoutEffect, useRef } from "react";

/**
 * Keeps a part as high as it was while something shorter stands in it for a moment, so that what is
 * below stays where it is.
 * @param isHeld - whether the shorter one stands there now
 */
export function useHeldHeight(isHeld: boolean): RefObject<HTMLDivElement | null> {
  const ref = useRef<HTMLDivElement>(null);
  const lastPx = useRef(0);
  useLayoutEffect(() => {
    const part = ref.current;
    if (!part) return;
    part.style.minHeight = isHeld ? `${lastPx.current}px` : "";
    if (!isHeld) lastPx.current = part.offsetHeight;
  });
  return ref;
}
