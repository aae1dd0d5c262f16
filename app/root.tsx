import "@fontsource-variable/atkinson-hyperlegible-next/index.css";
import "@fontsource-variable/atkinson-hyperlegible-mono/index.css";
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
import { ErrorPage } from "./features/frame/ErrorPage";
import { themeOf } from "./features/frame/themeCookie";
import { GlobalStyle } from "./ui/theme/theme";

export function loader({ request }: Route.LoaderArgs) {
  return { theme: themeOf(request.headers.get("cookie")) };
}

/**
 * The theme is this browser's own: asked for once, so that a cart that is out of reach takes
 * nothing away.
 */
export const shouldRevalidate = () => false;

export const meta: Route.MetaFunction = () => [{ title: "Plain Channel" }];

export function Layout({ children }: { children: ReactNode }) {
  const theme = useRouteLoaderData<typeof loader>("root")?.theme ?? "daylight";
  return (
    <html lang="en" data-theme={theme}>
      <head>
        <meta charSet="utf-8" />
        <meta name="viewport" content="width=device-width, initial-scale=1" />
        <link rel="icon" href="/favicon.svg" type="image/svg+xml" />
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
        title={error.status === 404 ? "There is no such page" : "That did not work"}
        detail={words ?? error.statusText}
        day={error.status === 404 ? undefined : day}
      />
    );
  }
  if (error instanceof TypeError && /fetch|network|load failed/i.test(error.message))
    return (
      <ErrorPage
        title="The cart does not answer"
        detail="What you ticked is kept on this phone. When the network is back, go back to the day."
      />
    );
  return (
    <ErrorPage
      title="This screen broke"
      detail="What is recorded is unharmed. Go back to the day and try again; if it breaks once more, restart the application."
      day={day}
    />
  );
}
