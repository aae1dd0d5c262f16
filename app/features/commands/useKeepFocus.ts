import { useEffect } from "react";
import { type FocusPlace, placeOf, restoreFocus } from "./keptFocus";

/** A button is greyed out while it works, rarely longer. */
const GREY_MS = 1500;
/** On every screen letters are commands once one is done with typing: fields let the focus go. */
const FIELDS = "input, textarea, select";

/**
 * Keeps the place of whoever works by keys: when a press takes its own button away, or greys it
 * out, the focus stays there and does not fall to the top of the page.
 */
export function useKeepFocus(): void {
  useEffect(() => {
    const { body } = document;
    let last: FocusPlace | null = null;
    let path = location.pathname;
    let isByKeys = false;
    let giveUp: ReturnType<typeof setTimeout> | undefined;
    const remember = ({ target }: FocusEvent) => {
      last =
        isByKeys && target instanceof HTMLElement && target !== body && !target.matches(FIELDS)
          ? placeOf(target)
          : null;
      path = location.pathname;
    };
    const byKeys = () => {
      isByKeys = true;
    };
    const byPointer = () => {
      isByKeys = false;
      last = null;
    };
    const restore = (how?: { isGivenUp: boolean }) => {
      if (!last || document.activeElement !== body) return;
      // another screen begins at its beginning; its address comes a moment before it, and a row that
      // was chosen in between was meant for it
      const place = location.pathname === path ? last : { ...last, around: [], channel: null };
      if (restoreFocus(place, how)) return;
      clearTimeout(giveUp);
      giveUp = setTimeout(() => restore({ isGivenUp: true }), GREY_MS);
    };
    let isDue = false;
    const watcher = new MutationObserver(() => {
      if (isDue || !last || document.activeElement !== body) return;
      isDue = true;
      // a dialog that closes gives the focus back by itself
      requestAnimationFrame(() => {
        isDue = false;
        restore();
      });
    });
    watcher.observe(body, { childList: true, subtree: true, attributeFilter: ["disabled"] });
    document.addEventListener("focusin", remember);
    window.addEventListener("keydown", byKeys, true);
    window.addEventListener("pointerdown", byPointer, true);
    return () => {
      watcher.disconnect();
      clearTimeout(giveUp);
      document.removeEventListener("focusin", remember);
      window.removeEventListener("keydown", byKeys, true);
      window.removeEventListener("pointerdown", byPointer, true);
    };
  }, []);
}
