import {
  type AppLoadContext,
  data,
  isRouteErrorResponse,
  type LoaderFunctionArgs,
  type ServerBuild,
} from "react-router";
import { failureWords } from "~/contract/messages/failure";
import type { Reply } from "~/contract/schemas/reply";
import { serviceErrorWords } from "~/contract/messages/error";
import { NumberTaken } from "~/server/db/repositories/dayEvents.server";
import { KitBroken } from "~/server/db/kitWatch.server";
import type { Log } from "~/server/log/log.server";
import { failureOf } from "~/server/services/failures.server";

/** What a screen throws on purpose: a redirect, or an answer with words. */
const isMeant = (thrown: unknown): boolean =>
  thrown instanceof Response ||
  isRouteErrorResponse(thrown) ||
  (typeof thrown === "object" &&
    thrown !== null &&
    (thrown as { type?: unknown }).type === "DataWithResponseInit");

type Handler = (args: LoaderFunctionArgs<AppLoadContext>) => unknown;

/**
 * The build with every loader and action caught: what they throw without meaning to is logged once
 * under the request's number, and answered in words: a reply that the screen shows beside what was
 * tried, or a page that offers the way back. Never a bare 500.
 */
export function withWords(build: ServerBuild, log: Log): ServerBuild {
  const caught =
    (routeId: string, kind: "loader" | "action", handler: Handler): Handler =>
    async (args) => {
      try {
        return await handler(args);
      } catch (thrown) {
        if (isMeant(thrown) || args.request.signal.aborted) throw thrown;
        // two windows at once: what both together would have broken was taken back, and is said as
        // any refusal is
        if (thrown instanceof KitBroken && kind === "action")
          return data<Reply>(
            {
              ok: false,
              message: serviceErrorWords({ code: "case-refused", problems: [...thrown.problems] }),
              at: Date.now(),
            },
            { status: 409 },
          );
        if (thrown instanceof NumberTaken && kind === "action")
          return data<Reply>(
            { ok: false, message: serviceErrorWords({ code: "number-taken" }), at: Date.now() },
            { status: 409 },
          );
        const { code, status } = failureOf(thrown);
        const { requestId } = args.context;
        log.error(`${kind}-failed`, { requestId, routeId, code }, thrown);
        const message = failureWords(code, requestId);
        if (kind === "action") {
          const refused: Reply = { ok: false, message, at: Date.now() };
          return data<Reply>(refused, { status });
        }
        throw data({ message }, { status, statusText: "Failed" });
      }
    };
  const routes: ServerBuild["routes"] = Object.fromEntries(
    Object.entries(build.routes).map(([id, route]) => {
      if (!route) return [id, route];
      const { loader, action } = route.module;
      return [
        id,
        {
          ...route,
          module: {
            ...route.module,
            ...(typeof loader === "function" ? { loader: caught(id, "loader", loader) } : {}),
            ...(typeof action === "function" ? { action: caught(id, "action", action) } : {}),
          },
        },
      ];
    }),
  );
  return { ...build, routes };
}

/** The same, made once for each build. */
export function wordedBuilds(
  build: () => Promise<ServerBuild>,
  log: Log,
): () => Promise<ServerBuild> {
  let known: { from: ServerBuild; worded: ServerBuild } | null = null;
  return async () => {
    const from = await build();
    if (known?.from !== from) known = { from, worded: withWords(from, log) };
    return known.worded;
  };
}
