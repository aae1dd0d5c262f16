import { useEffect, useState } from "react";

/** Whether this browser keeps the page itself: not on a plain network address, which is not safe to it. */
export type KeptPage = "unknown" | "kept" | "cannot";

/**
 * Keeps the page on this phone, with everything it has loaded, so that it opens without the cart.
 * @param isWhole - once all of it is loaded: then its files are told
 */
export function useKeptPage(isWhole: boolean): KeptPage {
  const [state, setState] = useState<KeptPage>("unknown");
  useEffect(() => {
    if (!isWhole) return;
    if (!("serviceWorker" in navigator)) {
      setState("cannot");
      return;
    }
    const keep = async () => {
      await navigator.serviceWorker.register("/quick-sw.js", { scope: "/quick" });
      const ready = await navigator.serviceWorker.ready;
      const files = performance
        .getEntriesByType("resource")
        .map((e) => new URL(e.name))
        .filter((u) => u.origin === location.origin && u.pathname.startsWith("/assets/"))
        .map((u) => u.pathname);
      ready.active?.postMessage({ files: [...new Set(files)] });
      // the page as it stands is kept as the worker fetches it
      await fetch("/quick", { headers: { accept: "text/html" } }).then(async (answer) => {
        if (answer.ok) await (await caches.open("plain-channel-quick-1")).put("/quick", answer);
      });
      setState("kept");
    };
    keep().catch(() => setState("cannot"));
  }, [isWhole]);
  return state;
}
