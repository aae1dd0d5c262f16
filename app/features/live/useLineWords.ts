import { useEffect, useState } from "react";
import { FEATURES_TEXTS } from "~/contract/messages/screens/parts/features";
import type { LiveState } from "./useLive";
import { useOutbox } from "./outbox";

/** What goes out at once needs no word: only what takes longer is told. */
const SLOW_MS = 1_500;

/** What is to be told of the line to the cart; null while all is well. */
export interface LineWords {
  what: string;
  why: string | null;
  /** Whether nothing works before somebody does as it says. */
  isEnd: boolean;
}

/** Told while the cart cannot be reached, and until everything that was seen meanwhile is there. */
export function useLineWords(dayId: number, state: LiveState): LineWords | null {
  const { waiting } = useOutbox(dayId);
  const hasWaiting = waiting.length > 0;
  const [isSlow, setSlow] = useState(false);
  useEffect(() => {
    if (!hasWaiting) return undefined;
    const timer = setTimeout(() => setSlow(true), SLOW_MS);
    return () => {
      clearTimeout(timer);
      setSlow(false);
    };
  }, [hasWaiting]);
  const kept = FEATURES_TEXTS.checksWaitHere(waiting.length);
  switch (state) {
    case "sent-away":
      return {
        what: FEATURES_TEXTS.thisPhoneWasDisconnected(kept),
        why: FEATURES_TEXTS.itShowsTheDayAsItWas,
        isEnd: true,
      };
    case "away":
      return {
        what: FEATURES_TEXTS.noConnectionToTheCart(kept),
        why: FEATURES_TEXTS.whatYouCheckIsSavedHere,
        isEnd: false,
      };
    case "live":
      return hasWaiting && isSlow
        ? { what: FEATURES_TEXTS.sending(kept), why: null, isEnd: false }
        : null;
  }
}
