import { useEffect, useRef } from "react";
import { watchTheme } from "~/app/ui/theme/themeNow";

/**
 * A canvas that is drawn as sharp as the screen is, and again when the theme changes.
 * @param draw - gets a pen in CSS pixels and the colours of the theme by name; keep it the same
 *   while nothing changed
 */
export function useCanvas(
  widthPx: number,
  heightPx: number,
  draw: (pen: CanvasRenderingContext2D, colour: (name: string) => string) => void,
) {
  const ref = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    const node = ref.current;
    const pen = node?.getContext("2d");
    if (!node || !pen) return undefined;
    const paint = () => {
      const style = getComputedStyle(document.documentElement);
      const ratio = window.devicePixelRatio || 1;
      const [width, height] = [Math.round(widthPx * ratio), Math.round(heightPx * ratio)];
      // setting a size clears and makes anew: only where it changed
      if (node.width !== width || node.height !== height)
        [node.width, node.height] = [width, height];
      pen.setTransform(ratio, 0, 0, ratio, 0, 0);
      pen.clearRect(0, 0, widthPx, heightPx);
      pen.globalAlpha = 1;
      draw(pen, (name) => style.getPropertyValue(`--${name}`).trim());
    };
    paint();
    return watchTheme(paint);
  }, [widthPx, heightPx, draw]);
  return ref;
}
