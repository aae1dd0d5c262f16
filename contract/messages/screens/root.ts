/** What the screen says, part by part. */
export const ROOT_TEXTS = {
  // root
  plainChannel: "Plain Channel",
  pageNotFound: "Page not found",
  thatFailed: "That failed",
  theCartDoesNotAnswer: "The cart does not answer",
  whatYouCheckedIsSaved:
    "What you checked is saved on this phone. Go back to the day when the network is back.",
  thisScreenFailed: "This screen failed",
  savedDataIsUnharmedGo:
    "Saved data is unharmed. Go back to the day and try again. If it fails again, restart the application.",
} as const;
