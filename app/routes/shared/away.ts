import type { Reply } from "~/contract/schemas/reply";

/** An action that the cart never answered is a refusal in words, not a broken screen. */
export async function answerOrAway<T>(serverAction: () => Promise<T>): Promise<T | Reply> {
  try {
    return await serverAction();
  } catch (error) {
    if (!(error instanceof TypeError)) throw error;
    return {
      ok: false,
      message: "The cart does not answer. Nothing was changed there; try again when it is back.",
      at: Date.now(),
    };
  }
}
