/** What the screen says, part by part. */
export const CHARTS_TEXTS = {
  // planLayers
  cart: "cart",
  // MicPlaceChart
  microphoneCmBelowTheChins: (round: number) => `Microphone ${round} cm below the chin’s point`,
  // SpacingChart
  atTheirFadingIsAlike: (metres: string, round: number) =>
    `At ${metres} their fading is alike by ${round} %`,
  quarterWave: "quarter wave",
  // FlagLayer
  mhz: (n: string, mhz: string) => `${n}, ${mhz} MHz`,
  // SpectrumChart
  mhzWith: (mhz: string) => `${mhz} MHz`,
  // StaircaseChart
  clipsByDb: (round: string) => `clips by ${round} dB`,
  db: (headroomDb: string) => `${headroomDb} dB`,
  dbFree: (headroomDb: string) => `${headroomDb} dB free`,
  // TermsChart
  packSends: "pack sends",
  dbWith: (signed: string) => `${signed} dB`,
  arrives: "arrives",
  theReceiverNeeds: "the receiver needs",
  noiseFloorPlusTheSignal: "noise floor plus the signal-to-noise it asks for",
  // WalkRfHistory
  n30Db: "30 dB",
  // WiredChart
  atOnce: "at once",
  of: (count: number, have: number) => `${count} of ${have}`,
  scene: (talker: string, scenes: string) => `${talker}: scene ${scenes}`,
  // wiredLayout
  pack: (n: number) => `pack ${n}`,
} as const;
