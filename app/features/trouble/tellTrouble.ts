import type { PageTrouble } from "~/contract/schemas/pageTrouble";
import { FEATURES_TEXTS } from "~/contract/messages/screens/parts/features";

/** One page tells of so many at most: what fails each second is known by then. */
const MAX_TOLD = 10;
const told = new Set<string>();

/**
 * Tells the computer what went wrong in this page, each thing once, so that it stands in the log.
 */
export function tellTrouble(error: unknown, componentStack?: string | null): void {
  // a reading that was given up for another is no fault
  if (error instanceof DOMException && error.name === "AbortError") return;
  const what =
    (error instanceof Error ? `${error.name}: ${error.message}` : String(error)).slice(0, 300) ||
    FEATURES_TEXTS.nothingSaid;
  if (told.has(what) || told.size >= MAX_TOLD) return;
  told.add(what);
  const where = [error instanceof Error ? error.stack : null, componentStack]
    .filter(Boolean)
    .join("\n")
    .slice(0, 2000);
  const trouble: PageTrouble = { what, where, path: location.pathname.slice(0, 200) };
  // where the computer cannot be reached nobody can be told
  void fetch("/page-trouble", {
    method: "POST",
    keepalive: true,
    headers: { "content-type": "application/json" },
    body: JSON.stringify(trouble),
  }).catch(() => undefined);
}
