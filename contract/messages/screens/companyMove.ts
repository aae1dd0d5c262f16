/** What the screen says, part by part. */
export const COMPANY_MOVE_TEXTS = {
  // the screen itself
  movedScansAndVerifications: "Moved. Scans and verifications from elsewhere are marked old.",
  hasAChannelScan: (talker: string) =>
    `${talker} has a channel. Scan with the others on, or use a spare under Frequencies.`,
  hasLeftThePack: (talker: string) =>
    `${talker} has left: the pack and the receiver channel are free.`,
  isBackOnTheSame: (talker: string) => `${talker} is back on the same channel.`,
  theDayHasNoLocation: "The day has no location yet",
  where: "Where to",
  here: " (here)",
  move: (name: string) => `Move to ${name}`,
  outsideToInside: "outside to inside",
  insideToOutside: "inside to outside",
  fromOtherStationsAreReceived: (what: string) =>
    `From ${what}: the receivers see other stations, and regulations may differ.`,
  beforeTheFirstTake: "Before the first take",
  n1Min: "< 1 min",
  min: (minutes: number) => `${minutes} min`,
  nothingLeftToDoBefore: "Nothing left to do before the first take here.",
  noSceneThereAndCan: (canWait: string, what: string) =>
    `${canWait} ${what} no scene there and can wait.`,
  joiningAndLeaving: "Joining and leaving",
  wire: (t: string) => `Wire ${t}`,
  addTalent: "Add talent",
  wire2: "Wire",
  typeANameFirst: "Type a name first.",
  thereAndNoChannelScan: (joins: string, what: string, what2: string) =>
    `${joins} ${what} there and ${what2} no channel. Scan for a new channel with the others on.`,
  hasNoMoreScenesToday: (talker: string) => `${talker} has no more scenes today.`,
  leavesIsFree: (talker: string, pack: string) => `${talker} leaves: ${pack} is free`,
} as const;
