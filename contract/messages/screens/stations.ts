/** What the screen says, part by part. */
export const STATIONS_TEXTS = {
  // the screen itself
  aStationOnTheList: "a station on the list",
  theStationListAnsweredReach: (count: string) =>
    `The station list answered: ${count} reach that position. The answer is saved.`,
  putOnByHand: "added by hand",
  leftOut: (count: string) => `, ${count} left out`,
  putOnTheList: (count: string, what: string) => `${count} added to the list${what}.`,
  theListBeforeIsBack: "The previous list is back.",
  tv: (n: string | number) => `TV ${n}`,
  tvWith: (n: string | number, at: string | number) => `TV ${n}–${at}`,
  mostRoom: (channel: string, span: string, count: string) =>
    `Most room: ${channel}, ${span} for ${count}`,
  noRangeThatYourKit: "No range that your kit tunes is free",
  includesTheNewestScanHere: "Includes the newest scan here.",
  noScanHereYet: "No scan here yet: a prediction knows no hills or walls.",
  onTheList: (count: string, what: string, what2: string) =>
    `${count} on the list${what}. ${what2}`,
  position: "Position",
  otherCoordinates: "other coordinates",
  latitude: "Latitude",
  longitude: "Longitude",
  askTheStationList: "Ask the station list",
  noStationListService:
    "No station list service is connected: type the stations below, or import a list.",
  undoPreviousList: "Undo: previous list",
  roomForThisKit: "Room for this kit",
  range: "Range",
  mhz: "MHz",
  usable: "Usable",
  packsThatTuneThere: "Packs that tune there",
  mhzPacks: "MHz × packs",
  packs: "Packs",
  stations: "Stations",
  channel: "Channel",
  station: "Station",
  whatIsKnown: "What is known",
  removeFromTheList: (name: string) => `Remove ${name} from the list`,
  tvChannel: "TV channel",
  addToTheList: "Add to the list",
  typeItsNameFirst: "Type its name first.",
  importAStationList: "Import a station list",
  csvOneStationALine:
    "CSV: one station a line. Stations on the same channel are replaced, others stay. You see a preview first.",
  aStationList:
    "A station list is as good as its date. Licensed stations are protected whether you receive them or not: check with your regulator.",
} as const;
