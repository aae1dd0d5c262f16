import { useSyncExternalStore } from "react";
import { WIDE_PX } from "~/app/ui/theme/theme";

const QUERY = `(min-width: ${WIDE_PX}px)`;

function follow(onChange: () => void): () => void {
  const list = matchMedia(QUERY);
  list.addEventListener("change", onChange);
  return () => list.removeEventListener("change", onChange);
}

/**
 * Whether the detail of the chosen row stands beside the table. The server draws it so; where that
 * is wrong it is not shown, so nothing jumps.
 */
export const useIsWide = (): boolean =>
  useSyncExternalStore(
    follow,
    () => matchMedia(QUERY).matches,
    () => true,
  );
