/** What the screen says, part by part. */
export const ASSIGNED_TEXTS = {
  // the screen itself
  skipped: (count: string) => `, ${count} skipped`,
  imported: (count: string, what: string) => `${count} imported${what}.`,
  standsOnTheList: (who: string) => `${who} is on the list: the plan avoids it.`,
  takenOffTheList: "Removed from the list.",
  theListBeforeIsBack: "The previous list is back.",
  crewOrPosition: "Crew or position",
  primary: "Primary",
  backup: "Backup",
  noLineOfMatches: (all: number) => `No line of ${all} matches.`,
  to: (n: number, min: number, count: string) => `${n} to ${min} of ${count}`,
  matching: (shown: string, all: number) => `${shown} matching, of ${all}`,
  anotherCrews: "another crew's",
  forAChannelOfOurs: "for a channel of ours",
  aCarrier: (id: string) => `a carrier on ${id}`,
  aCoordinatorsListHasOne:
    "A coordinator's list has one line for each crew or position: a primary frequency and a backup.",
  checkedAgainstRegulationsStationList:
    "Checked against regulations, station list, the newest scan here and your kit.",
  checkedAgainstRegulationsStationListAndYour:
    "Checked against regulations, station list and your kit. No scan here yet.",
  list: (version: number, clock: string, what: string) => `List ${version}, ${clock}. ${what}`,
  findFrequenciesWithLocked: (count: string) => `Find frequencies with ${count} locked`,
  undoPreviousList: "Undo: previous list",
  findALine: "Find a line",
  crewPositionOrMhz: "crew, position or MHz",
  previousLines: "Previous lines",
  nextLines: "Next lines",
  ourChannel: "Our channel",
  ourChannelWith: (who: string) => `Our channel for ${who}`,
  stands: "is",
  removeFromTheList: (who: string) => `Remove ${who} from the list`,
  toReply: "To reply",
  anotherTransmitter: "Another transmitter",
  anEarFeedATalkback:
    "An ear feed, a talkback, a camera link: it keeps its frequency, and the plan avoids it and its intermod.",
  csvCrewOrPositionPrimary:
    "CSV: crew or position, primary, backup; MHz, or TV channel + MHz above its edge",
  saveOurNeedsAsSuch: "Save our needs as such a list",
  anAssignedFrequencyIsNot:
    "An assigned frequency is not a licence: ask whoever issued it, and check with your regulator.",
  what: "What it is",
  boomEarFeed: "Boom ear feed",
  mhz: "MHz",
  addToTheList: "Add to the list",
  typeAName: "Type a name and a frequency first.",
} as const;
