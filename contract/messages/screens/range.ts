/** What the screen says, part by part. */
export const RANGE_TEXTS = {
  // the screen itself
  antenna: (n: string) => `antenna ${n}`,
  theTalker: "the talker",
  place: (n: string | number) => `place ${n}`,
  // Antennas
  antennas: "Antennas",
  antennaChanged: (name: string) => `antenna ${name} changed`,
  antennaWith: (name: string) => `Antenna ${name}`,
  onTheReceiver: "on the receiver",
  of: (metres: string, type: string) => `${metres} of ${type}`,
  lost: (feed: string, db: string) => `${feed}: ${db} lost`,
  height: "Height",
  leans: "Leans",
  moveAntenna: (name: string) => `Move antenna ${name}`,
  antennaMoved: (name: string) => `antenna ${name} moved`,
  moveByArrowKeys: (name: string) => `Move ${name} by arrow keys`,
  theFirstTwoAreUsed: "The first two are used; the others are spares.",
  // HelpList
  min: (minutes: number) => `${minutes} min`,
  // NoPlan
  hasNoFloorPlanYet: (place: string) => `${place} has no floor plan yet`,
  drawWallsWalksAndAntennas:
    "Draw walls, walks and antennas: a few lines are enough. Then you see who drops out, where, how often, and what helps most. Without a plan, a link budget needs only distance and walls.",
  drawTheFloorPlan: "Draw the floor plan",
  linkBudget: "Link budget",
  // PlacementSearch
  whatIsAtHandChanged: "available kit changed",
  twoAntennaPositions: "Two antenna positions",
  usesThePositionsMarked: (n: number) => `Uses the ${n} positions marked for stands.`,
  usesTheWholePlanMark: "Uses the whole plan. Mark stands on the floor plan to limit it.",
  antennasInTheKit: "Antennas in the kit",
  highestStand: "Highest stand",
  cableInTheKit: "Cable in the kit",
  cableChanged: "cable changed",
  anAmplifierAtTheAntenna: "an amplifier at the antenna end",
  gain: "Gain",
  db: "dB",
  longestRun: "Longest run",
  tryingEveryPairOfPositions: "Trying every pair of positions",
  stop: "Stop",
  findTwoPositions: "Find two positions",
  chooseTheAntennasFirst: "Choose the antennas first.",
  markASecondStandFirst: "Mark a second stand first: two antennas need two positions.",
  theSearchStoppedThePlan: (detail: string) =>
    `The search stopped (${detail}). The plan is unchanged.`,
  noPositionWorksNoCable: "No position works: no cable reaches, or all are inside obstacles.",
  usingThesePositions: "Use these positions",
  antennasPutWhereTheyWere: "antennas put at the best positions",
  looking: (direction: string) => `, looking ${direction}`,
  withTheAmplifier: ", with the amplifier",
  aAtAcrossDown: (n: string, metres: string, metres2: string, what: string, what2: string) =>
    `a ${n} at ${metres} across, ${metres2} down${what}${what2}`,
  and: " and ",
  instead: (db: string) => ` instead of ${db}`,
  atLeastToSpare: (antennas: string, db: string, what: string, reliability: string) =>
    `${antennas}: at least ${db} to spare on every walk${what}, ${reliability} on the weakest walk.`,
  // RangeControls
  theWorstWay: "the worst direction",
  whereTheyGo: "where they go",
  mw: (talker: string, round: number) => `${talker}, ${round} mW`,
  // TooStrong
  tooStrongAndPowerLimits: "Too strong, and power limits",
  calculatingWhoComesNear: "Calculating who comes near an antenna",
  noOneComesNearEnough: "No one comes near enough to overload a receiver.",
  comesNearOverload: "comes near overload",
  tooMuch: (db: string) => `${db} too much`,
  under: (db: string) => `${db} under`,
  atAntennaAlongItSounds: (
    n: string,
    rfLevel: string,
    what: string,
    metres: string,
    name: string,
  ) =>
    ` at antenna ${n}: ${rfLevel}, ${what}, ${metres} along “${name}”. It sounds like a dropout, but it is overload.`,
  inThisOrder: "In this order",
  underOverload: "under overload",
  leftAtTheFarEnd: "left at the far end",
  belowItsNoiseHarmless: (db: string) => `${db} below its noise: harmless`,
  aboveItsNoiseItHurts: (db: string) =>
    `${db} above its noise. It hurts a weak channel on that frequency: use a computed plan, or lower the power of whoever is near`,
  andWhereBothAreStrongest: (
    talker: string,
    talker2: string,
    rfLevel: string,
    rfLevel2: string,
    rfLevel3: string,
    what: string,
  ) =>
    `${talker} and ${talker2}, where both are strongest (${rfLevel}, ${rfLevel2}), make intermod of ${rfLevel3} in the receiver: ${what}.`,
  ofMwRadiated: (maxEirpMw: number, licence: string, asOf: string) =>
    ` of ${maxEirpMw} mW radiated (${licence}, ${asOf})`,
  noRuleKnownThere: ", no rule known there",
  mwWith: (talker: string, round: number, what: string) => `${talker} ${round} mW${what}`,
  checkWithYourRegulator: (walkers: string) => `${walkers}. Check with your regulator.`,
  packDownToMw: (value: number) => `Pack down to ${value} mW`,
  antennaFurtherAway: (metres: string) => `Antenna ${metres} farther away`,
  padOfDbBefore: (value: number) => `Pad of ${value} dB before the receiver`,
  // WhereFrom
  howThisIsCalculatedAlong: (metres: string) => `How this is calculated, ${metres} along`,
  toAntenna: (name: string) => `To antenna ${name}.`,
  // usePlanDrag
  moved: (kind: string) => `${kind} moved`,
} as const;
