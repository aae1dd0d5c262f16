/** What the screen says, part by part. */
export const WRAP_UP_TEXTS = {
  // the screen itself
  allPacksAreOff: "All packs are off.",
  ofBatteriesCarriedIntoDay: (count: string, dayNumber: number) =>
    `${count} of batteries carried into day ${dayNumber}: with their hours.`,
  noHoursToCarryInto: (dayNumber: number) => `No hours to carry into day ${dayNumber}.`,
  noLaterDay: "This shoot has no later day: the hours stay with this one.",
  theRollIsOverWhat: (what: string) => `Rolling is over; all readings are saved. ${what}`,
  itRolls: "Rolling again.",
  everythingOff: "Everything off",
  packsHandheldsAndReceiversBefore: "packs, handhelds and receivers, before anything is unplugged",
  batteries: "Batteries",
  outOvernightOrOnCharge: "out overnight or on charge; keep part-used sets with their pack",
  counted: "Counted in",
  byBlockAMixedUp: "by block: a mixed-up pair costs range tomorrow",
  leftAsFound: "Left as found",
  housePresetsUnchangedErasePairings:
    "house presets unchanged; erase pairings only on units you pass on",
  everythingIsArchivedItStill: "Everything is packed; it still rolls",
  wrapped: "Wrapped",
  still: (on: string, what: string) => `${on} ${what} still on`,
  leftToDo: (count: string) => `${count} left to do`,
  todaysScansAndPlans:
    "Today’s scans and plans are for today. The next day starts with a new scan.",
  endTheDay: "End the day",
  switchOff: (what: string) => `Switch ${what} off`,
  reports: "reports that it is on",
  reportsThatItIsOff: "reports that it is off",
  hoursForTomorrow: "Hours for tomorrow",
  carriedIntoDayWhen: (dayNumber: number, date: string) =>
    `Carried into day ${dayNumber}, ${date}, when this day ends.`,
  savedWithThisDay: "Saved with this day, and copied to the next day of the shoot.",
  ranAboutLeft: (chemistry: string, ran: string, left: string | null) =>
    `${chemistry}, ran ${ran}, ${left ? `about ${left} left` : "time left not known"}`,
  switchThePackOffBefore:
    "Switch the pack off before you open its door. Keep a hot or swollen lithium pack away from chargers. Lower masts with someone at the foot, clear of power lines.",
  off: (label: string) => `${label} off`,
  batteriesOut: (label: string) => `${label}: batteries out`,
  onCharge: (label: string) => `${label}: on charge`,
  backInTheKit: (label: string) => `antenna ${label} back in the kit`,
  countedWith: (n: number, label: string) => `${n} ${label} counted`,
  aHousesFixedSet: "A house’s fixed set is as it was found",
  pairingsErasedOnWhat: "Pairings erased on units you pass on, kept on the rest",
} as const;
