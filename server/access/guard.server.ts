import type { Asker } from "./asker.server";
import { readRight, type Right, writeRight } from "./rights.server";
import { pageOf, type RouteTable } from "./routeTable.server";

export interface Asked {
  asker: Asker;
  /** In its one spelling (`readTarget`). */
  path: string;
  isWrite: boolean;
  /** What a write asks for; null where it names nothing. */
  intent: string | null;
}

export type Verdict =
  | { code: "allowed"; routeIds: string[] }
  /** Nobody yet: the way in is to type the code. */
  | { code: "join-first" }
  | { code: "cart-only" }
  | { code: "other-day" }
  /** No address of ours. */
  | { code: "no-page" };

/** The framework's own list of its screens' scripts: names that stand in public files anyway. */
const MANIFEST = "/__manifest";

const mayAt = (asker: Asker, right: Right): boolean =>
  right === "public" || asker.kind === "cart" || (right === "guest" && asker.kind === "guest");

/**
 * Decides what an asker may do with an address; the only place where that is decided. What no line
 * of the table allows is refused.
 */
export function judge({ asker, path, isWrite, intent }: Asked, table: RouteTable): Verdict {
  if (path === MANIFEST) return isWrite ? { code: "no-page" } : { code: "allowed", routeIds: [] };
  const found = table.match(pageOf(path));
  // the cart sees the application's own page for what is not there
  if (!found)
    return asker.kind === "nobody"
      ? { code: "join-first" }
      : asker.kind === "cart" && !isWrite
        ? { code: "allowed", routeIds: [] }
        : { code: "no-page" };
  const { dayId } = found.params;
  const targets = isWrite ? writeTargets(found.ids, found.isIndex) : [];
  const mayRead = found.ids.every((id) => mayAt(asker, readRight(id)));
  const mayWrite = targets.every((id) => mayAt(asker, writeRight(id, intent)));
  // an answer to a write reads its screens anew; an address that takes only writes has nothing to
  // be read
  const isAllowed = isWrite ? mayWrite : mayRead;
  if (!isAllowed) return { code: asker.kind === "nobody" ? "join-first" : "cart-only" };
  if (asker.kind === "guest" && dayId !== undefined && dayId !== String(asker.dayId))
    return { code: "other-day" };
  return { code: "allowed", routeIds: found.ids };
}

/**
 * The screens that may take a write at an address: the innermost; where that is the first sheet of
 * a screen, the screen too, for only the query tells which.
 */
const writeTargets = (ids: readonly string[], isIndex: boolean): string[] =>
  ids.slice(isIndex ? -2 : -1);
