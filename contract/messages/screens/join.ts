/** What the screen says, part by part. */
export const JOIN_TEXTS = {
  // the screen itself
  joinPlainChannel: "Join · Plain Channel",
  typeTheSixDigitCode: "Type the six-digit code and a name. Nothing was changed.",
  thisComputer: "this computer",
  joinTheDay: "Join the day",
  theCode: "The code is on the cart’s screen, under Phones.",
  code: "Code",
  yourName: "Your name",
  join: "Join",
} as const;
