/** What the screen says, part by part. */
export const FEATURES_TEXTS = {
  // spectrumOf
  tv: (channel: number) => `TV ${channel}`,
  notAllowed: "not allowed",
  noRuleKnown: "no rule known",
  // ChannelChooser
  channels: "Channels",
  // Meter
  noMeter: "no meter",
  noAudio: "no audio",
  rf: (name: string, rfLevel: string, what: string) => `${name}: RF ${rfLevel}, ${what}`,
  rfWith: (name: string, rfLevel: string) => `${name}: RF ${rfLevel}`,
  // MeterFigureField
  scaleOfItsMeter: "Scale of its meter",
  bars: (ofWords: number) => `bars of ${ofWords}`,
  // choices
  n54DbAt1M: "54 dB at 1 m",
  n60Db: "60 dB",
  n66Db: "66 dB",
  n72Db: "72 dB",
  n78Db: "78 dB",
  actedScream: "acted scream",
  n95Db: "95 dB",
  waistBehind: "waist, behind",
  waistInFront: "waist, in front",
  inTheHand: "in the hand",
  onNothing: "on nothing",
  // ErrorPage
  backToTheDay: "Back to the day",
  go: "Go to:",
  kitUndo: "Kit: undo",
  locationsTalentUndo: "Locations & talent: undo",
  theLog: "The log",
  backups: "Backups",
  // the line to the cart
  checksWaitHere: (n: number) =>
    n === 0 ? "" : n === 1 ? " 1 check waits here." : ` ${n} checks wait here.`,
  noConnectionToTheCart: (waiting: string) => `No connection to the cart.${waiting}`,
  whatYouCheckIsSavedHere:
    "What you check is saved here and sent later; units cannot be set meanwhile.",
  thisPhoneWasDisconnected: (waiting: string) => `This phone was disconnected.${waiting}`,
  itShowsTheDayAsItWas:
    "It shows the day as it was then. To connect again, ask at the cart for the code, and open /join.",
  sending: (waiting: string) => `Sending:${waiting}`,
  couldNotBeRead: (n: number) =>
    `${n === 1 ? "1 check" : `${n} checks`} could not be read at the cart. Everything else arrived. Check the channel again.`,
  // AntennaFields
  kind: "Kind",
  looks0Right90Down: "Looks (0 right, 90 down)",
  // PastRfHistory
  tenMinutes: "ten minutes",
  anHour: "an hour",
  rfOverAround: (talker: string, itemAt: string, dayClock: string) =>
    `${talker}: RF over ${itemAt} around ${dayClock}`,
  to: (dayClock: string, dayClock2: string) => `${dayClock} to ${dayClock2}`,
  // tellTrouble
  nothingSaid: "nothing said",
} as const;
