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
  // LiveNotice
  oneThing: "One thing",
  things: (n: number) => `${n} things`,
  thatYouSawCouldNot: (what: string, what2: string) =>
    `${what} you checked could not be read at the cart and ${what2} set aside. Everything else arrived. Check the channel again.`,
  oneThingThatYouSaw: " One check waits here.",
  thingsThatYouSawWait: (n: number) => ` ${n} checks wait here.`,
  thisPhoneWasDisconnected: (kept: string) =>
    `This phone was disconnected: it shows the day as it was then.${kept} To connect again, ask at the cart for the code, and open /join.`,
  noConnectionToTheCart: (kept: string) =>
    `No connection to the cart. What you check is saved here and sent later; units cannot be set meanwhile.${kept}`,
  sending: (kept: string) => `Sending:${kept}`,
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
