/** What the screen says, part by part. */
export const FREQUENCIES_TEXTS = {
  // BankList
  noReceiverHereHasBanks: "No receiver here has banks: all were computed.",
  bank: "Bank",
  membersFreeHere: "Members free here",
  whichAreFree: "Which",
  placed: "Placed",
  smallestMargin: "Smallest margin",
  allBanksMixed: "all banks mixed",
  listOf: (word: string, list: string) => `${word} ${list}`,
  of: (free: number, members: number) => `${free} of ${members}`,
  ofWith: (placed: number, wanted: number) => `${placed} of ${wanted}`,
  usedNoSingleBank:
    "used: no single bank has room for all. All products of the mixed members are checked",
  // DayByPlace
  noSingleSetWorks: "No single set works at every location.",
  locationByLocation: "Location by location, with the fewest retunes",
  goingThroughTheDay: "Going through the day",
  thatStoppedThePlan: "The search stopped. The plan is unchanged.",
  noRetuneAllDay: "No retune all day",
  noneStays: "every channel retunes",
  overTheDay: (count: string, what: string) => `${count} over the day; ${what}`,
  notAllFit: (short: string) => `Not all fit at ${short}.`,
  showTheSetForHere: "Show the set for here",
  channel: "Channel",
  noFrequency: "no frequency",
  underlinedRetunedOnArrival:
    "Underlined: retuned on arrival. The fewest found; fewer may be possible.",
  // MakeRoom
  whatWouldMakeRoom: "What would make room",
  tryingWithOneRuleRelaxed: "Trying with one rule relaxed at a time",
  noUnlockedFrequencyTighterSpacing:
    "No unlocked frequency, tighter spacing or higher noise limit makes room for all, alone or in pairs.",
  thenAllFit: (list: string) => `${list}: then all fit.`,
  apply: "Apply",
  ownNumbers: (names: string) =>
    `the units of ${names} go by their own numbers only: with every frequency of their range all would fit.`,
  sharedHalves:
    "the halves of a receiver share a block or list: with each half free all would fit. Use halves of two receivers.",
  tightSpacing: "tight spacing",
  notFixed: (nameOf: string) => `${nameOf} not locked`,
  intermodAllowedWhere: "intermod allowed where it is at least 40 dB weaker",
  channelsThatNeverWorkTogether:
    "channels that never work together may clash, with the unused pack off",
  moreNoiseThanTheDay: (db: string) => `${db} more noise than the day allows`,
  // PickControls
  allAtOnce: "all at once",
  computedTogetherWithRoomBetween: "computed together, with room between",
  insideOneBank: "inside one bank",
  theBankWithMostRoom: "the bank with most room here",
  oneAfterAnother: "one after another",
  eachPackLeftOnBefore: "each pack left on before the next scan",
  how: "How",
  spacing: "Spacing",
  of2: (placed: number, n: number) => `${placed} of ${n}`,
  usingTheBestSoFar: "Use the best so far",
  stop: "Stop",
  noFrequencyFoundYet: "No frequency found yet.",
  aRule: (count: string, what: string) => `${count} ${what} a rule.`,
  useThisPlan: "Use this plan",
  findAgain: "Find again",
  undo: "Undo",
  discard: "Discard",
  changeTheFewest: "Change the fewest",
  everyChannelHasAFrequency: "Every channel has a frequency.",
  theNext: "the next",
  findOne: (n: string) => `Find one for ${n}`,
  findOneWith: (talker: string) => `Find one for ${talker}`,
  findFrequencies: "Find frequencies",
  keepWhatStillWorks: "Keep what still works",
  findAllAgain: "Find all again",
  whereItMustWork: "Where it must work",
  forThisLocation: "for this location",
  forEveryScannedLocation: "for every scanned location",
  noRetuneBetweenThem: (scanned: string) => `${scanned}: no retune between them`,
  // PickDetail
  is: (mhz: string, broken: string) => `${mhz} is ${broken}.`,
  // PickHead
  or: "Or",
  fromTheFirstScan: ", from the first scan to the check.",
  setAndSync: "Set and sync",
  scanAgain: "scan again",
  usingTheGuidedSetUp: "use the guided set-up",
  someFrequenciesClash:
    "Some frequencies clash but are never used together: switch off the pack that is not in use. ",
  andMore: (n: number) => `, and ${n} more`,
  // PlanSpectrum
  at: "at",
  // PlanFiles
  isFarTooLarge: (name: string, round: number) =>
    `"${name}" is far too large for a plan (${round} MB). It was not read. Nothing was changed.`,
  importAPlan: "Import a plan",
  saveThePlan: "Save the plan: ",
  csv: "CSV",
  json: "JSON",
  importedAndLockedNotUsed: (count: string, what: string) =>
    `${count} imported and locked, not used yet. Find the rest around ${what}.`,
  noOneHereIsCalled: (unknown: string) => ` No one here is called ${unknown}.`,
  // PlanHistory
  plan: (version: number, clock: string, placeName: string, how: string) =>
    `Plan ${version}, ${clock}, ${placeName}: ${how}`,
  undoBackToPlan: (earlier: number) => `Undo: back to plan ${earlier}`,
  allVersions: (n: number) => `All ${n} versions`,
  backToPlan: (version: number) => `Back to plan ${version}`,
  // ToldBy
  bank2: (bank: string, free: number, members: number) => `bank ${bank} ${free} of ${members}`,
  ownScanFree: (label: string, clock: string, age: string, join: string) =>
    `${label}, own scan ${clock} (${age}): ${join} free.`,
  // draft
  foundAnew: "all found again",
  fewestPacksChanged: "fewest packs changed",
  insideTheMakersBanks: "inside the makers' banks",
  byHand: "by hand",
  movedByHand: (talker: string) => `${talker} moved by hand`,
  placeByPlaceOver: "location by location over the day",
  // usePick
  hit: (talker: string, n: string) => `${talker} hit, ${n}`,
  // useSearch
  findingPlaces: "Finding frequencies",
  makingRoomBetweenThem: "Making room between them",
  choosingTheQuietest: "Choosing the quietest",
  theSearchStoppedThePlan: (detail: string) =>
    `The search stopped (${detail}). The plan is unchanged. Try again.`,
} as const;
