import { type Asker, nameOf } from "~/server/access/asker.server";
import { RIGHTS } from "~/server/access/rights.server";

/**
 * Who looks at a day, and what they may do there: for the page, which shows nothing that would be
 * refused.
 */
export interface WhoAsks {
  /** A guest's name; null at the cart. */
  name: string | null;
  /**
   * Null at the cart, which may do everything. `screens`: what a guest may open; `intents`: what
   * they may send, as "screen/intent".
   */
  rights: { screens: string[]; intents: string[] } | null;
}

const screenOf = (routeId: string): string => routeId.split("/")[1] ?? routeId;

/** By the same table that the door judges by. */
export function whoAsks(asker: Asker): WhoAsks {
  if (asker.kind === "cart") return { name: null, rights: null };
  const rows = Object.entries(RIGHTS);
  const isTheirs = (right: string | undefined): boolean => right === "guest" || right === "public";
  return {
    name: nameOf(asker),
    rights: {
      screens: rows.flatMap(([id, { read }]) => (isTheirs(read) ? [screenOf(id)] : [])),
      intents: rows.flatMap(([id, { write }]) =>
        typeof write === "object"
          ? Object.keys(write)
              .filter((intent) => isTheirs(write[intent]))
              .map((intent) => `${screenOf(id)}/${intent}`)
          : [],
      ),
    },
  };
}
