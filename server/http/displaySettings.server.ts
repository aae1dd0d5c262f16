import { AsyncLocalStorage } from "node:async_hooks";
import { readDisplayBy } from "~/contract/messages/display";
import { type DisplaySettings, USUAL_DISPLAY } from "~/contract/schemas/displayChoices";
import { displayOf } from "~/contract/schemas/displaySettings";

const asked = new AsyncLocalStorage<DisplaySettings>();
readDisplayBy(() => asked.getStore() ?? USUAL_DISPLAY);

/** Answers a request in the clock, dates and units that its browser chose. */
export const inDisplayOf = <T>(
  headers: { cookie?: string | undefined; "accept-language"?: string | undefined },
  answer: () => T,
): T => asked.run(displayOf(headers.cookie ?? null, headers["accept-language"] ?? null), answer);
