/** What the screen says, part by part. */
export const SHARED_TEXTS = {
  // LawLine
  noLicenceHeld: "no licence held",
  held: (held: string) => `held: ${held}`,
  whichLicenceDoYouHold: "Which licence do you hold?",
  // LengthUnitField
  lengths: "Lengths in",
  // ListImport
  isFarTooLarge: (name: string, round: number) =>
    `"${name}" is far too large for such a list (${round} MB). It was not read. Nothing was changed.`,
  previewOfTheList: "Preview of the list",
  cannot: (count: string) => `, ${count} cannot`,
  canBeImported: (name: string, count: string, what: string) =>
    `"${name}": ${count} can be imported${what}`,
  noColumn: "no column",
  column: (n: number) => `column ${n}`,
  rowsOfTheList: "Rows of the list",
  row: "Row",
  result: "Result",
  noRowCanBeRead: "No row can be read: see the reasons in the table.",
  skipImport: (count: string, count2: string) => `Skip ${count}, import ${count2}`,
  import: (count: string) => `Import ${count}`,
  cancel: "Cancel",
  // PlanKeeping
  itIsSavedOnce: (list: string) =>
    `${list}. It is saved once that is fixed. The last saved plan is unchanged.`,
  usingMine: "Use mine",
  usingTheOther: "Use the other",
  // addresses
  day: "Day",
  prep: "Prep",
  scan: "Scan",
  frequencies: "Frequencies",
  sync: "Sync",
  level: "Level",
  range: "Range",
  roll: "Roll",
  scenes: "Scenes",
  locationsTalent: "Locations & talent",
  kit: "Kit",
  models: "Models",
  whatToBring: "What to bring",
  patch: "Patch",
  pairing: "Pairing",
  assigned: "Assigned",
  tvStations: "TV stations",
  regulations: "Regulations",
  labelsPacking: "Labels & packing",
  setUpChecklist: "Set-up checklist",
  floorPlan: "Floor plan",
  walkTest: "Walk test",
  antennas: "Antennas",
  rigCards: "Rig cards",
  linkBudget: "Link budget",
  companyMove: "Company move",
  batteries: "Batteries",
  log: "Log",
  report: "Report",
  wrap: "Wrap",
  // away
  theCartDoesNotAnswer:
    "The cart does not answer. Nothing was changed there; try again when it is back.",
  // liveScan
  stoppedThisScanWasNot: "Stopped. This scan was not saved; earlier scans are unchanged.",
  // reply.server
  thereIsNoSuchDay: "There is no such day.",
  notFound: "Not Found",
  thatRequestWasNotUnderstood: (n: string, n2: string) =>
    `That request was not understood (${n}: ${n2}). Nothing was changed.`,
  // useDay
  thePack: "the pack",
} as const;
