/** What the screen says, part by part. */
export const EXERCISE_TEXTS = {
  // the screen itself
  thereIsNoSuchExercise: "There is no such exercise.",
  practicePlainChannel: (kind: string | number, seed: string | number) =>
    `Practice ${kind}-${seed} · Plain Channel`,
  allExercises: "All exercises",
  // AirForm
  aSweepFrom470: (marks: string, places: string) =>
    `A sweep from 470 to 566 MHz with marks ${marks} and places ${places}`,
  tvStations: "TV stations",
  whichChannelsCarryATv: "Which channels carry a TV station?",
  marks: "Marks",
  whatIsAtEachMark: "What is at each mark?",
  quietest: "Quietest",
  whereIsItQuietest: "Where is it quietest, for a pack of 200 kHz?",
  submit: "Submit",
  // AntennaForm
  and: " and ",
  aLocationWithAntennas: (walks: string) => `A location with ${walks}; antennas A and B on it`,
  antenna: (name: string) => `Antenna ${name}`,
  across: (n: string | number) => `${n}, across`,
  down: (n: string | number) => `${n}, down`,
  ofAtMost: (metres: string, type: string) => ` ${metres} of ${type} at most,`,
  standsHigh: (walks: string, what: string, metres: string) =>
    `${walks}.${what} stands ${metres} high.`,
  theCableDoesNotReach: (unreached: string) => ` The cable does not reach ${unreached}.`,
  // DayTen
  runningUntil: (clock: string) => `Running until ${clock}`,
  whatHappenedHowSoonYou:
    "What happened, how soon you logged it, and whether your answer fixed it.",
  fiveThingsGoWrong:
    "Five things go wrong on the practice day. Log each with H and the channel number, answer it, and go on. Within 15 seconds you get full points; a false alarm costs five.",
  scanFindFrequenciesAndSync: "Scan, find frequencies and sync the practice day first.",
  toThePracticeDay: "To the practice day",
  startTheTenMinutes: "Start the ten minutes",
  toTheRollScreen: "To the roll screen",
  nothingSoFar: "Nothing so far.",
  soFar: (count: string) => `${count} so far.`,
  whereNothing: (count: string) => `${count} logged with no fault there`,
  // Desk
  eightSweepsOf470:
    "Eight sweeps of 470 to 566 MHz, one over the other, 25 kHz a step. Say what you see, then submit it.",
  chooseAFrequencyForEach:
    "Choose a frequency for each pack: on the 25 kHz grid, in no TV channel, clear of the others, of other crews, and of intermod.",
  eachTraceShowsTheLast:
    "Each trace shows the last half minute of a channel: antenna A up, B down, narrow where it is weak, crossed where the link is bad. The first is the one with the hit.",
  theLoudestMustKeepTen:
    "The loudest must keep ten decibels at the pack; aim for speech at −20 dBFS on the recorder, its loudest peaks under −8.",
  twoWhipsOnStands:
    "Two whips on stands. The cable from the cart has a limit. The weakest point of all walks counts.",
  itWasStopped: "it was stopped",
  whatWasRightWhat: "What was right, what was wrong, and why.",
  theExerciseCouldNot: (failure: string) =>
    `The exercise could not be made (${failure}). Load the page again.`,
  itCouldNotBeGraded: (detail: string) =>
    `It could not be graded (${detail}). Your answers are still here. Submit again.`,
  preparing: "Preparing",
  comparingWithTheBestAnswer: "Comparing with the best answer",
  // FaultForm
  chooseTheCause: "choose the cause",
  hit: (n: number) => `Hit ${n}`,
  hitWhat: (n: number) => `Hit ${n}: what was it`,
  ofSaid: (count: string, numberWord: string) => `${count} of ${numberWord} said`,
  hit2: "Hit",
  channel: (n: number) => `Channel ${n}`,
  halfAMinuteOfRf: (mhz: string) => `Half a minute of RF on ${mhz}`,
  voiceInTheLastSeconds: "voice in the last seconds",
  noVoiceInTheLast: "no voice in the last seconds",
  theReceiverShowsThePacks: "the receiver shows the pack’s mute",
  theOverloadLight: "the overload light is on",
  theLastSweepShowsNo: "the last sweep shows no new carrier",
  away: (mhz: string, span: string, rfLevel: string) => `${mhz} (${span} away), ${rfLevel}`,
  newCarrier: (near: string) => `new carrier: ${near}`,
  theNoiseAroundItRose: (db: string) => `the noise around it rose by ${db}`,
  batteriesAboutLeft: (duration: string) => `batteries: about ${duration} left`,
  // Outcome
  howItWent: "How it went",
  notSo: "wrong",
  anotherOne: "Another one",
  sameOneAgain: "Same one again",
  itsNameToShare: "Its name, to share:",
  // PickForm
  tv: (channel: number) => `TV ${channel}`,
  aSweepFrom470To566: "A sweep from 470 to 566 MHz with your packs on it",
  channelMhz: (n: number) => `Channel ${n}, MHz`,
  chosen: (count: string, numberWord: string) => `${count} chosen of ${numberWord}`,
  // VoiceForm
  aSoftVoice: "a soft voice",
  anOrdinaryVoice: "an ordinary voice",
  aRaisedVoice: "a raised voice",
  aLoudVoice: "a loud voice",
  anActedScream: "an acted scream",
  theVoice: "The voice",
  atItsLoudestDb: (n: string, loudestSplAt1mDb: number, peakFactorDb: number) =>
    `${n}; at its loudest ${loudestSplAt1mDb} dB at a metre; peaks ${peakFactorDb} dB over its average`,
  mvPaCm: (name: string, sensitivityMvPerPa: number, round: number) =>
    `${name}, ${sensitivityMvPerPa} mV/Pa, ${round} cm from the mouth`,
  fullScale: (modelName: string, replace: string) => `${modelName}: full scale at ${replace}`,
  outAtFullScale: (modelName: string, replace: string) =>
    `${modelName}: ${replace} out at full scale`,
  fullScaleAtWithNo: (name: string, replace: string) =>
    `${name}: full scale at ${replace} with no gain`,
  pack: "Pack",
  receiver: "Receiver",
  input: "Input",
} as const;
