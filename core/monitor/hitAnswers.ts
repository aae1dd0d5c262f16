/**
 * What can be done about it, in the order in which it is offered. "take-spare" and "fresh-place"
 * are told their frequency by whoever knows what is clear.
 */
export type HitAnswerKind =
  | "retune"
  | "power-up"
  | "power-down"
  | "nearer"
  | "turn-pack"
  | "sleeve"
  | "stand-back"
  | "change-cells"
  | "switch-on"
  | "unmute"
  | "microphone"
  | "antenna"
  | "re-rig"
  /** It was looked at, and everything holds. */
  | "nothing-found"
  | "leave";
