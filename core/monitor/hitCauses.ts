/**
 * What a hit can come from. "not-radio": nothing in the link stands out; cloth, a cable, the
 * microphone.
 */
export const HIT_CAUSES = [
  "neighbour",
  "product",
  "noise",
  "fade",
  "in-the-way",
  "one-antenna",
  "overload",
  "cells",
  "switched-off",
  "muted",
  "microphone",
  "not-radio",
] as const;
export type HitCause = (typeof HIT_CAUSES)[number];
