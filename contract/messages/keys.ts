// What the keys of a screen do: verb and thing, as the list of keys shows them.

export const ROLL_KEYS = {
  hit: "Log interference: then type the channel",
  note: "Make a note of this moment",
  take: "Start the next take",
  scene: "Start the next scene",
  shorter: "Show less RF history",
  longer: "Show more RF history",
} as const;

export const WALK_KEYS = {
  begin: "Start the walk",
  dropped: "Mark a dropout here",
  end: "End the walk",
  undo: "Undo the last walk",
} as const;

export const HAND_KEYS = {
  yes: "Answer yes",
  no: "Answer no",
  undo: "Undo the last answer",
  form: "Change between short and full form",
  move: "Move to a spare frequency",
  passOver: "Skip a frequency that the receiver does not offer",
} as const;
