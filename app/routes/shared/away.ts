import type { Reply } from "~/contract/schemas/reply";
import { SHARED_TEXTS } from "~/contract/messages/screens/shared";

/**
 * Whether nobody answered. Browsers throw a TypeError then, each in its own words; any other
 * TypeError is a fault of ours.
 */
export const isNoAnswer = (error: unknown): boolean =>
  error instanceof TypeError && /fetch|network|load failed/i.test(error.message);

/** An action that the cart never answered is a refusal in words, not a broken screen. */
export async function answerOrAway<T>(serverAction: () => Promise<T>): Promise<T | Reply> {
  try {
    return await serverAction();
  } catch (error) {
    if (!isNoAnswer(error)) throw error;
    return {
      ok: false,
      message: SHARED_TEXTS.theCartDoesNotAnswer,
      at: Date.now(),
    };
  }
}
