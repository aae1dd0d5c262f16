/** What the screen says, part by part. */
export const PAIRING_TEXTS = {
  // the screen itself
  namesAndKeysMadeBring:
    "Names and keys made. Bring each pack to its receiver’s base, or carry the record there.",
  changedReceiversWithTheOld:
    "Changed. Receivers with the old settings no longer receive it: pair it again, or carry the record.",
  carriedThatReceiverKnowsEvery: "Copied: that receiver knows every pack of the record.",
  noPackHereIsCalled: (unknown: string) => ` No pack here is called ${unknown}.`,
  imported: (count: string, what: string) => `${count} imported.${what}`,
  nothingHerePairsByName: "Nothing here pairs by name and key",
  withoutANameAndKey: (count: string) => `${count} without a name and key`,
  notKnowEveryPack: (lacking: string, what: string) => `${lacking} ${what} not know every pack`,
  everyReceiverKnowsEveryPack: "Every receiver knows every pack",
  someDigitalSystemsKnow:
    "Some digital systems know a pack by name, group and key. Add such a receiver and pack to the kit to see them here.",
  aPrivateGroupNeeds:
    "A private group needs the key and keeps others out. Anyone can join a common group. All three must be the same at both ends.",
  openTheKit: "Open the kit",
  make: (what: string) => `Make ${what}`,
  showKeys: "show keys",
  saveThePairings: "Save the pairings",
  importPairings: "Import pairings",
  bases: "Bases",
  knows: (held: number, count: string) => `knows ${held} of ${count}`,
  copyThePairings: (label: string) => `Copy the pairings to ${label}`,
  theSavedFile:
    "The saved file has the keys: keep it safe. A long press on a base forgets every pack.",
  name: "Name",
  group: (what: string) => `Group${what}`,
  key: "Key",
  noKey: "no key",
  key2: "key •••• ••••",
  noKeyYet: "no key yet",
  save: "Save",
  newKey: "New key",
  knows2: "knows it",
  doesNot: "does not",
} as const;
