import { matchRoutes, type RouteObject } from "react-router";

/** One address of the application, as the router knows it. */
export interface RouteEntry {
  id: string;
  parentId?: string | undefined;
  path?: string | undefined;
  index?: boolean | undefined;
}

export interface RouteTable {
  /**
   * The screens that an address goes through, outermost first, with what its parameters are; null
   * where there is none.
   */
  match: (path: string) => {
    ids: string[];
    params: Readonly<Record<string, string | undefined>>;
    isIndex: boolean;
  } | null;
}

const MAX_REMEMBERED = 300;

/** The router's own table, made to match exactly: letters in other cases are another address.
 * @param entries - as the framework's build lists them */
export function routeTable(entries: readonly RouteEntry[]): RouteTable {
  const childrenOf = (parentId: string | undefined): RouteObject[] =>
    entries
      .filter((e) => e.parentId === parentId)
      .map(({ id, path, index }): RouteObject =>
        index
          ? { id, index: true, caseSensitive: true, ...(path === undefined ? {} : { path }) }
          : {
              id,
              caseSensitive: true,
              ...(path === undefined ? {} : { path }),
              children: childrenOf(id),
            },
      );
  const routes = childrenOf(undefined);
  const found = new Map<string, ReturnType<RouteTable["match"]>>();
  const matched: RouteTable["match"] = (path) => {
    const matches = matchRoutes(routes, path);
    const leaf = matches?.at(-1);
    return matches && leaf
      ? {
          ids: matches.map((m) => m.route.id ?? ""),
          params: leaf.params,
          isIndex: leaf.route.index === true,
        }
      : null;
  };
  return {
    // the same few addresses are asked for all day, and each matching goes through the whole table
    match: (path) => {
      const known = found.get(path);
      if (known !== undefined) return known;
      if (found.size >= MAX_REMEMBERED) found.clear();
      const match = matched(path);
      found.set(path, match);
      return match;
    },
  };
}

const DATA = ".data";

/**
 * The address behind a request for a screen's data: the framework asks for `/day/1.data`, and for
 * `/_root.data` instead of `/.data`.
 */
export function pageOf(path: string): string {
  if (path === `/_root${DATA}`) return "/";
  return path.endsWith(DATA) ? path.slice(0, -DATA.length) : path;
}
