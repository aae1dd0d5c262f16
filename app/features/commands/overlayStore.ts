import { useSyncExternalStore } from "react";

export type Overlay = "commands" | "help";

let open: Overlay | null = null;
const listeners = new Set<() => void>();

/** Opens one of the sheets over the screen; null closes it. */
export function setOverlay(next: Overlay | null): void {
  open = next;
  for (const listen of listeners) listen();
}

function subscribe(listen: () => void): () => void {
  listeners.add(listen);
  return () => listeners.delete(listen);
}

/** Which sheet is open. It stands outside the frame, so that opening one draws nothing else anew. */
export const useOverlay = (): Overlay | null =>
  useSyncExternalStore(
    subscribe,
    () => open,
    () => null,
  );
