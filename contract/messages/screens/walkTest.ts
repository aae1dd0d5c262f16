/** What the screen says, part by part. */
export const WALK_TEST_TEXTS = {
  // the screen itself
  byHand: (seenWalk: string) => `by hand: ${seenWalk}`,
  whichWalk: "Which walk",
  removeTheWalkTestHere: "Remove the walk test here",
  noAntennaOnThePlan: "No antenna on the plan yet",
  noWalkOnThePlan: "No walk on the plan yet",
  aWalkTestComparesReadings: "A walk test compares readings with the calculation.",
  theWalksAndAntennasFirst: "the walks and antennas first.",
  draw: "Draw",
  toldOnlyAsLimits: (what: string | number) => `, ${what} known only as limits`,
  itWasOffFromPlace: (db: string, db2: string) =>
    ` The model was ${db} off from place to place; with this it is ${db2} off.`,
  walked: (clock: string, count: string, what: string, fit: string, what2: string) =>
    `Walked at ${clock}, ${count}${what}: ${fit}.${what2}`,
  carryThePackAlong:
    "Carry the pack along a walk as it is worn, at the pace of the scene, and listen or let the receiver be read. Two or three walks with walls in between and turned backs tell most.",
  isCalculatedWithItsWalk: (place: string) => `${place} uses its walk test`,
  noWalkTestOfYet: (place: string) => `No walk test of ${place} yet`,
  spreadAlongTheWalk: (db: string) => `, ${db} spread along the walk`,
  isAsTheModelSays: (place: string, what: string) => `${place} is as the model says${what}`,
  givesThanTheModel: (place: string, db: string, what: string) =>
    `${place} gives ${db} ${what} than the model`,
  noLevelWasMeasuredAbout: (db: string, fit: string) =>
    `No level was measured: about ${db} mean, from where it dropped and where it held. That gives ${fit}.`,
  measuredMinusCalculatedMeanSpread: (db: string, db2: string, fit: string, db3: string) =>
    `Measured minus calculated: ${db} mean, ${db2} spread along the walk. With ${fit} the rest is ${db3}.`,
  // ByHand
  byHand2: "By hand",
  walks: (talker: string, name: string) => `${talker} walks “${name}”`,
  droppedHere: "Dropped here",
  noDropoutSoFar: "no dropout so far",
  soFar: (drops: number, what: string) => `${drops} ${what} so far`,
  reads: (receiverLabel: string) => `${receiverLabel} reads`,
  itsMeterReads: "its meter reads",
  atTheEndOkEverywhere: "At the end: OK everywhere else",
  stopWithoutSaving: "Stop without saving",
  watchTheGroundNot:
    "Watch the ground, not the meter. Keep off private land and clear of traffic and animals.",
  walksNow: (talker: string) => `${talker} walks now`,
  undo: "Undo",
  listenAndPressDroppedHere:
    "Listen, and press “Dropped here” each time the sound breaks. Or tap the plan there.",
  thatSpotIsMoreThan: (metres: string, name: string) =>
    `That spot is more than ${metres} from “${name}”. Nothing was added; choose another walk above, or tap nearer.`,
  planTapWhereDropped: (talker: string, name: string) =>
    `Plan: tap where ${talker} dropped on “${name}”`,
  listenedToAllTheWay: "heard all the way, OK everywhere else",
  markedSoFar: "Marked so far",
  remove: (seenPoint: string) => `Remove: ${seenPoint}`,
  read: (receiver: string) => `${receiver} read`,
  orItsMeterRead: "or its meter read",
  // Laid
  marginAfterThisWalkTest:
    "Margin after this walk test as areas. Readings are dots: A up, B down. Dropouts are crosses.",
  readingsAlongOverTheCalculation: (name: string) =>
    `Readings along “${name}” over the calculation`,
  byTheModel: (spread: string, spread2: string) =>
    `By the model ${spread}; with the walk test ${spread2}.`,
  // PlaceFindings
  forEachWallBetween: "For each wall between",
  withTheBodyBetween: "With the body between",
  thisLocation: "This location",
  whatThisSaysAbout: "What this says about the location",
  correction: "Correction",
  db: "dB",
  known: "known to",
  dbWith: (uncertaintyDb: string) => `± ${uncertaintyDb} dB`,
  notKnownFromTheseWalks: "not known from these walks",
  tooFewReadingsKeepWalking: "Too few readings: keep walking.",
  save: (place: string) => `Save for ${place}`,
  startAgain: "Start again",
  ofThemOnlyUpper: (what: string | number) => `, ${what} of them only upper or lower limits`,
  inTheNoise: (count: string) => `; ${count} in the noise`,
  // WalkSources
  fromLevels: "From levels",
  isLargerThan4Mb: (name: string) =>
    `“${name}” is larger than 4 MB: too large for a walk. Nothing was imported.`,
  fromAFile: "From a file",
  switch: (packLabel: string) => `Switch ${packLabel} on`,
  aWalkIsBeingRecorded: "A walk is being recorded.",
  walking: "Walking…",
  letWalk: (talker: string) => `Let ${talker} walk it`,
  atTheEnd: "At the end",
  soFarWith: (count: string) => `${count} so far`,
  recordFromTheReceiver: "Record from the receiver",
  typeOrPasteLevels: "Type or paste levels",
  timeLevelOfALevel: "Time, level of A, level of B",
  oneLinePerReading:
    "One line per reading, from start to end of the walk: seconds or 1:05, then dBm (or dBµV with a heading). B is optional.",
  usingTheseLevels: "Use these levels",
  whatWasTyped: "what was typed",
  // useWalked
  nothingWasRead:
    "Nothing was read on the way: switch the pack on, and let the app read the receiver. The walk was not saved.",
  walkedWith: (talker: string) => `${talker} walked`,
  thePracticeUnitsDidNot: "The practice units did not answer. Nothing was changed.",
} as const;
