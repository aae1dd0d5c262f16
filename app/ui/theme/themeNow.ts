export type ThemeName = "daylight" | "night";

let dark: MediaQueryList | undefined;
/** Asked for once: charts look at it at every frame. */
const darkSystem = (): MediaQueryList => (dark ??= matchMedia("(prefers-color-scheme: dark)"));

/** The colours that hold now, the system's own where it decides. */
export function themeNow(): ThemeName {
  const asked = document.documentElement.dataset["theme"];
  if (asked === "night" || asked === "daylight") return asked;
  return darkSystem().matches ? "night" : "daylight";
}

/** Tells when the colours change, here or in the system.
 * @returns ends it */
export function watchTheme(listener: () => void): () => void {
  const watcher = new MutationObserver(listener);
  watcher.observe(document.documentElement, { attributes: true, attributeFilter: ["data-theme"] });
  const system = darkSystem();
  system.addEventListener("change", listener);
  return () => {
    watcher.disconnect();
    system.removeEventListener("change", listener);
  };
}
