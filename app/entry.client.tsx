import { startTransition, StrictMode } from "react";
import { hydrateRoot } from "react-dom/client";
import { HydratedRouter } from "react-router/dom";
import { honourDisplay } from "./features/settings/displayStore";
import { tellTrouble } from "./features/trouble/tellTrouble";

// A reading that is given up for a newer one, or for another page, is no fault: the router leaves
// its stream's end to nobody.
window.addEventListener("unhandledrejection", (event) => {
  if (event.reason instanceof DOMException && event.reason.name === "AbortError")
    event.preventDefault();
  else tellTrouble(event.reason);
});
window.addEventListener("error", (event) => tellTrouble(event.error ?? event.message));

/** Told with the components it came from, then as the browser tells of any error. */
const heard = (
  error: unknown,
  { componentStack }: { componentStack?: string | undefined },
): void => {
  tellTrouble(error, componentStack);
  reportError(error);
};

honourDisplay();
startTransition(() => {
  hydrateRoot(
    document,
    <StrictMode>
      <HydratedRouter />
    </StrictMode>,
    { onUncaughtError: heard, onCaughtError: heard, onRecoverableError: heard },
  );
});
