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
  misspelled:
    "That address is not spelled as Plain Channel spells its own. Nothing was changed; go in by its first page.",
  foreign: "This is for pages of Plain Channel only. Nothing was changed.",
  "join-first":
    "This phone is not let in (any more). Ask at the cart for the code, and open /join.",
  "cart-only": "That is done at the cart. Nothing was changed.",
  "other-day": "This phone was let into another day. Nothing was changed.",
  "no-page": "There is no such page. Nothing was changed.",
  "too-much-at-once": "This phone asks for too much at once. Close some of its pages.",
};

/** The last resort. @param requestId - by which it is found in the log */
export const failedWords = (requestId: string): string =>
  `That did not work, and why is in the log under ${requestId}. What is recorded is unharmed.`;
