/** What was seen of a part, as it was called until 2026-11: by the words of the screen. */
const OLD_OUTCOMES: Readonly<Record<string, string>> = {
  "both take turns": "both-take-turns",
  "only A serves": "only-a-serves",
  "only B serves": "only-b-serves",
  "its own": "its-own",
  "another’s": "another-pack",
  "nothing told": "nothing-told",
  "chatter or chirps": "chatter",
  "hiss or breaks": "hiss-or-breaks",
  "somebody else": "somebody-else",
  "gone and back": "gone-and-back",
  "still heard": "still-heard",
  "stays silent": "stays-silent",
  "meter follows": "meter-follows",
  "played back": "played-back",
  "on another track": "on-another-track",
  "left to the talker": "left-to-talker",
};

/**
 * The code of what was seen: a phone that was out of reach may hold it as it was called before.
 * What is known by neither name comes back as it is.
 */
export const outcomeCode = (outcome: string): string => OLD_OUTCOMES[outcome] ?? outcome;
