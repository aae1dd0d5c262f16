/** What the screen says, part by part. */
export const PREP_TEXTS = {
  // SpareChains
  spareChains: "Spare chains",
  noSpareChain: "No spare chain: every receiver channel or every pack that fits is in use.",
  receiver: "Receiver",
  tunes: "Tunes",
  inMhz: (ranges: string) => `${ranges} MHz`,
  allowed: "allowed",
  notAllowedAsSet: "not allowed as it is set",
  choosesItsOwn: "chooses its own",
  half: (label: string, n: number) => `${label}, half ${n}`,
  withoutPartner: (list: string) => `Free, without a partner that fits: ${list}.`,
  // the screen itself
  ofThemReplaceAScene: (numberWord: string) =>
    `, ${numberWord} of them replace a scene with the same number`,
  skipped: (count: string) => `; ${count} skipped`,
  imported: (count: string, what: string, what2: string, what3: string) =>
    `${count} imported${what}${what2}${what3}.`,
  sceneIsOnTheList: (number: string) => `Scene ${number} is on the list.`,
  sceneIsRemoved: (number: string) => `Scene ${number} is removed.`,
  theListBeforeIsBack: "The previous list is back.",
  setToMw: (powerMw: number) => `Set to ${powerMw} mW.`,
  passed: (numberWord: string, what: string) => `, passed on ${numberWord} ${what}`,
  mostAtOnceInScene: (
    count: string,
    count2: string,
    sceneNumbers: string,
    clock: string,
    clock2: string,
    count3: string,
    what: string,
  ) =>
    `${count}. Most at once: ${count2} in scene ${sceneNumbers}, ${clock}–${clock2}. ${count3} are enough for the day${what}.`,
  importTheSceneList:
    "Import the scene list: it gives how many channels you need at once, and what the kit must have.",
  whoWearsAPackWhen: "Who wears a pack when",
  to: (clock: string, clock2: string, talkers: string) => `${clock} to ${clock2}: ${talkers}`,
  outlinedAPackPassed: (duration: string, handed: string) =>
    `Outlined: a pack passed on, with at least ${duration} to re-rig (${handed}).`,
  toWith: (talker: string, talker2: string, clock: string, clock2: string) =>
    `${talker} to ${talker2}, ${clock}–${clock2}`,
  // Findings
  whatIsMissing: "What is missing",
  addAChannel: "Add a channel",
  updateStock: "Update stock",
  openThePatch: "Open the patch",
  openTheFeed: "Open the feed",
  openTheKit: "Open the kit",
  setToMwWith: (powerMw: number) => `Set to ${powerMw} mW`,
  // PackMatch
  packsAndReceivers: "Packs and receivers",
  pack: "Pack",
  here: "Here",
  works: "works",
  mw: (n: string | number) => `${n} mW`,
  regulationsOfRegionADated: (region: string) =>
    `Regulations of region ${region}, a dated summary: check with your regulator. `,
  whatIsAllowedHere: "What is allowed here",
  otherModulation: "other modulation",
  // SceneForm
  changeScene: (number: string) => `Change scene ${number}`,
  aNewScene: "A new scene",
  scene: (number: string) => `Scene ${number}`,
  sceneNumber: "Scene number",
  title: "Title",
  place: "Location",
  noneOfThese: "none of these",
  from: "From",
  to2: "To",
  whoSpeaks: "Who speaks",
  namesSeparatedByCommas: "names, separated by commas",
  canBeRepeated: "can be repeated",
  interferenceCannotBeFixedLater:
    "Interference cannot be fixed later: give each person a wired recorder too.",
  save: "Save",
  addTheScene: "Add the scene",
  removeScene: (number: string) => `Remove scene ${number}`,
  cancel: "Cancel",
  // SceneImport
  aSceneThatCannot: "a scene that cannot be repeated",
  inThePlace: (number: string, clock: string, clock2: string) =>
    `, in place of ${number}, ${clock}–${clock2}`,
  readASceneList: "Import a scene list",
  csvWithALine:
    "CSV with a line of headings, or a calendar (iCalendar). Scenes with the same number are replaced, others stay. You see a preview first.",
  // SceneTable
  scene2: "Scene",
  times: "Times",
  repeatable: "Repeatable",
  nobody: "no one",
  yes: "yes",
  cannotBeRepeated: "cannot be repeated",
  change: "Change",
  // Scenes
  scenes: "Scenes",
  saveCsv: "Save CSV",
  calendar: "Calendar",
  undoPreviousList: "Undo: previous list",
  addAScene: "Add a scene",
} as const;
