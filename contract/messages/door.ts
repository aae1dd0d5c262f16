/** Why the door does not let a request through, or what came of it is not told. */
export type DoorRefusal =
  | "other-method"
  | "misspelled"
  | "foreign"
  | "join-first"
  | "cart-only"
  | "other-day"
  | "no-page"
  | "too-much-at-once";

export const DOOR_WORDS: Readonly<Record<DoorRefusal, string>> = {
  "other-method": "This address takes GET and POST only. Nothing was changed.",
  misspelled: "The address is misspelled. Nothing was changed. Start from the first page.",
  foreign: "Only pages of Plain Channel may do this. Nothing was changed.",
  "join-first": "This phone is not connected. Ask at the cart for the code, and open /join.",
  "cart-only": "This is done at the cart. Nothing was changed.",
  "other-day": "This phone is connected to another day. Nothing was changed.",
  "no-page": "There is no such page. Nothing was changed.",
  "too-much-at-once": "This phone sends too many requests. Close some of its pages.",
};

/** The last resort. @param requestId - by which it is found in the log */
export const failedWords = (requestId: string): string =>
  `That failed. The log has it under ${requestId}. Saved data is unharmed.`;
