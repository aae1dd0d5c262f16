import { PassThrough, Transform } from "node:stream";
import { createReadableStreamFromReadable } from "@react-router/node";
import { renderToPipeableStream } from "react-dom/server";
import {
  type AppLoadContext,
  type EntryContext,
  type HandleErrorFunction,
  isRouteErrorResponse,
  ServerRouter,
} from "react-router";
import { ServerStyleSheet } from "styled-components";

/** What breaks while a page is drawn; loaders and actions are caught by themselves. */
export const handleError: HandleErrorFunction = (error, { request, context }) => {
  if (request.signal.aborted || isRouteErrorResponse(error)) return;
  const { app, requestId } = context as AppLoadContext;
  app.log.error("page-failed", { requestId, path: new URL(request.url).pathname }, error);
};

/** Renders the page as a stream; the styles that the shell used go into its head. */
export default function handleRequest(
  request: Request,
  status: number,
  headers: Headers,
  context: EntryContext,
  { nonce }: AppLoadContext,
): Promise<Response> {
  return new Promise((resolve, reject) => {
    const sheet = new ServerStyleSheet();
    let responseStatus = status;
    const { pipe, abort } = renderToPipeableStream(
      sheet.collectStyles(<ServerRouter context={context} url={request.url} nonce={nonce} />),
      {
        nonce,
        onShellReady() {
          const styles = sheet.getStyleTags();
          let isHeadSeen = false;
          const withStyles = new Transform({
            transform(chunk: Buffer, _, done) {
              if (isHeadSeen) {
                done(null, chunk);
                return;
              }
              const html = chunk.toString();
              isHeadSeen = html.includes("</head>");
              done(
                null,
                html.replace("</head>", () => `${styles}</head>`),
              );
            },
          });
          headers.set("content-type", "text/html; charset=utf-8");
          const body = new PassThrough();
          resolve(
            new Response(createReadableStreamFromReadable(body), {
              headers,
              status: responseStatus,
            }),
          );
          withStyles.pipe(body);
          pipe(withStyles);
        },
        onShellError: (error) => reject(error instanceof Error ? error : new Error(String(error))),
        onError: () => {
          responseStatus = 500;
        },
      },
    );
    setTimeout(abort, 10_000).unref();
  });
}
