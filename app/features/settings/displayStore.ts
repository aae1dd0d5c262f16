import { useSyncExternalStore } from "react";
import { readDisplayBy } from "~/contract/messages/display";
import {
  displayCookie,
  type DisplaySettings,
  USUAL_DISPLAY,
} from "~/contract/schemas/displayChoices";

/**
 * What this browser chose. The page brings it along, so that both ends draw the same; a change is
 * kept in a cookie at once, and the next page comes in it.
 */
class DisplayStore {
  private current: DisplaySettings | null = null;
  private readonly listeners = new Set<() => void>();

  get(): DisplaySettings {
    // as the server read it: every value is one of those that there are
    this.current ??= {
      ...USUAL_DISPLAY,
      ...(JSON.parse(document.documentElement.dataset["display"] ?? "{}") as DisplaySettings),
    };
    return this.current;
  }

  change(part: Partial<DisplaySettings>): void {
    this.current = { ...this.get(), ...part };
    document.cookie = displayCookie(this.current);
    Object.assign(document.documentElement.dataset, displayData(this.current));
    for (const listener of this.listeners) listener();
  }

  readonly listen = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };
}

export const displayStore = new DisplayStore();

/** What the page's outermost element says of it: the styles look there. */
export const displayData = (settings: DisplaySettings) => ({
  theme: settings.theme,
  density: settings.density,
  display: JSON.stringify(settings),
});

/** From now on every text in this browser honours it. */
export const honourDisplay = (): void => readDisplayBy(() => displayStore.get());

/** @param atServer - what the page was drawn with */
export const useDisplay = (atServer: DisplaySettings): DisplaySettings =>
  useSyncExternalStore(
    displayStore.listen,
    () => displayStore.get(),
    () => atServer,
  );
