import "@fontsource-variable/atkinson-hyperlegible-next/index.css";
import "@fontsource-variable/atkinson-hyperlegible-mono/index.css";
import textFont from "@fontsource-variable/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-wght-normal.woff2?url";
import figureFont from "@fontsource-variable/atkinson-hyperlegible-mono/files/atkinson-hyperlegible-mono-latin-wght-normal.woff2?url";
import "./ui/theme/print.css";
import { useEffect, type ReactNode } from "react";
import { I18nProvider, RouterProvider } from "react-aria-components";
import {
  isRouteErrorResponse,
  Links,
  Meta,
  Outlet,
  Scripts,
  ScrollRestoration,
  useHref,
  useNavigate,
  useRouteLoaderData,
} from "react-router";
import type { Route } from "./+types/root";
import { isNoAnswer } from "./routes/shared/away";
import { useKeepFocus } from "./features/commands/useKeepFocus";
import { ErrorPage } from "./features/frame/ErrorPage";
import { USUAL_DISPLAY } from "~/contract/schemas/displayChoices";
import { displayOf } from "~/contract/schemas/displaySettings";
import { ROOT_TEXTS } from "~/contract/messages/screens/root";
import { displayData } from "./features/settings/displayStore";
import { GlobalStyle } from "./ui/theme/theme";

export function loader({ request }: Route.LoaderArgs) {
  const { headers } = request;
  return { display: displayOf(headers.get("cookie"), headers.get("accept-language")) };
}

/**
 * How things are shown is this browser's own: asked for once, so that a cart that is out of reach takes
 * nothing away.
 */
export const shouldRevalidate = () => false;

/** The two faces come with the page, so that no line moves when they arrive. */
export const links: Route.LinksFunction = () =>
  [textFont, figureFont].map((href) => ({
    rel: "preload",
    as: "font",
    type: "font/woff2",
    crossOrigin: "anonymous",
    href,
  }));

export const meta: Route.MetaFunction = () => [{ title: ROOT_TEXTS.plainChannel }];

export function Layout({ children }: { children: ReactNode }) {
  const display = useRouteLoaderData<typeof loader>("root")?.display ?? USUAL_DISPLAY;
  return (
    <html
      lang="en"
      // a choice made since the page came is not taken back
      suppressHydrationWarning
      {...Object.fromEntries(
        Object.entries(displayData(display)).map(([name, value]) => [`data-${name}`, value]),
      )}
    >
      <head>
        <meta charSet="utf-8" />
        <meta name="viewport" content="width=device-width, initial-scale=1" />
        <link rel="icon" href="/favicon.svg" type="image/svg+xml" />
        <link rel="apple-touch-icon" href="/apple-touch-icon.png" />
        <link rel="manifest" href="/manifest.webmanifest" crossOrigin="use-credentials" />
        <meta name="theme-color" content={display.theme === "night" ? "#120f0d" : "#f5f1e8"} />
        <Meta />
        <Links />
      </head>
      <body>
        <GlobalStyle />
        {children}
        <ScrollRestoration />
        <Scripts />
      </body>
    </html>
  );
}

export default function App() {
  const navigate = useNavigate();
  useKeepFocus();
  useEffect(() => {
    // from here on the page answers to hands; tests wait for it
    document.documentElement.dataset["ready"] = "true";
  }, []);
  return (
    <I18nProvider locale="en-GB">
      <RouterProvider navigate={(to) => void navigate(to)} useHref={useHref}>
        <Outlet />
      </RouterProvider>
    </I18nProvider>
  );
}

export function ErrorBoundary({ error, params }: Route.ErrorBoundaryProps) {
  const day =
    params.dayId !== undefined && /^\d{1,9}$/.test(params.dayId)
      ? `/day/${params.dayId}`
      : undefined;
  if (isRouteErrorResponse(error)) {
    const words =
      typeof error.data === "string" && error.data !== ""
        ? error.data
        : (error.data as { message?: string } | null)?.message;
    return (
      <ErrorPage
        title={error.status === 404 ? ROOT_TEXTS.pageNotFound : ROOT_TEXTS.thatFailed}
        detail={words ?? error.statusText}
        day={error.status === 404 ? undefined : day}
      />
    );
  }
  if (isNoAnswer(error))
    return (
      <ErrorPage
        title={ROOT_TEXTS.theCartDoesNotAnswer}
        detail={ROOT_TEXTS.whatYouCheckedIsSaved}
      />
    );
  return (
    <ErrorPage
      title={ROOT_TEXTS.thisScreenFailed}
      detail={ROOT_TEXTS.savedDataIsUnharmedGo}
      day={day}
    />
  );
}
