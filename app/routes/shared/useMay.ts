import { useCallback } from "react";
import { useLocation } from "react-router";
import { screenAt } from "./addresses";
import { useWho } from "./useWho";

/**
 * Whether whoever looks may send an intent from the screen that is open: a guest's phone shows
 * nothing that the door would refuse. Outside of a day only the cart looks.
 * @returns asks by the intent's name
 */
export function useMay(action?: string): (intent: string) => boolean {
  const { rights } = useWho();
  const { pathname } = useLocation();
  const screen = screenAt((action ?? pathname).split("/")[3]);
  return useCallback(
    (intent) => rights === null || rights.intents.includes(`${screen}/${intent}`),
    [rights, screen],
  );
}
