/** What the screen says, part by part. */
export const LEVEL_TEXTS = {
  // AdviceNotice
  turn: (n: string, show: string) => `Turn ${n} to ${show}`,
  // ByEar
  thePacksPeakLight: "The pack’s peak light",
  inTheHeadphones: "In the headphones",
  byEar: "By ear",
  startFromMinimum: "Start from minimum",
  headphonesDownFirstItAsks: "headphones down first; it asks about the light and the sound",
  at: (pack: string, now: string) => `${pack} at ${now}. `,
  haveSayTheLoudestLine: (talker: string) =>
    `Have ${talker} say the loudest line, then answer both.`,
  byTheLight: (talker: string, db: string, what: string) =>
    `The light says ${talker} is at least ${db} ${what} than expected.`,
  expect: "Expect that",
  oneStepUp: "One step up",
  oneStepBack: "One step back",
  enough: "Enough",
  theSameAsTheModel: (talker: string) => `The same as the model says for ${talker}.`,
  theModelSaysWhatYou: (show: string, db: string, what: string) =>
    `The model says ${show}, ${db} ${what}. What you saw and heard counts more.`,
  // ChannelLevel
  measuredBy: "measured",
  calculatedBy: "calculated",
  radioLink: "radio link",
  gain: (pack: string) => `Gain of ${pack}`,
  output: (receiver: string) => `Output of ${receiver}`,
  gainWith: (input: string) => `Gain, ${input}`,
  dbSpl: (splAtMicrophoneDb: number) => `${splAtMicrophoneDb} dB SPL`,
  peaksMeasured: (dbfs: string) => `peaks measured at ${dbfs}`,
  loudestPeaksExpected: (dbfs: string) => `loudest peaks expected at ${dbfs}`,
  pack: (talker: string, show: string, what: string) => `${talker}: pack at ${show}, ${what}`,
  aboveTheLoudestPeaks: (aim: string, db: string) =>
    `${aim} ${db} of headroom over the loudest peaks.`,
  anOrdinaryLine: (what: string, dbfs: string, db: string, n: string) =>
    `${what} An ordinary line is at ${dbfs}, ${db} above the noise, mostly the ${n}’s.`,
  headroomOverTheLoudestPeaks: (db: string, db2: string) =>
    `Headroom over the loudest peaks: pack ${db}, input ${db2}`,
  save: (talker: string) => `Save for ${talker}`,
  usingOut: (show: string, show2: string, show3: string) =>
    `Use ${show}, ${show2} out, ${show3} in`,
  saveWith: (kept: string) => `Save as it is, ${kept}`,
  wasChangedElsewhereTheScreen: (talker: string) =>
    `${talker} was changed elsewhere. The screen shows the current settings; yours were not saved.`,
  noAutomaticGain: (what: string) =>
    `No automatic gain, at the pack or at the ${what}. Judge by the recording. Mind your ears: headphones down before the first take.`,
  lessThanItWants: ", less than it wants",
  freeOverTheLoudest: (n: string, show: string, db: string, what: string) =>
    `${n}, ${show}: ${db} of headroom over the loudest peaks${what}`,
  lowAtThePack: (db: string, what: string) =>
    ` With a low pack gain, the recorder ends ${db} ${what} its target.`,
  noQuieterHere: "no quieter here",
  quieterBehindTheVoice: (db: string) => `${db} quieter behind the voice`,
  hotIsNeitherLets: (
    line: string,
    line2: string,
    what: string,
    off: string,
    dbfs: string,
    dbfs2: string,
    n: string,
  ) =>
    `${line}; ${line2}. Hot is ${what}. Neither changes how much of the room you hear: only the microphone’s position does.${off} Target: an ordinary line at ${dbfs}, the loudest peaks no higher than ${dbfs2} (${n}).`,
  onItsAim: (by: string) => `On target, ${by}:`,
  itsAim: (db: string, standing: string, by: string) => `${db} ${standing} target, ${by}:`,
  notAsAdvised: "not as advised",
  itsAimWith: (db: string, what: string) => `${db} ${what} target`,
  // KeptLevels
  savedToday: "Saved today",
  theMeasuredVoiceHasNot: "The measured voice has not changed.",
  theMeasuredVoiceDrifted: (db: string, clock: string) =>
    `The measured voice changed by ${db} since ${clock}.`,
  packOutInPeaks: (effort: string, show: string, db: string, show2: string, dbfs: string) =>
    `${effort}, pack ${show}, ${db} out, ${show2} in: peaks ${dbfs}`,
  measured: (dbfs: string, what: string) => `; measured ${dbfs}${what}`,
  theLastFour: "The last four",
  all: (n: number) => `All ${n}`,
  // LevelSettings
  settings: "Settings",
  voice: "Voice",
  loudestLineAt1M: "Loudest line, at 1 m",
  db: (loudestSplAt1mDb: number) => `${loudestSplAt1mDb} dB`,
  microphone: "Microphone",
  cardioid: ", cardioid",
  mvPa: (sensitivityMvPerPa: number, what: string) => `${sensitivityMvPerPa} mV/Pa${what}`,
  mouthToMicrophone: "Mouth to microphone",
  method: "Method",
  recordersLineUp: "Recorder’s line-up",
  // LookAt
  check: "Check",
  checked: "Checked",
  checkTheseOnce: "Check these once",
  // Measure
  standsAtNowSay: (n: string, show: string) =>
    `${n} is now at ${show}. Say the line again to see it.`,
  measure: "Measure",
  measureTheVoice: "Measure the voice",
  yourLoudestLine: (talker: string) => `${talker}, your loudest line`,
  aClipFromCamera: "A clip from camera or recorder",
  thisComputersMicrophone: "This computer’s microphone",
  fedByTheRecorder: "fed by the recorder",
  stop: "Stop",
  listening: (what: string) => `Listening to ${what}`,
  sSay: (floor: number) => `${floor} s; say it as in the take`,
  track: "Track",
  trackWith: (n: number) => `track ${n}`,
  peaks: (dbfs: string) => `peaks ${dbfs}`,
  peaksWith: (from: string, what: string) => `${from}: peaks at ${what}`,
  dbfs: "dBFS",
  truePeak: "true peak",
  dbtp: "dBTP",
  lufs: "LUFS",
  loudest3S: "loudest 3 s",
  db2: "dB",
  notThroughTheChain:
    "This measures the voice, not the gain: it does not pass the chain. Connect the recorder to this computer, or use a recording.",
  noHumNoRubNo: (db: string) => `No hum, no rub, no clipping; ${db} between voice and pauses.`,
  // MicrophonePlace
  microphonesPlace: "Microphone position",
  whereTheMicrophoneSits: "Where the microphone sits",
  lowerTheHeadUntil:
    "Lower the head until the chin touches the chest: the place is just below that point. Listen high, right, low, and with the head turned.",
  loudspeakersInTheRoom: "Loudspeakers in the room: a cardioid is right, its back towards them.",
  loudspeakersInTheRoomAnOmni:
    "Loudspeakers in the room: an omni feeds back sooner. Use a cardioid and aim it.",
  noLoudspeakersAnOmni: "No loudspeakers: an omni is right. It may sit turned, even upside down.",
  noLoudspeakersAnOmniForgives: "No loudspeakers: an omni forgives being turned.",
  belowTheChinsPoint: "Below the chin’s point",
  cm: (round: number) => `${round} cm`,
  headTurned: "Head turned",
  pointsPastTheMouth: "Points past the mouth",
  liveLoudspeakers: "Live loudspeakers",
  noneInTheRoom: "none in the room",
  inTheRoom: "in the room",
  aCapsuleWithAnOpen:
    "An open back means directional, a closed back omni. Pronged clips are sharp: points away from skin, mind children. Ask before you touch. Leave a loop of cable to take a tug.",
  // PracticeByEar
  staysDark: "stays dark",
  blinksOnTheOddLoud: "blinks on the odd loud sound",
  headphonesDownFirstItSays: "headphones down first; it says when to stop",
  atWith: (pack: string, show: string) => `${pack} at ${show}. `,
  loudestPeaksBelowThePacks: "Loudest peaks below the pack’s limit",
  under: (db: string) => `${db} under`,
  over: (db: string) => `${db} over`,
  thePacksPeakLightItsLimit: (label: string, what: string) =>
    `The pack’s peak light ${label}: ${what} its limit on the loudest.`,
  soundsRightHere: "Sounds right here",
  theSameAsCalculated: (talker: string, show: string) =>
    `The same as calculated for ${talker}: ${show}.`,
  byEarLeavesMoreRoom:
    "By ear leaves more room for a shout; calculated has less noise behind the voice.",
  byEarIsCloser: "By ear is closer to the limit: try the loudest line again.",
  calculatedForThanByEar: (talker: string, show: string, db: string, what: string, what2: string) =>
    `Calculated for ${talker}: ${show}, ${db} ${what} than by ear. ${what2}`,
  // ReadMeter
  aMeterReads: (lowestDbfs: number) =>
    `A meter reads from ${lowestDbfs} to 0 dBFS: type a figure such as −12.`,
  orSMeterPeaked: (input: string) => `or the meter of ${input} peaked at`,
  sMeterPeakedAtDbfs: (input: string) => `the meter of ${input} peaked at, dBFS`,
  dbfsOnTheLoudestLine: "dBFS on the loudest line (Enter)",
  dbfsWasRead: (replace: string) => `dBFS: ${replace} was read`,
  thePacksLightStayed: "the pack’s light stayed on",
  // useListening
  speaks: (talker: string) => `${talker} speaks`,
  thatCouldNotBeMeasured: "That could not be measured. Nothing of it was saved.",
  thatFileCouldNot: "That file could not be measured. Nothing of it was saved.",
  nothingCameFromTheMicrophone: "Nothing came from the microphone.",
  thisComputersMicrophone2: "this computer’s microphone",
  thatCouldNotBeMeasured2: "That could not be measured.",
  noMicrophoneThisBrowserGives:
    "No microphone: this browser gives none to this page, or none is plugged in. A wave file works as well.",
} as const;
